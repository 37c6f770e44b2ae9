package orchard.mapping;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.action.Wait;
import orchard.mistake.Mistake;

/**
 * What a mapping does. A {@link SetParameter} follows every move; all others happen once when the control is pressed, which is when
 * its shaped position comes to the upper half of its way.
 *
 * @param onPress in their order; those after a {@link Wait} come later
 * @param onRelease what is done when it is let go; may be empty
 */
public record Actions(
        @JsonProperty("actions") List<Action> onPress,
        @JsonProperty("release") List<Action> onRelease) {

    /** The most things one mapping does. */
    public static final int MOST = 32;

    public Actions {
        onPress = List.copyOf(onPress);
        onRelease = List.copyOf(onRelease == null ? List.of() : onRelease);
        if (onPress.isEmpty()) {
            throw new Mistake("a mapping does at least one thing");
        }
        if (onPress.size() + onRelease.size() > MOST) {
            throw new Mistake("a mapping does at most " + MOST + " things");
        }
        if (!onRelease.stream().allMatch(Action::fitsRelease)) {
            throw new Mistake("what follows the control, or ends with it, has no place on its release");
        }
    }

    /** On press only. */
    public Actions(List<Action> onPress) {
        this(onPress, List.of());
    }
}
