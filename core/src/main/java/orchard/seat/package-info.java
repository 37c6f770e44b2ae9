/**
 * Seats: which port is whose, from name, identity, traffic and socket, and how a device finds its place again.
 *
 * <p>Uses {@code gear}. Start reading at {@link orchard.seat.Seating}.
 */
package orchard.seat;
