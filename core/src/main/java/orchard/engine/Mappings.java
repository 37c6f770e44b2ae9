package orchard.engine;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import orchard.engine.Plan.BranchPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.Target;
import orchard.mapping.Gesture;
import orchard.outcome.CaseTaken;
import orchard.outcome.Considered;
import orchard.outcome.LoopCut;
import orchard.shape.Accumulate;
import orchard.shape.ShapeFunction;
import orchard.signal.Encoding;

/** What mappings make of a move: gesture, shape, takeover, and what follows. Everything runs inside the {@link Fence}. */
final class Mappings {

    /** What is still on its way moves on this often. */
    static final long TICK_NANOS = 10_000_000;

    /** Steps a second from which an endless knob is turned fast, and from which it cannot be turned faster. */
    private static final double FAST = 12;

    private static final double FASTEST = 100;

    /** How many steps a finger makes going round once. */
    private static final int CLICKS = 24;

    /** How near the middle of a surface, 0..0.5, a finger does not go round it. */
    private static final double CENTRE = 0.1;

    private final State state;
    private final Cycle cycle;
    private final Fence fence;
    private final Targets targets;
    private final ActionRunner actions;
    private final Payments payments;
    private long tickDue = Long.MAX_VALUE;

    Mappings(State state, Cycle cycle, Fence fence, Targets targets, ActionRunner actions, Payments payments) {
        this.state = state;
        this.cycle = cycle;
        this.fence = fence;
        this.targets = targets;
        this.actions = actions;
        this.payments = payments;
    }

    /** When something that is on its way has to move on, or {@link Long#MAX_VALUE}. */
    long due() {
        return Math.min(tickDue, targets.due());
    }

    /** It was listened to, but it cannot work as it stands. */
    void broken(MappingPlan mapping) {
        fence.broken(mapping);
    }

    /** An absolute control was moved that is not pressed and let go. */
    void moved(MappingPlan mapping, State.OfControl control, double position) {
        BranchPlan[] taken = works(mapping) ? taken(mapping, control, position) : Nothing.BRANCHES;
        fence.enter();
        try {
            if (mapping.circle() != null) {
                circled(mapping, control, taken);
                return;
            }
            for (BranchPlan branch : taken) {
                if (mapping.isMove()) {
                    follow(mapping, branch, control, position);
                }
                if (!mapping.isMove() || branch.isDiscrete()) {
                    half(mapping, branch, control, position);
                }
            }
            if (!control.presses.isEmpty()) {
                letGoOthers(mapping, taken, control, position);
            }
        } catch (Throwable t) {
            fence.failed(mapping, t);
        }
    }

    /** Something happened that sets a mapping off, and no hand did it. */
    void happened(MappingPlan mapping, double position, Heard heard) {
        if (!works(mapping)) {
            return;
        }
        if (!mapping.isOn()) {
            note(mapping, 0, "was set off, but no layer it lives in is on");
            return;
        }
        BranchPlan[] taken = taken(mapping, null, position);
        fence.enter();
        try {
            for (BranchPlan branch : taken) {
                for (Target target : branch.targets()) {
                    if (target.place() == null) {
                        targets.run(mapping, branch, target, null, position, true);
                    }
                }
                if (branch.isDiscrete()) {
                    Press press = state.ledger.passing(null, mapping, branch, cycle.number);
                    press.heard = heard;
                    actions.press(press, position);
                }
            }
        } catch (Throwable t) {
            fence.failed(mapping, t);
        }
    }

    /** The cases in which a mapping acts now; none if no case holds. */
    BranchPlan[] taken(MappingPlan mapping, State.OfControl control, double position) {
        BranchPlan[] branches = mapping.branches();
        if (branches.length == 1 && branches[0].holds() == null) {
            return branches;
        }
        boolean every = mapping.mapping().cases().every();
        double number =
                Double.isNaN(cycle.struck) || control == null || !control.plan.isKey() ? position : cycle.struck;
        BranchPlan[] taken = Nothing.BRANCHES;
        for (BranchPlan branch : branches) {
            boolean holds = false;
            try {
                holds = branch.holds() == null || branch.holds().holds(number);
            } catch (Throwable t) {
                fence.failed(mapping, t);
            }
            if (holds && !every) {
                taken = mapping.single()[branch.index()];
                break;
            } else if (holds) {
                taken = Arrays.copyOf(taken, taken.length + 1);
                taken[taken.length - 1] = branch;
            }
        }
        if (cycle.traced()) {
            told(mapping, taken);
        }
        return taken;
    }

