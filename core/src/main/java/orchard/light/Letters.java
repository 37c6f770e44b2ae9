package orchard.light;

import com.fasterxml.jackson.annotation.JsonTypeName;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.signal.Message;
import orchard.signal.MessageId;
import orchard.signal.MidiMessage;

/** Letters, sent as SysEx: the prefix, then the text padded with blanks. ASCII only: accents are taken off and what is
 * left over becomes {@code ?}.
 *
 * @param prefix the data bytes before the text
 * @param length how many letters the display has
 */
@JsonTypeName("Text")
public record Letters(byte[] prefix, int length) implements LightKind {

    /** What stands in for letters that no plain display has. */
    private static final Map<Character, String> ALIKE = Map.ofEntries(
            Map.entry('−', "-"),
            Map.entry('–', "-"),
            Map.entry('—', "-"),
            Map.entry('›', ">"),
            Map.entry('→', ">"),
            Map.entry('’', "'"),
            Map.entry('“', "\""),
            Map.entry('”', "\""),
            Map.entry('…', "."),
            Map.entry('♯', "#"),
            Map.entry('♭', "b"),
            Map.entry('×', "x"),
            Map.entry('µ', "u"),
            Map.entry('°', ""),
            Map.entry('ß', "ss"),
            Map.entry('æ', "ae"),
            Map.entry('Æ', "AE"),
            Map.entry('ø', "o"),
            Map.entry('Ø', "O"),
            Map.entry('ł', "l"),
            Map.entry('Ł', "L"),
            Map.entry('đ', "d"),
            Map.entry('ı', "i"));

    public Letters {
        prefix = prefix.clone();
    }

    @Override
    public byte[] prefix() {
        return prefix.clone();
    }

    @Override
    public Message message(double value, String text) {
        ByteArrayOutputStream data = new ByteArrayOutputStream(prefix.length + length);
        data.writeBytes(prefix);
        byte[] letters = ascii(text).getBytes(StandardCharsets.US_ASCII);
        for (int i = 0; i < length; i++) {
            data.write(i < letters.length ? letters[i] : ' ');
        }
        return new MidiMessage.SysEx(data.toByteArray());
    }

    @Override
    public Optional<Message> unknown(String text) {
        return Optional.of(message(0, text));
    }

    @Override
    public String words() {
        return "display";
    }

    @Override
    public List<MessageId> ids() {
        return List.of();
    }

    @Override
    public boolean onOff() {
        return false;
    }

    @Override
    public boolean goesDark() {
        return true;
    }

    @Override
    public boolean putsControl() {
        return false;
    }

    @Override
    public boolean standsWithHand() {
        return false;
    }

    @Override
    public boolean pushes() {
        return false;
    }

    @Override
    public int letters() {
        return length;
    }

    @Override
    public Optional<Message> colour(int index) {
        return Optional.empty();
    }

    private static String ascii(String text) {
        StringBuilder known = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            known.append(ALIKE.getOrDefault(text.charAt(i), String.valueOf(text.charAt(i))));
        }
        String plain = Normalizer.normalize(known, Normalizer.Form.NFD).replaceAll("\\p{M}", "");
        return plain.replaceAll("[^\\x20-\\x7e]", "?");
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Letters that && Arrays.equals(prefix, that.prefix) && length == that.length;
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(prefix) * 31 + length;
    }
}
