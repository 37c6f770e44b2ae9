package orchard.signal;

import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.mistake.Mistake;

/**
 * The bytes of a SysEx between F0 and F7 with a place in them for a number (MIDI 1.0, system exclusive): {@code 7D 04 10 05 vv}.
 *
 * @param text the bytes in upper-case hex with blanks, and in place of the number {@code vv} for a byte, {@code vv vv} for 14 bit, coarse half first, {@code vl vh} for 14 bit, fine half first, {@code nh nl}
 *     and {@code nl nh} for two nibbles; {@code xx} for a byte that may be any; {@code cs1}, {@code cn1} or {@code cx1} for a checksum (sum, negative sum, exclusive or) of all from byte 1 on, counted from 0
 * @param length how many bytes there are
 * @param at where the number stands, from 0
 * @param packing how it stands there
 * @param checksum null for none
 */
public record SysExTemplate(String text, int length, int at, Packing packing, Checksum checksum) {

    /** How many bytes a template may have. */
    public static final int LONGEST = 64;

    private static final String VALUE = "vv";
    /** Stands for a byte that may be any. */
    public static final String ANY = "xx";

    private static final Map<String, Packing> PACKINGS = Map.of(
            VALUE,
            Packing.SEVEN,
            "vv vv",
            Packing.FOURTEEN,
            "vl vh",
            Packing.FOURTEEN_FINE_FIRST,
            "nh nl",
            Packing.NIBBLES,
            "nl nh",
            Packing.NIBBLES_LOW_FIRST);
    private static final Pattern CHECKSUM = Pattern.compile("c([snx])(\\d{1,2})");
    private static final Map<String, Checksum.Kind> KINDS = Stream.of(Checksum.Kind.values())
            .collect(Collectors.toUnmodifiableMap(Checksum.Kind::letter, kind -> kind));
    private static final Map<String, SysExTemplate> KNOWN = new ConcurrentHashMap<>();

    /** Lookup key of messages that match a template. */
    private record Key(String bytes) {}

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
        List<String> bytes = new ArrayList<>();
        List<String> number = new ArrayList<>();
        int at = -1;
        Checksum checksum = null;
        for (String typed : inner.split("\\s+")) {
            int i = bytes.size();
            String part = typed.toLowerCase(Locale.ROOT);
            Matcher sum = CHECKSUM.matcher(part);
            if (List.of(VALUE, "vl", "vh", "nl", "nh").contains(part)) {
                if (!number.isEmpty() && i != at + 1 || number.size() == 2) {
                    throw new Mistake("Byte " + (i + 1)
                            + ": the number takes one vv, or two that stand together, and there is one already");
                }
                at = number.isEmpty() ? i : at;
                number.add(part);
            } else if (sum.matches()) {
                if (checksum != null) {
                    throw new Mistake("Byte " + (i + 1) + ": there is a checksum already");
                }
                checksum = new Checksum(KINDS.get(sum.group(1)), Integer.parseInt(sum.group(2)), i);
            } else if (!part.equals(ANY)) {
                part = hex(typed, i);
            }
            bytes.add(part);
        }
        if (number.isEmpty()) {
            at = bytes.size();
            number.add(VALUE);
            bytes.add(VALUE);
        }
        Packing packing = PACKINGS.get(String.join(" ", number));
        if (packing == null) {
            throw new Mistake("Byte " + (at + 1) + ": the halves of a number are vv vv, vl vh, nh nl or nl nh");
        }
        if (bytes.size() > LONGEST) {
            throw new Mistake("A SysEx for a control has at most " + LONGEST + " bytes, and this has " + bytes.size());
        }
        return new SysExTemplate(String.join(" ", bytes), bytes.size(), at, packing, checksum);
    }

    private static String hex(String typed, int i) {
        String part = typed.toUpperCase(Locale.ROOT);
        if (!part.matches("[0-9A-F]{2}")) {
            throw new Mistake("Byte %d: “%s” is no byte; expected two hex digits 00–7F, or vv for the number"
                    .formatted(i + 1, typed));
        } else if (Integer.parseInt(part, 16) > 0x7F) {
            throw new Mistake("Byte %d: %s is above 7F; the bytes inside a SysEx are 00–7F".formatted(i + 1, part));
        }
        return part;
    }

    /** What messages that match are looked up by. */
    public Object key() {
        return new Key(text);
    }

    /** What a message would be looked up by if it varied where this one does; null if it cannot be such a message. */
    public Object key(MidiMessage.SysEx message) {
        if (message.length() != length || checksum != null && checksum.of(message) != message.at(checksum.at())) {
            return null;
        }
        String[] parts = text.split(" ");
        for (int i = 0; i < length; i++) {
            if (Character.isDigit(parts[i].charAt(0)) || Character.isUpperCase(parts[i].charAt(0))) {
                parts[i] = HexFormat.of().withUpperCase().toHexDigits((byte) message.at(i));
            }
        }
        return new Key(String.join(" ", parts));
    }

    /** What a message is looked up by if its number is its last byte. */
    static Object lastByteKey(MidiMessage.SysEx message) {
        int last = message.length() - 1;
        String before = HexFormat.ofDelimiter(" ").withUpperCase().formatHex(message.data(), 0, last);
        return new Key(before.isEmpty() ? VALUE : before + " " + VALUE);
    }

    /** Whether its number is the last byte, and nothing else varies. */
    public boolean isLastByte() {
        return packing == Packing.SEVEN && at == length - 1 && !text.contains(ANY);
    }

    /** Whether a message is the same but for what varies. */
    public boolean matches(MidiMessage.SysEx message) {
        return key().equals(key(message));
    }

    /** The number in a message that matches. */
    public int number(MidiMessage.SysEx message) {
        return packing.number(message, at);
    }

    /** The largest number. */
    public int most() {
        return packing.most();
    }

    /** How many bits the number has. */
    public int bits() {
        return 32 - Integer.numberOfLeadingZeros(packing.most());
    }

    /** Whether two templates look at the same places of messages of the same length. */
    public boolean sameShape(SysExTemplate other) {
        return shape().equals(other.shape());
    }

    private String shape() {
        return Stream.of(text.split(" "))
                .map(part -> Character.isLowerCase(part.charAt(0)) ? part : "00")
                .collect(Collectors.joining(" "));
    }

    /** The message with a number in it. */
    public MidiMessage.SysEx message(int number) {
        byte[] data = new byte[length];
        String[] parts = text.split(" ");
        for (int i = 0; i < length; i++) {
            data[i] = Character.isLowerCase(parts[i].charAt(0)) ? 0 : (byte) Integer.parseInt(parts[i], 16);
        }
        packing.put(data, at, number);
        if (checksum != null) {
            data[checksum.at()] = (byte) checksum.of(new MidiMessage.SysEx(data));
        }
        return new MidiMessage.SysEx(data);
    }
}
