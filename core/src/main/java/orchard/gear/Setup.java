package orchard.gear;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What a device is beyond its controls, and what the performer chose for it: two things, stored side by side.
 *
 * @param traits what the device is
 * @param choices what the performer chose
 */
public record Setup(Traits traits, Choices choices) {

    /** Nothing special and nothing chosen. */
    public static final Setup PLAIN = new Setup(Traits.PLAIN, Choices.NONE);

    /** Nothing special but pages. */
    public static Setup paged(List<ParameterPage> pages) {
        return pages.isEmpty() ? PLAIN : new Setup(Traits.PLAIN, Choices.NONE.withParameterPages(pages));
    }

    /** As it is written in files and in the database. */
    record Stored(
            List<PageGroup> pages,
            List<Feel> feels,
            List<Swatch> palette,
            Integer brightness,
            List<List<String>> clusters,
            String memory,
            Takeover takeover,
            List<ParameterPage> parameterPages,
            Boolean noteOffs,
            List<Dump> dumps,
            @JsonInclude(JsonInclude.Include.NON_EMPTY) List<Sent> colours,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) int baud,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean leftAlone) {}

    /** What is sent for a colour. */
    record Sent(String colour, int value) {}

    /** What was stored. */
    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    static Setup of(Stored from) {
        return new Setup(
                new Traits(
                        from.pages,
                        from.palette,
                        from.memory,
                        Boolean.TRUE.equals(from.noteOffs),
                        from.dumps,
                        from.baud),
                new Choices(
                        from.feels,
                        from.brightness,
                        from.clusters,
                        from.takeover,
                        from.parameterPages,
                        colours(from.colours),
                        from.leftAlone));
    }

    /** How it is stored. */
    @JsonValue
    Stored stored() {
        return new Stored(
                traits.pages(),
                choices.feels(),
                traits.palette(),
                choices.brightness(),
                choices.clusters(),
                traits.memory(),
                choices.takeover(),
                choices.parameterPages(),
                traits.noteOffs() ? true : null,
                traits.dumps().isEmpty() ? null : traits.dumps(),
                choices.colours().entrySet().stream()
                        .map(entry -> new Sent(entry.getKey(), entry.getValue()))
                        .toList(),
                traits.baud(),
                choices.leftAlone());
    }

    private static Map<String, Integer> colours(List<Sent> colours) {
        Map<String, Integer> all = new LinkedHashMap<>();
        if (colours != null) {
            colours.forEach(sent -> all.put(sent.colour(), sent.value()));
        }
        return all;
    }
}
