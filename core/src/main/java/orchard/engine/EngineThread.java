package orchard.engine;

import java.util.ArrayDeque;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.LongAdder;
import java.util.concurrent.locks.Condition;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.LongFunction;
import java.util.function.LongSupplier;
import orchard.gear.Ref;
import orchard.signal.Message;

/**
 * Runs an {@link Engine} on its one thread with two lanes in front. The express lane takes panic, who is there, plans and what a person asks for on a page: it
 * is never full and never waits behind the other. The other lane takes what comes from the wires, in the order in which it came; when much of it waits, moves of one
 * continuous control fold into the newest, never past a press, and when it is full, what comes is lost and counted, presses and releases never. An event carries the time at which it
 * came. All methods may be called from any thread.
 */
public final class EngineThread implements AutoCloseable {

    /** How many events from the wires may wait. */
    public static final int CAPACITY = 1 << 16;

    /** When more than this many wait, moves of one control fold. */
    static final int FOLDS_FROM = 1 << 11;

    private static final long CLOSE_MILLIS = 2_000;
    private static final long LONGEST_WAIT_NANOS = 100_000_000L;

    /** Something from a wire. */
    private static final class Waiting {
        final long ticket;
        final String device;
        final Object fold;
        final long delayNanos;
        Message message;
        long nanos;

        Waiting(long ticket, String device, Object fold, Message message, long nanos, long delayNanos) {
            this.ticket = ticket;
            this.device = device;
            this.fold = fold;
            this.message = message;
            this.nanos = nanos;
            this.delayNanos = delayNanos;
        }
    }

    private final ReentrantLock lock = new ReentrantLock();
    private final Condition changed = lock.newCondition();
    /** Stands in the express lane: nothing for the engine, but for who waits until it has come so far. */
    private record Marker(Runnable task) {}

    private final ArrayDeque<Object> express = new ArrayDeque<>();
    /** {@link Waiting} moves and presses, and what ends them. */
    private final ArrayDeque<Object> lane = new ArrayDeque<>();
    /** What a newer move may still fold into: nothing came after it that it must not overtake. */
    private final Map<Object, Waiting> folds = new HashMap<>();
    /** Up to which ticket what waits was overtaken: by a panic, and by the end of a device's cable. */
    private long stopped;

    private final Map<String, Long> gone = new HashMap<>();
    private long tickets;
    private boolean running = true;

    private final LongAdder dropped = new LongAdder();
    private final LongAdder folded = new LongAdder();
    private final Engine engine;
    private final LongSupplier clock;
    private final Thread thread;

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
     * A message came in.
     *
     * @param delayNanos how long from now it is due; 0 for at once
     * @return false if it is lost, because too many wait or everything is being stopped; the loss is counted
     */
    public boolean arrived(String device, Message message, long delayNanos) {
        long nanos = clock.getAsLong();
        lock.lock();
        try {
            int waiting = lane.size();
            Object fold = waiting < FOLDS_FROM || delayNanos > 0
                    ? null
                    : engine.plan().fold(device, message);
            Waiting same = fold == null ? null : folds.get(fold);
            if (same != null) {
                same.message = message;
                same.nanos = nanos;
                folded.increment();
                return true;
            }
            boolean isKey = waiting >= FOLDS_FROM && engine.plan().isKey(device, message);
            if (!running || waiting >= CAPACITY && !isKey) {
                dropped.increment();
                return false;
            }
            if (isKey) {
                folds.clear(); // no move goes from one side of a press to the other
            }
            Waiting one = new Waiting(tickets++, device, fold, message, nanos, delayNanos);
            lane.add(one);
            if (fold != null) {
                folds.put(fold, one);
            }
            changed.signal();
            return true;
        } finally {
            lock.unlock();
        }
    }

