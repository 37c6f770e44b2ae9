package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.gear.Ref;
import orchard.layout.Arrange;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Face;
import orchard.layout.Keys;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Page;
import orchard.layout.Strips;
import orchard.mistake.Mistake;
import orchard.rig.Copied;
import orchard.rig.Edit;
import orchard.rig.Keyboards;
import orchard.rig.Rig;
import orchard.rig.Rows;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** What is done with elements of a layout that is drawn: one, or several together. */
@Controller
class ElementActions {

    private final RigKeeper keeper;
    private final LayoutEdits edits;
    private final RigCache<ParameterTitles> titles;

    ElementActions(RigKeeper keeper, Names names, LayoutEdits edits) {
        this.keeper = keeper;
        this.edits = edits;
        titles = new RigCache<>(names, rig -> ParameterTitles.of(rig, names));
    }

    /** Adds an element in a box, or where there is room. */
    @PostMapping("/layouts/{id}/add")
    ResponseEntity<Void> add(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String page,
            @RequestParam Kind kind,
            @RequestParam Optional<Integer> x,
            @RequestParam Optional<Integer> y,
            @RequestParam Optional<Integer> width,
            @RequestParam Optional<Integer> height) {
        List<String> added = new ArrayList<>();
        edits.commit(id, seen, "Add a " + kind.words(), (rig, layout) -> {
            String free = layout.freeId();
            added.add(free);
            Box usual = kind.usual(0, 0);
            Box box = x.isPresent() && y.isPresent()
                    ? new Box(x.get(), y.get(), width.orElse(usual.width()), height.orElse(usual.height()))
                    : layout.room(usual, page);
            return layout.with(new Element(
                            free,
                            kind.noun() + " " + free.substring(1),
                            box,
                            kind == Kind.STRIPS ? new Rows(rig).usual() : kind.plain())
                    .on(layout.page(page).map(Page::id).orElse("")));
        });
        return LayoutEdits.go(id, page, added.get(0));
    }

    /** Puts several elements in order. */
    @PostMapping("/layouts/{id}/several/{how}")
    ResponseEntity<Void> arrange(
            @PathVariable String id,
            @PathVariable Arrange how,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String page,
            @RequestParam List<String> of) {
        edits.commit(id, seen, "Put elements in order", (rig, layout) -> how.of(layout, of));
        return LayoutEdits.go(id, page, String.join(",", of));
    }

    /** Moves and sizes several elements together. */
    @PostMapping("/layouts/{id}/several/move")
    ResponseEntity<Void> move(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String page,
            @RequestParam List<String> of,
            @RequestParam int x,
            @RequestParam int y,
            @RequestParam(defaultValue = "0") int width,
            @RequestParam(defaultValue = "0") int height) {
        edits.commit(
                id, seen, "Move elements", (rig, layout) -> Arrange.moved(layout, of, new Box(x, y, width, height)));
        return LayoutEdits.go(id, page, String.join(",", of));
    }

    @PostMapping("/layouts/{id}/several/delete")
    ResponseEntity<Void> deleteSeveral(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String page,
            @RequestParam List<String> of) {
        Edit made = edits.commit(id, seen, "Delete elements", (rig, layout) -> {
            Layout left = layout;
            for (String element : of) {
                left = left.without(element);
            }
            return left;
        });
        return Replies.deleted(LayoutEdits.path(id, page, ""), made);
    }

    /** Elements as they are pasted again, here or elsewhere. */
    @GetMapping(path = "/layouts/{id}/copied", produces = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    String copied(@PathVariable String id, @RequestParam List<String> of) {
        return Copied.text(keeper.rig().layout(id).orElseThrow(Replies::gone), of);
    }

    @PostMapping("/layouts/{id}/paste")
    ResponseEntity<Void> paste(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String page,
            @RequestParam String elements) {
        List<String> pasted = new ArrayList<>();
        edits.commit(id, seen, "Paste elements", (rig, layout) -> {
            Copied.Pasted into = Copied.into(
                    layout, elements, layout.page(page).map(Page::id).orElse(""));
            pasted.addAll(into.ids());
            return into.layout();
        });
        return LayoutEdits.go(id, page, String.join(",", pasted));
    }

    /** Moves and sizes an element. */
    @PostMapping("/layouts/{id}/{element}")
    ResponseEntity<Void> change(
            @PathVariable String id,
            @PathVariable String element,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String page,
            @RequestParam int x,
            @RequestParam int y,
            @RequestParam int width,
            @RequestParam int height) {
        edits.commit(id, seen, "Move an element", element, (rig, e) -> e.at(new Box(x, y, width, height)));
        return LayoutEdits.go(id, page, element);
    }

    /** Changes one phrase of what an element is. */
    @PostMapping("/layouts/{id}/{element}/phrase")
    ResponseEntity<Void> phrase(
            @PathVariable String id,
            @PathVariable String element,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String page,
            @RequestParam String phrase,
            @RequestParam String value) {
        if (Keyboards.isAboutMapping(phrase)) {
            edits.commit(
                    id,
                    seen,
                    (rig, layout) -> new Keyboards(rig)
                            .played(layout, layout.element(element).orElseThrow(Replies::gone), phrase, value));
        } else {
            edits.commit(id, seen, "Change an element", element, (rig, e) -> switch (phrase) {
                case "name" -> e.named(value.strip());
                case "follows" -> e.following(follows(value));
                case "guard" -> e.listening(value);
                case "page" -> e.on(value);
                case "tint" -> e.coloured(value);
                case "fixed" -> e.fixed(value.equals("true"));
                default -> e.as(face(rig, e.face(), phrase, value));
            });
        }
        return LayoutEdits.go(id, page, element);
    }

    private static Face face(Rig rig, Face face, String phrase, String value) {
        return face instanceof Strips strips
                ? new Rows(rig).with(strips, phrase, value)
                : face instanceof Keys keys ? new Keyboards(rig).with(keys, phrase, value) : face.with(phrase, value);
    }

    private Ref.ToParameter follows(String typed) {
        return Ref.ToParameter.of(titles.of(keeper.rig()).key("follows", typed)).orElse(null);
    }

    /** A strip of a row stands for itself from now on, with elements that can be made different. */
    @PostMapping("/layouts/{id}/{element}/lift")
    ResponseEntity<Void> lift(
            @PathVariable String id,
            @PathVariable String element,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String page,
            @RequestParam int strip) {
        edits.commit(id, seen, "Lift a strip out of a row", (rig, layout) -> {
            Element row = layout.element(element).orElseThrow(Replies::gone);
            if (!(row.face() instanceof Strips strips) || strip < 1 || strip > strips.count()) {
                throw new Mistake("strip", "There is no strip " + strip);
            }
            List<Element> all =
                    new ArrayList<>(layout.with(row.as(strips.without(strip))).elements());
            if (!strips.lifted().contains(strip)) {
                strips.strip(row.id(), row.box(), strip).forEach(part -> all.add(part.on(row.page())));
            }
            return layout.with(all);
        });
        return LayoutEdits.go(id, page, element + "-" + strip + "-name");
    }

    @PostMapping("/layouts/{id}/{element}/delete")
    ResponseEntity<Void> deleteElement(
            @PathVariable String id,
            @PathVariable String element,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String page) {
        Edit made = edits.commit(id, seen, "Delete an element", (rig, layout) -> {
            layout.element(element).orElseThrow(Replies::gone);
            return layout.without(element);
        });
        return Replies.deleted(LayoutEdits.path(id, page, ""), made);
    }
}
