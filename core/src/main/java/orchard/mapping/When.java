package orchard.mapping;

import java.util.List;
import orchard.gear.Ref;
import orchard.mistake.Mistake;

/**
 * What sets a mapping off.
 *
 * @param triggers one or more; any of them sets it off
 * @param gesture what has to be done with it
 */
public record When(List<Ref.ToControl> triggers, Gesture gesture) {

    public When {
        triggers = List.copyOf(triggers);
        gesture = gesture == null ? Gesture.MOVE : gesture;
        if (triggers.isEmpty()) {
            throw new Mistake("a mapping has at least one trigger");
        }
    }

    /** Any move of one of these. */
    public When(List<Ref.ToControl> triggers) {
        this(triggers, Gesture.MOVE);
    }
}
