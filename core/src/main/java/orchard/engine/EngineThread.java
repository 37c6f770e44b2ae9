package orchard.engine;

import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.LongAdder;
import java.util.function.LongFunction;
import java.util.function.LongSupplier;

/**
 * Runs an {@link Engine} on its one thread with a bounded queue in front. Events get their time when the thread takes
 * them, so times never run backwards. All methods may be called from any thread.
 */
public final class EngineThread implements AutoCloseable {

    /** How many events may wait. */
    public static final int CAPACITY = 1 << 16;

    private final BlockingQueue<LongFunction<Event>> queue = new ArrayBlockingQueue<>(CAPACITY);
    private final LongAdder dropped = new LongAdder();
    private final Engine engine;
    private final LongSupplier clock;
    private final Thread thread;
    private volatile boolean running = true;

    /** @param clock nanoseconds from any origin, never backwards */
    public EngineThread(Engine engine, LongSupplier clock) {
        this.engine = engine;
        this.clock = clock;
        this.thread = new Thread(this::run, "engine");
        this.thread.setDaemon(true);
    }

    /** Begins to work. */
    public void start() {
        thread.start();
    }

    /**
     * Puts an event in the queue.
     *
     * @param event makes the event for the time it is dealt with
     * @return false if the queue was full and the event is lost; the loss is counted
     */
    public boolean offer(LongFunction<Event> event) {
        boolean taken = queue.offer(event);
        if (!taken) {
            dropped.increment();
        }
        return taken;
    }

    /** Puts an event in the queue that must not be lost, and waits for room if need be. */
    public void put(LongFunction<Event> event) {
        try {
            queue.put(event);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** How many events were lost because the queue was full. */
    public long dropped() {
        return dropped.sum();
    }

    private void run() {
        engine.handle(new Event.Passed(clock.getAsLong()));
        while (running || !queue.isEmpty()) {
            try {
                long wait = Math.min(engine.nextDue() - clock.getAsLong(), 100_000_000L);
                LongFunction<Event> event = wait <= 0 ? queue.poll() : queue.poll(wait, TimeUnit.NANOSECONDS);
                long nanos = clock.getAsLong();
                if (event == null) {
                    engine.advance(nanos);
                } else {
                    engine.handle(event.apply(nanos));
                }
            } catch (InterruptedException e) {
                running = false;
            }
        }
        engine.letGo();
    }

    /** Deals with what is in the queue, then stops. */
    @Override
    public void close() {
        running = false;
        try {
            thread.join(2_000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
