package orchard.parameter;

import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import orchard.mistake.Mistake;

/** Reads what people type into a field that wants a real value: {@code 200 Hz}, {@code 1.2k}, {@code −6 dB}, {@code 50 %}. */
public final class Quantity {

    private static final Pattern FORM = Pattern.compile("([+-]?\\d*[.,]?\\d+|[+-]?\\d+[.,]?)\\s*(.*)");

    private Quantity() {}

    /** A text that could not be read; the message says what was expected. */
    public static final class Unreadable extends Mistake {
        private static final long serialVersionUID = 1;

        Unreadable(String message) {
            super(message);
        }
    }

    /**
     * The real value in a text.
     *
     * @throws Unreadable if it is no number, has another unit, or lies outside the parameter's range
     */
    public static double parse(String text, Law law, Range range) throws Unreadable {
        String typed = text.strip();
        if (law.hasNames()) {
            return byName(typed, law.labels());
        }
        Matcher matcher = FORM.matcher(typed.replace('−', '-').replace('\u00a0', ' '));
        if (typed.length() > 40 || !matcher.matches()) {
            throw new Unreadable("Not a value: expected something like "
                    + Display.text(range.contains(1) ? 1 : range.low(), range.unit()));
        }
        String unit = matcher.group(2);
        if (unit.equals("%") && !range.unit().equals("%")) {
            return share(matcher.group(1).replace(',', '.'), law, range);
        }
        boolean isPlain = unit.isEmpty() || unit.equalsIgnoreCase(range.unit());
        String rest = unit.isEmpty() || unit.charAt(0) != 'k'
                ? unit
                : unit.substring(1).strip();
        boolean isThousands =
                !isPlain && rest.length() < unit.length() && (rest.isEmpty() || rest.equalsIgnoreCase(range.unit()));
        if (!isPlain && !isThousands) {
            throw new Unreadable("“%s” is not this parameter's unit: it is measured in %s"
                    .formatted(unit, range.unit().isEmpty() ? "plain numbers" : range.unit()));
        }
        double value = Double.parseDouble(matcher.group(1).replace(',', '.')) * (isThousands ? 1000 : 1);
        if (range.contains(value)) {
            return value;
        }
        for (double end : new double[] {range.low(), range.high()}) {
            String shown = Display.text(end, range.unit());
            // what is shown of an end is rounded, and may lie a little beyond it
            if (Display.text(value, range.unit()).equals(shown) || typed.equals(shown)) {
                return end;
            }
        }
        throw new Unreadable("Out of reach: this parameter goes from %s to %s"
                .formatted(Display.text(range.low(), range.unit()), Display.text(range.high(), range.unit())));
    }

    /** A share of the way, whatever the parameter is measured in. */
    private static double share(String percent, Law law, Range range) throws Unreadable {
        double share = Double.parseDouble(percent) / 100;
        if (!(share >= 0 && share <= 1)) {
            throw new Unreadable("A share of the way lies between 0 % and 100 %");
        }
        return law.real(share, range);
    }

    private static double byName(String typed, List<String> labels) throws Unreadable {
        for (int i = 0; i < labels.size(); i++) {
            if (labels.get(i).equals(typed)) {
                return i;
            }
        }
        for (int i = 0; i < labels.size(); i++) {
            if (labels.get(i).toLowerCase(Locale.ROOT).equals(typed.toLowerCase(Locale.ROOT))) {
                return i;
            }
        }
        throw new Unreadable("Expected one of " + String.join(", ", labels));
    }
}
