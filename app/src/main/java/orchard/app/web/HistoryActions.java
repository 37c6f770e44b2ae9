package orchard.app.web;

import java.util.Optional;
import java.util.function.Supplier;
import orchard.app.store.BrowserTable;
import orchard.app.store.Maker;
import orchard.app.store.RigKeeper;
import orchard.rig.EditRefused;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Undo and redo, from any page: first what this browser did itself, then what anybody did. */
@Controller
class HistoryActions {

    private final RigKeeper keeper;
    private final BrowserTable browsers;

    HistoryActions(RigKeeper keeper, BrowserTable browsers) {
        this.keeper = keeper;
        this.browsers = browsers;
    }

    /**
     * What came of it.
     *
     * @param text what was done, or why it was not
     * @param otherwise what of anybody's can be done instead, in words, or ""
     */
    record Answer(boolean done, String text, String otherwise) {}

    @PostMapping("/undo")
    @ResponseBody
    Answer undo(@RequestParam(defaultValue = "false") boolean anybodys) {
        return answer(
                anybodys,
                () -> keeper.undo(anybodys ? null : Maker.now()),
                keeper::undoable,
                "Undone: ",
                "There is nothing to undo.",
                "Undo ");
    }

    @PostMapping("/redo")
    @ResponseBody
    Answer redo(@RequestParam(defaultValue = "false") boolean anybodys) {
        return answer(
                anybodys,
                () -> keeper.redo(anybodys ? null : Maker.now()),
                keeper::redoable,
                "Done again: ",
                "There is nothing to redo.",
                "Redo ");
    }

    private static Answer answer(
            boolean anybodys,
            Supplier<Optional<String>> act,
            Supplier<Optional<RigKeeper.Step>> next,
            String done,
            String nothing,
            String verb) {
        String why;
        try {
            Optional<String> label = act.get();
            if (label.isPresent()) {
                return new Answer(true, done + label.get(), "");
            }
            why = "";
        } catch (EditRefused refused) {
            if (refused.why() == EditRefused.Cause.NOT_KEPT) {
                return new Answer(false, refused.getMessage(), "");
            }
            why = refused.getMessage() + ".";
        }
        Optional<RigKeeper.Step> others = anybodys ? Optional.empty() : next.get();
        String text = !why.isEmpty()
                ? why
                : others.isEmpty()
                        ? nothing
                        : "Nothing that this browser did is left. The last edit is somebody else's.";
        return new Answer(
                false,
                text,
                others.map(step -> verb + "“" + step.label() + "”" + (step.by().isEmpty() ? "" : " by " + step.by()))
                        .orElse(""));
    }

    /** What this browser calls itself. */
    @GetMapping("/browser")
    @ResponseBody
    String name() {
        return browsers.name(Maker.now());
    }

    /** This browser calls itself something: others read it where its edits are named. */
    @PostMapping("/browser")
    ResponseEntity<Void> rename(@RequestParam String name) {
        browsers.rename(Maker.now(), name.strip());
        return ResponseEntity.noContent().build();
    }
}
