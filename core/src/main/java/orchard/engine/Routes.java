package orchard.engine;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import orchard.outcome.PassedOn;
import orchard.outcome.Refused;
import orchard.signal.MidiMessage;

/**
 * Passes messages on from device to device. A note that is passed is a press of nobody that owes its end, so that it ends exactly once, whatever ends it; its end goes the way the note began,
 * whatever changed in between. What is said of one note (its key's pressure; on channels of per-note expression its bend, pressure and slide, MIDI Polyphonic Expression 1.0) goes with that note.
 */
final class Routes {

    private static final int SUSTAIN = 64;
    private static final int SLIDE = 74;
    private static final int DATA = 6;
    private static final int RPN_FINE = 100;
    private static final int RPN_COARSE = 101;
    private static final int ZONE = 6;
    private static final int DOWN = 64;
    private static final int REST = 8192;

    /** A note that sounds because of a route. */
    private record Passed(Press press, int channel, int note) {}

    /** What one route keeps sounding and moved. */
    static final class OfRoute {
        final String id;
        Plan.RoutePlan plan;
        private final Map<Integer, Passed> notes = new HashMap<>();
        /** On which channels the pedal is down and the pitch is bent at its end, a bit each. */
        private int pedals;

        private int bends;

        OfRoute(String id) {
            this.id = id;
        }

        boolean plays(int channel) {
            return notes.keySet().stream().anyMatch(key -> key >> 7 == channel);
        }
    }

    private final State state;
    private final Cycle cycle;
    private final Payments payments;

    Routes(State state, Cycle cycle, Payments payments) {
        this.state = state;
        this.cycle = cycle;
        this.payments = payments;
    }

    private static int key(int channel, int note) {
        return channel << 7 | note;
    }

    /**
     * A device said something.
     *
     * @param taken whether a mapping acted on it
     */
    void pass(DevicePlan from, MidiMessage message, boolean taken) {
        Plan.RoutePlan[] routes = from.state().routes;
        if (routes.length == 0) {
            return;
        }
        zone(from.state(), message);
        if (message instanceof MidiMessage.NoteOff off) {
            end(routes, off.channel(), off.note(), off.velocity());
        } else if (message instanceof MidiMessage.NoteOn on && on.velocity() == 0) {
            end(routes, on.channel(), on.note(), 64);
        } else if (!cycle.overtaken) {
            go(from, routes, message, taken);
        }
    }

    private void go(DevicePlan from, Plan.RoutePlan[] routes, MidiMessage message, boolean taken) {
        if (cycle.from != from.state()) {
            Causes.heard(cycle, from.state(), message);
        }
        if (Causes.isLoop(cycle)) {
            cycle.note(new Refused(
                    "What " + from.device().name() + " says comes back to it by routes: it is passed on no further"));
            return;
        }
        boolean isOfNotes = isExpression(message) && (from.state().members >> message.channel() & 1) == 1;
        boolean isPlayed = isOfNotes && isPlayed(routes, message.channel());
        for (Plan.RoutePlan route : routes) {
            boolean passes = route.route().passes(message)
                    && (!taken || route.route().mapped())
                    && route.to().present
                    && (!isPlayed || route.state().plays(message.channel()));
            if (passes) {
                pass(route, message);
            }
        }
    }

    private static boolean isPlayed(Plan.RoutePlan[] routes, int channel) {
        for (Plan.RoutePlan route : routes) {
            if (route.state().plays(channel)) {
                return true;
            }
        }
        return false;
    }

    private static boolean isExpression(MidiMessage message) {
        return message instanceof MidiMessage.PitchBend
                || message instanceof MidiMessage.ChannelPressure
                || message instanceof MidiMessage.ControlChange cc && cc.number() == SLIDE;
    }

