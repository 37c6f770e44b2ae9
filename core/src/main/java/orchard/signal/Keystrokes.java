package orchard.signal;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;

/**
 * What is typed into programs that hear nothing else, step by step: {@code window “Tracks”, ctrl+t, wait 0.3 s, “Surf ”, value 1 to 16, enter}.
 *
 * <p>It begins with the window it is meant for, and may go on into others; the step waits until that window is in front. Text stands in quotes, straight or curly;
 * in them, {@code \} before a quote or a backslash means just that.
 */
public record Keystrokes(List<Step> steps) {

    /** The most steps. */
    public static final int MOST_STEPS = 200;

    /** The longest text of one step. */
    public static final int MOST_TEXT = 1_000;

    private static final double MOST_SECONDS = 60;
    private static final int MOST_TIMES = 1_000;
    private static final int MOST_PLACES = 4;
    private static final double MOST_NUMBER = 1e9;

    private static final String QUOTES = "“”„";

    /** What a backslash stands before, to mean just that. */
    private static final String ESCAPED = "\\\"“”„";

    private static final Pattern WAIT = Pattern.compile("wait\\s+(\\d+(?:\\.\\d+)?)\\s*(s|ms)");
    private static final String NUMBER = "([-−]?\\d+(?:\\.\\d+)?)";
    private static final Pattern VALUE = Pattern.compile("value\\s+" + NUMBER + "\\s+to\\s+" + NUMBER);
    private static final Pattern TIMES = Pattern.compile("(.+?)\\s+(\\d{1,6})\\s+(?i:times)");

    /** One thing after the other. */
    public sealed interface Step {
        /** As it is read. */
        String words();
    }

    /**
     * The window that has to be in front from here on.
     *
     * @param titles the first of them that is there is meant
     * @param whole whether that is the whole title, or only a part of it; small and large letters are the same
     */
    public record Front(List<String> titles, boolean whole) implements Step {
        public Front {
            titles = List.copyOf(titles);
            if (titles.isEmpty() || titles.stream().anyMatch(String::isBlank)) {
                throw new Mistake("A window is found by its title: window “Tracks”");
            }
        }

        /** Whether a window with such a title is meant by one of the titles. */
        public boolean means(String title, String window) {
            String wanted = title.toLowerCase(Locale.ROOT);
            String is = window.toLowerCase(Locale.ROOT);
            return whole ? is.equals(wanted) : is.contains(wanted);
        }

        @Override
        public String words() {
            return "window " + (whole ? "exactly " : "") + named();
        }

        /** The titles: “Tracks” or “Mixer”. */
        public String named() {
            return titles.stream().map(Keystrokes::quoted).collect(Collectors.joining(" or "));
        }
    }

    /** A key, struck some times. */
    public record Struck(Stroke stroke, int times) implements Step {
        public Struck {
            if (times < 1 || times > MOST_TIMES) {
                throw new Mistake("A key is struck 1–" + MOST_TIMES + " times, not " + times);
            }
            if (stroke.key().codePoints().anyMatch(one -> QUOTES.indexOf(one) >= 0)
                    || stroke.key().isBlank()) {
                throw new Mistake("A quote, or a blank that is none of the space bar, is written as text");
            }
        }

        @Override
        public String words() {
            return stroke.words() + (times == 1 ? "" : " " + times + " times");
        }
    }

    /** Characters, written one after the other. */
    public record Text(String text) implements Step {
        public Text {
            if (text.isEmpty() || text.length() > MOST_TEXT) {
                throw new Mistake("A text has 1–" + MOST_TEXT + " characters, not " + text.length());
            }
            text.codePoints().filter(Character::isISOControl).findAny().ifPresent(control -> {
                throw new Mistake("A text has no line ends or tabs in it: write enter or tab between two texts");
            });
        }

        @Override
        public String words() {
            return quoted(text);
        }
    }

    /** Nothing, for a while. */
    public record Pause(double seconds) implements Step {
        public Pause {
            if (!(seconds > 0 && seconds <= MOST_SECONDS)) {
                throw new Mistake("A wait takes up to " + (int) MOST_SECONDS + " s");
            }
        }

        @Override
        public String words() {
            return "wait " + plain(seconds, 3) + " s";
        }
    }

    /**
     * The value that set it off, written as a number between two.
     *
     * @param low what stands for 0 %
     * @param high what stands for 100 %
     * @param places after the point
     */
    public record Number(double low, double high, int places) implements Step {
        public Number {
            if (places < 0
                    || places > MOST_PLACES
                    || !(Math.abs(low) <= MOST_NUMBER)
                    || !(Math.abs(high) <= MOST_NUMBER)) {
                throw new Mistake("A value is written between numbers up to 1,000,000,000, with up to " + MOST_PLACES
                        + " places after the point");
            }
        }

