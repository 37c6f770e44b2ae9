package orchard.mapping;

import java.util.Optional;
import java.util.stream.Stream;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.parameter.Parameter;
import orchard.shape.Expression;
import orchard.shape.ShapeFunction;
import orchard.shape.Stage;

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
        for (Ref.ToParameter target : mapping.targets()) {
            Optional<Device> device = directory.device(target.device());
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
        return Stream.concat(mapping.then().actions().stream(), mapping.then().release().stream())
                .map(action -> of(mapping, action, directory))
                .flatMap(Optional::stream)
                .findFirst();
    }

    private static Optional<String> of(Mapping mapping, Do.Action action, Directory directory) {
        if (action instanceof Do.SetParameter set) {
            Parameter parameter = directory.parameter(set.parameter()).orElseThrow();
            try {
                ShapeFunction.of(mapping.shape().then(set.own()), parameter);
            } catch (IllegalArgumentException | Expression.Unusable e) {
                return Optional.of(
                        "Its shape does not fit " + directory.words(set.parameter()) + ": " + e.getMessage() + ".");
            }
        } else if (action instanceof Do.Send send
                && directory.device(send.device()).isEmpty()) {
            return Optional.of("It sends to a device that is not in the rig (" + send.device() + ").");
        } else if (action instanceof Do.SetOfPage row) {
            if (directory.device(row.device()).isEmpty()) {
                return Optional.of("It sets parameters of a device that is not in the rig (" + row.device() + ").");
            }
            boolean inUnits = mapping.shape().stages().stream()
                    .anyMatch(stage -> stage.side() == Stage.Side.PARAMETER || stage.side() == Stage.Side.CROSSING);
            if (inUnits) {
                return Optional.of("Its shape is in the unit of one parameter, but a page has many.");
            }
        } else if (action instanceof Do.OpenPage open
                && directory.device(open.device()).isEmpty()) {
            return Optional.of("It opens pages of a device that is not in the rig (" + open.device() + ").");
        } else if (action instanceof Do.Recall recall) {
            boolean missing = directory.presets().stream()
                    .noneMatch(preset -> preset.device().equals(recall.device())
                            && (recall.preset().isEmpty() || preset.id().equals(recall.preset())));
            if (missing) {
                return Optional.of(
                        recall.preset().isEmpty()
                                ? "It goes through presets, but there are none."
                                : "It recalls a preset that is not there any more.");
            }
        } else if (action instanceof Do.Choose choose) {
            int values = choose.choices(directory.parameter(choose.parameter()).orElseThrow())
                    .size();
            int controls = mapping.when().triggers().size();
            if (values < controls) {
                return Optional.of(
                        controls == 1
                                ? "It has no values to choose from."
                                : "It has %d controls, but only %d values to choose from.".formatted(controls, values));
            }
        }
        return Optional.empty();
    }

    /** Whether a control tells where on it a finger is. */
    public static boolean isSurface(Control control) {
        return control.dimension("x").isPresent() && control.dimension("y").isPresent();
    }
}
