/**
 * Simulated gear. Each stand-in keeps its own state, has its own good and bad habits and speaks only its wire; the formats
 * are in {@code docs/wires.md}.
 *
 * <p>Uses {@code orchard.signal} and nothing else of core. Start reading at {@link orchard.standin.StandIn}.
 */
package orchard.standin;
