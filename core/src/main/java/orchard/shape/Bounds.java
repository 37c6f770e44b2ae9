package orchard.shape;

import java.util.List;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Range;

/** What several stages say of their numbers. */
final class Bounds {

    private Bounds() {}

    static void within(String what, double value, double low, double high) {
        if (!(value >= low && value <= high)) {
            throw new Mistake("%s lies between %s and %s".formatted(what, plain(low), plain(high)));
        }
    }

    private static String plain(double value) {
        return value == Math.rint(value) ? String.valueOf((long) value) : String.valueOf(value);
    }

    static void upwards(String what, double low, double high) {
        if (!(low < high) || !Double.isFinite(low) || !Double.isFinite(high)) {
            throw new Mistake("a " + what + "'s low end is below its high end");
        }
    }

    /** The fields of a stage with two ends in the parameter's unit. */
    static List<Field> ends(double low, double high, Parameter parameter) {
        Range range = parameter.range();
        return List.of(
                Field.real("low", "From", low, range.low(), parameter),
                Field.real("high", "to", high, range.high(), parameter));
    }

    static double cut(double position) {
        return Math.max(0, Math.min(1, position));
    }
}
