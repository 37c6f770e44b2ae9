/**
 * Wires: they move messages between the machine and the engine, and know which devices are there. Start reading at
 * {@link orchard.app.port.PortRoom}.
 */
package orchard.app.port;
