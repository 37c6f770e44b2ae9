package orchard.gear;

/**
 * A device's remembered place. It stays when the device is gone.
 *
 * @param in where its messages come from: a MIDI port's name; for OSC the first part of its addresses, as {@code /gull};
 *     for a layout its id
 * @param out where messages to it go: a MIDI port's name; for OSC its {@link Targets}; "" if nothing is sent to it
 * @param reception what of its messages is taken
 */
public record Seat(Wire wire, String in, String out, Reception reception) {

    /** In {@link #out}: answers go to where the device last sent from. */
    public static final String SENDER = "sender";

    public Seat {
        reception = reception == null ? Reception.ALL : reception;
    }

    /** A seat that takes everything. */
    public Seat(Wire wire, String in, String out) {
        this(wire, in, out, Reception.ALL);
    }

    /** The same device at another place. */
    public Seat at(String newIn, String newOut) {
        return new Seat(wire, newIn, newOut, reception);
    }

    /** The same place, taking other messages. */
    public Seat receiving(Reception other) {
        return new Seat(wire, in, out, other);
    }
}
