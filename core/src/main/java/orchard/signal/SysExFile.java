package orchard.signal;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** {@code .syx} files: system exclusive messages as they travel, one after another and nothing else. */
public final class SysExFile {

    private SysExFile() {}

    /** The bytes of a file. */
    public static byte[] write(List<MidiMessage.SysEx> messages) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        messages.forEach(message -> out.writeBytes(message.bytes()));
        return out.toByteArray();
    }

    /**
     * The messages in a file.
     *
     * @throws BadFile with the byte where it went wrong and what was expected
     */
    public static List<MidiMessage.SysEx> read(byte[] bytes) throws BadFile {
        List<MidiMessage.SysEx> messages = new ArrayList<>();
        int at = 0;
        while (at < bytes.length) {
            if (bytes[at] != (byte) 0xF0) {
                throw new BadFile(at, "expected F0, the beginning of a SysEx, found %02X".formatted(bytes[at] & 0xFF));
            }
            int end = at + 1;
            while (end < bytes.length && bytes[end] >= 0) {
                end++;
            }
            if (end == bytes.length) {
                throw new BadFile(end, "the file ends within a SysEx; expected F7");
            } else if (bytes[end] != (byte) 0xF7) {
                throw new BadFile(end, "expected 00–7F or F7, found %02X".formatted(bytes[end] & 0xFF));
            }
            messages.add(new MidiMessage.SysEx(Arrays.copyOfRange(bytes, at + 1, end)));
            at = end + 1;
        }
        return messages;
    }
}
