package orchard.signal;

/** One thing said on a wire, in either direction. */
public sealed interface Message permits MidiMessage, OscMessage, TouchMessage, Typing, TypingEnded, Malformed {

    /** The message in the trade's words, short enough for one line: {@code CC 74 = 64, ch 1}. */
    String words();

    /** What the message is about without its value, so that repeats can be recognised: {@code CC 74, ch 1}. */
    String subject();
}
