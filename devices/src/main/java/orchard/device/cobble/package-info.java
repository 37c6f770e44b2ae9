/**
 * What is true of Cobble alone: the language and the bytes of its memory; {@code docs/wires.md} lists them.
 *
 * <p>To add another device, make a package beside this one with a class that implements {@link orchard.memory.MemoryFormat}, and name it in
 * {@code META-INF/services/orchard.memory.MemoryFormat}; profiles ask for it by its {@link orchard.memory.MemoryFormat#format()}. Nothing else has to know it.
 */
package orchard.device.cobble;
