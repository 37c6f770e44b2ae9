package orchard.app.web;

import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import orchard.app.store.RigKeeper;
import orchard.gear.Ref;
import orchard.layout.Element;
import orchard.layout.Layout;
import orchard.layout.Page;
import orchard.mistake.Mistake;
import orchard.rig.EditRefused;
import orchard.rig.LayoutFile;
import orchard.rig.LayoutTaken;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Layouts as files: out, and in after a look at what they would be here. */
@Controller
class LayoutFilePage {

    /** What a person chose stands in fields whose names begin so. */
    private static final String CHOSEN = "to:";

    /** What comes back in a form has to fit into one. */
    private static final int LONGEST = 1_000_000;

    private final RigKeeper keeper;

    LayoutFilePage(RigKeeper keeper) {
        this.keeper = keeper;
    }

    @GetMapping("/layouts/{id}/layout.json")
    ResponseEntity<byte[]> file(@PathVariable String id) {
        Layout layout = keeper.rig().layout(id).orElseThrow(Replies::gone);
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(id + ".layout.json")
                                .build()
                                .toString())
                .contentType(MediaType.APPLICATION_JSON)
                .body(LayoutFile.write(keeper.rig(), layout).getBytes(StandardCharsets.UTF_8));
    }

    /** A file is looked at: nothing is changed. */
    @PostMapping("/layouts/file")
    String look(@RequestParam MultipartFile file, Model model, HttpServletResponse response) {
        String view = seen(Uploads.text("", file), Map.of(), model);
        response.setHeader("HX-Retarget", "#page");
        response.setHeader("HX-Reswap", "outerHTML");
        return view;
    }

    /** What it refers to, and what that is here. */
    record Row(LayoutTaken.Match match, List<LayoutTaken.Option> options) {
        static Row of(LayoutTaken.Match match, String words) {
            List<LayoutTaken.Option> options = new ArrayList<>();
            if (match.near().stream().noneMatch(one -> one.key().equals(match.found()))
                    && !match.found().isEmpty()) {
                options.add(new LayoutTaken.Option(match.found(), words));
            }
            options.addAll(match.near());
            return new Row(match, options);
        }
    }

    /** A page of it, drawn small. */
    record Drawn(String name, List<Element> elements) {}

    /** The same after something was chosen. */
    @PostMapping("/layouts/file/again")
    String again(@RequestParam Map<String, String> fields, Model model) {
        return seen(fields.getOrDefault("text", ""), fields, model);
    }

    private String seen(String text, Map<String, String> fields, Model model) {
        LayoutTaken taken = new LayoutTaken(read(text), keeper.rig());
        Map<String, String> chosen = chosen(fields);
        List<Row> rows = taken.matches(chosen).stream()
                .map(match -> Row.of(match, words(match.found())))
                .toList();
        Layout layout = taken.file().layout();
        model.addAttribute("text", text);
        model.addAttribute("layout", layout);
        model.addAttribute(
                "pages",
                layout.pages().isEmpty()
                        ? List.of(new Drawn(layout.name(), layout.elements()))
                        : layout.pages().stream()
                                .map(page -> new Drawn(page.name(), layout.on(page.id())))
                                .toList());
        model.addAttribute(
                "lost",
                rows.stream().filter(row -> row.match().found().isEmpty()).toList());
        model.addAttribute(
                "found",
                rows.stream().filter(row -> !row.match().found().isEmpty()).toList());
        model.addAttribute("left", taken.taken(chosen).left());
        model.addAttribute("over", over(layout));
        return "layouts/file";
    }

    private String words(String key) {
        return Ref.ToParameter.of(key)
                .map(keeper.rig()::words)
                .orElseGet(() -> keeper.rig()
                        .device(key)
                        .map(device -> device.name())
                        .or(() -> keeper.rig().focus(key).map(focus -> focus.noun() + "s of " + focus.name()))
                        .orElse(key));
    }

    /** Elements that lie over others, by name. */
    private static Set<String> over(Layout layout) {
        Set<String> over = new LinkedHashSet<>();
        Stream<String> pages = layout.pages().isEmpty()
                ? Stream.of("")
                : layout.pages().stream().map(Page::id);
        pages.forEach(page -> {
            List<Element> all = layout.on(page);
            for (int i = 0; i < all.size(); i++) {
                for (int j = 0; j < i; j++) {
                    if (all.get(i).box().overlaps(all.get(j).box())) {
                        over.add(all.get(i).name());
                    }
                }
            }
        });
        return over;
    }

    private static LayoutFile read(String text) {
        if (text.length() > LONGEST) {
            throw EditRefused.invalid("", "file", "A layout's file has 1 MB at most.");
        }
        try {
            return LayoutFile.read(text);
        } catch (Mistake e) {
            throw EditRefused.invalid("", "file", e.getMessage());
        }
    }

    private static Map<String, String> chosen(Map<String, String> fields) {
        Map<String, String> chosen = new LinkedHashMap<>();
        fields.forEach((name, value) -> {
            if (name.startsWith(CHOSEN)) {
                chosen.put(name.substring(CHOSEN.length()), value);
            }
        });
        return chosen;
    }

    @PostMapping("/layouts/file/take")
    ResponseEntity<Void> take(@RequestParam Map<String, String> fields) {
        LayoutFile file = read(fields.getOrDefault("text", ""));
        List<String> made = new ArrayList<>();
        keeper.commit(rig -> {
            LayoutTaken.Outcome outcome = new LayoutTaken(file, rig).taken(chosen(fields));
            made.add(outcome.layout());
            return outcome.edit();
        });
        return LayoutEdits.go(made.get(made.size() - 1), "", "");
    }
}
