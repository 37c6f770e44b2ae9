package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import orchard.outcome.Outcome;
import orchard.outcome.Refused;
import orchard.signal.Message;

/**
 * What the engine deals with right now: the moment, why, the way out, and the outcomes of the trace, if there is one. Whatever a wire does with a
 * message, the turn goes on.
 */
final class Cycle {

    private final Outlet outlet;
    private final boolean traced;
    private List<Outcome> outcomes = List.of();
    /** The moment, in nanoseconds of the events' clock. */
    long now;
    /** Number of this turn's trace, from 1. */
    long number;

    private long ended;
    /** Number of the trace that set this one off; 0 for none. */
    long cause;
    /** How many turns led here, one answering the other, and how many of them said back the very value. */
    int depth;

    int echoes;
    /** The device the turn began with, or null. */
    State.OfDevice from;
    /** How hard the key was struck that is heard right now, 0..1; NaN for none. */
    double struck;
    /** Whether a mapping acted on what is heard right now. */
    boolean acted;
    /** Whether a panic, or the end of a cable, overtook the event: where things stand is taken, but nothing acts. */
    boolean overtaken;

    Cycle(Outlet outlet, boolean traced) {
        this.outlet = outlet;
        this.traced = traced;
    }

    /** @param because number of the trace that set this one off; 0 for none */
    void begin(long because) {
        number = ended + 1;
        cause = because;
        depth = 0;
        echoes = 0;
        from = null;
        overtaken = false;
        struck = Double.NaN;
        if (traced) {
            outcomes = new ArrayList<>(4);
        }
    }

    /** The turn left a trace. */
    void end() {
        ended = number;
    }

    boolean traced() {
        return traced;
    }

    List<Outcome> outcomes() {
        return outcomes;
    }

    void note(Outcome outcome) {
        if (traced) {
            outcomes.add(outcome);
        }
    }

    void show(State.OfLight light, Outlet.Urgency urgency, Message message) {
        try {
            outlet.show(light.ref.device(), new Outlet.OnLight(light.ref, urgency), message);
        } catch (Throwable t) {
            notSent(light.ref.device(), t);
        }
    }

    void send(String device, Message message) {
        try {
            outlet.send(device, message);
        } catch (Throwable t) {
            notSent(device, t);
        }
    }

    void send(State.OfDevice device, Message message) {
        device.said.said(this, message);
        send(device.id, message);
    }

    /** Drops what still waits to go out to a device. */
    void drop(String device) {
        try {
            outlet.drop(device);
        } catch (Throwable t) {
            notSent(device, t);
        }
    }

    private void notSent(String device, Throwable t) {
        note(new Refused("A message to " + device + " could not be sent: " + Fence.words(t)));
    }
}
