package orchard.engine;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import orchard.action.HoldNotes;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.SelectorPlan;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.mapping.Mapping;
import orchard.outcome.LoopFreed;
import orchard.rig.Rig;

/** One plan for another, between two events: what rests on what is gone is paid while it can still be spoken to, what goes on goes on. */
final class Exchange {

    private final State state;
    private final Cycle cycle;
    private final Fence fence;
    private final Mappings mappings;
    private final Targets targets;
    private final Controls controls;
    private final Lights lights;
    private final Payments payments;
    private final Attendance attendance;

    Exchange(
            State state,
            Cycle cycle,
            Fence fence,
            Mappings mappings,
            Targets targets,
            Controls controls,
            Lights lights,
            Payments payments,
            Attendance attendance) {
        this.state = state;
        this.cycle = cycle;
        this.fence = fence;
        this.mappings = mappings;
        this.targets = targets;
        this.controls = controls;
        this.lights = lights;
        this.payments = payments;
        this.attendance = attendance;
    }

    /**
     * Pays what rests on what is gone, while it can still be spoken to; then the plan takes effect.
     *
     * @return whose current place is another one now, or has another number
     */
    List<SelectorPlan> replan(Plan before, Plan next, Runnable isInForce) {
        for (Press press : state.ledger.which(press -> !goesOn(press, next))) {
            fence.around("What was held", () -> mappings.comeUp(press));
            state.timers.forget(timer -> timer.press() == press, timer -> state.ledger.waited(press));
            payments.pay(press);
        }
        before.devices().forEach(device -> keepOn(device.state(), next.rig()));
        for (DevicePlan device : before.devices()) {
            leave(device, next.device(device.state().id));
        }
        List<State.OfMapping> muted = before.mappings().stream()
                .map(Plan.MappingPlan::state)
                .filter(mapping -> mapping.muted != null)
                .toList();
        isInForce.run();
        List<SelectorPlan> moved = next.takeEffect(before, lights::changed);
        lights.hurry();
        for (State.OfMapping mapping : muted) {
            if (mapping.muted == null || mapping.plan == null) {
                cycle.note(new LoopFreed(mapping.id));
            }
        }
        if (!state.moving.isEmpty()) {
            keepMoving(next);
        }
        return moved;
    }

    /** Notes that are kept sounding end if no sentence is left by which they could be let go. */
    private void keepOn(State.OfDevice device, Rig rig) {
        if (device.keeps == 0) {
            return;
        }
        int left = rig.mappings().stream()
                .flatMap(Mapping::everyAction)
                .filter(action ->
                        action instanceof HoldNotes one && one.device().equals(device.id))
                .mapToInt(action -> ((HoldNotes) action).mask())
                .reduce(0, (one, other) -> one | other);
        if ((device.keeps & ~left) != 0) {
            payments.keep(device, device.keeps & ~left);
        }
    }

    /** What moves on by itself goes on where it is in the plan, or where somebody holds what set it off. */
    private void keepMoving(Plan next) {
        Set<State.OfTarget> kept = new HashSet<>();
        next.mappings().forEach(mapping -> mapping.targets().forEach(target -> kept.add(target.state())));
        state.ledger
                .which(press -> press.isHeld() && press.plan != null)
                .forEach(press -> press.plan.targets().forEach(target -> kept.add(target.state())));
        targets.keep(kept::contains);
    }

    /** Whether a press can go on under another plan: its mapping is still there, and its control says what it said. */
    private static boolean goesOn(Press press, Plan next) {
        if (press.plan == null) {
            return true;
        }
        boolean isThere = next.rig().mapping(press.plan.state().id).isPresent();
        if (press.control == null) {
            return isThere; // nothing is held, but something waits
        }
        Ref.ToControl ref = press.control.ref;
        DevicePlan device = next.device(ref.device());
        ControlPlan then = device == null ? null : device.controlPlan(press.control);
        boolean speaksTheSame = then != null
                && then.dimension().equals(press.control.plan.dimension())
                && then.control().kind() == press.control.plan.control().kind();
        return speaksTheSame && isThere;
    }

    /** What becomes of a device when another plan takes effect. */
    private void leave(DevicePlan device, DevicePlan next) {
        State.OfDevice of = device.state();
        Device was = device.device();
        if (next == null) {
            device.everyControl(controls::letGo);
            attendance.gone(of);
            of.present = false;
            return;
        }
        if (next == device) {
            return;
        }
        Device is = next.device();
        if (!was.seat().reception().equals(is.seat().reception())) {
            device.everyControl(controls::letGo); // the release may be among what is not taken any more
            of.comings++; // and moves were among what was not taken
        }
        if (!was.seat().equals(is.seat())) {
            attendance.gone(of);
        }
        for (DevicePlan.Placed placed : device.placed()) {
            ControlPlan then = next.controlPlan(placed.state());
            boolean saysTheSame =
                    then != null && then.dimension().equals(placed.plan().dimension());
            if (!saysTheSame) {
                controls.letGo(placed.state());
            }
        }
    }
}
