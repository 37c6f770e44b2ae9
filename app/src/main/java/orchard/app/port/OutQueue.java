package orchard.app.port;

import java.util.ArrayDeque;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.Condition;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.BooleanSupplier;
import orchard.app.Daemon;
import orchard.gear.Wire;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/**
 * What waits to go out on a slow wire, with a thread of its own, so a slow driver holds nobody up. What does not fit is dropped
 * and counted. A message may take the place of one that waits, so that lights never lag behind.
 */
final class OutQueue implements AutoCloseable {

    /** How many messages may wait. */
    static final int BOUND = 4096;

    /** Puts one message on the wire, waiting as long as the wire takes. */
    interface Wire {
        /**
         * @param isCut whether everything was stopped meanwhile: a long message ends where it is
         * @throws Exception if it could not be sent; its words become the port's last error
         */
        void send(Message message, BooleanSupplier isCut) throws Exception;
    }

    private static final class Entry {
        final Object fold;
        Message message;

        Entry(Object fold, Message message) {
            this.fold = fold;
            this.message = message;
        }
    }

    private final ReentrantLock lock = new ReentrantLock();
    private final Condition changed = lock.newCondition();
    private final ArrayDeque<Entry> waiting = new ArrayDeque<>();
    private final Map<Object, Entry> folds = new HashMap<>();
    private final Traffic traffic;
    private final Wire wire;
    private final Thread thread;
    private boolean open = true;
    private boolean sending;
    /** Whether what is being sent has to end where it is. */
    private volatile boolean cut;

    OutQueue(String name, Traffic traffic, Wire wire) {
        this.traffic = traffic;
        this.wire = wire;
        thread = Daemon.thread(name, this::run);
        thread.start();
    }

    /** Puts a message in the queue; see {@link Port#send}. */
    void offer(Message message, Object fold) {
        lock.lock();
        try {
            Entry same = fold == null ? null : folds.get(fold);
            if (same != null) {
                same.message = message;
            } else if (!open || waiting.size() >= BOUND) {
                traffic.dropped(
                        open ? "the queue is full: the wire is slower than what is sent" : "the port is closed");
            } else {
                Entry entry = new Entry(fold, message);
                waiting.add(entry);
                if (fold != null) {
                    folds.put(fold, entry);
                }
                changed.signal();
            }
        } finally {
            lock.unlock();
        }
    }

    /** Whether something still waits, or is being sent. */
    boolean isBusy() {
        lock.lock();
        try {
            return sending || !waiting.isEmpty();
        } finally {
            lock.unlock();
        }
    }

    /** Drops what waits, but for ends of notes, which have to arrive, and ends what is being sent. */
    void clear() {
        lock.lock();
        try {
            cut = sending;
            waiting.removeIf(entry -> !endsNote(entry.message));
            folds.clear();
        } finally {
            lock.unlock();
        }
    }

    private static boolean endsNote(Message message) {
        return message instanceof MidiMessage.NoteOff || message instanceof MidiMessage.NoteOn on && on.velocity() == 0;
    }

    private Message next() throws InterruptedException {
        lock.lock();
        try {
            sending = false;
            cut = false;
            while (waiting.isEmpty()) {
                if (!open) {
                    return null;
                }
                changed.await();
            }
            Entry entry = waiting.poll();
            sending = true;
            if (entry.fold != null) {
                folds.remove(entry.fold);
            }
            return entry.message;
        } finally {
            lock.unlock();
        }
    }

    private void run() {
        try {
            for (Message message; (message = next()) != null; ) {
                try {
                    wire.send(message, () -> cut);
                    traffic.out(message);
                } catch (InterruptedException e) {
                    throw e;
                } catch (Exception e) {
                    traffic.dropped(e.getMessage() == null ? e.toString() : e.getMessage());
                }
            }
        } catch (InterruptedException e) {
            // closed while a driver held on
        }
    }

    /** Sends what still waits, for half a second at most, then stops. */
    @Override
    public void close() {
        lock.lock();
        try {
            open = false;
            changed.signal();
        } finally {
            lock.unlock();
        }
        try {
            thread.join(TimeUnit.MILLISECONDS.toMillis(500));
            thread.interrupt();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
