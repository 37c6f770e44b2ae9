package orchard.engine;

import java.util.List;
import orchard.gear.Ref;
import orchard.signal.Message;

/**
 * Why a light shows what it shows, at one moment.
 *
 * @param believed the message by which it was put where it is believed to be; null if nobody knows
 * @param present whether its device is there
 * @param black whether all lamps are switched off
 * @param answers all sentences that answer on it, the one that wins first
 * @param nanos since when it shows what it shows, on the engine's clock
 */
public record LightReason(
        Ref.ToLight light, Message believed, boolean present, boolean black, List<Answer> answers, long nanos) {

    /** What became of one sentence. */
    public enum Verdict {
        WINS("it says what is shown"),
        UNDER("another sentence is asked before it"),
        OFF("its layer is not on, or others lie over it"),
        PAGE("another page is open"),
        EMPTY("its focus has no such place");

        private final String words;

        Verdict(String words) {
            this.words = words;
        }

        /** In plain words. */
        public String words() {
            return words;
        }
    }

    /**
     * One sentence.
     *
     * @param mapping its id; "" for a layout's own
     * @param first which of its rules holds first, from 0; as many as there are rules where none does
     * @param holds by rule, whether it holds
     * @param known whether what it would show is known
     */
    public record Answer(String mapping, Verdict verdict, int first, List<Boolean> holds, boolean known) {}
}
