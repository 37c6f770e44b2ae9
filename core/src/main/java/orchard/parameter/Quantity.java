package orchard.parameter;

import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Reads what people type into a field that wants a real value: {@code 200 Hz}, {@code 1.2k}, {@code −6 dB}, {@code 50 %}. */
public final class Quantity {

    private static final Pattern FORM =
            Pattern.compile("([+-]?\\d*[.,]?\\d+|[+-]?\\d+[.,]?)\\s*(k?)\\s*(\\p{L}*|[%°])");

    private Quantity() {}

    /** A text that could not be read; the message says what was expected. */
    public static final class Unreadable extends Exception {
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
        if (law instanceof Law.Named named) {
            return byName(typed, named.names());
        }
        Matcher matcher = FORM.matcher(typed.replace('−', '-').replace('\u00a0', ' '));
        if (typed.length() > 40 || !matcher.matches()) {
            throw new Unreadable("Not a value: expected something like "
                    + Display.text(range.contains(1) ? 1 : range.low(), range.unit()));
        }
        String unit = matcher.group(3);
        if (unit.equals("%") && !range.unit().equals("%")) {
            return share(matcher.group(1).replace(',', '.'), law, range);
        }
        if (!unit.isEmpty() && !unit.equalsIgnoreCase(range.unit())) {
            throw new Unreadable("“%s” is not this parameter's unit: it is measured in %s"
                    .formatted(unit, range.unit().isEmpty() ? "plain numbers" : range.unit()));
        }
        double value = Double.parseDouble(matcher.group(1).replace(',', '.'));
        value = matcher.group(2).isEmpty() ? value : value * 1000;
        if (!range.contains(value)) {
            throw new Unreadable("Out of reach: this parameter goes from %s to %s"
                    .formatted(Display.text(range.low(), range.unit()), Display.text(range.high(), range.unit())));
        }
        return value;
    }

    /** A share of the way, whatever the parameter is measured in. */
    private static double share(String percent, Law law, Range range) throws Unreadable {
        double share = Double.parseDouble(percent) / 100;
        if (!(share >= 0 && share <= 1)) {
            throw new Unreadable("A share of the way lies between 0 % and 100 %");
        }
        return law.real(share, range);
    }

    private static double byName(String typed, List<String> names) throws Unreadable {
        for (int i = 0; i < names.size(); i++) {
            if (names.get(i).toLowerCase(Locale.ROOT).equals(typed.toLowerCase(Locale.ROOT))) {
                return i;
            }
        }
        throw new Unreadable("Expected one of " + String.join(", ", names));
    }
}
