/**
 * Programmes that devices keep in a memory of their own: read, compared, written block by block. What one device speaks is a {@link orchard.memory.MemoryFormat}.
 *
 * <p>Uses {@code signal} and {@code gear}. Start reading at {@link orchard.memory.Memory}.
 */
package orchard.memory;
