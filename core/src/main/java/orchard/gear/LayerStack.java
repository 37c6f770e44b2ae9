package orchard.gear;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Layers that lie on one another.
 *
 * @param on ids of those that are on, the lowest first
 */
public record LayerStack(List<String> on) {

    /** No layer is on. */
    public static final LayerStack EMPTY = new LayerStack(List.of());

    public LayerStack {
        on = List.copyOf(on);
    }

    /**
     * How layers lie that were switched on. Held ones lie over all others; of those that exclude each other the topmost is on; what comes with others lies right
     * over them.
     *
     * @param all layers of the rig
     * @param latched ids of those that stay on by themselves, the last one on top
     * @param held ids of those that are held, in the order in which they were pressed
     */
    public static LayerStack of(List<Layer> all, List<String> latched, List<String> held) {
        List<String> stack = new ArrayList<>(latched);
        for (String layer : held) {
            stack.remove(layer); // it lies where it is held
            stack.add(layer);
        }
        stack.removeIf(id -> layer(all, id).isEmpty());
        exclude(all, stack);
        boolean goesOn = true;
        while (goesOn) {
            goesOn = false;
            for (Layer layer : all) {
                boolean comes = !layer.together().isEmpty()
                        && !stack.contains(layer.id())
                        && stack.containsAll(layer.together());
                if (comes) {
                    int over = layer.together().stream()
                                    .mapToInt(stack::indexOf)
                                    .max()
                                    .orElseThrow()
                            + 1;
                    stack.add(over, layer.id());
                    goesOn = true;
                }
            }
        }
        exclude(all, stack);
        return new LayerStack(stack);
    }

    private static void exclude(List<Layer> all, List<String> stack) {
        for (int i = stack.size() - 1; i > 0; i--) {
            Layer upper = layer(all, stack.get(i)).orElseThrow();
            List<String> below = stack.subList(0, i);
            int count = below.size();
            below.removeIf(id -> upper.excludes(layer(all, id).orElseThrow()));
            i -= count - below.size();
        }
    }

    private static Optional<Layer> layer(List<Layer> all, String id) {
        return all.stream().filter(layer -> layer.id().equals(id)).findFirst();
    }

    /** How many layers lie below one and itself; 0 if it is off. */
    public int rank(String layer) {
        return on.indexOf(layer) + 1;
    }

    /** The rank of the highest of some layers that is on; 0 for none at all, which lies below them all; −1 if none of them is on. */
    public int rank(List<String> layers) {
        int highest = layers.stream().mapToInt(this::rank).max().orElse(0);
        return layers.isEmpty() ? 0 : highest > 0 ? highest : -1;
    }

    /** Whether a layer is on. */
    public boolean isOn(String layer) {
        return on.contains(layer);
    }
}
