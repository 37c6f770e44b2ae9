package orchard.standin;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * One parameter of {@link Wherry}, in real units.
 *
 * @param law {@code linear}, {@code log}, {@code taper} or the values' names with {@code |} between them
 * @param settable false for meters
 */
record WherryParameter(
        String address, String name, float low, float high, float standard, String unit, String law, boolean settable) {

    /** Every parameter of the first eight tracks, and of the filter on track 4. */
    static List<WherryParameter> all(int tracks) {
        List<WherryParameter> all = new ArrayList<>();
        for (int track = 1; track <= tracks; track++) {
            String at = "/wherry/track/" + track + "/";
            all.add(new WherryParameter(at + "volume", "Volume", -60, 6, -12, "dB", "taper", true));
            all.add(new WherryParameter(at + "pan", "Pan", -100, 100, 0, "%", "linear", true));
            all.add(new WherryParameter(at + "mute", "Mute", 0, 1, 0, "", "off|on", true));
            all.add(new WherryParameter(at + "meter", "Meter", -60, 6, -60, "dB", "linear", false));
        }
        String filter = "/wherry/track/4/device/1/";
        all.add(new WherryParameter(filter + "cutoff", "Cutoff", 200, 8000, 8000, "Hz", "log", true));
        all.add(new WherryParameter(filter + "resonance", "Resonance", 0, 100, 18, "%", "linear", true));
        all.add(new WherryParameter(filter + "drive", "Drive", 0, 24, 0, "dB", "linear", true));
        all.add(new WherryParameter(filter + "mix", "Mix", 0, 100, 100, "%", "linear", true));
        return List.copyOf(all);
    }

    boolean named() {
        return law.contains("|");
    }

    /** The value this software makes of one it is sent: inside its range, whole where it has names. */
    float settled(float value) {
        float inside = Math.max(low, Math.min(high, value));
        return named() ? Math.round(inside) : inside;
    }

    /** How the value is written on its own display. ASCII, as OSC asks. */
    String text(float value) {
        if (named()) {
            return law.split("\\|")[Math.round(value)];
        }
        boolean kilo = unit.equals("Hz") && value >= 1000;
        return switch (unit) {
            case "dB" -> String.format(Locale.ROOT, "%.1f dB", value);
            case "Hz" -> String.format(Locale.ROOT, kilo ? "%.2f kHz" : "%.0f Hz", kilo ? value / 1000 : value);
            default -> String.format(Locale.ROOT, "%.0f %s", value, unit);
        };
    }

    /** Where the value stands on this software's own fader, 0..1. */
    double place(float value) {
        return law.equals("log") ? Math.log(value / low) / Math.log(high / low) : (value - low) / (high - low);
    }

    /** The value at a place of this software's own fader. */
    float at(double place) {
        double inside = Math.max(0, Math.min(1, place));
        return settled((float) (law.equals("log") ? low * Math.pow(high / low, inside) : low + inside * (high - low)));
    }

    int steps() {
        return named() ? law.split("\\|").length : 0;
    }
}
