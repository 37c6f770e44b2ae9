package orchard.seat;

import java.util.Set;
import java.util.regex.Pattern;
import orchard.gear.Wire;

/**
 * A port that is there right now, with all that can be told about what is behind it.
 *
 * @param port its name, unique on its wire at this moment
 * @param name what the system calls it, suffixes and all
 * @param vendor who the system says made it, or ""
 * @param socket where it is plugged in, or ""
 * @param identity maker and model from its identity reply; "" if none came
 * @param asked whether an identity reply may still come
 * @param heard what it said since it is there, as {@link orchard.signal.MessagePattern} keys
 */
public record VisiblePort(
        Wire wire,
        String port,
        String name,
        String vendor,
        String socket,
        String identity,
        boolean asked,
        Set<Object> heard) {

    /** What systems put around a name to tell ports apart, and put differently each time. */
    private static final Pattern SUFFIX = Pattern.compile("\\s*(\\[[^\\]]*\\]|\\(\\d+\\)|#\\d+)$");

    private static final Pattern PREFIX = Pattern.compile("^\\d+-\\s+");

    public VisiblePort {
        heard = Set.copyOf(heard);
    }

    /** A port's name without the suffixes that systems add: {@code Box [hw:1,0,0]} and {@code 2- Box (3)} are {@code Box}. */
    public static String plain(String name) {
        String plain = PREFIX.matcher(name.strip()).replaceFirst("");
        for (String shorter; !(shorter = SUFFIX.matcher(plain).replaceFirst("")).equals(plain); plain = shorter) {
            // until nothing more comes off
        }
        return plain.isEmpty() ? name.strip() : plain;
    }
}
