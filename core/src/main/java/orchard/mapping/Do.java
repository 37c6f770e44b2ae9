package orchard.mapping;

import java.util.List;
import orchard.gear.Ref;

/** What a mapping does with the shaped value. */
public record Do(List<Action> actions) {

    public Do {
        actions = List.copyOf(actions);
        if (actions.isEmpty()) {
            throw new IllegalArgumentException("a mapping does at least one thing");
        }
    }

    /** One thing done. */
    public sealed interface Action {}

    /** Sets a parameter to the shaped value. */
    public record SetParameter(Ref.ToParameter parameter) implements Action {}
}
