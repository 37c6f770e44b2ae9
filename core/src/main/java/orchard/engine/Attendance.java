package orchard.engine;

import java.util.List;
import java.util.function.Predicate;
import orchard.engine.Plan.LightPlan;
import orchard.gear.Profile;
import orchard.outcome.Doubted;
import orchard.outcome.LeftAlone;
import orchard.outcome.PresenceChanged;
import orchard.outcome.Said;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/**
 * Who is there, and how far what is believed of them can be trusted. After any gap a device is doubted: it is greeted and asked, its lights are told whole,
 * what it cannot tell is said again; until it has spoken, the last values stand and input goes on working.
 */
final class Attendance {

    /** So long a device that was asked has time to tell its values; then what is Orchard's is said again. */
    static final long ASKED_NANOS = 500_000_000;

    /** A device whose values nobody moved for so long is asked whether both sides have the same; one that is moved all the time after the longer time. */
    static final long QUIET_NANOS = 600_000_000;

    static final long BUSY_NANOS = 5_000_000_000L;

    private static final long GREET_AGAIN_NANOS = 1_000_000_000L;

    private final State state;
    private final Cycle cycle;
    private final Controls controls;
    private final Parameters parameters;
    private final Lights lights;
    private final Payments payments;
    private final Dumps dumps;

    Attendance(
            State state,
            Cycle cycle,
            Controls controls,
            Parameters parameters,
            Lights lights,
            Payments payments,
            Dumps dumps) {
        this.dumps = dumps;
        this.state = state;
        this.cycle = cycle;
        this.controls = controls;
        this.parameters = parameters;
        this.lights = lights;
        this.payments = payments;
    }

    /** When a device has had its time to answer, or {@link Long#MAX_VALUE}. */
    long due() {
        long due = Long.MAX_VALUE;
        for (State.OfDevice device : state.doubted) {
            due = Math.min(due, device.doubtedNanos + ASKED_NANOS);
        }
        for (State.OfDevice device : state.active) {
            due = Math.min(due, compares(device));
        }
        return due;
    }

    /** A device came or went. */
    void presence(DevicePlan device, boolean present) {
        State.OfDevice of = device.state();
        boolean before = of.present;
        of.present = present;
        if (before != present) {
            cycle.note(new PresenceChanged(of.id, present));
            Triggers.turned(state, of, present);
            lights.turned(of);
            state.notesMoved.add(of);
        }
        if (present) {
            of.comings += before ? 0 : 1;
            boolean isFirst = !before && of.comings == 1;
            if (isFirst && device.device().profile().choices().leftAlone()) {
                cycle.note(new LeftAlone(of.id));
            } else if (before) {
                doubt(device, "it may have forgotten everything");
            } else {
                greet(device);
            }
        } else {
            device.everyControl(controls::letGo);
            gone(of);
        }
    }

    /** A device is gone, or goes: what is owed to it is paid, and nothing of it waits. */
    void gone(State.OfDevice device) {
        payments.keepNothing(device);
        state.ledger.pay((press, debt) -> isOwedTo(debt, device), payments::payOne);
        device.heard.clear();
        state.dated.removeIf(dated -> dated.event().device().equals(device.id));
        state.doubted.remove(device);
        state.active.remove(device);
        dumps.gone(device);
        device.doubtedNanos = Long.MIN_VALUE;
        device.joiner = null;
    }

    private static boolean isOwedTo(Debt debt, State.OfDevice device) {
        return debt instanceof Debt.Note note && note.device() == device
                || debt instanceof Debt.Return held && held.parameter.device == device;
    }

    /** There was a gap. */
    void doubt(DevicePlan device, String why) {
        State.OfDevice of = device.state();
        if (!of.present) {
            return;
        }
        cycle.note(new Doubted(of.id, why));
        say(device, "keep-alive", device.device().profile().keepAlive());
        greet(device);
    }

    /** Nobody knows what it has and shows. */
    private void greet(DevicePlan device) {
        State.OfDevice of = device.state();
        of.doubtedNanos = cycle.now;
        of.greetedNanos = cycle.now;
        if (!state.doubted.contains(of)) {
            state.doubted.add(of);
        }
        Profile profile = device.device().profile();
        say(device, "greeting", profile.greeting());
        device.everyControl(control -> control.hand.doubted = true);
        endNotes(device);
        of.heard.clear(); // the end of what it said may have got lost as well
        state.notesMoved.add(of);
        for (LightPlan light : device.lights()) {
            lights.doubt(light.state());
        }
        dumps.ask(device);
        device.everyParameter(parameter -> parameters.doubt(parameter, device.tellsWhenAsked(parameter)));
    }

    /** The end of a note may have got lost: what should be silent is told to be. */
    private void endNotes(DevicePlan device) {
        State.OfDevice of = device.state();
        for (int channel = of.played.nextSetBit(0); channel >= 0; channel = of.played.nextSetBit(channel + 1)) {
            int one = channel;
            Predicate<Debt> sounds =
                    debt -> debt instanceof Debt.Note note && note.device() == of && note.channel() == one;
            if (!state.ledger.owes(sounds)) {
                say(device, "silence", List.of(new MidiMessage.ControlChange(channel, 123, 0)));
                of.played.clear(channel);
            }
        }
    }

    /** A device that has to be told to speak plainly and still speaks its own language slept, or never heard it. */
    void ownLanguage(DevicePlan device) {
        boolean lately = cycle.now - device.state().greetedNanos < GREET_AGAIN_NANOS;
        if (!device.device().profile().greeting().isEmpty() && !lately) {
            doubt(device, "it speaks its own language");
        }
    }

    private static long compares(State.OfDevice device) {
        return Math.min(device.activeNanos + QUIET_NANOS, device.activeSince + BUSY_NANOS);
    }

    /** Who is quiet again is asked for its values, and who was asked has had time to answer. */
    void settle() {
        for (State.OfDevice device : List.copyOf(state.active)) {
            if (compares(device) <= cycle.now) {
                state.active.remove(device);
                if (device.present) {
                    device.plan.everyParameter(parameters::compare);
                    device.doubtedNanos = cycle.now;
                    if (!state.doubted.contains(device)) {
                        state.doubted.add(device);
                    }
                    say(device.plan, "greeting", device.plan.device().profile().greeting());
                }
            }
        }
        for (State.OfDevice device : List.copyOf(state.doubted)) {
            if (device.doubtedNanos + ASKED_NANOS <= cycle.now) {
                state.doubted.remove(device);
                device.doubtedNanos = Long.MIN_VALUE;
                device.plan.everyParameter(parameters::sayAgain);
            }
        }
    }

    /** Says messages that are about a device as a whole. */
    void say(DevicePlan device, String why, List<Message> messages) {
        for (Message message : messages) {
            cycle.send(device.state().id, message);
            cycle.note(new Said(device.state().id, why, message));
        }
    }
}
