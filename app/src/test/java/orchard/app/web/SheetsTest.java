package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Templates, scripts and styles are laid out so that a person can read and compare them. */
class SheetsTest {

    private static final int WIDEST = 140;

    static List<Path> sheets() throws IOException {
        try (Stream<Path> files = Files.walk(Path.of("src", "main", "resources", "static"))) {
            return files.filter(file -> file.toString().matches(".*\\.(js|css)"))
                    .toList();
        }
    }

    static List<Path> sheetsAndTemplates() throws IOException {
        try (Stream<Path> templates = Files.walk(Path.of("src", "main", "resources", "templates"))) {
            return Stream.concat(
                            sheets().stream(),
                            templates.filter(file -> file.toString().endsWith(".html")))
                    .toList();
        }
    }

    @ParameterizedTest
    @MethodSource("sheetsAndTemplates")
    void noLineIsTooWideToBeRead(Path sheet) throws IOException {
        assertThat(Files.readAllLines(sheet))
                .allSatisfy(line -> assertThat(line.length()).as(line).isLessThanOrEqualTo(WIDEST));
    }

    /** Every page in the frame has a sheet of its own beside the tokens and what is shared. */
    @Test
    void everyPageHasASheetOfItsOwn() throws IOException {
        try (Stream<Path> templates = Files.walk(Path.of("src", "main", "resources", "templates"))) {
            List<String> views = new ArrayList<>();
            for (Path page :
                    templates.filter(file -> file.toString().endsWith(".html")).toList()) {
                Pattern.compile("frame :: frame\\('[^']*', '(\\w+)'")
                        .matcher(Files.readString(page))
                        .results()
                        .forEach(found -> views.add(found.group(1)));
            }
            assertThat(views)
                    .hasSizeGreaterThan(10)
                    .allSatisfy(view -> assertThat(Path.of("src", "main", "resources", "static", "css", view + ".css"))
                            .exists());
        }
    }

    /** A script that imports another is not imported by it, whatever lies between. */
    @Test
    void scriptsGoInNoCircle() throws IOException {
        Map<String, List<String>> imports = new TreeMap<>();
        for (Path sheet : sheets()) {
            imports.put(
                    sheet.getFileName().toString(),
                    Pattern.compile("(?:from|import) \"\\./(\\w+\\.js)\"")
                            .matcher(Files.readString(sheet))
                            .results()
                            .map(found -> found.group(1))
                            .toList());
        }
        assertThat(imports.get("main.js")).contains("map.js", "dialog.js");
        imports.keySet().forEach(script -> assertThat(reached(script, imports)).doesNotContain(script));
    }

    private static Set<String> reached(String from, Map<String, List<String>> imports) {
        Set<String> reached = new TreeSet<>();
        Deque<String> next = new ArrayDeque<>(imports.get(from));
        while (!next.isEmpty()) {
            String script = next.pop();
            if (reached.add(script)) {
                next.addAll(imports.get(script));
            }
        }
        return reached;
    }
}
