/**
 * What a device can show: lights, rings, motors and letters, a kind a file. Start at {@link orchard.light.LightKind}. May use
 * {@code signal}.
 */
package orchard.light;
