package orchard.signal;

import java.io.ByteArrayOutputStream;
import java.util.List;
import orchard.mistake.Mistake;

/** Bytes as MIDI 1.0 has them. */
final class MidiBytes {

    private MidiBytes() {}

    static byte[] bytes(int kind, int channel, int data) {
        return new byte[] {status(kind, channel), data(data)};
    }

    static byte[] bytes(int kind, int channel, int data1, int data2) {
        return new byte[] {status(kind, channel), data(data1), data(data2)};
    }

    /** All of some, one after the other. */
    static byte[] bytes(List<MidiMessage> parts) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(12);
        parts.forEach(part -> out.writeBytes(part.bytes()));
        return out.toByteArray();
    }

    private static byte status(int kind, int channel) {
        if (channel < 1 || channel > 16) {
            throw new Mistake("channel " + channel + " is not in 1–16");
        }
        return (byte) (kind | (channel - 1));
    }

    static byte data(int value) {
        if (value < 0 || value > 127) {
            throw new Mistake("data value " + value + " is not in 0–127");
        }
        return (byte) value;
    }
}
