package orchard.form;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import orchard.form.Cell.Named;
import orchard.form.Cell.Type;
import orchard.mistake.Mistake;
import orchard.signal.MessageText;
import orchard.signal.NoteName;

/**
 * Makes a form of what people paste: a message in words or bytes, with what varies however manuals write it ({@code F0 41H <dev> 0x12, vv vv F7}); or a few messages
 * of one kind, a line each, whose places that differ are taken for what varies.
 */
public final class FormReader {

    private static final Pattern TOKEN = Pattern.compile("<[^>]*>|\\[[^\\]]*\\]|\\{[^}]*\\}|[^\\s,;]+");
    private static final Pattern HEX = Pattern.compile("(?:0x|\\$|&)?([0-9A-Fa-f]{2})[hH]?");
    private static final Pattern STATUS = Pattern.compile("(?:0x|\\$|&)?([89A-Ea-e])([g-zG-Z])[hH]?");

    private FormReader() {}

    /**
     * What was pasted as a form.
     *
     * @throws Mistake that names the place which cannot be read
     */
    public static MessageForm read(String pasted, NoteName names) {
        List<String> lines = pasted.lines()
                .map(String::strip)
                .filter(line -> !line.isEmpty())
                .toList();
        if (lines.isEmpty()) {
            throw new Mistake("Paste a message, in words or in bytes; or a few of one kind, a line each");
        }
        if (lines.size() == 1) {
            return one(lines.get(0), names);
        }
        return alike(lines.stream().map(line -> one(line, names)).toList());
    }

    /**
     * What messages of one kind have in common; where they differ stands a name.
     *
     * @param messages one at least
     * @throws Mistake that names the line of the first that is of another kind or length
     */
    public static MessageForm alike(List<MessageForm> messages) {
        MessageForm form = messages.get(0);
        for (int i = 1; i < messages.size(); i++) {
            form = both(form, messages.get(i), i + 1);
        }
        return form.names().isEmpty() ? form : together(form);
    }

    private static MessageForm one(String line, NoteName names) {
        if (line.length() > FormText.LONGEST) {
            throw FormText.tooLong(line);
        }
        Mistake unread;
        try {
            return MessageForm.of(line);
        } catch (Mistake e) {
            unread = e;
        }
        try {
            return MessageForm.of(MessageText.parse(line, names));
        } catch (MessageText.NotUnderstood e) {
            boolean isBytes =
                    !line.startsWith("/") && HEX.matcher(firstOf(line)).matches()
                            || STATUS.matcher(firstOf(line)).matches();
            if (isBytes) {
                return manual(line);
            }
            throw line.startsWith("/") || line.regionMatches(true, 0, MessageForm.SYSEX, 0, 5) ? unread : e;
        }
    }

    private static String firstOf(String line) {
        Matcher token = TOKEN.matcher(line);
        return token.find() ? token.group() : "";
    }

    /** Bytes out of a manual: what is no byte has a name. */
    private static MessageForm manual(String line) {
        List<String> tokens = new ArrayList<>();
        Matcher found = TOKEN.matcher(line);
        while (found.find()) {
            tokens.add(found.group());
        }
        Matcher status = STATUS.matcher(tokens.get(0));
        if (status.matches()) {
            return channel(Integer.parseInt(status.group(1), 16), new Named("channel", Size.BYTE, Type.FLOAT), tokens);
        }
        int first = value(tokens.get(0));
        if (first >= 0x80 && first < 0xF0) {
            return channel(first >> 4, new Cell.Fixed((first & 0xF) + 1), tokens);
        }
        List<Cell> cells = new ArrayList<>();
        Map<String, Integer> used = new LinkedHashMap<>();
        for (int i = 0; i < tokens.size(); i++) {
            String token = tokens.get(i);
            boolean isEnd = i == 0 && value(token) == 0xF0 || i == tokens.size() - 1 && value(token) == 0xF7;
            if (isEnd) {
                continue;
            }
            int value = value(token);
            if (isCell(token)) {
                cells.add(FormText.place(token, "byte " + (i + 1), 16));
            } else if (value > 0x7F) {
                throw new Mistake("Byte " + (i + 1) + ": “" + token + "” is above 7F; inside a SysEx bytes are 00–7F");
            } else if (value >= 0) {
                cells.add(new Cell.Fixed(value));
            } else {
                int run = 1;
                while (i + run < tokens.size() && tokens.get(i + run).equals(token)) {
                    run++;
                }
                i += run - 1;
                cells.add(new Named(
                        name(token, used), new Size(Size.Unit.BYTE, Math.min(run, 7), false, false), Type.FLOAT));
            }
        }
        return new MessageForm(MessageForm.SYSEX, cells, List.of());
    }

