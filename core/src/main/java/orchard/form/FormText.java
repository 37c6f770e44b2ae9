package orchard.form;

import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.form.Cell.Named;
import orchard.mistake.Mistake;
import orchard.signal.Checksum;

/** How a {@link MessageForm} stands as text. */
final class FormText {

    /** The longest text; what is longer has too many places anyway. */
    static final int LONGEST = 2_000;

    private static final String ANY = "any";
    private static final String EXPECTED = "Expected a message some places of which vary, like “SysEx 7D 04 {level}”,"
            + " “CC 20 = {level}, ch any”, “note 60..72 on, velocity {force}, ch 1” or “/track/{n}/volume {level}”";

    private static final String PLACE = "(\\{[^}]*\\}|[^\\s,=]+)";
    private static final Pattern CHECK =
            Pattern.compile("check (sum|negative sum|exclusive or) from (\\d{1,3})(?: to (\\d{1,3}))?");
    private static final Pattern RANGE = Pattern.compile("([-+]?[0-9A-Fa-f.]+?)\\.\\.([-+]?[0-9A-Fa-f.]+)");
    private static final Pattern ARGUMENT = Pattern.compile("\\{[^}]*\\}|\"(?:[^\"\\\\]++|\\\\.)*+\"|\\S+");
    private static final Pattern NUMBER = Pattern.compile("[-+]?(\\d+\\.?\\d*|\\.\\d+)([eE][-+]?\\d{1,3})?");

    private FormText() {}

    static String written(MessageForm form) {
        if (form.isSysEx()) {
            return MessageForm.SYSEX + " "
                    + form.cells().stream().map(FormText::hex).collect(Collectors.joining(" "));
        } else if (form.isOsc()) {
            return form.cells().stream()
                            .map(cell -> "/" + (cell instanceof Cell.Said said ? word(said.text()) : cell.words()))
                            .collect(Collectors.joining())
                    + form.arguments().stream().map(cell -> " " + cell.words()).collect(Collectors.joining());
        }
        String text = form.family().words;
        for (Cell cell : form.cells()) {
            text = text.replaceFirst("\\[\\]", Matcher.quoteReplacement(cell.words()));
        }
        return text;
    }

    /** A word of an OSC address; in quotes where it would be read as something else. */
    private static String word(String said) {
        return said.equals(ANY) || said.startsWith("\"") ? "\"" + said + "\"" : said;
    }

    private static String bare(String word) {
        boolean isQuoted = word.length() > 1 && word.startsWith("\"") && word.endsWith("\"");
        return isQuoted ? word.substring(1, word.length() - 1) : word;
    }

    /** A place of a SysEx: numbers in hex. */
    static String hex(Cell cell) {
        if (cell instanceof Cell.Fixed fixed) {
            return hex(fixed.number());
        }
        return cell instanceof Cell.Within in ? hex(in.low()) + ".." + hex(in.high()) : cell.words();
    }

    private static String hex(double number) {
        return HexFormat.of().withUpperCase().toHexDigits((byte) number);
    }

    static Mistake tooLong(String text) {
        return new Mistake(
                "A message with places in it is at most " + LONGEST + " letters long, and this is " + text.length());
    }

    static MessageForm read(String text) {
        String typed = text.strip();
        if (typed.length() > LONGEST) {
            throw tooLong(typed);
        }
        if (typed.startsWith("/")) {
            return osc(typed);
        } else if (typed.regionMatches(true, 0, MessageForm.SYSEX, 0, MessageForm.SYSEX.length())) {
            return sysEx(typed.substring(MessageForm.SYSEX.length()));
        }
        for (Family family : Family.values()) {
            String pattern = Stream.of(family.words.split("\\[\\]", -1))
                    .map(words -> Pattern.quote(words).replace(" ", "\\E\\s+\\Q"))
                    .collect(Collectors.joining(PLACE));
            Matcher matcher = Pattern.compile(pattern, Pattern.CASE_INSENSITIVE).matcher(typed);
            if (matcher.matches()) {
                List<Cell> cells = new ArrayList<>();
                for (int i = 1; i <= matcher.groupCount(); i++) {
                    cells.add(place(matcher.group(i), family.parts.get(i - 1).word(), 10));
                }
                return new MessageForm(family.name(), cells, List.of());
            }
        }
        throw new Mistake(EXPECTED);
    }

