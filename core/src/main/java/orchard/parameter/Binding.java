package orchard.parameter;

import java.util.List;
import java.util.stream.IntStream;
import orchard.mistake.Mistake;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;
import orchard.signal.MidiKeys;
import orchard.signal.MidiMessage;
import orchard.signal.OscArgument;
import orchard.signal.OscMessage;
import orchard.signal.Resolution;
import orchard.signal.SysExTemplate;

/** How a parameter travels: the message that sets it, and the message in which its device tells it. */
public sealed interface Binding {

    /** The message that sets a parameter to a real value; null if nobody has to be told. */
    Message message(double real, Range range);

    /** The real value in a message with this binding's {@link #key()}, or NaN. */
    double real(Message message, Range range);

    /** The display text that came with the value, or "". */
    String text(Message message);

    /** Lookup key of the messages in which the device tells the value; see {@link MessagePattern#key()}. */
    Object key();

    /** All keys of these messages, where there are several. */
    default List<Object> keys() {
        return List.of(key());
    }

    /** What tells its messages from all others on the wire; empty where they have no number of their own. */
    List<MessageId> ids();

    /** The message in words. */
    String words();

    /** The message that says that a finger is on what sets the parameter, or has left it; null if its device does not ask. */
    default Message touched(boolean begins) {
        return null;
    }

    /**
     * An OSC address that takes the real value as a float, and tells value and display text.
     *
     * @param touch the address that takes 1 when a finger comes and 0 when it goes; "" for none
     */
    record Osc(String address, String touch) implements Binding {
        public Osc {
            touch = touch == null ? "" : touch;
        }

        /** An address that does not ask for fingers. */
        public Osc(String address) {
            this(address, "");
        }

        @Override
        public Message touched(boolean begins) {
            return touch.isEmpty() ? null : OscMessage.of(touch, begins ? 1 : 0);
        }

        @Override
        public Message message(double real, Range range) {
            return new OscMessage(address, List.of(new OscArgument.Float32((float) real)));
        }

        @Override
        public double real(Message message, Range range) {
            return message instanceof OscMessage osc ? osc.number(0) : Double.NaN;
        }

        @Override
        public String text(Message message) {
            return message instanceof OscMessage osc ? osc.text(1) : "";
        }

