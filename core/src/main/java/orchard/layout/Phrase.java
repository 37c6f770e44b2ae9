package orchard.layout;

import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import orchard.mistake.Mistake;

/**
 * A phrase of the sentence that an element is, which can be chosen anew where it stands.
 *
 * @param before plain words before it
 * @param name by which it is changed
 * @param value what is chosen
 * @param options what may be chosen; none where it is typed
 */
public record Phrase(String before, String name, String value, List<Option> options) {

    /**
     * What may stand there.
     *
     * @param value by which it is chosen
     */
    public record Option(String value, String words) {}

    /** Words that are typed: it offers nothing. */
    public static Phrase typed(String before, String name, String value) {
        return new Phrase(before, name, value, List.of());
    }

    /** One of two. */
    static Phrase either(String before, String name, boolean value, String yes, String no) {
        return new Phrase(
                before, name, String.valueOf(value), List.of(new Option("true", yes), new Option("false", no)));
    }

    /** One of several. */
    static <E extends Enum<E>> Phrase of(String before, String name, E value, E[] all, Function<E, String> words) {
        return new Phrase(
                before,
                name,
                value.name(),
                Arrays.stream(all)
                        .map(e -> new Option(e.name(), words.apply(e)))
                        .toList());
    }

    /**
     * The constant that was chosen.
     *
     * @throws Mistake if there is none of that name
     */
    static <E extends Enum<E>> E chosen(Class<E> of, String name, String value) {
        return Arrays.stream(of.getEnumConstants())
                .filter(constant -> constant.name().equals(value))
                .findFirst()
                .orElseThrow(() -> new Mistake(name, "“" + value + "” cannot stand there"));
    }
}
