package orchard.recognise;

import java.util.List;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.signal.MessageId;

/**
 * What the recogniser takes a control for.
 *
 * @param slot where its first message was heard; stays while the guess grows
 * @param name in the order of touch: Knob 3
 * @param sure 0..1 that kind and messages are right
 * @param gesture what to do with it to be surer, or ""
 * @param alternatives what else it may be; messages do not tell a knob from a fader
 * @param seen what was heard of it
 */
public record Guess(
        MessageId slot,
        String name,
        Control.Kind kind,
        List<Dimension> dimensions,
        double sure,
        String gesture,
        List<Control.Kind> alternatives,
        Seen seen) {

    public Guess {
        dimensions = List.copyOf(dimensions);
        alternatives = List.copyOf(alternatives);
    }

    /** As sure as needs no more gestures. */
    public static final double ENOUGH = 0.75;

    /**
     * What was heard.
     *
     * @param first when it was first touched
     * @param low the lowest number heard
     * @param high the highest
     * @param bits its resolution, or 0 where numbers are not counted in bits
     * @param noise by how much it trembles at rest, in its own numbers
     * @param release what it does when it is let go, in words
     * @param messages how many were heard
     */
    public record Seen(long first, double low, double high, int bits, double noise, String release, int messages) {}

    /** Whether nothing more has to be done with it. */
    public boolean isSure() {
        return sure >= ENOUGH;
    }

    /** The same under another name and taken for another of its alternatives. */
    public Guess as(String newName, Control.Kind other) {
        return new Guess(slot, newName, other, dimensions, sure, gesture, alternatives, seen);
    }

    /** The dimension of that name. */
    public Dimension dimension(String wanted) {
        return dimensions.stream()
                .filter(dimension -> dimension.name().equals(wanted))
                .findFirst()
                .orElseThrow();
    }
}
