package orchard.signal;

import java.io.ByteArrayOutputStream;
import java.util.function.Consumer;

/**
 * Packets in a stream of bytes (SLIP, RFC 1055, with an END before and after each packet as OSC 1.1 asks). The reader is back
 * in step at the next END, whatever came before.
 */
public final class Slip {

    /** The longest packet that is kept, in bytes; a longer one is told as malformed and dropped. */
    public static final int LONGEST_PACKET = 1 << 20;

    private static final int END = 0xC0;
    private static final int ESCAPE = 0xDB;
    private static final int ESCAPED_END = 0xDC;
    private static final int ESCAPED_ESCAPE = 0xDD;

    private Slip() {}

    /** A packet made ready for the stream. */
    public static byte[] encode(byte[] packet) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(packet.length + 8);
        out.write(END);
        for (byte b : packet) {
            switch (b & 0xFF) {
                case END -> {
                    out.write(ESCAPE);
                    out.write(ESCAPED_END);
                }
                case ESCAPE -> {
                    out.write(ESCAPE);
                    out.write(ESCAPED_ESCAPE);
                }
                default -> out.write(b);
            }
        }
        out.write(END);
        return out.toByteArray();
    }

    /** Reads the stream of one connection, in pieces of any size. Not safe for several threads at once. */
    public static final class Reader {
        private final Consumer<byte[]> packets;
        private final Consumer<Malformed> bad;
        private final ByteArrayOutputStream packet = new ByteArrayOutputStream();
        private boolean escaped;
        private boolean endless;
        private String fault;

        /**
         * @param packets takes each packet that is not empty
         * @param bad takes what could not be read
         */
        public Reader(Consumer<byte[]> packets, Consumer<Malformed> bad) {
            this.packets = packets;
            this.bad = bad;
        }

        /**
         * Takes the next bytes of the stream.
         *
         * @return false if a packet has no end within the longest there can be: the stream is to be closed
         */
        public boolean feed(byte[] bytes, int length) {
            for (int i = 0; i < length && !endless; i++) {
                feed(bytes[i] & 0xFF);
            }
            return !endless;
        }

        private void feed(int b) {
            if (b == END) {
                finish();
            } else if (escaped) {
                escaped = false;
                switch (b) {
                    case ESCAPED_END -> keep(END);
                    case ESCAPED_ESCAPE -> keep(ESCAPE);
                    default -> fault = "SLIP: byte %02X after an escape, expected DC or DD".formatted(b);
                }
            } else if (b == ESCAPE) {
                escaped = true;
            } else {
                keep(b);
            }
        }

        private void keep(int b) {
            if (packet.size() < LONGEST_PACKET) {
                packet.write(b);
            } else {
                endless = true;
                bad.accept(Malformed.of(
                        packet.toByteArray(), "SLIP: a packet longer than %,d bytes".formatted(LONGEST_PACKET)));
            }
        }

        private void finish() {
            if (escaped) {
                fault = "SLIP: the packet ends within an escape";
            }
            if (fault != null) {
                bad.accept(Malformed.of(packet.toByteArray(), fault));
            } else if (packet.size() > 0) {
                packets.accept(packet.toByteArray());
            }
            escaped = false;
            fault = null;
            packet.reset();
        }
    }
}
