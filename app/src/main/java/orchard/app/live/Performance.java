package orchard.app.live;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.app.store.FocusStand;
import orchard.app.store.RigKeeper;
import orchard.engine.Trace;
import orchard.gear.Focus;
import orchard.outcome.FocusMoved;
import orchard.outcome.LayersTurned;
import orchard.outcome.Outcome;
import orchard.outcome.VariableSet;
import orchard.parameter.Binding;
import org.springframework.stereotype.Component;

/** What of the performance stands again after a restart, kept as it happens: latched layers, where foci stand, and variables that stay. For one thread. */
@Component
final class Performance {

    private final RigKeeper keeper;
    private final Names names;
    private final Map<String, FocusStand> foci = new LinkedHashMap<>();
    /** Where variables stand, in their units, by their keys. */
    private final Map<String, Double> variables = new HashMap<>();

    Performance(RigKeeper keeper, Names names) {
        this.keeper = keeper;
        this.names = names;
    }

    void take(Trace trace) {
        for (Outcome outcome : trace.outcomes()) {
            if (outcome instanceof LayersTurned turned) {
                keeper.latched(turned.latched());
            } else if (outcome instanceof FocusMoved moved) {
                foci.put(moved.focus(), stand(moved));
                keeper.foci(Map.copyOf(foci));
            } else if (outcome instanceof VariableSet set) {
                keep(set);
            }
        }
    }

    private FocusStand stand(FocusMoved moved) {
        boolean several = names.focus(moved.focus()).filter(Focus::several).isPresent();
        List<String> picked = several
                ? moved.under().stream().filter(place -> !place.isEmpty()).toList()
                : List.of();
        return new FocusStand(several ? "" : moved.under().get(0), moved.pinned(), picked);
    }

    private void keep(VariableSet set) {
        names.parameter(set.parameter())
                .filter(of -> of.binding() instanceof Binding.Kept kept && kept.stays())
                .ifPresent(of -> {
                    variables.put(set.parameter().key(), of.real(set.position()));
                    keeper.variables(variables);
                });
    }
}
