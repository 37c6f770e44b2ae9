package orchard.text;

import java.util.HexFormat;
import java.util.List;
import orchard.mistake.Mistake;
import orchard.signal.Message;
import orchard.signal.MessageText;
import orchard.signal.MidiMessage;
import orchard.signal.NoteName;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;

/** How messages are spelled: in words where these say all of them, or else as bytes. */
final class MessageSpelling {

    private static final char OSC = '/';

    private MessageSpelling() {}

    static String written(Message message, NoteName names) {
        String words = message.words();
        try {
            if (MessageText.parse(words, names).equals(message)) {
                return Spelling.quoted(words);
            }
        } catch (Mistake e) {
            // then the bytes say it
        }
        return "bytes "
                + Spelling.quoted(HexFormat.ofDelimiter(" ").withUpperCase().formatHex(bytes(message)));
    }

    private static byte[] bytes(Message message) {
        return message instanceof MidiMessage midi ? midi.bytes() : OscCodec.encode((OscMessage) message);
    }

    /**
     * The message that bytes are.
     *
     * @throws Mistake if they are none
     */
    static Message ofBytes(String hex, NoteName names) {
        String digits = hex.replaceAll("\\s", "");
        if (!digits.startsWith(Integer.toHexString(OSC))) {
            return MessageText.parse(hex, names);
        }
        try {
            byte[] bytes = HexFormat.of().parseHex(digits);
            List<Message> messages = OscCodec.decode(bytes, bytes.length);
            if (messages.size() == 1 && messages.get(0) instanceof OscMessage message) {
                return message;
            }
        } catch (IllegalArgumentException e) {
            // said below
        }
        throw new Mistake("message", "expected the bytes of one message, like B0 4A 40");
    }
}
