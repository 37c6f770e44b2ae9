package orchard.gear;

import java.util.List;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;

/**
 * One number a control gives: the turn of a knob, or a pad's velocity, gate or pressure.
 *
 * @param name unique within its control: {@code turn}, {@code velocity}, {@code pressure}, {@code gate}, {@code x}
 * @param output how the device makes the number of a movement
 */
public record Dimension(String name, MessagePattern pattern, SendMode output) {

    /** Name of the dimension of a motor fader that tells whether a finger is on it. */
    public static final String TOUCH = "touch";

    public Dimension {
        output = output == null ? SendMode.PLAYED : output;
    }

    /** A number as the hand plays it. */
    public Dimension(String name, MessagePattern pattern) {
        this(name, pattern, SendMode.PLAYED);
    }

    /** Position 0..1 of a number: for buttons with values of their own, 0 is let go and 1 is pressed. */
    public double position(double number) {
        List<Integer> values = output.values();
        return switch (output.press()) {
            case PLAYED -> pattern.position(number);
            case MOMENTARY, TOGGLE -> (number - values.get(1)) / (values.get(0) - values.get(1));
            case STEPS -> {
                int step = values.indexOf((int) number);
                yield step < 0 ? pattern.position(number) : step / (values.size() - 1.0);
            }
        };
    }

    /** The number that is sent at position 0. */
    public double rest() {
        return switch (output.press()) {
            case PLAYED -> pattern.low();
            case MOMENTARY, TOGGLE -> output.values().get(1);
            case STEPS -> output.values().get(0);
        };
    }

    /** Whether it tells the end of a press as well as the beginning. */
    public boolean tellsRelease() {
        return output.press() != SendMode.Press.STEPS && pattern.tellsRelease();
    }

    /** What it sends, in words. */
    public String words() {
        String more = output.words();
        return pattern.words() + (more.isEmpty() ? "" : ", " + more);
    }

    /** The same number said by another message. */
    public Dimension with(MessagePattern other) {
        return new Dimension(name, other, output);
    }

    /** The same number made in another way. */
    public Dimension with(SendMode other) {
        return new Dimension(name, pattern, other);
    }

    /** Whether its number says how far rather than where. */
    public boolean relative() {
        return pattern.encoding() != Encoding.ABSOLUTE;
    }
}
