package orchard.engine;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.PresetPlan;
import orchard.engine.Plan.Target;
import orchard.gear.Lamp;
import orchard.gear.ParameterPage;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Do;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Shape;
import orchard.mapping.ShapeFunction;
import orchard.mapping.Stage;
import orchard.mapping.Value;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Rig;

/** Makes mappings ready: targets, actions, and where they remember. */
final class MappingCompiler {

    /** What stages before a press are measured against. */
    private static final Parameter WHOLE_WAY = new Parameter(
            "press", "", "press", new Range(0, 1, ""), new Law.Linear(), 0, new Binding.Osc("/press"), true);

    /** Tells that a finger is on a surface, or has left it. */
    private static final String LIFTED = "gate";

    private static final int[] NONE = {};

    private final Places places;
    private final Rows rows;

    MappingCompiler(Places places, Rows rows) {
        this.places = places;
        this.rows = rows;
    }

    /**
     * The mappings that listen to each control, in the order of the rig.
     *
     * @param faults what keeps mappings from working, by their ids
     */
    Map<Ref.ToControl, List<MappingPlan>> listeners(
            Rig rig,
            Map<String, String> faults,
            Map<Ref.ToParameter, ParameterPlan> parameters,
            Map<String, PresetPlan> presets) {
        Map<Ref.ToControl, List<MappingPlan>> listeners = new HashMap<>();
        for (Mapping mapping : rig.mappings()) {
            String fault = faults.get(mapping.id());
            MappingPlan plan = fault == null
                    ? mapping(rig, mapping, parameters, presets)
                    : new MappingPlan(
                            places.mappings.of(mapping.id()),
                            mapping,
                            fault,
                            new Target[0],
                            new ActionPlan[0],
                            new ActionPlan[0],
                            null,
                            0,
                            -1,
                            null,
                            false,
                            null);
            Stream<Ref.ToControl> heard = plan.circle() == null
                    ? mapping.when().triggers().stream()
                    : Stream.of("x", "y", LIFTED).map(dimension -> beside(mapping.trigger(), dimension));
            heard.forEach(trigger ->
                    listeners.computeIfAbsent(trigger, t -> new ArrayList<>()).add(plan));
        }
        return listeners;
    }

    private static Ref.ToControl beside(Ref.ToControl control, String dimension) {
        return new Ref.ToControl(control.device(), control.control(), dimension);
    }

    private Plan.Circle circle(Mapping mapping) {
        if (mapping.when().gesture().kind() != Gesture.Kind.CIRCLE) {
            return null;
        }
        Ref.ToControl surface = mapping.trigger();
        return new Plan.Circle(
                places.controls.of(beside(surface, "x")),
                places.controls.of(beside(surface, "y")),
                places.controls.of(beside(surface, LIFTED)),
                places.memories.of(List.of(mapping.id(), "circle", surface), Plan.Circle.OWN));
    }

    private MappingPlan mapping(
            Rig rig, Mapping mapping, Map<Ref.ToParameter, ParameterPlan> parameters, Map<String, PresetPlan> presets) {
        List<Target> targets = new ArrayList<>();
        List<Do.Action> actions = mapping.then().actions();
        for (int i = 0; i < actions.size(); i++) {
            if (actions.get(i) instanceof Do.SetParameter set) {
                ParameterPlan parameter = parameters.get(set.parameter());
                Shape whole = mapping.shape().then(set.own());
                ShapeFunction shape = ShapeFunction.of(whole, parameter.parameter());
                int memory = places.memories.of(List.of(mapping.id(), i, whole), Target.OWN + shape.memory());
                targets.add(new Target(parameter, shape, i, memory, takeover(rig, mapping), null));
            } else if (actions.get(i) instanceof Do.SetOfPage row) {
                for (Rows.Laid laid : rows.laid(rig, mapping, row)) {
                    ParameterPlan parameter = parameters.get(laid.parameter());
                    ShapeFunction shape = ShapeFunction.of(mapping.shape(), parameter.parameter());
                    int memory = places.memories.of(
                            List.of(mapping.id(), laid.place(), laid.parameter(), mapping.shape()),
                            Target.OWN + shape.memory());
                    targets.add(new Target(parameter, shape, i, memory, takeover(rig, mapping, laid), laid.place()));
                }
            }
        }
        ActionPlan[] press = actions(rig, mapping, "press", actions, parameters, presets);
        ActionPlan[] release = actions(rig, mapping, "release", mapping.then().release(), parameters, presets);
        boolean shaped =
                press.length + release.length > 0 && !mapping.shape().stages().isEmpty();
        ShapeFunction pressed = shaped ? ShapeFunction.of(mapping.shape(), WHOLE_WAY) : null;
        Ref.ToControl slow =
                mapping.shape().accumulate().map(Stage.Accumulate::slow).orElse(null);
        return new MappingPlan(
                places.mappings.of(mapping.id()),
                mapping,
                null,
                targets.toArray(new Target[0]),
                press,
                release,
                pressed,
                pressed == null
                        ? 0
                        : places.memories.of(List.of(mapping.id(), "pressed", mapping.shape()), pressed.memory()),
                slow == null ? -1 : places.controls.of(slow),
                mapping.shape().accumulate().orElse(null),
                mapping.shape().counts(),
                circle(mapping));
    }

