package orchard.form;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import orchard.form.Cell.Named;
import orchard.form.Cell.Type;
import orchard.mistake.Mistake;

/**
 * A message in bytes as manuals write it: {@code F0 41H <dev> 0x12, vv vv F7}, {@code 240 65 n 247}, {@code 1011nnnn 0ccccccc 0vvvvvvv}. What is no byte is one
 * that varies, and has a name.
 */
final class ManualBytes {

    private static final Pattern TOKEN = Pattern.compile("<[^>]*>|\\[[^\\]]*\\]|\\{[^}]*\\}|[<\\[{]|[^\\s,;<\\[{]+");
    private static final Pattern HEX = Pattern.compile("(?:0x|\\\\x|\\$|&)?([0-9A-Fa-f]{2})[hH]?");
    private static final Pattern DECIMAL = Pattern.compile("\\d{1,3}");
    private static final Pattern BITS = Pattern.compile("[01][01A-Za-z]{7}");
    private static final Pattern STATUS = Pattern.compile("(?:0x|\\$|&)?([89A-Ea-e])([g-zG-Z])[hH]?");
    /** One digit and a letter for the other: a byte that holds four bits. */
    private static final Pattern NIBBLE = Pattern.compile("(?:0x|\\$|&)?0([g-zG-Z])[hH]?|0{4}([A-Za-z])\\2{3}");

    /** A name that could be a byte, if that were not above 7F. */
    private static final Pattern DOUBLED = Pattern.compile("([a-e])\\1");

    private static final Pattern CHECK = Pattern.compile("ck|cs|cks|chk|chks|csum|check|checksum|sum");
    private static final Pattern COARSE = Pattern.compile("mm|hh|(.*?)_?(?:msb|hsb|high|hi|coarse|h)");
    private static final Pattern FINE = Pattern.compile("ll|(.*?)_?(?:lsb|low|lo|fine|l)");
    private static final int DECIMAL_STATUS = 3;
    private static final int MOST_IN_A_NUMBER = 7;

    private final List<String> tokens;
    private final boolean isDecimal;
    private final Map<String, Integer> used = new HashMap<>();
    private final List<String> doubts = new ArrayList<>();

    private ManualBytes(List<String> tokens) {
        this.tokens = tokens;
        this.isDecimal = isDecimalStatus(tokens.get(0));
    }

    /** Whether a line begins as bytes do. */
    static boolean isMeant(String line) {
        List<String> tokens = tokens(line);
        return !tokens.isEmpty()
                && (HEX.matcher(tokens.get(0)).matches()
                        || STATUS.matcher(tokens.get(0)).matches()
                        || BITS.matcher(tokens.get(0)).matches()
                        || isDecimalStatus(tokens.get(0)));
    }

    /**
     * The form of a line.
     *
     * @throws Mistake that names the byte which cannot be read
     */
    static Reading read(String line) {
        ManualBytes bytes = new ManualBytes(tokens(line));
        return new Reading(bytes.form(), bytes.doubts);
    }

    private static List<String> tokens(String line) {
        List<String> tokens = new ArrayList<>();
        Matcher found = TOKEN.matcher(line);
        while (found.find()) {
            tokens.add(found.group());
        }
        if (tokens.size() == 1) {
            String only = tokens.get(0);
            if (only.matches("\\w{2,}([-:.|]\\w{2,})+")) {
                return List.of(only.split("[-:.|]"));
            } else if (only.matches("(?i)f0(\\w\\w)+f7")) {
                return List.of(only.split("(?<=\\G\\w\\w)"));
            } else if (only.matches("(?i)(\\\\x\\w\\w)+|(0x\\w\\w)+")) {
                return List.of(only.split("(?i)(?=\\\\x|0x)"));
            }
        }
        return tokens;
    }

    private static boolean isDecimalStatus(String token) {
        return token.length() == DECIMAL_STATUS
                && DECIMAL.matcher(token).matches()
                && Integer.parseInt(token) >= 0x80
                && Integer.parseInt(token) <= 0xFF;
    }

