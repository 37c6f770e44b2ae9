package orchard.signal;

import java.util.Arrays;
import java.util.function.Consumer;

/**
 * Reads a MIDI 1.0 byte stream of one port, in pieces of any size. Running status is kept, real-time bytes may stand
 * anywhere, a status byte other than real-time ends an unfinished SysEx. Whatever comes, the decoder is back in step at
 * the next status byte; what it could not read is told as {@link Malformed}.
 *
 * <p>One decoder a port; not safe for several threads at once.
 */
public final class MidiDecoder {

    /** The longest SysEx that is kept; a longer one is told as malformed and dropped. */
    public static final int LONGEST_SYSEX = 1 << 20;

    private static final int SMALL = 256;
    private static final int LARGE = 1 << 16;

    private final Consumer<? super Message> out;
    private byte[] sysEx = new byte[SMALL];
    private int length;
    private boolean inSysEx;
    private boolean tooLong;
    private int status;
    private int data1 = -1;

    /** @param out gets each message, on the thread that calls {@link #feed} */
    public MidiDecoder(Consumer<? super Message> out) {
        this.out = out;
    }

    /** Takes the next bytes of the stream. */
    public void feed(byte[] bytes) {
        for (byte b : bytes) {
            feed(b & 0xFF);
        }
    }

    /** Says that the stream stops here (a driver's message boundary, an unplugged cable): what is unfinished is told as malformed. */
    public void end() {
        endUnfinished("the message ended early");
        status = 0;
    }

    private void feed(int b) {
        if (b >= 0xF8) {
            out.accept(new MidiMessage.SystemMessage(b, 0, 0));
        } else if (b == 0xF7 && inSysEx) {
            finishSysEx();
        } else if (b >= 0x80) {
            endUnfinished("a new message began before this one was complete");
            startStatus(b);
        } else if (inSysEx) {
            keep(b);
        } else {
            data(b);
        }
    }

    private void startStatus(int b) {
        status = b;
        data1 = -1;
        if (b == 0xF0) {
            inSysEx = true;
            status = 0;
        } else if (b == 0xF7) {
            status = 0;
            malformed("an end of SysEx (F7) without a beginning", (byte) b);
        } else if (dataBytes(b) == 0) {
            out.accept(new MidiMessage.SystemMessage(b, 0, 0));
            status = 0;
        }
    }

    private void data(int b) {
        if (status == 0) {
            malformed("a data byte without a status byte before it", (byte) b);
        } else if (data1 < 0 && dataBytes(status) == 2) {
            data1 = b;
        } else {
            int first = data1 < 0 ? b : data1;
            int second = data1 < 0 ? 0 : b;
            data1 = -1;
            out.accept(message(status, first, second));
            if (status >= 0xF0) {
                status = 0;
            }
        }
    }

    private void finishSysEx() {
        inSysEx = false;
        if (tooLong) {
            malformed("a SysEx longer than %,d bytes".formatted(LONGEST_SYSEX));
        } else {
            out.accept(new MidiMessage.SysEx(Arrays.copyOf(sysEx, length)));
        }
        forget();
    }

    private void keep(int b) {
        if (length == LONGEST_SYSEX) {
            tooLong = true;
            return;
        }
        if (length == sysEx.length) {
            sysEx = Arrays.copyOf(sysEx, 2 * length);
        }
        sysEx[length++] = (byte) b;
    }

    private void forget() {
        tooLong = false;
        length = 0;
        if (sysEx.length > LARGE) {
            sysEx = new byte[SMALL];
        }
    }

    private void endUnfinished(String reason) {
        if (inSysEx) {
            inSysEx = false;
            byte[] start = Arrays.copyOf(sysEx, length);
            forget();
            out.accept(Malformed.of(start, "SysEx: " + reason));
        } else if (data1 >= 0) {
            malformed(reason, (byte) status, (byte) data1);
            data1 = -1;
        } else if (status >= 0xF0) {
            malformed(reason, (byte) status);
        }
    }

    private void malformed(String reason, byte... bytes) {
        out.accept(Malformed.of(bytes, reason));
    }

    static MidiMessage message(int status, int data1, int data2) {
        int channel = (status & 0x0F) + 1;
        return switch (status >> 4) {
            case 0x8 -> new MidiMessage.NoteOff(channel, data1, data2);
            case 0x9 ->
                data2 == 0
                        ? new MidiMessage.NoteOff(channel, data1, 64)
                        : new MidiMessage.NoteOn(channel, data1, data2);
            case 0xA -> new MidiMessage.PolyPressure(channel, data1, data2);
            case 0xB -> new MidiMessage.ControlChange(channel, data1, data2);
            case 0xC -> new MidiMessage.ProgramChange(channel, data1);
            case 0xD -> new MidiMessage.ChannelPressure(channel, data1);
            case 0xE -> new MidiMessage.PitchBend(channel, data1 | data2 << 7);
            default -> new MidiMessage.SystemMessage(status, data1, data2);
        };
    }

    /** How many data bytes follow a status byte other than F0. */
    public static int dataBytes(int status) {
        return switch (status >> 4) {
            case 0xC, 0xD -> 1;
            case 0xF ->
                switch (status) {
                    case 0xF1, 0xF3 -> 1;
                    case 0xF2 -> 2;
                    default -> 0;
                };
            default -> 2;
        };
    }
}
