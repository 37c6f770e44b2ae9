package orchard.signal;

import java.util.List;
import java.util.Optional;
import orchard.mistake.Mistake;

/**
 * Which messages are about one dimension of a control, and where in them its number stands. The engine looks a pattern
 * up by {@link #key()}, so two patterns with equal keys hear the same messages.
 */
public sealed interface MessagePattern {

    /** What tells its messages from all others; the velocity and the gate of a note have the same. */
    List<MessageId> ids();

    /** The same kind of message at another place; nothing where it has no number, or that place is none for it. */
    Optional<MessagePattern> at(MessageId other);

    /** Lookup key: an {@link Integer} below {@link MidiKeys#COUNT} for most of MIDI; else a number, prefix, address or element id. */
    Object key();

    /** Every key whose messages it hears: its own, and that of a release that is said in another way. */
    default List<Object> keys() {
        return List.of(key());
    }

    /** The number in a message that has this pattern's key; NaN where the message lacks it. */
    double number(Message message);

    /** The number that stands for position 0. */
    default double low() {
        return 0;
    }

    /** The number that stands for position 1. */
    default double high() {
        return 127;
    }

    /** How the number stands for a movement. */
    default Encoding encoding() {
        return Encoding.ABSOLUTE;
    }

    /** Whether it tells the end of a press as well as the beginning. */
    default boolean tellsRelease() {
        return true;
    }

    /** The message in words, without a value: {@code CC 74, ch 1, absolute}. */
    String words();

    /** Position 0..1 of a number, an exact middle staying the middle; see {@link Resolution}. */
    default double position(double number) {
        return (number - low()) / (high() - low());
    }

    /** A note's velocity while it is down, and 0 when it is let go. */
    record NoteVelocity(int channel, int note) implements MessagePattern {

