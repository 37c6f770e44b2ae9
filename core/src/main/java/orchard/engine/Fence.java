package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import orchard.engine.Plan.MappingPlan;
import orchard.outcome.Considered;
import orchard.outcome.Refused;
import orchard.shape.Expression;

/**
 * The one guard around everything that a mapping runs: a move, a timer, a step with time, an answer, a payment. What goes wrong inside stays inside: the fault is
 * told once, with the mapping's name and the values it had got to, and everything else goes on.
 */
final class Fence {

    private final Cycle cycle;
    private int action;
    private double position = Double.NaN;
    private double[] values;

    Fence(Cycle cycle) {
        this.cycle = cycle;
    }

    /** Runs something for a mapping; true if it went well. */
    boolean around(MappingPlan mapping, Runnable work) {
        enter();
        try {
            work.run();
            return true;
        } catch (Throwable t) {
            failed(mapping, t);
            return false;
        }
    }

    /**
     * The same where every event comes by, without anything to be made for it: {@code enter(); try {…} catch (Throwable t) {failed(mapping, t);}}.
     */
    void enter() {
        action = 0;
        position = Double.NaN;
        values = null;
    }

    /** What was begun with {@link #enter} for a mapping failed. */
    void failed(MappingPlan mapping, Throwable t) {
        failed(mapping, words(t));
    }

    /** Runs something that belongs to no mapping. */
    void around(String what, Runnable work) {
        try {
            work.run();
        } catch (Throwable t) {
            failed(what, t);
        }
    }

    /** Something that belongs to no mapping failed. */
    void failed(String what, Throwable t) {
        cycle.note(new Refused(what + " failed: " + words(t)));
    }

    /** What is worked on right now, for the case that it fails; the values come to be there as the work goes on. */
    void at(int actionAt, double positionAt, double[] valuesAt) {
        action = actionAt;
        position = positionAt;
        values = valuesAt;
    }

    /** A mapping cannot work as it stands. */
    void broken(MappingPlan mapping) {
        enter();
        failed(mapping, mapping.fault());
    }

    private void failed(MappingPlan mapping, String why) {
        State.OfMapping state = mapping.state();
        if (!cycle.traced()) {
            state.faultTold = true;
            return;
        }
        List<Double> known = new ArrayList<>();
        if (!Double.isNaN(position)) {
            known.add(position);
            for (double value : values == null ? Nothing.MEMORY : values) {
                known.add(value);
            }
        }
        cycle.note(new Considered(
                state.id,
                action,
                state.faultTold ? Considered.Verdict.HELD_BACK : Considered.Verdict.FAULTY,
                known,
                state.faultTold ? "was heard, but it cannot work: " + why : why));
        state.faultTold = true;
    }

    /** What went wrong, in words for a performer. */
    static String words(Throwable t) {
        return t instanceof Expression.Unusable && t.getMessage() != null
                ? "It failed: " + t.getMessage()
                : "It failed: something in it cannot be worked out";
    }
}
