package orchard.signal;

/**
 * Which messages are about one dimension of a control, and where in them its number stands. The engine looks a pattern
 * up by {@link #key()}, so two patterns with equal keys hear the same messages.
 */
public sealed interface MessagePattern {

    /** Lookup key: an {@link Integer} below {@link #MIDI_KEYS} for MIDI, an address or element id for the others. */
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

    /** The message in words, without a value: {@code CC 74, ch 1, absolute}. */
    String words();

    /** How many MIDI keys there are: 6 kinds × 16 channels × 128 numbers. */
    int MIDI_KEYS = 6 * 16 * 128;

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
        public String words() {
            return "CC %d, ch %d, %s".formatted(controller, channel, encoding.words());
        }
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

    /** Where a MIDI message is looked up, or −1 for one that no pattern can name (program change, SysEx, system). */
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
        }
        return -1;
    }

    private static int midiKey(int kind, int channel, int number) {
        return (kind * 16 + channel - 1) * 128 + number;
    }

    private static String plain(double number) {
        return number == Math.rint(number) ? Long.toString((long) number) : Double.toString(number);
    }
}
