package orchard.signal;

import java.util.List;

/**
 * Messages and bundles that belong together in time (OSC 1.0, “OSC Bundles”).
 *
 * @param time time tag, see {@link OscTime}; that of a bundle inside may not be earlier
 */
public record OscBundle(long time, List<OscPacket> elements) implements OscPacket {
    public OscBundle {
        elements = List.copyOf(elements);
    }
}
