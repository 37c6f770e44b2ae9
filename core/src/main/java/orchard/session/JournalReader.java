package orchard.session;

import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.function.Consumer;
import orchard.mistake.Mistake;
import orchard.signal.MidiMessage;

/**
 * What a receiver knows of the sender's state, and how a journal puts it right after a loss (RFC 6295, appendix A). Chapters P, C, W, N and T are
 * used; others are passed over by their length.
 *
 * <p>Not safe for several threads at once.
 */
final class JournalReader {

    private static final int UNKNOWN = -1;

    private static final class Channel {
        int program = UNKNOWN;
        int bend = UNKNOWN;
        int pressure = UNKNOWN;
        final int[] controllers = new int[128];
        final int[] notes = new int[128];

        Channel() {
            Arrays.fill(controllers, UNKNOWN);
        }
    }

    private final Channel[] channels = new Channel[16];

    JournalReader() {
        for (int i = 0; i < channels.length; i++) {
            channels[i] = new Channel();
        }
    }

    /** Takes note of a message that arrived, or that a journal gave. */
    void heard(MidiMessage message) {
        if (message.channel() == 0) {
            return;
        }
        Channel channel = channels[message.channel() - 1];
        if (message instanceof MidiMessage.NoteOn on) {
            channel.notes[on.note()] = on.velocity();
        } else if (message instanceof MidiMessage.NoteOff off) {
            channel.notes[off.note()] = 0;
        } else if (message instanceof MidiMessage.ControlChange change) {
            channel.controllers[change.number()] = change.value();
            if (change.number() == 120 || change.number() >= 123) {
                Arrays.fill(channel.notes, 0);
            }
        } else if (message instanceof MidiMessage.ProgramChange change) {
            channel.program = change.program();
        } else if (message instanceof MidiMessage.PitchBend bend) {
            channel.bend = bend.bend();
        } else if (message instanceof MidiMessage.ChannelPressure pressed) {
            channel.pressure = pressed.pressure();
        }
    }

    /** Lets go of every note that sounds: the sender is gone. */
    void letGo(Consumer<MidiMessage> out) {
        for (int channel = 1; channel <= 16; channel++) {
            for (int note = 0; note < 128; note++) {
                if (channels[channel - 1].notes[note] > 0) {
                    give(new MidiMessage.NoteOff(channel, note, 64), out);
                }
            }
        }
    }

    /**
     * Puts right what a loss left wrong.
     *
     * @param out takes the messages that do
     * @return false if the journal could not be read to its end
     */
    boolean repair(ByteBuffer journal, Consumer<MidiMessage> out) {
        try {
            int head = journal.get() & 0xFF;
            journal.getShort(); // the checkpoint; what is in the journal holds whatever it is
            if ((head & 0x40) != 0) {
                int length = journal.getShort(journal.position()) & 0x3FF;
                journal.position(journal.position() + length);
            }
            for (int left = (head & 0x20) != 0 ? (head & 0x0F) + 1 : 0; left > 0; left--) {
                int word = journal.getShort(journal.position()) & 0xFFFF;
                int length = word & 0x3FF;
                if (length < 3 || length > journal.remaining()) {
                    return false;
                }
                ByteBuffer own = journal.slice(journal.position(), length);
                channel((word >> 11 & 0x0F) + 1, own.position(2), out);
                journal.position(journal.position() + length);
            }
            return true;
        } catch (BufferUnderflowException | IllegalArgumentException | Mistake | IndexOutOfBoundsException e) {
            return false;
        }
    }

    private void channel(int number, ByteBuffer in, Consumer<MidiMessage> out) {
        Channel known = channels[number - 1];
        int contents = in.get() & 0xFF;
        if ((contents & 0x80) != 0) {
            program(number, known, in, out);
        }
        if ((contents & 0x40) != 0) {
            for (int left = (in.get() & 0x7F) + 1; left > 0; left--) {
                int controller = in.get() & 0x7F;
                int value = in.get() & 0xFF;
                if (value < 0x80 && known.controllers[controller] != value) {
                    give(new MidiMessage.ControlChange(number, controller, value), out);
                }
            }
        }
        if ((contents & 0x20) != 0) {
            int length = in.getShort(in.position()) & 0x3FF;
            in.position(in.position() + length);
        }
        if ((contents & 0x10) != 0) {
            int bend = in.get() & 0x7F | (in.get() & 0x7F) << 7;
            if (known.bend != bend) {
                give(new MidiMessage.PitchBend(number, bend), out);
            }
        }
        if ((contents & 0x08) != 0) {
            notes(number, known, in, out);
        }
        if ((contents & 0x04) != 0) {
            int extras = (in.get() & 0x7F) + 1;
            in.position(in.position() + 2 * extras);
        }
        if ((contents & 0x02) != 0) {
            int pressure = in.get() & 0x7F;
            if (known.pressure != pressure) {
                give(new MidiMessage.ChannelPressure(number, pressure), out);
            }
        }
    }

    private void program(int number, Channel known, ByteBuffer in, Consumer<MidiMessage> out) {
        int program = in.get() & 0x7F;
        int coarse = in.get() & 0xFF;
        int fine = in.get() & 0x7F;
        if (known.program == program) {
            return;
        }
        if ((coarse & 0x80) != 0) {
            give(new MidiMessage.ControlChange(number, 0, coarse & 0x7F), out);
            give(new MidiMessage.ControlChange(number, 32, fine), out);
        }
        give(new MidiMessage.ProgramChange(number, program), out);
    }

    private void notes(int number, Channel known, ByteBuffer in, Consumer<MidiMessage> out) {
        int count = in.get() & 0x7F;
        int range = in.get() & 0xFF;
        int low = range >> 4;
        int high = range & 0x0F;
        count = count == 127 && low == 15 && high == 0 ? 128 : count;
        ByteBuffer logs = in.slice(in.position(), 2 * count);
        in.position(in.position() + 2 * count);
        for (int octet = low; octet <= high; octet++) {
            int bits = in.get() & 0xFF;
            for (int bit = 0; bit < 8; bit++) {
                int note = octet * 8 + bit;
                if ((bits & 0x80 >> bit) != 0 && known.notes[note] > 0) {
                    give(new MidiMessage.NoteOff(number, note, 64), out);
                }
            }
        }
        while (logs.hasRemaining()) {
            int note = logs.get() & 0x7F;
            int velocity = logs.get() & 0xFF;
            boolean play = (velocity & 0x80) != 0;
            velocity &= 0x7F;
            if (known.notes[note] == velocity || velocity == 0) {
                continue;
            }
            if (known.notes[note] > 0) {
                give(new MidiMessage.NoteOff(number, note, 64), out);
            }
            if (play) {
                give(new MidiMessage.NoteOn(number, note, velocity), out);
            }
        }
    }

    private void give(MidiMessage message, Consumer<MidiMessage> out) {
        heard(message);
        out.accept(message);
    }
}
