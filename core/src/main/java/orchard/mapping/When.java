package orchard.mapping;

import java.util.List;
import orchard.gear.Ref;

/**
 * What sets a mapping off.
 *
 * @param triggers one or more; any of them sets it off
 */
public record When(List<Ref.ToControl> triggers) {

    public When {
        triggers = List.copyOf(triggers);
        if (triggers.isEmpty()) {
            throw new IllegalArgumentException("a mapping has at least one trigger");
        }
    }
}
