package orchard.signal;

import com.fasterxml.jackson.annotation.JsonIgnoreType;
import orchard.mistake.Mistake;

/**
 * Keys that a desktop is told to type.
 *
 * @param sequence whose they are: another run of the same, while one is typed or waits, stops that one
 * @param run what belongs together is typed one after the other
 * @param keys without a value that is not known yet
 * @param times how often it is all typed, 1–1,000
 * @param within how long is waited for a window, in seconds, 0.1–30
 * @param back whether the window that was in front before comes back
 */
@JsonIgnoreType
public record Typing(String sequence, long run, Keystrokes keys, int times, double within, boolean back)
        implements Message {

    /** The most times. */
    public static final int MOST_TIMES = 1_000;

    private static final int SHOWN = 80;

    public Typing {
        if (times < 1 || times > MOST_TIMES) {
            throw new Mistake("Keys are typed 1–" + MOST_TIMES + " times, not " + times);
        }
        if (!(within >= 0.1 && within <= 30)) {
            throw new Mistake("A window is waited for 0.1 s to 30 s");
        }
    }

    @Override
    public String words() {
        String text = keys.text();
        return "type " + (text.length() > SHOWN ? text.substring(0, SHOWN) + "…" : text)
                + (times == 1 ? "" : ", " + times + " times");
    }

    @Override
    public String subject() {
        return "type into " + keys.first().named();
    }
}
