package orchard.standin;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;
import orchard.standin.CobbleProgramme.Entry;

/**
 * A pad box: 16 pads, 8 endless knobs with 12-letter displays, 6 page keys, 4 side buttons and a crossfader, on MIDI.
 *
 * <p>Gestures: {@code knobN turn steps}; {@code padN hit 0..1}, {@code padN press 0..1}, {@code padN x 0..1}, {@code padN y 0..1} (where the
 * finger is or will land), {@code padN release}; {@code pageN} and {@code sideN hit} and {@code release}; {@code crossfader move 0..1}, {@code crossfader
 * leave}; {@code knobs encoding 0..3}; {@code channel set 1..16}, on which it says what it else says on channel 1.
 *
 * <p>Habits: it starts in a mode of its own in which everything goes out as SysEx, until it is told to speak plain MIDI. It keeps its
 * programme when it has no power, and every block of it that was written.
 */
public final class Cobble extends MidiStandIn {

    private static final Map<Integer, String> COLOURS = new OwnProfile("cobble").colours();
    private static final byte MODEL = 0x01;
    private static final int KNOBS = CobbleProgramme.KNOBS;
    private static final int PADS = CobbleProgramme.PADS;
    private static final int FIRST_KNOB = 21;
    private static final int FIRST_PAD = 36;
    private static final int LETTERS = 12;

    private int channel = 1;
    private static final int MIDDLE = 64;
    private static final int[] TOUCHED = {0, 0, MIDDLE, MIDDLE};

    private final CobbleProgramme programme = new CobbleProgramme();
    private final int[] knobs = new int[KNOBS];
    private final String[] displays = new String[KNOBS];
    /** Of each pad: its strength, pressure, X and Y. */
    private final int[][] fingers = new int[PADS][];

