package orchard.signal;

import java.util.Arrays;
import java.util.HexFormat;
import orchard.mistake.Mistake;

/**
 * A MIDI 1.0 message. Channels count from 1 to 16 as people say them; data values are 7 bit (0–127) unless said
 * otherwise.
 */
public sealed interface MidiMessage extends Message {

    /** The same on another channel; a system message stays as it is. */
    default MidiMessage on(int channel) {
        return this;
    }

    /** The channel 1–16, or 0 for a system message, which has none. */
    default int channel() {
        return 0;
    }

    /**
     * Its bytes, always with a status byte (no running status). MIDI 1.0, tables I to VII. A joined message becomes the bytes of all the messages it is made of.
     *
     * @throws Mistake if a number is none that MIDI has
     */
    byte[] bytes();

    /** How many bytes it takes on a wire. */
    default int wireBytes() {
        return bytes().length;
    }

    /** Where it is looked up, below {@link MidiKeys#COUNT}; −1 for one that has no such place (RPN and NRPN, SysEx, system). */
    int key();

    /** Where it is looked up if {@link #key} has no number for it; null for nowhere. SysEx as one whose number is its last byte. */
    Object otherKey();

    /** A key goes down. On the wire a velocity of 0 means note-off, so a decoded velocity is 1–127. */
    record NoteOn(int channel, int note, int velocity) implements MidiMessage {

        @Override
        public NoteOn on(int other) {
            return new NoteOn(other, note, velocity);
        }

        @Override
        public byte[] bytes() {
            return MidiBytes.bytes(0x90, channel, note, velocity);
        }

        @Override
        public int key() {
            return MidiKeys.note(channel, note);
        }

        @Override
        public Object otherKey() {
            return null;
        }

        @Override
        public String words() {
            return "note %d on, velocity %d, ch %d".formatted(note, velocity, channel);
        }

        @Override
        public String subject() {
            return "note %d, ch %d".formatted(note, channel);
        }
    }

    /** A key comes up. */
    record NoteOff(int channel, int note, int velocity) implements MidiMessage {

        @Override
        public NoteOff on(int other) {
            return new NoteOff(other, note, velocity);
        }

        @Override
        public byte[] bytes() {
            return MidiBytes.bytes(0x80, channel, note, velocity);
        }

        @Override
        public int key() {
            return MidiKeys.note(channel, note);
        }

        @Override
        public Object otherKey() {
            return null;
        }

        @Override
        public String words() {
            return "note %d off, ch %d".formatted(note, channel);
        }

        @Override
        public String subject() {
            return "note %d, ch %d".formatted(note, channel);
        }
    }

    /** Pressure on one key. */
    record PolyPressure(int channel, int note, int pressure) implements MidiMessage {

        @Override
        public PolyPressure on(int other) {
            return new PolyPressure(other, note, pressure);
        }

        @Override
        public byte[] bytes() {
            return MidiBytes.bytes(0xA0, channel, note, pressure);
        }

        @Override
        public int key() {
            return MidiKeys.keyPressure(channel, note);
        }

        @Override
        public Object otherKey() {
            return null;
        }

        @Override
        public String words() {
            return "pressure of note %d = %d, ch %d".formatted(note, pressure, channel);
        }

        @Override
        public String subject() {
            return "pressure of note %d, ch %d".formatted(note, channel);
        }
    }

    /** A controller, number 0–127. */
    record ControlChange(int channel, int number, int value) implements MidiMessage {

        @Override
        public ControlChange on(int other) {
            return new ControlChange(other, number, value);
        }

        @Override
        public byte[] bytes() {
            return MidiBytes.bytes(0xB0, channel, number, value);
        }

        @Override
        public int key() {
            return MidiKeys.controller(channel, number);
        }

        @Override
        public Object otherKey() {
            return null;
        }

        @Override
        public String words() {
            return "CC %d = %d, ch %d".formatted(number, value, channel);
        }

        @Override
        public String subject() {
            return "CC %d, ch %d".formatted(number, channel);
        }
    }

    /** A program is chosen, 0–127. */
    record ProgramChange(int channel, int program) implements MidiMessage {

        @Override
        public ProgramChange on(int other) {
            return new ProgramChange(other, program);
        }

        @Override
        public byte[] bytes() {
            return MidiBytes.bytes(0xC0, channel, program);
        }

        @Override
        public int key() {
            return MidiKeys.program(channel, program);
        }

