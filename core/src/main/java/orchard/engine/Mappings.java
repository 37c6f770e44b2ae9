package orchard.engine;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.DevicePlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.Target;
import orchard.gear.Takeover;
import orchard.mapping.Gesture;
import orchard.mapping.Stage;
import orchard.parameter.Parameter;

/** What mappings make of a move: gesture, shape, takeover, and what follows. */
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
    private final Turn turn;
    private final Parameters parameters;
    private final Actions actions;
    private final Timers timers;
    private final Takeovers takeovers;
    private final List<Moving> moving = new ArrayList<>();
    private long tickDue = Long.MAX_VALUE;

    private record Moving(MappingPlan mapping, Target target) {}

    Mappings(State state, Turn turn, Parameters parameters, Actions actions, Timers timers) {
        this.state = state;
        this.turn = turn;
        this.parameters = parameters;
        this.actions = actions;
        this.timers = timers;
        this.takeovers = new Takeovers(state);
    }

    /** When something that is on its way has to move on, or {@link Long#MAX_VALUE}. */
    long due() {
        return tickDue;
    }

    /**
     * An absolute control was moved.
     *
     * @param wasDown whether it was pressed before
     */
    void moved(MappingPlan mapping, ControlPlan control, double position, boolean wasDown) {
        if (mapping.fault() != null) {
            tellFault(mapping, mapping.fault());
            return;
        }
        try {
            if (mapping.circle() != null) {
                circled(mapping, control);
                return;
            }
            if (mapping.mapping().when().gesture().kind() != Gesture.Kind.MOVE) {
                gesture(mapping, control, position);
                return;
            }
            for (Target target : mapping.targets()) {
                if (isUnder(target, control)) {
                    run(mapping, target, position, true);
                }
            }
            if (mapping.isDiscrete()) {
                press(mapping, control, position, wasDown);
            }
        } catch (RuntimeException e) {
            tellFault(mapping, "It failed: " + e.getMessage());
        }
    }

    /**
     * An endless control was turned.
     *
     * @param steps as a share of its whole way; below 0 backwards
     * @param number what it counts, in turns, or NaN if it only tells steps
     */
    void turned(MappingPlan mapping, ControlPlan control, double steps, double number) {
        if (mapping.fault() != null) {
            tellFault(mapping, mapping.fault());
            return;
        }
        try {
            boolean counted = !Double.isNaN(number) && mapping.counts();
            if (steps == 0 && !counted) {
                note(mapping, 0, Step.Verdict.HELD_BACK, List.of(), "heard, but this was no movement");
                return;
            }
            double way = counted ? steps : steps * sensitivity(mapping, steps);
            for (Target target : mapping.targets()) {
                if (isUnder(target, control)) {
                    run(mapping, target, counted ? number : stepped(mapping, target, way), counted);
                }
            }
            if (mapping.isDiscrete()) {
                actions.turned(mapping, (int) Math.max(1, Math.rint(Math.abs(steps) * 127)) * (steps < 0 ? -1 : 1));
            }
        } catch (RuntimeException e) {
            tellFault(mapping, "It failed: " + e.getMessage());
        }
    }

    /** A finger was on a surface, or left it: how far it went round is turning, as an endless knob turns. */
    private void circled(MappingPlan mapping, ControlPlan control) {
        Plan.Circle circle = mapping.circle();
        double[] memory = state.memory;
        int angle = circle.memory() + Plan.Circle.ANGLE;
        int turns = circle.memory() + Plan.Circle.TURNS;
        double x = state.controlPosition[circle.x()] - 0.5;
        double y = state.controlPosition[circle.y()] - 0.5;
        boolean isCentre = Math.hypot(x, y) < CENTRE; // there every tremor is a turn
        if (control.slot() == circle.lifted() || isCentre || Double.isNaN(x + y)) {
            memory[angle] = Double.NaN;
            note(mapping, 0, Step.Verdict.HELD_BACK, List.of(), "heard, and waits for a finger that goes round");
            return;
        }
        double now = Math.atan2(x, y) / (2 * Math.PI); // from the top, clockwise
        double moved = now - memory[angle];
        memory[angle] = now;
        if (Double.isNaN(moved)) {
            note(mapping, 0, Step.Verdict.HELD_BACK, List.of(), "heard, and waits for the finger to go on round");
            return;
        }
        double by = moved - Math.rint(moved);
        double before = Double.isNaN(memory[turns]) ? 0 : memory[turns];
        memory[turns] = before + by;
        double way = by * sensitivity(mapping, by);
        for (Target target : mapping.targets()) {
            boolean counted = mapping.counts();
            run(mapping, target, counted ? before + by : stepped(mapping, target, way), counted);
        }
        int steps = (int) (Math.floor((before + by) * CLICKS) - Math.floor(before * CLICKS));
        if (mapping.isDiscrete() && steps != 0) {
            actions.turned(mapping, steps);
        }
    }

    /** Whether a target lies under a control: always, unless it is on a page of parameters. */
    private boolean isUnder(Target target, ControlPlan control) {
        Plan.Place place = target.place();
        return place == null
                || state.openPage[place.slot()] == place.page()
                        && place.control().equals(control.ref());
    }

    private void press(MappingPlan mapping, ControlPlan control, double position, boolean wasDown) {
        boolean isButton = control.control().kind().pressed();
        boolean down = position > 0;
        boolean before = wasDown;
        if (mapping.pressed() != null || !isButton) {
            double shaped = mapping.pressed() == null
                    ? position
                    : mapping.pressed().forward(position, state.memory, mapping.memory(), turn.now, null);
            down = shaped >= 0.5;
            before = state.pressed[mapping.slot()];
        } else if (!control.dimension().tellsRelease()) {
            before = false;
        }
        state.pressed[mapping.slot()] = down;
        if (down && !before) {
            actions.press(mapping, control, position);
        } else if (!down && before) {
            actions.release(mapping, control, position);
        } else if (mapping.targets().length == 0) {
            note(
                    mapping,
                    0,
                    Step.Verdict.HELD_BACK,
                    List.of(),
                    down ? "heard, but it is pressed already" : "heard, but it was not pressed");
        }
    }

    private void gesture(MappingPlan mapping, ControlPlan control, double position) {
        Gesture gesture = mapping.mapping().when().gesture();
        int slot = mapping.slot();
        boolean before = state.pressed[slot];
        boolean down = control.control().kind().pressed() ? position > 0 : position >= 0.5;
        if (down == before && control.dimension().tellsRelease()) {
            return;
        }
        state.pressed[slot] = down && control.dimension().tellsRelease();
        int press = ++state.presses[slot];
        if (!down) {
            if (state.pressedNanos[slot] == Double.POSITIVE_INFINITY) {
                state.pressedNanos[slot] = Double.NaN;
                actions.release(mapping, control, position);
            }
            return;
        }
        if (gesture.kind() == Gesture.Kind.HOLD) {
            timers.at(turn.now + (long) (gesture.seconds() * 1e9), () -> {
                if (state.presses[slot] == press) {
                    done(mapping, control);
                }
            });
            note(mapping, 0, Step.Verdict.HELD_BACK, List.of(), "heard, and waits whether it is held");
        } else if (turn.now - state.pressedNanos[slot] <= gesture.seconds() * 1e9) {
            done(mapping, control);
        } else {
            state.pressedNanos[slot] = turn.now;
            note(mapping, 0, Step.Verdict.HELD_BACK, List.of(), "heard, and waits for a second press");
        }
    }

    /** The gesture is complete. */
    private void done(MappingPlan mapping, ControlPlan control) {
        state.pressedNanos[mapping.slot()] = control.dimension().tellsRelease() ? Double.POSITIVE_INFINITY : Double.NaN;
        for (Target target : mapping.targets()) {
            if (isUnder(target, control)) {
                run(mapping, target, 1, true);
            }
        }
        if (mapping.isDiscrete()) {
            actions.press(mapping, control, 1);
        }
    }

    private void run(MappingPlan mapping, Target target, double position, boolean absolute) {
        if (actions.isResetting()) {
            reset(mapping, target, position);
            return;
        }
        boolean fine = absolute && isHeld(mapping);
        if (!fine && mapping.slow() >= 0) {
            state.memory[target.memory() + Target.FINE] = Double.NaN; // the next time begins from where it is then
        }
        boolean asks = absolute && !fine && target.takeover() != Takeover.JUMP;
        double meant = fine
                ? takeovers.fine(target, position, mapping.steps().fine())
                : asks ? takeovers.position(target, position) : position;
        double[] values = turn.traced() ? new double[target.shape().stages()] : null;
        double shaped = target.shape().forward(meant, state.memory, target.stages(), turn.now, values);
        if (asks && !takeovers.takes(target, shaped)) {
            if (turn.traced()) {
                note(
                        mapping,
                        target.action(),
                        Step.Verdict.HELD_BACK,
                        list(position, values, shaped),
                        waits(target, shaped));
            }
            return;
        }
        settle(mapping, target, shaped, position, values);
        if (fine) {
            takeovers.strayed(target);
        }
        if (target.shape().isMoving(state.memory, target.stages())) {
            goOn(mapping, target);
        }
    }

    /** A reset is held: the parameter goes to its default, and the control stands elsewhere. */
    private void reset(MappingPlan mapping, Target target, double position) {
        ParameterPlan plan = target.parameter();
        note(mapping, target.action(), Step.Verdict.ACTED, List.of(position), "");
        if (state.present[plan.device().slot()]) {
            parameters.set(plan, plan.parameter().position(plan.parameter().standard()));
        }
        takeovers.strayed(target);
    }

    private String waits(Target target, double shaped) {
        ParameterPlan parameter = target.parameter();
        boolean up = shaped < state.parameterPosition[parameter.slot()];
        return "waits to be picked up at " + parameters.text(parameter) + ": move it " + (up ? "up" : "down");
    }

    private void settle(MappingPlan mapping, Target target, double shaped, double position, double[] values) {
        ParameterPlan parameter = target.parameter();
        DevicePlan device = parameter.device();
        int place = !turn.traced() ? 0 : turn.steps().size();
        String why;
        Step.Verdict verdict = Step.Verdict.HELD_BACK;
        if (Double.isNaN(shaped)) {
            why = "heard, but outside its stretch";
        } else if (!state.present[device.slot()]) {
            why = "heard, but " + device.device().name() + " is not there";
        } else if (parameters.set(parameter, shaped)) {
            verdict = Step.Verdict.ACTED;
            why = "";
            takeovers.left(target);
        } else {
            why = !turn.traced() ? "" : "already at " + parameters.text(parameter);
            takeovers.left(target);
        }
        if (turn.traced()) {
            turn.steps()
                    .add(
                            place,
                            new Step.Considered(
                                    mapping.mapping().id(),
                                    target.action(),
                                    verdict,
                                    list(position, values, shaped),
                                    why));
        }
    }

    private static List<Double> list(double position, double[] values, double shaped) {
        List<Double> all = new ArrayList<>(values.length + 2);
        all.add(position);
        for (double value : values) {
            all.add(value);
        }
        all.add(shaped);
        return all;
    }

    private void goOn(MappingPlan mapping, Target target) {
        for (Moving one : moving) {
            if (one.target().memory() == target.memory()) {
                return;
            }
        }
        moving.add(new Moving(mapping, target));
        tickDue = Math.min(tickDue, turn.now + TICK_NANOS);
    }

    /** Moves on what is on its way. */
    void tick() {
        tickDue = Long.MAX_VALUE;
        for (Iterator<Moving> each = moving.iterator(); each.hasNext(); ) {
            Moving one = each.next();
            Target target = one.target();
            try {
                double shaped = target.shape().forward(Double.NaN, state.memory, target.stages(), turn.now, null);
                if (!Double.isNaN(shaped)
                        && state.present[target.parameter().device().slot()]) {
                    parameters.set(target.parameter(), shaped);
                    takeovers.left(target);
                }
                if (!target.shape().isMoving(state.memory, target.stages())) {
                    each.remove();
                }
            } catch (RuntimeException e) {
                each.remove();
                tellFault(one.mapping(), "It failed: " + e.getMessage());
            }
        }
        if (!moving.isEmpty()) {
            tickDue = turn.now + TICK_NANOS;
        }
    }

    /** Nothing is on its way any more. */
    void stop() {
        moving.clear();
        tickDue = Long.MAX_VALUE;
    }

    private double sensitivity(MappingPlan mapping, double steps) {
        Stage.Accumulate by = mapping.steps();
        if (by == null) {
            return 1;
        }
        int slot = mapping.slot();
        double elapsed = (turn.now - state.pressedNanos[slot]) / 1e9;
        state.pressedNanos[slot] = turn.now;
        double speed = elapsed > 0 ? Math.abs(steps) * 127 / elapsed : 0;
        double fast = Position.cut((speed - FAST) / (FASTEST - FAST));
        return by.sensitivity() * (1 + (by.acceleration() - 1) * fast) * (isHeld(mapping) ? by.fine() : 1);
    }

    /** Whether the control is held that makes movements finer. */
    private boolean isHeld(MappingPlan mapping) {
        return mapping.slow() >= 0 && state.controlPosition[mapping.slow()] > 0;
    }

    private double stepped(MappingPlan mapping, Target target, double steps) {
        Parameter parameter = target.parameter().parameter();
        double current = state.parameterPosition[target.parameter().slot()];
        double known = Double.isNaN(current) ? parameter.position(parameter.standard()) : current;
        int slot = target.memory() + Target.BEFORE;
        double left = state.memory[target.memory() + Target.LEFT];
        boolean inStep = !Double.isNaN(state.memory[slot]) && Math.abs(left - known) < Position.SAME;
        double next = (inStep ? state.memory[slot] : target.shape().backward(known)) + steps;
        boolean around = mapping.steps() != null && mapping.steps().around();
        next = mapping.counts() ? next : around ? next - Math.floor(next) : Position.cut(next);
        state.memory[slot] = next;
        return next;
    }

    void tellFault(MappingPlan mapping, String fault) {
        if (!state.faultTold[mapping.slot()]) {
            state.faultTold[mapping.slot()] = true;
            note(mapping, 0, Step.Verdict.FAULTY, List.of(), fault);
        }
    }

    private void note(MappingPlan mapping, int action, Step.Verdict verdict, List<Double> values, String why) {
        if (turn.traced()) {
            turn.note(new Step.Considered(mapping.mapping().id(), action, verdict, values, why));
        }
    }
}
