package orchard.signal;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * OSC 1.0 packets to messages and back: big-endian, everything aligned to 4 bytes. Bundles are taken apart in order;
 * their time tags are read and, for now, all mean “at once”.
 */
public final class OscCodec {

    private static final byte[] BUNDLE = "#bundle\0".getBytes(StandardCharsets.US_ASCII);
    private static final int DEEPEST_BUNDLE = 16;

    private OscCodec() {}

    /** The packet for one message. */
    public static byte[] encode(OscMessage message) {
        try {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream(64);
            DataOutputStream out = new DataOutputStream(bytes);
            writeText(out, message.address());
            StringBuilder tags = new StringBuilder(",");
            message.arguments().forEach(argument -> tags.append(argument.tag()));
            writeText(out, tags.toString());
            for (OscArgument argument : message.arguments()) {
                write(out, argument);
            }
            return bytes.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * The messages in one packet. A packet that cannot be read gives one {@link Malformed} with the byte where it went
     * wrong, after the messages that could be read.
     */
    public static List<Message> decode(byte[] packet, int length) {
        List<Message> messages = new ArrayList<>(1);
        ByteBuffer in = ByteBuffer.wrap(packet, 0, length);
        try {
            readPacket(in, messages, 0);
        } catch (BadPacket e) {
            messages.add(malformed(packet, length, e.getMessage()));
        } catch (BufferUnderflowException e) {
            messages.add(malformed(packet, length, "byte %d: the packet ends too early".formatted(in.position())));
        }
        return messages;
    }

    private static Malformed malformed(byte[] packet, int length, String reason) {
        return Malformed.of(Arrays.copyOf(packet, length), "OSC, " + reason);
    }

    private static void readPacket(ByteBuffer in, List<Message> messages, int depth) throws BadPacket {
        if (!in.hasRemaining()) {
            throw bad(in, "expected an address or a bundle, found nothing");
        }
        byte first = in.get(in.position());
        if (first == '/') {
            messages.add(readMessage(in));
        } else if (first == '#') {
            readBundle(in, messages, depth);
        } else {
            throw bad(in, "expected “/” or “#bundle”, found %02X".formatted(first & 0xFF));
        }
    }

    private static void readBundle(ByteBuffer in, List<Message> messages, int depth) throws BadPacket {
        byte[] head = new byte[BUNDLE.length];
        in.get(head);
        if (!Arrays.equals(head, BUNDLE)) {
            throw bad(in, "expected “#bundle”");
        }
        if (depth >= DEEPEST_BUNDLE) {
            throw bad(in, "bundles nested deeper than " + DEEPEST_BUNDLE);
        }
        in.getLong();
        while (in.hasRemaining()) {
            int size = in.getInt();
            if (size < 0 || size > in.remaining() || size % 4 != 0) {
                throw bad(in, "bundle element of %d bytes where %d are left".formatted(size, in.remaining()));
            }
            ByteBuffer element = in.duplicate();
            element.limit(in.position() + size);
            readPacket(element, messages, depth + 1);
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
        List<OscArgument> arguments = new ArrayList<>(tags.length() - 1);
        for (int i = 1; i < tags.length(); i++) {
            arguments.add(readArgument(in, tags.charAt(i)));
        }
        return new OscMessage(address, arguments);
    }

    private static OscArgument readArgument(ByteBuffer in, char tag) throws BadPacket {
        return switch (tag) {
            case 'i' -> new OscArgument.Int32(in.getInt());
            case 'h' -> new OscArgument.Int64(in.getLong());
            case 'f' -> new OscArgument.Float32(in.getFloat());
            case 'd' -> new OscArgument.Float64(in.getDouble());
            case 's' -> new OscArgument.Text(readText(in));
            case 'b' -> readBlob(in);
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

    private static void write(DataOutputStream out, OscArgument argument) throws IOException {
        if (argument instanceof OscArgument.Int32 i) {
            out.writeInt(i.value());
        } else if (argument instanceof OscArgument.Int64 h) {
            out.writeLong(h.value());
        } else if (argument instanceof OscArgument.Float32 f) {
            out.writeFloat(f.value());
        } else if (argument instanceof OscArgument.Float64 d) {
            out.writeDouble(d.value());
        } else if (argument instanceof OscArgument.Text s) {
            writeText(out, s.value());
        } else if (argument instanceof OscArgument.Blob b) {
            out.writeInt(b.value().size());
            for (byte value : b.value()) {
                out.writeByte(value);
            }
            fill(out, (4 - b.value().size() % 4) % 4);
        }
    }

    private static void writeText(DataOutputStream out, String text) throws IOException {
        byte[] bytes = text.replace("\0", "").getBytes(StandardCharsets.UTF_8);
        out.write(bytes);
        fill(out, 4 - bytes.length % 4);
    }

    private static void fill(DataOutputStream out, int count) throws IOException {
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
