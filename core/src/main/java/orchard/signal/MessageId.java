package orchard.signal;

/**
 * What tells the messages of one kind, channel and number from all others on a wire: what two controls cannot share without being taken for each other.
 *
 * @param channel 1–16, or 0 where there is none
 * @param number of the note, controller and so on, or 0 where there is none
 * @param text the address or bytes of what has no number, or ""
 */
public record MessageId(Space space, int channel, int number, String text) {

    /** The kinds of messages. */
    public enum Space {
        NOTE("notes", 128),
        CONTROLLER("controllers (CC)", 128),
        PROGRAM("programs", 128),
        KEY_PRESSURE("key pressure", 128),
        CHANNEL_PRESSURE("channel pressure", 1),
        BEND("pitch bend", 1),
        NRPN("NRPN", 16_383),
        RPN("RPN", 16_383),
        SYSEX("SysEx", 0),
        OSC("OSC", 0),
        TOUCH("touch", 0);

        private final String words;
        private final int count;

        Space(String words, int count) {
            this.words = words;
            this.count = count;
        }

        /** What people call such messages. */
        public String words() {
            return words;
        }

        /** How many numbers there are on a channel; 0 where it is not numbered. */
        public int count() {
            return count;
        }
    }

    /** A numbered place. */
    public MessageId(Space space, int channel, int number) {
        this(space, channel, number, "");
    }

    /**
     * The controllers that mean something of their own in MIDI 1.0 and are not given away: bank select, data entry, (N)RPN, channel
     * mode.
     */
    public static boolean isReserved(Space space, int number) {
        return space == Space.CONTROLLER
                && (number == 0
                        || number == 32
                        || number == 6
                        || number == 38
                        || number >= 96 && number <= 101
                        || number >= 120);
    }

    /** In words: {@code CC 74, ch 1}. */
    public String words() {
        return switch (space) {
            case NOTE -> "note %d, ch %d".formatted(number, channel);
            case CONTROLLER -> "CC %d, ch %d".formatted(number, channel);
            case PROGRAM -> "program %d, ch %d".formatted(number, channel);
            case KEY_PRESSURE -> "pressure of note %d, ch %d".formatted(number, channel);
            case CHANNEL_PRESSURE -> "channel pressure, ch %d".formatted(channel);
            case BEND -> "pitch bend, ch %d".formatted(channel);
            case NRPN -> "NRPN %d, ch %d".formatted(number, channel);
            case RPN -> "RPN %d, ch %d".formatted(number, channel);
            case SYSEX -> "SysEx " + text;
            case OSC -> number == 0 ? text : text + ", argument " + (number + 1);
            case TOUCH -> text;
        };
    }
}
