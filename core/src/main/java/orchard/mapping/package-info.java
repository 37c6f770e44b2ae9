/**
 * A mapping and its five clauses: when, while, shape, do, show; and the sentence it reads as.
 *
 * <p>Uses {@code signal}, {@code parameter} and {@code gear}. Start reading at {@link orchard.mapping.Mapping}.
 */
package orchard.mapping;
