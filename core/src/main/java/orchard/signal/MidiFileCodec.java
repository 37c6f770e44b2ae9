package orchard.signal;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import orchard.mistake.Mistake;
import orchard.signal.MidiFile.Content;
import orchard.signal.MidiFile.Division;
import orchard.signal.MidiFile.Entry;
import orchard.signal.MidiFile.Track;

/**
 * Standard MIDI Files to values and back (RP-001). Reads what programs out there write: unknown chunks are passed over, running
 * status may go on after a meta event, the end of a track may be missing, SysEx may be in pieces. Writes without running status.
 */
public final class MidiFileCodec {

    private static final int HEADER = 14;

    private MidiFileCodec() {}

    /** The bytes of a file. */
    public static byte[] write(MidiFile file) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes("MThd".getBytes(StandardCharsets.US_ASCII));
        number(out, 6, 4);
        number(out, file.format(), 2);
        number(out, file.tracks().size(), 2);
        number(out, file.division().code(), 2);
        for (Track track : file.tracks()) {
            byte[] body = body(track);
            out.writeBytes("MTrk".getBytes(StandardCharsets.US_ASCII));
            number(out, body.length, 4);
            out.writeBytes(body);
        }
        return out.toByteArray();
    }

    private static byte[] body(Track track) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        long tick = 0;
        for (Entry entry : track.entries()) {
            quantity(out, entry.tick() - tick);
            tick = entry.tick();
            entry.content().write(out);
        }
        quantity(out, track.end() - tick);
        out.write(0xFF);
        out.write(Content.Meta.END_OF_TRACK);
        out.write(0);
        return out.toByteArray();
    }

    static void said(ByteArrayOutputStream out, MidiMessage message) {
        byte[] bytes = message.bytes();
        if (message instanceof MidiMessage.SysEx) {
            out.write(0xF0);
            quantity(out, bytes.length - 1L);
            out.write(bytes, 1, bytes.length - 1);
        } else if (message instanceof MidiMessage.SystemMessage) {
            raw(out, MidiFile.bytes(bytes, 0, bytes.length));
        } else {
            out.writeBytes(bytes);
        }
    }

    static void raw(ByteArrayOutputStream out, List<Byte> bytes) {
        out.write(0xF7);
        quantity(out, bytes.size());
        bytes.forEach(out::write);
    }

    private static void number(ByteArrayOutputStream out, int number, int bytes) {
        for (int shift = 8 * (bytes - 1); shift >= 0; shift -= 8) {
            out.write(number >> shift);
        }
    }

    static void quantity(ByteArrayOutputStream out, long quantity) {
        if (quantity < 0 || quantity > 0x0FFF_FFFF) {
            throw new Mistake("a variable-length quantity is 0 to 268,435,455, not " + quantity);
        }
        for (int shift = 21; shift > 0; shift -= 7) {
            if (quantity >> shift != 0) {
                out.write((int) (quantity >> shift & 0x7F | 0x80));
            }
        }
        out.write((int) (quantity & 0x7F));
    }

    /**
     * The file in some bytes.
     *
     * @throws BadFile with the byte where it went wrong and what was expected
     */
    public static MidiFile read(byte[] bytes) throws BadFile {
        if (!chunk(bytes, 0, "MThd")) {
            throw new BadFile(0, "expected “MThd”, the beginning of a Standard MIDI File");
        }
        if (bytes.length < HEADER) {
            throw new BadFile(bytes.length, "the file ends within its header");
        }
        Reader header = new Reader(bytes, 8, HEADER);
        int format = header.number(2);
        if (format > 1) {
            throw new BadFile(8, "expected format 0 or 1, found " + format);
        }
        int count = header.number(2);
        Division division = division(header.number(2));
        List<Track> tracks = new ArrayList<>();
        long at = 8L + (new Reader(bytes, 4, 8).number(4) & 0xFFFF_FFFFL);
        while (at + 8 <= bytes.length && tracks.size() < count) {
            long length = new Reader(bytes, (int) at + 4, (int) at + 8).number(4) & 0xFFFF_FFFFL;
            if (chunk(bytes, (int) at, "MTrk")) {
                if (at + 8 + length > bytes.length) {
                    throw new BadFile(
                            at, "a track of %,d bytes where %,d are left".formatted(length, bytes.length - at - 8));
                }
                tracks.add(track(new Reader(bytes, (int) at + 8, (int) (at + 8 + length))));
            }
            at += 8 + length;
        }
        if (tracks.size() < count) {
            throw new BadFile(
                    Math.min(at, bytes.length), "expected %d tracks, found %d".formatted(count, tracks.size()));
        }
        return new MidiFile(format, division, tracks);
    }

    private static boolean chunk(byte[] bytes, int at, String name) {
        return bytes.length >= at + 4 && new String(bytes, at, 4, StandardCharsets.ISO_8859_1).equals(name);
    }

    private static Division division(int word) throws BadFile {
        int frames = -(byte) (word >> 8);
        int low = word & 0xFF;
        if (word < 0x8000 ? word == 0 : !List.of(24, 25, 29, 30).contains(frames) || low == 0) {
            throw new BadFile(
                    12, "a division of %04X, expected ticks a quarter or 24, 25, 29, 30 frames".formatted(word));
        }
        return word < 0x8000 ? new Division.Quarter(word) : new Division.Frame(frames, low);
    }

    private static Track track(Reader in) throws BadFile {
        List<Entry> entries = new ArrayList<>();
        ByteArrayOutputStream unfinished = null;
        long tick = 0;
        int running = 0;
        while (in.more()) {
            tick += in.quantity();
            int first = in.peek();
            if (first == 0xFF) {
                in.number(1);
                Content.Meta meta = new Content.Meta(in.number(1), in.block());
                if (meta.type() == Content.Meta.END_OF_TRACK) {
                    break;
                }
                entries.add(new Entry(tick, meta));
            } else if (first == 0xF0 || first == 0xF7) {
                in.number(1);
                List<Byte> block = in.block();
                boolean fresh = first == 0xF0;
                if (fresh || unfinished != null) {
                    unfinished = fresh ? new ByteArrayOutputStream() : unfinished;
                    block.forEach(unfinished::write);
                    unfinished = finished(unfinished, tick, entries, in);
                } else {
                    entries.add(new Entry(tick, system(block)));
                }
            } else {
                running = first >= 0x80 ? in.number(1) : running;
                if (running < 0x80 || running >= 0xF0) {
                    throw in.bad("expected a status byte, found %02X".formatted(first));
                }
                int data1 = in.seven();
                int data2 = MidiDecoder.dataBytes(running) == 2 ? in.seven() : 0;
                entries.add(new Entry(tick, new Content.Said(message(running, data1, data2))));
            }
        }
        return new Track(entries, tick);
    }

    /** A message as the file has it: a note-on of velocity 0 stays one, for it says nothing of how the key was let go. */
    private static MidiMessage message(int status, int data1, int data2) {
        return (status & 0xF0) == 0x90 && data2 == 0
                ? new MidiMessage.NoteOn((status & 0x0F) + 1, data1, 0)
                : MidiDecoder.message(status, data1, data2);
    }

    /** Keeps a SysEx that has its end; gives what still waits for it. */
    private static ByteArrayOutputStream finished(
            ByteArrayOutputStream bytes, long tick, List<Entry> entries, Reader in) throws BadFile {
        byte[] data = bytes.toByteArray();
        if (data.length == 0 || data[data.length - 1] != (byte) 0xF7) {
            return bytes;
        }
        try {
            entries.add(new Entry(tick, new Content.Said(new MidiMessage.SysEx(Arrays.copyOf(data, data.length - 1)))));
        } catch (Mistake e) {
            throw in.bad("a SysEx with a byte above 7F in it");
        }
        return null;
    }

    /** System messages stand in a file as raw bytes; they are told as what they are. */
    private static Content system(List<Byte> block) {
        int status = block.isEmpty() ? 0 : block.get(0) & 0xFF;
        boolean whole = status > 0xF0 && status != 0xF7 && block.size() == 1 + MidiDecoder.dataBytes(status);
        if (!whole || block.stream().skip(1).anyMatch(b -> b < 0)) {
            return new Content.Raw(block);
        }
        return new Content.Said(new MidiMessage.SystemMessage(
                status, block.size() > 1 ? block.get(1) : 0, block.size() > 2 ? block.get(2) : 0));
    }

    /** Reads within one chunk. */
    private static final class Reader {
        private final byte[] bytes;
        private final int end;
        private int at;

        Reader(byte[] bytes, int from, int end) {
            this.bytes = bytes;
            this.at = from;
            this.end = end;
        }

        boolean more() {
            return at < end;
        }

        BadFile bad(String expectation) {
            return new BadFile(at, expectation);
        }

        int peek() throws BadFile {
            if (at >= end) {
                throw bad("the track ends within an event");
            }
            return bytes[at] & 0xFF;
        }

        int number(int count) throws BadFile {
            int number = 0;
            for (int i = 0; i < count; i++) {
                number = number << 8 | peek();
                at++;
            }
            return number;
        }

        int seven() throws BadFile {
            int value = peek();
            if (value > 0x7F) {
                throw bad("expected a data byte (00–7F), found %02X".formatted(value));
            }
            at++;
            return value;
        }

        long quantity() throws BadFile {
            long quantity = 0;
            for (int i = 0; i < 4; i++) {
                int b = number(1);
                quantity = quantity << 7 | b & 0x7F;
                if (b < 0x80) {
                    return quantity;
                }
            }
            throw bad("a variable-length quantity of more than 4 bytes");
        }

        List<Byte> block() throws BadFile {
            long length = quantity();
            if (length > end - at) {
                throw bad("a block of %,d bytes where %,d are left in the track".formatted(length, end - at));
            }
            List<Byte> block = MidiFile.bytes(bytes, at, at + (int) length);
            at += (int) length;
            return block;
        }
    }
}
