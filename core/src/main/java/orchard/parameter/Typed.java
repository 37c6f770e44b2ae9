package orchard.parameter;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import orchard.mistake.Mistake;

/** What was typed into {@link Field}s, by their names. Every method throws a {@link Mistake} beside the field where it cannot be read. */
public record Typed(Map<String, String> values) {

    private static final Range PERCENT = new Range(0, 100, "%");
    private static final Range SECONDS = new Range(0, 1e6, "s");
    private static final double ANY = 1e9;

    /** One field alone. */
    public static Typed of(String field, String value) {
        return new Typed(Map.of(field, value));
    }

    /** The text, without blanks around it. */
    public String text(String field) {
        return values.getOrDefault(field, "").strip();
    }

    /** Whether it was ticked. */
    public boolean check(String field) {
        return text(field).equals("true");
    }

    /** Any number. */
    public double number(String field) {
        return quantity(field, new Law.Linear(), new Range(-ANY, ANY, ""));
    }

    /** A share, 0..1, typed in percent. */
    public double percent(String field) {
        return quantity(field, new Law.Linear(), PERCENT) / 100;
    }

    /** A time. */
    public double seconds(String field) {
        return quantity(field, new Law.Linear(), SECONDS);
    }

    /** A real value within a parameter's range. */
    public double real(String field, Parameter parameter) {
        return quantity(field, parameter.law(), parameter.range());
    }

    /** A real value in a parameter's unit, but not bound to its range. */
    public double free(String field, Parameter parameter) {
        return quantity(
                field, new Law.Linear(), new Range(-ANY, ANY, parameter.range().unit()));
    }

    /** Real values within a parameter's range, a line each. */
    public List<Double> reals(String field, Parameter parameter) {
        return text(field)
                .lines()
                .filter(line -> !line.isBlank())
                .map(line -> quantity(field, line.strip(), parameter.law(), parameter.range()))
                .toList();
    }

    /** How many places to go on; below 0 back, and never 0. */
    public int steps(String field) {
        double steps = number(field);
        if (steps == 0 || steps != Math.rint(steps) || Math.abs(steps) > 99) {
            throw new Mistake(field, "expected +1 for the next, −1 for the one before, or as many as 99");
        }
        return (int) steps;
    }

    /** One of an enum. */
    public <T extends Enum<T>> T oneOf(String field, Class<T> kind) {
        try {
            return Enum.valueOf(kind, text(field).toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw new Mistake(field, "Choose one from the list");
        }
    }

    private double quantity(String field, Law law, Range range) {
        return quantity(field, text(field), law, range);
    }

    private static double quantity(String field, String typed, Law law, Range range) {
        try {
            return Quantity.parse(typed, law, range);
        } catch (Quantity.Unreadable e) {
            throw new Mistake(field, e.getMessage());
        }
    }
}
