package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;

/** Named values of which one is chosen: those of what it sets.
 *
 * @param scrolls whether they stand below each other in a list that scrolls, or side by side */
public record Choices(boolean scrolls) implements Face {

    @Override
    public Kind kind() {
        return scrolls ? Kind.LIST : Kind.CHOICES;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of(Face.number("choice", id));
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.of(Control.Kind.CHOICE);
    }

    @Override
    public List<Phrase> phrases() {
        return List.of(Phrase.either("Its values stand", "scrolls", scrolls, "in a list", "side by side"));
    }

    @Override
    public Choices with(String phrase, String value) {
        return new Choices(value.equals("true"));
    }
}
