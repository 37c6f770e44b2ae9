package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import orchard.shape.Stage;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The published schemas and the types say the same, field for field and kind for kind, in both directions. */
class SchemaTest {

    private final Map<String, JsonNode> schemas = new HashMap<>();
    private final Set<Class<?>> met = new HashSet<>();

    @Test
    void theProfilesSchemaIsWhatTheTypesSay() throws IOException {
        JsonNode schema = load("profile");
        compare(ProfileFile.class, schema, schema, "profile");
    }

    @Test
    void theRigsSchemaIsWhatTheTypesSay() throws IOException {
        load("profile");
        JsonNode schema = load("rig");
        compare(RigFile.class, schema, schema, "rig");
    }

    @Test
    void theLayoutsSchemaIsWhatTheTypesSay() throws IOException {
        load("profile");
        load("rig");
        JsonNode schema = load("layout");
        compare(LayoutFile.class, schema, schema, "layout");
    }

    private JsonNode load(String name) throws IOException {
        try (InputStream in = SchemaTest.class.getResourceAsStream("/schema/" + name + ".schema.json")) {
            JsonNode schema = new JsonMapper().readTree(in);
            schemas.put(schema.path("$id").asString(), schema);
            return schema;
        }
    }

    private void compare(Type type, JsonNode said, JsonNode file, String path) {
        if (said.has("$ref")) {
            String[] ref = said.path("$ref").asString().split("#", 2);
            JsonNode other = ref[0].isEmpty() ? file : schemas.get(ref[0]);
            compare(type, other.at(ref[1]), other, path);
        } else if (said.has("anyOf")) {
            assertThat(said.path("anyOf").get(1).path("type").asString())
                    .as(path)
                    .isIn("null", "string");
            compare(type, said.path("anyOf").get(0), file, path);
        } else if (type instanceof ParameterizedType of) {
            assertThat(names(said.path("type"))).as(path).contains("array");
            compare(of.getActualTypeArguments()[0], said.path("items"), file, path + "[]");
        } else if (StoredTypes.written((Class<?>) type).getName().startsWith("orchard.")) {
            ours((Class<?>) type, said, file, path);
        } else if (!said.has("const") && !said.has("enum")) {
            assertThat(names(said.path("type"))).as(path).contains(word(StoredTypes.written((Class<?>) type)));
        }
    }

    private void ours(Class<?> type, JsonNode said, JsonNode file, String path) {
        if (type.isEnum()) {
            Set<String> constants = new TreeSet<>();
            Arrays.stream(type.getEnumConstants()).forEach(c -> constants.add(((Enum<?>) c).name()));
            Set<String> named = new TreeSet<>();
            said.path("enum").forEach(name -> {
                if (!name.isNull()) {
                    named.add(name.asString());
                }
            });
            assertThat(named).as(path).isEqualTo(constants);
        } else if (!met.add(type)) {
            return;
        } else if (type.isSealed()) {
            variants(type, said, file, path);
        } else {
            boolean isStage = Stage.class.isAssignableFrom(type);
            fields(type, said, file, path, isStage ? Set.of("kind") : Set.of()); // a stage says which it is
        }
    }

    private void variants(Class<?> family, JsonNode said, JsonNode file, String path) {
        Map<String, JsonNode> kinds = new HashMap<>();
        said.path("oneOf").forEach(kind -> {
            // an enum among the variants is written as a pair of its kind and its constant
            String name = kind.has("prefixItems")
                    ? kind.path("prefixItems").get(0).path("const").asString()
                    : kind.path("properties").path("kind").path("const").asString();
            assertThat(kinds.put(name, kind))
                    .as(path + ":" + name + " stands there once")
                    .isNull();
        });
        Map<String, Class<?>> types = new HashMap<>();
        StoredTypes.variants(family).forEach(variant -> types.put(StoredTypes.kind(variant), variant));
        assertThat(kinds.keySet()).as(path).isEqualTo(types.keySet());
        types.forEach((name, variant) -> {
            if (variant.isEnum()) {
                ours(variant, kinds.get(name).path("prefixItems").get(1), file, path + ":" + name);
            } else {
                fields(variant, kinds.get(name), file, path + ":" + name, Set.of("kind"));
            }
        });
    }

    private void fields(Class<?> type, JsonNode said, JsonNode file, String path, Set<String> more) {
        Set<String> names = new TreeSet<>(more);
        for (RecordComponent field : StoredTypes.written(type).getRecordComponents()) {
            String name = StoredTypes.name(field);
            names.add(name);
            compare(field.getGenericType(), said.path("properties").path(name), file, path + "/" + name);
        }
        assertThat(new TreeSet<>(said.path("properties").propertyNames()))
                .as(path)
                .isEqualTo(names);
        assertThat(said.path("additionalProperties").asBoolean(true)).as(path).isFalse();
    }

    private static Collection<String> names(JsonNode type) {
        List<String> all = new ArrayList<>();
        if (type.isArray()) {
            type.forEach(one -> all.add(one.asString()));
        } else {
            all.add(type.asString(""));
        }
        return all;
    }

    private static String word(Class<?> type) {
        return switch (type.getSimpleName()) {
            case "String", "byte[]", "char" -> "string";
            case "boolean", "Boolean" -> "boolean";
            case "double", "Double", "float" -> "number";
            default -> "integer";
        };
    }
}
