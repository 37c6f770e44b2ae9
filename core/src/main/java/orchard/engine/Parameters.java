package orchard.engine;

import java.util.Iterator;
import java.util.function.Consumer;
import orchard.outcome.ParameterForgotten;
import orchard.outcome.ParameterSet;
import orchard.outcome.ParameterTold;
import orchard.outcome.Reconciled;
import orchard.outcome.Refused;
import orchard.outcome.Unconfirmed;
import orchard.outcome.VariableSet;
import orchard.parameter.Binding;
import orchard.parameter.Parameter;
import orchard.signal.Message;

/** What Orchard sets and what devices tell: the one place that decides where a parameter stands. */
final class Parameters {

    private final State state;
    private final Cycle cycle;
    private final Lights lights;
    private final Consumer<State.OfParameter> watched;
    private final Consumer<State.OfParameter> chosen;

    /**
     * @param watched is told of parameters that foci go with, when they stand elsewhere
     * @param chosen is told of parameters with which a device puts others elsewhere, when they are chosen
     */
    Parameters(
            State state,
            Cycle cycle,
            Lights lights,
            Consumer<State.OfParameter> watched,
            Consumer<State.OfParameter> chosen) {
        this.watched = watched;
        this.chosen = chosen;
        this.state = state;
        this.cycle = cycle;
        this.lights = lights;
    }

    /** When something a device told has to be taken over, or {@link Long#MAX_VALUE}. */
    long due() {
        long due = Long.MAX_VALUE;
        for (State.OfParameter parameter : state.doubtful) {
            due = Math.min(due, settles(parameter));
        }
        return due;
    }

    /** The value in words: the device's own where it told them. */
    static String text(State.OfParameter parameter) {
        if (parameter.text == null) {
            parameter.text = parameter.parameter.text(parameter.position);
        }
        return parameter.text;
    }

    /** Where a parameter stands, or its default where that is not known. */
    static double known(State.OfParameter parameter) {
        Parameter of = parameter.parameter;
        return Double.isNaN(parameter.position) ? of.position(of.standard()) : parameter.position;
    }

    /** Sets a parameter whose device is there; false if it stands there already, by its device's own word. */
    boolean set(State.OfParameter parameter, double position) {
        if (state.changed.parameter != parameter) {
            state.changed.parameter = parameter;
            lights.turned(state.changed);
        }
        return put(parameter, position);
    }

    /** Its device is told where it stands by a message that tells others too. */
    void setByDump(State.OfParameter parameter, double position) {
        parameter.sets++;
        moved(parameter, settled(parameter.parameter, position));
        parameter.sentNanos = cycle.now;
        parameter.confirmed = false;
        parameter.doubted = false;
        parameter.goesBack = false;
    }

    /** The same without being the one that was changed last. */
    private boolean put(State.OfParameter parameter, double position) {
        parameter.sets++;
        double settled = settled(parameter.parameter, position);
        boolean stands = Math.abs(parameter.position - settled) < Position.SAME / 10;
        if (stands && parameter.confirmed) {
            return false;
        }
        if (stands && cycle.depth > Causes.AGAIN && cycle.from == parameter.device) {
            cycle.note(new Unconfirmed(parameter.ref, Causes.AGAIN));
            return false;
        }
        moved(parameter, settled);
        isActive(parameter.device);
        Message message = message(parameter);
        parameter.confirmed = message == null;
        parameter.doubted = false; // a hand says now what it should be
        parameter.awaited = false;
        parameter.goesBack = false;
        send(parameter, message);
        return true;
    }

    /** Puts a parameter where it has to be once its device is back: what was agreed before tells then that this is news. */
    void setAway(State.OfParameter parameter, double position) {
        parameter.sets++;
        moved(parameter, settled(parameter.parameter, position));
        parameter.confirmed = false;
    }

    private void moved(State.OfParameter parameter, double settled) {
        parameter.position = settled;
        parameter.text = null;
        parameter.sent = settled;
        stoodAnew(parameter);
    }

