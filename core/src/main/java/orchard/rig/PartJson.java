package orchard.rig;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.annotation.JsonAutoDetect.Visibility;
import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.List;
import orchard.action.Action;
import orchard.action.Value;
import orchard.condition.Condition;
import orchard.gear.Feel;
import orchard.layout.Face;
import orchard.light.LightKind;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.shape.Stage;
import orchard.signal.Malformed;
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.signal.OscArgument;
import orchard.signal.OscMessage;
import orchard.signal.TouchMessage;
import orchard.trigger.Trigger;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Parts and their details as JSON, and back. Where a type has variants, the field {@code kind} names the variant by its
 * type's name. Safe for use by several threads.
 */
public final class PartJson {

    private static final JsonMapper MAPPER = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES) // written before the field was there
            // what is stored are the fields of records, and nothing that they answer when they are asked
            .changeDefaultVisibility(visibility -> visibility.withIsGetterVisibility(Visibility.NONE))
            .addMixIn(Feel.class, FeelNames.class)
            .addMixIn(Part.class, Variant.class)
            .addMixIn(Face.class, Variant.class)
            .addMixIn(Law.class, Variant.class)
            .addMixIn(Binding.class, Variant.class)
            .addMixIn(LightKind.class, Variant.class)
            .addMixIn(Message.class, StoredMessage.class)
            .addMixIn(MessagePattern.class, Variant.class)
            .addMixIn(MessagePattern.SysExByte.class, SysExNames.class)
            .addMixIn(OscArgument.class, Variant.class)
            .addMixIn(Stage.class, Variant.class)
            .addMixIn(Condition.class, Variant.class)
            .addMixIn(Trigger.class, Variant.class)
            .addMixIn(Action.class, Variant.class)
            .addMixIn(Value.class, Variant.class)
            .build();

    private PartJson() {}

    /** The JSON of a value of the given type. */
    public static String write(Object value, TypeReference<?> type) {
        return MAPPER.writerFor(type).writeValueAsString(value);
    }

    /**
     * The value in a JSON text.
     *
     * @throws IllegalArgumentException with place and expectation if the text is not such a value
     */
    public static <T> T read(String json, TypeReference<T> type) {
        try {
            return MAPPER.readValue(json, type);
        } catch (JacksonException e) {
            throw new IllegalArgumentException(e.getOriginalMessage(), e);
        }
    }

    /**
     * JSON that people read and compare: fields in their order, broken into lines down to a depth; what lies deeper stands on one line.
     *
     * @param depth of objects and lists that are broken, 1 for the outermost only
     */
    static String lines(Object value, int depth) {
        return MAPPER.writer().with(new LinePrinter(depth)).writeValueAsString(value) + "\n";
    }

    /** A JSON text as a tree. */
    static JsonNode tree(String json) {
        return MAPPER.readTree(json);
    }

    /** A tree with the fields of a value. */
    static JsonNode tree(Object value) {
        return MAPPER.valueToTree(value);
    }

    /** What a tree says. */
    static <T> T value(JsonNode tree, Class<T> type) {
        return MAPPER.treeToValue(tree, type);
    }

    /** The tokens of a JSON text. */
    static JsonParser parser(String json) {
        return MAPPER.createParser(json);
    }

    /** The value in a JSON text, with everything the parser knows in the exception. */
    static <T> T readTree(String json, Class<T> type) {
        return MAPPER.readValue(json, type);
    }

    /** The changes of an edit as JSON. */
    public static String writeChanges(List<Edit.Change> changes) {
        return write(changes, CHANGES);
    }

    /** The changes in a JSON text. */
    public static List<Edit.Change> readChanges(String json) {
        return read(json, CHANGES);
    }

    private static final TypeReference<List<Edit.Change>> CHANGES = new TypeReference<>() {};

    @JsonTypeInfo(use = JsonTypeInfo.Id.SIMPLE_NAME, property = "kind")
    private interface Variant {}

    /** Keys are said as an action says them, and never stored as a message. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.SIMPLE_NAME, property = "kind")
    @JsonSubTypes({
        @JsonSubTypes.Type(MidiMessage.class),
        @JsonSubTypes.Type(OscMessage.class),
        @JsonSubTypes.Type(TouchMessage.class),
        @JsonSubTypes.Type(Malformed.class)
    })
    private interface StoredMessage {}

    /** Some homes have what was answered once and never was a field. */
    @JsonIgnoreProperties("plain")
    private interface FeelNames {}

    /** What the template was called when only a prefix could be said. */
    @JsonTypeInfo(use = JsonTypeInfo.Id.SIMPLE_NAME, property = "kind")
    private interface SysExNames {
        @JsonAlias("prefix")
        String template();
    }
}
