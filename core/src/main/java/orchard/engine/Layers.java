package orchard.engine;

import java.util.List;
import java.util.Objects;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.engine.Plan.LayerPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.gear.Layer;
import orchard.gear.LayerStack;
import orchard.outcome.LayersTurned;
import orchard.outcome.Refused;

/**
 * Which layers are on, and what that makes of controls: the mappings that listen to each are worked out here, when the stack changes, and not when a control
 * moves. Held layers lie over those that stay on by themselves, in the order in which they were pressed, and come off in any.
 */
final class Layers {

    private final State state;
    private final Cycle cycle;
    private final Lights lights;
    private final Consumer<State.OfControl> retouched;

    /** @param retouched is told of every touch sense whose finger may lie on something else now */
    Layers(State state, Cycle cycle, Lights lights, Consumer<State.OfControl> retouched) {
        this.state = state;
        this.cycle = cycle;
        this.lights = lights;
        this.retouched = retouched;
    }

    /** Another plan took effect: what is gone is off, and all is worked out anew. */
    void replanned(Plan next) {
        List<LayerPlan> before = state.layers;
        state.layers = next.layers();
        speakers(before);
        state.layered = next.layered();
        state.latched.removeIf(
                layer -> layer.plan == null || !layer.plan.layer().together().isEmpty());
        state.holding.removeIf(
                held -> held.layer.plan == null || !held.layer.plan.layer().switched());
        int[] places = next.mappings().stream()
                .map(MappingPlan::state)
                .mapToInt(Layers::place)
                .toArray();
        for (MappingPlan mapping : next.mappings()) { // those that layers do not decide about stay so
            mapping.state().active = true;
            mapping.state().rank = 0;
        }
        restack();
        for (int i = 0; i < places.length; i++) {
            tell(next.mappings().get(i), places[i]);
        }
        next.touchSenses().forEach(retouched);
    }

    /** Which channels stand for layers now; one that does no longer is nobody's. */
    private void speakers(List<LayerPlan> before) {
        Stream.concat(before.stream(), state.layers.stream())
                .map(LayerPlan::speaker)
                .filter(Objects::nonNull)
                .forEach(speaker -> speaker.spares = 0);
        for (LayerPlan layer : state.layers) {
            if (layer.speaker() != null) {
                layer.speaker().spares |= 1 << layer.number();
            }
        }
        for (LayerPlan layer : before) {
            State.OfDevice speaker = layer.speaker();
            if (speaker != null && (speaker.spares >> speaker.channel.at & 1) == 0) {
                speaker.channel.at = 0;
            }
        }
    }

    /** A device spoke on one of its channels that stand for layers, or on its own (0). */
    void speaks(State.OfDevice device, int channel) {
        if (device.channel.at != channel) {
            device.channel.at = channel;
            turned(device.channel);
        }
    }

    private static int place(State.OfMapping mapping) {
        return mapping.active ? mapping.rank : -1;
    }

    /** Lights are told if a mapping lies elsewhere than before. */
    private void tell(MappingPlan mapping, int before) {
        if (before != place(mapping.state())) {
            mapping.answers().forEach(answer -> lights.turned(answer.light()));
        }
    }

    /** A page was turned. */
    void turned(State.OfSelector pages) {
        for (LayerPlan layer : state.layers) {
            if (layer.page() == pages) {
                restack();
                return;
            }
        }
    }

    /** Holds a layer on until what is given back is paid. */
    Debt.Layer hold(State.OfLayer layer) {
        Debt.Layer held = new Debt.Layer(layer, false);
        if (layer.plan != null) {
            state.holding.add(held);
            restack();
        }
        return held;
    }

    /** What was held is held no longer. */
    void letGo(Debt.Layer held) {
        if (state.holding.remove(held)) {
            restack();
        }
    }

    /** Whether a layer stays on by itself. */
    boolean isLatched(State.OfLayer layer) {
        return state.latched.contains(layer);
    }

    /** A layer stays on from now on, over all others that do, or is off unless it is held. */
    void latch(State.OfLayer layer, boolean on) {
        if (layer.plan == null) {
            return;
        }
        state.latched.remove(layer);
        if (on) {
            addLatched(layer);
        }
        restack();
    }

