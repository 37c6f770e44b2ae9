package orchard.gear;

import java.util.Locale;
import orchard.mistake.Mistake;

/**
 * One entry of a device's colour table.
 *
 * @param value what is sent for it, 0–127
 * @param name what people call the colour
 * @param colour as {@code #rrggbb}, sRGB; as it looks on the device
 */
public record Swatch(int value, String name, String colour) {

    public Swatch {
        if (value < 0 || value > 127) {
            throw new Mistake("The value of a colour is 0–127, and " + value + " is not");
        }
        if (!colour.matches("#[0-9a-fA-F]{6}")) {
            throw new Mistake("“" + colour + "” is no colour; expected six hex digits, like #e0a030");
        }
        colour = colour.toLowerCase(Locale.ROOT);
    }
}
