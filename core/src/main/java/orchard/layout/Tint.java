package orchard.layout;

/** The colour of an element. Shape, place and words say the same without it. */
public enum Tint {
    USUAL("as usual"),
    OWN("in the colour of what it sets"),
    TEAL("teal"),
    VIOLET("violet"),
    BLUE("blue"),
    OLIVE("olive"),
    BROWN("brown"),
    STEEL("steel"),
    SAND("sand"),
    PURPLE("purple");

    private final String words;

    Tint(String words) {
        this.words = words;
    }

    /** In plain words. */
    public String words() {
        return words;
    }
}
