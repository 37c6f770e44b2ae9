package orchard.mapping;

import java.util.List;
import orchard.action.Action;
import orchard.action.SetParameter;
import orchard.action.Wait;

/**
 * What a mapping does. A {@link SetParameter} follows every move; all others happen once when the control is pressed, which is when
 * its shaped position comes to the upper half of its way.
 *
 * @param actions in their order; those after a {@link Wait} come later
 * @param release what is done when it is let go; may be empty
 */
public record Do(List<Action> actions, List<Action> release) {

    /** The most things one mapping does. */
    public static final int MOST = 32;

    public Do {
        actions = List.copyOf(actions);
        release = List.copyOf(release == null ? List.of() : release);
        if (actions.isEmpty()) {
            throw new IllegalArgumentException("a mapping does at least one thing");
        }
        if (actions.size() + release.size() > MOST) {
            throw new IllegalArgumentException("a mapping does at most " + MOST + " things");
        }
        if (!release.stream().allMatch(Action::fitsRelease)) {
            throw new IllegalArgumentException(
                    "what follows the control, or ends with it, has no place on its release");
        }
    }

    /** On press only. */
    public Do(List<Action> actions) {
        this(actions, List.of());
    }
}
