package orchard.session;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * What participants say to set a session up and to keep it in time: packets that begin with {@code FF FF} and two letters, on the control port and
 * the data port (control + 1). Times are in 100 µs.
 */
public sealed interface SessionMessage {

    /** The one version there is. */
    int VERSION = 2;

    /** Who said it. */
    int ssrc();

    /** {@code IN}: come and join. */
    record Invitation(int token, int ssrc, String name) implements SessionMessage {}

    /** {@code OK}: gladly. */
    record Accepted(int token, int ssrc, String name) implements SessionMessage {}

    /** {@code NO}: rather not. */
    record Rejected(int token, int ssrc) implements SessionMessage {}

    /** {@code BY}: leaves. */
    record Bye(int token, int ssrc) implements SessionMessage {}

    /** {@code CK}: clock synchronisation; count 0 carries one time, 1 two, 2 all three. */
    record Clock(int ssrc, int count, long first, long second, long third) implements SessionMessage {

        /** After all three: how far the other's clock is ahead of one's own, in 100 µs, taking both ways as equally long. */
        public long offset() {
            return second - (first + third) / 2;
        }

        /** After all three: how long a packet is under way there and back, in 100 µs. */
        public long roundTrip() {
            return third - first;
        }
    }

    /** {@code RS}: everything up to this packet was received; its journal may begin after it. */
    record Feedback(int ssrc, int sequence) implements SessionMessage {}

    /** Whether a packet is one of these, and not MIDI. */
    static boolean is(byte[] packet, int length) {
        return length >= 4 && packet[0] == (byte) 0xFF && packet[1] == (byte) 0xFF;
    }

    /** The message in a packet; empty if it is none that is known. */
    static Optional<SessionMessage> read(byte[] packet, int length) {
        if (!is(packet, length)) {
            return Optional.empty();
        }
        ByteBuffer in = ByteBuffer.wrap(packet, 0, length).position(2);
        char[] command = {(char) in.get(), (char) in.get()};
        return switch (new String(command)) {
            case "IN", "OK", "NO", "BY" -> {
                if (in.remaining() < 12 || in.getInt() != VERSION) {
                    yield Optional.empty();
                }
                int token = in.getInt();
                int ssrc = in.getInt();
                yield Optional.of(
                        switch (command[0]) {
                            case 'I' -> new Invitation(token, ssrc, name(in));
                            case 'O' -> new Accepted(token, ssrc, name(in));
                            case 'N' -> new Rejected(token, ssrc);
                            default -> new Bye(token, ssrc);
                        });
            }
            case "CK" -> {
                if (in.remaining() < 32) {
                    yield Optional.empty();
                }
                int ssrc = in.getInt();
                int count = in.getInt() >>> 24;
                yield Optional.of(new Clock(ssrc, count, in.getLong(), in.getLong(), in.getLong()));
            }
            case "RS" ->
                in.remaining() < 6 ? Optional.empty() : Optional.of(new Feedback(in.getInt(), in.getShort() & 0xFFFF));
            default -> Optional.empty();
        };
    }

    private static String name(ByteBuffer in) {
        int length = 0;
        while (length < in.remaining() && in.get(in.position() + length) != 0) {
            length++;
        }
        byte[] name = new byte[length];
        in.get(name);
        return new String(name, StandardCharsets.UTF_8);
    }

    /** The packet that carries this. */
    default byte[] packet() {
        if (this instanceof Invitation m) {
            return command("IN", m.token(), m.ssrc(), m.name());
        } else if (this instanceof Accepted m) {
            return command("OK", m.token(), m.ssrc(), m.name());
        } else if (this instanceof Rejected m) {
            return command("NO", m.token(), m.ssrc(), null);
        } else if (this instanceof Bye m) {
            return command("BY", m.token(), m.ssrc(), null);
        } else if (this instanceof Clock m) {
            ByteBuffer out = start("CK", 36).putInt(m.ssrc()).putInt(m.count() << 24);
            return out.putLong(m.first()).putLong(m.second()).putLong(m.third()).array();
        }
        Feedback m = (Feedback) this;
        return start("RS", 12).putInt(m.ssrc()).putShort((short) m.sequence()).array();
    }

    private static byte[] command(String letters, int token, int ssrc, String name) {
        byte[] text = name == null ? new byte[0] : (name + "\0").getBytes(StandardCharsets.UTF_8);
        return start(letters, 16 + text.length)
                .putInt(VERSION)
                .putInt(token)
                .putInt(ssrc)
                .put(text)
                .array();
    }

    private static ByteBuffer start(String letters, int length) {
        return ByteBuffer.allocate(length)
                .putShort((short) 0xFFFF)
                .put((byte) letters.charAt(0))
                .put((byte) letters.charAt(1));
    }
}
