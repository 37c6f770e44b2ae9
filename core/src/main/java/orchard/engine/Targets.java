package orchard.engine;

import java.util.List;
import java.util.function.Predicate;
import orchard.engine.Plan.BranchPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.Target;
import orchard.gear.Takeover;
import orchard.outcome.Considered;
import orchard.parameter.Parameter;

/** What parameters do that follow a control: shape, takeover, and what goes on by itself once the hand has stopped. */
final class Targets {

    private final State state;
    private final Cycle cycle;
    private final Fence fence;
    private final Parameters parameters;
    private long tickDue = Long.MAX_VALUE;

    Targets(State state, Cycle cycle, Fence fence, Parameters parameters) {
        this.state = state;
        this.cycle = cycle;
        this.fence = fence;
        this.parameters = parameters;
    }

    /** When something that is on its way has to move on, or {@link Long#MAX_VALUE}. */
    long due() {
        return tickDue;
    }

    /**
     * A control was moved that a parameter follows.
     *
     * @param control the one that was moved, or null if no hand did it
     * @param position of the control, or how far it counted
     * @param absolute whether that says where it stands, not only how far it went
     */
    void run(
            MappingPlan mapping,
            BranchPlan branch,
            Target target,
            State.OfControl control,
            double position,
            boolean absolute) {
        if (target.parameter() == null) {
            nowhere(mapping, target);
            return;
        }
        if (state.ledger.isResetting() && !branch.resets()) {
            reset(mapping, target, position);
            return;
        }
        State.OfTarget memory = target.state();
        boolean fine = absolute && isHeld(branch);
        if (!fine && branch.slow() != null) {
            memory.fine = Double.NaN; // the next time begins from where it is then
        }
        boolean jumps = absolute && target.takeover() == Takeover.JUMP;
        if (control != null && !jumps && target.parameter().awaited && Double.isNaN(target.parameter().position)) {
            Takeovers.strayed(target);
            if (cycle.traced()) {
                note(
                        mapping,
                        target.action(),
                        Considered.Verdict.HELD_BACK,
                        List.of(),
                        "waits until " + name(target.parameter().device) + " has told where it stands");
            }
            return;
        }
        boolean asks = control != null && absolute && !fine && !jumps;
        if (asks) {
            Takeovers.sees(target, control);
        }
        double[] values = cycle.traced() ? new double[target.shape().stages()] : null;
        fence.at(target.action(), position, values);
        double meant = fine
                ? Takeovers.fine(target, position, branch.steps().fine())
                : asks ? Takeovers.position(target, position) : position;
        double shaped = target.shape().forward(meant, memory.stages, 0, cycle.now, values);
        if (asks && !Takeovers.takes(target, shaped)) {
            cycle.acted = true; // it is this one's, though it waits
            if (cycle.traced()) {
                note(
                        mapping,
                        target.action(),
                        Considered.Verdict.HELD_BACK,
                        list(position, values, shaped),
                        waits(target, shaped));
            }
            return;
        }
        settle(mapping, target, shaped, position, values);
        if (fine) {
            Takeovers.strayed(target);
        }
        if (target.shape().isMoving(memory.stages, 0)) {
            goOn(target);
        }
    }

    /** What a target goes through has no such place now. */
    void nowhere(MappingPlan mapping, Target target) {
        if (cycle.traced() && !target.further()) {
            note(
                    mapping,
                    target.action(),
                    Considered.Verdict.HELD_BACK,
                    List.of(),
                    "heard, but its focus has no such place now");
        }
    }

    /** A reset is held: the parameter goes to its default, and the control stands elsewhere. */
    private void reset(MappingPlan mapping, Target target, double position) {
        State.OfParameter parameter = target.parameter();
        Parameter of = parameter.parameter;
        boolean isThere = parameter.device.present;
        if (cycle.traced()) {
            note(
                    mapping,
                    target.action(),
                    isThere ? Considered.Verdict.ACTED : Considered.Verdict.HELD_BACK,
                    List.of(position),
                    isThere ? "" : "heard, but " + name(parameter.device) + " is not there");
        }
        if (isThere) {
            cycle.acted = true;
            parameters.set(parameter, of.position(of.standard()));
        }
        Takeovers.strayed(target);
    }

    private static String name(State.OfDevice device) {
        return device.plan.device().name();
    }

    private static String waits(Target target, double shaped) {
        State.OfParameter parameter = target.parameter();
        boolean up = shaped < parameter.position;
        return "waits to be picked up at " + Parameters.text(parameter) + ": move it " + (up ? "up" : "down");
    }

