/**
 * The screen and the keyboard of this machine, as a {@link orchard.signal.Desktop}. Knows nobody else of the application. Start at
 * {@link orchard.app.desktop.MachineDesktop}.
 */
package orchard.app.desktop;
