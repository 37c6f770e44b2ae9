package orchard.signal;

import java.io.DataOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;

/**
 * An OSC 1.0 message: an address that begins with {@code /}, and its arguments. Bundles are taken apart by
 * {@link OscCodec}, so what travels inside Orchard is always one message.
 */
public record OscMessage(String address, List<OscArgument> arguments) implements Message, OscPacket {

    private static final int SHOWN = 8;
    private static final int LONGEST = 120;

    public OscMessage {
        if (!address.startsWith("/")) {
            throw new Mistake("an OSC address begins with /: " + address);
        }
        arguments = List.copyOf(arguments);
    }

    /** A message with plain Java values for arguments. */
    public static OscMessage of(String address, Object... arguments) {
        return new OscMessage(
                address, Arrays.stream(arguments).map(OscArgument::of).toList());
    }

    /** The number at an index, or NaN where there is none. */
    public double number(int index) {
        return index < arguments.size() ? arguments.get(index).number() : Double.NaN;
    }

    /** The text at an index, or "" where there is none. */
    public String text(int index) {
        return index < arguments.size() && arguments.get(index) instanceof OscArgument.Text text ? text.value() : "";
    }

    @Override
    public String words() {
        String more = arguments.size() > SHOWN ? " … (%d arguments)".formatted(arguments.size()) : "";
        return arguments.stream()
                .limit(SHOWN)
                .map(OscArgument::words)
                .collect(Collectors.joining(" ", subject() + " ", more));
    }

    @Override
    public String subject() {
        return address.length() > LONGEST ? Cut.to(address, LONGEST) + "…" : address;
    }

    @Override
    public void write(DataOutputStream out) throws IOException {
        OscCodec.writeText(out, address);
        StringBuilder tags = new StringBuilder(",");
        tags(arguments, tags);
        OscCodec.writeText(out, tags.toString());
        for (OscArgument argument : arguments) {
            argument.write(out);
        }
    }

    private static void tags(List<OscArgument> arguments, StringBuilder tags) {
        for (OscArgument argument : arguments) {
            tags.append(argument.tag());
            if (argument instanceof OscArgument.Array array) {
                tags(array.value(), tags);
                tags.append(']');
            }
        }
    }
}
