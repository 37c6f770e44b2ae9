package orchard.signal;

/**
 * How the number in a message stands for a movement. Absolute numbers say where a control is; all others say how far it
 * went since the message before.
 */
public enum Encoding {
    /** The number is the place. */
    ABSOLUTE,
    /** 7 bit: 1..63 up, 127..65 down (127 is one step down). */
    TWOS_COMPLEMENT,
    /** 7 bit: 65.. up, 63.. down, 64 stands still. */
    OFFSET_64,
    /** 7 bit: 1..63 up, 65..127 down; bit 6 is the sign. */
    SIGN_AND_MAGNITUDE,
    /** A number without ends (turns of a wheel): the step is its difference from the number before. */
    COUNTING,
    /** The number is the step, 1 for the whole way of a control with ends: fingers on a layout. */
    STEPPING;

    /** As many steps of the 7-bit encodings are the whole way of a control with ends. */
    public static final int WAY = 127;

    /** Whether the number says how far rather than where. */
    public boolean relative() {
        return this != ABSOLUTE;
    }

    /** Whether the number is a count of steps, of which {@value #WAY} are a whole way. */
    public boolean inSteps() {
        return relative() && this != COUNTING && this != STEPPING;
    }

    /** The steps in a 7-bit number, up positive. Only for the three 7-bit relative encodings. */
    public int steps(int number) {
        return switch (this) {
            case TWOS_COMPLEMENT -> number < 64 ? number : number - 128;
            case OFFSET_64 -> number - 64;
            case SIGN_AND_MAGNITUDE -> number < 64 ? number : 64 - number;
            case ABSOLUTE, COUNTING, STEPPING -> throw new IllegalStateException(this + " has no 7-bit steps");
        };
    }

    /** The 7-bit number for some steps, −63..63 (more is cut off). Inverse of {@link #steps}. */
    public int number(int steps) {
        int cut = Math.max(-63, Math.min(63, steps));
        return switch (this) {
            case TWOS_COMPLEMENT -> cut & 0x7F;
            case OFFSET_64 -> 64 + cut;
            case SIGN_AND_MAGNITUDE -> cut < 0 ? 64 - cut : cut;
            case ABSOLUTE, COUNTING, STEPPING -> throw new IllegalStateException(this + " has no 7-bit steps");
        };
    }

    /** In plain words, for pages and sentences. */
    public String words() {
        return switch (this) {
            case ABSOLUTE -> "absolute";
            case TWOS_COMPLEMENT -> "relative, two's complement";
            case OFFSET_64 -> "relative, offset 64";
            case SIGN_AND_MAGNITUDE -> "relative, sign and magnitude";
            case COUNTING -> "counting without end";
            case STEPPING -> "steps";
        };
    }
}
