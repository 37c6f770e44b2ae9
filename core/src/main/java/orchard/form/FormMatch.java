package orchard.form;

import java.util.List;
import java.util.regex.Pattern;
import orchard.form.Cell.Named;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscArgument;
import orchard.signal.OscMessage;

/** Whether a message has a form, and what stands in its places then. */
final class FormMatch {

    private static final Pattern NUMBER = Pattern.compile("[-+]?\\d{1,15}(\\.\\d+)?");

    private FormMatch() {}

    /** The values of what has a name, in the order of the form's names; null where the message has not this form. */
    static Object[] read(MessageForm form, Message message) {
        if (message instanceof OscMessage osc) {
            return form.isOsc() ? osc(form, osc) : null;
        } else if (message instanceof MidiMessage.SysEx sysEx) {
            return form.isSysEx() ? bytes(form, sysEx) : null;
        }
        boolean isChannel = !form.isOsc() && !form.isSysEx();
        int[] numbers =
                isChannel && message instanceof MidiMessage midi ? form.family().read(midi) : null;
        if (numbers == null) {
            return null;
        }
        Values values = new Values(form.names());
        for (int i = 0; i < numbers.length; i++) {
            Cell cell = form.cells().get(i);
            if (cell instanceof Named named) {
                if (!values.put(named, (double) numbers[i])) {
                    return null;
                }
            } else if (!fits(cell, numbers[i])) {
                return null;
            }
        }
        return values.all;
    }

    /** What was found under each name. */
    private static final class Values {
        private final List<String> names;
        private final Object[] all;

        Values(List<String> names) {
            this.names = names;
            this.all = new Object[names.size()];
        }

        /** False where nothing can stand there, or another value stands under the same name already. */
        boolean put(Named named, Object value) {
            int place = names.indexOf(named.name());
            boolean isFine = value != null && (all[place] == null || all[place].equals(value));
            all[place] = value;
            return isFine;
        }
    }

    private static boolean fits(Cell cell, double number) {
        return cell instanceof Cell.Any
                || cell instanceof Cell.Fixed fixed && Math.abs(fixed.number() - number) <= 1e-6 * Math.abs(number)
                || cell instanceof Cell.Within range && number >= range.low() && number <= range.high();
    }

    private static Object[] bytes(MessageForm form, MidiMessage.SysEx message) {
        byte[] data = message.data();
        if (data.length != form.length()) {
            return null;
        }
        Values values = new Values(form.names());
        int at = 0;
        for (Cell cell : form.cells()) {
            if (cell instanceof Named named) {
                if (!values.put(named, named.size().read(data, at))) {
                    return null;
                }
            } else if (cell instanceof Cell.Sum sum) {
                if (sum.of(message, at) != data[at]) {
                    return null;
                }
            } else if (!fits(cell, data[at])) {
                return null;
            }
            at += MessageForm.size(cell);
        }
        return values.all;
    }

    private static Object[] osc(MessageForm form, OscMessage message) {
        List<Cell> cells = form.cells();
        List<Cell> arguments = form.arguments();
        String[] words = message.address().substring(1).split("/", -1);
        if (words.length != cells.size() || message.arguments().size() < arguments.size()) {
            return null;
        }
        Values values = new Values(form.names());
        for (int i = 0; i < words.length; i++) {
            if (cells.get(i) instanceof Named named) {
                boolean isNumber = NUMBER.matcher(words[i]).matches();
                if (!values.put(named, isNumber ? (Object) Double.valueOf(words[i]) : words[i])) {
                    return null;
                }
            } else if (cells.get(i) instanceof Cell.Said said && !said.text().equals(words[i])) {
                return null;
            }
        }
        for (int i = 0; i < arguments.size(); i++) {
            OscArgument argument = message.arguments().get(i);
            Cell cell = arguments.get(i);
            if (cell instanceof Named named) {
                boolean isNumber = !Double.isNaN(argument.number());
                if (!values.put(named, isNumber ? (Object) argument.number() : text(argument))) {
                    return null;
                }
            } else if (cell instanceof Cell.Said said) {
                if (!said.text().equals(text(argument))) {
                    return null;
                }
            } else if (!fits(cell, argument.number())) {
                return null;
            }
        }
        return values.all;
    }

    private static String text(OscArgument argument) {
        return argument instanceof OscArgument.Text text ? text.value() : argument.words();
    }
}
