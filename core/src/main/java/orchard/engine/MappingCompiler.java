package orchard.engine;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.Recall;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.action.SwitchLayer;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.Place;
import orchard.engine.Plan.PresetRack;
import orchard.engine.Plan.Target;
import orchard.gear.Dimension;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Fault;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Rig;
import orchard.shape.Accumulate;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;

/** Makes mappings ready: targets, actions, and where they remember. */
final class MappingCompiler {

    /** What stages before a press are measured against. */
    private static final Parameter WHOLE_WAY = new Parameter(
            "press", "", "press", new Range(0, 1, ""), new Law.Linear(), 0, new Binding.Osc("/press"), true);

    /** Tells that a finger is on a surface, or has left it. */
    private static final String LIFTED = "gate";

    private final Cells cells;
    private final PageRows rows;
    private final LightRuleCompiler answers;

    MappingCompiler(Cells cells) {
        this.cells = cells;
        this.rows = new PageRows(cells);
        this.answers = new LightRuleCompiler(cells, rows);
    }

    /** The devices a mapping is about in any way: if none of them was edited, its plan stays as it is. */
    static Set<String> uses(Mapping mapping) {
        Set<String> uses = new LinkedHashSet<>();
        mapping.when().triggers().forEach(trigger -> uses.add(trigger.device()));
        mapping.show().answers().forEach(answer -> uses.add(answer.light().device()));
        mapping.shape().accumulate().map(Accumulate::slow).ifPresent(slow -> uses.add(slow.device()));
        Stream.concat(mapping.actions().onPress().stream(), mapping.actions().onRelease().stream())
                .forEach(action -> uses.addAll(action.devices()));
        return uses;
    }

    /** Whether a mapping has to do with layers. */
    static boolean isLayered(Mapping mapping, Rig rig) {
        return !mapping.layers().isEmpty()
                || Stream.concat(mapping.actions().onPress().stream(), mapping.actions().onRelease().stream())
                        .anyMatch(action -> action instanceof SwitchLayer
                                || !action.layers(rig).isEmpty());
    }

    /** Those of some layers that are in the rig; of none that is, a mapping lives nowhere and is broken. */
    private static List<String> there(Rig rig, List<String> layers) {
        return layers.stream().filter(layer -> rig.layer(layer).isPresent()).toList();
    }

    /** Whether a mapping is about presets too. */
    static boolean recalls(Mapping mapping) {
        return Stream.concat(mapping.actions().onPress().stream(), mapping.actions().onRelease().stream())
                .anyMatch(Recall.class::isInstance);
    }

    /**
     * A mapping made ready.
     *
     * @param before its plan until now, whose memory it keeps where it still means the same; or null
     */
    MappingPlan mapping(Rig rig, Mapping mapping, Map<String, PresetRack> racks, MappingPlan before) {
        Optional<String> fault = Fault.of(mapping, rig);
        if (fault.isPresent()) {
            return broken(rig, mapping, fault.get());
        }
        try {
            return sound(rig, mapping, racks, before);
        } catch (IllegalArgumentException | Mistake e) {
            return broken(rig, mapping, "It cannot work: " + e.getMessage() + ".");
        }
    }

    private MappingPlan broken(Rig rig, Mapping mapping, String fault) {
        return new MappingPlan(
                cells.mapping(mapping.id()),
                mapping,
                cells.layers(there(rig, mapping.layers())),
                mapping.when().gesture().kind(),
                fault,
                Nothing.TARGETS,
                Nothing.ACTIONS,
                Nothing.ACTIONS,
                null,
                new State.OfAction(0),
                null,
                null,
                false,
                null,
                heard(mapping.when().triggers()),
                Nothing.CONTROLS,
                List.of());
    }

    private State.OfControl[] heard(List<Ref.ToControl> triggers) {
        return triggers.stream().map(cells::control).toArray(State.OfControl[]::new);
    }

    /** The senses of fingers beside the triggers. */
    private State.OfControl[] touched(Rig rig, Mapping mapping, Target[] targets) {
        boolean asks = Stream.of(targets)
                .map(target -> rig.parameter(target.parameter().ref).orElseThrow())
                .anyMatch(parameter -> parameter.binding().touched(true) != null);
        return !asks
                ? Nothing.CONTROLS
                : mapping.when().triggers().stream()
                        .filter(trigger -> !trigger.dimension().equals(Dimension.TOUCH))
                        .filter(trigger -> rig.device(trigger.device())
                                .flatMap(device -> device.profile().control(trigger.control()))
                                .flatMap(control -> control.dimension(Dimension.TOUCH))
                                .isPresent())
                        .map(trigger -> cells.control(beside(trigger, Dimension.TOUCH)))
                        .distinct()
                        .toArray(State.OfControl[]::new);
    }

