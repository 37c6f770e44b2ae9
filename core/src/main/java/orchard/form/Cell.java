package orchard.form;

import java.math.BigDecimal;
import java.util.Locale;
import java.util.Set;
import orchard.mistake.Mistake;
import orchard.signal.Checksum;
import orchard.signal.MidiMessage;

/** One place of a message. */
public sealed interface Cell {

    /** The largest number, either way; the smallest steps are those of 64 bit. */
    double MOST = 1e18;

    /** As it is read. */
    String words();

    /** A number that has to stand there, and does. */
    record Fixed(double number) implements Cell {
        public Fixed {
            checked(number);
        }

        @Override
        public String words() {
            return plain(number);
        }
    }

    /** A text that has to stand there, and does: part of an address, or an argument. */
    record Said(String text) implements Cell {
        @Override
        public String words() {
            return "\"" + text.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
        }
    }

    /** Whatever stands there. */
    record Any() implements Cell {
        @Override
        public String words() {
            return "any";
        }
    }

    /** A number between two. */
    record Within(double low, double high) implements Cell {
        public Within {
            checked(low);
            checked(high);
            if (!(low <= high)) {
                throw new Mistake("A stretch goes from the lower to the higher number, like 0..63");
            }
        }

        @Override
        public String words() {
            return plain(low) + ".." + plain(high);
        }
    }

    /**
     * A number or a text that has a name.
     *
     * @param size how it stands in a SysEx; a byte elsewhere, where it says nothing
     * @param type of an OSC argument that is said; {@link Type#FLOAT} elsewhere, where it says nothing
     */
    record Named(String name, Size size, Type type) implements Cell {

        private static final String NAME = "[\\p{L}][\\p{L}\\p{Nd}_]{0,23}";
        private static final Set<String> TAKEN =
                Set.of("x", "low", "high", "true", "false", "null", "in", "check", "any");

        public Named {
            if (!name.matches(NAME)) {
                throw new Mistake("“" + name + "” is no name for a number: it begins with a letter and has letters,"
                        + " digits and _, at most 24 of them");
            }
            if (TAKEN.contains(name)) {
                throw new Mistake("“" + name + "” means something else in formulas; choose another name");
            }
        }

        @Override
        public String words() {
            String more = (size.words() + " " + type.words()).strip();
            return "{" + name + (more.isEmpty() ? "" : " " + more) + "}";
        }
    }

    /**
     * A checksum over a stretch of bytes before it.
     *
     * @param from the first of them, from 0, the byte behind F0
     * @param to the last of them; {@link #BEFORE} for the one before the checksum
     */
    record Sum(Checksum.Kind kind, int from, int to) implements Cell {

        /** Stands for the byte before the checksum. */
        public static final int BEFORE = -1;

        /** Over all bytes from one on to the one before it. */
        public Sum(Checksum.Kind kind, int from) {
            this(kind, from, BEFORE);
        }

        /** What it is, to people: they count bytes from 1. */
        String title() {
            return kind.words() + (isToItself() ? ", from " + (from + 1) : ", " + (from + 1) + "–" + (to + 1));
        }

        /** Whether its stretch ends with the byte before it. */
        public boolean isToItself() {
            return to == BEFORE;
        }

        /** What it has to be in a message in which it stands at a place. */
        int of(MidiMessage.SysEx message, int at) {
            return kind.of(message, from, isToItself() ? at - 1 : to);
        }

        @Override
        public String words() {
            return "{check " + kind.words() + " from " + from + (isToItself() ? "" : " to " + to) + "}";
        }
    }

    /** As what an OSC argument is said (OSC 1.0, “OSC Type Tag String”). */
    enum Type {
        FLOAT,
        WHOLE,
        DOUBLE,
        LONG,
        TEXT,
        /** True or false, from 0.5 on. */
        SWITCH;

        /** As it is read; "" for the usual one. */
        String words() {
            return this == FLOAT ? "" : name().toLowerCase(Locale.ROOT);
        }
    }

    /** Every number can be written out, and read again. */
    private static void checked(double number) {
        if (!(Math.abs(number) <= MOST)) {
            throw new Mistake("A number in a message lies within ±1,000,000,000,000,000,000");
        }
    }

    private static String plain(double number) {
        return number == Math.rint(number) && Math.abs(number) < 1e15
                ? String.valueOf((long) number)
                : new BigDecimal(String.valueOf(number)).toPlainString();
    }
}
