package orchard.app.live;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.outcome.Outcome;
import orchard.outcome.Refused;
import orchard.signal.Malformed;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscArgument;
import orchard.signal.OscMessage;
import org.springframework.stereotype.Component;

/**
 * Every message in and out in the order in which it happened, the last {@value #KEPT} of them. Keeping one costs next to nothing: words
 * are made when somebody looks. Written by the hub's thread, read by any.
 */
@Component
public final class SignalLog {

    /** How many messages are kept. */
    public static final int KEPT = 100_000;

    private static final long CLOCK_SET_MICROS = 100_000;
    private static final long KEPT_BYTES = 128L << 20;

    /** Which way a message went. */
    public enum Direction {
        IN,
        OUT
    }

    /**
     * One message.
     *
     * @param number counts messages from 1
     * @param micros when it came in, or when what sent it came in, in microseconds of the calendar's clock since 1970
     * @param device id of its device, or key of its port
     * @param outcome the outcome of the trace that sent it; null for one that came in
     */
    public record Entry(
            long number,
            long micros,
            Direction direction,
            String device,
            Message message,
            Trace trace,
            Outcome outcome) {}

    private final Entry[] ring = new Entry[KEPT];
    private long first = 1;
    private long next = 1;
    private long weight;
    private long clockAhead;

    /** Takes a trace. */
    synchronized void take(Trace trace) {
        long now = micros(trace.event().nanos());
        if (trace.event() instanceof Event.Arrived arrived) {
            add(now, Direction.IN, arrived.device(), arrived.message(), trace, null);
        } else if (trace.event() instanceof Event.Overtaken overtaken) {
            add(now, Direction.IN, overtaken.device(), overtaken.message(), trace, null);
        } else if (trace.event() instanceof Event.Dated dated && trace.first(Refused.class) != null) {
            add(now, Direction.IN, dated.device(), dated.message(), trace, null);
        }
        for (Outcome outcome : trace.outcomes()) {
            outcome.sent().ifPresent(sent -> add(now, Direction.OUT, sent.device(), sent.message(), trace, outcome));
        }
    }

    /** The calendar's time of a moment of the engine's clock. When the calendar's clock is set, times go on from there. */
    private long micros(long nanos) {
        long ahead = System.currentTimeMillis() * 1_000 - System.nanoTime() / 1_000;
        if (Math.abs(ahead - clockAhead) > CLOCK_SET_MICROS) {
            clockAhead = ahead;
        }
        return clockAhead + nanos / 1_000;
    }

    private void add(long micros, Direction direction, String device, Message message, Trace trace, Outcome outcome) {
        while (next - first >= KEPT || next > first && weight > KEPT_BYTES) {
            forgetOldest();
        }
        ring[(int) (next % KEPT)] = new Entry(next, micros, direction, device, message, trace, outcome);
        next++;
        weight += weight(message, trace);
    }

    private void forgetOldest() {
        Entry oldest = ring[(int) (first % KEPT)];
        ring[(int) (first % KEPT)] = null;
        weight -= weight(oldest.message(), oldest.trace());
        first++;
    }

    /** Roughly how many bytes an entry keeps alive. */
    private static long weight(Message message, Trace trace) {
        long weight = 300 + 60L * trace.outcomes().size();
        if (message instanceof OscMessage osc) {
            weight += osc.address().length();
            for (OscArgument argument : osc.arguments()) {
                weight += argument instanceof OscArgument.Text text
                        ? text.value().length()
                        : argument instanceof OscArgument.Blob blob
                                ? blob.value().size() * 4L
                                : 24;
            }
        } else if (message instanceof MidiMessage.SysEx sysEx) {
            weight += sysEx.length();
        } else if (message instanceof Malformed) {
            weight += Malformed.KEPT;
        }
        return weight;
    }

    /** Number of the newest message; 0 if there was none. */
    public synchronized long last() {
        return next - 1;
    }

    /** Forgets everything; numbers go on. */
    public synchronized void clear() {
        while (first < next) {
            forgetOldest();
        }
    }

    /** What happened after a message, oldest first. */
    public List<Entry> after(long number) {
        return between(Math.max(0, number), Long.MAX_VALUE, Integer.MAX_VALUE, entry -> true);
    }

    /**
     * What is kept between two numbers, the newest of it, oldest first.
     *
     * @param after not this number and none before
     * @param before not this number and none after
     * @param most how many at most
     */
    public List<Entry> between(long after, long before, int most, Predicate<Entry> wanted) {
        Entry[] kept;
        synchronized (this) {
            long from = Math.max(first, after + 1);
            long to = Math.min(next, before);
            kept = new Entry[(int) Math.max(0, to - from)];
            for (int i = 0; i < kept.length; i++) {
                kept[i] = ring[(int) ((from + i) % KEPT)];
            }
        }
        // looked at without the lock: the hub must not wait for a search
        List<Entry> found = new ArrayList<>();
        for (int i = kept.length - 1; i >= 0 && found.size() < most; i--) {
            if (wanted.test(kept[i])) {
                found.add(kept[i]);
            }
        }
        Collections.reverse(found);
        return found;
    }

    /** A trace by its number, if a message of it is still kept. */
    public synchronized Optional<Trace> trace(long number) {
        long low = first;
        long high = next - 1;
        while (low <= high) {
            long middle = low + high >>> 1;
            Trace trace = ring[(int) (middle % KEPT)].trace();
            if (trace.number() == number) {
                return Optional.of(trace);
            } else if (trace.number() < number) {
                low = middle + 1;
            } else {
                high = middle - 1;
            }
        }
        return Optional.empty();
    }
}
