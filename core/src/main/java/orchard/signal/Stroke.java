package orchard.signal;

import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.mistake.Mistake;

/**
 * One key, struck alone or while others are held: {@code enter}, {@code ctrl+shift+t}.
 *
 * @param held what is held meanwhile
 * @param key one character, as it stands on the key or as it is written; or a name of {@link #NAMES}
 */
public record Stroke(Set<Modifier> held, String key) {

    /** What is held while another key is struck. In the order in which it is said. */
    public enum Modifier {
        CTRL("control"),
        ALT("option"),
        SHIFT(""),
        /** The key with the sign of the system on it. */
        SUPER("command", "cmd", "meta", "windows");

        private final List<String> also;

        Modifier(String... also) {
            this.also = List.of(also);
        }

        /** As it is written. */
        public String words() {
            return name().toLowerCase(Locale.ROOT);
        }

        private static Modifier of(String word) {
            for (Modifier one : values()) {
                if (one.words().equals(word) || one.also.contains(word)) {
                    return one;
                }
            }
            return null;
        }
    }

    private static final int LAST_FUNCTION_KEY = 24;

    /** Keys without a character of their own, and those whose character means something where strokes are written. */
    public static final Set<String> NAMES = Stream.concat(
                    Stream.of(
                            "enter",
                            "tab",
                            "escape",
                            "space",
                            "backspace",
                            "delete",
                            "insert",
                            "home",
                            "end",
                            "page up",
                            "page down",
                            "left",
                            "right",
                            "up",
                            "down",
                            "menu",
                            "print",
                            "pause",
                            "plus",
                            "comma",
                            "quote"),
                    IntStream.rangeClosed(1, LAST_FUNCTION_KEY).mapToObj(number -> "f" + number))
            .collect(Collectors.toCollection(LinkedHashSet::new));

    /** Names that stand for a character, and it. */
    private static final List<List<String>> CHARACTERS =
            List.of(List.of("plus", "+"), List.of("comma", ","), List.of("quote", "\""), List.of("space", " "));

    public Stroke {
        held = held.isEmpty() ? Set.of() : Set.copyOf(EnumSet.copyOf(held));
        for (List<String> one : CHARACTERS) {
            key = key.equals(one.get(1)) ? one.get(0) : key;
        }
        key = held.isEmpty() ? key : key.toLowerCase(Locale.ROOT); // whatever is held says whether it is a large one
        if (key.codePointCount(0, key.length()) != 1 && !NAMES.contains(key)) {
            throw new Mistake(unknown(key));
        }
        if (key.length() <= 2 && key.codePoints().anyMatch(one -> Character.isISOControl(one))) {
            throw new Mistake("A key is a character that can be seen, or has a name: enter, tab, space");
        }
    }

    /** A character as it is written. */
    static Stroke written(int character) {
        return new Stroke(Set.of(), Character.toString(character));
    }

    /**
     * Reads one: {@code ctrl+shift+t}, {@code F5}, {@code page down}.
     *
     * @throws Mistake where there is no such key
     */
    public static Stroke of(String text) {
        String stripped = text.strip();
        String typed =
                stripped.codePointCount(0, stripped.length()) == 1 ? stripped : stripped.toLowerCase(Locale.ROOT);
        String last = typed.equals("+") || typed.endsWith("++") ? "plus" : typed.substring(typed.lastIndexOf('+') + 1);
        String before = typed.equals("+")
                ? ""
                : typed.endsWith("++")
                        ? typed.substring(0, typed.length() - 2)
                        : typed.contains("+") ? typed.substring(0, typed.lastIndexOf('+')) : "";
        Set<Modifier> held = EnumSet.noneOf(Modifier.class);
        for (String word : before.isEmpty() ? new String[0] : before.split("\\+", -1)) {
            Modifier modifier = Modifier.of(word.strip());
            if (modifier == null) {
                throw new Mistake("“%s” in “%s” is no key that is held meanwhile: those are %s"
                        .formatted(word.strip(), text.strip(), words(List.of(Modifier.values()), ", ")));
            }
            held.add(modifier);
        }
        String key = last.strip().replaceAll("\\s+", " ");
        if (key.isEmpty()) {
            throw new Mistake("“" + text.strip() + "” lacks the key that is struck: one is ctrl+t");
        }
        return new Stroke(held, key);
    }

    /** The character that is meant, or 0 where the key has none. */
    public int character() {
        for (List<String> one : CHARACTERS) {
            if (key.equals(one.get(0))) {
                return one.get(1).codePointAt(0);
            }
        }
        return NAMES.contains(key) ? 0 : key.codePointAt(0);
    }

    /** As it is read. */
    public String words() {
        return held.isEmpty() ? key : words(held, "+") + "+" + key;
    }

    private static String words(Collection<Modifier> held, String between) {
        return held.stream().sorted().map(Modifier::words).collect(Collectors.joining(between));
    }

    private static String unknown(String key) {
        String near = key.isEmpty()
                ? ""
                : NAMES.stream()
                        .filter(name -> name.charAt(0) == key.charAt(0))
                        .sorted(Comparator.comparing(name -> Math.abs(name.length() - key.length())))
                        .limit(4)
                        .collect(Collectors.joining(", "));
        return "There is no key “%s”%s; text stands in quotes"
                .formatted(
                        key.length() > 40 ? key.substring(0, 40) + "…" : key,
                        near.isEmpty() ? "" : ": some that begin so are " + near);
    }
}
