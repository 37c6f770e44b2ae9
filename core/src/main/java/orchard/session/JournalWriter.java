package orchard.session;

import java.io.ByteArrayOutputStream;
import java.util.Map;
import java.util.TreeMap;
import orchard.signal.MidiMessage;

/**
 * The recovery journal of what was sent (RFC 6295, section 5 and appendix A): with it a receiver that lost packets is put right by the next one that
 * arrives. Chapters P, C, W, N and T. What the receiver acknowledged is left out.
 *
 * <p>Of every packet, {@link #encode} is called first and {@link #sent} for each of its messages after it. Not safe for several threads at once.
 */
final class JournalWriter {

    private static final int CHANNELS = 16;

    /** A value and the packet it was sent in. */
    private record Log(int value, int sequence) {}

    private static final class Channel {
        Log program;
        Log bend;
        Log pressure;
        final Map<Integer, Log> controllers = new TreeMap<>();
        /** Velocity by note; 0 for off. */
        final Map<Integer, Log> notes = new TreeMap<>();
        /** Bank select in force at the program change, each −1 if there was none. */
        int bankCoarse = -1;

        int bankFine = -1;

        boolean isEmpty() {
            return program == null && bend == null && pressure == null && controllers.isEmpty() && notes.isEmpty();
        }
    }

    private final Channel[] channels = new Channel[CHANNELS];
    private int checkpoint;

    /** @param first sequence number of the first packet */
    JournalWriter(int first) {
        checkpoint = first;
        for (int i = 0; i < CHANNELS; i++) {
            channels[i] = new Channel();
        }
    }

    /** Takes note of a message that goes out in a packet. */
    void sent(MidiMessage message, int sequence) {
        if (message.channel() == 0) {
            return; // the journal of system messages is not written; none of them leaves anything stuck
        }
        Channel channel = channels[message.channel() - 1];
        if (message instanceof MidiMessage.NoteOn on) {
            channel.notes.put(on.note(), new Log(on.velocity(), sequence));
        } else if (message instanceof MidiMessage.NoteOff off) {
            channel.notes.put(off.note(), new Log(0, sequence));
        } else if (message instanceof MidiMessage.ControlChange change) {
            controller(channel, change, sequence);
        } else if (message instanceof MidiMessage.ProgramChange change) {
            channel.program = new Log(change.program(), sequence);
        } else if (message instanceof MidiMessage.PitchBend bend) {
            channel.bend = new Log(bend.bend(), sequence);
        } else if (message instanceof MidiMessage.ChannelPressure pressed) {
            channel.pressure = new Log(pressed.pressure(), sequence);
        }
    }

    private static void controller(Channel channel, MidiMessage.ControlChange change, int sequence) {
        channel.controllers.put(change.number(), new Log(change.value(), sequence));
        switch (change.number()) {
            case 0 -> channel.bankCoarse = change.value();
            case 32 -> channel.bankFine = change.value();
            // all sound off, all notes off and the mode messages end every note
            case 120, 123, 124, 125, 126, 127 -> channel.notes.replaceAll((note, log) -> new Log(0, sequence));
            default -> {
                // nothing but its value matters
            }
        }
    }

    /** Everything up to a packet arrived. */
    void acknowledged(int sequence) {
        if (Sequence.isAfter(checkpoint, Sequence.next(sequence))) {
            return;
        }
        checkpoint = Sequence.next(sequence);
        for (Channel channel : channels) {
            channel.program = open(channel.program, sequence);
            channel.bend = open(channel.bend, sequence);
            channel.pressure = open(channel.pressure, sequence);
            channel.controllers.values().removeIf(log -> open(log, sequence) == null);
            channel.notes.values().removeIf(log -> open(log, sequence) == null);
        }
    }

    private static Log open(Log log, int acknowledged) {
        return log != null && Sequence.isAfter(log.sequence(), acknowledged) ? log : null;
    }

