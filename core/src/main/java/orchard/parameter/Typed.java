package orchard.parameter;

import java.util.Locale;
import java.util.Map;

/** What was typed into {@link Field}s, by their names. Every method throws a {@link Mistake} beside the field where it cannot be read. */
public record Typed(Map<String, String> values) {

    private static final Range PERCENT = new Range(0, 100, "%");
    private static final Range SECONDS = new Range(0, 1e6, "s");
    private static final double ANY = 1e9;

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

    /** One of an enum. */
    public <T extends Enum<T>> T oneOf(String field, Class<T> kind) {
        try {
            return Enum.valueOf(kind, text(field).toUpperCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            throw new Mistake(field, "Choose one from the list");
        }
    }

    private double quantity(String field, Law law, Range range) {
        try {
            return Quantity.parse(text(field), law, range);
        } catch (Quantity.Unreadable e) {
            throw new Mistake(field, e.getMessage());
        }
    }
}
