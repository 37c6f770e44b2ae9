package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonTypeName;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
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
            StoredTypes.variants(is)
                    .sorted(Comparator.comparing(StoredTypes::kind))
                    .forEach(variant -> walk(variant, path + ":" + StoredTypes.kind(variant)));
        } else if (StoredTypes.written(is).isRecord()) {
            fields(StoredTypes.written(is), path);
        } else {
            lines.add(path + " " + StoredTypes.written(is).getSimpleName());
        }
    }

    private void fields(Class<?> is, String path) {
        RecordComponent[] fields = is.getRecordComponents();
        assertThat(fields).as("%s is a record", is).isNotNull();
        if (fields.length == 0) {
            lines.add(path + " without fields");
        }
        for (RecordComponent field : fields) {
            walk(field.getGenericType(), path + "/" + StoredTypes.name(field));
        }
    }
}
