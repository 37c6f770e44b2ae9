package orchard.rig;

import com.fasterxml.jackson.annotation.JsonIgnoreType;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonTypeName;
import com.fasterxml.jackson.annotation.JsonValue;
import java.lang.reflect.Method;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.stream.Stream;

/** How types say under which names they are stored. */
final class StoredTypes {

    private StoredTypes() {}

    /** The variants of a family, those of families inside it too. */
    static Stream<Class<?>> variants(Class<?> family) {
        return Arrays.stream(family.getPermittedSubclasses())
                .filter(variant -> !variant.isAnnotationPresent(JsonIgnoreType.class)) // only said, never stored
                .flatMap(variant -> variant.isSealed() ? variants(variant) : Stream.of(variant));
    }

    /** The type itself, or what it says is written in its place. */
    static Class<?> written(Class<?> type) {
        return Arrays.stream(type.getDeclaredMethods())
                .filter(method -> method.isAnnotationPresent(JsonValue.class))
                .<Class<?>>map(Method::getReturnType)
                .findFirst()
                .orElse(type);
    }

    /** Under which kind a variant is stored. */
    static String kind(Class<?> variant) {
        JsonTypeName stored = variant.getAnnotation(JsonTypeName.class);
        return stored == null ? variant.getSimpleName() : stored.value();
    }

    /** Under which name a field is stored. */
    static String name(RecordComponent field) {
        JsonProperty stored = field.getAccessor().getAnnotation(JsonProperty.class);
        return stored == null ? field.getName() : stored.value();
    }
}
