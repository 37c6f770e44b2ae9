package orchard.layout;

/** What a finger has to do before an element listens to it, so that nobody sets it off by mistake. */
public enum Guard {
    NONE("at once"),
    /** It stays on it for half a second. */
    HELD("once held for half a second"),
    /** It slides across it to the right. */
    SLID("once slid open to the right");

    private final String words;

    Guard(String words) {
        this.words = words;
    }

    /** When an element listens, in words. */
    public String words() {
        return words;
    }
}
