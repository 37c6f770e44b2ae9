package orchard.action;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.gear.Directory;
import orchard.gear.Preset;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Recalls a preset of a device.
 *
 * @param preset its id, or "" to go on from the one that was recalled last
 * @param by how many presets to go on, in the order of their names, round at the ends; below 0 back
 * @param tag only presets with this tag, or of this type, are gone through; "" for all
 */
public record Recall(String device, String preset, int by, String tag) implements Action {

    public Recall {
        by = preset.isEmpty() ? by : 0;
        tag = tag == null || !preset.isEmpty() ? "" : tag;
    }

    /** The name of the preset it recalls, if it is there. */
    public Optional<String> name(Directory names) {
        return names.presets().stream()
                .filter(one -> one.id().equals(preset))
                .map(Preset::name)
                .findFirst();
    }

    @Override
    public Kind kind() {
        return Kind.RECALL;
    }

    @Override
    public List<Field> fields(Directory names) {
        return new Going(device, preset, by, tag).fields(moves().flatMap(owner -> Selector.of(owner, names)));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Going going = Going.filled(typed, Selector.Kind.PRESETS, names);
        return new Recall(going.device(), going.to(), going.by(), going.tag());
    }

    @Override
    public Optional<Selector.Owner> moves() {
        return Optional.of(Selector.Owner.presets(device));
    }

    @Override
    public Set<String> goesThrough(Directory names) {
        return preset.isEmpty()
                ? names.presets().stream()
                        .filter(one -> one.device().equals(device) && one.isOf(tag))
                        .map(Preset::id)
                        .collect(Collectors.toSet())
                : Set.of(preset);
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        return List.of(device);
    }

    @Override
    public boolean fitsRelease() {
        return true;
    }

    @Override
    public boolean hasDirection() {
        return preset.isEmpty();
    }

    @Override
    public String words(Directory names) {
        if (preset.isEmpty()) {
            return Action.onward(by, "preset", tag) + " of " + Action.name(device, names);
        }
        String name = name(names).map(n -> "“" + n + "”").orElse("a missing preset");
        return "recall " + name + " on " + Action.name(device, names);
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        boolean isThere = names.presets().stream()
                .anyMatch(one -> one.device().equals(device)
                        && (preset.isEmpty() || one.id().equals(preset)));
        return isThere
                ? Optional.empty()
                : Optional.of(
                        preset.isEmpty()
                                ? "It goes through presets, but there are none."
                                : "It recalls a preset that is not there any more.");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.recall(this);
    }
}
