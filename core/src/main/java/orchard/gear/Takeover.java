package orchard.gear;

import java.util.Locale;

/** What happens when an absolute control is moved that stands elsewhere than its parameter. */
public enum Takeover {
    /** The parameter jumps to where the control is. */
    JUMP("jumps"),
    /** Nothing happens until the control comes past the parameter's value. */
    PICK_UP("is picked up"),
    /** The parameter goes the same share of what is left of its way, until both have met at an end. */
    CONVERGE("converges");

    private final String words;

    Takeover(String words) {
        this.words = words;
    }

    /** What the parameter does, in a sentence. */
    public String words() {
        return words;
    }

    /** Lower-case name, as pages use it. */
    public String key() {
        return name().toLowerCase(Locale.ROOT);
    }
}
