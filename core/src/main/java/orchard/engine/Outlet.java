package orchard.engine;

import orchard.gear.Ref;
import orchard.signal.Message;

/** Where the engine's messages leave. What it throws concerns the one message only: the engine says so and goes on. */
@FunctionalInterface
public interface Outlet {

    /** Takes one message for a device. Called on the engine's thread; must not block. */
    void send(String device, Message message);

    /** How soon what a light shows matters; the most urgent first. On a slow wire the later ones wait. */
    enum Urgency {
        /** It is under a hand that moves. */
        HAND("under the hand"),
        /** Something changed. */
        CHANGED("lamps and rings"),
        /** Names and values in letters. */
        WORDS("words"),
        /** It moves all the time by itself. */
        METER("meters");

        private final String words;

        Urgency(String words) {
            this.words = words;
        }

        /** What is so urgent, in words. */
        public String words() {
            return words;
        }
    }

    /** What a message is shown on, and how soon that matters. Equal for the same light. */
    record OnLight(Ref.ToLight light, Urgency urgency) {
        @Override
        public boolean equals(Object other) {
            return other instanceof OnLight that && that.light.equals(light);
        }

        @Override
        public int hashCode() {
            return light.hashCode();
        }
    }

    /** Takes what a light has to show. Of several that wait for the same light only the newest matters. */
    default void show(String device, OnLight light, Message message) {
        send(device, message);
    }

    /** Drops what still waits to go out to a device, and ends a message of which only a part went out: a panic comes next. */
    default void drop(String device) {}
}