    private void told(MappingPlan mapping, BranchPlan[] taken) {
        List<Integer> numbers = Stream.of(taken).map(BranchPlan::index).toList();
        cycle.note(new CaseTaken(mapping.state().id, numbers));
        if (taken.length == 0) {
            note(
                    mapping,
                    0,
                    mapping.branches().length == 1
                            ? "was heard, but it acts only while " + mapping.branches()[0].words()
                            : "was heard, but none of its cases holds");
        }
    }

    private void follow(MappingPlan mapping, BranchPlan branch, State.OfControl control, double position) {
        for (Target target : branch.targets()) {
            if (isUnder(target, control)) {
                targets.run(mapping, branch, target, control, position, true);
            } else if (cycle.traced()) {
                note(mapping, target.action(), "heard, but another page of parameters is open");
            }
        }
    }

    /** What is not pressed and let go counts as pressed in the upper half of its way, after its shape. */
    private void half(MappingPlan mapping, BranchPlan branch, State.OfControl control, double position) {
        if (control.plan.isPressed()) {
            // it never tells its release
            press(state.ledger.passing(control, mapping, branch, cycle.number), position, true);
            return;
        }
        Press press = state.ledger.of(control, mapping, branch);
        BranchPlan taken = press == null ? branch : press.branch;
        double[] memory = taken.half().memory;
        double shaped =
                taken.pressed() == null ? position : taken.pressed().forward(position, memory, 0, cycle.now, null);
        boolean down = shaped >= 0.5;
        if (down && press == null && !control.device.present) {
            note(mapping, branch.firstAction(), "heard, but its device is gone");
        } else if (down && press == null) {
            press(state.ledger.open(control, mapping, branch, cycle.number), position, true);
        } else if (!down && press != null) {
            letGo(press, position);
        } else if (branch.targets().length == 0) {
            note(mapping, branch.firstAction(), held(press));
        }
        if (taken.pressed() != null && taken.pressed().isMoving(memory, 0)) {
            ripen(new State.Ripening(press == null ? mapping : press.plan, taken, control, null));
        }
    }

    /** What a mapping holds in cases that do not hold any more hears when it is let go, and nothing else. */
    private void letGoOthers(MappingPlan mapping, BranchPlan[] taken, State.OfControl control, double position) {
        for (Press press : List.copyOf(control.presses)) {
            boolean isOther = press.plan.state() == mapping.state();
            for (BranchPlan branch : taken) {
                isOther &= branch.index() != press.branch.index();
            }
            if (isOther) {
                letGoDown(press, position);
            }
        }
    }

    /** What holds a control by a mapping that no longer listens to it hears when it is let go, and nothing else. */
    void hiddenMoved(Press press, double position) {
        fence.enter();
        try {
            letGoDown(press, position);
        } catch (Throwable t) {
            fence.failed(press.plan, t);
        }
    }

    private void letGoDown(Press press, double position) {
        BranchPlan taken = press.branch;
        double shaped = taken.pressed() == null
                ? position
                : taken.pressed().forward(position, taken.half().memory, 0, cycle.now, null);
        if (!(shaped >= 0.5)) {
            letGo(press, position);
        }
    }

    private static String held(Press press) {
        return press == null
                ? "heard, but it was not pressed"
                : press.isHeld()
                        ? "heard, but it is pressed already"
                        : "heard, but everything was stopped while it was held";
    }

    /** A key that nobody took says that it is up: what follows it follows. */
    void letGoUnpressed(MappingPlan mapping, State.OfControl control, double position) {
        if (!works(mapping)) {
            return;
        }
        BranchPlan[] taken = taken(mapping, control, position);
        fence.enter();
        try {
            if (mapping.circle() != null) {
                circled(mapping, control, taken);
                return;
            }
            for (BranchPlan branch : taken) {
                if (mapping.isMove()) {
                    follow(mapping, branch, control, position);
                }
                if (!mapping.isMove() || branch.targets().length == 0) {
                    note(mapping, branch.firstAction(), "heard, but it was not pressed");
                }
            }
        } catch (Throwable t) {
            fence.failed(mapping, t);
        }
    }

