package orchard.parameter;

import orchard.mistake.Mistake;

/**
 * The ends a parameter runs between, in its unit.
 *
 * @param unit "Hz", "dB", "%", "" and the like
 */
public record Range(double low, double high, String unit) {

    public Range {
        if (!Double.isFinite(low) || !Double.isFinite(high) || low >= high) {
            throw new Mistake("a range needs a low end below its high end: " + low + " to " + high);
        }
    }

    /** The value itself, or the nearer end when it lies outside. */
    public double clamp(double value) {
        return Math.max(low, Math.min(high, value));
    }

    /** Place 0..1 between the ends, evenly. */
    public double place(double value) {
        return (clamp(value) - low) / (high - low);
    }

    /** The value at a place 0..1, evenly. */
    public double at(double place) {
        return low + place * (high - low);
    }

    /** Whether a value lies between the ends, both included. */
    public boolean contains(double value) {
        return value >= low && value <= high;
    }
}
