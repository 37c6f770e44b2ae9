package orchard.bench;

import java.io.IOException;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicInteger;
import orchard.engine.Compiler;
import orchard.engine.Engine;
import orchard.engine.Event;
import orchard.signal.OscMessage;
import org.HdrHistogram.Histogram;

/**
 * How long a hand's move takes in the engine while a hundred parameters are moved thirty times a second, each shown by a light with three rules: the same moves in the
 * same rig, in turns with and without. The clock is one of the bench: events arrive when they would, and begin when what the engine did before is done, which took
 * what was measured; so a move that comes while the hundred are told, or while their lights are shown, waits for them as it would.
 */
final class MovedBench {

    private static final int MOVED = 100;
    private static final int MOVES = 20_000;
    private static final int ROUNDS = 12;
    private static final int WARM_UP = 4;
    /** Between two moves of the hand, between two of the hundred, and how far a hand is from being a clock. */
    private static final long APART = 1_000_000;

    private static final long MOVED_APART = 33_333_333;
    /** Between two of the hundred: what a socket takes to bring a packet. */
    private static final long PACKETS_APART = 10_000;

    private static final int JITTER = 1_000_000;

    private final AtomicInteger sent = new AtomicInteger();
    private final Engine engine = new Engine(
            new Compiler().compile(LightBench.lit(MOVED + 1)), (device, message) -> sent.incrementAndGet(), null);
    private final SplittableRandom hand = new SplittableRandom(1);
    private long nanos;
    private long free;
    private long toldAt;
    private int told;

    private MovedBench() {
        engine.handle(new Event.Presence(0, "desk", true));
        engine.handle(new Event.Presence(0, "lamps", true));
    }

    public static void main(String[] arguments) throws IOException {
        MovedBench bench = new MovedBench();
        Histogram alone = new Histogram(3);
        Histogram beside = new Histogram(3);
        for (int round = 0; round < WARM_UP + ROUNDS; round++) {
            bench.moves(round < WARM_UP ? new Histogram(3) : alone, false);
            bench.moves(round < WARM_UP ? new Histogram(3) : beside, true);
        }
        Map<String, Double> without = figures(alone);
        Map<String, Double> with = figures(beside);
        System.out.printf(
                "a hand's move in the engine: p50 %.2f us, p99 %.2f us; while %d are moved: p50 %.2f us, p99 %.2f us%n",
                without.get("p50 us"), without.get("p99 us"), MOVED, with.get("p50 us"), with.get("p99 us"));
        Results.keep("moved", Map.of("while a hundred are moved", with, "reference", without));
    }

    private void moves(Histogram took, boolean isMoved) {
        int before = sent.get();
        toldAt = nanos;
        for (int i = 0; i < MOVES; i++) {
            nanos += APART;
            long at = nanos + hand.nextInt(JITTER);
            for (; isMoved && toldAt <= at; told++) {
                long now = toldAt;
                until(now);
                Event event =
                        new Event.Arrived(now, "desk", OscMessage.of("/desk/" + (1 + told % MOVED), told * 7 % 101));
                takes(now, () -> engine.handle(event));
                toldAt += told % MOVED == MOVED - 1 ? MOVED_APART - (MOVED - 1) * PACKETS_APART : PACKETS_APART;
            }
            until(at);
            Event move = new Event.Arrived(at, "hand", OscMessage.of("/hand/0", i % 2 == 0 ? 0.25f : 0.75f));
            took.recordValue(takes(at, () -> engine.handle(move)) - at);
        }
        if (sent.get() - before < MOVES) {
            throw new IllegalStateException("a move was not sent");
        }
    }

    /** Does what is due up to a moment. */
    private void until(long at) {
        for (long due = engine.nextDue(); due <= at; due = engine.nextDue()) {
            long until = due;
            takes(due, () -> engine.advance(until));
        }
    }

    /** Does something that comes at a moment, as soon as the engine is free; when it is done. */
    private long takes(long arrives, Runnable work) {
        long begun = System.nanoTime();
        work.run();
        free = Math.max(free, arrives) + System.nanoTime() - begun;
        return free;
    }

    private static Map<String, Double> figures(Histogram took) {
        return Map.of("p50 us", took.getValueAtPercentile(50) / 1e3, "p99 us", took.getValueAtPercentile(99) / 1e3);
    }
}
