package orchard.standin;

/**
 * What can happen to any stand-in's cable, as gestures on the part {@value #PART}: {@code pull}, {@code plug}, {@code rename} (comes
 * back under another name, or from another address), {@code sleep}, {@code wake}, {@code rubbish} (sends bytes that mean nothing), and for a MIDI cable
 * {@code hold} and {@code free} (another program has its port open, which many systems allow to one alone).
 */
final class Cable {

    static final String PART = "cable";

    /** What the panel shows of it. */
    enum Condition {
        PLUGGED("plugged in"),
        PULLED("pulled"),
        ASLEEP("asleep"),
        HELD("held by another program");

        private final String words;

        Condition(String words) {
            this.words = words;
        }
    }

    private Condition condition = Condition.PULLED;

    boolean isUp() {
        return condition == Condition.PLUGGED;
    }

    boolean isAsleep() {
        return condition == Condition.ASLEEP;
    }

    boolean isHeld() {
        return condition == Condition.HELD;
    }

    boolean isPulled() {
        return condition == Condition.PULLED;
    }

    void show(Panel panel, Condition now) {
        condition = now;
        panel.show(PART, now == Condition.PLUGGED ? 1 : now == Condition.ASLEEP ? 0.5 : 0, now.words);
    }
}
