/**
 * Messages and their byte forms: the MIDI 1.0 stream, OSC 1.0 packets and touches on Orchard's own layouts.
 *
 * <p>Uses nothing else of Orchard. Codecs know nothing of transport; bad bytes become a {@link orchard.signal.Malformed}
 * message that people can see, never an exception. Start reading at {@link orchard.signal.Message}.
 */
package orchard.signal;
