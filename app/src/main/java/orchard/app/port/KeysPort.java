package orchard.app.port;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import java.util.function.Consumer;
import orchard.app.Daemon;
import orchard.gear.Wire;
import orchard.signal.Desktop;
import orchard.signal.Message;
import orchard.signal.Typing;
import orchard.signal.TypingEnded;
import orchard.typing.Typist;

/**
 * The keyboard of a desktop. One sequence is typed after the other, on a thread of its own; another press of the same stops it. What came of each comes in as a
 * {@link TypingEnded}.
 */
final class KeysPort implements Port {

    /** The most sequences that wait. */
    static final int MOST_WAITING = 16;

    private static final String PRESSED_AGAIN = "it was pressed again";
    private static final String STOPPED = "everything was stopped";
    private static final String UNPLUGGED = "the desktop was taken away";

    private final Desktop desktop;
    private final Listener listener;
    private final Consumer<KeysPort> gone;
    private final Traffic traffic = Traffic.osc();
    private final Thread thread;

    /** Guards what follows. */
    private final Object lock = new Object();

    private final Deque<Typing> waiting = new ArrayDeque<>();
    private Typing now;
    /** Why what is typed now has to stop; null for it goes on. */
    private volatile String stop;

    private boolean isClosed;

    /** @param gone is told, on the port's own thread, that the desktop does nothing any more */
    KeysPort(Desktop desktop, Listener listener, Consumer<KeysPort> gone) {
        this.desktop = desktop;
        this.listener = listener;
        this.gone = gone;
        this.thread = Daemon.thread("keys on " + desktop.name(), this::work);
        thread.start();
    }

    Desktop desktop() {
        return desktop;
    }

    @Override
    public Wire wire() {
        return Wire.KEYS;
    }

    @Override
    public String name() {
        return desktop.name();
    }

    @Override
    public boolean hasInput() {
        return false;
    }

    @Override
    public boolean hasOutput() {
        return true;
    }

    @Override
    public Traffic traffic() {
        return traffic;
    }

    @Override
    public void send(Message message, Object fold) {
        if (!(message instanceof Typing typing)) {
            traffic.dropped("a keyboard types keys, and this is none: " + message.words());
            return;
        }
        synchronized (lock) {
            if (isClosed) {
                traffic.dropped(UNPLUGGED);
            } else if (!stops(typing)) {
                take(typing);
            }
        }
    }

    /** Whether it only stops an earlier run of the same. */
    private boolean stops(Typing typing) {
        boolean isNow = now != null && stop == null && isEarlier(now, typing);
        if (isNow) {
            stop = PRESSED_AGAIN;
        }
        boolean waited = waiting.removeIf(one -> isEarlier(one, typing));
        return isNow || waited;
    }

    private static boolean isEarlier(Typing one, Typing typing) {
        return one.sequence().equals(typing.sequence()) && one.run() != typing.run();
    }

    private void take(Typing typing) {
        if (waiting.size() >= MOST_WAITING) {
            traffic.dropped("more than " + MOST_WAITING + " sequences of keys wait already");
        } else {
            waiting.add(typing);
            lock.notifyAll();
        }
    }

    private void work() {
        Typist typist = new Typist(desktop, new Typist.Clock() {
            @Override
            public long millis() {
                return System.nanoTime() / 1_000_000;
            }

            @Override
            public void pause(long millis) throws InterruptedException {
                Thread.sleep(millis);
            }
        });
        try {
            for (Typing typing = next(); typing != null; typing = next()) {
                tell(typing, typist.type(typing, () -> Optional.ofNullable(stop)));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt(); // it is closed, and ends
        } finally {
            desktop.close(); // on the thread that typed, so that a key that is down has come up
        }
    }

    /** What is typed next; null when there is nothing more to come. */
    private Typing next() throws InterruptedException {
        synchronized (lock) {
            now = null;
            while (waiting.isEmpty() && !isClosed) {
                lock.wait();
            }
            stop = null;
            now = isClosed ? null : waiting.remove();
            return now;
        }
    }

    private void tell(Typing typing, TypingEnded ended) {
        traffic.out(typing);
        if (!ended.whole()) {
            traffic.dropped(ended.outcome());
        }
        listener.arrived(this, ended);
        if (!ended.whole() && isGone()) {
            gone.accept(this);
        }
    }

    private boolean isGone() {
        try {
            desktop.front();
            return false;
        } catch (Desktop.Gone lost) {
            return true;
        }
    }

    @Override
    public boolean isBusy() {
        synchronized (lock) {
            return now != null;
        }
    }

    @Override
    public void clear() {
        stop(STOPPED);
    }

    private void stop(String why) {
        synchronized (lock) {
            waiting.clear();
            if (now != null && stop == null) {
                stop = why;
            }
            lock.notifyAll();
        }
    }

    @Override
    public void close() {
        synchronized (lock) {
            isClosed = true;
        }
        stop(UNPLUGGED);
        if (Thread.currentThread() != thread) {
            try {
                thread.join(CLOSE_MILLIS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
    }

    /** So long is waited at the end for a key that is down. */
    private static final long CLOSE_MILLIS = 1_000;
}
