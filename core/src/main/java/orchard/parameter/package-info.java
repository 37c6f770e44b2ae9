/**
 * Parameters: ranges in real units, the laws that join them to positions 0..1, and how values are written and read.
 *
 * <p>Uses {@code orchard.signal} for what travels. Start reading at {@link orchard.parameter.Parameter}.
 */
package orchard.parameter;
