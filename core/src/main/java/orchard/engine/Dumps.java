package orchard.engine;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.outcome.DumpHeard;
import orchard.outcome.DumpLost;
import orchard.outcome.Said;
import orchard.parameter.Parameter;
import orchard.signal.Checksum;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/**
 * What devices tell of many parameters at once, and when they are asked for it: when they come, after any doubt, and when something was chosen with which they
 * stand elsewhere. Until they told, nobody knows where.
 */
final class Dumps {

    /** So often a device is asked before it is said that it does not answer; after that once in a while, for it may not be switched on yet. */
    static final int TIMES = 3;

    /** So long it has to answer each time. */
    static final long PATIENCE_NANOS = 1_000_000_000L;

    private static final long WHILE_NANOS = 5_000_000_000L;

    /** A question whose answer came broken is repeated no sooner than so long after it. */
    private static final long BROKEN_NANOS = 250_000_000L;

    /** So long after both sides moved something the device is asked which of them counts. */
    private static final long CROSSED_NANOS = 100_000_000L;

    private final State state;
    private final Cycle cycle;
    private final Parameters parameters;

    Dumps(State state, Cycle cycle, Parameters parameters) {
        this.state = state;
        this.cycle = cycle;
        this.parameters = parameters;
    }

    /** When a device has to be asked, or has had its time, or {@link Long#MAX_VALUE}. */
    long due() {
        long due = Long.MAX_VALUE;
        for (State.OfDump dump : state.asking) {
            due = Math.min(due, dump.due);
        }
        return due;
    }

    /** Something was chosen with which a device stands elsewhere: by Orchard or by itself, to something else or to the same again. */
    void chosen(State.OfParameter parameter) {
        for (DumpPlan plan : parameter.device.plan.dumps()) {
            if (plan.isAfter(parameter)) {
                for (State.OfParameter told : plan.told()) {
                    if (!plan.isAfter(told)) {
                        parameters.forget(told, plan.isAsked());
                    }
                }
                ask(plan, plan.dump().waitMillis() * 1_000_000L);
            }
        }
    }

    /** Asks a device for all it can tell. */
    void ask(DevicePlan device) {
        for (DumpPlan plan : device.dumps()) {
            ask(plan, 0);
        }
    }

    private void ask(DumpPlan plan, long wait) {
        State.OfDump dump = plan.state();
        if (plan.isAsked() && dump.device.present) {
            dump.asked = 0;
            dump.due = cycle.now + wait;
            if (!state.asking.contains(dump)) {
                state.asking.add(dump);
            }
        }
    }

    /** A device is gone: nothing is asked of it any more. */
    void gone(State.OfDevice device) {
        state.asking.removeIf(dump -> {
            boolean isIts = dump.device == device;
            if (isIts) {
                givesUp(dump);
            }
            return isIts;
        });
    }

    /** Asks whoever has to be asked. */
    void tick() {
        for (State.OfDump dump : List.copyOf(state.asking)) {
            if (dump.due > cycle.now) {
                continue;
            }
            DumpPlan plan = plan(dump);
            boolean isOnceInAWhile = dump.asked >= TIMES;
            if (dump.asked == TIMES && plan != null) {
                givesUp(dump);
                String why = "it was asked for %d times and did not come".formatted(TIMES);
                cycle.note(new DumpLost(dump.device.id, dump.name, why));
            }
            if (plan == null || isOnceInAWhile && plan.isKnown()) {
                state.asking.remove(dump);
                continue;
            }
            dump.asked++;
            dump.askedNanos = cycle.now;
            dump.due = cycle.now + (isOnceInAWhile ? WHILE_NANOS : PATIENCE_NANOS);
            for (Message message : plan.dump().ask()) {
                cycle.send(dump.device.id, message);
                if (!isOnceInAWhile) {
                    cycle.note(new Said(dump.device.id, "question for the " + dump.name, message));
                }
            }
        }
    }

    /** What a dump is by the plan in force; null if there is none any more. */
    private static DumpPlan plan(State.OfDump dump) {
        if (dump.device.plan != null) {
            for (DumpPlan plan : dump.device.plan.dumps()) {
                if (plan.state() == dump) {
                    return plan;
                }
            }
        }
        return null;
    }

    /** Nobody will tell: hands may put the parameters where they are. */
    private static void givesUp(State.OfDump dump) {
        DumpPlan plan = plan(dump);
        if (plan != null) {
            for (State.OfParameter told : plan.told()) {
                told.awaited = false;
                told.goesBack = false;
            }
        }
    }

    /** Takes a message; false if it is none of the device's dumps. */
    boolean heard(DevicePlan device, MidiMessage.SysEx message, boolean oursWins) {
        DumpPlan plan = find(device, message);
        if (plan == null) {
            return false;
        }
        State.OfDump dump = plan.state();
        Optional<String> fault = plan.dump().fault(message);
        if (fault.isPresent()) {
            cycle.note(new DumpLost(device.state().id, dump.name, fault.get()));
            if (dump.asked > 0 && dump.asked < TIMES && state.asking.contains(dump)) {
                dump.due = Math.max(cycle.now, dump.askedNanos + BROKEN_NANOS); // it may only have been noise
            }
            return true;
        }
        dump.last = message;
        boolean isAwaited = state.asking.contains(dump);
        if (isAwaited && dump.asked < TIMES && isEarlier(plan, message)) {
            return true; // the answer to what is asked for is still to come
        }
        boolean isAnswer = cycle.now - dump.askedNanos <= PATIENCE_NANOS; // perhaps to one that was asked twice
        long asked = isAnswer ? dump.askedNanos : Long.MIN_VALUE;
        int told = take(plan, message, true, asked, oursWins);
        if (state.asking.contains(dump) && dump.asked == 0) {
            return true; // what is chosen is told again, or was moments ago: where the rest stands then is asked for
        }
        told += take(plan, message, false, asked, oursWins);
        state.asking.remove(dump);
        if (plan.told().length > 1) {
            cycle.note(new DumpHeard(device.state().id, dump.name, told));
        }
        return true;
    }

