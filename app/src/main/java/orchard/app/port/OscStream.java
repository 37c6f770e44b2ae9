package orchard.app.port;

import java.io.ByteArrayOutputStream;
import java.util.Arrays;
import java.util.function.Consumer;
import orchard.signal.Malformed;
import orchard.signal.Slip;

/**
 * OSC packets in a TCP stream: SLIP as OSC 1.1 asks, or a 32-bit length before each packet as OSC 1.0 says. The first byte tells
 * which: a length below 16 MiB begins with 00, which begins no SLIP packet.
 */
final class OscStream {

    private static final int LONGEST_PACKET = Slip.LONGEST_PACKET;

    private final Slip.Reader slip;
    private final Consumer<byte[]> packets;
    private final Consumer<Malformed> bad;
    private final ByteArrayOutputStream counted = new ByteArrayOutputStream();
    private Boolean lengths;

    OscStream(Consumer<byte[]> packets, Consumer<Malformed> bad) {
        this.packets = packets;
        this.bad = bad;
        this.slip = new Slip.Reader(packets, bad);
    }

    /** Whether packets travel with a length before them; only known after the first byte, false until then. */
    boolean lengths() {
        return Boolean.TRUE.equals(lengths);
    }

    /**
     * Takes the next bytes.
     *
     * @return false if the stream cannot be read any further and has to be closed
     */
    boolean feed(byte[] bytes, int length) {
        if (lengths == null && length > 0) {
            lengths = bytes[0] == 0;
        }
        if (!lengths()) {
            return slip.feed(bytes, length);
        }
        counted.write(bytes, 0, length);
        byte[] all = counted.toByteArray();
        int at = 0;
        while (all.length - at >= 4) {
            int size = (all[at] & 0xFF) << 24
                    | (all[at + 1] & 0xFF) << 16
                    | (all[at + 2] & 0xFF) << 8
                    | all[at + 3] & 0xFF;
            if (size < 0 || size > LONGEST_PACKET) {
                bad.accept(Malformed.of(
                        Arrays.copyOfRange(all, at, at + 4),
                        "OSC over TCP: a packet of %,d bytes; at most %,d are taken"
                                .formatted(size & 0xFFFF_FFFFL, LONGEST_PACKET)));
                return false;
            } else if (all.length - at - 4 < size) {
                break;
            }
            packets.accept(Arrays.copyOfRange(all, at + 4, at + 4 + size));
            at += 4 + size;
        }
        counted.reset();
        counted.write(all, at, all.length - at);
        return true;
    }
}
