package orchard.signal;

import java.time.Instant;

/**
 * OSC time tags, which are NTP's: the upper 32 bits count seconds since 1900-01-01 UTC, the lower 32 bits the fraction
 * (OSC 1.0, “Temporal Semantics and OSC Time Tags”).
 */
public final class OscTime {

    /** “At once.” */
    public static final long IMMEDIATELY = 1;

    private static final long SECONDS_1900_TO_1970 = 2_208_988_800L;

    private OscTime() {}

    /** The time tag of a moment between 1970 and 2036, exact to a nanosecond. */
    public static long of(Instant moment) {
        long fraction = (((long) moment.getNano() << 32) + 999_999_999) / 1_000_000_000L;
        return moment.getEpochSecond() + SECONDS_1900_TO_1970 << 32 | fraction;
    }

    /** The moment of a time tag. */
    public static Instant instant(long tag) {
        long nanos = (tag & 0xFFFF_FFFFL) * 1_000_000_000L >>> 32;
        return Instant.ofEpochSecond((tag >>> 32) - SECONDS_1900_TO_1970, nanos);
    }

    /** How long after a moment a time tag is due, in nanoseconds; 0 for “at once” and for what is late. */
    public static long delayNanos(long tag, Instant now) {
        if (tag == IMMEDIATELY) {
            return 0;
        }
        Instant due = instant(tag);
        long seconds = due.getEpochSecond() - now.getEpochSecond();
        return seconds > 1L << 32
                ? Long.MAX_VALUE / 4
                : Math.max(0, seconds * 1_000_000_000L + due.getNano() - now.getNano());
    }

    /** A time tag as a person reads it. */
    static String words(long tag) {
        return tag == IMMEDIATELY ? "at once" : instant(tag).toString();
    }
}
