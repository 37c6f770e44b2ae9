package orchard.session;

import java.io.ByteArrayOutputStream;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;
import orchard.mistake.Mistake;
import orchard.signal.Malformed;
import orchard.signal.Message;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;

/**
 * The stream of MIDI between Orchard and one other participant of a session, in both directions: RTP packets with a MIDI command section and a
 * recovery journal (RFC 6295, sections 2 to 5).
 *
 * <p>A packet that comes late or twice is passed over, because the journal of the one that overtook it has put everything right already. Lost SysEx
 * is not repaired. Not safe for several threads at once.
 */
public final class Participant {

    /** Ticks a second of the time stamps. */
    public static final int CLOCK_RATE = 10_000;

    /** Ends a SysEx of which some commands were sent, and makes it void (RFC 6295, 3.2). */
    public static final byte[] CANCEL = {(byte) 0xF7, (byte) 0xF4};

    private static final int PAYLOAD_TYPE = 97;
    private static final int HEADER = 12;
    private static final int LONGEST_SYSEX_PIECE = 1_000;
    private static final int LONGEST_DELTA = 4;

    private final int ownSsrc;
    private final Consumer<? super Message> out;
    private final JournalReader reader = new JournalReader();
    private final MidiDecoder decoder;
    private JournalWriter writer;
    private int nextSequence;
    private int lastHeard = -1;
    /** Sequence number of the last packet with something in it that was not acknowledged; −1 for none. */
    private int lastPlayed = -1;

    private long lost;

    /**
     * @param ownSsrc by which the others know Orchard
     * @param firstSequence of the packets sent, any 16-bit number
     * @param out takes each message that arrives or is recovered, and what cannot be read, on the thread that calls {@link #received}
     */
    public Participant(int ownSsrc, int firstSequence, Consumer<? super Message> out) {
        this.ownSsrc = ownSsrc;
        this.nextSequence = firstSequence & 0xFFFF;
        this.writer = new JournalWriter(nextSequence);
        this.out = out;
        this.decoder = new MidiDecoder(this::heard);
    }

    private void heard(Message message) {
        if (message instanceof MidiMessage midi) {
            reader.heard(midi);
        }
        out.accept(message);
    }

    /** How many packets were found missing. */
    public long lost() {
        return lost;
    }

    /** Sequence number of the newest packet that arrived, for {@link SessionMessage.Feedback}; −1 for none yet. */
    public int lastHeard() {
        return lastHeard;
    }

    /** The other side has everything up to a packet. */
    public void acknowledged(int sequence) {
        writer.acknowledged(sequence);
        if (lastPlayed >= 0 && !Sequence.isAfter(lastPlayed, sequence)) {
            lastPlayed = -1;
        }
    }

    /** Whether the last thing that was played may not have arrived yet, as far as the other side has said. */
    public boolean isAwaited() {
        return lastPlayed >= 0;
    }

    /**
     * A packet that plays nothing, but carries the journal: where the last packet was lost and no other follows, it puts everything right (a guard packet: RFC
     * 6295, 4.2).
     *
     * @param time when it is, in ticks of {@link #CLOCK_RATE}
     */
    public byte[] guard(long time) {
        byte[] journal = writer.encode(nextSequence);
        ByteBuffer packet = ByteBuffer.allocate(HEADER + 1 + journal.length);
        packet.put((byte) 0x80).put((byte) PAYLOAD_TYPE).putShort((short) nextSequence);
        packet.putInt((int) time).putInt(ownSsrc).put((byte) 0x40).put(journal);
        nextSequence = Sequence.next(nextSequence);
        return packet.array();
    }

    /** The other side is gone: what it holds down comes up. */
    public void letGo() {
        reader.letGo(out::accept);
    }

    /**
     * The packets that carry a message; several for long SysEx.
     *
     * @param time when it is, in ticks of {@link #CLOCK_RATE}
     */
    public List<byte[]> packets(MidiMessage message, long time) {
        List<byte[]> packets = new ArrayList<>();
        for (MidiMessage part : MidiJoiner.split(message)) {
            commands(part).forEach(command -> packets.add(packet(command, part, time)));
        }
        return packets;
    }

    /** A message as the commands that carry it, a packet each: one, but for a long SysEx. */
    public static List<byte[]> commands(MidiMessage message) {
        byte[] bytes = message.bytes();
        return bytes.length <= LONGEST_SYSEX_PIECE ? List.of(bytes) : pieces(bytes);
    }

    /** A long SysEx in pieces: {@code F0 … F0}, {@code F7 … F0}, {@code F7 … F7} (RFC 6295, 3.2). */
    private static List<byte[]> pieces(byte[] sysEx) {
        List<byte[]> pieces = new ArrayList<>();
        for (int from = 1; from < sysEx.length - 1; from += LONGEST_SYSEX_PIECE) {
            int to = Math.min(sysEx.length - 1, from + LONGEST_SYSEX_PIECE);
            ByteArrayOutputStream piece = new ByteArrayOutputStream();
            piece.write(from == 1 ? 0xF0 : 0xF7);
            piece.write(sysEx, from, to - from);
            piece.write(to == sysEx.length - 1 ? 0xF7 : 0xF0);
            pieces.add(piece.toByteArray());
        }
        return pieces;
    }