        public NoteVelocity {
            within("Channel", channel, 1, 16);
            within("Note", note, 0, 127);
        }

        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.of(new NoteVelocity(other.channel(), other.number()));
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.NOTE, channel, note));
        }

        @Override
        public Object key() {
            return MidiKeys.note(channel, note);
        }

        @Override
        public double number(Message message) {
            return message instanceof MidiMessage.NoteOn on ? on.velocity() : 0;
        }

        @Override
        public String words() {
            return "note %d, ch %d, velocity".formatted(note, channel);
        }
    }

    /** A note as a switch: 127 while it is down, however hard, and 0 when it is let go. */
    record NoteGate(int channel, int note) implements MessagePattern {

        public NoteGate {
            within("Channel", channel, 1, 16);
            within("Note", note, 0, 127);
        }

        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.of(new NoteGate(other.channel(), other.number()));
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.NOTE, channel, note));
        }

        @Override
        public Object key() {
            return MidiKeys.note(channel, note);
        }

        @Override
        public double number(Message message) {
            return message instanceof MidiMessage.NoteOn ? 127 : 0;
        }

        @Override
        public String words() {
            return "note %d, ch %d, on and off".formatted(note, channel);
        }
    }

    /** The pressure on one key. */
    record KeyPressure(int channel, int note) implements MessagePattern {

        public KeyPressure {
            within("Channel", channel, 1, 16);
            within("Note", note, 0, 127);
        }

        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.of(new KeyPressure(other.channel(), other.number()));
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.KEY_PRESSURE, channel, note));
        }

        @Override
        public Object key() {
            return MidiKeys.keyPressure(channel, note);
        }

        @Override
        public double number(Message message) {
            return message instanceof MidiMessage.PolyPressure m ? m.pressure() : Double.NaN;
        }

        @Override
        public String words() {
            return "pressure of note %d, ch %d".formatted(note, channel);
        }
    }

    /** A controller. */
    record Controller(int channel, int controller, Encoding encoding) implements MessagePattern {

        public Controller {
            within("Channel", channel, 1, 16);
            within("Controller", controller, 0, 127);
            if (encoding == Encoding.STEPPING) {
                throw new Mistake("A controller of 7 bit has no such steps");
            }
        }

        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.of(new Controller(other.channel(), other.number(), encoding));
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.CONTROLLER, channel, controller));
        }

        @Override
        public Object key() {
            return MidiKeys.controller(channel, controller);
        }

        @Override
        public double number(Message message) {
            return message instanceof MidiMessage.ControlChange m ? m.value() : Double.NaN;
        }

        @Override
        public double position(double number) {
            return Resolution.position(number, 7);
        }

        @Override
        public String words() {
            return "CC %d, ch %d, %s".formatted(controller, channel, encoding.words());
        }
    }

    /** A controller of 14 bit: coarse half 0–31, fine half 32 above it. */
    record FineController(int channel, int controller) implements MessagePattern {

        public FineController {
            within("Channel", channel, 1, 16);
            within("A controller of 14 bit", controller, 0, 31);
        }

        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return other.number() < 32
                    ? Optional.of(new FineController(other.channel(), other.number()))
                    : Optional.empty();
        }

        @Override
        public List<MessageId> ids() {
            return List.of(
                    new MessageId(MessageId.Space.CONTROLLER, channel, controller),
                    new MessageId(MessageId.Space.CONTROLLER, channel, controller + 32));
        }

        @Override
        public Object key() {
            return MidiKeys.fineController(channel, controller);
        }

        @Override
        public double number(Message message) {
            return message instanceof MidiMessage.FineControlChange m ? m.value() : Double.NaN;
        }

        @Override
        public double high() {
            return 16383;
        }

        @Override
        public double position(double number) {
            return Resolution.position(number, 14);
        }

        @Override
        public String words() {
            return "CC %d and %d, ch %d, 14 bit".formatted(controller, controller + 32, channel);
        }
    }

    /**
     * An RPN or NRPN.
     *
     * @param number 0–16382
     * @param bits 14, or 7 where the device sends and expects the coarse half alone
     */
    record Numbered(int channel, boolean registered, int number, int bits) implements MessagePattern {

        public Numbered {
            within("Channel", channel, 1, 16);
            within(registered ? "RPN" : "NRPN", number, 0, 16_382);
        }

        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.of(new Numbered(other.channel(), registered, other.number(), bits));
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(registered ? MessageId.Space.RPN : MessageId.Space.NRPN, channel, number));
        }

        @Override
        public Object key() {
            return MidiKeys.numbered(channel, registered, number);
        }

        @Override
        public double number(Message message) {
            return message instanceof MidiMessage.ParameterNumber m && m.value() >= 0
                    ? bits == 7 ? m.value() >> 7 : m.value()
                    : Double.NaN;
        }

        @Override
        public double high() {
            return bits == 7 ? 127 : 16383;
        }

        @Override
        public double position(double number) {
            return Resolution.position(number, bits);
        }

        @Override
        public String words() {
            return "%s %d, ch %d, %d bit".formatted(registered ? "RPN" : "NRPN", number, channel, bits);
        }
    }

    /** One certain program change, which counts as a press without a release. */
    record Program(int channel, int program) implements MessagePattern {

        public Program {
            within("Channel", channel, 1, 16);
            within("Program", program, 0, 127);
        }

        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.of(new Program(other.channel(), other.number()));
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.PROGRAM, channel, program));
        }

        @Override
        public Object key() {
            return MidiKeys.program(channel, program);
        }

        @Override
        public double number(Message message) {
            return message instanceof MidiMessage.ProgramChange ? 127 : Double.NaN;
        }

        @Override
        public boolean tellsRelease() {
            return false;
        }

        @Override
        public String words() {
            return "program %d, ch %d".formatted(program, channel);
        }
    }

    /**
     * A SysEx with its number in it, as a device's own panel may send.
     *
     * @param template the 7-bit bytes between F0 and F7 in hex, {@code vv} in place of the number: {@code 7D 04 10 05 vv}; {@code vv vv}
     *     is a number of 14 bit, coarse half first. Without any {@code vv} the number is the byte after it. {@link SysExTemplate} has more.
     * @param release the template of what is said instead when it is let go, or "" if the same with 0
     */
    record SysExByte(String template, Encoding encoding, String release) implements MessagePattern {

        public SysExByte {
            template = SysExTemplate.of(template).text();
            encoding = encoding == null || encoding == Encoding.STEPPING ? Encoding.ABSOLUTE : encoding;
            release = release == null || release.isEmpty()
                    ? ""
                    : SysExTemplate.of(release).text();
        }

        /** An absolute number that is 0 when it is let go. */
        public SysExByte(String template) {
            this(template, Encoding.ABSOLUTE, "");
        }

        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.empty();
        }

        @Override
        public List<MessageId> ids() {
            MessageId pressed = new MessageId(MessageId.Space.SYSEX, 0, 0, template);
            return release.isEmpty()
                    ? List.of(pressed)
                    : List.of(
                            pressed,
                            new MessageId(
                                    MessageId.Space.SYSEX,
                                    0,
                                    0,
                                    SysExTemplate.of(release).text()));
        }

        @Override
        public Object key() {
            return SysExTemplate.of(template).key();
        }

        @Override
        public List<Object> keys() {
            return release.isEmpty()
                    ? List.of(key())
                    : List.of(key(), SysExTemplate.of(release).key());
        }

        @Override
        public double number(Message message) {
            if (!(message instanceof MidiMessage.SysEx sysEx)) {
                return Double.NaN;
            }
            SysExTemplate said = SysExTemplate.of(template);
            return !release.isEmpty() && !said.matches(sysEx) ? 0 : said.number(sysEx);
        }

        @Override
        public double high() {
            return SysExTemplate.of(template).most();
        }

        @Override
        public double position(double number) {
            return Resolution.position(number, SysExTemplate.of(template).bits());
        }

        @Override
        public String words() {
            return "SysEx " + template + (encoding.relative() ? ", " + encoding.words() : "");
        }
    }

    /** The pressure on a whole channel. */
    record Aftertouch(int channel) implements MessagePattern {

        public Aftertouch {
            within("Channel", channel, 1, 16);
        }

        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.of(new Aftertouch(other.channel()));
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.CHANNEL_PRESSURE, channel, 0));
        }

        @Override
        public Object key() {
            return MidiKeys.channelPressure(channel);
        }

        @Override
        public double number(Message message) {
            return message instanceof MidiMessage.ChannelPressure m ? m.pressure() : Double.NaN;
        }

        @Override
        public String words() {
            return "channel pressure, ch %d".formatted(channel);
        }
    }

    /** The pitch wheel, 14 bit. */
    record Wheel(int channel) implements MessagePattern {

        public Wheel {
            within("Channel", channel, 1, 16);
        }

        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.of(new Wheel(other.channel()));
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.BEND, channel, 0));
        }

        @Override
        public Object key() {
            return MidiKeys.bend(channel);
        }

        @Override
        public double number(Message message) {
            return message instanceof MidiMessage.PitchBend m ? m.bend() : Double.NaN;
        }

        @Override
        public double position(double number) {
            return Resolution.position(number, 14);
        }

        @Override
        public double high() {
            return 16383;
        }

        @Override
        public String words() {
            return "pitch bend, ch %d, 14 bit".formatted(channel);
        }
    }

    /**
     * One argument of an OSC message, with the numbers it runs between.
     *
     * @param index which argument, from 0
     */
    record OscNumber(String address, int index, double low, double high, Encoding encoding) implements MessagePattern {
        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.empty();
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.OSC, 0, index, address));
        }

        @Override
        public Object key() {
            return address;
        }

        @Override
        public double number(Message message) {
            return message instanceof OscMessage m ? m.number(index) : Double.NaN;
        }

        @Override
        public String words() {
            String which = index == 0 ? "" : ", argument " + (index + 1);
            return encoding == Encoding.COUNTING
                    ? address + which + ", " + encoding.words()
                    : "%s%s, %s to %s".formatted(address, which, plain(low), plain(high));
        }
    }

    /** An element of one of Orchard's own layouts. */
    record Touch(String element) implements MessagePattern {
        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.empty();
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.TOUCH, 0, 0, element));
        }

        @Override
        public Object key() {
            return element;
        }

        @Override
        public double number(Message message) {
            return message instanceof TouchMessage m ? m.value() : Double.NaN;
        }

        @Override
        public double high() {
            return 1;
        }

        @Override
        public String words() {
            return "touch on this layout";
        }
    }

    /** An element of one of Orchard's own layouts that has no ends: its number says how far it went, 1 for a whole way. */
    record Turned(String element) implements MessagePattern {
        @Override
        public Optional<MessagePattern> at(MessageId other) {
            return Optional.empty();
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.TOUCH, 0, 0, element));
        }

        @Override
        public Object key() {
            return element;
        }

        @Override
        public double number(Message message) {
            return message instanceof TouchMessage m ? m.value() : Double.NaN;
        }

        @Override
        public double low() {
            return -1;
        }

        @Override
        public double high() {
            return 1;
        }

        @Override
        public Encoding encoding() {
            return Encoding.STEPPING;
        }

        @Override
        public String words() {
            return "turns on this layout";
        }
    }

    private static void within(String what, int number, int low, int high) {
        if (number < low || number > high) {
            throw new Mistake("%s %d is not in %d–%d".formatted(what, number, low, high));
        }
    }

    private static String plain(double number) {
        return number == Math.rint(number) ? Long.toString((long) number) : Double.toString(number);
    }
}
