package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonTypeName;
import com.fasterxml.jackson.annotation.JsonValue;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.Method;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import orchard.rig.Edit.Change;
import org.junit.jupiter.api.Test;

/**
 * What is stored keeps its names for ever, whatever types are called. {@code stored.txt} has every kind, field and constant by the place where it is first met;
 * what was written there may grow, and never change. A type that gets another name keeps the stored one with {@link JsonTypeName}, a field with {@link JsonProperty}.
 */
class StoredNamesTest {

    private final List<String> lines = new ArrayList<>();
    private final Map<Class<?>, String> met = new HashMap<>();

    @Test
    void whatIsStoredKeepsItsNames() throws IOException {
        walk(Change.class, "change");
        walk(ProfileFile.class, "profile");
        try (InputStream in = StoredNamesTest.class.getResourceAsStream("/stored.txt")) {
            assertThat(lines)
                    .containsExactlyElementsOf(new String(in.readAllBytes(), StandardCharsets.UTF_8)
                            .lines()
                            .toList());
        }
    }

    private void walk(Type type, String path) {
        if (type instanceof ParameterizedType of) {
            for (Type argument : of.getActualTypeArguments()) {
                walk(argument, path + "[]");
            }
            return;
        }
        Class<?> is = (Class<?>) type;
        boolean isOurs = is.getName().startsWith("orchard.");
        if (!isOurs) {
            lines.add(path + " " + is.getSimpleName());
        } else if (met.putIfAbsent(is, path) != null) {
            lines.add(path + " as " + met.get(is));
        } else if (is.isEnum()) {
            lines.add(path + " one of "
                    + String.join(
                            " ",
                            Stream.of(is.getEnumConstants())
                                    .map(constant -> ((Enum<?>) constant).name())
                                    .toList()));
        } else if (is.isSealed()) {
            variants(is)
                    .sorted(Comparator.comparing(StoredNamesTest::kind))
                    .forEach(variant -> walk(variant, path + ":" + kind(variant)));
        } else {
            fields(written(is), path);
        }
    }

    /** The type itself, or what it says is written in its place. */
    private static Class<?> written(Class<?> type) {
        return Arrays.stream(type.getDeclaredMethods())
                .filter(method -> method.isAnnotationPresent(JsonValue.class))
                .<Class<?>>map(Method::getReturnType)
                .findFirst()
                .orElse(type);
    }

    private void fields(Class<?> is, String path) {
        RecordComponent[] fields = is.getRecordComponents();
        assertThat(fields).as("%s is a record", is).isNotNull();
        if (fields.length == 0) {
            lines.add(path + " without fields");
        }
        for (RecordComponent field : fields) {
            walk(field.getGenericType(), path + "/" + name(field));
        }
    }

    private static Stream<Class<?>> variants(Class<?> family) {
        return Arrays.stream(family.getPermittedSubclasses())
                .flatMap(variant -> variant.isSealed() ? variants(variant) : Stream.of(variant));
    }

    private static String kind(Class<?> variant) {
        JsonTypeName stored = variant.getAnnotation(JsonTypeName.class);
        return stored == null ? variant.getSimpleName() : stored.value();
    }

    private static String name(RecordComponent field) {
        JsonProperty stored = field.getAccessor().getAnnotation(JsonProperty.class);
        return stored == null ? field.getName() : stored.value();
    }
}
