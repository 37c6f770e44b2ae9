package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import orchard.engine.Plan.BranchPlan;
import orchard.engine.Plan.MappingPlan;

/**
 * One press: which control, the mapping that took it as it read then, and what it owes. It begins when the control is pressed and is over once the
 * control was let go, every debt is paid and nothing of it waits any more. Only {@link Ledger} opens, pays and closes presses.
 */
final class Press {

    /** How far a press has come. */
    enum Stage {
        /** The control is down. */
        HELD,
        /** The control is down, but everything was paid already: whatever it still says is passed over, until it comes up. */
        SPENT,
        /** The control is up; what was to come after a wait may still come. */
        ENDED
    }

    /** What was pressed; null for a note that was typed by hand. */
    final State.OfControl control;

    /** The mapping as it read when it took the press; null for a note that was typed by hand. */
    final MappingPlan plan;

    /** The case in which it took it; null for a note that was typed by hand. */
    final BranchPlan branch;

    /** Number of the trace in which it began. */
    final long cause;

    /** In the order in which they came to be owed. */
    final List<Debt> debts = new ArrayList<>(2);

    Stage stage = Stage.HELD;

    /** Whether what is done on a press was done, and what is done on its release is to come. */
    boolean acted;

    /** How hard it was struck when what it does began, 0..1. */
    double strength = 1;

    /** What stood in the message that set it off, if one did. */
    Heard heard = Heard.NOTHING;

    /** How many timers wait for it. */
    int waiting;

    /** What stages before the press remember. */
    final double[] stages;

    Press(State.OfControl control, MappingPlan plan, BranchPlan branch, long cause) {
        this.control = control;
        this.plan = plan;
        this.branch = branch;
        this.cause = cause;
        this.stages = branch == null || branch.pressed() == null
                ? Nothing.MEMORY
                : branch.pressed().fresh();
    }

    /** A hand that types messages holds the note it sent until it types its end. */
    static Press typed(long cause) {
        return new Press(null, null, null, cause);
    }

    /** Its control's place among those of the mapping, from 0; −1 if no control was pressed. */
    int place() {
        int place = plan == null || control == null ? -1 : plan.triggers().length - 1;
        while (place >= 0 && plan.triggers()[place] != control) {
            place--;
        }
        return place;
    }

    boolean isHeld() {
        return stage == Stage.HELD;
    }

    boolean isOver() {
        return (stage == Stage.ENDED || control == null) && debts.isEmpty() && waiting == 0;
    }
}
