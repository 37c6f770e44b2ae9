package orchard.gear;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import orchard.light.Colours;
import orchard.light.LightKind;
import orchard.light.Palette;
import orchard.signal.Message;

/** The colours of one device's lamps, as its colour table and the performer say. */
public final class DeviceColours {

    private static final String UNSAID = "#f4f0e6";

    private final Palette palette;
    /** What is sent for colours that the performer chose, by {@code #rrggbb}. */
    private final Map<String, Integer> chosen = new HashMap<>();
    /** How the entries of the colour table look. */
    private final Map<Integer, String> looks = new HashMap<>();

    /** Those of a device as it is now. */
    public DeviceColours(Device device) {
        palette = new Palette(device.profile().traits().palette().stream()
                .map(swatch -> new Palette.Entry(swatch.value(), swatch.colour()))
                .toList());
        device.profile().traits().palette().forEach(swatch -> looks.put(swatch.value(), swatch.colour()));
        device.profile()
                .choices()
                .colours()
                .forEach((colour, value) -> Colours.rgb(colour).ifPresent(rgb -> chosen.put(rgb, value)));
    }

    /**
     * What is sent for a lit lamp.
     *
     * @param rgb the colour that is wanted, or null for the lamp's usual one
     * @param usual what is sent for that
     * @param brightness 0..1
     */
    public int index(String rgb, int usual, double brightness) {
        boolean whole = brightness >= 1;
        if (rgb != null && whole && chosen.containsKey(rgb)) {
            return chosen.get(rgb);
        }
        String wanted = rgb == null ? looks.get(usual) : rgb;
        if (wanted == null || palette.isEmpty() || rgb == null && whole) {
            return usual;
        }
        return palette.nearest(wanted, brightness);
    }

    /** How an entry of the colour table looks, as {@code #rrggbb}; empty if nobody said. */
    public Optional<String> look(int index) {
        return Optional.ofNullable(looks.get(index));
    }

    /** The colour in which a lamp is lit after a message, as {@code #rrggbb}, one whose colour nobody said in cream; "" if it is dark. */
    public String lit(LightKind kind, Message message) {
        return kind.lit(message)
                .filter(lit -> lit.index() > 0 && !message.equals(kind.dark("")))
                .map(lit -> look(lit.index()).orElse(UNSAID))
                .orElse("");
    }

    /** Whether there are colours to choose from. */
    public boolean isEmpty() {
        return palette.isEmpty();
    }
}
