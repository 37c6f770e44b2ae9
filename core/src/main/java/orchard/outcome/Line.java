package orchard.outcome;

/**
 * One line of an explanation.
 *
 * @param mapping id of the mapping it is about, or ""
 */
public record Line(Tone tone, String text, String mapping) {

    /** What a line is about. */
    public enum Tone {
        IN,
        THROUGH,
        OUT,
        MISSED,
        WRONG
    }

    /** A line that is about no mapping. */
    public static Line of(Tone tone, String text) {
        return new Line(tone, text, "");
    }
}
