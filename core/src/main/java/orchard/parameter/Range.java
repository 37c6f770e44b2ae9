package orchard.parameter;

/**
 * The ends a parameter runs between, in its unit.
 *
 * @param unit "Hz", "dB", "%", "" and the like
 */
public record Range(double low, double high, String unit) {

    public Range {
        if (!Double.isFinite(low) || !Double.isFinite(high) || low >= high) {
            throw new IllegalArgumentException("a range needs a low end below its high end: " + low + " to " + high);
        }
    }

    /** The value itself, or the nearer end when it lies outside. */
    public double clamp(double value) {
        return Math.max(low, Math.min(high, value));
    }

    /** Whether a value lies between the ends, both included. */
    public boolean contains(double value) {
        return value >= low && value <= high;
    }
}
