package orchard.device.cobble;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.gear.SendMode;
import orchard.gear.SendMode.Press;
import orchard.mistake.Mistake;
import orchard.signal.Encoding;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;

/** The {@value #BYTES} bytes in which Cobble's memory says what one movement sends; {@code docs/wires.md} lists them. */
final class CobbleEntry {

    /** How many bytes one movement takes. */
    static final int BYTES = 8;

    private static final Encoding[] ENCODINGS = {
        Encoding.ABSOLUTE, Encoding.TWOS_COMPLEMENT, Encoding.OFFSET_64, Encoding.SIGN_AND_MAGNITUDE
    };

    private CobbleEntry() {}

    /** What a number of a control sends. */
    static byte[] bytes(Control control, Dimension dimension) {
        MessagePattern pattern = dimension.pattern();
        SendMode output = dimension.output();
        if (output.off()) {
            return new byte[BYTES];
        }
        MessageId slot = pattern.ids().get(0);
        int type = Type.of(pattern)
                .orElseThrow(() -> new Mistake(control.name() + ": Cobble cannot send " + pattern.words()))
                .ordinal();
        int mode = output.press().ordinal();
        int a = output.rest() == null ? 0 : output.rest();
        int b = 0;
        int n = output.rest() == null ? 0 : 1;
        if (pattern.encoding().relative()) {
            mode = Arrays.asList(ENCODINGS).indexOf(pattern.encoding());
        } else if (output.press() == Press.STEPS) {
            List<Integer> steps = output.values();
            a = steps.get(0);
            b = steps.get(steps.size() - 1);
            n = steps.size();
            if (!steps.equals(steps(a, b, n))) {
                throw new Mistake(control.name() + ": Cobble's steps lie evenly between the first and the last, like "
                        + steps(a, b, n) + "; the rig has " + steps);
            }
        } else if (output.press() != Press.PLAYED) {
            a = output.values().get(0);
            b = output.values().get(1);
        } else if (pattern instanceof MessagePattern.NoteGate) {
            mode = Press.MOMENTARY.ordinal();
            a = 127;
        } else if (pattern instanceof MessagePattern.Program) {
            mode = Press.MOMENTARY.ordinal();
            a = 127;
        }
        int number = slot.number();
        return new byte[] {
            (byte) type,
            (byte) (slot.channel() - 1),
            (byte) (number >> 7),
            (byte) (number & 0x7F),
            (byte) mode,
            (byte) a,
            (byte) b,
            (byte) n
        };
    }

    static List<Integer> steps(int from, int to, int count) {
        return IntStream.range(0, count)
                .mapToObj(i -> (int) Math.rint(from + (to - from) * i / (count - 1.0)))
                .toList();
    }

    /** The kinds of messages, in the order of their numbers. */
    private enum Type {
        OFF,
        NOTE,
        CONTROLLER,
        FINE_CONTROLLER,
        NRPN,
        RPN,
        PROGRAM,
        BEND,
        CHANNEL_PRESSURE,
        KEY_PRESSURE;

        static Optional<Type> of(MessagePattern pattern) {
            if (pattern instanceof MessagePattern.NoteVelocity || pattern instanceof MessagePattern.NoteGate) {
                return Optional.of(NOTE);
            } else if (pattern instanceof MessagePattern.Controller) {
                return Optional.of(CONTROLLER);
            } else if (pattern instanceof MessagePattern.FineController) {
                return Optional.of(FINE_CONTROLLER);
            } else if (pattern instanceof MessagePattern.Numbered numbered) {
                return Optional.of(numbered.registered() ? RPN : NRPN);
            } else if (pattern instanceof MessagePattern.Program) {
                return Optional.of(PROGRAM);
            } else if (pattern instanceof MessagePattern.Wheel) {
                return Optional.of(BEND);
            } else if (pattern instanceof MessagePattern.Aftertouch) {
                return Optional.of(CHANNEL_PRESSURE);
            } else if (pattern instanceof MessagePattern.KeyPressure) {
                return Optional.of(KEY_PRESSURE);
            }
            return Optional.empty();
        }
    }

    /** What eight bytes send; nothing if they are switched off. */
    static Optional<Dimension> dimension(String name, byte[] data, int at) {
        int type = data[at];
        if (type == 0 || type >= Type.values().length) {
            return Optional.empty();
        }
        int channel = data[at + 1] + 1;
        int number = data[at + 2] << 7 | data[at + 3];
        int mode = data[at + 4];
        int a = data[at + 5];
        int b = data[at + 6];
        int n = data[at + 7];
        boolean continuous = name.equals("turn")
                || name.equals("position")
                || name.equals("x")
                || name.equals("y")
                || name.equals("pressure");
        Encoding encoding = name.equals("turn") && mode < ENCODINGS.length ? ENCODINGS[mode] : Encoding.ABSOLUTE;
        boolean velocity = name.equals("velocity");
        MessagePattern pattern = switch (Type.values()[type]) {
            case OFF -> throw new IllegalStateException();
            case NOTE ->
                velocity
                        ? new MessagePattern.NoteVelocity(channel, number)
                        : new MessagePattern.NoteGate(channel, number);
            case CONTROLLER -> new MessagePattern.Controller(channel, number, encoding);
            case FINE_CONTROLLER -> new MessagePattern.FineController(channel, number);
            case NRPN -> new MessagePattern.Numbered(channel, false, number, 14);
            case RPN -> new MessagePattern.Numbered(channel, true, number, 14);
            case PROGRAM -> new MessagePattern.Program(channel, number);
            case BEND -> new MessagePattern.Wheel(channel);
            case CHANNEL_PRESSURE -> new MessagePattern.Aftertouch(channel);
            case KEY_PRESSURE -> new MessagePattern.KeyPressure(channel, number);
        };
        SendMode output = SendMode.PLAYED;
        if (continuous) {
            output = n == 1 && !name.equals("turn") ? SendMode.PLAYED.restingAt(a) : output;
        } else if (mode == Press.STEPS.ordinal()) {
            output = SendMode.of(Press.STEPS, steps(a, b, Math.max(2, n)).toArray(new Integer[0]));
        } else if (mode == Press.TOGGLE.ordinal() || mode == Press.MOMENTARY.ordinal()) {
            boolean usual = a == 127 && b == 0 && !velocity && mode == Press.MOMENTARY.ordinal();
            output = usual ? output : SendMode.of(Press.values()[mode], a, b);
        }
        return Optional.of(new Dimension(name, pattern, output));
    }

    static String words(String name, byte[] data, int at) {
        return dimension(name, data, at).map(Dimension::words).orElse("switched off");
    }
}
