package orchard.rig;

import java.util.Arrays;
import java.util.Collection;
import java.util.TreeSet;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.MismatchedInputException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;

/** What reading each of Orchard's JSON files has in common: faults by line and column, and what the file says it is. */
final class JsonFile {

    private JsonFile() {}

    /**
     * What a reader makes of a text.
     *
     * @throws Mistake with line and column, what was found and what was expected
     */
    static <T> T read(String json, Supplier<T> reader) {
        try {
            return reader.get();
        } catch (UnrecognizedPropertyException e) {
            throw new Mistake("%s: “%s” is no field here; expected one of %s"
                    .formatted(place(json, e), e.getPropertyName(), known(e)));
        } catch (JacksonException e) {
            throw new Mistake(place(json, e) + ": " + reason(e));
        }
    }

    /**
     * Refuses a file that is something else.
     *
     * @param what the file should be, in words
     * @throws Mistake if it is not
     */
    static void check(String what, String format, String says, int version, Integer saysVersion) {
        if (!format.equals(says)) {
            throw new Mistake("This is no %s: expected \"format\": \"%s\"".formatted(what, format));
        } else if (saysVersion == null || saysVersion != version) {
            throw new Mistake(
                    "This %s has version %s; this Orchard reads version %d".formatted(what, saysVersion, version));
        }
    }

    /** Where in the text the fault is; the parser itself only knows where it was when it noticed. */
    private static String place(String json, JacksonException e) {
        StringBuilder pointer = new StringBuilder();
        for (JacksonException.Reference step : e.getPath()) {
            pointer.append('/').append(step.getIndex() >= 0 ? String.valueOf(step.getIndex()) : step.getPropertyName());
        }
        TokenStreamLocation at = e.getLocation();
        try (JsonParser parser = PartJson.parser(json)) {
            while (pointer.length() > 0 && parser.nextToken() != null) {
                if (parser.streamReadContext().pathAsPointer().toString().contentEquals(pointer)) {
                    at = parser.currentTokenLocation();
                    break;
                }
            }
        } catch (JacksonException broken) {
            // then the fault is where the parser stopped
        }
        return at == null ? "Somewhere" : "Line %d, column %d".formatted(at.getLineNr(), at.getColumnNr());
    }

    private static String known(UnrecognizedPropertyException e) {
        return e.getKnownPropertyIds() == null
                ? "the schema's"
                : e.getKnownPropertyIds().stream()
                        .map(String::valueOf)
                        .collect(Collectors.toCollection(TreeSet::new))
                        .stream()
                        .collect(Collectors.joining(", "));
    }

    /** Our own sentences are inside Jackson's. */
    private static String reason(JacksonException e) {
        Throwable cause = e;
        while (cause.getCause() != null && cause.getCause() != cause) {
            cause = cause.getCause();
        }
        if (cause instanceof Mistake own) {
            return own.getMessage();
        } else if (e instanceof InvalidFormatException wrong) {
            return "“%s” cannot stand here; expected %s".formatted(wrong.getValue(), expected(wrong.getTargetType()));
        } else if (e instanceof MismatchedInputException wrong) {
            return "expected " + expected(wrong.getTargetType());
        }
        return e instanceof StreamReadException
                ? e.getOriginalMessage().replaceAll("(?s) ?\\((start marker|for Object|for Array|was expecting).*", "")
                : "a field that is needed is missing";
    }

    /** What stands for a type in JSON, in words. */
    private static String expected(Class<?> type) {
        if (type == null) {
            return "something else";
        } else if (type.isEnum()) {
            return Arrays.stream(type.getEnumConstants())
                    .map(constant -> ((Enum<?>) constant).name())
                    .collect(Collectors.joining(", ", "one of ", ""));
        } else if (type == boolean.class || type == Boolean.class) {
            return "true or false";
        } else if (type.isPrimitive() || Number.class.isAssignableFrom(type)) {
            return "a number";
        } else if (type == String.class) {
            return "a text";
        }
        return Collection.class.isAssignableFrom(type) || type.isArray() ? "a list" : "an object with its fields";
    }
}
