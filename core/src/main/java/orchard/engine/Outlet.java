package orchard.engine;

import orchard.signal.Message;

/** Where the engine's messages leave. */
@FunctionalInterface
public interface Outlet {

    /** Takes one message for a device. Called on the engine's thread; must not block. */
    void send(String device, Message message);
}
