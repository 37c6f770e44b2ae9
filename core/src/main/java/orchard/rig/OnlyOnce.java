package orchard.rig;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Roots;

/**
 * What may be in a rig only once: the name of a device, layout, layer or focus, and a root of OSC addresses for each sender. Only what an edit gives a device
 * anew is looked at, so that a rig of an older version can be opened and mended.
 */
final class OnlyOnce {

    private final Rig before;
    private final Rig after;

    OnlyOnce(Rig before, Rig after) {
        this.before = before;
        this.after = after;
    }

    /** @throws EditRefused if there would be two of something */
    void check(Edit edit) {
        for (Edit.Change change : edit.changes()) {
            after.device(change.id()).ifPresent(this::check);
            after.layer(change.id()).ifPresent(this::check);
            after.focus(change.id()).ifPresent(this::check);
        }
    }

    private void check(Device device) {
        Optional<Device> old = before.device(device.id());
        if (old.isEmpty() || !old.get().name().equals(device.name())) {
            others(device)
                    .filter(other ->
                            other.name().strip().equalsIgnoreCase(device.name().strip()))
                    .findFirst()
                    .ifPresent(other -> {
                        throw EditRefused.invalid(
                                device.id(),
                                "name",
                                "There is a “" + other.name() + "” already; choose a name that tells them apart");
                    });
        }
        if (device.seat().wire().addressed()
                && (old.isEmpty() || !old.get().seat().in().equals(device.seat().in()))) {
            Set<Roots.Root> mine = Set.copyOf(Roots.of(device.seat().in()).roots());
            others(device)
                    .filter(other -> other.seat().wire().addressed())
                    .forEach(other -> apart(device, mine, other));
        }
    }

    private void check(Focus focus) {
        Optional<Focus> old = before.focus(focus.id());
        boolean isNew = old.isEmpty() || !old.get().name().equals(focus.name());
        if (isNew
                && after.foci().stream()
                        .filter(other -> !other.id().equals(focus.id()))
                        .anyMatch(other -> other.name()
                                .strip()
                                .equalsIgnoreCase(focus.name().strip()))) {
            throw EditRefused.invalid(
                    focus.id(),
                    "name",
                    "There is a focus “" + focus.name() + "” already; choose a name that tells them apart");
        }
        if (focus.link() != null && goesRound(focus)) {
            throw EditRefused.invalid(
                    focus.id(), "link", "It would move with itself, by way of others; choose another to move with");
        }
    }

    private boolean goesRound(Focus focus) {
        Set<String> seen = new HashSet<>();
        Optional<Focus> at = Optional.of(focus);
        while (at.isPresent() && at.get().link() != null) {
            if (!seen.add(at.get().id())) {
                return true;
            }
            at = after.focus(at.get().link().focus());
        }
        return at.isPresent() && seen.contains(at.get().id());
    }

    private void check(Layer layer) {
        Optional<Layer> old = before.layer(layer.id());
        boolean isNew = old.isEmpty() || !old.get().name().equals(layer.name());
        if (isNew
                && after.layers().stream()
                        .filter(other -> !other.id().equals(layer.id()))
                        .anyMatch(other -> other.name()
                                .strip()
                                .equalsIgnoreCase(layer.name().strip()))) {
            throw EditRefused.invalid(
                    layer.id(),
                    "name",
                    "There is a layer “" + layer.name() + "” already; choose a name that tells them apart");
        }
    }

    private static void apart(Device device, Set<Roots.Root> mine, Device other) {
        String both = Roots.of(other.seat().in()).roots().stream()
                .filter(mine::contains)
                .map(Roots.Root::text)
                .collect(Collectors.joining(" "));
        if (!both.isEmpty()) {
            throw EditRefused.invalid(
                    device.id(),
                    "in",
                    other.name() + " is known by " + both
                            + " already. Take it away there first, or add the sender of this one, like "
                            + both.replaceAll("[@ ].*", "") + "@10.0.0.5");
        }
    }

    private Stream<Device> others(Device device) {
        return after.gear().stream().filter(other -> !other.id().equals(device.id()));
    }
}
