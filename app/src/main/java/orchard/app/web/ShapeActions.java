package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.app.live.Names;
import orchard.mapping.Actions;
import orchard.mapping.Advice;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Quantity;
import orchard.parameter.Range;
import orchard.rig.EditRefused;
import orchard.rig.Rig;
import orchard.shape.Formula;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;
import orchard.shape.Stage;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Map: the range and the stages of a mapping's shape. {@code action} is the one whose own stages are meant; −1 for those before all. */
@Controller
class ShapeActions {

    private final MappingEdits edits;
    private final Names names;

    ShapeActions(MappingEdits edits, Names names) {
        this.edits = edits;
        this.names = names;
    }

    /** Sets the range in the parameter's own unit. */
    @PostMapping("/map/{id}/range")
    ResponseEntity<Void> range(
            @PathVariable String id, @RequestParam long seen, @RequestParam String low, @RequestParam String high) {
        return edits.change(id, seen, "Range of ", (rig, mapping) -> {
            Parameter parameter = MappingEdits.parameter(rig, mapping, -1, "low");
            double from = read(id, "low", low, parameter);
            double to = read(id, "high", high, parameter);
            if (from == to) {
                throw EditRefused.invalid(
                        id, "high", "Both ends are " + parameter.textOfReal(to) + ": the control would change nothing");
            }
            Scale before = mapping.shape().scale().orElse(new Scale(0, 1, 0, 1));
            return mapping.with(mapping.shape().with(new Scale(before.from(), before.to(), from, to, before.open())));
        });
    }

    private static double read(String id, String field, String typed, Parameter parameter) {
        try {
            return Quantity.parse(typed, parameter.law(), parameter.range());
        } catch (Quantity.Unreadable e) {
            throw EditRefused.invalid(id, field, e.getMessage());
        }
    }

    /** What is odd about a range while it is typed, with what was probably meant as one press. */
    @GetMapping("/map/{id}/advice")
    String advice(@PathVariable String id, @RequestParam String low, @RequestParam String high, Model model) {
        Optional<Parameter> parameter = edits.mapping(id).target().flatMap(names::parameter);
        Optional<Advice> advice = Optional.empty();
        if (parameter.isPresent() && !parameter.get().hasNames()) {
            Range free = new Range(-1e9, 1e9, parameter.get().range().unit());
            try {
                advice = Advice.of(
                        meant(low, parameter.get(), free), meant(high, parameter.get(), free), parameter.get());
            } catch (Quantity.Unreadable e) {
                // half typed; the sentence comes with Keep
            }
        }
        model.addAttribute("advice", advice.orElse(null));
        model.addAttribute(
                "low", advice.map(a -> parameter.get().textOfReal(a.low())).orElse(""));
        model.addAttribute(
                "high", advice.map(a -> parameter.get().textOfReal(a.high())).orElse(""));
        return "map/advice";
    }

    private static double meant(String typed, Parameter parameter, Range free) throws Quantity.Unreadable {
        return typed.strip().endsWith("%") && !parameter.range().unit().equals("%")
                ? Quantity.parse(typed, parameter.law(), parameter.range())
                : Quantity.parse(typed, new Law.Linear(), free);
    }

    /** Plays it by a recipe, as it was filled in. */
    @PostMapping("/map/{id}/recipe/{recipe}")
    ResponseEntity<Void> recipe(
            @PathVariable String id,
            @PathVariable String recipe,
            @RequestParam long seen,
            @RequestParam Map<String, String> typed) {
        return edits.change(
                id,
                seen,
                "Recipe for ",
                (rig, mapping) -> RecipeForm.read(recipe, mapping, rig, typed, ParameterTitles.of(rig, names)));
    }

    @PostMapping("/map/{id}/invert")
    ResponseEntity<Void> invert(@PathVariable String id, @RequestParam long seen) {
        return edits.change(
                id,
                seen,
                "Turn round ",
                (rig, mapping) -> mapping.with(mapping.shape().invert()));
    }

    /** Adds a stage where its side allows and opens it. */
    @PostMapping("/map/{id}/stage/add")
    ResponseEntity<Void> add(
            @PathVariable String id, @RequestParam long seen, @RequestParam int action, @RequestParam String kind) {
        Mapping now = edits.mapping(id);
        Stage stage;
        try {
            MappingEdits.shape(now, action);
            stage = Stage.Kind.named(kind)
                    .orElseThrow(() -> new Mistake("There is no stage called “" + kind + "”"))
                    .fresh(parameter(now, action));
        } catch (Mistake e) {
            throw EditRefused.invalid(id, "", e.getMessage());
        }
        int place = MappingEdits.shape(now, action).placeFor(stage);
        return edits.change(id, seen, "Add " + kind + " to ", at(action, place), (rig, mapping) -> {
            boolean crosses = stage.side() == Stage.Side.CROSSING;
            List<Stage> all =
                    (action < 0 ? mapping.shape() : mapping.shape().then(MappingEdits.shape(mapping, action))).stages();
            if (crosses && all.stream().anyMatch(s -> s.side() == Stage.Side.CROSSING)) {
                throw new Mistake(
                        "there is a stage already that takes the value over to the parameter; edit or remove that one");
            }
            return changed(rig, mapping, action, before -> before.put(stage));
        });
    }

