package orchard.app.port;

import java.util.List;
import java.util.concurrent.atomic.LongAdder;
import java.util.stream.IntStream;
import orchard.engine.Outlet;
import orchard.signal.Identity;
import orchard.signal.Malformed;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/** What has passed on a port. Safe for several threads. */
final class Traffic {

    /** Bytes a second a MIDI 1.0 wire carries: 31,250 baud, ten bits a byte. */
    static final int MIDI_CAPACITY = 3_125;

    /** Packets a second an OSC port is meant for. */
    static final int OSC_CAPACITY = 10_000;

    /** After so much silence a device that senses is gone. */
    static final long SENSING_NANOS = 1_000_000_000L;

    private static final int STEADY = 3;
    private static final long ANSWER_NANOS = 300_000_000L;
    private static final long ASKING_NANOS = 1_000_000L;

    /** For so long what went wrong is told. */
    static final long ERROR_NANOS = 10_000_000_000L;

    /** For how many seconds the load is remembered. */
    static final int SECONDS = 60;

    /** What is no light, and lights as urgent as they are. */
    private static final int KINDS = 1 + Outlet.Urgency.values().length;

    private volatile int capacity;
    private final boolean inBytes;
    private final LongAdder in = new LongAdder();
    private final LongAdder out = new LongAdder();
    private final LongAdder bad = new LongAdder();
    private final LongAdder dropped = new LongAdder();
    private final LongAdder amountIn = new LongAdder();
    private final LongAdder amountOut = new LongAdder();
    private final int[] loads = new int[SECONDS];
    /** What went out, by kind; and the share of each kind in the load of each second, in percent of the capacity. */
    private final LongAdder[] kinds =
            IntStream.range(0, KINDS).mapToObj(i -> new LongAdder()).toArray(LongAdder[]::new);

    private final long[] sampledKinds = new long[KINDS];
    private final int[][] shares = new int[SECONDS][KINDS];
    private long sampled;
    private long sampledIn;
    private long sampledOut;
    private int samples;
    private volatile long lastIn;
    private volatile boolean isAnswer;
    private volatile long asked = System.nanoTime() - ANSWER_NANOS;
    private volatile Message last;
    private volatile long sensed;
    private volatile int senses;
    private final ClockMeter clockIn = new ClockMeter();
    private final ClockMeter clockOut = new ClockMeter();
    private volatile Wrong wrong = new Wrong("", 0);

    /** What went wrong last, and when. */
    private record Wrong(String words, long nanos) {}

    private Traffic(int capacity, boolean inBytes) {
        this.capacity = capacity;
        this.inBytes = inBytes;
    }

    /** Of a MIDI port: load is counted in bytes. */
    static Traffic midi() {
        return new Traffic(MIDI_CAPACITY, true);
    }

    /** Of anything else: load is counted in messages. */
    static Traffic osc() {
        return new Traffic(OSC_CAPACITY, false);
    }

    /** What the wire carries in bits a second, ten to a byte; 0 for what wires of its kind usually do. */
    void carries(int bits) {
        if (inBytes) {
            capacity = bits == 0 ? MIDI_CAPACITY : bits / 10;
        }
    }

    void in(Message message) {
        long now = System.nanoTime();
        isAnswer =
                now - asked < ANSWER_NANOS && (!inBytes || Identity.of(message).isPresent());
        if (isAnswer) {
            asked = now - ANSWER_NANOS; // it only says that it is there, because it was asked
            lastIn = now;
            return;
        }
        in.increment();
        amountIn.add(amount(message));
        sense(message);
        if (isTick(message)) {
            clockIn.tick(now);
        }
        lastIn = System.nanoTime();
        last = message;
        if (message instanceof Malformed malformed) {
            bad.increment();
            wrong = new Wrong(malformed.reason(), lastIn);
        }
    }

    /** Active sensing counts once it came in a steady beat; single bytes of it may be noise. */
    private void sense(Message message) {
        long now = System.nanoTime();
        if (message instanceof MidiMessage.SystemMessage system
                && system.status() == MidiMessage.SystemMessage.ACTIVE_SENSING) {
            boolean steady = now - sensed > SENSING_NANOS / 20 && now - sensed < SENSING_NANOS / 2;
            senses = steady ? senses + 1 : 0;
            sensed = now;
        } else if (now - sensed > SENSING_NANOS) {
            senses = 0;
        }
    }

    /** Whether what came in last only says that a device is there, because it was asked. */
    boolean isAnswer() {
        return isAnswer;
    }

