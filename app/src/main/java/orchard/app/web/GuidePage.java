package orchard.app.web;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.commonmark.Extension;
import org.commonmark.ext.gfm.tables.TablesExtension;
import org.commonmark.parser.Parser;
import org.commonmark.renderer.html.HtmlRenderer;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The guide, as it stands in {@code docs}: written once, read there and here. */
@Controller
class GuidePage {

    private static final String FIRST_EVENING = html("/guide/first-evening.md");
    private static final String SENTENCES = html("/guide/sentences.md");

    private static String html(String resource) {
        try (InputStream in = GuidePage.class.getResourceAsStream(resource)) {
            String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
            List<Extension> tables = List.of(TablesExtension.create());
            return HtmlRenderer.builder()
                    .extensions(tables)
                    .build()
                    .render(Parser.builder().extensions(tables).build().parse(text));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @GetMapping("/guide/first-evening")
    String firstEvening(Model model) {
        model.addAttribute("guide", FIRST_EVENING);
        return "guide/page";
    }

    @GetMapping("/guide/sentences")
    String sentences(Model model) {
        model.addAttribute("guide", SENTENCES);
        return "guide/page";
    }
}
