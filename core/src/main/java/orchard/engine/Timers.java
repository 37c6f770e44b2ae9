package orchard.engine;

import java.util.Comparator;
import java.util.PriorityQueue;

/** What has to be done later: the earliest first, of one moment in the order in which it was asked for. */
final class Timers {

    /** The most that may wait. */
    static final int MOST = 4096;

    private final PriorityQueue<Timer> waiting =
            new PriorityQueue<>(Comparator.comparingLong(Timer::due).thenComparingLong(Timer::order));
    private long order;

    private record Timer(long due, long order, Runnable task) {}

    /** When the next is due, or {@link Long#MAX_VALUE}. */
    long due() {
        return waiting.isEmpty() ? Long.MAX_VALUE : waiting.peek().due();
    }

    /** Asks for something; false if too much waits already. */
    boolean at(long due, Runnable task) {
        return waiting.size() < MOST && waiting.add(new Timer(due, order++, task));
    }

    /** Does the next. */
    void run() {
        waiting.remove().task().run();
    }

    /** Forgets everything. */
    void clear() {
        waiting.clear();
    }
}
