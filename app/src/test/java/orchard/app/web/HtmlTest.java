package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Lists that are put together in Java cannot forget to escape. */
class HtmlTest {

    private static final String LITERAL = "(?:\"(?:\\\\.|[^\"\\\\])*\"|Html\\.STAR)";

    /** A literal, or one of two literals by a condition. */
    private static final Pattern WRITTEN = Pattern.compile("\\s*(?:[^\"?]*(?:\"(?:\\\\.|[^\"\\\\])*\"[^\"?]*)*\\?\\s*)?"
            + LITERAL + "(?:\\s*:\\s*" + LITERAL + ")?\\s*");

    @Test
    void whatComesFromARigIsEscapedInEveryLetter() {
        String words = "<script>&\"'é</script>";
        assertThat(new Html()
                        .raw("<b")
                        .attribute("title", words)
                        .raw(">")
                        .text(words)
                        .toString())
                .isEqualTo("<b title=\"&lt;script&gt;&amp;&quot;&#39;é&lt;/script&gt;\">"
                        + "&lt;script&gt;&amp;&quot;&#39;é&lt;/script&gt;");
    }

    /** Only what stands in the code as it is goes in unescaped. */
    @Test
    void rawMarkupIsWrittenInTheCode() throws IOException {
        int found = 0;
        try (Stream<Path> files = Files.walk(Path.of("src", "main", "java"))) {
            for (Path file : files.filter(f -> f.toString().endsWith(".java")).toList()) {
                for (String argument : arguments(Files.readString(file))) {
                    assertThat(WRITTEN.matcher(argument).matches())
                            .as("%s: raw(%s) is written in the code", file.getFileName(), argument)
                            .isTrue();
                    found++;
                }
            }
        }
        assertThat(found).isGreaterThan(20);
        assertThat(WRITTEN.matcher("name").matches()).isFalse();
        assertThat(WRITTEN.matcher("\"<b>\" + name").matches()).isFalse();
        assertThat(WRITTEN.matcher("on ? name : \"\"").matches()).isFalse();
        assertThat(WRITTEN.matcher("on ? \"<b>\" : name").matches()).isFalse();
    }

    /** What stands between the brackets of each call. */
    private static List<String> arguments(String source) {
        Matcher call = Pattern.compile("\\.raw\\(").matcher(source);
        return call.results()
                .map(start -> source.substring(start.end(), close(source, start.end())))
                .toList();
    }

    private static int close(String source, int from) {
        int depth = 1;
        boolean quoted = false;
        int at = from;
        while (depth > 0) {
            char c = source.charAt(at);
            if (quoted && c == '\\') {
                at++;
            } else if (c == '"') {
                quoted = !quoted;
            } else if (!quoted) {
                depth += c == '(' ? 1 : c == ')' ? -1 : 0;
            }
            at++;
        }
        return at - 1;
    }
}