    /** A key is pressed: each case that holds takes the press. */
    void open(MappingPlan mapping, State.OfControl control, double position) {
        if (mapping.fault() != null) {
            broken(mapping);
            return;
        }
        for (BranchPlan branch : taken(mapping, control, position)) {
            state.ledger.open(control, mapping, branch, cycle.number);
        }
    }

    /**
     * A key is pressed, pressed harder, or let go.
     *
     * @param begins whether this is the beginning of the press
     */
    void key(Press press, double position, boolean begins) {
        MappingPlan mapping = press.plan;
        if (press.stage == Press.Stage.SPENT) {
            note(press, "heard, but everything was stopped while it was held");
        } else if (acts(mapping)) {
            keyNow(press, position, begins);
        }
        if (position == 0) {
            letGo(press, 0);
        }
    }

    private void keyNow(Press press, double position, boolean begins) {
        MappingPlan mapping = press.plan;
        BranchPlan branch = press.branch;
        fence.enter();
        try {
            if (mapping.circle() != null) {
                circled(mapping, press.control, mapping.single()[branch.index()]);
                return;
            }
            if (mapping.isMove()) {
                follow(mapping, branch, press.control, position);
            }
            if (position > 0 && (!mapping.isMove() || branch.isDiscrete())) {
                press(press, position, begins);
            }
        } catch (Throwable t) {
            fence.failed(mapping, t);
        }
    }

    /** A control is down. */
    private void press(Press press, double position, boolean begins) {
        BranchPlan branch = press.branch;
        if (!press.plan.isMove()) {
            if (begins) {
                gesture(press);
            } else {
                note(press, "heard, but it is pressed already");
            }
            return;
        }
        boolean isKey = press.control.plan.isPressed();
        ShapeFunction shape = isKey ? branch.pressed() : null; // of others it was asked already
        boolean down = shape == null || shape.forward(position, press.stages, 0, cycle.now, null) >= 0.5;
        if (down && !press.acted) {
            press.acted = true;
            actions.press(press, position);
        } else if (!down && press.acted) {
            press.acted = false;
            actions.release(press, position);
        } else if (branch.targets().length == 0) {
            note(press, down ? "heard, but it is pressed already" : "heard, but it is not pressed far enough");
        }
        if (shape != null && press.isHeld() && shape.isMoving(press.stages, 0)) {
            ripen(new State.Ripening(press.plan, branch, press.control, press));
        }
    }

    /** A press whose shape goes on with time is looked at again. */
    private void ripen(State.Ripening one) {
        if (!state.ripening.contains(one)) {
            state.ripening.add(one);
        }
        tickDue = Math.min(tickDue, cycle.now + TICK_NANOS);
    }

    /** The control came up, or has to be taken for up: the release is done if the press was, and everything is paid. */
    void letGo(Press press, double position) {
        state.ripening.removeIf(one -> one.press() == press);
        state.timers.forget(
                timer -> timer.press() == press && timer.kind() == Timers.Kind.GESTURE,
                timer -> state.ledger.waited(press));
        boolean released = press.acted && press.isHeld();
        press.acted = false;
        state.ledger.end(press);
        if (released) {
            actions.release(press, position);
        } else {
            payments.pay(press);
            boolean isGesture = !press.plan.isMove();
            if (isGesture || press.branch.targets().length == 0) {
                note(press, "heard, and nothing is to be done when it is let go");
            }
        }
    }

    /** Nobody will ever say that it comes up, or nobody will be there to hear it: it is taken for up now. */
    void comeUp(Press press) {
        if (press.isHeld() && press.control.plan.isKey()) {
            key(press, 0, false);
        } else {
            letGo(press, 0);
        }
    }

