package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** What comes from a rig can never be markup. */
class HtmlTest {

    @Test
    void wordsAndAttributesAreEscaped() {
        String drawn = new Html()
                .raw("<a")
                .attribute("title", "\"><script>alert('x')</script>")
                .raw(">")
                .text("Tide & <b>Wind</b> “é”")
                .raw("</a>")
                .toString();
        assertThat(drawn)
                .isEqualTo("<a title=\"&quot;&gt;&lt;script&gt;alert(&#39;x&#39;)&lt;/script&gt;\">"
                        + "Tide &amp; &lt;b&gt;Wind&lt;/b&gt; “é”</a>");
    }

    @Test
    void noCharacterGetsOut() {
        for (int character = 1; character < 0x3000; character++) {
            String words = "a" + Character.toString(character) + "b";
            String drawn = new Html().text(words).raw("|").attribute("x", words).toString();
            assertThat(drawn).doesNotContain("<", ">", "'").matches("(?s)a[^\"]+b\\| x=\"a[^\"]+b\"");
        }
    }
}
