package orchard.signal;

import java.io.DataOutputStream;
import java.io.IOException;
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

    @Override
    public void write(DataOutputStream out) throws IOException {
        out.write(OscCodec.BUNDLE);
        out.writeLong(time);
        for (OscPacket element : elements) {
            byte[] bytes = OscCodec.encode(element);
            out.writeInt(bytes.length);
            out.write(bytes);
        }
    }
}
