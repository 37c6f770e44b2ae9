package orchard.action;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import orchard.condition.FocusAt;
import orchard.gear.Directory;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Puts a place beside those that a focus holds, or takes it away. A focus whose places lie side by side goes there, or stays.
 *
 * @param focus its id
 * @param place id of the place
 */
public record PickPlace(String focus, String place, Way way) implements Action {

    /** How a place is picked. */
    public enum Way {
        /** Picked, and dropped the next time. */
        TURN("picked, or dropped again", "pick or drop"),
        /** Picked. */
        ON("picked", "pick"),
        /** Dropped. */
        OFF("dropped", "drop");

        private final String title;
        private final String words;

        Way(String title, String words) {
            this.title = title;
            this.words = words;
        }

        /** It in words: “pick or drop”. */
        public String words() {
            return words;
        }
    }

    @Override
    public Kind kind() {
        return Kind.PICK;
    }

    @Override
    public List<Field> fields(Directory names) {
        Map<String, String> ways = new LinkedHashMap<>();
        for (Way one : Way.values()) {
            ways.put(one.name(), one.title);
        }
        Map<String, String> places = new LinkedHashMap<>();
        places.put("", "choose a place");
        names.focus(focus)
                .ifPresent(of -> IntStream.range(0, of.places().size())
                        .forEach(i -> places.put(of.places().get(i), of.placeName(i, names))));
        return List.of(
                MoveFocus.focusField(focus, names),
                Field.choice("place", "which", place, places),
                Field.choice("way", "is", way.name(), ways));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Focus of = MoveFocus.focus(typed, names);
        if (!of.places().contains(typed.text("place"))) {
            throw new Mistake("place", "choose a place of " + of.name());
        }
        return new PickPlace(of.id(), typed.text("place"), typed.oneOf("way", Way.class));
    }

    @Override
    public Optional<String> movesFocus() {
        return Optional.of(focus);
    }

    @Override
    public Optional<FocusAt> bringsUnder(Directory names) {
        return Optional.of(new FocusAt(focus, place)).filter(at -> at.isThere(names));
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
        return false;
    }

    @Override
    public String words(Directory names) {
        return way.words() + " " + MoveFocus.place(focus, place, names) + " of " + MoveFocus.name(focus, names);
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return new FocusAt(focus, place).isThere(names)
                ? Optional.empty()
                : Optional.of("It picks a place of a focus that is not there (" + words(names) + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.pickPlace(this);
    }
}
