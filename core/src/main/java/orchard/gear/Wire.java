package orchard.gear;

/** The kinds of wire a device can be on, and what each can do. */
public enum Wire {
    /** A MIDI port of this machine. */
    MIDI(Found.BY_PORT, true),
    /** A MIDI port of a laptop or tablet that has a page of Orchard open. */
    BROWSER(Found.BY_PORT, true),
    /** A network MIDI session. */
    SESSION(Found.BY_PORT, true),
    /** OSC over UDP or TCP. */
    OSC(Found.BY_ADDRESS, false),
    /** A game controller of a laptop or tablet that has a page of Orchard open. */
    PAD(Found.BY_PORT, false),
    /** Keys that are typed into programs: on this machine, or a simulated desktop. */
    KEYS(Found.BY_PORT, false),
    /** A browser that shows one of Orchard's layouts. */
    TOUCH(Found.INSIDE, false),
    /** None: what Orchard keeps itself. */
    NONE(Found.INSIDE, false);

    /** How a device on it is found. */
    public enum Found {
        /** By the name of a port, that is there or is not. */
        BY_PORT,
        /** By the address that stands in each of its messages; many devices share a socket. */
        BY_ADDRESS,
        /** It is always there. */
        INSIDE
    }

    private final Found found;
    private final boolean midi;

    Wire(Found found, boolean midi) {
        this.found = found;
        this.midi = midi;
    }

    /** How a device on it is found. */
    public Found found() {
        return found;
    }

    /** Whether a device on it is always there. */
    public boolean inside() {
        return found == Found.INSIDE;
    }

    /** Whether its devices are found by an address in their messages. */
    public boolean addressed() {
        return found == Found.BY_ADDRESS;
    }

    /** Whether it carries MIDI messages. */
    public boolean midi() {
        return midi;
    }
}
