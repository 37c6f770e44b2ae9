/**
 * Network MIDI: the packets of RFC 6295 with their recovery journal, and the messages by which sessions are set up and kept in time. Moves no
 * bytes itself and has no clock: {@code app.port} does and hands in both.
 *
 * <p>May use {@link orchard.signal} only. Start reading at {@link orchard.session.Participant}.
 */
package orchard.session;
