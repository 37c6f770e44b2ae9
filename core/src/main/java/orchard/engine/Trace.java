package orchard.engine;

import java.util.List;
import orchard.outcome.Outcome;
import orchard.rig.Rig;

/**
 * Everything the engine did about one event.
 *
 * @param number counts traces from 1
 * @param cause number of the trace that set this one off: the press that a timer waited for, the move that something smooth follows, what was sent to the
 *     device that answers; 0 for none
 * @param rig the rig that was in force
 */
public record Trace(long number, long cause, Event event, Rig rig, List<Outcome> outcomes) {

    /** The first outcome of a kind, or null. */
    public <T extends Outcome> T first(Class<T> kind) {
        for (Outcome outcome : outcomes) {
            if (kind.isInstance(outcome)) {
                return kind.cast(outcome);
            }
        }
        return null;
    }

    /** The outcomes of a kind. */
    public <T extends Outcome> List<T> all(Class<T> kind) {
        return outcomes.stream().filter(kind::isInstance).map(kind::cast).toList();
    }
}
