package orchard.mapping;

import java.util.List;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.trigger.Trigger;

/**
 * What sets a mapping off.
 *
 * @param triggers controls; any of them sets it off
 * @param gesture what has to be done with it
 * @param also what else sets it off; of both together there is at least one
 */
public record When(List<Ref.ToControl> triggers, Gesture gesture, List<Trigger> also) {

    /** The most that sets it off besides controls. */
    public static final int MOST = 16;

    public When {
        triggers = triggers == null ? List.of() : List.copyOf(triggers);
        gesture = gesture == null || triggers.isEmpty() ? Gesture.MOVE : gesture;
        also = also == null ? List.of() : List.copyOf(also);
        if (triggers.isEmpty() && also.isEmpty()) {
            throw new Mistake("a mapping has at least one trigger");
        }
        if (also.size() > MOST) {
            throw new Mistake("at most " + MOST + " things set a mapping off besides controls");
        }
    }

    /** Some gesture with one of these. */
    public When(List<Ref.ToControl> triggers, Gesture gesture) {
        this(triggers, gesture, List.of());
    }

    /** Any move of one of these. */
    public When(List<Ref.ToControl> triggers) {
        this(triggers, Gesture.MOVE, List.of());
    }
}
