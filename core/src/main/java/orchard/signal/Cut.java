package orchard.signal;

/** Shortens texts that come from outside without breaking a letter: one that takes two characters is kept whole or left out. */
public final class Cut {

    private Cut() {}

    /**
     * The text itself, or its beginning.
     *
     * @param most how many characters it may have
     */
    public static String to(String text, int most) {
        if (text.length() <= most) {
            return text;
        }
        boolean splits =
                Character.isHighSurrogate(text.charAt(most - 1)) && Character.isLowSurrogate(text.charAt(most));
        return text.substring(0, splits ? most - 1 : most);
    }
}
