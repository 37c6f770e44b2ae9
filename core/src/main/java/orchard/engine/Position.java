package orchard.engine;

import orchard.signal.Cut;

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

    /** Keeps a device's words at a length that can be shown. */
    static String shorten(String text) {
        return Cut.to(text, LONGEST_TEXT);
    }
}
