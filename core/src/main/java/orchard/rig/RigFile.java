package orchard.rig;

import java.util.List;
import java.util.function.Function;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A whole rig as a file: JSON of the published schema {@code rig.schema.json}, one clause of a part a line. Where a device's {@code profile} is a text,
 * it is the name of a profile that ships with Orchard.
 *
 * @param format always {@value #FORMAT}
 * @param version of the format, {@value #VERSION}
 */
public record RigFile(String format, Integer version, List<Part> parts) {

    /** What {@link #format} says. */
    public static final String FORMAT = "orchard-rig";

    /** The version that is written, and the only one that is read. */
    public static final int VERSION = 1;

    /** Down to the clauses of a part. */
    private static final int DEPTH = 4;

    /** The file of some parts, every profile written out. */
    public static String write(List<Part> parts) {
        return PartJson.lines(new RigFile(FORMAT, VERSION, parts), DEPTH);
    }

    /**
     * The parts in a file.
     *
     * @param shelf the profile of a name, or null if there is none of that name
     * @throws Mistake with line and column, what was found and what was expected
     */
    public static List<Part> read(String json, Function<String, Profile> shelf) {
        return JsonFile.read(json, () -> {
            JsonNode tree = PartJson.tree(json);
            for (JsonNode part : tree.path("parts")) {
                JsonNode profile = part.path("device").path("profile");
                if (profile.isString()) {
                    Profile found = shelf.apply(profile.asString());
                    if (found == null) {
                        throw new Mistake("“%s” is no profile that ships with Orchard".formatted(profile.asString()));
                    }
                    ((ObjectNode) part.path("device")).set("profile", PartJson.tree(found));
                }
            }
            RigFile file = PartJson.value(tree, RigFile.class);
            JsonFile.check(
                    "rig", FORMAT, file == null ? null : file.format(), VERSION, file == null ? null : file.version());
            if (file.parts() == null || file.parts().contains(null)) {
                throw new Mistake("The field “parts” has to be a list of parts");
            }
            return List.copyOf(file.parts());
        });
    }
}
