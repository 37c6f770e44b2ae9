package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.signal.MessagePattern;

/** Something that is turned by a finger that goes up or down, or to the sides.
 *
 * @param endless whether it has no ends, and tells how far it went */
public record Knob(boolean endless) implements Face {

    @Override
    public Kind kind() {
        return Kind.KNOB;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return endless
                ? List.of(new Dimension("turn", new MessagePattern.Turned(id)), Face.touch(id))
                : List.of(Face.number("turn", id), Face.touch(id));
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.of(endless ? Control.Kind.ENDLESS_KNOB : Control.Kind.KNOB);
    }

    @Override
    public List<Phrase> phrases() {
        return List.of(Phrase.either("It", "endless", endless, "turns without ends", "turns from end to end"));
    }

    @Override
    public Knob with(String phrase, String value) {
        return new Knob(value.equals("true"));
    }
}
