package orchard.standin;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import orchard.signal.Encoding;
import orchard.signal.MidiMessage;

/**
 * What Cobble keeps when it has no power: what every control sends, page by page, and how it feels. Blocks and bytes are those of
 * {@code docs/wires.md}. A block is kept the moment it is written, so a cable that goes in the middle leaves some of the old and some of
 * the new.
 */
final class CobbleProgramme {

    static final int PADS = 16;
    static final int KNOBS = 8;
    static final int PAGE_KEYS = 6;
    static final int SIDES = 4;
    /** The entries after the page keys and side buttons: the crossfader's place, and its touch. */
    static final int CROSSFADER = PAGE_KEYS + SIDES;

    private static final int BYTES = 8;
    private static final int OF_A_PAD = 4;
    private static final int SETTINGS = 14;
    private static final int[] HITS = {0, 32, 64, 96, 127};
    private static final int MOST_PAGES = 100;
    private static final Encoding[] ENCODINGS = {
        Encoding.ABSOLUTE, Encoding.TWOS_COMPLEMENT, Encoding.OFFSET_64, Encoding.SIGN_AND_MAGNITUDE
    };

    /** Numbers of the kinds of messages. */
    static final int NOTE = 1;

    static final int CONTROLLER = 2;
    static final int KEY_PRESSURE = 9;

    private byte[] settings = new byte[SETTINGS];
    private byte[] keys = new byte[(PAGE_KEYS + SIDES + 2) * BYTES];
    private final List<byte[]> padPages = new ArrayList<>();
    private final List<byte[]> knobPages = new ArrayList<>();

    /** The programme it is built with: one page of everything. */
    CobbleProgramme() {
        byte[] start = {1, 1, 0, 0, 32, 64, 96, 127, 0, 100, 0, 100, 0, 40};
        System.arraycopy(start, 0, settings, 0, start.length);
        for (int i = 0; i < PAGE_KEYS + SIDES; i++) {
            put(keys, i, NOTE, 1, i < PAGE_KEYS ? 84 + i : 90 + i - PAGE_KEYS, 1, 127);
        }
        put(keys, CROSSFADER, CONTROLLER, 1, 30, 0, 0);
        byte[] pads = new byte[PADS * OF_A_PAD * BYTES];
        for (int i = 0; i < PADS; i++) {
            put(pads, i * OF_A_PAD, NOTE, 1, 36 + i, 0, 0);
            put(pads, i * OF_A_PAD + 1, KEY_PRESSURE, 1, 36 + i, 0, 0);
            put(pads, i * OF_A_PAD + 2, CONTROLLER, 1, 102 + i, 0, 0);
            put(pads, i * OF_A_PAD + 3, CONTROLLER, 1, 70 + i, 0, 0);
        }
        padPages.add(pads);
        byte[] knobs = new byte[KNOBS * BYTES];
        for (int i = 0; i < KNOBS; i++) {
            put(knobs, i, CONTROLLER, 1, 21 + i, 0, 0);
        }
        knobPages.add(knobs);
    }

    private static void put(byte[] block, int entry, int type, int channel, int number, int mode, int a) {
        byte[] bytes = {
            (byte) type, (byte) (channel - 1), (byte) (number >> 7), (byte) (number & 0x7F), (byte) mode, (byte) a, 0, 0
        };
        System.arraycopy(bytes, 0, block, entry * BYTES, BYTES);
    }

    /**
     * What one movement sends.
     *
     * @param type number of the kind of message, 0 for nothing
     * @param mode of a press: 0 played, 1 momentary, 2 toggle, 3 steps; of a knob: its encoding
     * @param a the number for pressed, or to go back to
     * @param b the number for let go, or of the last step
     * @param n how many steps, or 1 for going back
     */
    record Entry(int type, int channel, int number, int mode, int a, int b, int n) {

        /** The message with a number in it; a release where it is 0 and a note. Null for nothing. */
        MidiMessage message(int value) {
            return switch (type) {
                case NOTE ->
                    value == 0
                            ? new MidiMessage.NoteOff(channel, number, 0)
                            : new MidiMessage.NoteOn(channel, number, value);
                case CONTROLLER -> new MidiMessage.ControlChange(channel, number, value);
                case 3 -> new MidiMessage.FineControlChange(channel, number & 31, fine(value));
                case 4 -> new MidiMessage.ParameterNumber(channel, false, number, fine(value), 0);
                case 5 -> new MidiMessage.ParameterNumber(channel, true, number, fine(value), 0);
                case 6 -> value == 0 ? null : new MidiMessage.ProgramChange(channel, number & 0x7F);
                case 7 -> new MidiMessage.PitchBend(channel, fine(value));
                case 8 -> new MidiMessage.ChannelPressure(channel, value);
                case KEY_PRESSURE -> new MidiMessage.PolyPressure(channel, number & 0x7F, value);
                default -> null;
            };
        }

