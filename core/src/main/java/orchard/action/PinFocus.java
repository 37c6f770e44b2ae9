package orchard.action;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Pins a focus where it is, against whatever it follows, or lets it go with that again.
 *
 * @param focus its id
 */
public record PinFocus(String focus, Way way) implements Action {

    /** How a focus is pinned. */
    public enum Way {
        /** Pinned, and free the next time. */
        TURN("on, or off again"),
        /** Pinned. */
        ON("on"),
        /** Free. */
        OFF("off");

        private final String words;

        Way(String words) {
            this.words = words;
        }

        /** It in words. */
        public String words() {
            return words;
        }
    }

    @Override
    public Kind kind() {
        return Kind.PIN;
    }

    @Override
    public List<Field> fields(Directory names) {
        Map<String, String> ways = new LinkedHashMap<>();
        for (Way one : Way.values()) {
            ways.put(one.name(), one.words());
        }
        return List.of(MoveFocus.focusField(focus, names), Field.choice("way", "pinned", way.name(), ways));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        return new PinFocus(MoveFocus.focus(typed, names).id(), typed.oneOf("way", Way.class));
    }

    @Override
    public Optional<String> movesFocus() {
        return Optional.of(focus);
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
        String which = MoveFocus.name(focus, names);
        return switch (way) {
            case TURN -> "pin " + which + " or let it go";
            case ON -> "pin " + which;
            case OFF -> "let " + which + " go";
        };
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return names.focus(focus).isPresent()
                ? Optional.empty()
                : Optional.of("It pins a focus that is not there (" + focus + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.pinFocus(this);
    }
}
