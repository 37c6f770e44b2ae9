package orchard.signal;

/**
 * Numbers of one resolution in another, by the MIDI Association's min-centre-max rule: the lowest stays the lowest, the exact
 * middle (64 of 7 bit, 8192 of 14 bit) the exact middle, the highest the highest.
 */
public final class Resolution {

    private Resolution() {}

    /**
     * A number of one resolution in another. Up and down again gives the same number.
     *
     * @param number 0 to 2<sup>from</sup> − 1
     * @param from bits, 2–32
     * @param to bits, 2–32
     */
    public static long scale(long number, int from, int to) {
        if (to <= from) {
            return number >> from - to;
        }
        long scaled = number << to - from;
        long centre = 1L << from - 1;
        if (number <= centre) {
            return scaled;
        }
        // the bits below the uppermost are repeated downwards until the new ones are full
        int repeatBits = from - 1;
        long repeat = number & (1L << repeatBits) - 1;
        int shift = to - from - repeatBits;
        repeat = shift > 0 ? repeat << shift : repeat >> -shift;
        while (repeat != 0) {
            scaled |= repeat;
            repeat >>= repeatBits;
        }
        return scaled;
    }

    /** Position 0..1 of a number, with the exact middle at 0.5; numbers outside go on along the same lines. */
    public static double position(double number, int bits) {
        double centre = 1 << bits - 1;
        double highest = (1 << bits) - 1;
        return number <= centre ? number / centre / 2 : 0.5 + (number - centre) / (highest - centre) / 2;
    }

    /** The number nearest to a position 0..1; inverse of {@link #position}. */
    public static int number(double position, int bits) {
        double centre = 1 << bits - 1;
        double highest = (1 << bits) - 1;
        double number = position <= 0.5 ? position * 2 * centre : centre + (position - 0.5) * 2 * (highest - centre);
        return (int) Math.rint(Math.max(0, Math.min(highest, number)));
    }
}
