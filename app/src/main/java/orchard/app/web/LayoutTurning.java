package orchard.app.web;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import orchard.layout.Layout;
import orchard.layout.Page;
import orchard.layout.Tall;
import orchard.layout.Upright;
import orchard.rig.Edit;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The pages of a layout that is drawn. */
@Controller
class LayoutTurning {

    private final LayoutEdits edits;

    LayoutTurning(LayoutEdits edits) {
        this.edits = edits;
    }

    @PostMapping("/layouts/{id}/pages")
    ResponseEntity<Void> add(
            @PathVariable String id, @RequestParam long seen, @RequestParam(defaultValue = "") String name) {
        List<String> added = new ArrayList<>();
        edits.commit(id, seen, "Another page", (rig, layout) -> {
            Layout paged = layout.paged(name.strip());
            added.add(paged.pages().get(paged.pages().size() - 1).id());
            return paged;
        });
        return LayoutEdits.go(id, added.get(0), "");
    }

    @PostMapping("/layouts/{id}/pages/{page}/name")
    ResponseEntity<Void> rename(
            @PathVariable String id, @PathVariable String page, @RequestParam long seen, @RequestParam String name) {
        edits.commit(id, seen, "Call a page “" + name.strip() + "”", (rig, layout) -> {
            List<Page> pages = pages(layout, page);
            pages.replaceAll(one -> one.id().equals(page) ? new Page(page, name.strip()) : one);
            return layout.paged(pages);
        });
        return LayoutEdits.go(id, page, "");
    }

    /** Puts a page a place further on, or back. */
    @PostMapping("/layouts/{id}/pages/{page}/move")
    ResponseEntity<Void> move(
            @PathVariable String id, @PathVariable String page, @RequestParam long seen, @RequestParam int by) {
        edits.commit(id, seen, "Put pages in order", (rig, layout) -> {
            List<Page> pages = pages(layout, page);
            int from = pages.stream().map(Page::id).toList().indexOf(page);
            Collections.swap(pages, from, Math.max(0, Math.min(pages.size() - 1, from + Integer.signum(by))));
            return layout.paged(pages);
        });
        return LayoutEdits.go(id, page, "");
    }

    /** Puts an element elsewhere on the tall screens of a page, that lie side by side: x goes on from one to the next. */
    @PostMapping("/layouts/{id}/{element}/tall")
    ResponseEntity<Void> tall(
            @PathVariable String id,
            @PathVariable String element,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String page,
            @RequestParam int x,
            @RequestParam int y,
            @RequestParam int width,
            @RequestParam int height) {
        edits.commit(id, seen, "Move an element on tall screens", (rig, layout) -> {
            int screen = Math.floorDiv(x, Tall.COLUMNS);
            int wide = Math.min(width, Tall.COLUMNS);
            int left = Math.min(Math.floorMod(x, Tall.COLUMNS), Tall.COLUMNS - wide);
            return layout.upright(page, element, new Upright(screen, left, y, wide, height));
        });
        return LayoutEdits.go(id, page, element);
    }

    /** Everything on the tall screens of a page comes by itself again. */
    @PostMapping("/layouts/{id}/untall")
    ResponseEntity<Void> untall(
            @PathVariable String id, @RequestParam long seen, @RequestParam(defaultValue = "") String page) {
        edits.commit(id, seen, "Let tall screens come by themselves", (rig, layout) -> layout.byItself(page));
        return LayoutEdits.go(id, page, "");
    }

    /** A page goes with what stands on it; of two, what stands on the other is all there is then. */
    @PostMapping("/layouts/{id}/pages/{page}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @PathVariable String page, @RequestParam long seen) {
        Edit made = edits.commit(id, seen, "Delete a page", (rig, layout) -> {
            List<Page> pages = pages(layout, page);
            pages.removeIf(one -> one.id().equals(page));
            return layout.paged(pages);
        });
        return Replies.deleted(LayoutEdits.path(id, "", ""), made);
    }

    private static List<Page> pages(Layout layout, String page) {
        if (layout.pages().stream().noneMatch(one -> one.id().equals(page))) {
            throw Replies.gone();
        }
        return new ArrayList<>(layout.pages());
    }
}
