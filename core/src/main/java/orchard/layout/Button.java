package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.gear.SendMode;
import orchard.gear.SendMode.Press;
import orchard.signal.MessagePattern;

/** Something that is pressed.
 *
 * @param toggles whether a press is on and the next is off
 * @param sign what is drawn on it beside its words */
public record Button(boolean toggles, Sign sign) implements Face {

    /** What is drawn on a button. */
    public enum Sign {
        NONE("words alone"),
        LEFT("an arrow to the left"),
        RIGHT("an arrow to the right"),
        UP("an arrow up"),
        DOWN("an arrow down");

        private final String words;

        Sign(String words) {
            this.words = words;
        }

        /** In words. */
        public String words() {
            return words;
        }
    }

    @Override
    public Kind kind() {
        return Kind.BUTTON;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of(new Dimension(
                "gate", new MessagePattern.Touch(id), toggles ? SendMode.of(Press.TOGGLE, 1, 0) : SendMode.PLAYED));
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.of(Control.Kind.BUTTON);
    }

    @Override
    public List<Phrase> phrases() {
        return List.of(
                Phrase.either("It is", "toggles", toggles, "switched by each press", "on while it is held"),
                Phrase.of("and is drawn with", "sign", sign, Sign.values(), Sign::words));
    }

    @Override
    public Button with(String phrase, String value) {
        return new Button(
                phrase.equals("toggles") ? value.equals("true") : toggles,
                phrase.equals("sign") ? Phrase.chosen(Sign.class, phrase, value) : sign);
    }
}