    /** Whether a position would be sent as something else than what was sent last; always of a variable. */
    static boolean isNews(State.OfParameter parameter, double position) {
        Message message = message(parameter.parameter, position);
        return message == null
                || Double.isNaN(parameter.sent)
                || !message.equals(message(parameter.parameter, parameter.sent));
    }

    /** The message that says where it stands; null if nobody has to be told. */
    private static Message message(State.OfParameter parameter) {
        return message(parameter.parameter, parameter.position);
    }

    private static Message message(Parameter of, double position) {
        return of.binding().message(of.real(position), of.range());
    }

    private void send(State.OfParameter parameter, Message message) {
        parameter.sentNanos = cycle.now;
        if (message != null) {
            cycle.send(parameter.device, message);
        }
        if (cycle.traced()) {
            cycle.note(
                    message == null
                            ? new VariableSet(parameter.ref, parameter.position)
                            : new ParameterSet(parameter.ref, parameter.position, message));
        }
        if (parameter.recalls) {
            chosen.accept(parameter);
        }
    }

    /** Sends a message that is no parameter's own doing, but chooses one with which its device puts others elsewhere; false if it is none of these. */
    boolean chooses(State.OfDevice device, Message message) {
        State.OfParameter parameter = device.plan == null ? null : device.plan.parameter(message);
        if (parameter == null || !parameter.recalls || !standsAsSaid(parameter, message)) {
            return false;
        }
        send(parameter, message);
        return true;
    }

    /** Sends a message that comes from somewhere else, if it is one that sets a parameter of the device: that stands there from now on; false if it is none. */
    boolean passes(State.OfDevice device, Message message) {
        State.OfParameter parameter = device.plan == null ? null : device.plan.parameter(message);
        if (parameter == null || !standsAsSaid(parameter, message)) {
            return false;
        }
        send(parameter, message);
        return true;
    }

    /** The same of a message that was sent in halves. */
    void passed(State.OfDevice device, Message joined) {
        State.OfParameter parameter = joined == null || device.plan == null ? null : device.plan.parameter(joined);
        if (parameter != null && standsAsSaid(parameter, joined)) {
            parameter.sentNanos = cycle.now;
            if (cycle.traced()) {
                cycle.note(new ParameterSet(parameter.ref, parameter.position, joined));
            }
        }
    }

    private boolean standsAsSaid(State.OfParameter parameter, Message message) {
        Parameter of = parameter.parameter;
        double real = of.binding().real(message, of.range());
        if (!Double.isFinite(real)) {
            return false;
        }
        parameter.sets++;
        moved(parameter, of.position(real));
        parameter.confirmed = false;
        parameter.doubted = false;
        return true;
    }

    /**
     * Its device put it elsewhere, and nobody knows where. What is on its way there ends, and what would be put back stays where the device puts it.
     *
     * @param awaited whether the device is asked
     */
    void forget(State.OfParameter parameter, boolean awaited) {
        boolean known = !Double.isNaN(parameter.position);
        parameter.position = Double.NaN;
        parameter.text = null;
        parameter.sent = Double.NaN;
        parameter.agreed = Double.NaN;
        parameter.told = Double.NaN;
        state.doubtful.remove(parameter);
        parameter.confirmed = false;
        parameter.doubted = false;
        parameter.awaited = awaited;
        parameter.goesBack = false;
        parameter.sets++;
        for (Debt.Return held : parameter.holders) {
            held.before = Double.NaN;
        }
        if (known) {
            cycle.note(new ParameterForgotten(parameter.ref));
        }
        stoodAnew(parameter);
    }

    /** Lights, foci and triggers follow. */
    private void stoodAnew(State.OfParameter parameter) {
        lights.changed(parameter);
        if (parameter.foci.length + parameter.watches.length > 0) {
            watched.accept(parameter);
        }
    }

    /** Variables that never had a value get their default, and those that count otherwise now begin anew. */
    void begin(State.OfParameter[] variables) {
        for (State.OfParameter parameter : variables) {
            Parameter now = parameter.parameter;
            Parameter was = parameter.counted == null ? now : parameter.counted;
            parameter.counted = now;
            if (Double.isNaN(parameter.position)) {
                put(parameter, known(parameter));
            } else if (!was.equals(now)) {
                recount(parameter, was, now);
            }
        }
    }