    private void settle(MappingPlan mapping, Target target, double shaped, double position, double[] values) {
        State.OfParameter parameter = target.parameter();
        int place = !cycle.traced() ? 0 : cycle.outcomes().size();
        String why = "";
        Considered.Verdict verdict = Considered.Verdict.HELD_BACK;
        if (Double.isNaN(shaped)) {
            why = "heard, but outside its stretch";
        } else if (!parameter.device.present) {
            why = !cycle.traced() ? "" : "heard, but " + name(parameter.device) + " is not there";
            Takeovers.strayed(target); // it will stand elsewhere when the device is back
        } else if (parameters.set(parameter, shaped)) {
            cycle.acted = true;
            verdict = Considered.Verdict.ACTED;
            Takeovers.left(target);
        } else {
            cycle.acted = true;
            why = !cycle.traced() ? "" : "already at " + Parameters.text(parameter);
            Takeovers.left(target);
        }
        if (cycle.traced()) {
            cycle.outcomes()
                    .add(
                            place,
                            new Considered(
                                    mapping.state().id, target.action(), verdict, list(position, values, shaped), why));
        }
    }

    private static List<Double> list(double position, double[] values, double shaped) {
        Double[] all = new Double[values.length + 2];
        all[0] = position;
        for (int i = 0; i < values.length; i++) {
            all[i + 1] = values[i];
        }
        all[values.length + 1] = shaped;
        return List.of(all);
    }

    private void goOn(Target target) {
        State.OfTarget memory = target.state();
        if (!memory.moving) {
            memory.moving = true;
            memory.cause = cycle.number;
            memory.on = target.address().moves;
            state.moving.add(memory);
        }
        tickDue = Math.min(tickDue, cycle.now + Mappings.TICK_NANOS);
    }

    /**
     * Moves on what is on its way, one thing a turn.
     *
     * @param turns begins a turn because of another, and ends it
     */
    void tick(Mappings.Turns turns) {
        if (tickDue > cycle.now) {
            return;
        }
        tickDue = Long.MAX_VALUE;
        for (State.OfTarget memory : List.copyOf(state.moving)) {
            turns.around(memory.cause, () -> {
                boolean goesOn = memory.plan.mapping().plan != null
                        && memory.on == memory.plan.address().moves
                        && fence.around(memory.plan.mapping().plan, () -> step(memory.plan))
                        && memory.plan.shape().isMoving(memory.stages, 0);
                if (!goesOn) {
                    memory.moving = false;
                    state.moving.remove(memory);
                }
            });
        }
        if (!state.moving.isEmpty()) {
            tickDue = cycle.now + Mappings.TICK_NANOS;
        }
    }

    private void step(Target target) {
        double[] values = cycle.traced() ? new double[target.shape().stages()] : null;
        fence.at(target.action(), Double.NaN, values);
        double shaped = target.shape().forward(Double.NaN, target.state().stages, 0, cycle.now, values);
        settle(target.mapping().plan, target, shaped, Double.NaN, values);
    }

    /** Nothing is on its way any more but what is asked for. */
    void keep(Predicate<State.OfTarget> kept) {
        state.moving.removeIf(memory -> {
            boolean gone = !kept.test(memory);
            memory.moving &= !gone;
            return gone;
        });
    }

    /** Whether the control is held that makes movements finer. */
    static boolean isHeld(BranchPlan branch) {
        return branch.slow() != null && branch.slow().isHeld();
    }

    /** Where an endless knob stands for a parameter after some steps. */
    static double stepped(BranchPlan branch, Target target, double steps) {
        State.OfParameter parameter = target.parameter();
        State.OfTarget memory = target.state();
        double known = Parameters.known(parameter);
        boolean inStep = !Double.isNaN(memory.before) && Math.abs(memory.left - known) < Position.SAME;
        double next = (inStep ? memory.before : target.shape().backward(known)) + steps;
        memory.before = target.shape().counts() ? next : isAround(branch) ? around(next, target) : Position.cut(next);
        return memory.before;
    }

    private static boolean isAround(BranchPlan branch) {
        return branch.steps() != null && branch.steps().around();
    }

    /** The first of values that are counted comes one step after the last; of others the two ends are one place. */
    private static double around(double position, Target target) {
        int count = target.parameter().parameter.count();
        double half = count == 0 ? 0 : 0.5 / (count - 1);
        double way = 1 + 2 * half;
        return position - way * Math.floor((position + half) / way);
    }

    private void note(MappingPlan mapping, int action, Considered.Verdict verdict, List<Double> values, String why) {
        cycle.note(new Considered(mapping.state().id, action, verdict, values, why));
    }
}
