package orchard.light;

/** Whether a lamp stands still while it is lit. */
public enum Motion {
    STILL("", 0),
    BLINKING("blinking", 250_000_000),
    BREATHING("breathing", 1_000_000_000);

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

    /** How long a lamp that cannot move by itself is bright, and then dark or dim, in nanoseconds; 0 for always bright. */
    public long half() {
        return half;
    }
}
