package orchard.engine;

import java.util.Comparator;
import java.util.PriorityQueue;
import java.util.function.Consumer;
import java.util.function.Predicate;

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
    record Timer(long due, long order, Kind kind, Press press, Runnable task) {}

    /** When the next is due, or {@link Long#MAX_VALUE}. */
    long due() {
        Timer next = waiting.peek();
        return next == null ? Long.MAX_VALUE : next.due();
    }

    /** Asks for something; false if too much waits already, which never happens to a debt. */
    boolean at(long due, Kind kind, Press press, Runnable task) {
        return (kind == Kind.DEBT || waiting.size() < MOST) && waiting.add(new Timer(due, order++, kind, press, task));
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
