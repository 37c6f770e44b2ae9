package orchard.mapping;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Parameter;
import orchard.trigger.MessageHeard;
import orchard.trigger.Trigger;

/** Finds what a mapping points at but is not there. */
public final class Fault {

    private Fault() {}

    /** What keeps a mapping from working at all, if anything: the sentence for the performer. */
    public static Optional<String> of(Mapping mapping, Directory directory) {
        for (Ref.ToControl trigger : mapping.when().triggers()) {
            Optional<Device> device = directory.device(trigger.device());
            if (device.isEmpty()) {
                return Optional.of("It listens to a device that is not in the rig (" + trigger.device() + ").");
            }
            Optional<Control> control = device.get().profile().control(trigger.control());
            if (control.isEmpty()) {
                return Optional.of(device.get().name() + " has no control “" + trigger.control() + "”.");
            }
            if (control.get().dimension(trigger.dimension()).isEmpty()) {
                return Optional.of(
                        control.get().name() + " of " + device.get().name() + " has no " + trigger.dimension() + ".");
            }
            boolean circles = mapping.when().gesture().kind() == Gesture.Kind.CIRCLE;
            if (circles && !isSurface(control.get())) {
                return Optional.of(control.get().name() + " of " + device.get().name()
                        + " cannot be circled: it does not tell x and y.");
            }
        }
        for (Trigger also : mapping.when().also()) {
            Optional<String> fault = also.fault(directory);
            if (fault.isPresent()) {
                return fault;
            }
        }
        boolean isNowhere = !mapping.layers().isEmpty()
                && mapping.layers().stream()
                        .allMatch(layer -> directory.layer(layer).isEmpty());
        if (isNowhere) {
            return Optional.of(
                    "It lives in a layer that is not there (" + mapping.layers().get(0) + ").");
        }
        for (Ref.ToParameter target : mapping.targets()) {
            Optional<Device> device = directory.device(target.device());
            if (device.isEmpty() && directory.focus(target.device()).isPresent()) {
                Optional<Parameter> through = directory.parameter(target);
                if (through.isEmpty()) {
                    return Optional.of("No place has what it sets (" + directory.words(target) + ").");
                } else if (!through.get().settable()) {
                    return Optional.of(directory.words(target) + " can only be read, not set.");
                }
                continue;
            }
            if (device.isEmpty()) {
                return Optional.of("It sets a parameter of a device that is not in the rig (" + target.device() + ").");
            }
            Optional<Parameter> parameter = device.get().profile().parameter(target.parameter());
            if (parameter.isEmpty()) {
                return Optional.of(device.get().name() + " has no parameter “" + target.parameter() + "”.");
            }
            if (!parameter.get().settable()) {
                return Optional.of(directory.title(device.get(), parameter.get()) + " can only be read, not set.");
            }
        }
        int controls = Math.max(1, mapping.when().triggers().size());
        List<String> heard = heard(mapping);
        for (Branch branch : mapping.branches()) {
            Optional<String> fault = Stream.concat(
                            branch.actions().onPress().stream(), branch.actions().onRelease().stream())
                    .map(action ->
                            action.fault(directory, branch.shape(), controls).or(() -> action.fault(directory, heard)))
                    .flatMap(Optional::stream)
                    .findFirst()
                    .or(() -> branch.during().fault(directory));
            if (fault.isPresent()) {
                return fault;
            }
        }
        return Optional.empty();
    }

    /** The names of what stands in the messages that set a mapping off. */
    public static List<String> heard(Mapping mapping) {
        return mapping.when().also().stream()
                .filter(MessageHeard.class::isInstance)
                .flatMap(trigger -> ((MessageHeard) trigger).form().names().stream())
                .distinct()
                .toList();
    }

    /** Whether a control tells where on it a finger is. */
    public static boolean isSurface(Control control) {
        return control.dimension("x").isPresent() && control.dimension("y").isPresent();
    }
}
