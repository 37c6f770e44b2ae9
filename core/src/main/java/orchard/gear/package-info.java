/**
 * Gear: devices with their seats, and profiles that say what a device can do (controls, parameters, lights).
 *
 * <p>Uses {@code orchard.signal} and {@code orchard.parameter}. Start reading at {@link orchard.gear.Device}.
 */
package orchard.gear;
