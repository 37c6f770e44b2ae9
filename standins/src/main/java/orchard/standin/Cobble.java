package orchard.standin;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MidiEncoder;
import orchard.signal.MidiMessage;

/**
 * A pad box: 16 pads, 8 endless knobs with 12-letter displays, 6 page keys, 4 side buttons and a crossfader, on MIDI.
 *
 * <p>Gestures: {@code knobN turn steps}; {@code padN hit 0..1}, {@code padN press 0..1}, {@code padN release};
 * {@code pageN} and {@code sideN hit} and {@code release}; {@code crossfader move 0..1}; {@code knobs encoding 0..3}.
 *
 * <p>Habit: it starts in a mode of its own in which everything goes out as SysEx, until it is told to speak plain MIDI.
 */
public final class Cobble extends MidiStandIn {

    private static final byte MODEL = 0x01;
    private static final int KNOBS = 8;
    private static final int PADS = 16;
    private static final int FIRST_KNOB = 21;
    private static final int FIRST_PAD = 36;
    private static final int CROSSFADER = 30;
    private static final int LETTERS = 12;
    private static final Encoding[] ENCODINGS = {
        Encoding.ABSOLUTE, Encoding.TWOS_COMPLEMENT, Encoding.OFFSET_64, Encoding.SIGN_AND_MAGNITUDE
    };

    private final int[] knobs = new int[KNOBS];
    private final Encoding[] encodings = new Encoding[KNOBS];
    private final String[] displays = new String[KNOBS];
    private boolean plain;

    /** Plugs a Cobble in under its own name. */
    public Cobble() {
        this("Cobble");
    }

    /** @param port name of the MIDI ports it appears as, and of the socket it is plugged into */
    public Cobble(String port) {
        this(port, port + " cable");
    }

    /**
     * @param port name of the MIDI ports it appears as
     * @param socket where it is plugged in
     */
    public Cobble(String port, String socket) {
        super(port, MODEL, new VirtualMidi.Kind(socket, true, true, 0));
        Arrays.fill(encodings, Encoding.ABSOLUTE);
        panel.show("crossfader", 0.5, "");
        forget();
        plug();
    }

    private void forget() {
        plain = false;
        Arrays.fill(displays, "");
        for (int i = 0; i < KNOBS; i++) {
            showKnob(i);
        }
        for (int i = 1; i <= PADS; i++) {
            panel.show("pad" + i, 0, "");
        }
        panel.show("mode", 0, "own language");
    }

    @Override
    void unplugged() {
        forget();
    }

    @Override
    public String id() {
        return "cobble";
    }

    @Override
    void hand(String part, String gesture, double amount) {
        switch (kind(part) + " " + gesture) {
            case "knob turn" -> turn(index(part, KNOBS), (int) Math.rint(amount));
            case "pad hit" -> note(FIRST_PAD + index(part, PADS), Math.max(1, seven(amount)));
            case "pad press" -> send(new MidiMessage.PolyPressure(1, FIRST_PAD + index(part, PADS), seven(amount)));
            case "pad release" -> note(FIRST_PAD + index(part, PADS), 0);
            case "page hit" -> note(84 + index(part, 6), 127);
            case "page release" -> note(84 + index(part, 6), 0);
            case "side hit" -> note(90 + index(part, 4), 127);
            case "side release" -> note(90 + index(part, 4), 0);
            case "crossfader move" -> {
                panel.show("crossfader", seven(amount) / 127.0, "");
                send(new MidiMessage.ControlChange(1, CROSSFADER, seven(amount)));
            }
            case "knobs encoding" ->
                Arrays.fill(encodings, ENCODINGS[index("knobs" + ((int) amount + 1), ENCODINGS.length)]);
            default -> throw cannot(part, gesture);
        }
    }

    private void turn(int knob, int steps) {
        knobs[knob] = Math.max(0, Math.min(127, knobs[knob] + steps));
        showKnob(knob);
        Encoding encoding = encodings[knob];
        int value = encoding == Encoding.ABSOLUTE ? knobs[knob] : encoding.number(steps);
        send(new MidiMessage.ControlChange(1, FIRST_KNOB + knob, value));
    }

    private void note(int note, int velocity) {
        send(velocity == 0 ? new MidiMessage.NoteOff(1, note, 0) : new MidiMessage.NoteOn(1, note, velocity));
    }

    @Override
    void send(MidiMessage message) {
        byte[] bytes = MidiEncoder.encode(message);
        if (!plain) {
            byte[] wrapped = new byte[1 + bytes.length];
            wrapped[0] = 0x10;
            for (int i = 0; i < bytes.length; i++) {
                wrapped[1 + i] = (byte) (bytes[i] & 0x7F);
            }
            bytes = MidiEncoder.encode(own(wrapped));
        }
        sendBytes(bytes);
    }

    @Override
    void arrived(Message message) {
        if (message instanceof MidiMessage.SysEx sysEx) {
            sysEx(sysEx);
        } else if (message instanceof MidiMessage.NoteOn on) {
            light(on.note(), on.channel(), on.velocity());
        } else if (message instanceof MidiMessage.NoteOff off) {
            light(off.note(), 1, 0);
        } else if (message instanceof MidiMessage.ControlChange cc
                && cc.channel() == 1
                && cc.number() >= FIRST_KNOB
                && cc.number() < FIRST_KNOB + KNOBS) {
            knobs[cc.number() - FIRST_KNOB] = cc.value();
            showKnob(cc.number() - FIRST_KNOB);
        }
    }

    private void sysEx(MidiMessage.SysEx message) {
        byte[] data = message.data();
        if (message.startsWith(MAKER, MODEL, (byte) 0x01) && data.length == 4) {
            plain = data[3] == 1;
            panel.show("mode", plain ? 1 : 0, plain ? "plain MIDI" : "own language");
        } else if (message.startsWith(MAKER, MODEL, (byte) 0x02) && data.length == 5 && data[4] < ENCODINGS.length) {
            for (int i = 0; i < KNOBS; i++) {
                encodings[i] = data[3] == i + 1 || data[3] == 0x7F ? ENCODINGS[data[4]] : encodings[i];
            }
        } else if (message.startsWith(MAKER, MODEL, (byte) 0x20)
                && data.length > 4
                && data[3] >= 1
                && data[3] <= KNOBS) {
            int length = Math.min(data.length - 4, LETTERS);
            displays[data[3] - 1] = new String(data, 4, length, StandardCharsets.US_ASCII).stripTrailing();
            showKnob(data[3] - 1);
        }
    }

    private void light(int note, int channel, int palette) {
        if (note >= FIRST_PAD && note < FIRST_PAD + PADS && channel <= 3) {
            String how = palette == 0 ? "" : channel == 1 ? "lit" : channel == 2 ? "blinking" : "breathing";
            panel.show("pad" + (note - FIRST_PAD + 1), palette / 127.0, how);
        }
    }

    private void showKnob(int knob) {
        panel.show("knob" + (knob + 1), knobs[knob] / 127.0, displays[knob]);
    }
}
