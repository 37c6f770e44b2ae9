package orchard.signal;

/**
 * Where MIDI messages are looked up: most by a number below {@value #COUNT}, so that an array serves; those with more to tell apart by an object.
 */
public final class MidiKeys {

    /** How many numbers there are: 8 kinds × 16 channels × 128 numbers. */
    public static final int COUNT = 8 * 16 * 128;

    private static final int NOTE = 0;
    private static final int KEY_PRESSURE = 1;
    private static final int CONTROLLER = 2;
    private static final int PROGRAM = 3;
    private static final int CHANNEL_PRESSURE = 4;
    private static final int BEND = 5;
    private static final int FINE_CONTROLLER = 6;
    static final int LONGEST_SYSEX = 16;

    private MidiKeys() {}

    /** Lookup key of an RPN or NRPN. */
    record Numbered(int channel, boolean registered, int number) {}

    /** Whether a key is that of messages made of several by {@link MidiJoiner}. */
    public static boolean isJoined(Object key) {
        return key instanceof Numbered || key instanceof Integer number && number / (16 * 128) == FINE_CONTROLLER;
    }

    /** The key of an RPN or NRPN. */
    public static Object numbered(int channel, boolean registered, int number) {
        return new Numbered(channel, registered, number);
    }

    static int note(int channel, int note) {
        return key(NOTE, channel, note);
    }

    static int keyPressure(int channel, int note) {
        return key(KEY_PRESSURE, channel, note);
    }

    static int controller(int channel, int number) {
        return key(CONTROLLER, channel, number);
    }

    static int program(int channel, int program) {
        return key(PROGRAM, channel, program);
    }

    static int channelPressure(int channel) {
        return key(CHANNEL_PRESSURE, channel, 0);
    }

    static int bend(int channel) {
        return key(BEND, channel, 0);
    }

    static int fineController(int channel, int number) {
        return key(FINE_CONTROLLER, channel, number);
    }

    private static int key(int kind, int channel, int number) {
        return (kind * 16 + channel - 1) * 128 + number;
    }
}
