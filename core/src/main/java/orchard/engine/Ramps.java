package orchard.engine;

import java.util.List;
import java.util.function.Predicate;
import orchard.action.Ramp;

/** Parameters that are on their way to a value, in their own time. */
final class Ramps {

    /** A parameter that stands so far from where its ramp left it was moved by its device; less is how that rounds. */
    private static final double MOVED = 0.01;

    private final State state;
    private final Cycle cycle;
    private final Parameters parameters;

    Ramps(State state, Cycle cycle, Parameters parameters) {
        this.state = state;
        this.cycle = cycle;
        this.parameters = parameters;
    }

    /** A parameter sets out; one that is on its way already goes on from where it is. */
    void begin(State.OfMapping mapping, State.OfParameter parameter, double to, Ramp how, long nanos) {
        state.ramps.removeIf(ramp -> ramp.parameter == parameter);
        state.ramps.add(new State.OfRamp(
                mapping, parameter, Parameters.known(parameter), to, how, cycle.now, nanos, cycle.number));
    }

    /** When the next step is due, or {@link Long#MAX_VALUE}. */
    long due() {
        long due = Long.MAX_VALUE;
        for (State.OfRamp ramp : state.ramps) {
            due = Math.min(due, ramp.next);
        }
        return due;
    }

    /** Goes on with what is due, one thing a turn. */
    void tick(Mappings.Turns turns) {
        for (State.OfRamp ramp : List.copyOf(state.ramps)) {
            if (ramp.next <= cycle.now) {
                turns.around(ramp.cause, () -> step(ramp));
            }
        }
    }

    private void step(State.OfRamp ramp) {
        State.OfParameter parameter = ramp.parameter;
        boolean isAnothers = parameter.sets != ramp.sets || Math.abs(Parameters.known(parameter) - ramp.left) > MOVED;
        if (isAnothers || ramp.mapping.silent || !parameter.device.present) {
            state.ramps.remove(ramp);
            return;
        }
        double done = Position.cut((double) (cycle.now - ramp.begun) / ramp.nanos);
        double position = ramp.from + (ramp.to - ramp.from) * ramp.curve.applyAsDouble(done);
        if (done >= 1 || Parameters.isNews(parameter, position)) {
            parameters.set(parameter, position); // a slow ramp does not say the same again and again
        }
        ramp.left = parameter.position;
        ramp.sets = parameter.sets;
        ramp.next = Math.min(ramp.begun + ramp.nanos, cycle.now + Mappings.TICK_NANOS);
        if (done >= 1) {
            state.ramps.remove(ramp);
        }
    }

    /** Ends those that are asked for, where they are. */
    void end(Predicate<State.OfRamp> asked) {
        state.ramps.removeIf(asked);
    }

    /** Another plan took effect: what rests on what is gone ends. */
    void replanned(Plan plan) {
        end(ramp -> ramp.mapping.plan == null
                || plan.device(ramp.parameter.device.id) == null
                || !plan.device(ramp.parameter.device.id).parametersById().containsKey(ramp.parameter.ref.parameter()));
    }
}