        @Override
        public Object otherKey() {
            return null;
        }

        @Override
        public String words() {
            return "program %d, ch %d".formatted(program, channel);
        }

        @Override
        public String subject() {
            return "program, ch %d".formatted(channel);
        }
    }

    /** Pressure on the whole channel. */
    record ChannelPressure(int channel, int pressure) implements MidiMessage {

        @Override
        public ChannelPressure on(int other) {
            return new ChannelPressure(other, pressure);
        }

        @Override
        public byte[] bytes() {
            return MidiBytes.bytes(0xD0, channel, pressure);
        }

        @Override
        public int key() {
            return MidiKeys.channelPressure(channel);
        }

        @Override
        public Object otherKey() {
            return null;
        }

        @Override
        public String words() {
            return "channel pressure = %d, ch %d".formatted(pressure, channel);
        }

        @Override
        public String subject() {
            return "channel pressure, ch %d".formatted(channel);
        }
    }

    /** The wheel, 14 bit: 0–16383 with 8192 in the middle. */
    record PitchBend(int channel, int bend) implements MidiMessage {

        @Override
        public PitchBend on(int other) {
            return new PitchBend(other, bend);
        }

        @Override
        public byte[] bytes() {
            return MidiBytes.bytes(0xE0, channel, bend & 0x7F, bend >> 7);
        }

        @Override
        public int key() {
            return MidiKeys.bend(channel);
        }

        @Override
        public Object otherKey() {
            return null;
        }

        @Override
        public String words() {
            return "pitch bend = %d, ch %d".formatted(bend, channel);
        }

        @Override
        public String subject() {
            return "pitch bend, ch %d".formatted(channel);
        }
    }

    /**
     * A controller of 14 bit: the coarse half travels as controller {@code number} (0–31), the fine half as {@code number + 32}
     * (MIDI 1.0, “Control Change”). On the wire it is two messages; see {@link MidiJoiner}.
     *
     * @param value 0–16383
     */
    record FineControlChange(int channel, int number, int value) implements MidiMessage {

        @Override
        public FineControlChange on(int other) {
            return new FineControlChange(other, number, value);
        }

        public FineControlChange {
            if (number < 0 || number > 31) {
                throw new Mistake("message", "a coarse controller is 0–31, not " + number);
            }
        }

        @Override
        public byte[] bytes() {
            return MidiBytes.bytes(MidiJoiner.split(this));
        }

        @Override
        public int key() {
            return MidiKeys.fineController(channel, number);
        }

        @Override
        public Object otherKey() {
            return null;
        }

        @Override
        public String words() {
            return "CC %d and %d = %d, ch %d".formatted(number, number + 32, value, channel);
        }

        @Override
        public String subject() {
            return "CC %d and %d, ch %d".formatted(number, number + 32, channel);
        }
    }

    /**
     * A parameter number (RPN or NRPN) is set or stepped. On the wire it is up to four control changes; see {@link MidiJoiner}.
     *
     * @param registered RPN if true, NRPN if not
     * @param number 0–16382
     * @param value 0–16383; of a step the value after it, or −1 if it was never heard
     * @param step 1 for data increment, −1 for data decrement, 0 where the value itself was sent
     */
    record ParameterNumber(int channel, boolean registered, int number, int value, int step) implements MidiMessage {

        @Override
        public ParameterNumber on(int other) {
            return new ParameterNumber(other, registered, number, value, step);
        }

        public ParameterNumber {
            step = Integer.signum(step);
            value = Math.max(value, step == 0 ? 0 : -1);
        }

        @Override
        public byte[] bytes() {
            return MidiBytes.bytes(MidiJoiner.split(this));
        }

        @Override
        public int key() {
            return -1;
        }

        @Override
        public Object otherKey() {
            return MidiKeys.numbered(channel, registered, number);
        }

        @Override
        public String words() {
            String stepped = step > 0 ? " up" : step < 0 ? " down" : "";
            String at = value < 0 ? "" : " = " + value;
            return "%s %d%s%s, ch %d".formatted(registered ? "RPN" : "NRPN", number, stepped, at, channel);
        }

        @Override
        public String subject() {
            return "%s %d, ch %d".formatted(registered ? "RPN" : "NRPN", number, channel);
        }
    }

    /** A system common or real-time message: status F1–F6 or F8–FF, with as many data bytes as its status has. */
    record SystemMessage(int status, int data1, int data2) implements MidiMessage {

