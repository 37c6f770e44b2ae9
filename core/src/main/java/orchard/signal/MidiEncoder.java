package orchard.signal;

import java.io.ByteArrayOutputStream;

/**
 * Turns MIDI messages into their bytes, always with a status byte (no running status). MIDI 1.0, tables I to VII. Joined
 * messages become the bytes of all the messages they are made of.
 */
public final class MidiEncoder {

    private MidiEncoder() {}

    /** The bytes of one message. */
    public static byte[] encode(MidiMessage message) {
        if (message instanceof MidiMessage.NoteOff m) {
            return bytes(0x80, m.channel(), m.note(), m.velocity());
        } else if (message instanceof MidiMessage.NoteOn m) {
            return bytes(0x90, m.channel(), m.note(), m.velocity());
        } else if (message instanceof MidiMessage.PolyPressure m) {
            return bytes(0xA0, m.channel(), m.note(), m.pressure());
        } else if (message instanceof MidiMessage.ControlChange m) {
            return bytes(0xB0, m.channel(), m.number(), m.value());
        } else if (message instanceof MidiMessage.ProgramChange m) {
            return new byte[] {status(0xC0, m.channel()), data(m.program())};
        } else if (message instanceof MidiMessage.ChannelPressure m) {
            return new byte[] {status(0xD0, m.channel()), data(m.pressure())};
        } else if (message instanceof MidiMessage.PitchBend m) {
            return bytes(0xE0, m.channel(), m.bend() & 0x7F, m.bend() >> 7);
        } else if (message instanceof MidiMessage.FineControlChange || message instanceof MidiMessage.ParameterNumber) {
            ByteArrayOutputStream out = new ByteArrayOutputStream(12);
            MidiJoiner.split(message).forEach(part -> out.writeBytes(encode(part)));
            return out.toByteArray();
        } else if (message instanceof MidiMessage.SystemMessage m) {
            return switch (MidiDecoder.dataBytes(m.status())) {
                case 1 -> new byte[] {(byte) m.status(), data(m.data1())};
                case 2 -> new byte[] {(byte) m.status(), data(m.data1()), data(m.data2())};
                default -> new byte[] {(byte) m.status()};
            };
        } else if (message instanceof MidiMessage.SysEx m) {
            byte[] data = m.data();
            byte[] bytes = new byte[data.length + 2];
            bytes[0] = (byte) 0xF0;
            System.arraycopy(data, 0, bytes, 1, data.length);
            bytes[bytes.length - 1] = (byte) 0xF7;
            return bytes;
        }
        throw new IllegalArgumentException("no byte form for " + message);
    }

    private static byte[] bytes(int kind, int channel, int data1, int data2) {
        return new byte[] {status(kind, channel), data(data1), data(data2)};
    }

    private static byte status(int kind, int channel) {
        if (channel < 1 || channel > 16) {
            throw new IllegalArgumentException("channel " + channel + " is not in 1–16");
        }
        return (byte) (kind | (channel - 1));
    }

    private static byte data(int value) {
        if (value < 0 || value > 127) {
            throw new IllegalArgumentException("data value " + value + " is not in 0–127");
        }
        return (byte) value;
    }
}