    private MappingPlan sound(Rig rig, Mapping mapping, Map<String, PresetRack> racks, MappingPlan before) {
        State.OfMapping state = cells.mapping(mapping.id());
        ActionPlan[] press =
                actions(rig, mapping.actions().onPress(), racks, before == null ? Nothing.ACTIONS : before.press());
        ActionPlan[] release =
                actions(rig, mapping.actions().onRelease(), racks, before == null ? Nothing.ACTIONS : before.release());
        boolean shaped =
                press.length + release.length > 0 && !mapping.shape().stages().isEmpty();
        Ref.ToControl slow = mapping.shape().accumulate().map(Accumulate::slow).orElse(null);
        Plan.Circle circle = circle(mapping);
        Target[] targets = targets(rig, mapping, state, before);
        ShapeFunction pressed = shaped ? ShapeFunction.of(mapping.shape(), WHOLE_WAY) : null;
        boolean remembers = pressed != null
                && before != null
                && before.pressed() != null
                && before.pressed().isLike(pressed);
        return new MappingPlan(
                state,
                mapping,
                cells.layers(there(rig, mapping.layers())),
                mapping.when().gesture().kind(),
                null,
                targets,
                press,
                release,
                pressed,
                remembers ? before.half() : new State.OfAction(pressed == null ? 0 : pressed.memory()),
                slow == null ? null : cells.control(slow),
                mapping.shape().accumulate().orElse(null),
                Stream.of(targets).anyMatch(target -> target.shape().counts()),
                circle,
                circle == null
                        ? heard(mapping.when().triggers())
                        : new State.OfControl[] {circle.x(), circle.y(), circle.lifted()},
                touched(rig, mapping, targets),
                answers.answers(rig, mapping));
    }

    private Plan.Circle circle(Mapping mapping) {
        if (mapping.when().gesture().kind() != Gesture.Kind.CIRCLE) {
            return null;
        }
        Ref.ToControl surface = mapping.trigger();
        return new Plan.Circle(
                cells.control(beside(surface, "x")),
                cells.control(beside(surface, "y")),
                cells.control(beside(surface, LIFTED)));
    }

    private static Ref.ToControl beside(Ref.ToControl control, String dimension) {
        return new Ref.ToControl(control.device(), control.control(), dimension);
    }

    private Target[] targets(Rig rig, Mapping mapping, State.OfMapping state, MappingPlan before) {
        List<Target> targets = new ArrayList<>();
        List<Action> actions = mapping.actions().onPress();
        for (int i = 0; i < actions.size(); i++) {
            if (actions.get(i) instanceof SetParameter set) {
                targets.add(target(
                        rig, set.parameter(), mapping, set.own(), i, takeover(rig, mapping), null, state, before));
            } else if (actions.get(i) instanceof SetOfPage row) {
                for (PageRows.Laid laid : rows.laid(rig, mapping, row)) {
                    targets.add(target(
                            rig,
                            laid.parameter(),
                            mapping,
                            Shape.WHOLE,
                            i,
                            takeover(rig, mapping, laid),
                            laid.place(),
                            state,
                            before));
                }
            }
        }
        return targets.toArray(Nothing.TARGETS);
    }

    private Target target(
            Rig rig,
            Ref.ToParameter ref,
            Mapping of,
            Shape own,
            int action,
            Takeover takeover,
            Place place,
            State.OfMapping mapping,
            MappingPlan before) {
        State.OfParameter parameter = cells.parameter(ref);
        ShapeFunction function = of.function(own, rig.parameter(ref).orElseThrow(), rig);
        State.OfTarget memory = null;
        for (Target old : before == null ? Nothing.TARGETS : before.targets()) {
            boolean same = old.parameter() == parameter
                    && old.action() == action
                    && Objects.equals(old.place(), place)
                    && old.shape().isLike(function);
            memory = same ? old.state() : memory;
        }
        return new Target(
                memory == null ? new State.OfTarget(function.memory()) : memory,
                mapping,
                parameter,
                function,
                action,
                takeover,
                place);
    }

    /** Under a ring or a motor there is nothing to take over. */
    private static Takeover takeover(Rig rig, Mapping mapping, PageRows.Laid laid) {
        boolean isPut = rig
                .device(laid.place().control().device())
                .orElseThrow()
                .profile()
                .lightsOn(laid.place().control().control())
                .stream()
                .anyMatch(light -> light.kind().putsControl());
        return isPut ? Takeover.JUMP : takeover(rig, mapping);
    }

    private ActionPlan[] actions(Rig rig, List<Action> actions, Map<String, PresetRack> racks, ActionPlan[] before) {
        ActionCompiler compiler = new ActionCompiler(rig, racks, cells);
        List<ActionPlan> plans = new ArrayList<>();
        for (Action action : actions) {
            if (!action.follows()) {
                ActionPlan old = plans.size() < before.length ? before[plans.size()] : null;
                boolean isSame = old != null && old.action().equals(action);
                plans.add(compiler.plan(action, isSame ? old.state() : null));
            }
        }
        return plans.toArray(Nothing.ACTIONS);
    }

    /** What the mapping says, or its device, or the rig; where the control itself is put where it belongs, there is nothing to take over. */
    private static Takeover takeover(Rig rig, Mapping mapping) {
        if (mapping.putsControl(rig)) {
            return Takeover.JUMP;
        }
        Takeover ofDevice = rig.device(mapping.trigger().device())
                .map(device -> device.profile().choices().takeover())
                .orElse(null);
        Takeover said = mapping.takeover() != null
                ? mapping.takeover()
                : ofDevice != null ? ofDevice : rig.settings().takeover();
        boolean movesFinely = mapping.shape().accumulate().map(Accumulate::slow).isPresent();
        // after a fine move the control stands elsewhere, and must not undo it
        return movesFinely && said == Takeover.JUMP ? Takeover.PICK_UP : said;
    }
}
