/**
 * What comes of an event, one thing a file, with its words. Traces are made of these; whatever the engine does leaves one.
 *
 * <p>Uses everything before it down to {@code rig}. Start reading at {@link orchard.outcome.Outcome}.
 */
package orchard.outcome;
