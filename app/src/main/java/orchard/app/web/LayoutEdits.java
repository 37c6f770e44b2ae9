package orchard.app.web;

import java.util.function.BiFunction;
import orchard.app.store.RigKeeper;
import orchard.layout.Element;
import orchard.layout.Layout;
import orchard.mistake.Mistake;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import orchard.rig.Rows;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** Edits of layouts, each with the mappings that come and go with it. */
@Component
class LayoutEdits {

    private final RigKeeper keeper;

    LayoutEdits(RigKeeper keeper) {
        this.keeper = keeper;
    }

    void commit(String id, long seen, String label, String element, BiFunction<Rig, Element, Element> change) {
        commit(
                id,
                seen,
                label,
                (rig, layout) ->
                        layout.with(change.apply(rig, layout.element(element).orElseThrow(Replies::gone))));
    }

    Edit commit(String id, long seen, String label, BiFunction<Rig, Layout, Layout> change) {
        return commit(
                id,
                seen,
                (rig, before) -> new Rows(rig)
                        .edit(
                                label.contains("layout") ? label : label + " of " + before.name(),
                                before,
                                change.apply(rig, before)));
    }

    /** Any edit about a layout that was seen like that. */
    Edit commit(String id, long seen, BiFunction<Rig, Layout, Edit> change) {
        return keeper.commit(id, seen, rig -> {
            try {
                return change.apply(rig, rig.layout(id).orElseThrow(Replies::gone));
            } catch (Mistake e) {
                throw EditRefused.invalid(id, e.field().isEmpty() ? "x" : e.field(), e.getMessage());
            }
        });
    }

    /** Where a layout is drawn. */
    static String path(String layout, String page, String element) {
        return "/layouts?layout=" + Replies.query(layout)
                + (page.isEmpty() ? "" : "&page=" + Replies.query(page))
                + (element.isEmpty() ? "" : "&element=" + Replies.query(element));
    }

    static ResponseEntity<Void> go(String layout, String page, String element) {
        return Replies.go(path(layout, page, element));
    }
}
