package orchard.app.port;

import orchard.signal.OscMessage;

/** Somebody an OSC message can be sent to. Equal targets are the same place. */
interface OscTarget {

    /** Sends without waiting; false if it could not be sent, with the reason in {@code traffic}. */
    boolean send(OscMessage message, Traffic traffic);

    /** The address as people write it: {@code 127.0.0.1:9000}, {@code tcp:10.0.0.5:9000}. */
    String address();
}
