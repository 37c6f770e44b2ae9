package orchard.shape;

/** What a value between two stages is. */
public enum Medium {
    /** A control position, 0..1 over its whole way, or counted turns. */
    CONTROL,
    /** A position of the parameter, 0..1. */
    POSITION,
    /** A real value in the parameter's unit. */
    REAL
}
