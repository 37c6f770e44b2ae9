package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import orchard.signal.Message;

/** What the engine deals with right now: the moment, the way out, and the steps of the trace, if there is one. */
final class Turn {

    private final Outlet outlet;
    private final boolean traced;
    private List<Step> steps = List.of();
    /** The moment, in nanoseconds of the events' clock. */
    long now;

    Turn(Outlet outlet, boolean traced) {
        this.outlet = outlet;
        this.traced = traced;
    }

    void begin() {
        if (traced) {
            steps = new ArrayList<>(4);
        }
    }

    boolean traced() {
        return traced;
    }

    List<Step> steps() {
        return steps;
    }

    void note(Step step) {
        if (traced) {
            steps.add(step);
        }
    }

    void show(String device, Object light, Message message) {
        outlet.show(device, light, message);
    }

    void send(String device, Message message) {
        outlet.send(device, message);
    }
}