    /** A variable was edited: it keeps its value where that still means the same. */
    private void recount(State.OfParameter variable, Parameter was, Parameter now) {
        double real = was.real(variable.position);
        boolean stays = was.law().labels().equals(now.law().labels())
                && was.range().unit().equals(now.range().unit())
                && now.range().contains(real);
        put(variable, now.position(stays ? real : now.standard()));
        if (!stays) {
            cycle.note(new Refused(now.name() + " counts otherwise now, and begins anew at " + text(variable)));
        }
    }

    /** A variable stands where it stood, if it is still one that stays and goes so far. */
    void kept(State.OfParameter[] variables, Event.VariableKept event) {
        for (State.OfParameter parameter : variables) {
            boolean isMeant = parameter.ref.equals(event.variable())
                    && parameter.parameter.binding() instanceof Binding.Kept kept
                    && kept.stays()
                    && parameter.parameter.range().contains(event.real());
            if (isMeant) {
                put(parameter, parameter.parameter.position(event.real()));
            }
        }
    }

    /** After a gap nobody knows what a device has: what it tells decides; what it cannot tell is said again. */
    void doubt(State.OfParameter parameter, boolean isAsked) {
        parameter.confirmed = false;
        if (isKept(parameter)) {
            return;
        }
        parameter.doubted = !Double.isNaN(parameter.position);
        if (!isAsked) {
            sayAgain(parameter);
        }
    }

    /** Its device may have forgotten what Orchard set; what it said itself it knows. */
    void sayAgain(State.OfParameter parameter) {
        boolean isOurs = Math.abs(parameter.sent - parameter.position) < Position.SAME; // not for NaN
        // to choose the same patch again would put all else where that has it
        boolean undoes = parameter.recalls && Math.abs(parameter.agreed - parameter.position) < Position.SAME;
        if (parameter.doubted && isOurs && !undoes) {
            send(parameter, message(parameter));
        }
        parameter.doubted = false;
    }

    private static boolean isKept(State.OfParameter parameter) {
        return parameter.parameter.binding() instanceof Binding.Kept;
    }

    static double settled(Parameter parameter, double position) {
        return parameter.position(parameter.real(position));
    }

    /** A message came in in which a device tells a parameter. */
    void told(State.OfParameter parameter, Message message, boolean oursWins) {
        Parameter of = parameter.parameter;
        double real = of.binding().real(message, of.range());
        if (!Double.isFinite(real)) {
            cycle.note(new Refused(
                    of.name() + " needs a number here, and " + message.words() + " has none that can be used"));
            return;
        }
        tells(parameter, real, Position.shorten(of.binding().text(message)), oursWins, false);
        if (parameter.recalls) {
            chosen.accept(parameter);
        }
    }

    /**
     * A device tells where a parameter stands.
     *
     * @param own its own words for that, or ""
     * @param isLast whether it knows all that Orchard had set
     */
    void tells(State.OfParameter parameter, double real, String own, boolean oursWins, boolean isLast) {
        Parameter of = parameter.parameter;
        double position = of.position(real);
        String text = own.isBlank() ? of.textOfReal(of.range().clamp(real)) : own;
        boolean sending =
                !isLast && !Double.isNaN(parameter.sent) && cycle.now - parameter.sentNanos < Engine.SETTLE_NANOS;
        boolean differs = Math.abs(position - parameter.sent) >= Position.SAME;
        boolean moved = Math.abs(position - parameter.position) >= Position.SAME;
        if (cycle.traced()) {
            cycle.note(new ParameterTold(parameter.ref, position, text, sending, moved));
        }
        if (parameter.doubted) {
            reconcile(parameter, position, text, oursWins);
        } else if (sending && differs) {
            if (Double.isNaN(parameter.told)) {
                state.doubtful.add(parameter);
            }
            parameter.told = position;
            parameter.toldText = text;
        } else {
            if (!Double.isNaN(parameter.told)) {
                parameter.told = position;
                parameter.toldText = text;
            }
            take(parameter, position, text);
            if (moved) {
                isActive(parameter.device);
            }
        }
    }

