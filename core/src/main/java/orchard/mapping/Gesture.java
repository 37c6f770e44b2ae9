package orchard.mapping;

import orchard.mistake.Mistake;

/**
 * What has to be done with a control to set a mapping off.
 *
 * @param seconds how long it is held, or within what time the second press comes; 0.05..10; not used by the others
 */
public record Gesture(Kind kind, double seconds) {

    /** Any move, or a press. */
    public static final Gesture MOVE = new Gesture(Kind.MOVE, 0);

    /** A finger that goes round. */
    public static final Gesture CIRCLE = new Gesture(Kind.CIRCLE, 0);

    /** The gestures. */
    public enum Kind {
        /** Any move, or a press. */
        MOVE,
        /** Pressed and held for a time. */
        HOLD,
        /** Pressed twice within a time. */
        DOUBLE,
        /** A finger goes round on a surface that tells x and y; it counts turns, clockwise up, as an endless knob does. */
        CIRCLE
    }

    public Gesture {
        seconds = kind == Kind.HOLD || kind == Kind.DOUBLE ? seconds : 0;
        if ((kind == Kind.HOLD || kind == Kind.DOUBLE) && !(seconds >= 0.05 && seconds <= 10)) {
            throw new Mistake("the time of a gesture lies between 0.05 s and 10 s");
        }
    }
}
