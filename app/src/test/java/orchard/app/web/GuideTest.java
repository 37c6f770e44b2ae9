package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The guide says what stands on the screen. */
@ExtendWith(Orchard.class)
class GuideTest {

    @Test
    void standsUnderMoreWithItsTenStepsAndItsPictures(TestOrchard orchard, Browser browser) {
        browser.go("/connect");
        browser.click("[title='Undo, redo, light, keys']");
        browser.click("a[href='/guide/first-evening']");
        browser.see(".guide h1", "The first evening");
        assertThat(browser.all(".guide ol > li")).hasSize(10);
        browser.until(() -> (boolean) browser.ask("return document.querySelector('.guide img').naturalWidth > 600"));
        assertThat(browser.barriers()).isEmpty();
    }

    @Test
    void everyWordThatIsToBePressedStandsOnAPage() throws IOException {
        String guide = Files.readString(Path.of("../docs/guide/first-evening.md"));
        List<String> bold = Pattern.compile("\\*\\*(.+?)\\*\\*")
                .matcher(guide.replaceAll("\\s+", " "))
                .results()
                .map((MatchResult found) -> found.group(1))
                .filter(words -> !words.endsWith("."))
                .toList();
        String pages;
        try (Stream<Path> files = Files.walk(Path.of("src/main/resources/templates"))) {
            pages = files.filter(Files::isRegularFile).map(GuideTest::words).collect(Collectors.joining(" "));
        }
        assertThat(bold)
                .hasSizeGreaterThan(12)
                .allSatisfy(words -> assertThat(pages).contains(words));
    }

    private static String words(Path file) {
        try {
            return Files.readString(file).replaceAll("\\s+", " ") + " "
                    + Files.readString(file).replaceAll("<[^>]*>", " ").replaceAll("\\s+", " ");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