    /** Other notes are held on a device than before. */
    void held(State.OfParameter parameter, int notes, String words) {
        double position = parameter.parameter.position(notes);
        boolean isSame = words.equals(parameter.text) && Math.abs(position - parameter.position) < Position.SAME;
        if (!isSame) {
            parameter.doubted = false;
            take(parameter, position, words);
            cycle.note(new ParameterTold(parameter.ref, position, words, false, true));
        }
    }

    /** A clock goes at another tempo than before. */
    void ticked(State.OfParameter clock, double bpm) {
        Parameter of = clock.parameter;
        double position = of.position(of.range().clamp(bpm));
        boolean moved = !(Math.abs(position - clock.position) < Position.SAME);
        if (moved) {
            clock.doubted = false;
            take(clock, position, null);
            if (cycle.traced()) {
                cycle.note(new ParameterTold(clock.ref, position, text(clock), false, true));
            }
        }
    }

    /** A wire may lose a message without a trace: once a device is quiet again, both sides are compared. */
    private void isActive(State.OfDevice device) {
        if (device.plan.tellsWhenAsked()) {
            if (!state.active.contains(device)) {
                state.active.add(device);
                device.activeSince = cycle.now;
            }
            device.activeNanos = cycle.now;
        }
    }

    /** Its device is about to say where it stands: if it did not hear what it was told last, that is told again. */
    void compare(State.OfParameter parameter) {
        boolean wasHeardBefore = !Double.isNaN(parameter.agreed);
        parameter.doubted |= !parameter.confirmed && wasHeardBefore && !Double.isNaN(parameter.sent);
    }

    /**
     * The first word of a device after a gap. What both sides had agreed on last tells who changed something meanwhile: one side alone is followed; of two
     * the rig says which.
     */
    private void reconcile(State.OfParameter parameter, double theirs, String text, boolean oursWins) {
        double ours = parameter.position;
        boolean differs = Math.abs(ours - theirs) >= Position.SAME;
        boolean oursMoved = !(Math.abs(ours - parameter.agreed) < Position.SAME);
        boolean theirsMoved = !(Math.abs(theirs - parameter.agreed) < Position.SAME);
        parameter.doubted = false;
        if (!Double.isNaN(parameter.told)) {
            parameter.told = Double.NaN; // what it said before the gap is old
            state.doubtful.remove(parameter);
        }
        if (differs && oursMoved && (!theirsMoved || oursWins)) {
            parameter.agreed = theirs;
            cycle.note(new Reconciled(parameter.ref, ours, theirs, true, theirsMoved));
            send(parameter, message(parameter));
            return;
        }
        if (differs) {
            cycle.note(new Reconciled(parameter.ref, ours, theirs, false, oursMoved));
        }
        take(parameter, theirs, text);
    }

    private long settles(State.OfParameter parameter) {
        return parameter.sentNanos + Engine.SETTLE_NANOS;
    }

    /** Takes over what devices told while Orchard was sending to them, where it still stands. */
    void settle() {
        for (Iterator<State.OfParameter> each = state.doubtful.iterator(); each.hasNext(); ) {
            State.OfParameter parameter = each.next();
            if (settles(parameter) > cycle.now) {
                continue;
            }
            each.remove();
            double position = parameter.told;
            parameter.told = Double.NaN;
            if (Math.abs(position - parameter.position) >= Position.SAME) {
                take(parameter, position, parameter.toldText);
                cycle.note(new ParameterTold(parameter.ref, position, parameter.toldText, false, true));
            }
        }
    }

    private void take(State.OfParameter parameter, double position, String text) {
        parameter.position = position;
        parameter.text = text;
        parameter.confirmed = true;
        parameter.agreed = position;
        parameter.awaited = false;
        stoodAnew(parameter);
    }
}
