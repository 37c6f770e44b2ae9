package orchard.engine;

import java.util.Arrays;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.mapping.Route;
import orchard.outcome.PassedOn;
import orchard.outcome.Refused;
import orchard.outcome.Said;
import orchard.signal.MidiMessage;

/**
 * Passes messages on from device to device. A note that is passed is a press of nobody that owes its end, so that it ends exactly once, whatever ends it; its end goes the way the note began,
 * whatever changed in between. What is said of one note (its key's pressure; on channels of per-note expression its bend, pressure and slide, MIDI Polyphonic Expression 1.0) goes with that note.
 */
final class Routes {

    private static final int SUSTAIN = 64;
    private static final int SLIDE = 74;
    private static final int DATA = 6;
    /** The fine half of a controller has this number more (MIDI 1.0, controller numbers). */
    private static final int FINE = 32;

    private static final int RPN_FINE = 100;
    private static final int RPN_COARSE = 101;
    private static final int ZONE = 6;
    private static final int SOFT = 67;
    private static final String WHY = "passed on";
    private static final int ALL_SOUND_OFF = 120;
    private static final int RESET_CONTROLLERS = 121;
    private static final int LOCAL_CONTROL = 122;
    /** How fast a key comes up that nobody told (MIDI 1.0, note off). */
    private static final int OFF = 64;

    private static final int REST = 8192;
    private static final long NEVER = Long.MAX_VALUE;
    private static final long MILLI = 1_000_000;

    /** Values are passed on while a slow wire is behind by no more; what comes after waits. Four messages on a DIN plug. */
    private static final long BEHIND = 4 * MILLI;

    /** So much of a slow wire values may take: a quarter is left to hands and lights. */
    private static final int SHARE_PERCENT = 75;

    private static final int NOTE_BYTES = 3;

    private final State state;
    private final Cycle cycle;
    private final Payments payments;
    private final Parameters parameters;

    Routes(State state, Cycle cycle, Payments payments, Parameters parameters) {
        this.parameters = parameters;
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
        zone(from.state(), message);
        Plan.RoutePlan[] routes = from.state().routes;
        if (routes.length == 0) {
            return;
        }
        if (message instanceof MidiMessage.NoteOff off) {
            end(routes, off.channel(), off.note(), off.velocity());
        } else if (message instanceof MidiMessage.NoteOn on && on.velocity() == 0) {
            end(routes, on.channel(), on.note(), OFF);
        } else if (!cycle.overtaken) {
            go(from, routes, message, taken);
        }
    }

    /** When the next value that waited is passed on. */
    long due() {
        long due = NEVER;
        for (State.OfRoute of : state.thinned) {
            due = Math.min(due, of.due);
        }
        return due;
    }

    /** Passes on what waited until now. */
    void tick() {
        for (State.OfRoute of : List.copyOf(state.thinned)) {
            if (of.due <= cycle.now) {
                passWaiting(of.plan, message -> false);
            }
        }
    }

