package orchard.engine;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import java.util.function.Consumer;
import java.util.function.Predicate;
import orchard.action.Wait;
import orchard.engine.Plan.ActionPlan;

/** What has to be done later, each for a press: the earliest first, of one moment in the order in which it was asked for. */
final class Timers {

    /** The most actions that may wait; what is owed always may. */
    static final int MOST = 4096;

    private final PriorityQueue<Timer> waiting =
            new PriorityQueue<>(Comparator.comparingLong(Timer::due).thenComparingLong(Timer::order));
    private long order;

    /** Why something waits. */
    enum Kind {
        /** Whether the control is still held then. */
        GESTURE,
        /** The actions after a wait. */
        ACTION,
        /** Something is owed by a press that ended already. */
        DEBT
    }

    /** Something that waits. */
    record Timer(long due, long order, Kind kind, Press press, Pause pause, Runnable task) {}

    /**
     * A wait within a list of actions.
     *
     * @param rest nanoseconds that the waits behind it take
     */
    record Pause(ActionPlan[] actions, Wait.Again again, long rest) {}

    /** When the next is due, or {@link Long#MAX_VALUE}. */
    long due() {
        Timer next = waiting.peek();
        return next == null ? Long.MAX_VALUE : next.due();
    }

    /** Asks for something; false if too much waits already, which never happens to a debt. */
    boolean at(long due, Kind kind, Press press, Runnable task) {
        return (kind == Kind.DEBT || waiting.size() < MOST)
                && waiting.add(new Timer(due, order++, kind, press, null, task));
    }

    /** Goes on with actions later; false if too much waits already. */
    boolean at(long due, Press press, Pause pause, Runnable task) {
        return waiting.size() < MOST && waiting.add(new Timer(due, order++, Kind.ACTION, press, pause, task));
    }

    /** Those that wait within what a press of the same case of the same mapping began, the earliest first; whatever was compiled meanwhile. */
    List<Timer> pausing(Press press) {
        List<Timer> all = new ArrayList<>();
        for (Timer timer : waiting) {
            Press other = timer.press();
            if (timer.pause() != null
                    && timer.pause().actions() == other.branch.press()
                    && other.plan.state() == press.plan.state()
                    && other.branch.index() == press.branch.index()) {
                all.add(timer);
            }
        }
        all.sort(waiting.comparator());
        return all;
    }

    /** Takes the next out. */
    Timer next() {
        return waiting.remove();
    }

    /** Forgets those that are asked for; each is told. */
    void forget(Predicate<Timer> asked, Consumer<Timer> forgotten) {
        waiting.removeIf(timer -> {
            boolean gone = asked.test(timer);
            if (gone) {
                forgotten.accept(timer);
            }
            return gone;
        });
    }
}
