package orchard.engine;

import java.util.List;
import java.util.Set;
import orchard.engine.Plan.MappingPlan;
import orchard.gear.Ref;
import orchard.mapping.Mapping;
import orchard.mapping.Route;
import orchard.outcome.SilenceChanged;

/**
 * Sentences and routes that are kept and do not act, for as long as somebody tries others: single ones, all of a layer, or all that have to do with a device. What they
 * hold is let go by the hand that holds it.
 */
final class Silence {

    private final State state;
    private final Cycle cycle;

    Silence(State state, Cycle cycle) {
        this.state = state;
        this.cycle = cycle;
    }

    /** Silences something, or lets it act again; or tries it alone, beside what is tried already. */
    void change(Plan plan, Event.Silenced event) {
        Set<String> which = event.alone() ? state.alone : state.silenced;
        boolean changed = event.on() ? which.add(event.id()) : which.remove(event.id());
        if (event.id().isEmpty()) {
            changed = !state.silenced.isEmpty() || !state.alone.isEmpty();
            state.silenced.clear();
            state.alone.clear();
        }
        if (changed) {
            apply(plan);
            tell();
        }
    }

    /** Another plan is in force: what is gone is silent no longer, and nothing that is gone keeps others silent. */
    void replanned(Plan plan) {
        boolean changed = state.silenced.removeIf(id -> plan.rig().part(id).isEmpty());
        changed |= state.alone.removeIf(id -> plan.rig().part(id).isEmpty());
        apply(plan);
        if (changed) {
            tell();
        }
    }

    private void tell() {
        cycle.note(new SilenceChanged(List.copyOf(state.silenced), List.copyOf(state.alone)));
    }

    private void apply(Plan plan) {
        boolean none = state.silenced.isEmpty() && state.alone.isEmpty();
        for (MappingPlan mapping : plan.mappings()) {
            mapping.state().silent = !none
                    && (concerns(state.silenced, mapping.mapping())
                            || !state.alone.isEmpty() && !concerns(state.alone, mapping.mapping()));
        }
        for (Plan.RoutePlan route : plan.routes()) {
            route.state().silent = !none
                    && (concerns(state.silenced, route.route())
                            || !state.alone.isEmpty() && !concerns(state.alone, route.route()));
        }
    }

    private static boolean concerns(Set<String> ids, Route route) {
        return ids.contains(route.id()) || ids.contains(route.from()) || ids.contains(route.to());
    }

    private static boolean concerns(Set<String> ids, Mapping mapping) {
        return ids.contains(mapping.id())
                || !mapping.layers().isEmpty() && ids.containsAll(mapping.layers())
                || mapping.when().triggers().stream().map(Ref::device).anyMatch(ids::contains)
                || mapping.targets().stream().map(Ref::device).anyMatch(ids::contains);
    }
}
