package orchard.engine;

import java.util.List;
import orchard.rig.Rig;

/**
 * Everything the engine did about one event.
 *
 * @param number counts traces from 1
 * @param rig the rig that was in force
 */
public record Trace(long number, Event event, Rig rig, List<Step> steps) {

    /** The first step of a kind, or null. */
    public <T extends Step> T first(Class<T> kind) {
        for (Step step : steps) {
            if (kind.isInstance(step)) {
                return kind.cast(step);
            }
        }
        return null;
    }

    /** The steps of a kind. */
    public <T extends Step> List<T> all(Class<T> kind) {
        return steps.stream().filter(kind::isInstance).map(kind::cast).toList();
    }
}
