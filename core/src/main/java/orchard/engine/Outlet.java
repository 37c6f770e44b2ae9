package orchard.engine;

import orchard.signal.Message;

/** Where the engine's messages leave. What it throws concerns the one message only: the engine says so and goes on. */
@FunctionalInterface
public interface Outlet {

    /** Takes one message for a device. Called on the engine's thread; must not block. */
    void send(String device, Message message);

    /**
     * Takes what a light has to show. Of several that wait for the same light only the newest matters.
     *
     * @param light any object that is equal for the same light
     */
    default void show(String device, Object light, Message message) {
        send(device, message);
    }

    /** Drops what still waits to go out to a device, and ends a message of which only a part went out: a panic comes next. */
    default void drop(String device) {}
}