    private void addLatched(State.OfLayer layer) {
        state.latched.removeIf(other -> layer.plan.layer().excludes(other.plan.layer()));
        state.latched.add(layer);
    }

    /** A layer is on for the next press; asked for once more it is off again. */
    void next(State.OfLayer layer) {
        boolean was = state.holding.removeIf(held -> held.next && held.layer == layer);
        if (!was && layer.plan != null) {
            state.holding.add(new Debt.Layer(layer, true));
        }
        restack();
    }

    /** What is on for the next press only. */
    List<Debt.Layer> nexts() {
        for (Debt.Layer held : state.holding) {
            if (held.next) {
                return state.holding.stream().filter(one -> one.next).toList();
            }
        }
        return List.of();
    }

    /** The next press came: what was on for it is off. */
    void used(List<Debt.Layer> nexts) {
        if (!nexts.isEmpty() && state.holding.removeAll(nexts)) {
            restack();
        }
    }

    /** Goes on to another of some layers, round at the ends. */
    void goOn(State.OfLayer[] layers, int by) {
        int at = -1;
        for (int i = 0; i < layers.length; i++) {
            at = isLatched(layers[i]) ? i : at;
        }
        if (layers.length > 0) {
            int from = at < 0 && by > 0 ? -1 : Math.max(at, 0); // from none, one on is the first and one back the last
            latch(layers[Math.floorMod(from + by, layers.length)], true);
        }
    }

    /** A person switched a layer on a page; off is off, whoever holds it. */
    void byHand(String id, boolean on) {
        LayerPlan layer = state.layers.stream()
                .filter(one -> one.state().id.equals(id))
                .findFirst()
                .orElse(null);
        if (layer == null) {
            cycle.note(new Refused("There is no such layer any more"));
        } else if (!layer.layer().switched()) {
            cycle.note(new Refused(layer.layer().name() + " comes and goes by itself"));
        } else {
            state.holding.removeIf(held -> !on && held.layer == layer.state());
            latch(layer.state(), on);
        }
    }

    /** Everything was stopped: nothing is on for a press to come. */
    void panic() {
        used(nexts());
    }

    /** Works out what is on, and what that makes of everything. */
    private void restack() {
        for (LayerPlan layer : state.layers) {
            if (layer.page() != null) {
                boolean isOpen = layer.page().at == layer.number();
                if (!isOpen) {
                    state.latched.remove(layer.state());
                } else if (!isLatched(layer.state())) {
                    addLatched(layer.state());
                }
            }
        }
        List<State.OfLayer> before = List.copyOf(state.stack);
        List<State.OfLayer> now = stack();
        before.forEach(layer -> layer.rank = 0);
        state.stack.clear();
        for (State.OfLayer layer : now) {
            state.stack.add(layer);
            layer.rank = state.stack.size();
        }
        listen();
        if (!before.equals(now)) {
            note(before, now);
        }
    }

    /** The layers that are on, the lowest first. */
    private List<State.OfLayer> stack() {
        List<Layer> all = state.layers.stream().map(LayerPlan::layer).toList();
        LayerStack stack = LayerStack.of(
                all,
                ids(state.latched),
                state.holding.stream().map(held -> held.layer.id).toList());
        return stack.on().stream()
                .map(id -> state.layers.stream()
                        .filter(one -> one.layer().id().equals(id))
                        .findFirst()
                        .orElseThrow()
                        .state())
                .toList();
    }

    /** Who listens to what; lights that showed somebody else's answer are told anew. */
    private void listen() {
        State.OfControl[] controls = state.layered;
        state.looked++;
        for (State.OfControl control : controls) {
            for (MappingPlan mapping : control.about) {
                State.OfMapping of = mapping.state();
                if (of.looked != state.looked) {
                    of.looked = state.looked;
                    of.wasRank = place(of);
                    of.active = false;
                    of.rank = Math.max(0, rank(mapping));
                }
            }
        }
        for (State.OfControl control : controls) {
            control.listeners = listeners(control);
            for (MappingPlan mapping : control.listeners) {
                mapping.state().active = true;
            }
        }
        state.looked++;
        for (State.OfControl control : controls) {
            for (MappingPlan mapping : control.about) {
                State.OfMapping of = mapping.state();
                if (of.looked != state.looked) {
                    of.looked = state.looked;
                    tell(mapping, of.wasRank);
                }
            }
            if (control.touches.length > 0) {
                retouched.accept(control);
            }
        }
    }