    private MessageForm form() {
        String first = tokens.get(0);
        Matcher status = STATUS.matcher(first);
        int value = value(first);
        if (status.matches()) {
            return channel(Integer.parseInt(status.group(1), 16), channel());
        } else if (first.matches("1[01]{3}[A-Za-z]{4}")) {
            return channel(Integer.parseInt(first.substring(0, 4), 2), channel());
        } else if (value >= 0x80 && value < 0xF0) {
            return channel(value >> 4, new Cell.Fixed((value & 0xF) + 1));
        }
        return sysEx(value == 0xF0 ? tokens.subList(1, tokens.size()) : tokens);
    }

    private MessageForm sysEx(List<String> all) {
        List<Cell> cells = new ArrayList<>();
        int before = tokens.size() - all.size();
        for (int i = 0; i < all.size(); i++) {
            String token = all.get(i);
            int value = value(token);
            if (value == 0xF7) {
                if (i < all.size() - 1) {
                    doubts.add("what stands behind F7 was passed over: “"
                            + String.join(" ", all.subList(i + 1, all.size())) + "”");
                }
                break;
            } else if (isCell(token)) {
                cells.add(FormText.place(token, "byte " + (before + i + 1), 16));
            } else if (value > 0x7F && isByte(token)) {
                throw new Mistake(
                        "Byte " + (before + i + 1) + ": “" + token + "” is above 7F; inside a SysEx bytes are 00–7F");
            } else if (isByte(token)) {
                cells.add(new Cell.Fixed(value));
            } else if (token.matches("[<\\[{]")) {
                throw new Mistake("Byte " + (before + i + 1) + ": “" + token + "” is opened and not closed");
            } else if (token.matches("[.…~\\-–]+|etc\\.?")) {
                throw new Mistake("Byte " + (before + i + 1) + ": “" + token
                        + "” may be any number of bytes; give each of them a name, like <a> <b>");
            } else {
                i += varying(all, i, cells) - 1;
            }
        }
        return new MessageForm(MessageForm.SYSEX, cells, List.of());
    }

    /**
     * Adds what stands at one or several places that vary.
     *
     * @return how many of them it took
     */
    private int varying(List<String> all, int at, List<Cell> cells) {
        String token = all.get(at);
        String plain = plain(token);
        if (CHECK.matcher(plain.toLowerCase(Locale.ROOT)).matches() && at > 0) {
            cells.add(new Cell.Any());
            doubts.add("“" + token + "” looks like a checksum, and the message does not tell of which kind: until it is"
                    + " chosen, whatever stands there is taken");
            return 1;
        }
        if (DOUBLED.matcher(token).matches()) {
            doubts.add("“" + token + "” is taken for a name: as a byte it would be above 7F");
        }
        boolean isNibble = NIBBLE.matcher(token).matches();
        int run = 1;
        while (at + run < all.size() && all.get(at + run).equals(token)) {
            run++;
        }
        if (run > MOST_IN_A_NUMBER && !isNibble) {
            cells.add(new Named(name(plain), new Size(Size.Unit.LETTER, run, false, false), Type.FLOAT));
            doubts.add("“" + token + "” stands in " + run + " bytes, and is taken for a text");
            return run;
        } else if (run > 1) {
            Size.Unit unit = isNibble ? Size.Unit.NIBBLE : Size.Unit.BYTE;
            cells.add(new Named(name(plain), new Size(unit, run, false, false), Type.FLOAT));
            return run;
        }
        String next = at + 1 < all.size() && !isCell(all.get(at + 1)) ? plain(all.get(at + 1)) : "";
        String both = halves(plain, next);
        String turned = both == null ? halves(next, plain) : null;
        if (both == null && turned == null) {
            cells.add(new Named(name(plain), isNibble ? nibble() : Size.BYTE, Type.FLOAT));
            return 1;
        }
        boolean areNibbles = isNibble && NIBBLE.matcher(all.get(at + 1)).matches();
        Size size = new Size(areNibbles ? Size.Unit.NIBBLE : Size.Unit.BYTE, 2, both == null, false);
        cells.add(new Named(name(both == null ? turned : both), size, Type.FLOAT));
        doubts.add("“%s” and “%s” are taken for the %s of one number"
                .formatted(token, all.get(at + 1), areNibbles ? "two nibbles" : "two halves"));
        return 2;
    }

    private static Size nibble() {
        return new Size(Size.Unit.NIBBLE, 1, false, false);
    }

