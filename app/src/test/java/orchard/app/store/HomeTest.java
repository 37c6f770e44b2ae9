package orchard.app.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestDatabase;
import orchard.app.harness.TestOrchard;
import orchard.rig.Part;
import orchard.rig.PartJson;
import orchard.rig.ProfileFile;
import orchard.rig.Rig;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Homes that released versions left behind: their database as they wrote it, and beside it what they said was in it. In them is every variant of everything that is
 * stored, in parts and in revisions, some of them undone.
 */
@ExtendWith(Orchard.class)
class HomeTest {

    private static final JsonMapper JSON = new JsonMapper();

    private final Map<String, String> files = new HashMap<>();

    private void unpack(String home, Path to) throws IOException {
        try (InputStream in = HomeTest.class.getResourceAsStream(home);
                ZipInputStream zip = new ZipInputStream(in, StandardCharsets.UTF_8)) {
            for (ZipEntry entry; (entry = zip.getNextEntry()) != null; ) {
                files.put(entry.getName(), new String(zip.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        Files.writeString(to, files.get("home.sql"));
    }

    @Test
    void theHomeOfVersion040OpensUndoesRedoesAndExportsUnchanged(TestDatabase database, @TempDir Path folder)
            throws IOException {
        Path dump = folder.resolve("home.sql");
        unpack("/home-0.4.0.zip", dump);
        try (TestOrchard orchard = TestOrchard.on(database.schema("released", dump))) {
            RigKeeper keeper = orchard.keeper();
            isAsBefore("now.json", keeper.rig());
            assertThat(keeper.redo()).contains("Delete the song");
            assertThat(keeper.redo()).contains("Delete m5");
            assertThat(keeper.redo()).isEmpty();
            isAsBefore("last.json", keeper.rig());
            keeper.rig()
                    .devices()
                    .forEach(device -> isKept(
                            files.get(device.id() + ".profile.json"),
                            ProfileFile.write(device.name(), device.profile())));
            int edits = 0;
            while (keeper.undo().isPresent()) {
                edits++;
            }
            assertThat(edits).isEqualTo(6);
            isAsBefore("first.json", keeper.rig());
            while (keeper.redo().isPresent()) {
                // until all is as it was at last
            }
            isAsBefore("last.json", keeper.rig());
        }
    }

    private void isAsBefore(String file, Rig rig) {
        List<String> parts = rig.parts().stream()
                .map(part -> PartJson.write(part, new TypeReference<Part>() {}))
                .toList();
        isKept(files.get(file), "[" + String.join(",", parts) + "]");
    }

    private static void isKept(String before, String now) {
        isKept("", JSON.readTree(before), JSON.readTree(now));
    }

    /** Nothing is gone or otherwise; what there is besides came later. */
    private static void isKept(String path, JsonNode before, JsonNode now) {
        assertThat(now).as(path).isNotNull();
        if (before.isObject()) {
            before.properties()
                    .forEach(field -> isKept(path + "/" + field.getKey(), field.getValue(), now.get(field.getKey())));
        } else if (before.isArray()) {
            assertThat(now.size()).as(path).isEqualTo(before.size());
            for (int i = 0; i < before.size(); i++) {
                isKept(path + "/" + i, before.get(i), now.get(i));
            }
        } else {
            assertThat(now).as(path).isEqualTo(before);
        }
    }
}
