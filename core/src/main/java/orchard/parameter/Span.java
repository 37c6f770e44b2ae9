package orchard.parameter;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import orchard.mistake.Mistake;

/**
 * How long something takes: in seconds, or in beats of the rig's tempo.
 *
 * @param seconds 0 where it is in beats
 * @param beats 1/64..{@value #MOST_BEATS}, or 0 where it is in seconds
 */
public record Span(double seconds, double beats) {

    /** The most beats. */
    public static final double MOST_BEATS = 4096;

    private static final double FEWEST_BEATS = 1.0 / 64;
    private static final Pattern TYPED = Pattern.compile("([0-9]+(?:[.,][0-9]+)?)\\s*beats?", Pattern.CASE_INSENSITIVE);

    /**
     * One that lies within limits.
     *
     * @param sentence what is said of seconds that do not
     * @throws Mistake beside the field “seconds”
     */
    public static Span checked(double seconds, double beats, double shortest, double longest, String sentence) {
        if (beats != 0) {
            if (!(beats >= FEWEST_BEATS && beats <= MOST_BEATS)) {
                throw new Mistake("seconds", "it takes 1/64 to 4,096 beats");
            }
            return new Span(0, beats);
        }
        if (!(seconds >= shortest && seconds <= longest)) {
            throw new Mistake("seconds", sentence);
        }
        return new Span(seconds, 0);
    }

    /** The one that was typed: “0.5 s”, or “4 beats”. */
    public static Span typed(Typed typed, String field) {
        Matcher inBeats = TYPED.matcher(typed.text(field));
        return inBeats.matches()
                ? new Span(0, Double.parseDouble(inBeats.group(1).replace(',', '.')))
                : new Span(typed.seconds(field), 0);
    }

    /** The field for one. */
    public Field field(String name, String label, String standard) {
        return Field.text(name, label, words(), standard);
    }

    /** Whether it is in beats. */
    public boolean inBeats() {
        return beats != 0;
    }

    /** It in words. */
    public String words() {
        return inBeats() ? Display.text(beats, "") + (beats == 1 ? " beat" : " beats") : Display.text(seconds, "s");
    }
}
