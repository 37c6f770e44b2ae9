package orchard.engine;

import orchard.signal.Message;

/** Where the engine's messages leave. */
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
}
