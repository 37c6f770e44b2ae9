package orchard.shape;

import orchard.parameter.Parameter;
import orchard.parameter.Range;

/**
 * Follows what comes in over time. Remembers where it is, where it goes and since when.
 *
 * @param width of the whole way
 * @param smooth whether it comes nearer ever more slowly, rather than at one speed
 */
record Following(double width, double seconds, boolean smooth) implements StageFunction {

    private static final int IS = 0;
    private static final int GOES = 1;
    private static final int SINCE = 2;
    private static final double NEAR = 1e-4;

    static StageFunction on(Parameter parameter, Medium taken, double seconds, boolean smooth) {
        Range range = parameter.range();
        return new Following(taken == Medium.REAL ? range.high() - range.low() : 1, seconds, smooth);
    }

    @Override
    public double forward(double value, double[] memory, int at, long nanos) {
        double is = memory[at + IS];
        double elapsed = (nanos - memory[at + SINCE]) / 1e9;
        memory[at + SINCE] = nanos;
        if (Double.isNaN(is)) {
            memory[at + IS] = value;
            memory[at + GOES] = value;
            return value;
        }
        // until now it went to where it was told before
        double goes = memory[at + GOES];
        double next = smooth
                ? goes + (is - goes) * Math.exp(-elapsed / seconds)
                : is + Math.max(-width * elapsed / seconds, Math.min(width * elapsed / seconds, goes - is));
        memory[at + GOES] = Double.isNaN(value) ? goes : value;
        memory[at + IS] = Math.abs(memory[at + GOES] - next) < NEAR * width ? memory[at + GOES] : next;
        return memory[at + IS];
    }

    @Override
    public Inverse inverse() {
        return Inverse.NONE;
    }

    @Override
    public int memory() {
        return 3;
    }

    @Override
    public boolean isMoving(double[] memory, int at) {
        return !Double.isNaN(memory[at + IS]) && memory[at + IS] != memory[at + GOES];
    }
}
