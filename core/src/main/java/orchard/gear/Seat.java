package orchard.gear;

/**
 * A device's remembered place. It stays when the device is gone.
 *
 * @param in where its messages come from: a MIDI port's name; for OSC the first part of its addresses, as {@code /gull};
 *     for a layout its id
 * @param out where messages to it go: a MIDI port's name; for OSC {@code host:port}; "" if nothing is sent to it
 */
public record Seat(Wire wire, String in, String out) {

    /** The kinds of wire a device can be on. */
    public enum Wire {
        /** A MIDI port of this machine. */
        MIDI,
        /** OSC over UDP. */
        OSC,
        /** A browser that shows one of Orchard's layouts. */
        TOUCH
    }
}
