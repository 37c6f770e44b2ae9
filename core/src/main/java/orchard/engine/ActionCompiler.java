package orchard.engine;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import orchard.action.Action;
import orchard.action.ForEach;
import orchard.action.SayMessage;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.ForOne;
import orchard.engine.Plan.PresetRack;
import orchard.engine.Plan.SelectorPlan;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.gear.Through;
import orchard.mapping.Mapping;
import orchard.rig.Rig;

/** Makes actions ready that are done once: finds the state of all that they are about. */
record ActionCompiler(Rig rig, Mapping mapping, Map<String, PresetRack> racks, Cells cells) {

    /**
     * An action made ready.
     *
     * @param kept what it remembered until now, or null
     */
    ActionPlan plan(Action action, State.OfAction kept) {
        Ref.ToParameter other = action.value() == null ? null : action.value().other();
        PresetRack rack = action.moves()
                .filter(owner -> owner.kind() == Selector.Kind.PRESETS)
                .map(owner -> racks.get(owner.device()))
                .orElse(null);
        SelectorPlan selector = rack != null
                ? rack.selector()
                : action.moves()
                        .flatMap(owner -> Selector.of(owner, rig))
                        .map(cells::selector)
                        .orElse(null);
        return new ActionPlan(
                kept == null ? new State.OfAction(action.memory()) : kept,
                action,
                action.parameter() == null ? null : cells.address(action.parameter(), rig),
                other == null ? null : cells.address(other, rig),
                action.device().isEmpty() ? null : cells.device(action.device()),
                selector,
                selector == null ? Nothing.NUMBERS : among(action, selector.selector()),
                rack == null ? Nothing.PRESETS : rack.presets(),
                cells.layers(action.layers(rig)),
                action.movesFocus()
                        .filter(id -> rig.focus(id).isPresent())
                        .map(cells::focus)
                        .orElse(null),
                action instanceof ForEach each ? each(each) : spread(action),
                action instanceof SayMessage say ? Saying.of(say, mapping, rig, cells) : null);
    }

    /** An action about each place under a focus is one for every place there may be. */
    private ForOne[] spread(Action action) {
        if (action.parameter() == null) {
            return Nothing.ONES;
        }
        List<Ref.ToParameter> all = Through.spread(action.parameter(), rig);
        return all.equals(List.of(action.parameter()))
                ? Nothing.ONES
                : all.stream()
                        .map(one -> plan(action.about(one), null))
                        .map(one -> new ForOne(number -> one.address().now != null, one))
                        .toArray(ForOne[]::new);
    }

    private ForOne[] each(ForEach each) {
        ConditionCompiler conditions = new ConditionCompiler(rig, cells, null);
        return each.each(rig).stream()
                .map(one -> new ForOne(conditions.holding(one.where()), plan(one.action(), null)))
                .toArray(ForOne[]::new);
    }

    private int[] among(Action action, Selector selector) {
        Set<String> ids = action.goesThrough(rig);
        return IntStream.rangeClosed(1, selector.places().size())
                .filter(number -> ids.contains(selector.id(number)))
                .toArray();
    }
}