        public SystemMessage {
            if (status <= 0xF0 || status > 0xFF || status == 0xF7) {
                throw new Mistake("message", "a system message begins with F1–F6 or F8–FF");
            }
            int count = MidiDecoder.dataBytes(status);
            data1 = count > 0 ? data1 : 0;
            data2 = count > 1 ? data2 : 0;
        }

        /** Whether it is about time, and not about what is played: the clock, start, stop, and that somebody is there (MIDI 1.0, system real time). */
        public boolean isRealTime() {
            return status >= 0xF8;
        }

        /** Said at least every 300 ms by some devices, so that a pulled cable is noticed. */
        public static final int ACTIVE_SENSING = 0xFE;

        /** 24 to a quarter note. */
        public static final int CLOCK = 0xF8;

        public static final int START = 0xFA;

        /** Whether it comes all the time by itself and says nothing new. */
        public boolean ticking() {
            return status == CLOCK || status == ACTIVE_SENSING;
        }

        @Override
        public byte[] bytes() {
            return switch (MidiDecoder.dataBytes(status)) {
                case 1 -> new byte[] {(byte) status, MidiBytes.data(data1)};
                case 2 -> new byte[] {(byte) status, MidiBytes.data(data1), MidiBytes.data(data2)};
                default -> new byte[] {(byte) status};
            };
        }

        @Override
        public int key() {
            return -1;
        }

        @Override
        public Object otherKey() {
            return null;
        }

        @Override
        public String words() {
            return switch (status) {
                case 0xF1 -> "time code quarter frame %d:%d".formatted(data1 >> 4, data1 & 0x0F);
                case 0xF2 -> "song position %d".formatted(data1 | data2 << 7);
                case 0xF3 -> "song %d".formatted(data1);
                default -> subject();
            };
        }

        @Override
        public String subject() {
            return switch (status) {
                case 0xF1 -> "time code";
                case 0xF2 -> "song position";
                case 0xF3 -> "song select";
                case 0xF6 -> "tune request";
                case CLOCK -> "clock";
                case 0xFA -> "start";
                case 0xFB -> "continue";
                case 0xFC -> "stop";
                case ACTIVE_SENSING -> "active sensing";
                case 0xFF -> "reset";
                default -> "undefined system %02X".formatted(status);
            };
        }
    }

    /**
     * A system exclusive message.
     *
     * @param data the 7-bit bytes between F0 and F7, without both
     */
    record SysEx(byte[] data) implements MidiMessage {

        public SysEx {
            data = data.clone();
            for (byte b : data) {
                if (b < 0) {
                    throw new Mistake("a SysEx data byte has 7 bits");
                }
            }
        }

        @Override
        public byte[] data() {
            return data.clone();
        }

        @Override
        public int wireBytes() {
            return data.length + 2;
        }

        /** How many data bytes there are. */
        public int length() {
            return data.length;
        }

        /** One data byte, 0–127. */
        public int at(int index) {
            return data[index];
        }

        /** Whether the data begins with these bytes; a pattern for a maker's own messages. */
        public boolean startsWith(byte... prefix) {
            return data.length >= prefix.length && Arrays.equals(data, 0, prefix.length, prefix, 0, prefix.length);
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof SysEx that && Arrays.equals(data, that.data);
        }

        @Override
        public int hashCode() {
            return Arrays.hashCode(data);
        }

        @Override
        public byte[] bytes() {
            byte[] bytes = new byte[data.length + 2];
            bytes[0] = (byte) 0xF0;
            System.arraycopy(data, 0, bytes, 1, data.length);
            bytes[bytes.length - 1] = (byte) 0xF7;
            return bytes;
        }

        @Override
        public int key() {
            return -1;
        }

        @Override
        public Object otherKey() {
            return data.length > 0 && data.length <= MidiKeys.LONGEST_SYSEX ? SysExTemplate.lastByteKey(this) : null;
        }

        @Override
        public String words() {
            int shown = Math.min(data.length, 16);
            String hex = HexFormat.ofDelimiter(" ").withUpperCase().formatHex(data, 0, shown);
            return "SysEx " + hex + (data.length > shown ? " … (%d bytes)".formatted(data.length) : "");
        }

        @Override
        public String subject() {
            return "SysEx " + HexFormat.ofDelimiter(" ").withUpperCase().formatHex(data, 0, Math.min(data.length, 3));
        }
    }
}
