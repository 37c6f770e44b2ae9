package orchard.light;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import orchard.mistake.Mistake;

/** Colours that have a name. Each is sRGB as {@code #rrggbb}, at full brightness. */
public final class Colours {

    /** In place of a colour: the hue that is told beside what the light is about. */
    public static final String OWN = "own";

    private static final Map<String, String> NAMED = new LinkedHashMap<>();

    static {
        NAMED.put("red", "#e8432e");
        NAMED.put("orange", "#f07a28");
        NAMED.put("amber", "#f0a028");
        NAMED.put("yellow", "#ecd83c");
        NAMED.put("green", "#3fb45a");
        NAMED.put("teal", "#2fb3a6");
        NAMED.put("blue", "#3f7fe0");
        NAMED.put("violet", "#8a5fe0");
        NAMED.put("pink", "#e065b0");
        NAMED.put("white", "#f4f0e6");
    }

    private Colours() {}

    /** The names, in the order in which they are offered, each with its colour. */
    public static Map<String, String> named() {
        return Collections.unmodifiableMap(NAMED);
    }

    /** The colour of a name, or the one that is written as six hex digits; empty if it is neither. */
    public static Optional<String> rgb(String colour) {
        String named = NAMED.get(colour);
        return named != null ? Optional.of(named) : Optional.of(colour).filter(one -> one.matches("#[0-9a-f]{6}"));
    }

    /**
     * A colour as it is kept: "" for none, a name, {@link #OWN}, or {@code #rrggbb}.
     *
     * @throws Mistake if it is no colour
     */
    public static String checked(String colour) {
        String one = colour == null ? "" : colour.strip().toLowerCase(Locale.ROOT);
        if (!one.isEmpty() && !one.equals(OWN) && rgb(one).isEmpty()) {
            throw new Mistake(
                    "colour",
                    "“" + colour + "” is no colour; expected one of " + String.join(", ", NAMED.keySet())
                            + ", or six hex digits like #e0a030");
        }
        return one;
    }
}
