package orchard.signal;

import java.util.Arrays;
import java.util.HexFormat;

/**
 * Bytes that could not be read, kept as an event so that a person can see them.
 *
 * @param start the first bytes, at most {@value #KEPT} of them
 * @param length how many bytes there were in all
 * @param reason what was expected, and at which byte, in a sentence
 */
public record Malformed(byte[] start, int length, String reason) implements Message {

    /** How many bytes are kept to be shown. */
    public static final int KEPT = 32;

    /** Bad bytes of any length. */
    public static Malformed of(byte[] bytes, String reason) {
        return new Malformed(Arrays.copyOf(bytes, Math.min(bytes.length, KEPT)), bytes.length, reason);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Malformed that
                && Arrays.equals(start, that.start)
                && length == that.length
                && reason.equals(that.reason);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(start) * 31 + reason.hashCode();
    }

    @Override
    public String words() {
        return "%d bad bytes (%s%s): %s"
                .formatted(
                        length,
                        HexFormat.ofDelimiter(" ").withUpperCase().formatHex(start),
                        length > start.length ? " …" : "",
                        reason);
    }

    @Override
    public String subject() {
        return "bad bytes";
    }
}
