package orchard.standin;

import java.util.Locale;

/**
 * One parameter of an {@link OscDesk}, in real units.
 *
 * @param law {@code linear}, {@code log}, {@code taper}, {@code whole} or the values' names with {@code |} between them
 * @param settable false for what is only told
 * @param touch whether it wants to know when a finger comes and goes
 */
record DeskParameter(
        String address,
        String name,
        float low,
        float high,
        float standard,
        String unit,
        String law,
        boolean settable,
        boolean touch) {

    /** A parameter that can be set and does not ask for fingers. */
    DeskParameter(String address, String name, float low, float high, float standard, String unit, String law) {
        this(address, name, low, high, standard, unit, law, true, false);
    }

    /** Names or none. */
    static DeskParameter named(String address, String name, String... values) {
        return new DeskParameter(address, name, 0, values.length - 1, 0, "", String.join("|", values));
    }

    /** Something that is only told. */
    DeskParameter told() {
        return new DeskParameter(address, name, low, high, standard, unit, law, false, touch);
    }

    /** Something that wants to know of fingers. */
    DeskParameter touched() {
        return new DeskParameter(address, name, low, high, standard, unit, law, settable, true);
    }

    /** The same at another address. */
    DeskParameter at(String other) {
        return new DeskParameter(other, name, low, high, standard, unit, law, settable, touch);
    }

    boolean named() {
        return law.contains("|");
    }

    /** The value this desk makes of one it is sent: inside its range, whole where it has names or counts. */
    float settled(float value) {
        float inside = Math.max(low, Math.min(high, value));
        return named() || law.equals("whole") ? Math.round(inside) : inside;
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
            case "°" -> String.format(Locale.ROOT, "%.0f deg", value);
            default -> String.format(Locale.ROOT, "%.0f %s", value, unit).strip();
        };
    }

    /** Where the value stands on this desk's own fader, 0..1. */
    double place(float value) {
        return law.equals("log") ? Math.log(value / low) / Math.log(high / low) : (value - low) / (high - low);
    }

    /** The value at a place of this desk's own fader. */
    float at(double place) {
        double inside = Math.max(0, Math.min(1, place));
        return settled((float) (law.equals("log") ? low * Math.pow(high / low, inside) : low + inside * (high - low)));
    }

    int steps() {
        return named() ? law.split("\\|").length : law.equals("whole") ? (int) (high - low) + 1 : 0;
    }
}
