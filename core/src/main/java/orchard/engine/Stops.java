package orchard.engine;

import java.util.List;
import orchard.gear.Profile;
import orchard.outcome.Stopped;
import orchard.signal.MidiMessage;

/** Panic and the end: nothing waits any more, and all that is owed is paid. */
final class Stops {

    private final State state;
    private final Cycle cycle;
    private final Targets targets;
    private final Payments payments;
    private final Attendance attendance;
    private final Layers layers;
    private final Ramps ramps;

    Stops(
            State state,
            Cycle cycle,
            Targets targets,
            Payments payments,
            Attendance attendance,
            Layers layers,
            Ramps ramps) {
        this.state = state;
        this.cycle = cycle;
        this.targets = targets;
        this.payments = payments;
        this.attendance = attendance;
        this.layers = layers;
        this.ramps = ramps;
    }

    /** Stops everything, or all that has to do with one device: nothing waits any more, and all that is owed is paid. */
    void panic(Plan plan, String only) {
        boolean all = only.isEmpty();
        cycle.note(new Stopped(only));
        for (DevicePlan device : plan.devices()) {
            if (all || device.state().id.equals(only)) {
                cycle.drop(device.state().id);
            }
        }
        for (DevicePlan device : plan.devices()) {
            if (all || device.state().id.equals(only)) {
                payments.keepNothing(device.state());
            }
        }
        for (Press press : state.ledger.which(press -> all || concerns(press, only))) {
            state.timers.forget(timer -> timer.press() == press, timer -> state.ledger.waited(press));
            payments.pay(press);
            if (press.isHeld() && press.control != null) {
                press.stage = Press.Stage.SPENT;
                press.acted = false;
            } else if (press.control == null) {
                state.ledger.end(press);
            }
        }
        state.ripening.removeIf(one -> all || one.control().device.id.equals(only));
        targets.keep(target -> !all
                && (target.plan.parameter() == null
                        || !target.plan.parameter().device.id.equals(only)));
        state.dated.removeIf(dated -> all || dated.event().device().equals(only));
        ramps.end(ramp -> all || ramp.parameter.device.id.equals(only));
        if (all) {
            layers.panic();
            plan.mappings().forEach(mapping -> {
                mapping.state().lastNanos = Double.NaN;
                mapping.state().angle = Double.NaN;
            });
        }
        for (DevicePlan device : plan.devices()) {
            if (device.state().present && (all || device.state().id.equals(only))) {
                sayPanic(device);
            }
        }
    }

    /** Whether a press was made on a device, or owes it something. */
    private static boolean concerns(Press press, String device) {
        return press.control != null && press.control.device.id.equals(device)
                || press.debts.stream()
                        .anyMatch(debt -> debt instanceof Debt.Note note
                                        && note.device().id.equals(device)
                                || debt instanceof Debt.Return held && held.parameter.device.id.equals(device));
    }

    private void sayPanic(DevicePlan device) {
        Profile profile = device.device().profile();
        attendance.say(device, "panic", profile.panic());
        boolean sounds =
                device.device().seat().wire().midi() && !profile.parameters().isEmpty();
        for (int channel = 1; sounds && channel <= 16; channel++) {
            attendance.say(
                    device,
                    "panic",
                    List.of(
                            new MidiMessage.ControlChange(channel, 120, 0),
                            new MidiMessage.ControlChange(channel, 123, 0)));
        }
        boolean isDeaf =
                device.device().seat().wire().midi() && profile.traits().noteOffs();
        for (int channel = 1; isDeaf && channel <= 16; channel++) {
            for (int note = 0; device.state().played.get(channel) && note < 128; note++) {
                attendance.say(device, "panic", List.of(new MidiMessage.NoteOff(channel, note, 64)));
            }
        }
    }

    /** Lets go of everything that is held; nothing comes after. */
    void letGo(Plan plan) {
        plan.devices().forEach(device -> payments.keepNothing(device.state()));
        for (Press press : state.ledger.which(press -> true)) {
            state.timers.forget(timer -> timer.press() == press, timer -> state.ledger.waited(press));
            payments.pay(press);
            state.ledger.end(press);
        }
    }
}