    /** What a number is called whose coarse and whose fine half are called so; "" for one without a name, and null if they are no halves. */
    private static String halves(String coarse, String fine) {
        Matcher upper = COARSE.matcher(coarse.toLowerCase(Locale.ROOT));
        Matcher lower = FINE.matcher(fine.toLowerCase(Locale.ROOT));
        if (!upper.matches() || !lower.matches()) {
            return null;
        }
        String above = upper.group(1) == null ? "" : upper.group(1);
        String below = lower.group(1) == null ? "" : lower.group(1);
        return above.equals(below) ? coarse.substring(0, above.length()) : null;
    }

    private MessageForm channel(int kind, Cell channel) {
        Family family = switch (kind) {
            case 0x8 -> Family.NOTE_OFF;
            case 0x9 -> Family.NOTE_ON;
            case 0xA -> Family.KEY_PRESSURE;
            case 0xB -> Family.CONTROLLER;
            case 0xC -> Family.PROGRAM;
            case 0xD -> Family.CHANNEL_PRESSURE;
            default -> Family.BEND;
        };
        int data = family == Family.BEND ? 2 : family.parts.size() - 1;
        if (tokens.size() != data + 1) {
            throw new Mistake("Such a message has " + (data + 1) + " bytes, and this has " + tokens.size());
        }
        List<Cell> cells = new ArrayList<>();
        if (family == Family.BEND) {
            boolean isFixed = isByte(tokens.get(1)) && isByte(tokens.get(2));
            cells.add(
                    isFixed
                            ? new Cell.Fixed(value(tokens.get(1)) | value(tokens.get(2)) << 7)
                            : new Named("bend", Size.BYTE, Type.FLOAT));
        } else {
            for (String token : tokens.subList(1, tokens.size())) {
                cells.add(
                        isByte(token)
                                ? new Cell.Fixed(value(token))
                                : new Named(name(plain(token)), Size.BYTE, Type.FLOAT));
            }
        }
        cells.add(channel);
        return new MessageForm(family.name(), cells, List.of());
    }

    private Cell channel() {
        used.put("channel", 1);
        return new Named("channel", Size.BYTE, Type.FLOAT);
    }

    /** Whether it is written as forms write a place, with a size or as a checksum: {@code {level 2 bytes}}. */
    private static boolean isCell(String token) {
        try {
            return token.startsWith("{") && FormText.place(token, "byte", 16) != null;
        } catch (Mistake e) {
            return false; // a manual means something else by it
        }
    }

    /** The byte that stands there; −1 for something else. */
    private int value(String token) {
        Matcher hex = HEX.matcher(token);
        if (isDecimal) {
            boolean isByte = DECIMAL.matcher(token).matches() && Integer.parseInt(token) <= 0xFF;
            return isByte ? Integer.parseInt(token) : -1;
        } else if (hex.matches()) {
            return Integer.parseInt(hex.group(1), 16);
        }
        return token.matches("[01]{8}") ? Integer.parseInt(token, 2) : -1;
    }

    /** Whether a byte stands there, and not a name that only looks like one. */
    private boolean isByte(String token) {
        return value(token) >= 0 && !DOUBLED.matcher(token).matches();
    }

    /** What a place is called in the manual, as letters and digits. */
    private static String plain(String token) {
        String letters = token.replaceFirst("^(0x|\\\\x)(?=\\D)", "");
        if (BITS.matcher(token).matches() && token.matches("[01]+([A-Za-z])\\1*")) {
            letters = token.substring(token.length() - 1);
        }
        Matcher nibble = NIBBLE.matcher(token);
        if (nibble.matches()) {
            letters = nibble.group(1) == null ? nibble.group(2) : nibble.group(1);
        }
        return letters.replaceAll("[^\\p{L}\\p{Nd}_]", "_").replaceAll("^[\\d_]+|_+$", "");
    }

    /** A name that is free; the second of the same has a 2 behind it. */
    private String name(String plain) {
        String name = plain.isEmpty() ? "value" : plain.substring(0, Math.min(20, plain.length()));
        int times = used.merge(name.toLowerCase(Locale.ROOT), 1, Integer::sum);
        String made = times == 1 ? name : name + times;
        try {
            return new Named(made, Size.BYTE, Type.FLOAT).name();
        } catch (Mistake taken) {
            return made + "_";
        }
    }
}
