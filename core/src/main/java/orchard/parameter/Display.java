package orchard.parameter;

import java.util.Locale;
import java.util.Optional;

/** How real values are written for people: three significant digits, the unit always with them, {@code k} for thousands. */
public final class Display {

    /** The unit of angles. */
    public static final String DEGREES = "°";

    private Display() {}

    /** A value with its unit: {@code 1.26 kHz}, {@code −6.0 dB}, {@code 45 %}. */
    public static String text(double real, String unit) {
        return unit.isEmpty() || unit.equals(DEGREES)
                ? number(real, unit) + unit
                : number(real, unit) + (scaled(real, unit) ? " k" : " ") + unit;
    }

    /** A parameter's value: its name where the law has names, otherwise number and unit. */
    public static String text(double real, Law law, Range range) {
        return law.hasNames() ? law.label((int) range.clamp(Math.rint(real))) : text(real, range.unit());
    }

    /** A real value of a parameter that may not be known. */
    public static String real(double value, Optional<Parameter> parameter) {
        return parameter.map(p -> p.textOfReal(value)).orElse(text(value, ""));
    }

    /** A share, 0..1, in percent. */
    public static String percent(double share) {
        return text(100 * share, "%");
    }

    /** A factor: {@code 0.1×}. */
    public static String times(double factor) {
        return text(factor, "") + "×";
    }

    private static boolean scaled(double real, String unit) {
        return unit.equals("Hz") && Math.abs(real) >= 1000;
    }

    private static String number(double real, String unit) {
        double shown = scaled(real, unit) ? real / 1000 : real;
        String text;
        if (unit.equals("dB")) {
            text = String.format(Locale.ROOT, "%.1f", shown);
        } else if (unit.equals("Hz")) {
            double size = Math.abs(shown);
            text = String.format(Locale.ROOT, size >= 100 ? "%.0f" : size >= 10 ? "%.1f" : "%.2f", shown);
        } else {
            text = shown == Math.rint(shown) || Math.abs(shown) >= 100
                    ? String.format(Locale.ROOT, "%.0f", shown)
                    : String.format(Locale.ROOT, Math.abs(shown) >= 10 ? "%.1f" : "%.2f", shown);
        }
        if (text.matches("-0(\\.0+)?")) {
            text = text.substring(1);
        }
        return text.replace('-', '−');
    }
}
