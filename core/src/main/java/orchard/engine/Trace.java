package orchard.engine;

import java.util.List;
import orchard.rig.Rig;

/**
 * Everything the engine did about one event.
 *
 * @param number counts traces from 1
 * @param cause number of the trace that set this one off: the press that a timer waited for, the move that something smooth follows, what was sent to the
 *     device that answers; 0 for none
 * @param rig the rig that was in force
 */
public record Trace(long number, long cause, Event event, Rig rig, List<Step> steps) {

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
