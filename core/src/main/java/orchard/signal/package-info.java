/**
 * Messages and their forms: the MIDI 1.0 stream, OSC packets and streams, Standard MIDI Files and {@code .syx}, words as people type
 * them, and touches on Orchard's own layouts.
 *
 * <p>Uses nothing else of Orchard. Codecs know nothing of transport; bad bytes become a {@link orchard.signal.Malformed}
 * message that people can see, never an exception. Start reading at {@link orchard.signal.Message}.
 */
package orchard.signal;
