package orchard.layout;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.mistake.Mistake;

/**
 * Keys that play notes, each of them a control of its own. Which device they play is said by a mapping that plays notes.
 *
 * @param first note of the lowest key, 0–127
 * @param last note of the highest key, at most {@value #MOST} keys further
 * @param strike what tells how hard a key is struck
 * @param slides whether a finger that goes on to another key strikes that one
 */
public record Keys(int first, int last, Strike strike, boolean slides) implements Face {

    /** The most keys beside each other. */
    public static final int MOST = 88;

    private static final int HIGHEST = 127;

    /** What tells how hard a key is struck. */
    public enum Strike {
        /** Where it is struck: at its front edge hardest. */
        FRONT("where it is struck, at its front edge hardest"),
        /** How large the contact is, where the screen tells that; else as by place. */
        CONTACT("how much of the finger lies on it"),
        /** Nothing: always as hard as can be. */
        FULL("nothing, always full");

        private final String words;

        Strike(String words) {
            this.words = words;
        }

        /** In words. */
        public String words() {
            return words;
        }
    }

    public Keys {
        if (first < 0 || last > HIGHEST || first > last) {
            throw new Mistake("from", "Keys go from one note to a higher one, 0–127");
        }
        if (last - first >= MOST) {
            throw new Mistake("to", "There are " + MOST + " keys at most");
        }
    }

    /** The notes of its keys, from the lowest. */
    public List<Integer> notes() {
        return IntStream.rangeClosed(first, last).boxed().toList();
    }

    /** The id of a key's control. */
    public static String key(String id, int note) {
        return id + "-" + note;
    }

    /** Whether a key is one of the upper, narrow ones. */
    public static boolean isBlack(int note) {
        return "010100101010".charAt(note % 12) == '1';
    }

    /** The same over other notes. */
    public Keys over(int from, int to) {
        return new Keys(from, to, strike, slides);
    }

    @Override
    public Kind kind() {
        return Kind.KEYS;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of();
    }

    @Override
    public List<Control> controls(Element element) {
        return notes().stream()
                .map(note -> {
                    String key = key(element.id(), note);
                    return new Control(
                            key,
                            element.name() + " note " + note,
                            Control.Kind.KEY,
                            List.of(Face.number("velocity", key)),
                            element.box().face());
                })
                .toList();
    }

    /** Each key for itself. */
    @Override
    public List<String> shows(String id) {
        return notes().stream().map(note -> key(id, note)).toList();
    }

    @Override
    public String control(String id, String part) {
        return part;
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.of(Control.Kind.KEY);
    }

    @Override
    public List<Phrase> phrases() {
        return List.of(
                Phrase.of(". How hard one is struck is told by", "strike", strike, Strike.values(), Strike::words),
                Phrase.either(
                        "; a finger that goes on to another",
                        "slides",
                        slides,
                        "strikes that one",
                        "stays with the first"));
    }

    @Override
    public Keys with(String phrase, String value) {
        return new Keys(
                first,
                last,
                phrase.equals("strike") ? Phrase.chosen(Strike.class, phrase, value) : strike,
                phrase.equals("slides") ? value.equals("true") : slides);
    }
}
