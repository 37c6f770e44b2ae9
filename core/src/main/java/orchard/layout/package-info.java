/**
 * Touch layouts: what performers draw for tablets, and how a layout becomes a device like any other.
 *
 * <p>Uses {@code signal}, {@code parameter} and {@code gear}. Start reading at {@link orchard.layout.Layout}.
 */
package orchard.layout;