    private static MessageForm sysEx(String bytes) {
        List<Cell> cells = new ArrayList<>();
        Matcher places = ARGUMENT.matcher(bytes);
        while (places.find()) {
            cells.add(place(places.group(), "byte " + (cells.size() + 1), 16));
        }
        return new MessageForm(MessageForm.SYSEX, cells, List.of());
    }

    private static MessageForm osc(String text) {
        Matcher places = Pattern.compile("/(\\{[^}]*\\}|[^\\s/]*)").matcher(text);
        List<Cell> address = new ArrayList<>();
        int at = 0;
        while (places.find(at) && places.start() == at) {
            String word = places.group(1);
            address.add(
                    word.startsWith("{")
                            ? place(word, "address", 10)
                            : word.equals(ANY) ? new Cell.Any() : new Cell.Said(bare(word)));
            at = places.end();
            if (at == text.length()) {
                break;
            }
        }
        List<Cell> arguments = new ArrayList<>();
        Matcher rest = ARGUMENT.matcher(text.substring(at));
        while (rest.find()) {
            String argument = rest.group();
            arguments.add(
                    argument.startsWith("\"") && argument.length() > 1
                            ? new Cell.Said(
                                    argument.substring(1, argument.length() - 1).replaceAll("\\\\(.)", "$1"))
                            : place(argument, "argument " + (arguments.size() + 1), 10));
        }
        return new MessageForm(MessageForm.OSC, address, arguments);
    }

    static Cell place(String text, String where, int radix) {
        if (text.startsWith("{")) {
            return named(text, where);
        } else if (text.equalsIgnoreCase(ANY)) {
            return new Cell.Any();
        }
        Matcher range = RANGE.matcher(text);
        return range.matches()
                ? new Cell.Within(number(range.group(1), where, radix), number(range.group(2), where, radix))
                : new Cell.Fixed(number(text, where, radix));
    }

    private static Cell named(String text, String where) {
        if (!text.endsWith("}")) {
            throw new Mistake("The " + where + ": “" + text + "” is not closed by a }");
        }
        String inner = text.substring(1, text.length() - 1).strip().replaceAll("\\s+", " ");
        Matcher check = CHECK.matcher(inner.toLowerCase(Locale.ROOT));
        if (check.matches()) {
            return new Cell.Sum(
                    Checksum.Kind.valueOf(
                            check.group(1).toUpperCase(Locale.ROOT).replace(' ', '_')),
                    Integer.parseInt(check.group(2)),
                    check.group(3) == null ? Cell.Sum.BEFORE : Integer.parseInt(check.group(3)));
        }
        if (inner.toLowerCase(Locale.ROOT).startsWith("check ")) {
            throw new Mistake("The " + where + ": a checksum is {check sum from 0}, {check negative sum from 0} or"
                    + " {check exclusive or from 0 to 5}, counted from the byte behind F0");
        }
        int end = inner.indexOf(' ') < 0 ? inner.length() : inner.indexOf(' ');
        String more = inner.substring(end).strip();
        for (Cell.Type type : Cell.Type.values()) {
            if (type != Cell.Type.FLOAT && more.equalsIgnoreCase(type.words())) {
                return new Named(inner.substring(0, end), Size.BYTE, type);
            }
        }
        return new Named(inner.substring(0, end), more.isEmpty() ? Size.BYTE : Size.of(more), Cell.Type.FLOAT);
    }

    private static double number(String text, String where, int radix) {
        if (radix == 16) {
            if (!text.matches("[0-9A-Fa-f]{2}")) {
                throw new Mistake(
                        "The %s: “%s” is no byte; expected two hex digits 00–7F, any, 00..3F, or a name like {level}"
                                .formatted(where, text));
            }
            return Integer.parseInt(text, 16);
        }
        if (!NUMBER.matcher(text).matches()) {
            throw new Mistake(
                    "The %s: “%s” is no number; expected one, any, a stretch like 0..63, or a name like {level}"
                            .formatted(where, text));
        }
        return Double.parseDouble(text);
    }
}