    private void go(DevicePlan from, Plan.RoutePlan[] routes, MidiMessage message, boolean taken) {
        if (cycle.from != from.state()) {
            Causes.heard(cycle, from.state(), message);
        }
        if (cycle.echoes
                >= Causes.ECHOES) { // two players on two devices answer one another as well, but not by the very same
            cycle.note(new Refused("What " + from.device().name() + " says comes back to it by its routes to "
                    + Stream.of(routes).map(route -> route.name()).distinct().collect(Collectors.joining(" and "))
                    + ": it is passed on no further"));
            return;
        }
        boolean isOfNotes = isExpression(message) && (from.state().members >> message.channel() & 1) == 1;
        boolean isPlayed = isOfNotes && isPlayed(routes, message.channel());
        for (Plan.RoutePlan route : routes) {
            boolean passes = route.route().passes(message)
                    && (!taken || route.route().mapped())
                    && route.to().present
                    && !route.state().silent
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
        State.OfRoute of = route.state();
        Route.Changes changes = route.route().changes();
        int channel = changes.channelOf(message.channel());
        if (message instanceof MidiMessage.NoteOn on) {
            passWaiting(route, waits -> isExpression(waits) && waits.channel() == channel);
            int key = key(on.channel(), on.note());
            release(of, key, OFF); // struck again before it ended
            int note = on.note() + changes.transpose();
            Press press = Press.typed(cycle.number);
            of.notes.put(key, new State.Passed(press, channel, note));
            MidiMessage passed = new MidiMessage.NoteOn(channel, note, changes.velocity(on.velocity()));
            note(route, passed);
            carries(route, NOTE_BYTES, 100);
            payments.say(press, route.to(), passed, WHY);
        } else if (message instanceof MidiMessage.PolyPressure pressure) {
            State.Passed passed = of.notes.get(key(pressure.channel(), pressure.note()));
            if (passed != null) {
                thin(route, new MidiMessage.PolyPressure(passed.channel(), passed.note(), pressure.pressure()));
            }
        } else {
            if (message instanceof MidiMessage.ControlChange mode && mode.number() >= ALL_SOUND_OFF) {
                modeOf(route, mode);
            }
            thin(route, message.channel() == 0 || channel == message.channel() ? message : message.on(channel));
        }
    }

    /** Whoever is told that all notes end, or all controllers rest, needs not be told of each later on (MIDI 1.0, channel mode messages). */
    private void modeOf(Plan.RoutePlan route, MidiMessage.ControlChange mode) {
        State.OfRoute of = route.state();
        if (mode.number() == RESET_CONTROLLERS) {
            int channel = route.route().changes().channelOf(mode.channel());
            for (int pedal = 0; pedal < of.pedals.length; pedal++) {
                of.pedals[pedal] &= ~(1 << channel);
            }
            of.bends &= ~(1 << channel);
        } else if (mode.number() != LOCAL_CONTROL) {
            for (int key : List.copyOf(of.notes.keySet())) {
                if (key >> 7 == mode.channel()) {
                    release(of, key, OFF);
                }
            }
        }
    }

    /** Passes a message on at once, or a value when the one before it is long enough ago and the wire bears it. */
    private void thin(Plan.RoutePlan route, MidiMessage message) {
        State.OfRoute of = route.state();
        long apart = route.route().changes().apart() * MILLI;
        Integer value = apart == 0 && route.byteNanos() == 0 ? null : value(message);
        if (value == null) {
            if (!(message instanceof MidiMessage.SystemMessage)) {
                passWaiting(route, waits -> waits.channel() == message.channel()); // the clock waits for nobody
            }
            say(route, message);
            return;
        }
        Long before = of.said.get(value);
        if (of.waiting.isEmpty() && bears(route) && (before == null || cycle.now - before >= apart)) {
            of.said.put(value, cycle.now);
            say(route, message);
            return;
        }
        if (of.waiting.isEmpty()) {
            of.due = Math.max(before == null ? cycle.now : before + apart, free(route));
            state.thinned.add(of);
        }
        if (message instanceof MidiMessage.ControlChange fine
                && of.waiting.containsKey(value - FINE)
                && fine.number() >= FINE
                && fine.number() < 2 * FINE) {
            of.waiting.remove(value); // it counts from its coarse half, and goes behind it
        }
        of.waiting.put(value, message); // in its old place: what moves fastest would never be its turn
    }

    /** Whether the wire to where a route leads has room for a value. */
    private boolean bears(Plan.RoutePlan route) {
        return free(route) <= cycle.now;
    }

    /** When it has. */
    private static long free(Plan.RoutePlan route) {
        return route.byteNanos() == 0 ? Long.MIN_VALUE : route.to().wireFree - BEHIND;
    }

    /** So many bytes take their time on a slow wire. */
    private void carries(Plan.RoutePlan route, int bytes, int percent) {
        long nanos = bytes * route.byteNanos() * 100 / percent;
        route.to().wireFree = Math.max(cycle.now, route.to().wireFree) + nanos;
    }

    /**
     * Passes on what waits of a route, in the order in which it began to wait, as far as the wire bears it.
     *
     * @param must what cannot wait any longer, whatever the wire bears
     */
    private void passWaiting(Plan.RoutePlan route, Predicate<MidiMessage> must) {
        State.OfRoute of = route.state();
        if (of.waiting.isEmpty()) {
            return;
        }
        boolean some = of.waiting.entrySet().removeIf(entry -> {
            boolean goes = bears(route) || must.test(entry.getValue());
            if (goes) {
                of.said.put(entry.getKey(), cycle.now);
                if (route.to().present) {
                    say(route, entry.getValue());
                }
            }
            return goes;
        });
        of.due = Math.max(cycle.now + 1, free(route));
        if (some) {
            state.thinned.remove(of);
            if (!of.waiting.isEmpty()) {
                state.thinned.add(of); // behind the others that wait for the wire
            }
        }
    }

    /** Which value a message tells that may be left out if another follows; null if none may be. */
    private static Integer value(MidiMessage message) {
        int kind;
        int number = 0;
        if (message instanceof MidiMessage.ControlChange cc) {
            if (!isValue(cc.number())) {
                return null;
            }
            kind = 0;
            number = cc.number();
        } else if (message instanceof MidiMessage.PitchBend) {
            kind = 1;
        } else if (message instanceof MidiMessage.ChannelPressure) {
            kind = 2;
        } else if (message instanceof MidiMessage.PolyPressure pressure) {
            kind = 3;
            number = pressure.note();
        } else {
            return null;
        }
        return kind << 12 | message.channel() << 7 | number;
    }

    /** Banks, data, numbers of parameters, pedals and modes are no values that may be left out (MIDI 1.0, controller numbers). */
    private static boolean isValue(int controller) {
        boolean isSequence = controller % 32 == 0 && controller < 64
                || controller % 32 == DATA && controller < 64
                || controller >= 96 && controller <= RPN_COARSE;
        boolean isPedal = controller >= SUSTAIN && controller <= 69;
        return !isSequence && !isPedal && controller < 120;
    }

    private void say(Plan.RoutePlan route, MidiMessage message) {
        State.OfRoute of = route.state();
        if (message instanceof MidiMessage.ControlChange cc && cc.number() >= SUSTAIN && cc.number() <= SOFT) {
            int pedal = cc.number() - SUSTAIN;
            of.pedals[pedal] =
                    cc.value() > 0 ? of.pedals[pedal] | 1 << cc.channel() : of.pedals[pedal] & ~(1 << cc.channel());
        } else if (message instanceof MidiMessage.PitchBend bend) {
            of.bends = bend.bend() != REST ? of.bends | 1 << bend.channel() : of.bends & ~(1 << bend.channel());
        }
        note(route, message);
        if (route.byteNanos() > 0) {
            carries(route, message.wireBytes(), value(message) == null ? 100 : SHARE_PERCENT);
        }
        State.OfDevice to = route.to();
        if (parameters.passes(to, message)) {
            return; // its lights and whoever follows it know
        }
        cycle.send(to, message);
        if (cycle.traced()) {
            cycle.note(new Said(to.id, WHY, message));
        }
        if (message instanceof MidiMessage.ControlChange half && to.plan.joins()) {
            parameters.passed(to, of.joiner.fine(half));
            parameters.passed(to, of.joiner.numbered(half));
        }
    }

    private void note(Plan.RoutePlan route, MidiMessage message) {
        if (cycle.traced()) {
            cycle.note(new PassedOn(route.state().id, route.to().id, message));
        }
    }

    private void end(Plan.RoutePlan[] routes, int channel, int note, int velocity) {
        for (Plan.RoutePlan route : routes) {
            if (route.state().notes.containsKey(key(channel, note))) {
                passWaiting(route, waits -> false);
                carries(route, NOTE_BYTES, 100);
                release(route.state(), key(channel, note), velocity);
            }
        }
    }

    private void release(State.OfRoute of, int key, int velocity) {
        State.Passed passed = of.notes.remove(key);
        if (passed != null) {
            payments.pay(passed.press(), velocity);
            state.ledger.end(passed.press());
        }
    }

    /** Ends what a route keeps sounding, and puts back what it moved: pedals and bends. */
    private void letGo(Plan.RoutePlan route, List<Plan.RoutePlan> others) {
        State.OfRoute of = route.state();
        passWaiting(route, waits -> true);
        for (int key : List.copyOf(of.notes.keySet())) {
            release(of, key, OFF);
        }
        int[] pedals = of.pedals.clone();
        int bends = of.bends;
        for (Plan.RoutePlan other : others) {
            for (int pedal = 0; other.to() == route.to() && pedal < pedals.length; pedal++) {
                pedals[pedal] &= ~other.state().pedals[pedal]; // it holds them as well
            }
            bends &= other.to() == route.to() ? ~other.state().bends : ~0;
        }
        Arrays.fill(of.pedals, 0);
        of.bends = 0;
        of.said.clear();
        for (int channel = 1; route.to().present && channel <= 16; channel++) {
            for (int pedal = 0; pedal < pedals.length; pedal++) {
                if ((pedals[pedal] >> channel & 1) == 1) {
                    say(route, new MidiMessage.ControlChange(channel, SUSTAIN + pedal, 0));
                }
            }
            if ((bends >> channel & 1) == 1) {
                say(route, new MidiMessage.PitchBend(channel, REST));
            }
        }
    }

    /** Lets go of what goes by some routes. */
    void letGo(Plan plan, Predicate<Plan.RoutePlan> which) {
        List<Plan.RoutePlan> others =
                plan.routes().stream().filter(which.negate()).toList();
        plan.routes().stream().filter(which).forEach(route -> letGo(route, others));
    }

    /** A device is gone: what it kept sounding elsewhere ends, and nobody knows any more on which channels it says one note each. */
    void gone(Plan plan, State.OfDevice device) {
        letGo(plan, route -> route.from() == device || route.to() == device);
        device.members = 0;
        device.upper = 0;
        device.wireFree = 0;
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
