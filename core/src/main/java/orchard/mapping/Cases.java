package orchard.mapping;

import java.util.List;
import orchard.mistake.Mistake;

/**
 * What a mapping does in other cases than its first.
 *
 * @param every whether every case acts that holds, and not only the first of them
 */
public record Cases(boolean every, List<Branch> others) {

    /** The most cases besides the first. */
    public static final int MOST = 15;

    /** No other case. */
    public static final Cases NONE = new Cases(false, List.of());

    public Cases {
        others = others == null ? List.of() : List.copyOf(others);
        every = every && !others.isEmpty(); // where there is one case there is no question
        if (others.size() > MOST) {
            throw new Mistake("cases", "a mapping tells at most " + (MOST + 1) + " cases apart");
        }
    }
}