    private void gesture(Press press) {
        State.OfMapping memory = press.plan.state();
        Gesture gesture = press.plan.mapping().when().gesture();
        long within = (long) (gesture.seconds() * 1e9);
        if (gesture.kind() == Gesture.Kind.HOLD) {
            state.ledger.waits(press);
            boolean waits = state.timers.at(cycle.now + within, Timers.Kind.GESTURE, press, () -> done(press));
            if (!waits) {
                state.ledger.waited(press);
            }
            note(
                    press,
                    waits
                            ? "heard, and waits whether it is held"
                            : "heard, but more than " + Timers.MOST + " things are waiting already");
        } else if (memory.lastControl == press.control && cycle.now - memory.lastNanos <= within) {
            done(press);
        } else {
            memory.lastNanos = cycle.now;
            memory.lastControl = press.control;
            note(press, "heard, and waits for a second press");
        }
    }

    /** The gesture is complete. */
    private void done(Press press) {
        press.plan.state().lastNanos = Double.NaN;
        for (Target target : press.branch.targets()) {
            if (isUnder(target, press.control)) {
                targets.run(press.plan, press.branch, target, press.control, 1, true);
            }
        }
        press.acted = true;
        actions.press(press, 1);
    }

    /**
     * An endless control was turned.
     *
     * @param steps as a share of its whole way; below 0 backwards
     * @param number what it counts, in turns, or NaN if it only tells steps
     */
    void turned(MappingPlan mapping, State.OfControl control, double steps, double number) {
        if (!works(mapping)) {
            return;
        }
        fence.enter();
        try {
            turnedNow(mapping, control, steps, number);
        } catch (Throwable t) {
            fence.failed(mapping, t);
        }
    }

    private void turnedNow(MappingPlan mapping, State.OfControl control, double steps, double number) {
        boolean tells = !Double.isNaN(number);
        double elapsed = elapsed(mapping);
        for (BranchPlan branch : taken(mapping, control, Double.NaN)) {
            if (steps == 0 && !(tells && branch.counts())) {
                note(mapping, branch.firstAction(), "heard, but this was no movement");
                continue;
            }
            double way = steps * sensitivity(branch, steps, elapsed);
            for (Target target : branch.targets()) {
                if (target.parameter() == null) {
                    targets.nowhere(mapping, target);
                    continue;
                }
                boolean counted = tells && target.shape().counts();
                if (isUnder(target, control)) {
                    targets.run(
                            mapping,
                            branch,
                            target,
                            control,
                            counted ? number : Targets.stepped(branch, target, way),
                            counted);
                } else if (cycle.traced()) {
                    note(mapping, target.action(), "heard, but another page of parameters is open");
                }
            }
            if (branch.isDiscrete()) {
                double clicks =
                        Math.min(ActionRunner.MOST_STEPS, Math.max(1, Math.rint(Math.abs(steps) * Encoding.WAY)));
                actions.turned(state.ledger.passing(control, mapping, branch, cycle.number), (int)
                        (steps < 0 ? -clicks : clicks));
            }
        }
    }

    /** A finger was on a surface, or left it: how far it went round is turning, as an endless knob turns. */
    private void circled(MappingPlan mapping, State.OfControl control, BranchPlan[] taken) {
        Plan.Circle circle = mapping.circle();
        State.OfMapping memory = mapping.state();
        double x = circle.x().position - 0.5;
        double y = circle.y().position - 0.5;
        boolean isCentre = Math.hypot(x, y) < CENTRE; // there every tremor is a turn
        if (control == circle.lifted() || isCentre || Double.isNaN(x + y)) {
            memory.angle = Double.NaN;
            note(mapping, 0, "heard, and waits for a finger that goes round");
            return;
        }
        double now = Math.atan2(x, y) / (2 * Math.PI); // from the top, clockwise
        double moved = now - memory.angle;
        memory.angle = now;
        if (Double.isNaN(moved)) {
            note(mapping, 0, "heard, and waits for the finger to go on round");
            return;
        }
        double by = moved - Math.rint(moved);
        double before = Double.isNaN(memory.turns) ? 0 : memory.turns;
        memory.turns = before + by;
        int steps = (int) (Math.floor((before + by) * CLICKS) - Math.floor(before * CLICKS));
        double elapsed = elapsed(mapping);
        for (BranchPlan branch : taken) {
            double way = by * sensitivity(branch, by, elapsed);
            for (Target target : branch.targets()) {
                if (target.parameter() == null) {
                    targets.nowhere(mapping, target);
                    continue;
                }
                boolean counted = target.shape().counts();
                targets.run(
                        mapping,
                        branch,
                        target,
                        control,
                        counted ? before + by : Targets.stepped(branch, target, way),
                        counted);
            }
            if (branch.isDiscrete() && steps != 0) {
                actions.turned(state.ledger.passing(control, mapping, branch, cycle.number), steps);
            } else if (branch.targets().length == 0) {
                note(mapping, branch.firstAction(), "heard, and waits until the finger has gone a step further");
            }
        }
    }

