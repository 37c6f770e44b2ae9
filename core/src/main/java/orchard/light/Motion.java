package orchard.light;

/** Whether a lamp stands still while it is lit. */
public enum Motion {
    STILL("", 0),
    BLINKING("blinking", 250_000_000),
    BREATHING("breathing", 1_000_000_000),
    /** Bright in the first half of every beat of the rig's tempo. */
    IN_TIME("in time", 0);

    private final String words;
    private final long half;

    Motion(String words, long half) {
        this.words = words;
        this.half = half;
    }

    /** In plain words; "" for one that stands still. */
    public String words() {
        return words;
    }

    /** How long a lamp that cannot move by itself is bright, and then dark or dim, in nanoseconds; 0 if no clock of its own says so. */
    public long half() {
        return half;
    }
}
