package orchard.signal;

import java.io.DataOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;

/** One argument of an OSC message, with the type tag it travels under (OSC 1.0, “OSC Type Tag String”). */
public sealed interface OscArgument {

    /** The type tag on the wire; an array has its opening bracket. */
    char tag();

    /** Writes what follows the tags, aligned to 4 bytes. */
    void write(DataOutputStream out) throws IOException;

    /** The argument as a person reads it. */
    String words();

    /** The argument as a number, or NaN where it is none. True is 1, False is 0. */
    default double number() {
        return Double.NaN;
    }

    /** {@code i}: 32 bit whole number. */
    record Int32(int value) implements OscArgument {
        @Override
        public char tag() {
            return 'i';
        }

        @Override
        public double number() {
            return value;
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            out.writeInt(value);
        }

        @Override
        public String words() {
            return Integer.toString(value);
        }
    }

    /** {@code h}: 64 bit whole number. */
    record Int64(long value) implements OscArgument {
        @Override
        public char tag() {
            return 'h';
        }

        @Override
        public double number() {
            return value;
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            out.writeLong(value);
        }

        @Override
        public String words() {
            return Long.toString(value);
        }
    }

    /** {@code f}: 32 bit number. */
    record Float32(float value) implements OscArgument {
        @Override
        public char tag() {
            return 'f';
        }

        @Override
        public double number() {
            return value;
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            out.writeFloat(value);
        }

        @Override
        public String words() {
            return Float.isFinite(value) && Math.abs(value) < 1e6f
                    ? String.format(Locale.ROOT, "%.3f", value)
                    : Float.toString(value);
        }
    }

    /** {@code d}: 64 bit number. */
    record Float64(double value) implements OscArgument {
        @Override
        public char tag() {
            return 'd';
        }

        @Override
        public double number() {
            return value;
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            out.writeDouble(value);
        }

        @Override
        public String words() {
            return Double.isFinite(value) && Math.abs(value) < 1e6
                    ? String.format(Locale.ROOT, "%.3f", value)
                    : Double.toString(value);
        }
    }

    /** {@code s}: text; ASCII by the standard, sent and read as UTF-8. */
    record Text(String value) implements OscArgument {
        @Override
        public char tag() {
            return 's';
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            OscCodec.writeText(out, value);
        }

        @Override
        public String words() {
            return "“" + (value.length() > 60 ? Cut.to(value, 60) + "…" : value) + "”";
        }
    }

    /** {@code S}: text that is meant as a name, not to be read. */
    record Symbol(String value) implements OscArgument {
        @Override
        public char tag() {
            return 'S';
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            OscCodec.writeText(out, value);
        }

        @Override
        public String words() {
            return new Text(value).words();
        }
    }

    /** {@code c}: one ASCII character, sent in 32 bits. */
    record Character(char value) implements OscArgument {
        @Override
        public char tag() {
            return 'c';
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            out.writeInt(value & 0x7F);
        }

        @Override
        public String words() {
            return "‘" + value + "’";
        }
    }

    /** {@code r}: a colour, eight bits each of red, green, blue and alpha, red uppermost. */
    record Colour(int rgba) implements OscArgument {
        @Override
        public char tag() {
            return 'r';
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            out.writeInt(rgba);
        }

        @Override
        public String words() {
            return String.format(Locale.ROOT, "#%08x", rgba);
        }
    }

    /** {@code m}: a MIDI message of up to three bytes; from the uppermost: port, status, data 1, data 2. */
    record Midi(int bytes) implements OscArgument {
        @Override
        public char tag() {
            return 'm';
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            out.writeInt(bytes);
        }

        @Override
        public String words() {
            return String.format(Locale.ROOT, "MIDI %08X", bytes);
        }
    }

    /** {@code t}: a moment, see {@link OscTime}. */
    record Time(long tag64) implements OscArgument {
        @Override
        public char tag() {
            return 't';
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            out.writeLong(tag64);
        }

        @Override
        public String words() {
            return OscTime.words(tag64);
        }
    }

    /** {@code [ … ]}: several arguments as one. */
    record Array(List<OscArgument> value) implements OscArgument {

        public Array {
            value = List.copyOf(value);
        }

        @Override
        public char tag() {
            return '[';
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            for (OscArgument element : value) {
                element.write(out);
            }
        }

        @Override
        public String words() {
            String more = value.size() > 8 ? " …" : "";
            return value.stream().limit(8).map(OscArgument::words).collect(Collectors.joining(" ", "[", more + "]"));
        }
    }

    /** {@code b}: bytes. */
    record Blob(List<Byte> value) implements OscArgument {
        @Override
        public char tag() {
            return 'b';
        }

        @Override
        public void write(DataOutputStream out) throws IOException {
            out.writeInt(value.size());
            for (byte one : value) {
                out.writeByte(one);
            }
            OscCodec.fill(out, (4 - value.size() % 4) % 4);
        }

        @Override
        public String words() {
            return value.size() + " bytes";
        }
    }

    /** {@code T F N I}: arguments that are nothing but their tag. */
    enum Plain implements OscArgument {
        /** True. */
        TRUE('T', 1),
        /** False. */
        FALSE('F', 0),
        /** No value. */
        NIL('N', Double.NaN),
        /** An impulse: something happened. */
        IMPULSE('I', 1);

        private final char tag;
        private final double number;

        Plain(char tag, double number) {
            this.tag = tag;
            this.number = number;
        }

        @Override
        public char tag() {
            return tag;
        }

        @Override
        public double number() {
            return number;
        }

        @Override
        public void write(DataOutputStream out) {
            // its tag says all
        }

        @Override
        public String words() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** The argument for a plain Java value: Integer, Long, Float, Double, String or Boolean. */
    static OscArgument of(Object value) {
        if (value instanceof Integer i) {
            return new Int32(i);
        } else if (value instanceof Long h) {
            return new Int64(h);
        } else if (value instanceof Float f) {
            return new Float32(f);
        } else if (value instanceof Double d) {
            return new Float64(d);
        } else if (value instanceof String s) {
            return new Text(s);
        } else if (value instanceof Boolean b) {
            return b ? Plain.TRUE : Plain.FALSE;
        }
        throw new Mistake("no OSC type for " + value);
    }
}
