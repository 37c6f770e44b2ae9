package orchard.check;

/** What a finding would do to the night. The worst comes first. */
public enum Effect {
    STOPS("Will not work tonight"),
    SURPRISES("Can surprise you");

    private final String words;

    Effect(String words) {
        this.words = words;
    }

    /** As a heading. */
    public String words() {
        return words;
    }
}
