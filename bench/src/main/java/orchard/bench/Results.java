package orchard.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/** Figures as text on the screen and as JSON in {@code bench/target/results}. */
final class Results {

    private static final Path FOLDER = Path.of("bench", "target", "results");

    private Results() {}

    /** Where a file of figures goes. */
    static Path file(String name) throws IOException {
        Files.createDirectories(FOLDER);
        return FOLDER.resolve(name + ".json");
    }

    /** Keeps figures as JSON. */
    static void keep(String name, Map<String, ?> figures) throws IOException {
        Files.writeString(
                file(name),
                JsonMapper.builder().build().writerWithDefaultPrettyPrinter().writeValueAsString(figures));
    }
}
