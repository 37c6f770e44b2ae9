package orchard.action;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Layer;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Goes on to another layer of a group, round at the ends.
 *
 * @param group the word its layers have in common
 * @param by how many layers to go on; below 0 back
 */
public record NextLayer(String group, int by) implements Action {

    /** The most layers that are gone on at once. */
    public static final int MOST = 99;

    public NextLayer {
        if (by == 0 || Math.abs(by) > MOST) {
            throw new Mistake("by", "how many layers to go on is a whole number of 1–" + MOST + ", or below 0 back");
        }
    }

    @Override
    public Kind kind() {
        return Kind.NEXT_LAYER;
    }

    @Override
    public List<Field> fields(Directory names) {
        Map<String, String> groups = new LinkedHashMap<>();
        groups.put("", "choose a group");
        names.layers().stream().map(Layer::group).filter(one -> !one.isEmpty()).forEach(one -> groups.put(one, one));
        return List.of(Field.choice("group", "of", group, groups), Field.text("by", "by", "%+d".formatted(by), "+1"));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        String chosen = typed.text("group");
        if (chosen.isEmpty() || of(chosen, names).isEmpty()) {
            throw new Mistake("group", "choose a group of layers that exclude each other");
        }
        return new NextLayer(chosen, typed.steps("by"));
    }

    private static List<Layer> of(String group, Directory names) {
        return names.layers().stream()
                .filter(one -> one.group().equals(group) && one.switched())
                .toList();
    }

    @Override
    public List<String> layers(Directory names) {
        return of(group, names).stream().map(Layer::id).toList();
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        return List.of();
    }

    @Override
    public boolean fitsRelease() {
        return true;
    }

    @Override
    public boolean hasDirection() {
        return true;
    }

    @Override
    public String words(Directory names) {
        return Action.onward(by, "layer", "") + " of " + (group.isEmpty() ? "no group" : group);
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return of(group, names).isEmpty()
                ? Optional.of("It goes through a group of layers that has none (“" + group + "”).")
                : Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.nextLayer(this);
    }
}
