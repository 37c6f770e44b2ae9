package orchard.app.port;

import java.util.List;
import java.util.Set;
import orchard.gear.Wire;
import orchard.signal.Message;

/** One place where messages come in and go out. Ports only move bytes; who is behind them others decide. */
interface Port extends AutoCloseable {

    /** The kind of wire. */
    Wire wire();

    /** Its name, unique on its wire at this moment. */
    String name();

    /** Who the system says made what is plugged in here, or "". */
    default String vendor() {
        return "";
    }

    /** Where it is plugged in, or "". */
    default String socket() {
        return "";
    }

    /** Whether messages can come in. */
    boolean hasInput();

    /** Whether messages can go out. */
    boolean hasOutput();

    /** What has passed. */
    Traffic traffic();

    /**
     * Sends a message without waiting; what cannot be sent is counted as dropped.
     *
     * @param fold if not null, a message that still waits with an equal fold is replaced: only the newest matters
     */
    void send(Message message, Object fold);

    /**
     * What its wire carries from now on.
     *
     * @param baud in bits a second, ten to a byte; 0 for more than is ever sent
     */
    default void pace(int baud) {}

    /** Whether something still waits to go out. */
    boolean isBusy();

    /** Drops what waits to go out, but for ends of notes, and ends a long SysEx that is on its way, where the wire allows. */
    void clear();

    /** Its wire seems dead: opens it anew where that can help, now or soon. */
    default void reopen() {}

    @Override
    void close();

    /** Takes what came in on a port, on the wire's own thread. */
    interface Listener {
        /** A message came in. */
        void arrived(Port port, Message message);
    }

    /** Where ports of one kind of wire come and go. */
    interface Source extends AutoCloseable {
        /** Begins to look for ports. */
        default void start() {}

        /** Looks for ports now, without waiting for the next time. */
        default void look() {}

        /** The ports that are there. */
        List<Port> ports();

        /** Names of ports that are there and cannot be opened: another program holds them. They are tried again and again. */
        default Set<String> held() {
            return Set.of();
        }

        @Override
        void close();
    }
}
