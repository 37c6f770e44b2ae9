package orchard.light;

/** How a ring draws the place of a value. */
public enum Sweep {
    DOT("as a dot"),
    FILL("filled"),
    MIDDLE("from the middle"),
    BOTH("both ways");

    private final String words;

    Sweep(String words) {
        this.words = words;
    }

    /** How it is drawn, in plain words. */
    public String words() {
        return words;
    }
}
