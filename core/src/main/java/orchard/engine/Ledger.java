package orchard.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BiPredicate;
import java.util.function.Consumer;
import java.util.function.Predicate;
import orchard.engine.Plan.BranchPlan;
import orchard.engine.Plan.MappingPlan;

/**
 * The presses that are not over, in the order in which they began, and nowhere else anything that is held. What is owed leaves the book before it is
 * paid, so that nothing is paid twice, whatever happens while it is.
 */
final class Ledger {

    private final List<Press> presses = new ArrayList<>();
    private int resets;

    /** A control was pressed that tells when it is let go. */
    Press open(State.OfControl control, MappingPlan plan, BranchPlan branch, long cause) {
        Press press = new Press(control, plan, branch, cause);
        presses.add(press);
        control.presses.add(press);
        return press;
    }

    /** A control was pressed, or a knob stepped, that never tells when it is let go: it is over as soon as it began. */
    Press passing(State.OfControl control, MappingPlan plan, BranchPlan branch, long cause) {
        Press press = new Press(control, plan, branch, cause);
        press.stage = Press.Stage.ENDED;
        return press;
    }

    /** The press by which a mapping holds a control in one of its cases, or null. */
    Press of(State.OfControl control, MappingPlan plan, BranchPlan branch) {
        for (Press press : control.presses) {
            if (press.plan.state() == plan.state() && press.branch.index() == branch.index()) {
                return press;
            }
        }
        return null;
    }

    /** Presses that are not over. */
    int size() {
        return presses.size();
    }

    /** Whether what is moved is set to its default right now. */
    boolean isResetting() {
        return resets > 0;
    }

    /** From now on a press owes something. */
    void owe(Press press, Debt debt) {
        press.debts.add(debt);
        resets += debt instanceof Debt.Reset ? 1 : 0;
        if (!presses.contains(press)) {
            presses.add(press); // it was over, and is not any more
        }
    }

    /** Something waits for a press; {@link #waited} has to follow. */
    void waits(Press press) {
        press.waiting++;
        if (!presses.contains(press)) {
            presses.add(press);
        }
    }

    /** Something waits for a press no longer. */
    void waited(Press press) {
        press.waiting--;
        forget(press);
    }

    /** The control is up. */
    void end(Press press) {
        press.stage = Press.Stage.ENDED;
        if (press.control != null) {
            press.control.presses.remove(press);
        }
        forget(press);
    }

    private void forget(Press press) {
        if (press.isOver()) {
            presses.remove(press);
        }
    }

    /** Pays what a press owes, first come first served; true if it owed something. */
    boolean pay(Press press, Consumer<Debt> paying) {
        return pay(press, (of, debt) -> true, paying);
    }

    /** Pays one debt, if it is still owed. */
    void pay(Press press, Debt debt, Consumer<Debt> paying) {
        pay(press, (of, other) -> other == debt, paying);
    }

    /** Pays all debts that are asked for, whosever they are; true if there were some. */
    boolean pay(BiPredicate<Press, Debt> which, Consumer<Debt> paying) {
        boolean any = false;
        for (Press press : List.copyOf(presses)) {
            any |= pay(press, which, paying);
        }
        return any;
    }

    private boolean pay(Press press, BiPredicate<Press, Debt> which, Consumer<Debt> paying) {
        boolean any = false;
        for (Debt debt : List.copyOf(press.debts)) {
            if (which.test(press, debt) && press.debts.remove(debt)) {
                resets -= debt instanceof Debt.Reset ? 1 : 0;
                any = true;
                paying.accept(debt);
            }
        }
        forget(press);
        return any;
    }

    /** The presses that are asked for, as they are now: whatever is done to them does not disturb the list. */
    List<Press> which(Predicate<Press> asked) {
        return presses.stream().filter(asked).toList();
    }

    /** Whether a debt is owed by anybody. */
    boolean owes(Predicate<Debt> asked) {
        for (Press press : presses) {
            for (Debt debt : press.debts) {
                if (asked.test(debt)) {
                    return true;
                }
            }
        }
        return false;
    }
}
