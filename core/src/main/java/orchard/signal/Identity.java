package orchard.signal;

import java.util.HexFormat;
import java.util.Optional;

/**
 * Who a device says it is: the universal identity request and its reply (MIDI 1.0, “Device Inquiry”,
 * {@code F0 7E dd 06 02 mm ff ff nn nn ss ss ss ss F7}).
 *
 * @param maker manufacturer id, 2 or 6 hex digits
 * @param family family and member code, 8 hex digits; together with the maker it names a model
 * @param version software revision, 8 hex digits
 */
public record Identity(String maker, String family, String version) {

    /** Asks whoever hears it. */
    public static final MidiMessage.SysEx REQUEST = new MidiMessage.SysEx(new byte[] {0x7E, 0x7F, 0x06, 0x01});

    private static final HexFormat HEX = HexFormat.of().withUpperCase();

    /** Maker and model: the same for two devices of one kind, and over versions of their software. */
    public String model() {
        return maker + " " + family;
    }

    /** The identity in a reply; empty if the message is none. */
    public static Optional<Identity> of(Message message) {
        if (!(message instanceof MidiMessage.SysEx sysEx) || sysEx.length() < 13 || sysEx.length() > 15) {
            return Optional.empty();
        }
        byte[] data = sysEx.data();
        int maker = data[4] == 0 ? 3 : 1;
        if (data[0] != 0x7E || data[2] != 0x06 || data[3] != 0x02 || data.length != 12 + maker) {
            return Optional.empty();
        }
        int at = 4 + maker;
        return Optional.of(new Identity(
                HEX.formatHex(data, 4, at), HEX.formatHex(data, at, at + 4), HEX.formatHex(data, at + 4, at + 8)));
    }

    /** Whether a message asks for an identity, whatever device number it names. */
    public static boolean isRequest(Message message) {
        return message instanceof MidiMessage.SysEx sysEx
                && sysEx.length() == 4
                && sysEx.at(0) == 0x7E
                && sysEx.at(2) == 0x06
                && sysEx.at(3) == 0x01;
    }
}
