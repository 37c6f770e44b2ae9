package orchard.signal;

import java.util.List;
import java.util.Locale;

/** One argument of an OSC message, with the type tag it travels under (OSC 1.0, “OSC Type Tag String”). */
public sealed interface OscArgument {

    /** The type tag on the wire. */
    char tag();

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
        public String words() {
            return "“" + (value.length() > 60 ? value.substring(0, 60) + "…" : value) + "”";
        }
    }

    /** {@code b}: bytes. */
    record Blob(List<Byte> value) implements OscArgument {
        @Override
        public char tag() {
            return 'b';
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
        throw new IllegalArgumentException("no OSC type for " + value);
    }
}
