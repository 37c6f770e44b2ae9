/**
 * Recognising: from a stream of touches to the controls that made them.
 *
 * <p>Uses {@code signal} and {@code gear}. Start reading at {@link orchard.recognise.Recogniser}.
 */
package orchard.recognise;
