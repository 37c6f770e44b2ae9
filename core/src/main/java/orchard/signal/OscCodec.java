package orchard.signal;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;

/** OSC 1.0 packets to messages and back: big-endian, everything aligned to 4 bytes. Bundles are taken apart in order. */
public final class OscCodec {

    static final byte[] BUNDLE = "#bundle\0".getBytes(StandardCharsets.US_ASCII);
    private static final int DEEPEST = 16;

    private OscCodec() {}

    /** Takes what a packet holds, in order. */
    @FunctionalInterface
    public interface Taker {
        /** @param time time tag of the bundle it stood in, see {@link OscTime} */
        void take(Message message, long time);
    }

    /** The bytes of a message or a bundle. */
    public static byte[] encode(OscPacket packet) {
        try {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream(64);
            packet.write(new DataOutputStream(bytes));
            return bytes.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The messages in one packet, for those to whom time tags mean nothing; see {@link #decode(byte[], int, Taker)}. */
    public static List<Message> decode(byte[] packet, int length) {
        List<Message> messages = new ArrayList<>(1);
        decode(packet, length, (message, time) -> messages.add(message));
        return messages;
    }

    /**
     * Reads one packet. One that cannot be read gives one {@link Malformed} with the byte where it went wrong, after the
     * messages that could be read.
     */
    public static void decode(byte[] packet, int length, Taker taker) {
        ByteBuffer in = ByteBuffer.wrap(packet, 0, length);
        try {
            readPacket(in, taker, OscTime.IMMEDIATELY, 0);
        } catch (BadPacket e) {
            taker.take(malformed(packet, length, e.getMessage()), OscTime.IMMEDIATELY);
        } catch (BufferUnderflowException e) {
            taker.take(
                    malformed(packet, length, "byte %d: the packet ends too early".formatted(in.position())),
                    OscTime.IMMEDIATELY);
        }
    }

    private static Malformed malformed(byte[] packet, int length, String reason) {
        return Malformed.of(Arrays.copyOf(packet, length), "OSC, " + reason);
    }

    private static void readPacket(ByteBuffer in, Taker taker, long time, int depth) throws BadPacket {
        if (!in.hasRemaining()) {
            throw bad(in, "expected an address or a bundle, found nothing");
        }
        byte first = in.get(in.position());
        if (first == '/') {
            taker.take(readMessage(in), time);
        } else if (first == '#') {
            readBundle(in, taker, depth);
        } else {
            throw bad(in, "expected “/” or “#bundle”, found %02X".formatted(first & 0xFF));
        }
    }

    private static void readBundle(ByteBuffer in, Taker taker, int depth) throws BadPacket {
        byte[] head = new byte[BUNDLE.length];
        in.get(head);
        if (!Arrays.equals(head, BUNDLE)) {
            throw bad(in, "expected “#bundle”");
        }
        if (depth >= DEEPEST) {
            throw bad(in, "bundles nested deeper than " + DEEPEST);
        }
        long time = in.getLong();
        while (in.hasRemaining()) {
            int size = in.getInt();
            if (size < 0 || size > in.remaining() || size % 4 != 0) {
                throw bad(in, "bundle element of %d bytes where %d are left".formatted(size, in.remaining()));
            }
            ByteBuffer element = in.duplicate();
            element.limit(in.position() + size);
            readPacket(element, taker, time, depth + 1);
            in.position(in.position() + size);
        }
    }

    private static OscMessage readMessage(ByteBuffer in) throws BadPacket {
        String address = readText(in);
        if (!in.hasRemaining()) {
            return new OscMessage(
                    address, List.of()); // senders older than the type tag string, OSC 1.0 asks to bear them
        }
        String tags = readText(in);
        if (!tags.startsWith(",")) {
            throw bad(in, "expected type tags that begin with “,”");
        }
        return new OscMessage(address, readArguments(in, tags));
    }

    private static List<OscArgument> readArguments(ByteBuffer in, String tags) throws BadPacket {
        Deque<List<OscArgument>> open = new ArrayDeque<>();
        open.push(new ArrayList<>(tags.length() - 1));
        for (int i = 1; i < tags.length(); i++) {
            char tag = tags.charAt(i);
            if (tag == '[') {
                if (open.size() > DEEPEST) {
                    throw bad(in, "arrays nested deeper than " + DEEPEST);
                }
                open.push(new ArrayList<>());
            } else if (tag == ']') {
                OscArgument array = new OscArgument.Array(open.pop());
                if (open.isEmpty()) {
                    throw bad(in, "an array ends (]) that never began");
                }
                open.peek().add(array);
            } else {
                open.peek().add(readArgument(in, tag));
            }
        }
        if (open.size() > 1) {
            throw bad(in, "an array begins ([) that never ends");
        }
        return open.pop();
    }

    private static OscArgument readArgument(ByteBuffer in, char tag) throws BadPacket {
        return switch (tag) {
            case 'i' -> new OscArgument.Int32(in.getInt());
            case 'h' -> new OscArgument.Int64(in.getLong());
            case 'f' -> new OscArgument.Float32(in.getFloat());
            case 'd' -> new OscArgument.Float64(in.getDouble());
            case 's' -> new OscArgument.Text(readText(in));
            case 'S' -> new OscArgument.Symbol(readText(in));
            case 'b' -> readBlob(in);
            case 'c' -> new OscArgument.Character((char) (in.getInt() & 0x7F));
            case 'r' -> new OscArgument.Colour(in.getInt());
            case 'm' -> new OscArgument.Midi(in.getInt());
            case 't' -> new OscArgument.Time(in.getLong());
            case 'T' -> OscArgument.Plain.TRUE;
            case 'F' -> OscArgument.Plain.FALSE;
            case 'N' -> OscArgument.Plain.NIL;
            case 'I' -> OscArgument.Plain.IMPULSE;
            default -> throw bad(in, "unknown type tag “%s”".formatted(tag));
        };
    }

    private static OscArgument.Blob readBlob(ByteBuffer in) throws BadPacket {
        int size = in.getInt();
        if (size < 0 || size > in.remaining()) {
            throw bad(in, "blob of %d bytes where %d are left".formatted(size, in.remaining()));
        }
        List<Byte> bytes = new ArrayList<>(size);
        for (int i = 0; i < size; i++) {
            bytes.add(in.get());
        }
        align(in);
        return new OscArgument.Blob(List.copyOf(bytes));
    }

    private static String readText(ByteBuffer in) throws BadPacket {
        int start = in.position();
        int end = start;
        while (end < in.limit() && in.get(end) != 0) {
            end++;
        }
        if (end == in.limit()) {
            throw bad(in, "text without its closing zero byte");
        }
        ByteBuffer text = in.duplicate();
        text.limit(end);
        in.position(end + 1);
        align(in);
        try {
            return StandardCharsets.UTF_8.newDecoder().decode(text).toString();
        } catch (CharacterCodingException e) {
            throw new BadPacket("byte %d: text that is neither ASCII nor UTF-8".formatted(start));
        }
    }

    private static void align(ByteBuffer in) throws BadPacket {
        int over = in.position() % 4;
        if (over != 0) {
            if (in.remaining() < 4 - over) {
                throw bad(in, "missing the zero bytes that fill up to 4");
            }
            in.position(in.position() + 4 - over);
        }
    }

    /** A text, ended by a zero byte, aligned to 4. */
    static void writeText(DataOutputStream out, String text) throws IOException {
        byte[] bytes = text.replace("\0", "").getBytes(StandardCharsets.UTF_8);
        out.write(bytes);
        fill(out, 4 - bytes.length % 4);
    }

    static void fill(DataOutputStream out, int count) throws IOException {
        for (int i = 0; i < count; i++) {
            out.writeByte(0);
        }
    }

    private static BadPacket bad(ByteBuffer in, String reason) {
        return new BadPacket("byte %d: %s".formatted(in.position(), reason));
    }

    private static final class BadPacket extends Exception {
        BadPacket(String message) {
            super(message, null, false, false);
        }
    }
}