    /**
     * The packet that carries one of a message's {@link #commands}, or {@link #CANCEL} in place of those that are left.
     *
     * @param time when it is, in ticks of {@link #CLOCK_RATE}
     */
    public byte[] packet(byte[] command, MidiMessage message, long time) {
        byte[] journal = writer.encode(nextSequence);
        boolean wide = command.length > 15;
        ByteBuffer packet = ByteBuffer.allocate(HEADER + (wide ? 2 : 1) + command.length + journal.length);
        packet.put((byte) 0x80).put((byte) (0x80 | PAYLOAD_TYPE)).putShort((short) nextSequence);
        packet.putInt((int) time).putInt(ownSsrc);
        if (wide) {
            packet.putShort((short) (0xC000 | command.length));
        } else {
            packet.put((byte) (0x40 | command.length));
        }
        packet.put(command).put(journal);
        writer.sent(message, nextSequence);
        lastPlayed = nextSequence;
        nextSequence = Sequence.next(nextSequence);
        return packet.array();
    }

    /** Takes one packet of the data port that is no {@link SessionMessage}. */
    public void received(byte[] packet, int length) {
        ByteBuffer in = ByteBuffer.wrap(packet, 0, length);
        try {
            read(in);
        } catch (BufferUnderflowException | IllegalArgumentException | Mistake | IndexOutOfBoundsException e) {
            out.accept(Malformed.of(Arrays.copyOf(packet, length), "network MIDI: the packet ends too early"));
        }
    }

    private void read(ByteBuffer in) {
        int head = in.get() & 0xFF;
        int type = in.get() & 0x7F;
        if (head >> 6 != 2 || type != PAYLOAD_TYPE) {
            byte[] all = Arrays.copyOf(in.array(), in.limit());
            out.accept(Malformed.of(all, "network MIDI: expected RTP version 2 with payload type 97"));
            return;
        }
        int sequence = in.getShort() & 0xFFFF;
        in.position(HEADER + 4 * (head & 0x0F));
        int flags = in.get() & 0xFF;
        int length = (flags & 0x80) != 0 ? (flags & 0x0F) << 8 | in.get() & 0xFF : flags & 0x0F;
        ByteBuffer commands = in.slice(in.position(), length);
        in.position(in.position() + length);
        if (lastHeard >= 0 && !Sequence.isAfter(sequence, lastHeard)) {
            return;
        }
        boolean gap = lastHeard < 0 || sequence != Sequence.next(lastHeard);
        if (gap) {
            lost += lastHeard < 0 ? 0 : (sequence - lastHeard & 0xFFFF) - 1;
            decoder.end();
            if ((flags & 0x40) != 0 && !reader.repair(in, out::accept)) {
                out.accept(Malformed.of(
                        Arrays.copyOf(in.array(), in.limit()), "network MIDI: the recovery journal cannot be read"));
            }
        }
        lastHeard = sequence;
        commands(commands, (flags & 0x20) != 0);
    }

    /** The MIDI list: commands with delta times between them (RFC 6295, 3). Times are passed over; what arrives is dealt with at once. */
    private void commands(ByteBuffer in, boolean firstHasTime) {
        boolean time = firstHasTime;
        int running = 0;
        while (in.hasRemaining()) {
            if (time) {
                for (int i = 0; i < LONGEST_DELTA && in.get() < 0; i++) {
                    // the last octet of a delta time has no upper bit
                }
            }
            time = true;
            if (!in.hasRemaining()) {
                return;
            }
            int first = in.get(in.position()) & 0xFF;
            if (first == 0xF0 || first == 0xF7) {
                sysEx(in);
            } else if (first >= 0x80) {
                in.get();
                running = first < 0xF0 ? first : running;
                command(in, first);
            } else {
                command(in, running);
            }
        }
    }

    private void command(ByteBuffer in, int status) {
        int count = status < 0x80 ? 1 : MidiDecoder.dataBytes(status);
        byte[] command = new byte[1 + count];
        command[0] = (byte) status;
        in.get(command, 1, count);
        decoder.feed(status < 0x80 ? Arrays.copyOfRange(command, 1, command.length) : command);
    }

    private void sysEx(ByteBuffer in) {
        int start = in.position();
        boolean goesOn = in.get() == (byte) 0xF7;
        int end = in.position();
        while (end < in.limit() && (in.get(end) >= 0 || (in.get(end) & 0xFF) >= 0xF8)) {
            end++;
        }
        boolean whole = end < in.limit() && in.get(end) == (byte) 0xF7;
        boolean cancelled = end < in.limit() && in.get(end) == (byte) 0xF4;
        int from = goesOn ? start + 1 : start;
        byte[] bytes = new byte[end - from + (whole ? 1 : 0)];
        in.get(from, bytes);
        in.position(Math.min(in.limit(), end + 1));
        decoder.feed(bytes);
        if (cancelled) {
            decoder.end();
        }
    }
}
