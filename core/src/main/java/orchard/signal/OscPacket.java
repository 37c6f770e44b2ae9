package orchard.signal;

import java.io.DataOutputStream;
import java.io.IOException;

/** What travels in one OSC packet: a message, or a bundle of messages and bundles. */
public sealed interface OscPacket permits OscMessage, OscBundle {

    /** Writes it as it travels (OSC 1.0, “OSC Packets”). */
    void write(DataOutputStream out) throws IOException;
}