        /** What is written for a position, 0–1. */
        Text at(double position) {
            return new Text(fixed(low + (high - low) * position, places));
        }

        @Override
        public String words() {
            return "value " + fixed(low, places) + " to " + fixed(high, places);
        }
    }

    /** A number, or a text, that stood under a name in the message that set it off. */
    public record Told(String name) implements Step {

        private static final Pattern NAME = Pattern.compile("\\{\\s*([\\p{L}][\\p{L}\\p{Nd}_]{0,23})\\s*}");

        /** What is written of it: never a line end or another key, whatever somebody sent. */
        String text(Object heard) {
            if (heard instanceof Double number && Double.isFinite(number) && Math.abs(number) <= MOST_NUMBER) {
                return plain(number, MOST_PLACES);
            } else if (heard instanceof String text) {
                String visible = text.codePoints()
                        .filter(one -> !Character.isISOControl(one))
                        .limit(MOST_TEXT / 2)
                        .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                        .toString();
                return visible;
            }
            throw new Mistake("nothing is known for “" + name + "”, so that nothing is typed");
        }

        @Override
        public String words() {
            return "{" + name + "}";
        }
    }

    public Keystrokes {
        steps = List.copyOf(steps);
        if (steps.size() > MOST_STEPS) {
            throw new Mistake("At most " + MOST_STEPS + " steps are typed in one go, not " + steps.size());
        }
        if (steps.isEmpty() || !(steps.get(0) instanceof Front)) {
            throw new Mistake("Say first which window it is typed into: window “Tracks”, …");
        }
    }

    /**
     * Reads what {@link #text} writes, and what people write like it.
     *
     * @throws Mistake that names the step which cannot be read
     */
    @JsonCreator
    public static Keystrokes of(String text) {
        return new Keystrokes(new Reader(text == null ? "" : text).steps());
    }

    /** As it is read. */
    @JsonValue
    public String text() {
        return steps.stream().map(Step::words).collect(Collectors.joining(", "));
    }

    /** The window it begins with. */
    public Front first() {
        return (Front) steps.get(0);
    }

    /** The names of the numbers and texts it writes. */
    public List<String> names() {
        return steps.stream()
                .filter(Told.class::isInstance)
                .map(step -> ((Told) step).name())
                .distinct()
                .toList();
    }

    /**
     * With what is known in its place.
     *
     * @param position the value that set it off, 0–1
     * @param heard a number ({@link Double}) or a text by its name, or null
     * @throws Mistake where nothing is known by a name
     */
    public Keystrokes at(double position, Function<String, Object> heard) {
        List<Step> known = new ArrayList<>();
        for (Step step : steps) {
            if (step instanceof Number number) {
                known.add(number.at(position));
            } else if (step instanceof Told told) {
                String text = told.text(heard.apply(told.name()));
                if (!text.isEmpty()) {
                    known.add(new Text(text));
                }
            } else {
                known.add(step);
            }
        }
        return new Keystrokes(known);
    }

    /** What is struck in one step, one after the other. */
    public static List<Stroke> strokes(Step step) {
        if (step instanceof Struck struck) {
            return Collections.nCopies(struck.times(), struck.stroke());
        }
        return step instanceof Text text
                ? text.text().codePoints().mapToObj(Stroke::written).toList()
                : List.of();
    }

    private static String quoted(String text) {
        return "“" + text.replace("\\", "\\\\").replace("”", "\\”").replace("\"", "\\\"") + "”";
    }

    private static String fixed(double number, int places) {
        String text = String.format(Locale.ROOT, "%." + places + "f", number);
        return text.matches("-0(\\.0+)?") ? text.substring(1) : text;
    }

    private static String plain(double number, int places) {
        String text = fixed(number, places);
        return text.contains(".") ? text.replaceAll("\\.?0+$", "") : text;
    }

    /** Reads step by step; what stands in quotes is taken as it is. */
    private static final class Reader {
        private final String text;
        private int at;

        Reader(String text) {
            this.text = text;
        }

        List<Step> steps() {
            List<Step> steps = new ArrayList<>();
            while (at < text.length()) {
                int from = at;
                Step step = step(pieces());
                if (step != null) {
                    steps.add(step);
                } else if (!text.substring(from).isBlank()) {
                    throw new Mistake("Between two commas nothing is typed; write comma for the key");
                }
            }
            return steps;
        }