    private void pass(Plan.RoutePlan route, MidiMessage message) {
        OfRoute of = route.state();
        int channel = route.route().channelOf(message.channel());
        if (message instanceof MidiMessage.NoteOn on) {
            int note = on.note() + route.route().transpose();
            release(of, key(on.channel(), on.note())); // struck again before it ended
            Press press = Press.typed(cycle.number);
            of.notes.put(key(on.channel(), on.note()), new Passed(press, channel, note));
            MidiMessage passed = new MidiMessage.NoteOn(channel, note, on.velocity());
            payments.say(press, route.to(), passed, "passed on");
            note(route, passed);
            return;
        }
        if (message instanceof MidiMessage.PolyPressure pressure) {
            Passed passed = of.notes.get(key(pressure.channel(), pressure.note()));
            if (passed != null) {
                say(route, new MidiMessage.PolyPressure(passed.channel, passed.note, pressure.pressure()));
            }
            return;
        }
        if (message instanceof MidiMessage.ControlChange cc && cc.number() == SUSTAIN) {
            of.pedals = cc.value() >= DOWN ? of.pedals | 1 << channel : of.pedals & ~(1 << channel);
        } else if (message instanceof MidiMessage.PitchBend bend) {
            of.bends = bend.bend() != REST ? of.bends | 1 << channel : of.bends & ~(1 << channel);
        }
        say(route, message.channel() == 0 || channel == message.channel() ? message : message.on(channel));
    }

    private void say(Plan.RoutePlan route, MidiMessage message) {
        cycle.send(route.to(), message);
        note(route, message);
    }

    private void note(Plan.RoutePlan route, MidiMessage message) {
        if (cycle.traced()) {
            cycle.note(new PassedOn(route.state().id, route.to().id, message));
        }
    }

    private void end(Plan.RoutePlan[] routes, int channel, int note, int velocity) {
        for (Plan.RoutePlan route : routes) {
            release(route.state(), key(channel, note));
        }
    }

    private void release(OfRoute of, int key) {
        Passed passed = of.notes.remove(key);
        if (passed != null) {
            payments.pay(passed.press);
            state.ledger.end(passed.press);
        }
    }

    /** Ends what a route keeps sounding, and puts back what it moved: pedals and bends. */
    void letGo(Plan.RoutePlan route) {
        OfRoute of = route.state();
        for (int key : List.copyOf(of.notes.keySet())) {
            release(of, key);
        }
        for (int channel = 1; channel <= 16; channel++) {
            if (route.to().present && (of.pedals >> channel & 1) == 1) {
                say(route, new MidiMessage.ControlChange(channel, SUSTAIN, 0));
            }
            if (route.to().present && (of.bends >> channel & 1) == 1) {
                say(route, new MidiMessage.PitchBend(channel, REST));
            }
        }
        of.pedals = 0;
        of.bends = 0;
    }

    /** Lets go of what goes by some routes. */
    void letGo(Plan plan, Predicate<Plan.RoutePlan> which) {
        plan.routes().stream().filter(which).forEach(this::letGo);
    }

    /** A device is gone: what it kept sounding elsewhere ends, and nobody knows any more on which channels it says one note each. */
    void gone(Plan plan, State.OfDevice device) {
        letGo(plan, route -> route.from() == device || route.to() == device);
        device.members = 0;
        device.upper = 0;
    }

    /** Another plan takes effect: routes that are gone or others let go; the rest play on. */
    void replan(Plan before, Plan next) {
        letGo(before, route -> next.routes().stream().noneMatch(route::goesOnAs));
    }

    /** The channels on which a device says one note each (RPN 6 on channel 1 or 16). */
    private static void zone(State.OfDevice device, MidiMessage message) {
        if (!(message instanceof MidiMessage.ControlChange cc) || cc.channel() != 1 && cc.channel() != 16) {
            return;
        }
        boolean isLower = cc.channel() == 1;
        int[] rpn = device.rpn;
        int at = isLower ? 0 : 2;
        if (cc.number() == RPN_COARSE) {
            rpn[at] = cc.value();
        } else if (cc.number() == RPN_FINE) {
            rpn[at + 1] = cc.value();
        } else if (cc.number() == DATA && rpn[at] == 0 && rpn[at + 1] == ZONE) {
            int count = Math.min(15, cc.value());
            int own = 0;
            for (int i = 1; i <= count; i++) {
                own |= 1 << (isLower ? 1 + i : 16 - i);
            }
            int other = device.members & (isLower ? device.upper : ~device.upper);
            device.upper = isLower ? device.upper & ~own : own;
            device.members = other & ~own | own;
        }
    }
}
