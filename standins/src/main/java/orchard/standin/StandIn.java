package orchard.standin;

import java.util.List;
import java.util.function.Consumer;
import orchard.signal.Message;

/**
 * A simulated device with a front panel. A hand on the panel comes in through {@link #play}; what the panel shows goes out
 * through {@link #watch}. Everything else travels on the device's own wire. All methods may be called from any thread.
 */
public interface StandIn extends AutoCloseable {

    /** Short lower-case name, unique among stand-ins. */
    String id();

    /**
     * A hand does something.
     *
     * @param part the part of the panel: {@code knob3}, {@code pad12}, {@code squeeze}
     * @param gesture what the hand does; each stand-in says in its own doc what it takes
     * @param amount how far or how hard
     */
    void play(String part, String gesture, double amount);

    /** The front panel. */
    Panel panel();

    /** What all parts of the panel show now. */
    default List<PanelState> readings() {
        return panel().readings();
    }

    /** Is told of every change of the panel, on whichever thread made it; must not block. */
    default void watch(Consumer<PanelState> watcher) {
        panel().watch(watcher);
    }

    /** What it was told that it cannot bear, in words: too much, too often, against a finger. */
    default List<String> violations() {
        return List.of();
    }

    /** Whether one of its lights shows what this message tells. */
    default boolean shows(Message message) {
        return true;
    }

    /** Forgets what it was told that it cannot bear. */
    default void forgive() {}

    /** Switches the device off and lets go of its wire. */
    @Override
    void close();

    /**
     * What one part of the panel shows.
     *
     * @param value 0..1, where the part stands or how bright it is
     * @param text what is written on it, or ""
     */
    record PanelState(String part, double value, String text) {}
}