        private static int fine(int value) {
            return value << 7 | value;
        }

        /** The number of a step, from 0. */
        int step(int index) {
            return (int) Math.rint(a + (b - a) * index / Math.max(1.0, n - 1));
        }

        Encoding encoding() {
            return ENCODINGS[Math.min(mode, ENCODINGS.length - 1)];
        }
    }

    private static Entry entry(byte[] block, int entry) {
        int at = entry * BYTES;
        return new Entry(
                block[at],
                block[at + 1] + 1,
                block[at + 2] << 7 | block[at + 3],
                block[at + 4],
                block[at + 5],
                block[at + 6],
                block[at + 7]);
    }

    /** Of a page key, side button or the crossfader. */
    Entry key(int index) {
        return entry(keys, index);
    }

    /** Of a pad: 0 its hit, 1 pressure, 2 X, 3 Y. */
    Entry pad(int page, int pad, int what) {
        return entry(padPages.get(Math.min(page, padPages.size()) - 1), pad * OF_A_PAD + what);
    }

    Entry knob(int page, int knob) {
        return entry(knobPages.get(Math.min(page, knobPages.size()) - 1), knob);
    }

    int padPages() {
        return padPages.size();
    }

    int knobPages() {
        return knobPages.size();
    }

    /** Lets a knob, or all for −1, send in another encoding. */
    void encode(int knob, int encoding) {
        for (byte[] page : knobPages) {
            for (int i = 0; i < KNOBS; i++) {
                if (knob < 0 || knob == i) {
                    page[i * BYTES + 4] = (byte) encoding;
                }
            }
        }
    }

    /** The velocity of a hit, by curve and sensitivity. */
    int velocity(int hit) {
        int i = 1;
        while (i < HITS.length - 1 && hit > HITS[i]) {
            i++;
        }
        double share = (hit - HITS[i - 1]) / (double) (HITS[i] - HITS[i - 1]);
        double velocity = settings[2 + i] + share * (settings[3 + i] - settings[2 + i]);
        int sensitivity = settings[8] << 7 | settings[9];
        return (int) Math.max(1, Math.min(127, Math.rint(velocity * sensitivity / 100)));
    }

    /** The steps of a knob that was turned, by its sensitivity. */
    int steps(int turned) {
        int sensitivity = settings[10] << 7 | settings[11];
        int steps = (int) Math.rint(turned * sensitivity / 100.0);
        return steps == 0 ? Integer.signum(turned) : steps;
    }

    /** Whether it lights pads by itself. */
    boolean lightsPads() {
        return (settings[12] & 1) != 0;
    }

    int brightness() {
        return settings[13];
    }

    int blocks() {
        return 2 + padPages.size() + knobPages.size();
    }

    /** A block as it is, or null if there is none of that number. */
    byte[] block(int number) {
        if (number == 0) {
            return settings;
        } else if (number == 1) {
            return keys;
        }
        int page = number - 2;
        return page < padPages.size()
                ? padPages.get(page)
                : page < padPages.size() + knobPages.size() ? knobPages.get(page - padPages.size()) : null;
    }

    /** Keeps a block; 0 if it could, otherwise what is wrong with it: 2 its length, 3 what it says, 4 its number. */
    int write(int number, byte[] data) {
        byte[] old = block(number);
        if (old == null) {
            return 4;
        } else if (old.length != data.length) {
            return 2;
        }
        if (number > 0) {
            System.arraycopy(data, 0, old, 0, data.length);
            return 0;
        }
        boolean can = data[0] >= 1 && data[0] <= PAGE_KEYS && data[1] >= 1 && data[1] <= MOST_PAGES && data[13] <= 100;
        if (!can) {
            return 3;
        }
        settings = data.clone();
        resize(padPages, data[0]);
        resize(knobPages, data[1]);
        return 0;
    }

    /** A new page is a copy of the first. */
    private static void resize(List<byte[]> pages, int count) {
        while (pages.size() < count) {
            byte[] first = pages.get(0);
            pages.add(Arrays.copyOf(first, first.length));
        }
        while (pages.size() > count) {
            pages.remove(pages.size() - 1);
        }
    }
}
