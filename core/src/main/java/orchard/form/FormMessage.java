package orchard.form;

import java.util.regex.Pattern;
import orchard.form.Cell.Named;
import orchard.mistake.Mistake;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscArgument;
import orchard.signal.OscMessage;

/**
 * One message of a form in the making.
 *
 * @param form in which nothing may be anything
 * @param values numbers or texts, in the order of the form's names; they are cut to what their places hold
 */
record FormMessage(MessageForm form, Object[] values) {

    private static final Pattern NO_WORD = Pattern.compile("[\\s#*,/?\\[\\]{}]");

    /** @throws Mistake where a number is needed and there is none */
    Message said() {
        if (form.isSysEx()) {
            return bytes();
        } else if (form.isOsc()) {
            return osc();
        }
        int[] numbers = new int[form.cells().size()];
        for (int i = 0; i < numbers.length; i++) {
            Family.Part part = form.family().parts.get(i);
            Cell cell = form.cells().get(i);
            double number = cell instanceof Cell.Fixed fixed ? fixed.number() : number((Named) cell);
            numbers[i] = (int) Math.round(Math.max(part.low(), Math.min(part.high(), number)));
        }
        return form.family().make(numbers);
    }

    /** What stands under a name. */
    private Object of(Named named) {
        Object is = values[form.names().indexOf(named.name())];
        return is == null ? "" : is;
    }

    private double number(Named named) {
        if (of(named) instanceof Double number && Double.isFinite(number)) {
            return number;
        }
        throw new Mistake("nothing is known for “" + named.name() + "”, or it is no number");
    }

    private Message bytes() {
        byte[] data = new byte[form.length()];
        int at = 0;
        for (Cell cell : form.cells()) {
            if (cell instanceof Cell.Fixed fixed) {
                data[at] = (byte) fixed.number();
            } else if (cell instanceof Named named) {
                Object is = named.size().isText() ? word(of(named)) : (Object) number(named);
                named.size().write(is, data, at);
            } else if (cell instanceof Cell.Sum sum) {
                data[at] = (byte) sum.of(new MidiMessage.SysEx(data), at);
            }
            at += MessageForm.size(cell);
        }
        return new MidiMessage.SysEx(data);
    }

    private Message osc() {
        StringBuilder address = new StringBuilder();
        for (Cell cell : form.cells()) {
            address.append('/');
            address.append(cell instanceof Cell.Said said ? said.text() : addressWord(word(of((Named) cell))));
        }
        return new OscMessage(
                address.toString(),
                form.arguments().stream().map(this::argument).toList());
    }

    /** A text as a word of an address: what a word may not have in it is a _ (OSC 1.0, “OSC Address Spaces”), and so is nothing. */
    private static String addressWord(String text) {
        return text.isEmpty() ? "_" : NO_WORD.matcher(text).replaceAll("_");
    }

    private OscArgument argument(Cell cell) {
        if (cell instanceof Cell.Said said) {
            return new OscArgument.Text(said.text());
        } else if (cell instanceof Cell.Fixed fixed) {
            boolean isWhole =
                    fixed.number() == Math.rint(fixed.number()) && Math.abs(fixed.number()) < Integer.MAX_VALUE;
            return isWhole
                    ? new OscArgument.Int32((int) fixed.number())
                    : new OscArgument.Float32((float) fixed.number());
        }
        Named named = (Named) cell;
        if (named.type() == Cell.Type.TEXT) {
            return new OscArgument.Text(word(of(named)));
        }
        double number = number(named);
        return switch (named.type()) {
            case WHOLE ->
                new OscArgument.Int32(
                        (int) Math.max(Integer.MIN_VALUE, Math.min(Integer.MAX_VALUE, Math.rint(number))));
            case DOUBLE -> new OscArgument.Float64(number);
            case LONG -> new OscArgument.Int64(Math.round(number));
            case SWITCH -> number >= 0.5 ? OscArgument.Plain.TRUE : OscArgument.Plain.FALSE;
            default -> new OscArgument.Float32((float) number);
        };
    }

    /** A value as a text: whole numbers without a point. */
    private static String word(Object value) {
        return value instanceof Double number && number == Math.rint(number) && Math.abs(number) < 1e15
                ? String.valueOf(number.longValue())
                : String.valueOf(value);
    }
}
