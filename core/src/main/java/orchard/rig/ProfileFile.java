package orchard.rig;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import orchard.gear.Control;
import orchard.gear.PageGroup;
import orchard.gear.Profile;
import orchard.parameter.Group;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.databind.exc.UnrecognizedPropertyException;

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
        return PartJson.pretty(new ProfileFile(FORMAT, VERSION, name, profile));
    }

    /**
     * The profile in a file.
     *
     * @throws IllegalArgumentException with line and column, what was found and what was expected
     */
    public static ProfileFile read(String json) {
        ProfileFile file;
        try {
            file = PartJson.readTree(json, ProfileFile.class);
        } catch (UnrecognizedPropertyException e) {
            throw new IllegalArgumentException("%s: “%s” is no field here; expected one of %s"
                    .formatted(place(json, e), e.getPropertyName(), known(e)));
        } catch (JacksonException e) {
            throw new IllegalArgumentException(place(json, e) + ": " + reason(e));
        }
        if (file == null || !FORMAT.equals(file.format())) {
            throw new IllegalArgumentException("This is no profile: expected \"format\": \"" + FORMAT + "\"");
        } else if (file.version() == null || file.version() != VERSION) {
            throw new IllegalArgumentException(
                    "This profile has version %s; this Orchard reads version %d".formatted(file.version(), VERSION));
        } else if (file.profile() == null) {
            throw new IllegalArgumentException("The field “profile” is missing");
        }
        check(file.profile());
        return file;
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
        return cause instanceof IllegalArgumentException own ? own.getMessage() : e.getOriginalMessage();
    }

    /** What JSON cannot say: ids that are there once, and no going round in circles. */
    private static void check(Profile profile) {
        Set<String> ids = new HashSet<>();
        for (Control control : profile.controls()) {
            if (!ids.add(control.id())) {
                throw new IllegalArgumentException("There are two controls with the id “" + control.id() + "”");
            }
            if (control.page() != null
                    && profile.traits().group(control.page().group()).isEmpty()) {
                throw new IllegalArgumentException("“%s” is on a page of “%s”, which is no group of the profile"
                        .formatted(control.id(), control.page().group()));
            }
        }
        for (Group group : profile.groups()) {
            Set<String> way = new LinkedHashSet<>();
            Optional<Group> at = Optional.of(group);
            while (at.isPresent()) {
                if (!way.add(at.get().id())) {
                    throw new IllegalArgumentException("The groups go round in a circle: " + String.join(" is in ", way)
                            + " is in " + at.get().id());
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
                throw new IllegalArgumentException(
                        "“%s” chooses pages of “%s” and is on them itself: that goes round in a circle"
                                .formatted(own.get(0), group.name()));
            }
        }
    }
}
