package orchard.app.port;

import com.fasterxml.jackson.annotation.JsonProperty;

/**
 * How a device stands at this moment, and what that means to who plays it.
 *
 * @param state what is true now
 * @param sinceNanos since when, on {@link System#nanoTime}
 */
public record Standing(State state, long sinceNanos) {

    /** What can be true of a device. */
    public enum State {
        /** It is there, and answers when it is asked. */
        PRESENT("present", ""),
        /** It was heard, speaks only when it is moved, and nothing moves it. */
        RESTING("resting", "It says nothing while nothing on it is moved."),
        /** There was a gap; it is asked and told everything anew. */
        DOUBTED("in doubt", "It was away for a moment: it is asked, and told everything again."),
        /** Its port is there, but it does not answer. */
        DEAF(
                "does not answer",
                "It is connected, but does not answer: look at its power and its cable, or whether it runs. What it missed is told when it answers again."),
        /** It is not there. */
        ABSENT("absent", "");

        private final String words;
        private final String help;

        State(String words, String help) {
            this.words = words;
            this.help = help;
        }

        /** What the performer reads. */
        public String words() {
            return words;
        }

        /** What it means and what to do, or "". */
        public String help() {
            return help;
        }
    }

    /** Whether what it said last is still true, as far as anybody can know. */
    public boolean isSure() {
        return state == State.PRESENT || state == State.RESTING;
    }

    /** What the performer reads. */
    @JsonProperty
    public String words() {
        return state.words();
    }

    /** What it means and what to do, or "". */
    @JsonProperty
    public String help() {
        return state.help();
    }

    /** For how many seconds it has been so. */
    @JsonProperty
    public long seconds() {
        return Math.max(0, (System.nanoTime() - sinceNanos) / 1_000_000_000L);
    }
}
