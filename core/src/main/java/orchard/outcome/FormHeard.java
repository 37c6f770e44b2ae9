package orchard.outcome;

import java.util.List;
import java.util.Locale;
import java.util.StringJoiner;
import orchard.form.MessageForm;
import orchard.outcome.Line.Tone;

/**
 * A message has the form that a mapping waits for.
 *
 * @param mapping id of it
 * @param values numbers or texts, in the order of the form's names
 */
public record FormHeard(String mapping, MessageForm form, Object[] values) implements Outcome {

    @Override
    public List<Line> lines(Telling telling) {
        String read = read(" is ");
        return List.of(
                new Line(Tone.IN, "It is like " + form.text() + (read.isEmpty() ? "" : ": " + read) + ".", mapping));
    }

    /** What stood in it, as short as it can be told: {@code patch 5, level 8192}. */
    public String read() {
        return read(" ");
    }

    private String read(String between) {
        StringJoiner read = new StringJoiner(", ");
        for (int i = 0; i < values.length; i++) {
            Object value = values[i];
            boolean isWhole = value instanceof Double number && number == Math.rint(number);
            read.add(form.names().get(i)
                    + between
                    + (isWhole
                            ? String.format(Locale.ROOT, "%.0f", (Double) value)
                            : value instanceof Double ? value.toString() : "“" + value + "”"));
        }
        return read.toString();
    }
}
