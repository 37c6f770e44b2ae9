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

    /** The packet that carries this. */
    byte[] packet();

    /** {@code IN}: come and join. */
    record Invitation(int token, int ssrc, String name) implements SessionMessage {
        @Override
        public byte[] packet() {
            return command("IN", token, ssrc, name);
        }
    }

    /** {@code OK}: gladly. */
    record Accepted(int token, int ssrc, String name) implements SessionMessage {
        @Override
        public byte[] packet() {
            return command("OK", token, ssrc, name);
        }
    }

    /** {@code NO}: rather not. */
    record Rejected(int token, int ssrc) implements SessionMessage {
        @Override
        public byte[] packet() {
            return command("NO", token, ssrc, null);
        }
    }

    /** {@code BY}: leaves. */
    record Bye(int token, int ssrc) implements SessionMessage {
        @Override
        public byte[] packet() {
            return command("BY", token, ssrc, null);
        }
    }

    /** {@code CK}: clock synchronisation; count 0 carries one time, 1 two, 2 all three. */
    record Clock(int ssrc, int count, long first, long second, long third) implements SessionMessage {

        @Override
        public byte[] packet() {
            ByteBuffer out = start("CK", 36).putInt(ssrc).putInt(count << 24);
            return out.putLong(first).putLong(second).putLong(third).array();
        }

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
    record Feedback(int ssrc, int sequence) implements SessionMessage {
        @Override
        public byte[] packet() {
            return start("RS", 12).putInt(ssrc).putShort((short) sequence).array();
        }
    }

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
