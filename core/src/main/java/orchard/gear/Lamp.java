package orchard.gear;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Arrays;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.Resolution;
import orchard.signal.TouchMessage;

/** What a light can show and the message that makes it show that. */
public sealed interface Lamp {

    /** The message that shows a value (0..1) and its text; each lamp takes what it can show. */
    Message message(double value, String text);

    /** What a performer calls it in a sentence: “show its value on Knob 3's <em>display</em>”. */
    String words();

    /** A single lamp: note-on whose velocity picks a colour from the device's palette. */
    record Led(int channel, int note, int off, int on) implements Lamp {
        @Override
        public Message message(double value, String text) {
            return new MidiMessage.NoteOn(channel, note, value >= 0.5 ? on : off);
        }

        @Override
        public String words() {
            return "light";
        }
    }

    /** A ring, motor or counter that is put in place by a controller 0–127. */
    record Ring(int channel, int number) implements Lamp {
        @Override
        public Message message(double value, String text) {
            return new MidiMessage.ControlChange(channel, number, Resolution.number(value, 7));
        }

        @Override
        public String words() {
            return "ring";
        }
    }

    /** A motor that moves a fader, by pitch bend of 14 bit. */
    record Motor(int channel) implements Lamp {
        @Override
        public Message message(double value, String text) {
            return new MidiMessage.PitchBend(channel, Resolution.number(value, 14));
        }

        @Override
        public String words() {
            return "motor";
        }
    }

    /**
     * Letters, sent as SysEx: the prefix, then the text padded with blanks. ASCII only: accents are taken off and what is
     * left over becomes {@code ?}.
     *
     * @param prefix the data bytes before the text
     * @param length how many letters the display has
     */
    record Text(byte[] prefix, int length) implements Lamp {

        public Text {
            prefix = prefix.clone();
        }

        @Override
        public byte[] prefix() {
            return prefix.clone();
        }

        @Override
        public Message message(double value, String text) {
            ByteArrayOutputStream data = new ByteArrayOutputStream(prefix.length + length);
            data.writeBytes(prefix);
            byte[] letters = ascii(text).getBytes(StandardCharsets.US_ASCII);
            for (int i = 0; i < length; i++) {
                data.write(i < letters.length ? letters[i] : ' ');
            }
            return new MidiMessage.SysEx(data.toByteArray());
        }

        private static String ascii(String text) {
            String plain = Normalizer.normalize(text.replace('−', '-').replace('›', '>'), Normalizer.Form.NFD)
                    .replaceAll("\\p{M}", "");
            return plain.replaceAll("[^\\x20-\\x7e]", "?");
        }

        @Override
        public String words() {
            return "display";
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Text that && Arrays.equals(prefix, that.prefix) && length == that.length;
        }

        @Override
        public int hashCode() {
            return Arrays.hashCode(prefix) * 31 + length;
        }
    }

    /** An element of one of Orchard's layouts: position and text together. */
    record Element(String element) implements Lamp {
        @Override
        public Message message(double value, String text) {
            return new TouchMessage(element, value, text);
        }

        @Override
        public String words() {
            return "face";
        }
    }
}
