/**
 * What sets a mapping off besides a hand on a control: values that change, layers, foci, devices and songs that come and go, the beginning, and time. May use
 * {@link orchard.condition} and what is below it. Start at {@link orchard.trigger.Trigger}; a new one is a file, a line in each list there, and where it is told
 * of in {@code engine.Triggers}.
 */
package orchard.trigger;
