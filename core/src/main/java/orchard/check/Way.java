package orchard.check;

import java.util.ArrayList;
import java.util.List;

/**
 * How one comes to what was found: as few steps as there are, tried in an engine of their own.
 *
 * @param steps what one does, in order: “press Pad 1 of Cobble”; none if it depends on more than hands
 * @param layers ids of the layers that are on then, the lowest first
 */
public record Way(List<String> steps, List<String> layers) {

    /** No way is known. */
    public static final Way NONE = new Way(List.of(), List.of());

    public Way {
        steps = List.copyOf(steps);
        layers = List.copyOf(layers);
    }

    /** The same with one more step. */
    Way and(String step) {
        List<String> more = new ArrayList<>(steps);
        more.add(step);
        return new Way(more, layers);
    }
}
