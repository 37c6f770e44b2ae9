package orchard.gear;

import java.util.List;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;

/**
 * How a device makes the number that it sends of what a hand does.
 *
 * @param press what a press sends
 * @param values of {@link Press#MOMENTARY} and {@link Press#TOGGLE}: the number for pressed (on) and for let go (off); of
 *     {@link Press#STEPS}: all numbers in their order; otherwise empty
 * @param rest the number it goes back to when it is let go, or null if it stays; for X and Y
 * @param off switched off on the device: it sends nothing
 */
public record SendMode(Press press, List<Integer> values, Integer rest, boolean off) {

    /** What the hand plays is what is sent. */
    public static final SendMode PLAYED = new SendMode(Press.PLAYED, List.of(), null, false);

    /** How many steps there may be. */
    public static final int MOST_STEPS = 16;

    /** What a press sends. */
    public enum Press {
        /** How hard or how far, as it is played. */
        PLAYED("as played"),
        /** One number while it is down and another when it is let go. */
        MOMENTARY("momentary"),
        /** A press is on, the next is off. */
        TOGGLE("toggle"),
        /** Every press sends the next of a row of numbers. */
        STEPS("steps");

        private final String words;

        Press(String words) {
            this.words = words;
        }

        /** In plain words. */
        public String words() {
            return words;
        }
    }

    public SendMode {
        press = press == null ? Press.PLAYED : press;
        values = values == null ? List.of() : List.copyOf(values);
        boolean pair = press == Press.MOMENTARY || press == Press.TOGGLE;
        if (pair && (values.size() != 2 || values.get(0).equals(values.get(1)))) {
            throw new Mistake(
                    "A " + press.words() + " button needs two different numbers, one for pressed and one for let go");
        }
        if (press == Press.STEPS
                && (values.size() < 2
                        || values.size() > MOST_STEPS
                        || values.stream().distinct().count() < values.size())) {
            throw new Mistake("Steps are 2 to " + MOST_STEPS + " different numbers");
        }
        if (press == Press.PLAYED) {
            values = List.of();
        }
    }

    /** A button with numbers for pressed and let go. */
    public static SendMode of(Press press, Integer... values) {
        return new SendMode(press, List.of(values), null, false);
    }

    /** The same, going back to a number when let go; null for staying. */
    public SendMode restingAt(Integer number) {
        return new SendMode(press, values, number, off);
    }

    /** The same, switched on or off. */
    public SendMode switchedOff(boolean isOff) {
        return new SendMode(press, values, rest, isOff);
    }

    /** In words, "" for what is as usual. */
    String words() {
        String numbers =
                values.stream().map(String::valueOf).collect(Collectors.joining(press == Press.STEPS ? ", " : " and "));
        String pressed = press == Press.PLAYED ? "" : press.words() + " " + numbers;
        String back = rest == null ? "" : (pressed.isEmpty() ? "" : ", ") + "back to " + rest;
        return off ? "switched off" : pressed + back;
    }
}
