package orchard.signal;

import java.util.HexFormat;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import orchard.mistake.Mistake;

/**
 * The bytes of a SysEx between F0 and F7 with a place in them for a number (MIDI 1.0, system exclusive): {@code 7D 04 10 05 vv}.
 *
 * @param text the bytes in upper-case hex with blanks, {@code vv} in place of the number
 * @param length how many bytes there are
 * @param at where the number stands, from 0
 * @param fine whether it takes two bytes, coarse half first
 */
public record SysExTemplate(String text, int length, int at, boolean fine) {

    /** How many bytes a template may have. */
    public static final int LONGEST = 64;

    private static final String VALUE = "vv";
    private static final Map<String, SysExTemplate> KNOWN = new ConcurrentHashMap<>();

    /** Lookup key of messages that match a template. */
    private record Key(String bytes, int at, boolean fine) {}

    /**
     * The template in a text. F0 and F7 may be typed or left out, and so may a {@code vv} at the end.
     *
     * @throws Mistake naming the byte that cannot be and what is expected
     */
    public static SysExTemplate of(String text) {
        SysExTemplate known = KNOWN.get(text);
        return known != null ? known : KNOWN.computeIfAbsent(text, SysExTemplate::read);
    }

    private static SysExTemplate read(String text) {
        String inner = text.strip().replaceFirst("(?i)^F0\\b\\s*", "").replaceFirst("(?i)\\s*\\bF7$", "");
        if (inner.isBlank()) {
            throw new Mistake("A SysEx needs bytes, like 7D 04 10 05 vv");
        }
        String[] bytes = inner.split("\\s+");
        int at = -1;
        int values = 0;
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < bytes.length; i++) {
            String part = bytes[i].toUpperCase(Locale.ROOT);
            if (part.equals("VV")) {
                if (values > 0 && i != at + 1 || values == 2) {
                    throw new Mistake("Byte " + (i + 1)
                            + ": the number takes one vv, or two that stand together, and there is one already");
                }
                at = values == 0 ? i : at;
                values++;
                part = VALUE;
            } else if (!part.matches("[0-9A-F]{2}")) {
                throw new Mistake("Byte %d: “%s” is no byte; expected two hex digits 00–7F, or vv for the number"
                        .formatted(i + 1, bytes[i]));
            } else if (Integer.parseInt(part, 16) > 0x7F) {
                throw new Mistake("Byte %d: %s is above 7F; the bytes inside a SysEx are 00–7F".formatted(i + 1, part));
            }
            out.append(i == 0 ? "" : " ").append(part);
        }
        if (values == 0) {
            at = bytes.length;
            out.append(' ').append(VALUE);
        }
        int length = bytes.length + (values == 0 ? 1 : 0);
        if (length > LONGEST) {
            throw new Mistake("A SysEx for a control has at most " + LONGEST + " bytes, and this has " + length);
        }
        return new SysExTemplate(out.toString(), length, at, values == 2);
    }

    /** What messages that match are looked up by. */
    Object key() {
        return new Key(text, at, fine);
    }

    /** What a message would be looked up by if its number stood where this one's does; null if it is of another length. */
    public Object key(MidiMessage.SysEx message) {
        if (message.length() != length) {
            return null;
        }
        String bytes = IntStream.range(0, length)
                .mapToObj(i -> i == at || fine && i == at + 1
                        ? VALUE
                        : HexFormat.of().withUpperCase().toHexDigits((byte) message.at(i)))
                .collect(Collectors.joining(" "));
        return new Key(bytes, at, fine);
    }

    /** What a message is looked up by if its number is its last byte. */
    static Object lastByteKey(MidiMessage.SysEx message) {
        int last = message.length() - 1;
        String before = HexFormat.ofDelimiter(" ").withUpperCase().formatHex(message.data(), 0, last);
        return new Key(before.isEmpty() ? VALUE : before + " " + VALUE, last, false);
    }

    /** Whether its number is the last byte. */
    public boolean isLastByte() {
        return !fine && at == length - 1;
    }

    /** Whether a message is the same but for the number. */
    public boolean matches(MidiMessage.SysEx message) {
        return key().equals(key(message));
    }

    /** The number in a message that matches. */
    int number(MidiMessage.SysEx message) {
        return fine ? message.at(at) << 7 | message.at(at + 1) : message.at(at);
    }

    /** Whether two templates look at the same place of messages of the same length. */
    public boolean sameShape(SysExTemplate other) {
        return length == other.length && at == other.at && fine == other.fine;
    }

    /** The message with a number in it. */
    public MidiMessage.SysEx message(int number) {
        String high = HexFormat.of().toHexDigits((byte) (fine ? number >> 7 & 0x7F : number & 0x7F));
        String low = HexFormat.of().toHexDigits((byte) (number & 0x7F));
        String bytes = fine ? text.replaceFirst("vv vv", high + " " + low) : text.replaceFirst(VALUE, high);
        return new MidiMessage.SysEx(HexFormat.ofDelimiter(" ").parseHex(bytes));
    }
}
