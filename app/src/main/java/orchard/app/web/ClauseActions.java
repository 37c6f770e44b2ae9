package orchard.app.web;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.app.live.Names;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Quantity;
import orchard.parameter.Range;
import orchard.parameter.Typed;
import orchard.rig.EditRefused;
import orchard.rig.MappingCopier;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.trigger.Trigger;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Map: when a mapping is set off, what it does, how it takes over, and by what it is found again. */
@Controller
class ClauseActions {

    private static final int LONGEST_RUN = 128;

    private final MappingEdits edits;
    private final RigKeeper keeper;
    private final Names names;
    private final RigCache<ParameterTitles> titles;

    ClauseActions(MappingEdits edits, RigKeeper keeper, Names names) {
        this.keeper = keeper;
        this.edits = edits;
        this.names = names;
        titles = new RigCache<>(names, rig -> ParameterTitles.of(rig, names));
    }

    /**
     * Chooses the control, or a run of them, and the gesture.
     *
     * @param count how many controls in a row, this one the first
     * @param takeover how it takes over, "" for what the rig says
     */
    @PostMapping("/map/{id}/when")
    ResponseEntity<Void> when(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam String control,
            @RequestParam(defaultValue = "1") String count,
            @RequestParam(defaultValue = "MOVE") Gesture.Kind gesture,
            @RequestParam(defaultValue = "0.5 s") String seconds,
            @RequestParam(defaultValue = "") String takeover,
            @RequestParam MultiValueMap<String, String> typed) {
        Ref.ToControl first = control.isEmpty() ? Ref.ToControl.NONE : control(id, control);
        boolean timed = gesture == Gesture.Kind.HOLD || gesture == Gesture.Kind.DOUBLE;
        double time = timed ? number(id, "seconds", seconds, new Range(0.05, 10, "s")) : 0;
        int many = count(id, count);
        return edits.change(id, seen, "Control of ", (rig, mapping) -> {
            // what is there already may be missing, and the rest be changed all the same
            if (!mapping.trigger().equals(first) && !first.equals(Ref.ToControl.NONE)) {
                there(rig, id, first);
            }
            List<Trigger> also = TriggerForm.read(id, typed, names, titles.of(rig));
            if (first.equals(Ref.ToControl.NONE) && also.isEmpty()) {
                throw EditRefused.invalid(
                        id, "control", "Something has to set it off: choose a control, or add what else does");
            }
            List<Ref.ToControl> controls =
                    first.equals(Ref.ToControl.NONE) ? List.of() : new MappingCopier(rig).run(id, first, many);
            When when = new When(controls, new Gesture(gesture, time), also);
            boolean same = mapping.trigger().equals(first);
            return mapping.with(when)
                    .with(same ? mapping.show() : new Show(new MappingCopier(rig).answers(first)))
                    .with(
                            takeover.isEmpty()
                                    ? null
                                    : Typed.of("takeover", takeover).oneOf("takeover", Takeover.class));
        });
    }

    /** A line of what else sets it off, with the fields that its kind has now. */
    @GetMapping("/map/{id}/trigger")
    String trigger(@PathVariable String id, @RequestParam MultiValueMap<String, String> typed, Model model) {
        Rig rig = keeper.rig();
        model.addAttribute("triggerKinds", Trigger.Kind.values());
        model.addAttribute("mappingId", id);
        model.addAttribute("line", TriggerForm.anew(typed, rig, names, titles.of(rig)));
        return typed.containsKey("line") ? "map/also :: line(l=${line})" : "map/also :: item(l=${line})";
    }

    /** The control that was chosen from a list. */
    static Ref.ToControl control(String part, String key) {
        return Ref.ToControl.of(key)
                .orElseThrow(() -> EditRefused.invalid(part, "control", "Choose a control from the list"));
    }

    private static void there(Rig rig, String part, Ref.ToControl control) {
        Device device = rig.device(control.device())
                .orElseThrow(() -> EditRefused.invalid(
                        part,
                        "control",
                        "There is no device “" + control.device() + "”; choose a control from the list"));
        boolean isThere = device.profile()
                .control(control.control())
                .flatMap(found -> found.dimension(control.dimension()))
                .isPresent();
        if (!isThere) {
            throw EditRefused.invalid(
                    part,
                    "control",
                    device.name() + " has no control “" + control.control() + "” that sends “" + control.dimension()
                            + "”; choose one from the list");
        }
    }

    /** How many controls in a row. */
    static int count(String part, String typed) {
        String number = typed.strip();
        if (!number.matches("\\d{1,4}") || Integer.parseInt(number) < 1 || Integer.parseInt(number) > LONGEST_RUN) {
            throw EditRefused.invalid(
                    part,
                    "count",
                    "Expected how many in a row, a whole number of 1–" + LONGEST_RUN + "; found “" + number + "”");
        }
        return Integer.parseInt(number);
    }

