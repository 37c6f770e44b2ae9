package orchard.session;

/** Sequence numbers of 16 bit that go round. */
final class Sequence {

    private Sequence() {}

    /** The number after one. */
    static int next(int sequence) {
        return sequence + 1 & 0xFFFF;
    }

    /** Whether one number comes after another, taking the shorter way round. */
    static boolean isAfter(int one, int other) {
        return (short) (one - other) > 0;
    }
}
