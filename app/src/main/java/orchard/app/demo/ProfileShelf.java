package orchard.app.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import orchard.gear.Profile;
import orchard.rig.ProfileFile;
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

    /** All profiles by the name they are offered under, those of stand-ins first. */
    public static Map<String, Profile> all() {
        return ALL;
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
        standIns.putAll(generic);
        return Collections.unmodifiableMap(standIns);
    }
}