    /** Whether a target lies under a control: always, unless it is on a page of parameters. */
    private static boolean isUnder(Target target, State.OfControl control) {
        Plan.Place place = target.place();
        return place == null
                || place.pages().at == place.page() && place.control().equals(control.ref);
    }

    private boolean works(MappingPlan mapping) {
        if (mapping.fault() != null) {
            fence.broken(mapping);
            return false;
        }
        return acts(mapping);
    }

    /** Whether a mapping acts at all: it does not where it would go round and round, or where a panic came after what it heard. */
    private boolean acts(MappingPlan mapping) {
        State.OfMapping memory = mapping.state();
        if (cycle.overtaken) {
            note(mapping, 0, "heard, but everything was stopped after it");
            return false;
        }
        if (memory.silent) {
            note(mapping, 0, "heard, but it is silenced");
            return false;
        }
        if (memory.muted == null && Causes.isLoop(cycle)) {
            memory.muted = cycle.from == null ? "" : cycle.from.id;
            cycle.note(new LoopCut(memory.id, memory.muted, target(mapping), cycle.depth));
        }
        if (memory.muted != null) {
            note(mapping, 0, "was heard, but it is muted: it and another set each other off without end");
            return false;
        }
        return true;
    }

    private static String target(MappingPlan mapping) {
        return mapping.mapping().targets().stream()
                .map(parameter -> parameter.device())
                .findFirst()
                .orElse("");
    }

    /**
     * Moves on what is on its way, one thing a turn.
     *
     * @param turns begins a turn because of another, and ends it
     */
    void tick(Turns turns) {
        tickDue = Long.MAX_VALUE;
        targets.tick(turns);
        for (State.Ripening one : List.copyOf(state.ripening)) {
            state.ripening.remove(one);
            long cause = one.press() == null ? 0 : one.press().cause;
            turns.around(
                    cause,
                    () -> fence.around(one.plan(), () -> {
                        if (one.press() == null && !one.plan().state().active) {
                            return; // another layer lies over it by now
                        } else if (one.press() == null) {
                            half(one.plan(), one.branch(), one.control(), Double.NaN);
                        } else if (one.press().isHeld()) {
                            press(one.press(), Double.NaN, false);
                        }
                    }));
        }
        if (!state.ripening.isEmpty()) {
            tickDue = cycle.now + TICK_NANOS;
        }
    }

    /** Runs something as a turn of its own. */
    interface Turns {
        void around(long cause, Runnable work);
    }

    /** How long ago a control was stepped that a mapping listens to, in seconds. */
    private double elapsed(MappingPlan mapping) {
        State.OfMapping memory = mapping.state();
        double elapsed = (cycle.now - memory.lastNanos) / 1e9;
        memory.lastNanos = cycle.now;
        return elapsed;
    }

    private static double sensitivity(BranchPlan branch, double steps, double elapsed) {
        Accumulate by = branch.steps();
        if (by == null) {
            return 1;
        }
        double speed = elapsed > 0 ? Math.abs(steps) * Encoding.WAY / elapsed : 0;
        double fast = Position.cut((speed - FAST) / (FASTEST - FAST));
        return by.sensitivity() * (1 + (by.acceleration() - 1) * fast) * (Targets.isHeld(branch) ? by.fine() : 1);
    }

    private void note(Press press, String why) {
        note(press.plan, press.branch.firstAction(), why);
    }

    private void note(MappingPlan mapping, int action, String why) {
        if (cycle.traced()) {
            cycle.note(new Considered(mapping.state().id, action, Considered.Verdict.HELD_BACK, List.of(), why));
        }
    }
}
