package orchard.shape;

/** One stage, made ready for one parameter. NaN goes in where only time went by, and comes out for nothing. */
public interface StageFunction {

    /** How far a stage can be undone. */
    enum Inverse {
        /** For every value of its side. */
        WHOLE,
        /** For the values that it gives, which are not all of its side. */
        PART,
        /** For none that could be relied on. */
        NONE
    }

    /** The value after the stage. */
    double forward(double value, double[] memory, int at, long nanos);

    /** A value before the stage that gives this one. */
    default double backward(double value) {
        return value;
    }

    /** For which values {@link #forward} gives back what {@link #backward} was given. */
    default Inverse inverse() {
        return Inverse.PART;
    }

    /** How many numbers it remembers. */
    default int memory() {
        return 0;
    }

    /** Whether time alone will change the value. */
    default boolean isMoving(double[] memory, int at) {
        return false;
    }
}
