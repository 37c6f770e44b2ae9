package orchard.engine;

import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import orchard.action.Action;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.PresetPlan;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.rig.Rig;

/** Makes actions ready that are done once: finds the state of all that they are about. */
record ActionCompiler(Rig rig, Map<String, PresetPlan> presets, Cells cells) {

    /**
     * An action made ready.
     *
     * @param kept what it remembered until now, or null
     */
    ActionPlan plan(Action action, State.OfAction kept) {
        Ref.ToParameter other = action.value() == null ? null : action.value().other();
        Optional<Selector> selector = action.selector(rig);
        return new ActionPlan(
                kept == null ? new State.OfAction(action.memory()) : kept,
                action,
                action.parameter() == null ? null : cells.parameter(action.parameter()),
                other == null ? null : cells.parameter(other),
                action.device().isEmpty() ? null : cells.device(action.device()),
                selector.map(cells::selector).orElse(null),
                selector.map(of -> among(action, of)).orElse(Nothing.NUMBERS),
                selector.filter(of -> of.owner().kind() == Selector.Kind.PRESETS)
                        .map(of -> of.places().stream()
                                .map(place -> presets.get(place.id()))
                                .toArray(PresetPlan[]::new))
                        .orElse(Nothing.PRESETS));
    }

    private int[] among(Action action, Selector selector) {
        return IntStream.rangeClosed(1, selector.places().size())
                .filter(number -> action.goesThrough(selector.places().get(number - 1), rig))
                .toArray();
    }
}
