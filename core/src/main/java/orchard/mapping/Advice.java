package orchard.mapping;

import java.util.Optional;
import orchard.parameter.Parameter;
import orchard.parameter.Range;

/**
 * What is odd about a range that was typed for a parameter, and what was probably meant.
 *
 * @param text what is odd and why, a sentence or two
 * @param low the low end that was probably meant, in the parameter's unit
 * @param high the high end that was probably meant
 */
public record Advice(String text, double low, double high) {

    /** A range that uses less of the parameter than this is odd. */
    public static final double LITTLE = 0.05;

    /**
     * The advice on a range, if there is something to say.
     *
     * @param from one end, in the parameter's unit; may be out of its reach
     * @param to the other end
     */
    public static Optional<Advice> of(double from, double to, Parameter parameter) {
        Range range = parameter.range();
        double low = Math.min(from, to);
        double high = Math.max(from, to);
        boolean out = low < range.low() || high > range.high();
        double used = Math.abs(parameter.position(to) - parameter.position(from));
        if (!out && used >= LITTLE) {
            return Optional.empty();
        }
        String reach = "%s goes from %s to %s"
                .formatted(parameter.name(), parameter.textOfReal(range.low()), parameter.textOfReal(range.high()));
        String matter = out ? "Out of reach: " + reach + "." : "This is under a twentieth of its way: " + reach + ".";
        for (double whole : new double[] {1, 100, 127}) {
            boolean share =
                    low >= 0 && high <= whole && (high > whole / 2 || from == 0 || to == 0) && whole != range.high();
            if (share && (low != range.low() || high != range.high())) {
                double meantLow = parameter.real(from / whole);
                double meantHigh = parameter.real(to / whole);
                if (meantLow != meantHigh && Math.abs(to - from) / whole >= LITTLE) {
                    return Optional.of(new Advice(
                            matter + " "
                                    + (whole == 1
                                            ? "The numbers look like shares of the whole, 0 to 1."
                                            : whole == 100
                                                    ? "The numbers look like percent."
                                                    : "The numbers look like those of a controller, 0 to 127."),
                            meantLow,
                            meantHigh));
                }
            }
        }
        double meantLow = out ? range.clamp(from) : parameter.range().low();
        double meantHigh = out ? range.clamp(to) : parameter.range().high();
        return meantLow == meantHigh
                ? Optional.of(new Advice(
                        matter, from <= to ? range.low() : range.high(), from <= to ? range.high() : range.low()))
                : Optional.of(new Advice(matter, meantLow, meantHigh));
    }
}
