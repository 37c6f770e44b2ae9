package orchard.rig;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import orchard.gear.Control;
import orchard.gear.PageGroup;
import orchard.gear.Profile;
import orchard.mistake.Mistake;
import orchard.parameter.Group;

/**
 * A device's profile as a file: JSON of the published schema {@code profile.schema.json}.
 *
 * @param format always {@value #FORMAT}
 * @param version of the format, {@value #VERSION}
 * @param name what the profile is called
 */
public record ProfileFile(String format, Integer version, String name, Profile profile) {

    /** What {@link #format} says. */
    public static final String FORMAT = "orchard-profile";

    /** The version that is written, and the only one that is read. */
    public static final int VERSION = 1;

    /** The file of a profile. */
    public static String write(String name, Profile profile) {
        return PartJson.lines(new ProfileFile(FORMAT, VERSION, name, profile), 3);
    }

    /**
     * The profile in a file.
     *
     * @throws Mistake with line and column, what was found and what was expected
     */
    public static ProfileFile read(String json) {
        ProfileFile file = JsonFile.read(json, () -> PartJson.readTree(json, ProfileFile.class));
        JsonFile.check(
                "profile", FORMAT, file == null ? null : file.format(), VERSION, file == null ? null : file.version());
        if (file.profile() == null) {
            throw new Mistake("The field “profile” is missing");
        }
        check(file.profile());
        return file;
    }

    /** What JSON cannot say: ids that are there once, and no going round in circles. */
    private static void check(Profile profile) {
        Set<String> ids = new HashSet<>();
        for (Control control : profile.controls()) {
            if (!ids.add(control.id())) {
                throw new Mistake("There are two controls with the id “" + control.id() + "”");
            }
            if (control.page() != null
                    && profile.traits().group(control.page().group()).isEmpty()) {
                throw new Mistake("“%s” is on a page of “%s”, which is no group of the profile"
                        .formatted(control.id(), control.page().group()));
            }
        }
        for (Group group : profile.groups()) {
            Set<String> way = new LinkedHashSet<>();
            Optional<Group> at = Optional.of(group);
            while (at.isPresent()) {
                if (!way.add(at.get().id())) {
                    throw new Mistake("The groups go round in a circle: " + String.join(" is in ", way) + " is in "
                            + at.get().id());
                }
                at = profile.group(at.get().parent());
            }
        }
        for (PageGroup group : profile.traits().pages()) {
            List<String> own = new ArrayList<>(group.keys());
            own.removeIf(key -> profile.control(key)
                    .filter(control ->
                            control.page() != null && control.page().group().equals(group.id()))
                    .isEmpty());
            if (!own.isEmpty()) {
                throw new Mistake("“%s” chooses pages of “%s” and is on them itself: that goes round in a circle"
                        .formatted(own.get(0), group.name()));
            }
        }
    }
}
