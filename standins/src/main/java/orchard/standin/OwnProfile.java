package orchard.standin;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The profile that ships with a stand-in, read as plain data: what is said there about ranges, names and colours is said once. */
final class OwnProfile {

    private static final JsonMapper MAPPER = new JsonMapper();

    private final JsonNode profile;

    /** @param name of the file in {@code profiles/}, without its ending */
    OwnProfile(String name) {
        try (InputStream in = OwnProfile.class.getResourceAsStream("/profiles/" + name + ".json")) {
            profile = MAPPER.readTree(in).path("profile");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The parameters on OSC, in their order. */
    List<DeskParameter> parameters() {
        List<DeskParameter> all = new ArrayList<>();
        for (JsonNode parameter : profile.path("parameters")) {
            JsonNode range = parameter.path("range");
            JsonNode binding = parameter.path("binding");
            all.add(new DeskParameter(
                    binding.path("address").asString(),
                    parameter.path("name").asString(),
                    range.path("low").floatValue(),
                    range.path("high").floatValue(),
                    parameter.path("standard").floatValue(),
                    range.path("unit").asString(),
                    law(parameter.path("law")),
                    parameter.path("settable").asBoolean(),
                    !binding.path("touch").asString("").isEmpty()));
        }
        return all;
    }

    private static String law(JsonNode law) {
        return switch (law.path("kind").asString()) {
            case "Logarithmic" -> "log";
            case "DecibelTaper" -> "taper";
            case "Stepped" -> "whole";
            case "Named" -> String.join("|", texts(law.path("names")));
            default -> "linear";
        };
    }

    /** The names of groups, by the address at which each is told. */
    Map<String, String> names() {
        Map<String, String> all = new LinkedHashMap<>();
        for (JsonNode group : profile.path("groups")) {
            if (!group.path("nameAddress").asString("").isEmpty()) {
                all.put(group.path("nameAddress").asString(), group.path("name").asString());
            }
        }
        return all;
    }

    /** The names of a parameter's values. */
    List<String> values(String parameter) {
        for (JsonNode one : profile.path("parameters")) {
            if (one.path("id").asString().equals(parameter)) {
                return texts(one.path("law").path("names"));
            }
        }
        throw new IllegalArgumentException("no parameter " + parameter);
    }

    /** The colours of the palette as {@code #rrggbb}, by index. */
    Map<Integer, String> colours() {
        Map<Integer, String> all = new LinkedHashMap<>();
        for (JsonNode swatch : profile.path("setup").path("palette")) {
            all.put(swatch.path("value").asInt(), swatch.path("colour").asString());
        }
        return all;
    }

    private static List<String> texts(JsonNode list) {
        List<String> all = new ArrayList<>();
        list.forEach(text -> all.add(text.asString()));
        return all;
    }
}