    /** The journal for a packet: what all packets since the checkpoint left behind. */
    byte[] encode(int sequence) {
        ByteArrayOutputStream journals = new ByteArrayOutputStream();
        int count = 0;
        boolean single = true;
        for (int i = 0; i < CHANNELS; i++) {
            if (!channels[i].isEmpty()) {
                byte[] journal = channel(i, channels[i], sequence);
                single &= (journal[0] & 0x80) != 0;
                journals.writeBytes(journal);
                count++;
            }
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream(3 + journals.size());
        out.write((single ? 0x80 : 0) | (count > 0 ? 0x20 | count - 1 : 0));
        out.write(checkpoint >> 8);
        out.write(checkpoint);
        out.writeBytes(journals.toByteArray());
        return out.toByteArray();
    }

    /** The S bit: set where a receiver that lost only the packet before needs nothing of this. */
    private static int s(Log log, int sequence) {
        return Sequence.next(log.sequence()) == sequence ? 0 : 0x80;
    }

    private static byte[] channel(int number, Channel channel, int sequence) {
        ByteArrayOutputStream chapters = new ByteArrayOutputStream();
        int contents = 0;
        int single = 0x80;
        if (channel.program != null) {
            contents |= 0x80;
            int s = s(channel.program, sequence);
            single &= s;
            boolean bank = channel.bankCoarse >= 0 || channel.bankFine >= 0;
            chapters.write(s | channel.program.value());
            chapters.write((bank ? 0x80 : 0) | Math.max(0, channel.bankCoarse));
            chapters.write(Math.max(0, channel.bankFine));
        }
        if (!channel.controllers.isEmpty()) {
            contents |= 0x40;
            int all = 0x80;
            ByteArrayOutputStream logs = new ByteArrayOutputStream();
            for (Map.Entry<Integer, Log> entry : channel.controllers.entrySet()) {
                int s = s(entry.getValue(), sequence);
                all &= s;
                logs.write(s | entry.getKey());
                logs.write(entry.getValue().value());
            }
            single &= all;
            chapters.write(all | channel.controllers.size() - 1);
            chapters.writeBytes(logs.toByteArray());
        }
        if (channel.bend != null) {
            contents |= 0x10;
            int s = s(channel.bend, sequence);
            single &= s;
            chapters.write(s | channel.bend.value() & 0x7F);
            chapters.write(channel.bend.value() >> 7);
        }
        if (!channel.notes.isEmpty()) {
            contents |= 0x08;
            single &= notes(channel, sequence, chapters);
        }
        if (channel.pressure != null) {
            contents |= 0x02;
            int s = s(channel.pressure, sequence);
            single &= s;
            chapters.write(s | channel.pressure.value());
        }
        int length = 3 + chapters.size();
        ByteArrayOutputStream out = new ByteArrayOutputStream(length);
        out.write(single | number << 3 | length >> 8);
        out.write(length);
        out.write(contents);
        out.writeBytes(chapters.toByteArray());
        return out.toByteArray();
    }

    /** Chapter N: note logs for what sounds, one bit a note for what was let go. */
    private static int notes(Channel channel, int sequence, ByteArrayOutputStream chapters) {
        ByteArrayOutputStream logs = new ByteArrayOutputStream();
        byte[] off = new byte[16];
        int count = 0;
        int low = 15;
        int high = 0;
        boolean offSingle = true;
        int single = 0x80;
        for (Map.Entry<Integer, Log> entry : channel.notes.entrySet()) {
            int note = entry.getKey();
            Log log = entry.getValue();
            int s = s(log, sequence);
            single &= s;
            if (log.value() == 0) {
                off[note / 8] |= (byte) (0x80 >> note % 8);
                low = Math.min(low, note / 8);
                high = Math.max(high, note / 8);
                offSingle &= s != 0;
            } else {
                logs.write(s | note);
                logs.write(0x80 | log.value());
                count++;
            }
        }
        boolean anyOff = low <= high && channel.notes.values().stream().anyMatch(log -> log.value() == 0);
        chapters.write((offSingle ? 0x80 : 0) | Math.min(127, count));
        chapters.write(anyOff ? low << 4 | high : count == 128 ? 0xF0 : 0xF1);
        chapters.writeBytes(logs.toByteArray());
        if (anyOff) {
            chapters.write(off, low, high - low + 1);
        }
        return single;
    }
}
