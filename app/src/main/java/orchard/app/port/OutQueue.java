package orchard.app.port;

import java.util.ArrayDeque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.Condition;
import java.util.concurrent.locks.LockSupport;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import orchard.app.Daemon;
import orchard.engine.Outlet;
import orchard.gear.Wire;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/**
 * What waits to go out on a slow wire, with a thread of its own, so a slow driver holds nobody up. What does not fit is dropped
 * and counted. A message may take the place of one that waits, so that lights never lag behind.
 */
final class OutQueue implements AutoCloseable {

    /** How many messages may wait; and as many more that end notes, which must not hang because something else was too much. */
    static final int BOUND = 4096;

    /** Ten bits a byte. */
    private static final long NANOS_A_BYTE = 10_000_000_000L;

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
        int lane;
        Message message;

        Entry(Object fold, int lane, Message message) {
            this.fold = fold;
            this.lane = lane;
            this.message = message;
        }
    }

    /** What is no light goes before all that is; the others as urgent as they are. */
    private static int lane(Object fold) {
        return fold instanceof Outlet.OnLight light ? 1 + light.urgency().ordinal() : 0;
    }

    private static final int METERS = 1 + Outlet.Urgency.METER.ordinal();

    /** What moves all the time by itself takes so much of a slow wire at most. */
    private static final int METERS_PERCENT = 78;

    /** So much goes out ahead of what a slow wire has carried, so that it never rests. */
    private static final long AHEAD_NANOS = 8_000_000;

    private final ReentrantLock lock = new ReentrantLock();
    private final Condition changed = lock.newCondition();
    private final List<ArrayDeque<Entry>> lanes = IntStream.rangeClosed(0, Outlet.Urgency.values().length)
            .mapToObj(i -> new ArrayDeque<Entry>())
            .toList();
    private final Map<Object, Entry> folds = new HashMap<>();
    private final Traffic traffic;
    private final Wire wire;
    private final Thread thread;
    /** What the wire carries in bits a second, and until when it is busy with what went out. */
    private volatile int baud;

    private long wireFree = System.nanoTime();
    private int waiting;
    private boolean open = true;
    private boolean sending;
    /** The lane of what is being sent. */
    private int kind;
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
            int lane = lane(fold);
            if (same != null) {
                same.message = message;
                if (lane < same.lane) {
                    lanes.get(same.lane).remove(same);
                    same.lane = lane;
                    lanes.get(lane).add(same);
                }
            } else if (!open || waiting >= (endsNote(message) ? 2 * BOUND : BOUND)) {
                traffic.dropped(
                        open ? "the queue is full: the wire is slower than what is sent" : "the port is closed");
            } else {
                Entry entry = new Entry(fold, lane, message);
                lanes.get(lane).add(entry);
                waiting++;
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
            return sending || waiting > 0;
        } finally {
            lock.unlock();
        }
    }

    /** Drops what waits, but for ends of notes, which have to arrive, and ends what is being sent. */
    void clear() {
        lock.lock();
        try {
            cut = sending;
            lanes.forEach(lane -> lane.removeIf(entry -> !endsNote(entry.message)));
            waiting = lanes.stream().mapToInt(ArrayDeque::size).sum();
            folds.clear();
            wireFree = System.nanoTime(); // what ends everything does not wait
            changed.signal();
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
            while (waiting == 0 || rest() > 0) {
                if (waiting > 0) {
                    changed.awaitNanos(rest());
                } else if (open) {
                    changed.await();
                } else {
                    return null;
                }
            }
            Entry entry = first();
            waiting--;
            sending = true;
            if (baud > 0) {
                wireFree = Math.max(System.nanoTime(), wireFree) + nanos(entry);
            }
            if (entry.fold != null) {
                folds.remove(entry.fold);
            }
            kind = entry.lane;
            return entry.message;
        } finally {
            lock.unlock();
        }
    }

    /** How long the wire is given to one message; meters leave some of it free, for the hand that comes any moment. */
    private long nanos(Entry entry) {
        long carried = Traffic.bytes(entry.message) * NANOS_A_BYTE / baud;
        return entry.lane == METERS ? carried * 100 / METERS_PERCENT : carried;
    }

    /** How long the wire is still busy with what went out, but for a little. */
    private long rest() {
        return baud == 0 ? 0 : wireFree - AHEAD_NANOS - System.nanoTime();
    }

    private Entry first() {
        for (ArrayDeque<Entry> lane : lanes) {
            Entry entry = lane.poll();
            if (entry != null) {
                return entry;
            }
        }
        throw new IllegalStateException("nothing waits");
    }

    /** Waits as long as a slow wire needs for some bytes. */
    void carried(int bytes) {
        if (baud > 0) {
            LockSupport.parkNanos(bytes * NANOS_A_BYTE / baud);
        }
    }

    /** What the wire carries from now on, in bits a second; 0 for as many as it takes. */
    void pace(int bits) {
        baud = bits;
        traffic.carries(bits);
    }

    private void run() {
        try {
            for (Message message; (message = next()) != null; ) {
                try {
                    wire.send(message, () -> cut);
                    traffic.out(message, kind);
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
