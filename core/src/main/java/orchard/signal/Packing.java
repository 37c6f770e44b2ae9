package orchard.signal;

/** How a number stands in the bytes of a SysEx, of which each holds 7 bits. */
public enum Packing {
    /** One byte, 0–127. */
    SEVEN("one byte", 1, 127),
    /** One byte that is the coarse half of 14 bit. */
    COARSE("one byte, the coarse half", 1, 16_383),
    /** 14 bit, coarse half first. */
    FOURTEEN("two bytes, coarse first", 2, 16_383),
    /** 14 bit, fine half first. */
    FOURTEEN_FINE_FIRST("two bytes, fine first", 2, 16_383),
    /** 8 bit, the upper four first. */
    NIBBLES("two nibbles", 2, 255),
    /** 8 bit, the lower four first. */
    NIBBLES_LOW_FIRST("two nibbles, lower first", 2, 255);

    private final String words;
    private final int size;
    private final int most;

    Packing(String words, int size, int most) {
        this.words = words;
        this.size = size;
        this.most = most;
    }

    /** In plain words. */
    public String words() {
        return words;
    }

    /** How many bytes it takes. */
    public int size() {
        return size;
    }

    /** The largest number. */
    public int most() {
        return most;
    }

    /** Puts a number into the bytes of a message. */
    public void put(byte[] data, int at, int number) {
        data[at] = (byte)
                switch (this) {
                    case SEVEN -> number;
                    case COARSE, FOURTEEN -> number >> 7;
                    case FOURTEEN_FINE_FIRST -> number & 0x7F;
                    case NIBBLES -> number >> 4;
                    case NIBBLES_LOW_FIRST -> number & 0xF;
                };
        if (size > 1) {
            data[at + 1] = (byte)
                    switch (this) {
                        case FOURTEEN -> number & 0x7F;
                        case FOURTEEN_FINE_FIRST -> number >> 7;
                        case NIBBLES_LOW_FIRST -> number >> 4;
                        default -> number & 0xF;
                    };
        }
    }

    /** The number in a message. */
    public int number(MidiMessage.SysEx message, int at) {
        int first = message.at(at);
        int second = size > 1 ? message.at(at + 1) : 0;
        return switch (this) {
            case SEVEN -> first;
            case COARSE -> first << 7;
            case FOURTEEN -> first << 7 | second;
            case FOURTEEN_FINE_FIRST -> second << 7 | first;
            case NIBBLES -> (first & 0xF) << 4 | second & 0xF;
            case NIBBLES_LOW_FIRST -> (second & 0xF) << 4 | first & 0xF;
        };
    }
}
