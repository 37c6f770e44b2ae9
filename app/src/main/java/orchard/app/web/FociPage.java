package orchard.app.web;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import orchard.app.live.EngineRoom;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.app.store.RigKeeper;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.rig.Rig;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Map: the foci, what they go over and with, and where they stand. */
@Controller
class FociPage {

    private static final int MOST_STEPS = 99;

    private final RigKeeper keeper;
    private final EngineRoom engine;
    private final Names names;
    private final Values values;

    FociPage(RigKeeper keeper, EngineRoom engine, Names names, Values values) {
        this.keeper = keeper;
        this.engine = engine;
        this.names = names;
        this.values = values;
    }

    /**
     * A focus with the revision it is shown at.
     *
     * @param count how many mappings go through it
     */
    record Listed(
            FocusView view,
            long seen,
            long count,
            List<Parameter> selections,
            List<String> locals,
            List<Focus> others) {}

    @GetMapping("/map/foci")
    String page(Model model) {
        Rig rig = keeper.rig();
        Map<String, Long> through = rig.mappings().stream()
                .flatMap(mapping ->
                        mapping.targets().stream().map(Ref.ToParameter::device).distinct())
                .collect(Collectors.groupingBy(device -> device, Collectors.counting()));
        model.addAttribute(
                "foci",
                rig.foci().stream()
                        .map(focus -> listed(focus, through.getOrDefault(focus.id(), 0L), rig))
                        .toList());
        model.addAttribute("kinds", FocusView.kinds(rig, names));
        model.addAttribute("endings", Focus.Ends.values());
        return "foci/page";
    }

    private Listed listed(Focus focus, long count, Rig rig) {
        return new Listed(
                FocusView.of(focus, names, values),
                keeper.revision(focus.id()),
                count,
                FocusView.selections(focus, rig),
                focus.locals(rig),
                rig.foci().stream()
                        .filter(other -> !other.id().equals(focus.id()))
                        .toList());
    }

    @PostMapping("/map/foci")
    ResponseEntity<Void> add(
            @RequestParam String name,
            @RequestParam(defaultValue = "") String kind,
            @RequestParam(defaultValue = "1") String width,
            @RequestParam(defaultValue = "false") boolean several) {
        keeper.commit(rig -> {
            FocusView.Kind over = FocusView.kinds(rig, names).stream()
                    .filter(one -> one.key().equals(kind))
                    .findFirst()
                    .orElseThrow(() -> EditRefused.invalid(
                            "", "kind", "Choose what it goes over; places of different kinds do not go together"));
            try {
                Focus focus = new Focus(
                        rig.freeId("focus"),
                        name.strip(),
                        over.noun(),
                        over.device(),
                        over.places(),
                        several ? 1 : width(width),
                        Focus.Ends.STOP,
                        null,
                        null,
                        "",
                        several);
                return Edit.add("Add the focus " + focus.name(), new Part.OfFocus(focus));
            } catch (Mistake mistake) {
                throw EditRefused.invalid("", mistake.field(), mistake.getMessage());
            }
        });
        return Replies.go("/map/foci");
    }

    private static int width(String typed) {
        double width = Typed.of("width", typed).number("width");
        if (width != Math.rint(width) || width < 1 || width > Focus.MOST_WIDE) {
            throw new Mistake("width", "expected a whole number of 1–" + Focus.MOST_WIDE);
        }
        return (int) width;
    }

    @PostMapping("/map/foci/{id}")
    ResponseEntity<Void> change(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String name,
            @RequestParam(defaultValue = "place") String noun,
            @RequestParam String width,
            @RequestParam String ends,
            @RequestParam(defaultValue = "") String selection,
            @RequestParam(defaultValue = "false") boolean follows,
            @RequestParam(defaultValue = "false") boolean leads,
            @RequestParam(defaultValue = "") String link,
            @RequestParam(defaultValue = "0") String shift,
            @RequestParam(defaultValue = "") String skips,
            @RequestParam(defaultValue = "false") boolean several) {
        keeper.commit(id, seen, rig -> {
            Focus before = focus(rig, id);
            try {
                Focus after = new Focus(
                        id,
                        name.strip(),
                        noun,
                        before.device(),
                        before.places(),
                        several ? 1 : width(width),
                        Typed.of("ends", ends).oneOf("ends", Focus.Ends.class),
                        selection.isEmpty()
                                ? null
                                : new Focus.Selection(selection(before, selection, rig), follows, leads),
                        link.isEmpty() ? null : new Focus.Link(focus(rig, link).id(), shift(shift)),
                        skips.isEmpty() || before.locals(rig).contains(skips) ? skips : "",
                        several);
                return Edit.change(
                        "Change the focus " + before.name(), new Part.OfFocus(before), new Part.OfFocus(after));
            } catch (Mistake mistake) {
                throw EditRefused.invalid(id, mistake.field(), mistake.getMessage());
            }
        });
        return Replies.go("/map/foci");
    }

    private static String selection(Focus focus, String chosen, Rig rig) {
        return FocusView.selections(focus, rig).stream()
                .map(Parameter::id)
                .filter(chosen::equals)
                .findFirst()
                .orElseThrow(() -> new Mistake("selection", "choose what selects from the list"));
    }

    private static int shift(String typed) {
        double shift = Typed.of("shift", typed).number("shift");
        if (shift != Math.rint(shift) || Math.abs(shift) > Focus.MOST_PLACES) {
            throw new Mistake("shift", "expected how many places further on, a whole number");
        }
        return (int) shift;
    }

    @PostMapping("/map/foci/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        Edit made = keeper.commit(id, seen, rig -> {
            Focus focus = focus(rig, id);
            return Edit.remove("Delete the focus " + focus.name(), new Part.OfFocus(focus));
        });
        return Replies.deleted("/map/foci", made);
    }

    private static Focus focus(Rig rig, String id) {
        return rig.focus(id).orElseThrow(Replies::gone);
    }

    /** Moves a focus from any page: its first place is this one now. */
    @PostMapping("/foci/{id}/move")
    ResponseEntity<Void> move(@PathVariable String id, @RequestParam String place) {
        if (!focus(keeper.rig(), id).places().contains(place)) {
            throw Replies.gone();
        }
        engine.move(id, place);
        return ResponseEntity.noContent().build();
    }

    /** Picks a place of a focus that holds several, or lets it go. */
    @PostMapping("/foci/{id}/pick")
    ResponseEntity<Void> pick(@PathVariable String id, @RequestParam String place, @RequestParam boolean on) {
        if (!focus(keeper.rig(), id).places().contains(place)) {
            throw Replies.gone();
        }
        engine.pick(id, place, on);
        return ResponseEntity.noContent().build();
    }

    /** Moves a focus on by some places, or by some of its widths. */
    @PostMapping("/foci/{id}/step")
    ResponseEntity<Void> step(
            @PathVariable String id, @RequestParam int by, @RequestParam(defaultValue = "false") boolean banks) {
        Focus focus = focus(keeper.rig(), id);
        int steps = Math.max(-MOST_STEPS, Math.min(MOST_STEPS, by));
        engine.step(id, banks ? steps * focus.width() : steps);
        return ResponseEntity.noContent().build();
    }

    /** Pins a focus where it is, or lets it go. */
    @PostMapping("/foci/{id}/pin")
    ResponseEntity<Void> pin(@PathVariable String id, @RequestParam boolean on) {
        focus(keeper.rig(), id);
        engine.pin(id, on);
        return ResponseEntity.noContent().build();
    }
}
