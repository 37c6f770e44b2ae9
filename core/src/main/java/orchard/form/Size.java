package orchard.form;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import orchard.mistake.Mistake;

/**
 * How a number, or a text, stands in the bytes of a SysEx, of which each holds 7 bits.
 *
 * @param unit what each of its bytes holds
 * @param count how many of these there are
 * @param fineFirst whether the lowest of them comes first
 * @param signed whether its upper half stands for numbers below zero (two's complement)
 */
public record Size(Unit unit, int count, boolean fineFirst, boolean signed) {

    /** What a byte holds. */
    public enum Unit {
        /** 7 bits of a number. */
        BYTE("byte", 7),
        /** 4 bits of a number. */
        NIBBLE("nibble", 4),
        /** 8 bits of a number; their upper ones stand together in a byte of their own before up to seven of them. */
        PACKED("packed byte", 8),
        /** A letter (ASCII); behind the last one blanks. */
        LETTER("letter", 0);

        private final String word;
        private final int bits;

        Unit(String word, int bits) {
            this.word = word;
            this.bits = bits;
        }
    }

    /** A byte. */
    public static final Size BYTE = new Size(Unit.BYTE, 1, false, false);

    private static final int MOST_BITS = 49;
    private static final int MOST_LETTERS = 64;
    private static final Pattern WORDS = Pattern.compile(
            "(?:(\\d{1,2}) )?(byte|nibble|packed byte|letter)s?( fine first)?( signed)?|( ?fine first)?( ?signed)?");

    public Size {
        int most = unit == Unit.LETTER ? MOST_LETTERS : unit == Unit.PACKED ? 6 : MOST_BITS / unit.bits;
        if (count < 1 || count > most) {
            throw new Mistake("A number has 1–%d %ss, not %d".formatted(most, unit.word, count));
        }
        if (unit == Unit.LETTER && (fineFirst || signed)) {
            throw new Mistake("Letters have neither a sign nor a finest one");
        }
    }

    /**
     * Reads {@link #words}.
     *
     * @throws Mistake that says what sizes there are
     */
    static Size of(String words) {
        Matcher is = WORDS.matcher(words.strip().toLowerCase(Locale.ROOT));
        if (!is.matches()) {
            throw new Mistake(
                    "“" + words.strip()
                            + "” is no size: sizes are byte, 2 bytes, 2 bytes fine first, 4 nibbles signed, 2 packed bytes, 8 letters");
        }
        Unit unit = Unit.BYTE;
        for (Unit one : Unit.values()) {
            unit = one.word.equals(is.group(2)) ? one : unit;
        }
        boolean bare = is.group(2) == null;
        return new Size(
                unit,
                is.group(1) == null ? 1 : Integer.parseInt(is.group(1)),
                is.group(bare ? 5 : 3) != null,
                is.group(bare ? 6 : 4) != null);
    }

    /** As it is read; "" for a byte. */
    public String words() {
        String order = (fineFirst ? " fine first" : "") + (signed ? " signed" : "");
        return unit == Unit.BYTE && count == 1
                ? order.strip()
                : (count == 1 ? "" : count + " ") + unit.word + (count == 1 ? "" : "s") + order;
    }

    /** How many bytes it takes. */
    public int bytes() {
        return unit == Unit.PACKED ? count + 1 : count;
    }

    /** Whether it is a text. */
    public boolean isText() {
        return unit == Unit.LETTER;
    }

    /** The smallest number. */
    public double low() {
        return signed ? -(double) (1L << bits() - 1) : 0;
    }

    /** The largest number. */
    public double high() {
        return signed ? (1L << bits() - 1) - 1 : (1L << bits()) - 1;
    }

    private int bits() {
        return unit.bits * count;
    }

    /** The number or the text at a place; null where the bytes there cannot be that. */
    Object read(byte[] data, int at) {
        if (isText()) {
            return new String(data, at, count, StandardCharsets.US_ASCII).replaceAll("[ \0]+$", "");
        }
        int first = unit == Unit.PACKED ? at + 1 : at;
        long number = 0;
        for (int i = 0; i < count; i++) {
            int place = fineFirst ? count - 1 - i : i;
            int piece = data[first + place];
            if (unit == Unit.NIBBLE && piece > 0xF) {
                return null;
            }
            if (unit == Unit.PACKED) {
                piece |= (data[at] >> place & 1) << 7;
            }
            number = number << unit.bits | piece;
        }
        return signed && number >> bits() - 1 == 1 ? number - (1L << bits()) * 1.0 : (double) number;
    }

    /** Puts it there: a number within {@link #low} and {@link #high}, cut to them where it is beyond. */
    void write(Object value, byte[] data, int at) {
        if (isText()) {
            byte[] letters = String.valueOf(value).getBytes(StandardCharsets.US_ASCII);
            for (int i = 0; i < count; i++) {
                data[at + i] = i < letters.length ? (byte) (letters[i] & 0x7F) : (byte) ' ';
            }
            return;
        }
        long number = Math.round(Math.max(low(), Math.min(high(), ((Number) value).doubleValue())));
        int first = unit == Unit.PACKED ? at + 1 : at;
        int upper = 0;
        for (int i = 0; i < count; i++) {
            int place = fineFirst ? i : count - 1 - i;
            int piece = (int) (number >> unit.bits * i) & (1 << unit.bits) - 1;
            upper |= piece >> 7 << place;
            data[first + place] = (byte) (piece & 0x7F);
        }
        if (unit == Unit.PACKED) {
            data[at] = (byte) upper;
        }
    }
}
