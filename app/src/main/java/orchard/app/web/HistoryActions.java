package orchard.app.web;

import java.util.Optional;
import orchard.app.store.RigKeeper;
import orchard.rig.EditRefused;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;

/** Undo and redo, from any page. */
@Controller
class HistoryActions {

    private final RigKeeper keeper;

    HistoryActions(RigKeeper keeper) {
        this.keeper = keeper;
    }

    @PostMapping("/undo")
    ResponseEntity<String> undo() {
        return said(keeper.undo(), "Undone: ", "There is nothing to undo.");
    }

    @PostMapping("/redo")
    ResponseEntity<String> redo() {
        return said(keeper.redo(), "Done again: ", "There is nothing to redo.");
    }

    private static ResponseEntity<String> said(Optional<String> label, String before, String otherwise) {
        if (label.isEmpty()) {
            throw EditRefused.invalid("", "", otherwise);
        }
        return ResponseEntity.ok(before + label.get());
    }
}