    private static MessageForm channel(int kind, Cell channel, List<String> tokens) {
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
        Map<String, Integer> used = new LinkedHashMap<>();
        used.put("channel", 1);
        if (family == Family.BEND) {
            boolean isFixed = value(tokens.get(1)) >= 0 && value(tokens.get(2)) >= 0;
            cells.add(
                    isFixed
                            ? new Cell.Fixed(value(tokens.get(1)) | value(tokens.get(2)) << 7)
                            : new Named("bend", Size.BYTE, Type.FLOAT));
        } else {
            for (String token : tokens.subList(1, tokens.size())) {
                int value = value(token);
                cells.add(value >= 0 ? new Cell.Fixed(value) : new Named(name(token, used), Size.BYTE, Type.FLOAT));
            }
        }
        cells.add(channel);
        return new MessageForm(family.name(), cells, List.of());
    }

    /** Whether it is written as forms write a place, with a size or as a checksum: {@code {level 2 bytes}}. */
    private static boolean isCell(String token) {
        try {
            return token.startsWith("{") && FormText.place(token, "byte", 16) != null;
        } catch (Mistake e) {
            return false; // a manual means something else by it
        }
    }

    private static int value(String token) {
        Matcher hex = HEX.matcher(token);
        return hex.matches() ? Integer.parseInt(hex.group(1), 16) : -1;
    }

    /** A name made of what stands in the manual; the second of the same has a 2 behind it. */
    private static String name(String token, Map<String, Integer> used) {
        String plain = token.replaceAll("[^\\p{L}\\p{Nd}_]", "_").replaceAll("^[\\d_]+|_+$", "");
        String name = plain.isEmpty() ? "value" : plain.substring(0, Math.min(20, plain.length()));
        int times = used.merge(name.toLowerCase(Locale.ROOT), 1, Integer::sum);
        String made = times == 1 ? name : name + times;
        try {
            return new Named(made, Size.BYTE, Type.FLOAT).name();
        } catch (Mistake taken) {
            return made + "_";
        }
    }

    /** What two messages of one kind have in common; where they differ stands a name. */
    private static MessageForm both(MessageForm one, MessageForm other, int line) {
        if (!one.kind().equals(other.kind())
                || one.cells().size() != other.cells().size()
                || one.arguments().size() != other.arguments().size()) {
            throw new Mistake("Line " + line + " is a message of another kind or length than those before it");
        }
        MessageForm both = one;
        for (int i = 0; i < one.all().size(); i++) {
            Cell here = one.all().get(i);
            if (!(here instanceof Named) && !here.equals(other.all().get(i))) {
                boolean isText = here instanceof Cell.Said && i >= one.cells().size();
                both = both.with(i, new Named("value" + (i + 1), Size.BYTE, isText ? Type.TEXT : Type.FLOAT));
            }
        }
        return both;
    }

    /** With one number alone, that is what it is called. */
    private static MessageForm together(MessageForm form) {
        if (form.names().size() > 1) {
            return form;
        }
        for (int i = 0; i < form.all().size(); i++) {
            if (form.all().get(i) instanceof Named named) {
                return form.with(i, new Named("value", named.size(), named.type()));
            }
        }
        return form;
    }
}
