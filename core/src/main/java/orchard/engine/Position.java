package orchard.engine;

import orchard.parameter.Parameter;

/** Small helpers for what goes through the engine. */
final class Position {

    /** Positions closer than this are the same: finer than any wire tells. */
    static final double SAME = 1e-4;

    private static final int LONGEST_TEXT = 64;

    private Position() {}

    /** Keeps a position within 0..1. */
    static double cut(double position) {
        return Math.max(0, Math.min(1, position));
    }

    /** Keeps a device's words at a length that can be shown; a letter of two halves is never cut between them, and halves alone become “?”. */
    static String shorten(String text) {
        boolean isShort = text.length() <= LONGEST_TEXT;
        boolean isWhole = true;
        for (int i = 0; i < text.length() && isWhole; i++) {
            isWhole = !Character.isSurrogate(text.charAt(i));
        }
        if (isShort && isWhole) {
            return text;
        }
        StringBuilder whole = new StringBuilder();
        for (int i = 0; i < text.length() && whole.length() < LONGEST_TEXT; ) {
            int letter = text.codePointAt(i);
            i += Character.charCount(letter);
            boolean isHalf = letter >= Character.MIN_SURROGATE && letter <= Character.MAX_SURROGATE;
            if (whole.length() + Character.charCount(letter) > LONGEST_TEXT) {
                break;
            }
            whole.appendCodePoint(isHalf ? '?' : letter);
        }
        return whole.toString();
    }

    /** Whether a position is nearer to one value than to another. */
    static boolean nearer(Parameter parameter, double position, double one, double other) {
        return Math.abs(position - parameter.position(one)) < Math.abs(position - parameter.position(other));
    }
}
