package orchard.engine;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import orchard.action.Recall;
import orchard.action.SwitchLayer;
import orchard.condition.Condition;
import orchard.engine.Plan.BranchPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.PresetRack;
import orchard.engine.Plan.Target;
import orchard.engine.Plan.Watch;
import orchard.gear.Dimension;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.mapping.Branch;
import orchard.mapping.Fault;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mistake.Mistake;
import orchard.rig.Rig;
import orchard.shape.Accumulate;

/** Makes mappings ready: targets, actions, and where they remember. */
final class MappingCompiler {

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
    static Set<String> uses(Mapping mapping, Rig rig) {
        Set<String> uses = new LinkedHashSet<>();
        mapping.when().triggers().forEach(trigger -> uses.add(trigger.device()));
        mapping.when().also().forEach(trigger -> uses.addAll(trigger.devices()));
        mapping.show().answers().forEach(answer -> uses.add(answer.light().device()));
        mapping.branches().stream()
                .map(branch -> branch.shape().accumulate().map(Accumulate::slow))
                .flatMap(Optional::stream)
                .forEach(slow -> uses.add(slow.device()));
        mapping.everyAction().forEach(action -> uses.addAll(action.devices()));
        mapping.everyCondition().flatMap(Condition::devices).forEach(uses::add);
        mapping.show().answers().stream().flatMap(Show.Answer::others).forEach(other -> uses.add(other.device()));
        for (String id : List.copyOf(uses)) {
            rig.focus(id)
                    .ifPresent(
                            focus -> uses.addAll(focus.device().isEmpty() ? focus.places() : List.of(focus.device())));
        }
        return uses;
    }

    /** Whether a mapping has to do with layers. */
    static boolean isLayered(Mapping mapping, Rig rig) {
        return !mapping.layers().isEmpty()
                || mapping.when().also().stream()
                        .anyMatch(trigger -> !trigger.layers().isEmpty())
                || mapping.everyCondition().flatMap(Condition::layers).findAny().isPresent()
                || mapping.everyAction()
                        .anyMatch(action -> action instanceof SwitchLayer
                                || !action.layers(rig).isEmpty());
    }

    /** Those of some layers that are in the rig; of none that is, a mapping lives nowhere and is broken. */
    private static List<String> there(Rig rig, List<String> layers) {
        return layers.stream().filter(layer -> rig.layer(layer).isPresent()).toList();
    }

    /** Whether a mapping has to do with foci. */
    static boolean isFocused(Mapping mapping, Set<String> uses, Rig rig, List<Focus> before) {
        return mapping.everyAction().anyMatch(action -> action.movesFocus().isPresent())
                || uses.stream()
                        .anyMatch(id -> rig.focus(id).isPresent()
                                || before.stream().anyMatch(focus -> focus.id().equals(id)));
    }

    /** Whether a mapping is about presets too. */
    static boolean recalls(Mapping mapping) {
        return mapping.everyAction().anyMatch(Recall.class::isInstance);
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
                Nothing.BRANCHES,
                Nothing.SINGLE,
                null,
                heard(mapping.when().triggers()),
                Nothing.CONTROLS,
                List.of(),
                List.of());
    }

    private State.OfControl[] heard(List<Ref.ToControl> triggers) {
        return triggers.stream().map(cells::control).toArray(State.OfControl[]::new);
    }

    /** The senses of fingers beside the triggers. */
    private State.OfControl[] touched(Rig rig, Mapping mapping, Stream<Target> targets) {
        boolean asks = targets.flatMap(target -> Stream.of(target.address().places))
                .filter(place -> place != null)
                .map(place -> rig.parameter(place.ref).orElseThrow())
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
        Plan.Circle circle = circle(mapping);
        Dimension trigger = rig.dimension(mapping.trigger()).orElse(null);
        ConditionCompiler conditions = new ConditionCompiler(rig, cells, trigger);
        List<BranchPlan> branches = new ArrayList<>();
        int first = 0;
        for (Branch branch : mapping.branches()) {
            int index = branches.size();
            BranchPlan was = before != null && index < before.branches().length ? before.branches()[index] : null;
            branches.add(
                    new CaseCompiler(rig, mapping, racks, cells, rows).branch(branch, index, first, conditions, was));
            first += branch.actions().onPress().size();
        }
        return new MappingPlan(
                cells.mapping(mapping.id()),
                mapping,
                cells.layers(there(rig, mapping.layers())),
                mapping.when().gesture().kind(),
                null,
                branches.toArray(Nothing.BRANCHES),
                branches.stream().map(one -> new BranchPlan[] {one}).toArray(BranchPlan[][]::new),
                circle,
                circle == null
                        ? heard(mapping.when().triggers())
                        : new State.OfControl[] {circle.x(), circle.y(), circle.lifted()},
                touched(rig, mapping, branches.stream().flatMap(branch -> Stream.of(branch.targets()))),
                answers.answers(rig, mapping),
                watches(rig, mapping, before));
    }

    /** What sets a mapping off besides controls; what reads as before goes on as before. */
    private List<Watch> watches(Rig rig, Mapping mapping, MappingPlan before) {
        TriggerCompiler compiler = new TriggerCompiler(rig, cells, cells.mapping(mapping.id()));
        return mapping.when().also().stream()
                .map(trigger -> {
                    Watch made = trigger.accept(compiler);
                    return before == null
                            ? made
                            : before.watches().stream()
                                    .filter(one -> one.trigger().equals(trigger)
                                            && one.sources().equals(made.sources())
                                            && one.address() == made.address())
                                    .findFirst()
                                    .orElse(made);
                })
                .toList();
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
}