    private static double number(String id, String field, String typed, Range range) {
        try {
            return Quantity.parse(typed, new Law.Linear(), range);
        } catch (Quantity.Unreadable e) {
            throw EditRefused.invalid(id, field, e.getMessage());
        }
    }

    /** Chooses one parameter that follows; the range becomes that parameter's own. */
    @PostMapping("/map/{id}/do")
    ResponseEntity<Void> then(@PathVariable String id, @RequestParam long seen, @RequestParam String parameter) {
        int slash = parameter.indexOf('/');
        if (slash < 0) {
            throw EditRefused.invalid(id, "parameter", "Choose a parameter from the list");
        }
        Ref.ToParameter ref = new Ref.ToParameter(parameter.substring(0, slash), parameter.substring(slash + 1));
        if (names.parameter(ref).isEmpty()) {
            throw EditRefused.invalid(
                    id, "parameter", "There is no parameter “" + parameter + "”; choose one from the list");
        }
        return edits.change(
                id,
                seen,
                "Parameter of ",
                (rig, mapping) -> mapping.with(mapping.shape().inverted() ? Shape.WHOLE.invert() : Shape.WHOLE)
                        .with(new Actions(List.of(new SetParameter(ref)))));
    }

    /** What is done, line by line. */
    @PostMapping("/map/{id}/actions")
    ResponseEntity<Void> actions(
            @PathVariable String id, @RequestParam long seen, @RequestParam MultiValueMap<String, String> typed) {
        return edits.change(id, seen, "What is done by ", (rig, mapping) -> {
            Actions then = ActionForm.read(id, typed, mapping.actions(), names, titles.of(rig));
            boolean sameUnit = mapping.target().equals(first(then.onPress()));
            // a range in the unit of a parameter that is gone would make no sense for the next
            return sameUnit || mapping.shape().scale().isEmpty()
                    ? mapping.with(then)
                    : mapping.with(then).with(mapping.shape().inverted() ? Shape.WHOLE.invert() : Shape.WHOLE);
        });
    }

    private static Optional<Ref.ToParameter> first(List<Action> actions) {
        return actions.stream()
                .map(Action::parameter)
                .filter(parameter -> parameter != null)
                .findFirst();
    }

    /** A line of what is done, with the fields that its kind has now. */
    @GetMapping("/map/{id}/line")
    String line(@PathVariable String id, @RequestParam MultiValueMap<String, String> typed, Model model) {
        Rig rig = keeper.rig();
        model.addAttribute("actionKinds", Action.Kind.values());
        model.addAttribute("mappingId", id);
        model.addAttribute("line", ActionForm.anew(typed, rig, names, titles.of(rig)));
        return typed.containsKey("line") ? "map/action :: line(l=${line})" : "map/action :: item(l=${line})";
    }

    /** Chooses which lights answer; those that did already keep their rules. */
    @PostMapping("/map/{id}/show")
    ResponseEntity<Void> show(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam(name = "light", defaultValue = "") List<String> lights,
            @RequestParam(defaultValue = "") String also) {
        return edits.changeWhole(
                id,
                seen,
                "Answers of ",
                CaseOf.of(id).branch(),
                (rig, mapping) -> mapping.with(AnswerLines.read(mapping, lights, also, rig)));
    }

    @PostMapping("/map/{id}/marks")
    ResponseEntity<Void> marks(
            @PathVariable String id,
            @RequestParam long seen,
            @RequestParam(defaultValue = "false") boolean favourite,
            @RequestParam(defaultValue = "") String tags) {
        return edits.change(
                id,
                seen,
                "Marks of ",
                (rig, mapping) -> mapping.with(new Marks(favourite, Arrays.asList(tags.split(",")))));
    }

    /** The same for the next controls of the row and the next tracks, lamps or voices. */
    @PostMapping("/map/{id}/repeat")
    ResponseEntity<Void> repeat(@PathVariable String id, @RequestParam long seen, @RequestParam String count) {
        int many = count(id, count);
        return edits.add(
                id,
                seen,
                (rig, mapping) -> "Repeat “" + mapping.cause(names) + "” " + many + (many == 1 ? " time" : " times"),
                (rig, mapping) -> new MappingCopier(rig).further(mapping, many));
    }

    @PostMapping("/map/{id}/delete")
    ResponseEntity<Void> delete(@PathVariable String id, @RequestParam long seen) {
        return edits.delete(id, seen);
    }
}
