package orchard.app.port;

import orchard.gear.Seat;

/**
 * One port as Connect shows it.
 *
 * @param key unique over all wires
 * @param device id of the device that sits there, or "" for a stranger
 * @param direction “in and out”, “in only”, “out only”
 * @param in messages that came in
 * @param out messages that went out
 * @param bad messages that came in and could not be read
 * @param dropped messages that could not be sent
 * @param last the last message in words, or ""
 */
public record PortStatus(
        String key,
        Seat.Wire wire,
        String name,
        String direction,
        String device,
        boolean present,
        long in,
        long out,
        long bad,
        long dropped,
        String last) {}
