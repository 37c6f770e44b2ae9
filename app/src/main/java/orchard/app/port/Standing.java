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
        /** It is there, and one direction of it is missing. */
        HALF("half connected", ""),
        /** Its port is there, and another program has it. */
        HELD(
                "held by another program",
                "Its port is there, but another program has it open. Close it there, or choose another port in that program: Orchard takes it as soon as it is free."),
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
        return state == State.PRESENT || state == State.RESTING || state == State.HALF;
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

    /** For how long it has been so, in words: so many seconds, minutes or hours. */
    @JsonProperty
    public String since() {
        long seconds = Math.max(0, (System.nanoTime() - sinceNanos) / 1_000_000_000L);
        return "for "
                + (seconds < 60
                        ? seconds + " s"
                        : seconds < 3_600
                                ? seconds / 60 + " min"
                                : seconds / 3_600 + " h " + seconds / 60 % 60 + " min");
    }
}
