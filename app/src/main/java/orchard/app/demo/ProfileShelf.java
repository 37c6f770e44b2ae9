package orchard.app.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import orchard.gear.Profile;
import orchard.gear.Wire;
import orchard.parameter.Binding;
import orchard.rig.ProfileFile;
import orchard.seat.Seating;
import orchard.seat.VisiblePort;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.core.io.support.ResourcePatternResolver;

/**
 * The profiles that ship with Orchard: every file in a folder {@code profiles} of the application or of the stand-ins. They are read like a
 * performer's own files.
 */
public final class ProfileShelf {

    private static final Map<String, Profile> ALL = read();

    private ProfileShelf() {}

    /** All profiles by the name they are offered under, those that fit many devices first, then those of stand-ins. */
    public static Map<String, Profile> all() {
        return ALL;
    }

    /** The names of those that can be of use on a wire, in the same order. */
    public static List<String> names(Wire wire) {
        return ALL.entrySet().stream()
                .filter(entry -> fits(entry.getValue(), wire))
                .map(Map.Entry::getKey)
                .toList();
    }

    private static boolean fits(Profile profile, Wire wire) {
        return profile.controls().stream()
                        .flatMap(control -> control.dimensions().stream())
                        .flatMap(dimension -> dimension.pattern().ids().stream())
                        .allMatch(id -> switch (id.space()) {
                            case OSC -> wire.addressed();
                            case TOUCH -> wire == Wire.PAD;
                            default -> wire.midi();
                        })
                && profile.parameters().stream()
                        .allMatch(parameter ->
                                wire != Wire.PAD && parameter.binding() instanceof Binding.Osc == wire.addressed());
    }

    /**
     * The one that fits a device best, or "": the one of its name, else the one that says what it says. A game controller has one of its own.
     *
     * @param name of its port, or its first root
     * @param heard what it said, as {@link orchard.signal.MessagePattern} keys
     */
    public static String best(Wire wire, String name, Set<Object> heard) {
        String plain = VisiblePort.plain(name).replaceFirst("^/", "").replaceFirst("@.*", "");
        List<String> fitting = names(wire);
        return fitting.stream()
                .filter(profile -> plain.equalsIgnoreCase(profile.replaceFirst(" by .*", "")))
                .findFirst()
                .or(() -> fitting.stream()
                        .filter(profile -> !ALL.get(profile).controls().isEmpty())
                        .filter(profile -> wire == Wire.PAD || Seating.saysWhatItSays(ALL.get(profile), heard))
                        .min(Comparator.comparingInt(
                                profile -> ALL.get(profile).controls().size())))
                .orElse("");
    }

    private static Map<String, Profile> read() {
        Map<String, Profile> standIns = new LinkedHashMap<>();
        Map<String, Profile> generic = new LinkedHashMap<>();
        try {
            ResourcePatternResolver folder = new PathMatchingResourcePatternResolver();
            for (Resource file : folder.getResources("classpath*:profiles/*.json")) {
                ProfileFile profile = ProfileFile.read(file.getContentAsString(StandardCharsets.UTF_8));
                boolean isGeneric = file.getFilename().startsWith("generic-");
                (isGeneric ? generic : standIns).put(profile.name(), profile.profile());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        generic.putAll(standIns);
        return Collections.unmodifiableMap(generic);
    }
}