    private Parameter parameter(Mapping mapping, int action) {
        return (action < 0
                        ? mapping.target()
                        : Optional.ofNullable(
                                mapping.actions().onPress().get(action).parameter()))
                .flatMap(names::parameter)
                .orElseThrow(() -> new Mistake("Its parameter is missing; choose one first"));
    }

    /** Keeps what was typed for a stage. */
    @PostMapping("/map/{id}/stage/{place}")
    ResponseEntity<Void> keep(
            @PathVariable String id,
            @PathVariable int place,
            @RequestParam long seen,
            @RequestParam int action,
            @RequestParam Map<String, String> typed) {
        return edits.change(id, seen, "Shape of ", "&action=" + action + "&stage=" + place, (rig, mapping) -> {
            Parameter parameter = MappingEdits.parameter(rig, mapping, action, "");
            return changed(
                    rig,
                    mapping,
                    action,
                    shape -> shape.set(place, StageForm.read(id, stage(shape, place), typed, parameter)));
        });
    }

    @PostMapping("/map/{id}/stage/{place}/bypass")
    ResponseEntity<Void> bypass(
            @PathVariable String id, @PathVariable int place, @RequestParam long seen, @RequestParam int action) {
        return edits.change(
                id,
                seen,
                "Switch a stage of ",
                at(action, place),
                (rig, mapping) -> changed(rig, mapping, action, shape -> {
                    stage(shape, place);
                    return shape.bypass(place);
                }));
    }

    /** Moves a stage one place to the left or right. */
    @PostMapping("/map/{id}/stage/{place}/move")
    ResponseEntity<Void> move(
            @PathVariable String id,
            @PathVariable int place,
            @RequestParam long seen,
            @RequestParam int action,
            @RequestParam int by) {
        return edits.change(
                id,
                seen,
                "Order of the shape of ",
                at(action, place + by),
                (rig, mapping) -> changed(rig, mapping, action, shape -> {
                    stage(shape, place);
                    if (place + by < 0 || place + by >= shape.stages().size()) {
                        throw new Mistake("it stands at the end already");
                    }
                    return shape.move(place, place + by);
                }));
    }

    @PostMapping("/map/{id}/stage/{place}/remove")
    ResponseEntity<Void> remove(
            @PathVariable String id, @PathVariable int place, @RequestParam long seen, @RequestParam int action) {
        return edits.change(
                id,
                seen,
                "Remove a stage of ",
                (rig, mapping) -> changed(rig, mapping, action, shape -> {
                    stage(shape, place);
                    return shape.remove(place);
                }));
    }

    /** What a formula comes to while it is typed, or where it cannot be understood. */
    @GetMapping("/map/{id}/formula")
    String formula(
            @PathVariable String id,
            @RequestParam int action,
            @RequestParam int stage,
            @RequestParam String text,
            Model model) {
        List<String> values = new ArrayList<>();
        String wrong = "";
        Mapping mapping = edits.mapping(id);
        try {
            Parameter parameter = parameter(mapping, action);
            Shape before = MappingEdits.shape(mapping, action);
            stage(before, stage);
            Shape own = before.set(stage, new Formula(text));
            Shape whole = action < 0 ? own : mapping.shape().then(own);
            ShapeFunction function = ShapeFunction.of(whole, parameter);
            int place = whole.stages().size() - own.stages().size() + stage;
            for (double x : new double[] {0, 0.5, 1}) {
                values.add("%.0f %% → %s"
                        .formatted(
                                100 * x, function.text(place, function.values(x).get(place + 1))));
            }
        } catch (Mistake e) {
            wrong = e.getMessage();
        }
        model.addAttribute("values", values);
        model.addAttribute("wrong", wrong);
        return "map/formula";
    }

    private static String at(int action, int place) {
        return "&action=" + action + "&stage=" + place;
    }

    private static Stage stage(Shape shape, int place) {
        if (place < 0 || place >= shape.stages().size()) {
            throw new Mistake("this stage is not there any more");
        }
        return shape.stages().get(place);
    }

    /** A mapping with other stages; those of one action have to fit its parameter together with those before. */
    private static Mapping changed(Rig rig, Mapping mapping, int action, UnaryOperator<Shape> change) {
        Shape next = change.apply(MappingEdits.shape(mapping, action));
        Mapping after;
        if (action < 0) {
            after = mapping.with(next);
        } else {
            List<Action> actions = new ArrayList<>(mapping.actions().onPress());
            actions.set(action, new SetParameter(actions.get(action).parameter(), next));
            after = mapping.with(new Actions(actions, mapping.actions().onRelease()));
        }
        for (Action each : after.actions().onPress()) {
            if (each instanceof SetParameter set) {
                rig.parameter(set.parameter())
                        .ifPresent(p -> ShapeFunction.of(after.shape().then(set.own()), p));
            }
        }
        return after;
    }
}
