package orchard.app.port;

/**
 * Asks one quiet device, again and again, whether it is there, and tells from its answers whether there was a gap. It is asked only while nothing comes from it; who never
 * answered is not expected to. Times are those of {@link System#nanoTime}; one thread uses it.
 */
final class Question {

    /** After so much silence a device is asked. */
    static final long QUIET_NANOS = 400_000_000L;

    /** So long it has time to answer. */
    static final long ANSWER_NANOS = 300_000_000L;

    /** What has to be done now. */
    enum Next {
        NOTHING,
        /** Ask it. */
        ASK,
        /** It has just missed an answer for the first time: ask again, and look at the wire. */
        MISSED,
        /** It answers again: there was a gap. */
        BACK
    }

    private long asked;
    private long missedSince;
    private boolean answers;

    /** Whether it has not answered although it can. */
    boolean isMissing() {
        return missedSince != 0;
    }

    /** Whether it ever answered. */
    boolean answers() {
        return answers;
    }

    /** For how long it did not answer, in nanoseconds; 0 if it does. */
    long missingFor(long now) {
        return missedSince == 0 ? 0 : now - missedSince;
    }

    /** It can answer, as was found out before. */
    void canAnswer() {
        answers = true;
    }

    /**
     * What has to be done now.
     *
     * @param lastIn when something last came from it; 0 for never
     * @param busy whether the question itself may still be waiting to go out
     */
    Next look(long now, long lastIn, boolean busy) {
        boolean heard = lastIn != 0 && lastIn - asked > 0;
        if (asked != 0 && heard) {
            asked = 0;
            answers = true;
            if (isMissing()) {
                missedSince = 0;
                return Next.BACK;
            }
        }
        if (asked == 0) {
            boolean quiet = lastIn == 0 || now - lastIn > QUIET_NANOS;
            asked = quiet ? now : 0;
            return quiet ? Next.ASK : Next.NOTHING;
        }
        if (busy || now - asked <= ANSWER_NANOS) {
            return Next.NOTHING;
        }
        boolean first = answers && !isMissing();
        if (first) {
            missedSince = asked;
        }
        if (answers || now - asked > 10 * ANSWER_NANOS) {
            asked = now;
            return first ? Next.MISSED : Next.ASK;
        }
        return Next.NOTHING;
    }
}
