/**
 * What a mapping does: an action is a file with its words, what can be wrong with it, and what it is about. Who has to know of every action (the engine that runs it, the
 * compiler that makes it ready, the form) is a {@link orchard.action.Action.Visitor}, so that none can be forgotten.
 *
 * <p>Uses {@code shape}, {@code gear}, {@code parameter} and {@code signal}. Start reading at {@link orchard.action.Action}.
 */
package orchard.action;
