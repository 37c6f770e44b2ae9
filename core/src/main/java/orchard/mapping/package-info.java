/**
 * A mapping and its five clauses: when, while, shape, do, show; and the sentence it reads as. Stages and actions are packages of their own.
 *
 * <p>Uses {@code signal}, {@code parameter}, {@code gear}, {@code shape} and {@code action}. Start reading at {@link orchard.mapping.Mapping}.
 */
package orchard.mapping;
