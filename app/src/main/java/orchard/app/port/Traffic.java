package orchard.app.port;

import java.util.concurrent.atomic.LongAdder;
import orchard.signal.Malformed;
import orchard.signal.Message;

/** What has passed on a port. Safe for several threads. */
final class Traffic {

    private final LongAdder in = new LongAdder();
    private final LongAdder out = new LongAdder();
    private final LongAdder bad = new LongAdder();
    private final LongAdder dropped = new LongAdder();
    private volatile long lastIn;

    void in(Message message) {
        in.increment();
        lastIn = System.nanoTime();
        if (message instanceof Malformed) {
            bad.increment();
        }
    }

    void out() {
        out.increment();
    }

    void dropped() {
        dropped.increment();
    }

    /** When something last came in, of {@link System#nanoTime}; 0 for never. */
    long lastIn() {
        return lastIn;
    }

    Counts counts() {
        return new Counts(in.sum(), out.sum(), bad.sum(), dropped.sum());
    }

    /** Messages in, out, bad (came in and could not be read) and dropped (could not be sent). */
    record Counts(long in, long out, long bad, long dropped) {}
}