        /** A word or more, or what stood in quotes. */
        private record Piece(String text, boolean isQuoted) {}

        /** Up to the next comma. */
        private List<Piece> pieces() {
            List<Piece> pieces = new ArrayList<>();
            StringBuilder bare = new StringBuilder();
            while (at < text.length() && text.charAt(at) != ',') {
                char next = text.charAt(at);
                if (next == '"' || next == '“' || next == '”' || next == '„') {
                    add(pieces, bare);
                    pieces.add(new Piece(quoted(next), true));
                } else {
                    bare.append(next);
                    at++;
                }
            }
            at++;
            add(pieces, bare);
            return pieces;
        }

        private static void add(List<Piece> pieces, StringBuilder bare) {
            if (!bare.toString().isBlank()) {
                pieces.add(new Piece(bare.toString().strip(), false));
            }
            bare.setLength(0);
        }

        private String quoted(char opening) {
            StringBuilder quoted = new StringBuilder();
            int from = at++;
            for (; at < text.length(); at++) {
                char next = text.charAt(at);
                if (next == '\\' && at + 1 < text.length() && ESCAPED.indexOf(text.charAt(at + 1)) >= 0) {
                    quoted.append(text.charAt(++at));
                } else if (opening == '"' ? next == '"' : next == '”' || opening == '„' && next == '“') {
                    at++;
                    return quoted.toString();
                } else {
                    quoted.append(next);
                }
            }
            String begun = text.substring(from, Math.min(text.length(), from + 20));
            throw new Mistake("The quote that is opened at “" + begun.substring(1) + "” is not closed");
        }

        private static Step step(List<Piece> pieces) {
            if (pieces.isEmpty()) {
                return null;
            }
            Piece first = pieces.get(0);
            if (first.isQuoted()) {
                if (pieces.size() > 1) {
                    throw new Mistake("Behind the text “" + first.text() + "” a comma is missing");
                }
                return new Text(first.text());
            }
            String plain = first.text().replaceAll("\\s+", " ");
            String words = plain.toLowerCase(Locale.ROOT);
            if (words.equals("window") || words.equals("window exactly")) {
                return front(pieces, words.endsWith("exactly"));
            }
            if (pieces.size() > 1) {
                throw new Mistake("Between “" + first.text() + "” and the text behind it a comma is missing");
            }
            return bare(words, plain);
        }

        private static Step front(List<Piece> pieces, boolean whole) {
            List<String> titles = new ArrayList<>();
            for (int i = 1; i < pieces.size(); i++) {
                Piece piece = pieces.get(i);
                boolean isTitle = i % 2 == 1;
                if (isTitle != piece.isQuoted() || !isTitle && !piece.text().equalsIgnoreCase("or")) {
                    throw new Mistake(
                            "Titles of windows stand in quotes, with or between them: window “Tracks” or “Mixer”");
                }
                if (isTitle) {
                    titles.add(piece.text());
                }
            }
            if (pieces.size() % 2 == 1 && pieces.size() > 1) {
                throw new Mistake("Behind or another title is missing");
            }
            return new Front(titles, whole);
        }

        private static Step bare(String words, String plain) {
            Matcher wait = WAIT.matcher(words);
            if (wait.matches()) {
                return new Pause(
                        Double.parseDouble(wait.group(1)) / (wait.group(2).equals("ms") ? 1_000 : 1));
            }
            Matcher value = VALUE.matcher(words);
            if (value.matches()) {
                Function<Integer, String> end = group -> value.group(group).replace('−', '-');
                int places = Math.max(places(end.apply(1)), places(end.apply(2)));
                return new Number(Double.parseDouble(end.apply(1)), Double.parseDouble(end.apply(2)), places);
            }
            Matcher told = Told.NAME.matcher(plain);
            if (told.matches()) {
                return new Told(told.group(1));
            } else if (words.startsWith("{") && words.endsWith("}")) {
                throw new Mistake("“" + plain + "” cannot be read: a number of a message is written {level}");
            }
            if (words.startsWith("wait")) {
                throw new Mistake("“" + words + "” cannot be read: a wait is written wait 0.5 s");
            }
            if (words.startsWith("value")) {
                throw new Mistake("“" + words + "” cannot be read: a value is written value 0 to 100");
            }
            Matcher times = TIMES.matcher(plain);
            return times.matches()
                    ? new Struck(Stroke.of(times.group(1)), Integer.parseInt(times.group(2)))
                    : new Struck(Stroke.of(plain), 1);
        }

        private static int places(String number) {
            return number.contains(".") ? number.length() - number.indexOf('.') - 1 : 0;
        }
    }
}
