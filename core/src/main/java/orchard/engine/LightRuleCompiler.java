package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoublePredicate;
import orchard.action.Action;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.engine.Plan.LightRule;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.layout.Layout;
import orchard.light.Light;
import orchard.mapping.Branch;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;

/** Makes ready what lights answer. */
final class LightRuleCompiler {

    private final Cells cells;
    private final PageRows rows;

    LightRuleCompiler(Cells cells, PageRows rows) {
        this.cells = cells;
        this.rows = rows;
    }

    /** What lights answer a mapping that has no fault. */
    List<LightRule> answers(Rig rig, Mapping mapping) {
        List<LightRule> answers = new ArrayList<>();
        answersOfPages(rig, mapping, answers);
        Optional<Ref.ToParameter> about = mapping.target();
        if (about.isEmpty()) {
            answersOfSwitches(rig, mapping, answers);
        }
        if (about.isEmpty() || mapping.show().answers().isEmpty()) {
            return answers;
        }
        Ref.ToParameter target = about.get();
        Parameter parameter = rig.parameter(target).orElseThrow();
        Branch branch = mapping.branches().stream()
                .filter(one -> about(one, target).isPresent())
                .findFirst()
                .orElse(mapping.branches().get(0));
        Action first = about(branch, target).orElse(branch.actions().onPress().get(0));
        ShapeFunction shape = first instanceof SetParameter set
                ? mapping.functionOf(branch.shape().then(set.own()), parameter, rig)
                : ShapeFunction.of(Shape.WHOLE, parameter);
        DoublePredicate lit = position -> first.isLit(parameter, position);
        Ref.ToControl trigger = mapping.trigger();
        Control mover = rig.device(trigger.device())
                .flatMap(device -> device.profile().control(trigger.control()))
                .orElse(null);
        for (Show.Answer answer : mapping.show().answers()) {
            Optional<Device> shower = rig.device(answer.light().device());
            boolean exists = shower.flatMap(
                            device -> device.profile().light(answer.light().light()))
                    .isPresent();
            if (!exists || lightsItself(rig, answer.light())) {
                continue;
            }
            boolean paged = mover != null
                    && mover.page() != null
                    && trigger.device().equals(shower.get().id());
            answers.add(new LightRule(
                    cells.mapping(mapping.id()),
                    cells.light(answer.light()),
                    answer.rule(),
                    lit,
                    shape,
                    cells.address(target, rig),
                    paged ? cells.group(shower.get(), mover.page().group()).state() : null,
                    mover == null ? 1 : mover.pageNumber(),
                    "",
                    null,
                    null));
        }
        return answers;
    }

    /** What elements of a layout show that follow something without any mapping. */
    List<LightRule> follows(Rig rig, Layout layout) {
        return layout.played().stream()
                .filter(element -> element.follows() != null)
                .flatMap(element -> rig.parameter(element.follows()).stream()
                        .map(parameter -> new LightRule(
                                cells.always(),
                                cells.light(new Ref.ToLight(layout.id(), element.id())),
                                Show.Rule.VALUE,
                                position -> position >= 0.5,
                                ShapeFunction.of(Shape.WHOLE, parameter),
                                cells.address(element.follows(), rig),
                                null,
                                1,
                                "",
                                null,
                                null)))
                .toList();
    }

    /** The first layer that a mapping switches, or else the first place it brings under a focus. */
    private Optional<Plan.Switched> switched(Rig rig, Mapping mapping) {
        Optional<Plan.Switched> layer = mapping.everyAction()
                .flatMap(action -> action.layers(rig).stream())
                .filter(id -> rig.layer(id).isPresent())
                .map(cells::layer)
                .map(of -> new Plan.Switched(of, of::isOn))
                .findFirst();
        return layer.or(() -> mapping.everyAction()
                .flatMap(action -> action.bringsUnder(rig).stream())
                .map(at -> {
                    State.OfFocus of = cells.focus(at.focus());
                    int place = rig.focus(at.focus()).orElseThrow().places().indexOf(at.place());
                    return new Plan.Switched(of, () -> Foci.isUnder(of, place));
                })
                .findFirst());
    }

    /** What switches a layer is lit while that is on; what brings a place under a focus, while it lies there. */
    private void answersOfSwitches(Rig rig, Mapping mapping, List<LightRule> answers) {
        Optional<Plan.Switched> switched = switched(rig, mapping);
        Ref.ToControl trigger = mapping.trigger();
        Control mover = rig.device(trigger.device())
                .flatMap(device -> device.profile().control(trigger.control()))
                .orElse(null);
        for (Show.Answer answer : mapping.show().answers()) {
            Optional<Device> shower = rig.device(answer.light().device());
            boolean isThere = shower.flatMap(
                            device -> device.profile().light(answer.light().light()))
                    .isPresent();
            if (switched.isPresent() && isThere && !lightsItself(rig, answer.light())) {
                boolean paged = mover != null
                        && mover.page() != null
                        && trigger.device().equals(shower.get().id());
                answers.add(LightRule.of(
                        cells.mapping(mapping.id()),
                        cells.light(answer.light()),
                        switched.get(),
                        paged ? cells.group(shower.get(), mover.page().group()).state() : null,
                        mover == null ? 1 : mover.pageNumber()));
            }
        }
    }

    /** The action by which a case sets a parameter. */
    private static Optional<Action> about(Branch branch, Ref.ToParameter target) {
        return branch.actions().onPress().stream()
                .filter(action -> target.equals(action.parameter()))
                .findFirst();
    }

    private void answersOfPages(Rig rig, Mapping mapping, List<LightRule> answers) {
        for (Action action : mapping.actions().onPress()) {
            if (!(action instanceof SetOfPage row)) {
                continue;
            }
            for (PageRows.Laid laid : rows.laid(rig, mapping, row)) {
                Parameter parameter = rig.parameter(laid.parameter()).orElseThrow();
                ShapeFunction shape = mapping.function(Shape.WHOLE, parameter, rig);
                Profile hands = rig.device(laid.place().control().device())
                        .orElseThrow()
                        .profile();
                for (Light light : hands.lightsOn(laid.place().control().control())) {
                    Ref.ToLight ref = new Ref.ToLight(laid.place().control().device(), light.id());
                    if (!lightsItself(rig, ref)) {
                        answers.add(new LightRule(
                                cells.mapping(mapping.id()),
                                cells.light(ref),
                                Show.Rule.usual(light),
                                position -> position >= 0.5,
                                shape,
                                cells.parameter(laid.parameter()).plain,
                                laid.pages().state(),
                                laid.place().page(),
                                laid.entry().label(),
                                null,
                                null));
                    }
                }
            }
        }
    }

    /** Whether the device switches a light by itself. */
    private static boolean lightsItself(Rig rig, Ref.ToLight ref) {
        Profile profile = rig.device(ref.device()).orElseThrow().profile();
        Light light = profile.light(ref.light()).orElseThrow();
        return light.kind().onOff()
                && profile.control(light.control())
                        .filter(control ->
                                profile.choices().feel(control.kind()).ownLights())
                        .isPresent();
    }
}