        @Override
        public Object key() {
            return address;
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.OSC, 0, 0, address));
        }

        @Override
        public String words() {
            return address;
        }
    }

    /** A MIDI controller whose 0–127 spans the range evenly. */
    record Controller(int channel, int number) implements Binding {
        @Override
        public Message message(double real, Range range) {
            return new MidiMessage.ControlChange(channel, number, Resolution.number(range.place(real), 7));
        }

        @Override
        public double real(Message message, Range range) {
            return message instanceof MidiMessage.ControlChange cc
                    ? range.at(Resolution.position(cc.value(), 7))
                    : Double.NaN;
        }

        @Override
        public String text(Message message) {
            return "";
        }

        @Override
        public Object key() {
            return new MidiMessage.ControlChange(channel, number, 0).key();
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.CONTROLLER, channel, number));
        }

        @Override
        public String words() {
            return "CC %d, ch %d".formatted(number, channel);
        }
    }

    /** A controller of 14 bit, coarse half 0–31, whose 0–16383 spans the range evenly. */
    record FineController(int channel, int number) implements Binding {
        @Override
        public Message message(double real, Range range) {
            return new MidiMessage.FineControlChange(channel, number, Resolution.number(range.place(real), 14));
        }

        @Override
        public double real(Message message, Range range) {
            return message instanceof MidiMessage.FineControlChange cc
                    ? range.at(Resolution.position(cc.value(), 14))
                    : Double.NaN;
        }

        @Override
        public String text(Message message) {
            return "";
        }

        @Override
        public Object key() {
            return new MessagePattern.FineController(channel, number).key();
        }

        @Override
        public List<MessageId> ids() {
            return new MessagePattern.FineController(channel, number).ids();
        }

        @Override
        public String words() {
            return "CC %d and %d, ch %d".formatted(number, number + 32, channel);
        }
    }

    /**
     * A SysEx in the device's own language, whose number spans the range evenly; it is said with its checksum, and heard only with the right one.
     *
     * @param template where the number stands; see {@link SysExTemplate}
     */
    record SysEx(String template) implements Binding {
        public SysEx {
            template = SysExTemplate.of(template).text();
            if (template.contains(SysExTemplate.ANY)) {
                throw new Mistake(
                        "A parameter's message has every byte but its number, and a checksum, given: none is xx");
            }
        }

        private SysExTemplate said() {
            return SysExTemplate.of(template);
        }

        @Override
        public Message message(double real, Range range) {
            return said().message(Resolution.number(range.place(real), said().bits()));
        }

        @Override
        public double real(Message message, Range range) {
            return message instanceof MidiMessage.SysEx sysEx
                    ? range.at(Resolution.position(said().number(sysEx), said().bits()))
                    : Double.NaN;
        }

        @Override
        public String text(Message message) {
            return "";
        }

        @Override
        public Object key() {
            return said().key();
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(MessageId.Space.SYSEX, 0, 0, template));
        }

        @Override
        public String words() {
            return "SysEx " + template;
        }
    }

    /** Program changes, the lowest value being program 0. */
    record Program(int channel) implements Binding {
        @Override
        public Message message(double real, Range range) {
            return new MidiMessage.ProgramChange(channel, (int) Math.rint(range.clamp(real) - range.low()));
        }

        @Override
        public double real(Message message, Range range) {
            return message instanceof MidiMessage.ProgramChange program
                            && range.contains(range.low() + program.program())
                    ? range.low() + program.program()
                    : Double.NaN;
        }

        @Override
        public String text(Message message) {
            return "";
        }

        @Override
        public Object key() {
            return words();
        }

        @Override
        public List<Object> keys() {
            return IntStream.range(0, 128)
                    .mapToObj(program -> (Object) new MidiMessage.ProgramChange(channel, program).key())
                    .toList();
        }

        @Override
        public List<MessageId> ids() {
            return List.of();
        }

        @Override
        public String words() {
            return "program change, ch " + channel;
        }
    }

    /**
     * Kept by Orchard alone: a variable. It can be set, nudged and answered like any other parameter, and no message is sent.
     *
     * @param stays whether it stands where it stood when Orchard begins again, instead of at its default
     */
    record Kept(boolean stays) implements Binding {
        /** One that begins at its default. */
        public Kept() {
            this(false);
        }

        @Override
        public Message message(double real, Range range) {
            return null;
        }

        @Override
        public double real(Message message, Range range) {
            return Double.NaN;
        }

        @Override
        public String text(Message message) {
            return "";
        }

        @Override
        public Object key() {
            return words(); // no message has it
        }

        @Override
        public List<MessageId> ids() {
            return List.of();
        }

        @Override
        public String words() {
            return stays ? "kept by Orchard over a restart" : "kept by Orchard";
        }
    }

    /** Told by a MIDI clock, 24 ticks to a beat: how fast that goes, in beats a minute. It cannot be set. */
    record Clock() implements Binding {
        @Override
        public Message message(double real, Range range) {
            return null;
        }

        @Override
        public double real(Message message, Range range) {
            return Double.NaN; // one tick alone says nothing
        }

        @Override
        public String text(Message message) {
            return "";
        }

        @Override
        public Object key() {
            return words(); // ticks are counted before they are looked up
        }

        @Override
        public List<MessageId> ids() {
            return List.of();
        }

        @Override
        public String words() {
            return "MIDI clock";
        }
    }

    /** Told by Orchard itself: how many notes it keeps sounding on the device, and in words their chord. It cannot be set. */
    record Held() implements Binding {
        @Override
        public Message message(double real, Range range) {
            return null;
        }

        @Override
        public double real(Message message, Range range) {
            return Double.NaN;
        }

        @Override
        public String text(Message message) {
            return "";
        }

        @Override
        public Object key() {
            return words(); // no message tells it
        }

        @Override
        public List<MessageId> ids() {
            return List.of();
        }

        @Override
        public String words() {
            return "the notes that are held";
        }
    }

    /** An RPN or NRPN whose 0–16383 spans the range evenly. */
    record Numbered(int channel, boolean registered, int number) implements Binding {
        @Override
        public Message message(double real, Range range) {
            return new MidiMessage.ParameterNumber(
                    channel, registered, number, Resolution.number(range.place(real), 14), 0);
        }

        @Override
        public double real(Message message, Range range) {
            return message instanceof MidiMessage.ParameterNumber n && n.value() >= 0
                    ? range.at(Resolution.position(n.value(), 14))
                    : Double.NaN;
        }

        @Override
        public String text(Message message) {
            return "";
        }

        @Override
        public Object key() {
            return MidiKeys.numbered(channel, registered, number);
        }

        @Override
        public List<MessageId> ids() {
            return List.of(new MessageId(registered ? MessageId.Space.RPN : MessageId.Space.NRPN, channel, number));
        }

        @Override
        public String words() {
            return "%s %d, ch %d".formatted(registered ? "RPN" : "NRPN", number, channel);
        }
    }
}
