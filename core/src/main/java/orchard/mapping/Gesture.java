package orchard.mapping;

/**
 * What has to be done with a control to set a mapping off.
 *
 * @param seconds how long it is held, or within what time the second press comes; 0.05..10; not used by {@link Kind#MOVE}
 */
public record Gesture(Kind kind, double seconds) {

    /** Any move, or a press. */
    public static final Gesture MOVE = new Gesture(Kind.MOVE, 0);

    /** The gestures. */
    public enum Kind {
        /** Any move, or a press. */
        MOVE,
        /** Pressed and held for a time. */
        HOLD,
        /** Pressed twice within a time. */
        DOUBLE
    }

    public Gesture {
        if (kind != Kind.MOVE && !(seconds >= 0.05 && seconds <= 10)) {
            throw new IllegalArgumentException("the time of a gesture lies between 0.05 s and 10 s");
        }
    }
}