    /** A device is asked whether it is there; that and its answer are no traffic. */
    void asks() {
        asked = System.nanoTime();
    }

    void out(Message message) {
        out(message, 0);
    }

    /** @param kind 0 for what is no light, otherwise how urgent a light it was, from 1 */
    void out(Message message, int kind) {
        boolean isQuestion = System.nanoTime() - asked < (inBytes ? ANSWER_NANOS : ASKING_NANOS)
                && (!inBytes || Identity.isRequest(message));
        if (isQuestion) {
            return;
        }
        if (isTick(message)) {
            clockOut.tick(System.nanoTime());
        }
        out.increment();
        amountOut.add(amount(message));
        kinds[kind].add(amount(message));
    }

    void dropped(String why) {
        dropped.increment();
        wrong = new Wrong(why, System.nanoTime());
    }

    /** Bytes on a MIDI wire, or one. */
    private int amount(Message message) {
        if (!inBytes) {
            return 1;
        }
        return bytes(message);
    }

    /** How many bytes a message has on a MIDI wire. */
    static int bytes(Message message) {
        if (message instanceof Malformed malformed) {
            return malformed.length();
        }
        return message instanceof MidiMessage midi ? midi.wireBytes() : 3;
    }

    private static boolean isTick(Message message) {
        return message instanceof MidiMessage.SystemMessage system
                && system.status() == MidiMessage.SystemMessage.CLOCK;
    }

    /** How the MIDI clock ticks that passes, in words, one line a direction; "" if none does. */
    String clock() {
        long now = System.nanoTime();
        String in = clockIn.words(now);
        String out = clockOut.words(now);
        String both = in.isEmpty() || out.isEmpty() ? "" : "; ";
        return (in.isEmpty() ? "" : "in at " + in) + both + (out.isEmpty() ? "" : "out at " + out);
    }

    /** When something last came in, of {@link System#nanoTime}; 0 for never. */
    long lastIn() {
        return lastIn;
    }

    /**
     * Whether a device that said it would always say something (active sensing) has stopped: its cable is pulled somewhere on the way. The
     * standard allows 300 ms; {@value #SENSING_NANOS} ns bear a busy machine too.
     */
    boolean stoppedSensing(long nanos) {
        return senses >= STEADY && nanos - lastIn > SENSING_NANOS;
    }

    /** The newest message that came in, or null. */
    Message last() {
        return last;
    }

    /** Takes the load of the time since the sample before; called about once a second. */
    synchronized void sample(long nanos) {
        long nowIn = amountIn.sum();
        long nowOut = amountOut.sum();
        if (sampled != 0 && nanos > sampled) {
            double seconds = (nanos - sampled) / 1e9;
            double rate = Math.max(nowIn - sampledIn, nowOut - sampledOut) / seconds;
            int slot = samples++ % SECONDS;
            loads[slot] = (int) Math.min(999, Math.round(rate / capacity * 100));
            for (int kind = 0; kind < KINDS; kind++) {
                long amount = kinds[kind].sum();
                shares[slot][kind] =
                        (int) Math.min(999, Math.round((amount - sampledKinds[kind]) / seconds / capacity * 100));
                sampledKinds[kind] = amount;
            }
        }
        sampled = nanos;
        sampledIn = nowIn;
        sampledOut = nowOut;
    }

    /** Load in percent of the capacity over the last {@value #SECONDS} seconds, oldest first. */
    synchronized List<Integer> loads() {
        return IntStream.range(Math.max(0, samples - SECONDS), samples)
                .map(i -> loads[i % SECONDS])
                .boxed()
                .toList();
    }

    /** What went out over the last {@value #SECONDS} seconds by kind, in percent of the capacity, oldest first. */
    synchronized List<List<Integer>> shares() {
        return IntStream.range(Math.max(0, samples - SECONDS), samples)
                .mapToObj(i -> IntStream.of(shares[i % SECONDS]).boxed().toList())
                .toList();
    }

    Counts counts() {
        Wrong last = wrong;
        String error = System.nanoTime() - last.nanos() < ERROR_NANOS ? last.words() : "";
        return new Counts(in.sum(), out.sum(), bad.sum(), dropped.sum(), error);
    }

    /**
     * Messages in, out, bad (came in and could not be read) and dropped (could not be sent).
     *
     * @param error what went wrong within the last ten seconds, in words, or ""
     */
    record Counts(long in, long out, long bad, long dropped, String error) {}
}
