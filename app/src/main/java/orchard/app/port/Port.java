package orchard.app.port;

import orchard.gear.Seat;
import orchard.signal.Message;

/** One place where messages come in and go out. */
interface Port extends AutoCloseable {

    /** The kind of wire. */
    Seat.Wire wire();

    /** What the machine calls it. */
    String name();

    /** What has passed. */
    Traffic traffic();

    /** Sends a message without waiting; what cannot be sent is counted as dropped. */
    void send(Message message);

    @Override
    void close();

    /** Takes what came in on a port, on the wire's own thread. */
    interface Listener {
        /** A message came in. */
        void arrived(Port port, Message message);
    }
}
