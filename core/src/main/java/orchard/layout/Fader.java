package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;

/** A way with two ends along which a finger drags.
 *
 * @param direction in which it grows
 * @param middle whether it is drawn from its middle
 * @param drag where a finger takes it */
public record Fader(Direction direction, boolean middle, Drag drag) implements Face {

    /** In which direction something grows. */
    public enum Direction {
        UP("up"),
        DOWN("down"),
        RIGHT("to the right"),
        LEFT("to the left");

        private final String words;

        Direction(String words) {
            this.words = words;
        }

        /** In words. */
        public String words() {
            return words;
        }
    }

    /** Where a finger takes it. */
    public enum Drag {
        /** From where it stands, wherever the finger begins: nothing jumps. */
        RELATIVE("from wherever the finger begins"),
        /** To the finger. */
        ABSOLUTE("to the finger");

        private final String words;

        Drag(String words) {
            this.words = words;
        }

        /** In words. */
        public String words() {
            return words;
        }
    }

    @Override
    public Kind kind() {
        return Kind.FADER;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of(Face.number("position", id), Face.touch(id));
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.of(Control.Kind.FADER);
    }

    @Override
    public List<Phrase> phrases() {
        return List.of(
                Phrase.of("It grows", "direction", direction, Direction.values(), Direction::words),
                Phrase.either("and is drawn", "middle", middle, "from its middle", "from its end"),
                Phrase.of("; a finger takes it", "drag", drag, Drag.values(), Drag::words));
    }

    @Override
    public Fader with(String phrase, String value) {
        return new Fader(
                phrase.equals("direction") ? Phrase.chosen(Direction.class, phrase, value) : direction,
                phrase.equals("middle") ? value.equals("true") : middle,
                phrase.equals("drag") ? Phrase.chosen(Drag.class, phrase, value) : drag);
    }
}
