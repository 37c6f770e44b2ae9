package orchard.mapping;

/** One step of a {@link Shape}. Every stage states what it takes and what it gives. */
public sealed interface Stage {

    /** Turns the control round: control position 0..1 to control position 0..1. */
    record Invert() implements Stage {}

    /**
     * Lays part of the control's way over part of the parameter's: control position 0..1 to parameter position 0..1.
     * Between the ends the parameter's own law rules. {@code low} may be above {@code high}.
     *
     * @param from control position that gives {@code low}, 0..1
     * @param to control position that gives {@code high}, 0..1, above {@code from}
     * @param low real value in the parameter's unit
     * @param high real value in the parameter's unit, not equal to {@code low}
     */
    record Scale(double from, double to, double low, double high) implements Stage {
        public Scale {
            if (!(from >= 0 && to <= 1 && from < to)) {
                throw new IllegalArgumentException("the control's part runs upwards within 0..1");
            }
            if (low == high || !Double.isFinite(low) || !Double.isFinite(high)) {
                throw new IllegalArgumentException("the two ends of the range are the same");
            }
        }
    }

    /**
     * Keeps the parameter between two values: parameter position 0..1 to parameter position 0..1.
     *
     * @param low real value in the parameter's unit
     * @param high real value in the parameter's unit, above {@code low}
     */
    record Clamp(double low, double high) implements Stage {
        public Clamp {
            if (!(low < high)) {
                throw new IllegalArgumentException("a clamp's low end is below its high end");
            }
        }
    }
}
