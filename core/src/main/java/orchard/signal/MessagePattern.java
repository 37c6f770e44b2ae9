package orchard.signal;

import java.util.HexFormat;

/**
 * Which messages are about one dimension of a control, and where in them its number stands. The engine looks a pattern
 * up by {@link #key()}, so two patterns with equal keys hear the same messages.
 */
public sealed interface MessagePattern {

    /** Lookup key: an {@link Integer} below {@link #MIDI_KEYS} for most of MIDI; else a number, prefix, address or element id. */
    Object key();

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

    /** How many MIDI keys there are: 8 kinds × 16 channels × 128 numbers. */
    int MIDI_KEYS = 8 * 16 * 128;

    /** Position 0..1 of a number, an exact middle staying the middle; see {@link Resolution}. */
    default double position(double number) {
        return (number - low()) / (high() - low());
    }

    /** A note's velocity while it is down, and 0 when it is let go. */
    record NoteVelocity(int channel, int note) implements MessagePattern {
        @Override
        public Object key() {
            return midiKey(0, channel, note);
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
        @Override
        public Object key() {
            return midiKey(0, channel, note);
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
        @Override
        public Object key() {
            return midiKey(1, channel, note);
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
        @Override
        public Object key() {
            return midiKey(2, channel, controller);
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
        @Override
        public Object key() {
            return midiKey(6, channel, controller);
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
        @Override
        public Object key() {
            return new NumberedKey(channel, registered, number);
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

    /** Lookup key of an RPN or NRPN. */
    record NumberedKey(int channel, boolean registered, int number) {}

    /** One certain program change, which counts as a press without a release. */
    record Program(int channel, int program) implements MessagePattern {
        @Override
        public Object key() {
            return midiKey(3, channel, program);
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
     * A SysEx with its number in it: {@code F0, prefix, value byte, F7}, as a device's own panel may send.
     *
     * @param prefix the 7-bit bytes before the value, in hex with blanks: {@code 7D 04 10 05}
     */
    record SysExByte(String prefix) implements MessagePattern {
        @Override
        public Object key() {
            return "SysEx " + prefix;
        }

        @Override
        public double number(Message message) {
            return message instanceof MidiMessage.SysEx m && m.length() > 0 ? m.at(m.length() - 1) : Double.NaN;
        }

        @Override
        public double position(double number) {
            return Resolution.position(number, 7);
        }

        @Override
        public String words() {
            return "SysEx " + prefix + " and a value";
        }

        /** The key of a SysEx whose last byte is a value. */
        static String key(MidiMessage.SysEx message) {
            return message.length() == 0 || message.length() > LONGEST
                    ? ""
                    : "SysEx "
                            + HexFormat.ofDelimiter(" ")
                                    .withUpperCase()
                                    .formatHex(message.data(), 0, message.length() - 1);
        }

        private static final int LONGEST = 16;
    }

    /** The pressure on a whole channel. */
    record Aftertouch(int channel) implements MessagePattern {
        @Override
        public Object key() {
            return midiKey(4, channel, 0);
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
        @Override
        public Object key() {
            return midiKey(5, channel, 0);
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

    /** Where a message is looked up that {@link #midiKey(MidiMessage)} has no place for; null if nowhere. */
    static Object otherKey(MidiMessage message) {
        if (message instanceof MidiMessage.ParameterNumber m) {
            return new NumberedKey(m.channel(), m.registered(), m.number());
        } else if (message instanceof MidiMessage.SysEx m) {
            return SysExByte.key(m);
        }
        return null;
    }

    /** Where a MIDI message is looked up, or −1 for one that has no such place (RPN and NRPN, SysEx, system). */
    static int midiKey(MidiMessage message) {
        if (message instanceof MidiMessage.ControlChange m) {
            return midiKey(2, m.channel(), m.number());
        } else if (message instanceof MidiMessage.NoteOn m) {
            return midiKey(0, m.channel(), m.note());
        } else if (message instanceof MidiMessage.NoteOff m) {
            return midiKey(0, m.channel(), m.note());
        } else if (message instanceof MidiMessage.PolyPressure m) {
            return midiKey(1, m.channel(), m.note());
        } else if (message instanceof MidiMessage.ChannelPressure m) {
            return midiKey(4, m.channel(), 0);
        } else if (message instanceof MidiMessage.PitchBend m) {
            return midiKey(5, m.channel(), 0);
        } else if (message instanceof MidiMessage.ProgramChange m) {
            return midiKey(3, m.channel(), m.program());
        } else if (message instanceof MidiMessage.FineControlChange m) {
            return midiKey(6, m.channel(), m.number());
        }
        return -1;
    }

    /** Whether a key is that of messages made of several by {@link MidiJoiner}. */
    static boolean isJoined(Object key) {
        return key instanceof NumberedKey || key instanceof Integer slot && slot / (16 * 128) == 6;
    }

    private static int midiKey(int kind, int channel, int number) {
        return (kind * 16 + channel - 1) * 128 + number;
    }

    private static String plain(double number) {
        return number == Math.rint(number) ? Long.toString((long) number) : Double.toString(number);
    }
}
