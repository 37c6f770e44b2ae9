package orchard.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** What {@code docs/architecture.md} says of where to add something is so: every file and folder is there, and none takes more files than it may. */
class WhereToAddTest {

    private static final Path ROOT = Path.of("..");
    private static final Pattern NAMED = Pattern.compile("`([\\w./-]+/[\\w./-]+)`");

    /** The most files in {@code src/main} that one of these takes, its drawing and its bench aside. */
    private static final Map<String, Integer> MOST = Map.of(
            "a stage of a shape", 2,
            "something a mapping does", 3,
            "a kind of light", 2,
            "a finding", 2,
            "a kind of element of a layout", 5,
            "a stand-in with its profile", 4,
            "a page", 4,
            "a MIDI message", 3,
            "a table", 2);

    private static List<String> rows() throws IOException {
        return Files.readAllLines(ROOT.resolve("docs").resolve("architecture.md")).stream()
                .dropWhile(line -> !line.equals("## Where to add"))
                .filter(line -> line.startsWith("| ") && line.contains("`"))
                .toList();
    }

    private static List<String> named(String row) {
        return NAMED.matcher(row)
                .results()
                .map(MatchResult::group)
                .map(name -> name.replace("`", ""))
                .toList();
    }

    @Test
    void everyFileThatIsNamedIsThere() throws IOException {
        assertThat(rows())
                .hasSizeGreaterThan(12)
                .allSatisfy(row -> assertThat(named(row))
                        .isNotEmpty()
                        .allSatisfy(name -> assertThat(ROOT.resolve(name)).exists()));
    }

    @Test
    void nothingTakesMoreFilesThanItMay() throws IOException {
        Map<String, Long> takes = rows().stream()
                .collect(Collectors.toMap(
                        row -> row.split("\\|")[1].strip(),
                        row -> named(row).stream()
                                .filter(name -> !name.startsWith("bench/")
                                        && !name.contains("static/js")
                                        && !name.contains("templates/play"))
                                .count()));
        MOST.forEach((what, most) -> assertThat(takes)
                .hasEntrySatisfying(what, count -> assertThat(count).as(what).isLessThanOrEqualTo(most)));
    }
}
