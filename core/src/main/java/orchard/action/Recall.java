package orchard.action;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
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
        tag = tag == null ? "" : tag;
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
        Map<String, String> places = new LinkedHashMap<>();
        places.put("", "go on by");
        names.presets().stream()
                .filter(one -> one.device().equals(device))
                .forEach(one -> places.put(one.id(), one.name()));
        return List.of(
                Action.deviceField(device),
                Field.choice("place", "which", preset, places),
                Field.text("by", "by", "%+d".formatted(by == 0 ? 1 : by), "+1"),
                Field.text("tag", "only those tagged", tag, ""));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        String of = Action.device(typed, names);
        String place = typed.text("place");
        return place.isEmpty() || !of.equals(device)
                ? new Recall(of, "", typed.steps("by"), typed.text("tag").toLowerCase(Locale.ROOT))
                : new Recall(of, place, 0, "");
    }

    @Override
    public Optional<Selector> selector(Directory names) {
        return Optional.of(Selector.presets(device, names));
    }

    @Override
    public boolean goesThrough(Selector.Place place, Directory names) {
        return preset.isEmpty()
                ? names.presets().stream().anyMatch(one -> one.id().equals(place.id()) && one.isOf(tag))
                : place.id().equals(preset);
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
