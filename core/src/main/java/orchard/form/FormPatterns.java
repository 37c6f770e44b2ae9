package orchard.form;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.IntStream;
import orchard.form.Cell.Named;
import orchard.mistake.Mistake;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.SysExTemplate;

/**
 * What controls send that say messages of a form: one for each number in it, and for a message without any something that is pressed. What manuals call the
 * device or the channel is no number, and may be anything.
 */
public final class FormPatterns {

    /** What stands for a device or a channel in manuals. */
    private static final Set<String> WHICH =
            Set.of("dev", "device", "deviceid", "device_id", "id", "unit", "channel", "chan", "ch", "midich");

    private final MessageForm form;
    private final int openChannel;

    private FormPatterns(MessageForm form, int openChannel) {
        this.form = form;
        this.openChannel = openChannel;
    }

    /**
     * One control's.
     *
     * @param number what its number is called
     * @param dimension what of it moves
     * @param pressed whether it is pressed rather than moved
     */
    public record Found(String number, String dimension, MessagePattern pattern, boolean pressed) {}

    /**
     * The patterns of a form.
     *
     * @param openChannel 1–16, for messages whose channel is left open
     * @throws Mistake where no control could say such a message
     */
    public static List<Found> of(MessageForm form, int openChannel) {
        FormPatterns of = new FormPatterns(form, openChannel);
        return form.isSysEx() ? of.sysEx() : form.isOsc() ? of.osc() : List.of(of.channel());
    }

    private List<Found> sysEx() {
        List<Found> found = new ArrayList<>();
        for (Cell cell : form.cells()) {
            if (isNumber(cell)) {
                Named number = (Named) cell;
                found.add(new Found(
                        number.name(),
                        "turn",
                        new MessagePattern.SysExByte(template(number).text()),
                        false));
            }
        }
        if (found.isEmpty()) {
            throw new Mistake(
                    "it has no number in it, so that no control could be told by it; on Map a sentence begins with such a message");
        }
        return found;
    }

    private static boolean isNumber(Cell cell) {
        return cell instanceof Named named
                && !named.size().isText()
                && !WHICH.contains(named.name().toLowerCase(Locale.ROOT));
    }

    private SysExTemplate template(Named number) {
        List<String> bytes = new ArrayList<>();
        for (Cell cell : form.cells()) {
            if (cell == number) {
                bytes.add(letters(number));
            } else if (cell instanceof Cell.Fixed fixed) {
                bytes.add("%02X".formatted((int) fixed.number()));
            } else if (cell instanceof Cell.Sum sum && !sum.isToItself()) {
                throw new Mistake("a control's checksum counts all bytes from one on to the one before it; on Map a"
                        + " sentence begins with such a message");
            } else if (cell instanceof Cell.Sum sum) {
                bytes.add("c" + sum.kind().letter() + sum.from());
            } else {
                int length = cell instanceof Named other ? other.size().bytes() : 1;
                IntStream.range(0, length).forEach(i -> bytes.add(SysExTemplate.ANY));
            }
        }
        return SysExTemplate.of(String.join(" ", bytes));
    }

    private static String letters(Named number) {
        Size size = number.size();
        if (size.equals(Size.BYTE)) {
            return "vv";
        } else if (size.unit() == Size.Unit.BYTE && size.count() == 2 && !size.signed()) {
            return size.fineFirst() ? "vl vh" : "vv vv";
        } else if (size.unit() == Size.Unit.NIBBLE && size.count() == 2 && !size.signed()) {
            return size.fineFirst() ? "nl nh" : "nh nl";
        }
        throw new Mistake("the number of a control has one byte, two, or two nibbles, and " + number.words()
                + " is another; on Map a sentence begins with such a message");
    }

    private List<Found> osc() {
        StringBuilder address = new StringBuilder();
        for (Cell cell : form.cells()) {
            if (!(cell instanceof Cell.Said said)) {
                throw new Mistake("a control has one address, and “" + cell.words() + "” may be any word");
            }
            address.append('/').append(said.text());
        }
        List<Found> found = new ArrayList<>();
        double high = 1;
        for (int i = 0; i < form.arguments().size(); i++) {
            if (isNumber(form.arguments().get(i)) && ((Named) form.arguments().get(i)).type() != Cell.Type.TEXT) {
                String number = ((Named) form.arguments().get(i)).name();
                found.add(new Found(number, "turn", number(address.toString(), i, 1), false));
            } else if (i == 0 && form.arguments().get(i) instanceof Cell.Fixed fixed && fixed.number() > 0) {
                high = fixed.number();
            }
        }
        if (found.isEmpty()) {
            boolean isBare = form.arguments().isEmpty();
            found.add(new Found("", isBare ? "turn" : "press", number(address.toString(), 0, high), !isBare));
        }
        return found;
    }

    private static MessagePattern number(String address, int index, double high) {
        return new MessagePattern.OscNumber(address, index, 0, high, Encoding.ABSOLUTE);
    }

    private Found channel() {
        Family family = form.family();
        int channel = family.words.contains("ch []") ? channelOf() : 0;
        return switch (family) {
            case NOTE_ON, NOTE_OFF ->
                new Found("", "velocity", new MessagePattern.NoteVelocity(channel, fixed(0, "note")), true);
            case KEY_PRESSURE -> moved("pressure", new MessagePattern.KeyPressure(channel, fixed(0, "note")));
            case CONTROLLER -> {
                boolean isPressed = form.cells().get(1) instanceof Cell.Fixed;
                yield new Found(
                        "",
                        isPressed ? "press" : "turn",
                        new MessagePattern.Controller(channel, fixed(0, "controller"), Encoding.ABSOLUTE),
                        isPressed);
            }
            case FINE_CONTROLLER -> moved("turn", new MessagePattern.FineController(channel, fixed(0, "controller")));
            case NRPN, RPN ->
                moved("turn", new MessagePattern.Numbered(channel, family == Family.RPN, fixed(0, "number"), 14));
            case PROGRAM -> new Found("", "press", new MessagePattern.Program(channel, fixed(0, "program")), true);
            case CHANNEL_PRESSURE -> moved("pressure", new MessagePattern.Aftertouch(channel));
            case BEND -> moved("bend", new MessagePattern.Wheel(channel));
            default -> throw new Mistake("no control says “" + form.title() + "”; on Map a sentence begins with it");
        };
    }

    private static Found moved(String dimension, MessagePattern pattern) {
        return new Found("", dimension, pattern, false);
    }

    private int channelOf() {
        Cell cell = form.cells().get(form.cells().size() - 1);
        return cell instanceof Cell.Fixed fixed ? (int) fixed.number() : openChannel;
    }

    private int fixed(int place, String what) {
        if (form.cells().get(place) instanceof Cell.Fixed fixed) {
            return (int) fixed.number();
        }
        throw new Mistake("which " + what + " it is stands open, and a control has one");
    }
}
