package orchard.gear;

import java.util.List;
import orchard.signal.MessagePattern;
import orchard.signal.SysExTemplate;

/**
 * One place among the messages that a wire can carry: what two controls cannot share without being taken for each other.
 *
 * @param channel 1–16, or 0 where there is none
 * @param number of the note, controller and so on, or 0 where there is none
 * @param text the address or bytes of what has no number, or ""
 */
public record Slot(Space space, int channel, int number, String text) {

    /** The kinds of messages. */
    public enum Space {
        NOTE("notes", 128),
        CONTROLLER("controllers (CC)", 128),
        PROGRAM("programs", 128),
        KEY_PRESSURE("key pressure", 128),
        CHANNEL_PRESSURE("channel pressure", 1),
        BEND("pitch bend", 1),
        NRPN("NRPN", 16_383),
        RPN("RPN", 16_383),
        SYSEX("SysEx", 0),
        OSC("OSC", 0),
        TOUCH("touch", 0);

        private final String words;
        private final int count;

        Space(String words, int count) {
            this.words = words;
            this.count = count;
        }

        /** What people call such messages. */
        public String words() {
            return words;
        }

        /** How many numbers there are on a channel; 0 where it is not numbered. */
        public int count() {
            return count;
        }
    }

    /** A numbered place. */
    public Slot(Space space, int channel, int number) {
        this(space, channel, number, "");
    }

    /**
     * The controllers that mean something of their own in MIDI 1.0 and are not given away: bank select, data entry, (N)RPN, channel
     * mode.
     */
    public static boolean isReserved(Space space, int number) {
        return space == Space.CONTROLLER
                && (number == 0
                        || number == 32
                        || number == 6
                        || number == 38
                        || number >= 96 && number <= 101
                        || number >= 120);
    }

    /** The places that a pattern takes. The velocity and the gate of a note are one. */
    public static List<Slot> of(MessagePattern pattern) {
        return pattern.accept(PLACES);
    }

    /** The places that a control takes, without those of what is switched off; each once. */
    public static List<Slot> of(Control control) {
        return control.dimensions().stream()
                .filter(dimension -> !dimension.output().off())
                .flatMap(dimension -> of(dimension.pattern()).stream())
                .distinct()
                .toList();
    }

    /** In words: {@code CC 74, ch 1}. */
    public String words() {
        return switch (space) {
            case NOTE -> "note %d, ch %d".formatted(number, channel);
            case CONTROLLER -> "CC %d, ch %d".formatted(number, channel);
            case PROGRAM -> "program %d, ch %d".formatted(number, channel);
            case KEY_PRESSURE -> "pressure of note %d, ch %d".formatted(number, channel);
            case CHANNEL_PRESSURE -> "channel pressure, ch %d".formatted(channel);
            case BEND -> "pitch bend, ch %d".formatted(channel);
            case NRPN -> "NRPN %d, ch %d".formatted(number, channel);
            case RPN -> "RPN %d, ch %d".formatted(number, channel);
            case SYSEX -> "SysEx " + text;
            case OSC -> number == 0 ? text : text + ", argument " + (number + 1);
            case TOUCH -> text;
        };
    }

    private static final MessagePattern.Visitor<List<Slot>> PLACES = new MessagePattern.Visitor<>() {
        @Override
        public List<Slot> noteVelocity(MessagePattern.NoteVelocity pattern) {
            return List.of(new Slot(Space.NOTE, pattern.channel(), pattern.note()));
        }

        @Override
        public List<Slot> noteGate(MessagePattern.NoteGate pattern) {
            return List.of(new Slot(Space.NOTE, pattern.channel(), pattern.note()));
        }

        @Override
        public List<Slot> keyPressure(MessagePattern.KeyPressure pattern) {
            return List.of(new Slot(Space.KEY_PRESSURE, pattern.channel(), pattern.note()));
        }

        @Override
        public List<Slot> controller(MessagePattern.Controller pattern) {
            return List.of(new Slot(Space.CONTROLLER, pattern.channel(), pattern.controller()));
        }

        @Override
        public List<Slot> fineController(MessagePattern.FineController pattern) {
            return List.of(
                    new Slot(Space.CONTROLLER, pattern.channel(), pattern.controller()),
                    new Slot(Space.CONTROLLER, pattern.channel(), pattern.controller() + 32));
        }

        @Override
        public List<Slot> numbered(MessagePattern.Numbered pattern) {
            return List.of(
                    new Slot(pattern.registered() ? Space.RPN : Space.NRPN, pattern.channel(), pattern.number()));
        }

        @Override
        public List<Slot> program(MessagePattern.Program pattern) {
            return List.of(new Slot(Space.PROGRAM, pattern.channel(), pattern.program()));
        }

        @Override
        public List<Slot> sysExByte(MessagePattern.SysExByte pattern) {
            Slot pressed = new Slot(Space.SYSEX, 0, 0, pattern.template());
            return pattern.release().isEmpty()
                    ? List.of(pressed)
                    : List.of(
                            pressed,
                            new Slot(
                                    Space.SYSEX,
                                    0,
                                    0,
                                    SysExTemplate.of(pattern.release()).text()));
        }

        @Override
        public List<Slot> aftertouch(MessagePattern.Aftertouch pattern) {
            return List.of(new Slot(Space.CHANNEL_PRESSURE, pattern.channel(), 0));
        }

        @Override
        public List<Slot> wheel(MessagePattern.Wheel pattern) {
            return List.of(new Slot(Space.BEND, pattern.channel(), 0));
        }

        @Override
        public List<Slot> oscNumber(MessagePattern.OscNumber pattern) {
            return List.of(new Slot(Space.OSC, 0, pattern.index(), pattern.address()));
        }

        @Override
        public List<Slot> touch(MessagePattern.Touch pattern) {
            return List.of(new Slot(Space.TOUCH, 0, 0, pattern.element()));
        }
    };
}
