package orchard.engine;

import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;

/**
 * Tells what a device says by itself from what it says because Orchard said something to it, and finds loops that go out and come back through devices. A
 * message that comes from a device soon after something was sent there counts as an answer to it, one answer to one message; a chain
 * of answers, each of which made a mapping send, is a loop when it has gone on long enough: {@value #ECHOES} in which every device said
 * back the very value it was sent, or {@value #ANSWERS} of any kind without one message in between that nobody asked for. Two hands that
 * turn two knobs at once do not do that.
 */
final class Causes {

    /** So soon after something was sent a message may be its answer. */
    static final long ANSWER_NANOS = 200_000_000;

    /** A chain in which so many devices in a row said back what they were sent is a loop. */
    static final int ECHOES = 16;

    /** A chain of so many answers of any kind is a loop. */
    static final int ANSWERS = 256;

    /** An unconfirmed value is sent again at most so often because of what its device answers. */
    static final int AGAIN = 3;

    private static final int REMEMBERED = 4;

    /** So many messages that nobody answered are remembered: with more, two hands that play on and on would look like answers. */
    private static final int MOST_UNANSWERED = 2;

    private static final double ALIKE = 1e-3;
    private static final int OSC = 1;
    private static final int CONTROLLER = 2;
    private static final int OTHER = 3;

    private Causes() {}

    /** What Orchard said to a device last. */
    static final class Said {
        /** What kind of number the last messages said, and which; not the messages themselves, which would be kept alive and cost the collector. */
        private final int[] kinds = new int[REMEMBERED];

        private final double[] numbers = new double[REMEMBERED];
        private int count;
        private long nanos = Long.MIN_VALUE / 2;
        private long trace;
        private int depth;
        private int echoes;
        private int unanswered;

        void said(Cycle cycle, Message message) {
            unanswered = isLately(cycle) ? Math.min(MOST_UNANSWERED, unanswered + 1) : 1;
            depth = cycle.depth;
            echoes = cycle.echoes;
            kinds[count % REMEMBERED] = kind(message);
            numbers[count++ % REMEMBERED] = number(message);
            nanos = cycle.now;
            trace = cycle.number;
        }

        private boolean isLately(Cycle cycle) {
            return cycle.now - nanos < ANSWER_NANOS;
        }

        private boolean isAmong(Message message) {
            int kind = kind(message);
            double number = number(message);
            for (int i = 0; i < REMEMBERED; i++) {
                double difference = Math.abs(numbers[i] - number);
                boolean alike =
                        kind == OSC ? difference <= ALIKE * (1 + Math.abs(number)) : difference == 0; // not for NaN
                if (kinds[i] == kind && alike) {
                    return true;
                }
            }
            return false;
        }
    }

    /** A device moved a control: from now on the turn knows what set it off, if anything did. */
    static void heard(Cycle cycle, State.OfDevice device, Message message) {
        cycle.from = device;
        Said said = device.said;
        if (!said.isLately(cycle)) {
            return;
        }
        if (said.isAmong(message)) {
            cycle.cause = said.trace;
            cycle.echoes = said.echoes + 1;
        }
        if (said.unanswered > 0) {
            said.unanswered--;
            cycle.cause = said.trace;
            cycle.depth = said.depth + 1;
        }
    }

    /** Whether what the turn is about to do is one round too many. */
    static boolean isLoop(Cycle cycle) {
        return cycle.echoes >= ECHOES || cycle.depth >= ANSWERS;
    }

    /** Which messages may say the same: those of one kind that say the same number, wherever they say it. */
    private static int kind(Message message) {
        return message instanceof OscMessage ? OSC : message instanceof MidiMessage.ControlChange ? CONTROLLER : OTHER;
    }

    /** What a message says; of most kinds it is the message itself. */
    private static double number(Message message) {
        return message instanceof OscMessage osc
                ? osc.number(0)
                : message instanceof MidiMessage.ControlChange cc ? cc.value() : message.hashCode();
    }
}