    /**
     * Sets parameters of one device by telling it a whole dump, as it was heard last with these values and those that are known since; false if it takes none in which
     * all of them stand, or something in it is not known. It is asked for afterwards: what it says is what counts.
     */
    boolean tell(State.OfDevice device, State.OfParameter[] parameters, double[] positions) {
        DumpPlan plan = taken(device, parameters, positions);
        if (plan == null) {
            return false;
        }
        for (int i = 0; i < parameters.length; i++) {
            this.parameters.setByDump(parameters[i], positions[i]);
        }
        byte[] data = plan.state().last.data();
        for (int i = 0; i < plan.told().length; i++) {
            Parameter of = plan.told()[i].parameter;
            plan.places()[i].put(data, of.real(plan.told()[i].position), of.range());
        }
        Checksum checksum = plan.dump().checksum();
        if (checksum != null) {
            data[checksum.at()] = (byte) checksum.of(new MidiMessage.SysEx(data));
        }
        MidiMessage.SysEx message = new MidiMessage.SysEx(data);
        cycle.send(device.id, message);
        cycle.note(new Said(device.id, "values as one " + plan.state().name, message));
        plan.state().last = message;
        ask(plan, CROSSED_NANOS);
        return true;
    }

    private static DumpPlan taken(State.OfDevice device, State.OfParameter[] parameters, double[] positions) {
        for (DumpPlan plan : device.plan.dumps()) {
            boolean isReady = plan.dump().taken()
                    && parameters.length > 1
                    && plan.state().last != null
                    && plan.begins(plan.state().last) // the dump may be described otherwise since it was heard
                    && plan.dump().fault(plan.state().last).isEmpty()
                    && plan.isKnown()
                    && Stream.of(plan.told()).noneMatch(told -> told.doubted)
                    && Stream.of(parameters).allMatch(plan::tells)
                    && (parameters.length == plan.told().length || !putsElsewhere(plan, parameters, positions));
            if (isReady) {
                return plan;
            }
        }
        return null;
    }

    /** Whether one of these chooses where all the others of the dump stand: then those are not as they are known now. */
    private static boolean putsElsewhere(DumpPlan plan, State.OfParameter[] parameters, double[] positions) {
        for (int i = 0; i < parameters.length; i++) {
            if (plan.isAfter(parameters[i]) && Math.abs(parameters[i].position - positions[i]) >= Position.SAME) {
                return true;
            }
        }
        return false;
    }

    private static DumpPlan find(DevicePlan device, MidiMessage.SysEx message) {
        DumpPlan found = null;
        for (DumpPlan plan : device.dumps()) {
            if (plan.begins(message) && (found == null || plan.head().length > found.head().length)) {
                found = plan;
            }
        }
        return found;
    }

    /** Whether a dump was made before what was chosen last: it tells something else as chosen. */
    private static boolean isEarlier(DumpPlan plan, MidiMessage.SysEx message) {
        for (int i = 0; i < plan.told().length; i++) {
            State.OfParameter told = plan.told()[i];
            double position = told.parameter.position(plan.real(message, i));
            if (plan.isAfter(told) && !told.doubted && Math.abs(position - told.position) >= Position.SAME) {
                return true;
            }
        }
        return false;
    }

    /** Takes the values of what others stand elsewhere with, or of those others; gives how many it took. */
    private int take(DumpPlan plan, MidiMessage.SysEx message, boolean chosen, long askedNanos, boolean oursWins) {
        int taken = 0;
        for (int i = 0; i < plan.told().length; i++) {
            State.OfParameter told = plan.told()[i];
            if (plan.isAfter(told) == chosen && take(told, plan.real(message, i), askedNanos, oursWins)) {
                taken++;
            }
        }
        return taken;
    }

    /** What its own hand says may have met on the wire what Orchard said: who came last there is asked. */
    private void askIfCrossed(State.OfParameter parameter, double real) {
        boolean isLately = !Double.isNaN(parameter.sent) && cycle.now - parameter.sentNanos < PATIENCE_NANOS;
        if (isLately && Math.abs(parameter.parameter.position(real) - parameter.sent) >= Position.SAME) {
            for (DumpPlan plan : parameter.device.plan.dumps()) {
                if (plan.isAsked() && plan.tells(parameter)) {
                    ask(plan, CROSSED_NANOS);
                }
            }
        }
    }

    /** A value that was told; what Orchard set after it had asked is newer than the answer. */
    private boolean take(State.OfParameter parameter, double real, long askedNanos, boolean oursWins) {
        boolean isAnswer = askedNanos != Long.MIN_VALUE;
        boolean isOlder = isAnswer && !Double.isNaN(parameter.sent) && parameter.sentNanos >= askedNanos;
        if (isOlder) {
            if (!parameter.holders.isEmpty() && Double.isNaN(parameter.holders.get(0).before)) {
                parameter.holders.get(0).before = real;
            }
            if (parameter.goesBack) {
                parameters.set(parameter, parameter.parameter.position(real));
            }
            return false;
        }
        if (!isAnswer) {
            askIfCrossed(parameter, real);
        }
        parameters.tells(parameter, real, "", oursWins, isAnswer);
        return true;
    }
}