    /** The mappings that listen to a control: the topmost layer's that has any, unless a layer between blocks. */
    private MappingPlan[] listeners(State.OfControl control) {
        int top = -1;
        int count = 0;
        for (MappingPlan mapping : control.about) {
            int rank = reach(mapping);
            if (rank > top) {
                top = rank;
                count = 0;
            }
            count += rank == top ? 1 : 0;
        }
        if (top < 0) {
            return Nothing.MAPPINGS;
        }
        if (count == control.about.length) {
            return control.about;
        }
        MappingPlan[] listeners = new MappingPlan[count];
        int i = 0;
        for (MappingPlan mapping : control.about) {
            if (reach(mapping) == top) {
                listeners[i++] = mapping;
            }
        }
        return listeners;
    }

    /** The rank of the highest layer a mapping lives in that is on; 0 below all layers; −1 if none of its layers is on. */
    private static int rank(MappingPlan mapping) {
        int rank = mapping.layers().length == 0 ? 0 : -1;
        for (State.OfLayer layer : mapping.layers()) {
            rank = layer.rank > 0 ? Math.max(rank, layer.rank) : rank;
        }
        return rank;
    }

    /** The same, but −1 under a layer that blocks; what switches that layer is never blocked, so that nobody is caught in one. */
    private int reach(MappingPlan mapping) {
        int rank = rank(mapping);
        return rank < 0 || blocker(mapping, rank) != null ? -1 : rank;
    }

    private State.OfLayer blocker(MappingPlan mapping, int rank) {
        for (int i = state.stack.size() - 1; i >= rank; i--) {
            State.OfLayer layer = state.stack.get(i);
            if (layer.plan.layer().blocks() && !mapping.switches(layer)) {
                return layer;
            }
        }
        return null;
    }

    /** Whether a mapping listens to a control now. */
    boolean listens(State.OfControl control, MappingPlan mapping) {
        for (MappingPlan listener : control.listeners) {
            if (listener == mapping) {
                return true;
            }
        }
        return false;
    }

    /** Why a mapping does not listen to a control now. */
    String why(State.OfControl control, MappingPlan mapping) {
        int rank = rank(mapping);
        if (rank < 0) {
            return Stream.of(mapping.layers())
                            .map(layer -> "layer " + name(layer))
                            .collect(Collectors.joining(" or "))
                    + " is not on";
        }
        State.OfLayer blocker = blocker(mapping, rank);
        if (blocker != null) {
            return "layer " + name(blocker) + " blocks what it does not use itself";
        }
        int top = control.listeners.length == 0 ? 0 : rank(control.listeners[0]);
        return "layer " + (top == 0 ? "" : name(state.stack.get(top - 1))) + " lies over it";
    }

    private static String name(State.OfLayer layer) {
        return layer.plan == null ? layer.id : layer.plan.layer().name();
    }

    private void note(List<State.OfLayer> before, List<State.OfLayer> now) {
        for (LayerPlan layer : state.layers) {
            if (before.contains(layer.state()) != now.contains(layer.state())) {
                lights.turned(layer.state());
            }
        }
        now.stream().filter(layer -> !before.contains(layer)).forEach(layer -> Triggers.turned(state, layer, true));
        before.stream().filter(layer -> !now.contains(layer)).forEach(layer -> Triggers.turned(state, layer, false));
        cycle.note(new LayersTurned(
                ids(now),
                ids(state.latched.stream()
                        .filter(layer -> layer.plan.layer().switched())
                        .toList()),
                ids(now.stream().filter(layer -> !before.contains(layer)).toList()),
                ids(before.stream().filter(layer -> !now.contains(layer)).toList())));
    }

    private static List<String> ids(List<State.OfLayer> layers) {
        return layers.stream().map(layer -> layer.id).toList();
    }
}