    /**
     * Something that is never lost, and never waits behind what comes from the wires; only {@link Event.Dropped} does, as it ends what came before it. After
     * {@link #close} it is passed over.
     *
     * @param event makes the event, with the time of now
     */
    public void put(LongFunction<Event> event) {
        Event made = event.apply(clock.getAsLong());
        lock.lock();
        try {
            if (!running) {
                return;
            }
            if (made instanceof Event.Dropped) {
                folds.clear();
                lane.add(made);
                changed.signal();
                return;
            }
            if (made instanceof Event.Panic panic && panic.device().isEmpty()) {
                stopped = tickets;
            } else if (made instanceof Event.Panic panic) {
                gone.put(panic.device(), tickets);
            } else if (made instanceof Event.Presence presence && !presence.present()) {
                gone.put(presence.device(), tickets);
            }
            folds.clear(); // what comes from now on is not overtaken
            express.add(made);
            changed.signal();
        } finally {
            lock.unlock();
        }
    }

    /** Runs something on the engine's thread once all has been dealt with that is in the express lane now; on this one if the engine has ended. */
    public void after(Runnable task) {
        lock.lock();
        try {
            if (running) {
                express.add(new Marker(task));
                changed.signal();
                return;
            }
        } finally {
            lock.unlock();
        }
        task.run();
    }

    /**
     * Why a light shows what it shows: asked on the engine's thread, once all is dealt with that waits in the express lane.
     *
     * @return done with empty if there is no such light
     */
    public CompletableFuture<Optional<LightReason>> why(Ref.ToLight light) {
        CompletableFuture<Optional<LightReason>> answer = new CompletableFuture<>();
        after(() -> answer.complete(engine.why(light)));
        return answer;
    }

    /** Shows something on a light for two seconds, whatever its rules say. */
    public void attempt(Ref.ToLight light, Message message) {
        after(() -> engine.attempt(clock.getAsLong(), light, message));
    }

    /** How many messages were lost because too many waited. */
    public long dropped() {
        return dropped.sum();
    }

    /** How many moves were folded into newer ones of the same control. */
    public long folded() {
        return folded.sum();
    }

    /** Whether it still works. */
    boolean isAlive() {
        return thread.isAlive();
    }

    private void run() {
        engine.handle(new Event.Passed(clock.getAsLong()));
        while (true) {
            try {
                Object next = next();
                if (next instanceof Marker marker) {
                    marker.task().run();
                } else if (next instanceof Event event) {
                    engine.handle(event);
                } else {
                    engine.advance(clock.getAsLong());
                }
            } catch (InterruptedException e) {
                break;
            } catch (Throwable t) {
                // the engine keeps its faults to itself; should one come through all the same, the show goes on
            }
        }
        engine.letGo();
    }

    /** The next event, or null when something in the engine is due. */
    private Object next() throws InterruptedException {
        lock.lock();
        try {
            while (true) {
                Object first = express.poll();
                if (first != null) {
                    return first;
                } else if (!running) {
                    throw new InterruptedException("closed");
                }
                Object one = lane.poll();
                if (one != null) {
                    return one instanceof Waiting waiting ? event(waiting) : one;
                }
                long wait = Math.min(engine.nextDue() - clock.getAsLong(), LONGEST_WAIT_NANOS);
                if (wait <= 0) {
                    return null;
                }
                changed.awaitNanos(wait);
            }
        } finally {
            lock.unlock();
        }
    }

    private Event event(Waiting one) {
        if (one.fold != null) {
            folds.remove(one.fold, one);
        }
        Long end = gone.isEmpty() ? null : gone.get(one.device);
        if (one.ticket < stopped || end != null && one.ticket < end) {
            return new Event.Overtaken(one.nanos, one.device, one.message);
        }
        return one.delayNanos == 0
                ? new Event.Arrived(one.nanos, one.device, one.message)
                : new Event.Dated(one.nanos, one.nanos + one.delayNanos, one.device, one.message);
    }

    /** Takes nothing more from the wires, deals with what is in the express lane, pays what is owed, and ends. */
    @Override
    public void close() {
        lock.lock();
        try {
            running = false;
            lane.clear();
            folds.clear();
            changed.signal();
        } finally {
            lock.unlock();
        }
        try {
            thread.join(TimeUnit.MILLISECONDS.toMillis(CLOSE_MILLIS));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
