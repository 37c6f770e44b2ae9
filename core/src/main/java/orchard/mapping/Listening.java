package orchard.mapping;

import java.util.List;
import orchard.gear.Directory;
import orchard.gear.Layer;
import orchard.gear.LayerStack;

/** Which of the mappings that are about a control listen to it while some layers are on: the law of layers, for whoever looks at a rig. */
public final class Listening {

    private final LayerStack stack;
    private final List<Layer> blockers;
    private final Directory names;

    public Listening(LayerStack stack, Directory names) {
        this.stack = stack;
        this.names = names;
        blockers = stack.on().stream()
                .flatMap(id -> names.layer(id).stream())
                .filter(Layer::blocks)
                .toList();
    }

    /** Those of the topmost layer that has any of some mappings. */
    public List<Mapping> of(List<Mapping> about) {
        int top = about.stream().mapToInt(this::reach).max().orElse(-1);
        return top < 0
                ? List.of()
                : about.stream().filter(mapping -> reach(mapping) == top).toList();
    }

    /** Whether a layer is on. */
    public boolean isOn(String layer) {
        return stack.isOn(layer);
    }

    /** The layer in which a mapping lives now: the highest of its own that is on; "" for none. */
    public String layer(Mapping mapping) {
        int rank = stack.rank(mapping.layers());
        return rank <= 0 ? "" : stack.on().get(rank - 1);
    }

    /** The rank of a mapping; −1 if no layer of its own is on, or one over it blocks that it does not switch itself. */
    private int reach(Mapping mapping) {
        int rank = stack.rank(mapping.layers());
        boolean isBlocked = blockers.stream()
                .filter(blocker -> stack.rank(blocker.id()) > rank)
                .anyMatch(blocker -> mapping.everyAction()
                        .noneMatch(action -> action.layers(names).contains(blocker.id())));
        return isBlocked ? -1 : rank;
    }
}