    private final int[] heldPage = new int[PADS];
    private final int[] presses = new int[CobbleProgramme.CROSSFADER + PADS];
    private int padPage = 1;
    private int knobPage = 1;
    private boolean plain;
    private boolean onCrossfader;

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
        panel.show("crossfader", 0.5, "");
        forget();
        plug();
    }

    private void forget() {
        plain = false;
        padPage = 1;
        knobPage = 1;
        Arrays.fill(displays, "");
        Arrays.fill(presses, 0);
        for (int i = 0; i < KNOBS; i++) {
            showKnob(i);
        }
        for (int i = 0; i < PADS; i++) {
            fingers[i] = TOUCHED.clone();
            panel.show("pad" + (i + 1), 0, "");
        }
        panel.show("mode", 0, "own language");
        showPages();
    }

    private void showPages() {
        String pads = programme.padPages() == 1 ? "" : "pads: page " + padPage + " of " + programme.padPages();
        String turned = programme.knobPages() == 1 ? "" : "knobs: page " + knobPage + " of " + programme.knobPages();
        panel.show("pages", 0, pads + (pads.isEmpty() || turned.isEmpty() ? "" : ", ") + turned);
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
            case "knob turn" -> turn(index(part, KNOBS), programme.steps((int) Math.rint(amount)));
            case "pad hit" -> hit(index(part, PADS), Math.max(1, seven(amount)));
            case "pad press" -> finger(index(part, PADS), 1, seven(amount));
            case "pad x" -> finger(index(part, PADS), 2, seven(amount));
            case "pad y" -> finger(index(part, PADS), 3, seven(amount));
            case "pad release" -> release(index(part, PADS));
            case "page hit" -> pageKey(index(part, CobbleProgramme.PAGE_KEYS));
            case "page release" -> press(index(part, CobbleProgramme.PAGE_KEYS), false);
            case "side hit" -> side(index(part, CobbleProgramme.SIDES));
            case "side release" -> press(CobbleProgramme.PAGE_KEYS + index(part, CobbleProgramme.SIDES), false);
            case "crossfader move" -> {
                panel.show("crossfader", seven(amount) / 127.0, "");
                touchCrossfader(true);
                say(programme.key(CobbleProgramme.CROSSFADER).message(seven(amount)));
            }
            case "crossfader leave" -> touchCrossfader(false);
            case "knobs encoding" -> programme.encode(-1, index("knobs" + ((int) amount + 1), 4));
            case "channel set" -> channel = Math.max(1, Math.min(16, (int) Math.rint(amount)));
            default -> throw cannot(part, gesture);
        }
    }

    private void touchCrossfader(boolean finger) {
        if (finger != onCrossfader) {
            onCrossfader = finger;
            say(programme.key(CobbleProgramme.CROSSFADER + 1).message(finger ? 127 : 0));
        }
    }

    private void pageKey(int key) {
        press(key, true);
        if (key < programme.padPages()) {
            padPage = key + 1;
            showPages();
        }
    }

    private void side(int key) {
        press(CobbleProgramme.PAGE_KEYS + key, true);
        if (key < 2) {
            knobPage = Math.max(1, Math.min(programme.knobPages(), knobPage + (key == 0 ? -1 : 1)));
            showPages();
        }
    }

    private void press(int key, boolean down) {
        press(key, programme.key(key), down, 127);
    }

    /** A press or a release as its entry says: as played, momentary, toggle or steps. */
    private void press(int index, Entry entry, boolean down, int played) {
        switch (entry.mode()) {
            case 0 -> say(entry.message(down ? played : 0));
            case 1 -> say(entry.message(down ? entry.a() : entry.b()));
            case 2 -> {
                if (down) {
                    say(entry.message(++presses[index] % 2 == 1 ? entry.a() : entry.b()));
                }
            }
            default -> {
                if (down) {
                    say(entry.message(entry.step(presses[index]++ % Math.max(1, entry.n()))));
                }
            }
        }
    }

    private void turn(int knob, int steps) {
        knobs[knob] = Math.max(0, Math.min(127, knobs[knob] + steps));
        showKnob(knob);
        Entry entry = programme.knob(knobPage, knob);
        int value = entry.encoding() == Encoding.ABSOLUTE
                ? knobs[knob]
                : entry.encoding().number(steps);
        say(entry.message(value));
    }

    private void hit(int pad, int strength) {
        heldPage[pad] = padPage;
        fingers[pad][0] = strength;
        for (int what = 2; what <= 3; what++) {
            if (fingers[pad][what] != MIDDLE) {
                say(programme.pad(padPage, pad, what).message(fingers[pad][what]));
            }
        }
        press(CobbleProgramme.CROSSFADER + pad, programme.pad(padPage, pad, 0), true, programme.velocity(strength));
        if (programme.lightsPads()) {
            panel.show("pad" + (pad + 1), 96 / 127.0, "lit " + COLOURS.get(96));
        }
    }

    /** A finger presses harder or moves; before it is down this says where it will land. */
    private void finger(int pad, int what, int value) {
        fingers[pad][what] = value;
        if (fingers[pad][0] > 0) {
            say(programme.pad(heldPage[pad], pad, what).message(value));
        }
    }

    private void release(int pad) {
        press(CobbleProgramme.CROSSFADER + pad, programme.pad(heldPage[pad], pad, 0), false, 0);
        for (int what = 2; what <= 3; what++) {
            Entry entry = programme.pad(heldPage[pad], pad, what);
            if (entry.n() == 1) {
                say(entry.message(entry.a()));
            }
        }
        fingers[pad] = TOUCHED.clone();
        if (programme.lightsPads()) {
            panel.show("pad" + (pad + 1), 0, "");
        }
    }

    private void say(MidiMessage message) {
        if (message != null) {
            send(message.channel() == 1 ? message.on(channel) : message);
        }
    }

    @Override
    void send(MidiMessage message) {
        if (plain) {
            super.send(message);
            return;
        }
        MidiJoiner.split(message).forEach(this::sendWrapped);
    }

    private void sendWrapped(MidiMessage message) {
        byte[] bytes = message.bytes();
        byte[] wrapped = new byte[1 + bytes.length];
        wrapped[0] = 0x10;
        for (int i = 0; i < bytes.length; i++) {
            wrapped[1 + i] = (byte) (bytes[i] & 0x7F);
        }
        sendBytes(own(wrapped).bytes());
    }

    @Override
    void arrived(Message message) {
        if (message instanceof MidiMessage.SysEx sysEx && isMine(sysEx)) {
            sysEx(sysEx.data(), message);
        } else if (message instanceof MidiMessage.NoteOn on) {
            light(on.note(), on.channel(), on.velocity());
        } else if (message instanceof MidiMessage.NoteOff off) {
            light(off.note(), 1, 0);
        } else if (message instanceof MidiMessage.ControlChange cc
                && cc.channel() == 1
                && cc.number() >= FIRST_KNOB
                && cc.number() < FIRST_KNOB + KNOBS) {
            limits.told("ring " + (cc.number() - FIRST_KNOB + 1), cc);
            knobs[cc.number() - FIRST_KNOB] = cc.value();
            showKnob(cc.number() - FIRST_KNOB);
        }
    }

    private void sysEx(byte[] data, Message message) {
        if (data.length < 3) {
            return;
        }
        switch (data[2]) {
            case 0x01 -> {
                if (data.length == 4) {
                    plain = data[3] == 1;
                    panel.show("mode", plain ? 1 : 0, plain ? "plain MIDI" : "own language");
                }
            }
            case 0x02 -> {
                if (data.length == 5 && data[4] < 4) {
                    programme.encode(data[3] == 0x7F ? -1 : data[3] - 1, data[4]);
                }
            }
            case 0x20 -> {
                if (data.length > 4 && data[3] >= 1 && data[3] <= KNOBS) {
                    limits.told("display " + data[3], message);
                    if (data.length - 4 > LETTERS) {
                        limits.broke("it was sent " + (data.length - 4) + " letters for a display of " + LETTERS);
                    }
                    int length = Math.min(data.length - 4, LETTERS);
                    displays[data[3] - 1] = new String(data, 4, length, StandardCharsets.US_ASCII).stripTrailing();
                    showKnob(data[3] - 1);
                }
            }
            case 0x30 -> {
                if (data.length == 4) {
                    tell(data[3]);
                } else {
                    for (int block = 0; block < programme.blocks(); block++) {
                        tell(block);
                    }
                }
            }
            case 0x32 -> write(data);
            default -> {
                // not a thing it knows
            }
        }
    }

    /** {@code F0 7D 01 31 block blocks … checksum F7}; all from the block's number on adds up to 0 in 7 bit. */
    private void tell(int block) {
        byte[] data = programme.block(block);
        if (data == null) {
            sendBytes(own((byte) 0x33, (byte) block, (byte) 4).bytes());
            return;
        }
        byte[] out = new byte[data.length + 4];
        out[0] = 0x31;
        out[1] = (byte) block;
        out[2] = (byte) programme.blocks();
        System.arraycopy(data, 0, out, 3, data.length);
        out[out.length - 1] = (byte) (-sum(out, 1, out.length - 1) & 0x7F);
        sendBytes(own(out).bytes());
    }

    private void write(byte[] data) {
        int result = 2;
        int block = data.length > 3 ? data[3] : 0;
        if (data.length > 6) {
            result = (sum(data, 3, data.length) & 0x7F) != 0
                    ? 1
                    : programme.write(block, Arrays.copyOfRange(data, 5, data.length - 1));
        }
        if (result == 0 && block == 0) {
            padPage = Math.min(padPage, programme.padPages());
            knobPage = Math.min(knobPage, programme.knobPages());
            showPages();
        }
        sendBytes(own((byte) 0x33, (byte) block, (byte) result).bytes());
    }

    private static int sum(byte[] data, int from, int to) {
        int sum = 0;
        for (int i = from; i < to; i++) {
            sum += data[i];
        }
        return sum;
    }

    private void light(int note, int channel, int palette) {
        if (note >= FIRST_PAD && note < FIRST_PAD + PADS && channel <= 3 && !programme.lightsPads()) {
            limits.told("pad " + (note - FIRST_PAD + 1), new MidiMessage.NoteOn(channel, note, palette));
            String how = channel == 1 ? "lit" : channel == 2 ? "blinking" : "breathing";
            panel.show(
                    "pad" + (note - FIRST_PAD + 1),
                    palette / 127.0,
                    palette == 0 ? "" : how + " " + COLOURS.get(palette));
        }
    }

    private void showKnob(int knob) {
        panel.show("knob" + (knob + 1), knobs[knob] / 127.0, displays[knob]);
    }
}
