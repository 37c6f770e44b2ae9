package orchard.app.port;

import java.util.Locale;

/**
 * How fast and how evenly a MIDI clock ticks that passes a port, over the last four beats (MIDI 1.0, timing clock: 24 a quarter). Thread-safe.
 */
final class ClockMeter {

    private static final int TICKS_A_BEAT = 24;
    private static final int KEPT = 4 * TICKS_A_BEAT + 1;
    private static final double NANOS_A_MINUTE = 60e9;

    /** Who ticks as slowly as that does not tick: 5 beats a minute. */
    private static final long STOPPED_NANOS = 500_000_000L;

    private final long[] times = new long[KEPT];
    private int count;

    /** It ticked. */
    synchronized void tick(long nanos) {
        if (count > 0 && nanos - times[(count - 1) % KEPT] > STOPPED_NANOS) {
            count = 0;
        }
        times[count++ % KEPT] = nanos;
        if (count == 2 * KEPT) {
            count = KEPT; // the same places, and it never ends
        }
    }

    /** In words: {@code 96.0 BPM, ticks up to 0.4 ms off}; "" if it does not tick, or for less than a beat. */
    synchronized String words(long now) {
        int many = Math.min(count, KEPT);
        if (many <= TICKS_A_BEAT || now - times[(count - 1) % KEPT] > STOPPED_NANOS) {
            return "";
        }
        int first = count - many;
        double mean = (times[(count - 1) % KEPT] - times[first % KEPT]) / (double) (many - 1);
        double off = 0;
        for (int i = first + 1; i < count; i++) {
            off = Math.max(off, Math.abs(times[i % KEPT] - times[(i - 1) % KEPT] - mean));
        }
        return String.format(
                Locale.ROOT, "%.1f BPM, ticks up to %.1f ms off", NANOS_A_MINUTE / TICKS_A_BEAT / mean, off / 1e6);
    }
}
