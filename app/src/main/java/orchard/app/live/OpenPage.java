package orchard.app.live;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.atomic.AtomicLong;
import orchard.app.Daemon;
import orchard.app.access.Tablet;
import orchard.app.port.BrowserWire;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.PingMessage;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;

/**
 * One open page at the other end of the live socket. What is sent waits in a queue with a thread of its own, so that a slow tablet holds up neither the
 * engine nor the other pages. One that falls far behind is closed; it connects again and starts from what is true then.
 */
final class OpenPage implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(OpenPage.class);
    private static final int MOST_WAITING = 512;
    private static final int BEHIND = 6;
    private static final String BEAT = "{\"type\":\"beat\"}";

    /** So long a page that was asked has time to answer, and one on which fingers play. */
    private static final long SILENT_NANOS = 1_700_000_000L;

    private static final long SILENT_FINGERS_NANOS = 350_000_000L;

    /** What fingers did longer ago than this is not played any more. */
    private static final double LATE_MILLIS = 500;

    /** So much two clocks part at most. */
    private static final double DRIFT = 1e-4;

    /** What its monitor shows. */
    static final class Watch {
        final Monitor.Filter filter;
        final boolean fold;
        /** Number of the newest message it was told. */
        long seen;

        Watch(Monitor.Filter filter, boolean fold, long seen) {
            this.filter = filter;
            this.fold = fold;
            this.seen = seen;
        }
    }

    private final WebSocketSession session;
    private final BrowserWire.Page lender;
    private final Tablet tablet;
    private final BlockingQueue<String> waiting = new ArrayBlockingQueue<>(MOST_WAITING);
    private final Thread writer;
    private final Untold untold = new Untold();
    private boolean letGo;
    /** By how much Orchard's clock is ahead of the page's, with the shortest way between them that was seen; and when that was so. */
    private double aheadMillis = Double.NaN;

    private double seenMillis;
    private volatile int roundTripMillis = -1;
    /** When it was asked for the first time after it last said something; 0 if it was not. */
    private final AtomicLong askedNanos = new AtomicLong();

    private volatile boolean open = true;

    /** Which view it is, and which layout it plays, or "". */
    volatile String view = "";

    volatile String layout = "";
    /** Null where there is no monitor, or it is paused. */
    volatile Watch watch;
    /** What the monitor shows changes under this, so that nothing comes after the change that was meant before. */
    final Object watching = new Object();
    /** It was not told everything, and has to be told where things stand. */
    volatile boolean missed;

    OpenPage(WebSocketSession session, BrowserWire.Page lender) {
        this.session = session;
        this.tablet = Tablet.of(session.getPrincipal());
        this.lender = lender;
        this.writer = Daemon.thread("page " + session.getId(), this::write);
        this.writer.start();
    }

    /** The tablet it is on that may only play layouts; null if whoever sits there may do everything. */
    Tablet tablet() {
        return tablet;
    }

    /** What its layout shows that it was not told. */
    Untold untold() {
        return untold;
    }

    /**
     * Whether what the page says now was said so long ago that it must not be played any more.
     *
     * @param at when the page said it, in milliseconds of its own clock
     */
    synchronized boolean isLate(double at) {
        double now = System.nanoTime() / 1e6;
        double ahead = now - at;
        if (Double.isNaN(at)) {
            return false;
        }
        double least = Double.isNaN(aheadMillis) ? ahead : aheadMillis + (now - seenMillis) * DRIFT;
        aheadMillis = Math.min(ahead, least);
        seenMillis = now;
        return ahead - aheadMillis > LATE_MILLIS;
    }

    /** Does something that a finger on this page asks for, unless the page was let go already. */
    synchronized void touch(Runnable work) {
        if (!letGo) {
            work.run();
        }
    }

    /** Nobody is there any more: no touch of it comes after this. */
    synchronized void letGo() {
        letGo = true;
    }

    /** The page said something. */
    void heard() {
        askedNanos.set(0);
    }

    /** The page answered what was asked at a time. */
    void answered(long nanos) {
        heard();
        roundTripMillis = (int) Math.max(0, (System.nanoTime() - nanos) / 1_000_000);
    }

    /** How long a question and its answer took last, in milliseconds; −1 before that was seen. */
    int roundTripMillis() {
        return roundTripMillis;
    }

    /** Whether fingers play a layout on it. */
    boolean isPlayed() {
        return !layout.isEmpty();
    }

    /** Whether it was asked, and has not said anything for so long since that nobody can be there. */
    boolean isSilent() {
        long asked = askedNanos.get();
        return asked != 0 && System.nanoTime() - asked > (isPlayed() ? SILENT_FINGERS_NANOS : SILENT_NANOS);
    }

    String id() {
        return session.getId();
    }

    BrowserWire.Page lender() {
        return lender;
    }

    /** Whether so much waits already that what will be overtaken anyway is better left out. */
    boolean isBehind() {
        return waiting.size() >= BEHIND;
    }

    /** Shows the page that Orchard is there, and asks whether it is. */
    void beat() {
        if (waiting.isEmpty()) {
            send(BEAT);
        }
    }

    /** Sends without waiting. */
    void send(String text) {
        if (open && !waiting.offer(text)) {
            close();
        }
    }

    private void write() {
        try {
            while (open) {
                sendOne(waiting.take());
            }
        } catch (InterruptedException e) {
            // closed
        } catch (IOException | IllegalStateException e) {
            LOG.debug("A page is gone: {}", e.getMessage());
        }
        try {
            session.close(CloseStatus.SESSION_NOT_RELIABLE);
        } catch (IOException | IllegalStateException e) {
            LOG.debug("A page is gone already: {}", e.getMessage());
        }
    }

    /** What cannot be sent is left out; the page stays. */
    private void sendOne(String text) throws IOException {
        try {
            if (text.equals(BEAT)) {
                long now = System.nanoTime();
                askedNanos.compareAndSet(0, now);
                ByteBuffer when = ByteBuffer.allocate(Long.BYTES).putLong(now).flip();
                session.sendMessage(new PingMessage(when)); // every browser answers it by itself
            }
            session.sendMessage(new TextMessage(text));
        } catch (IllegalStateException e) {
            throw e; // the connection is closed
        } catch (RuntimeException e) {
            LOG.warn("A message could not be sent to a page: {}", e.toString());
        }
    }

    @Override
    public void close() {
        open = false;
        writer.interrupt();
    }
}