    /** Under a ring or a motor there is nothing to take over. */
    private static Takeover takeover(Rig rig, Mapping mapping, Rows.Laid laid) {
        boolean isPut = rig
                .device(laid.place().control().device())
                .orElseThrow()
                .profile()
                .lightsOn(laid.place().control().control())
                .stream()
                .anyMatch(light -> light.lamp() instanceof Lamp.Motor
                        || light.lamp() instanceof Lamp.Ring
                        || light.lamp() instanceof Lamp.Element);
        return isPut ? Takeover.JUMP : takeover(rig, mapping);
    }

    private ActionPlan[] actions(
            Rig rig,
            Mapping mapping,
            String when,
            List<Do.Action> actions,
            Map<Ref.ToParameter, ParameterPlan> parameters,
            Map<String, PresetPlan> presets) {
        List<ActionPlan> plans = new ArrayList<>();
        for (Do.Action action : actions) {
            if (action instanceof Do.SetParameter || action instanceof Do.SetOfPage) {
                continue;
            }
            Value value =
                    action instanceof Do.SetTo set ? set.value() : action instanceof Do.Hold hold ? hold.value() : null;
            plans.add(new ActionPlan(
                    action,
                    action.parameter() == null ? null : parameters.get(action.parameter()),
                    value instanceof Value.Same same ? parameters.get(same.parameter()) : null,
                    action instanceof Do.OpenPage open
                            ? rig.device(open.device())
                                    .map(places::parameterPages)
                                    .orElse(null)
                            : null,
                    action instanceof Do.OpenPage open ? among(rig, open) : NONE,
                    action instanceof Do.Recall recall ? among(recall, presets) : new PresetPlan[0],
                    action instanceof Do.Tap
                            ? places.memories.of(List.of(mapping.id(), when, plans.size(), "tap"), Do.Tap.PRESSES)
                            : places.memories.of(List.of(mapping.id(), when, plans.size()), 1)));
        }
        return plans.toArray(new ActionPlan[0]);
    }

    /** The numbers of the pages that have its tag. */
    private static int[] among(Rig rig, Do.OpenPage open) {
        List<ParameterPage> pages = rig.device(open.device())
                .map(device -> device.profile().setup().parameterPages())
                .orElse(List.of());
        return IntStream.range(0, pages.size())
                .filter(i -> open.tag().isEmpty() || pages.get(i).marks().tags().contains(open.tag()))
                .map(i -> i + 1)
                .toArray();
    }

    /** The preset it recalls, or those it goes through, by name. */
    private static PresetPlan[] among(Do.Recall recall, Map<String, PresetPlan> presets) {
        return presets.values().stream()
                .filter(plan -> plan.preset().device().equals(recall.device()))
                .filter(plan -> recall.preset().isEmpty()
                        ? plan.preset().isOf(recall.tag())
                        : plan.preset().id().equals(recall.preset()))
                .sorted(Comparator.comparing(plan -> plan.preset().name(), String.CASE_INSENSITIVE_ORDER))
                .toArray(PresetPlan[]::new);
    }

    /** What the mapping says, or its device, or the rig; where the control itself is put where it belongs, there is nothing to take over. */
    private static Takeover takeover(Rig rig, Mapping mapping) {
        if (mapping.putsControl(rig)) {
            return Takeover.JUMP;
        }
        Takeover ofDevice = rig.device(mapping.trigger().device())
                .map(device -> device.profile().setup().takeover())
                .orElse(null);
        Takeover said = mapping.takeover() != null
                ? mapping.takeover()
                : ofDevice != null ? ofDevice : rig.settings().takeover();
        boolean movesFinely =
                mapping.shape().accumulate().map(Stage.Accumulate::slow).isPresent();
        // after a fine move the control stands elsewhere, and must not undo it
        return movesFinely && said == Takeover.JUMP ? Takeover.PICK_UP : said;
    }
}
