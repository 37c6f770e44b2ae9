package orchard.app.web;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import orchard.text.Completion;
import orchard.text.Problem;
import orchard.text.Revision;
import orchard.text.SentenceWriter;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Sentences as text: a set of them is written, shown as what it would change, and made as one edit. */
@Controller
class TextPage {

    private static final String ALL = "all";
    private static final String NEW = "new";
    private static final String LAYER = "layer:";
    private static final String DEVICE = "device:";

    /** How much of what would change is shown. */
    private static final int SHOWN = 60;

    private final RigKeeper keeper;
    private final Names names;

    TextPage(RigKeeper keeper, Names names) {
        this.keeper = keeper;
        this.names = names;
    }

    /**
     * One sentence that would change.
     *
     * @param kind “new”, “other” or “gone”
     * @param before how it reads now, or ""
     * @param after how it would read, or ""
     * @param fault why it could not act, or ""
     */
    record Change(String kind, String id, int line, String before, String after, String fault) {}

    @GetMapping("/map/text")
    String page(@RequestParam(defaultValue = ALL) String of, Model model) {
        Rig rig = keeper.rig();
        List<Mapping> shown = shown(of, rig);
        Map<String, String> sets = new LinkedHashMap<>();
        sets.put(ALL, "all sentences");
        sets.put(NEW, "new ones only");
        rig.layers().forEach(layer -> sets.put(LAYER + layer.id(), "those in layer " + layer.name()));
        rig.gear().stream()
                .filter(device -> rig.mappings().stream().anyMatch(mapping -> isAbout(mapping, device.id())))
                .forEach(device -> sets.put(DEVICE + device.id(), "those about " + device.name()));
        if (!sets.containsKey(of)) {
            sets.put(of, shown.size() == 1 ? "this sentence" : "these " + shown.size() + " sentences");
        }
        model.addAttribute("of", of);
        model.addAttribute("sets", sets);
        model.addAttribute(
                "ids", String.join(",", shown.stream().map(Mapping::id).toList()));
        model.addAttribute("count", shown.size());
        model.addAttribute("text", shown.isEmpty() ? "" : new SentenceWriter(names, rig.gear()).written(shown));
        return "text/page";
    }

    private static List<Mapping> shown(String of, Rig rig) {
        if (of.equals(ALL)) {
            return rig.mappings();
        } else if (of.startsWith(LAYER)) {
            String layer = of.substring(LAYER.length());
            return rig.mappings().stream()
                    .filter(mapping -> mapping.layers().contains(layer))
                    .toList();
        } else if (of.startsWith(DEVICE)) {
            return rig.mappings().stream()
                    .filter(mapping -> isAbout(mapping, of.substring(DEVICE.length())))
                    .toList();
        }
        return Arrays.stream(of.split(","))
                .map(rig::mapping)
                .flatMap(Optional::stream)
                .toList();
    }

    private static boolean isAbout(Mapping mapping, String device) {
        return mapping.when().triggers().stream()
                        .anyMatch(trigger -> trigger.device().equals(device))
                || mapping.everyAction().anyMatch(action -> action.devices().contains(device));
    }

    /** What a text would change, as it stands now; nothing is changed yet. */
    @PostMapping("/map/text/look")
    String look(
            @RequestParam(defaultValue = "") String text,
            @RequestParam(defaultValue = "") String begun,
            @RequestParam(defaultValue = "") String ids,
            Model model) {
        Rig rig = keeper.rig();
        Revision revision = revision(rig, text, begun, ids);
        List<Change> changes = revision.changes().stream()
                .limit(SHOWN)
                .map(change -> changed(change, rig))
                .toList();
        model.addAttribute("changes", changes);
        model.addAttribute("more", revision.changes().size() - changes.size());
        model.addAttribute("count", revision.changes().size());
        model.addAttribute("problems", revision.problems().stream().limit(SHOWN).toList());
        model.addAttribute("moreProblems", Math.max(0, revision.problems().size() - SHOWN));
        return "text/look";
    }

    private Change changed(Revision.Change change, Rig rig) {
        String id =
                change.before() == null ? change.after().id() : change.before().id();
        return new Change(
                change.before() == null ? "new" : change.after() == null ? "gone" : "other",
                id,
                change.line(),
                change.before() == null
                        ? ""
                        : Sentence.of(change.before(), names).text(),
                change.after() == null ? "" : Sentence.of(change.after(), names).text(),
                change.after() == null ? "" : Fault.of(change.after(), rig).orElse(""));
    }

    /** What may follow at a place of a text. */
    @PostMapping("/map/text/offers")
    String offers(@RequestParam(defaultValue = "") String text, @RequestParam int caret, Model model) {
        int within = Math.max(0, Math.min(caret, text.length()));
        model.addAttribute(
                "completion", Completion.at(text, within, names, keeper.rig().gear()));
        return "text/offers";
    }

    /**
     * Makes what a text says.
     *
     * @param begun the text as it was shown
     * @param seen the revision when the text was shown: the rig's, or that of the one sentence it is about
     * @param back “map” where it was written there
     */
    @PostMapping("/map/text")
    ResponseEntity<Void> make(
            @RequestParam(defaultValue = "") String text,
            @RequestParam(defaultValue = "") String begun,
            @RequestParam(defaultValue = "") String ids,
            @RequestParam long seen,
            @RequestParam(defaultValue = ALL) String of,
            @RequestParam(defaultValue = "") String back) {
        List<String> made = new ArrayList<>();
        keeper.commit(rig -> {
            Revision revision = revision(rig, text, begun, ids);
            revision.problems().stream().findFirst().ifPresent(first -> {
                throw EditRefused.invalid("", "text", place(first) + first.message() + ".");
            });
            for (Revision.Change change : revision.changes()) {
                if (change.before() != null && keeper.revision(change.before().id()) > seen) {
                    throw EditRefused.invalid(
                            "",
                            "text",
                            "Someone changed " + change.before().id()
                                    + " meanwhile. Your text is still here; take what is to stay with you, and open the page again.");
                }
                if (change.before() == null) {
                    made.add(change.after().id());
                }
            }
            int count = revision.changes().size();
            return revision.edit(count == 1 ? "Change a sentence as text" : "Change " + count + " sentences as text");
        });
        if (back.equals("map")) {
            String next = keeper.rig().mapping(of).isPresent() ? of : made.isEmpty() ? "" : made.get(0);
            return Replies.go("/map" + (next.isEmpty() ? "" : "?mapping=" + Replies.query(next)));
        }
        boolean isList = !of.equals(ALL) && !of.startsWith(LAYER) && !of.startsWith(DEVICE);
        List<String> next = new ArrayList<>(of.equals(NEW) ? List.of() : List.of(of));
        next.addAll(made);
        return Replies.go(
                "/map/text?of=" + Replies.query(isList ? String.join(",", next.isEmpty() ? List.of(NEW) : next) : of));
    }

    private static String place(Problem problem) {
        return "Line " + problem.line() + ", letter " + problem.column() + ": ";
    }

    private Revision revision(Rig rig, String text, String begun, String ids) {
        List<String> shown = ids.isEmpty() ? List.of() : List.of(ids.split(","));
        return Revision.of(text, begun, shown, rig, names, rig.gear());
    }
}
