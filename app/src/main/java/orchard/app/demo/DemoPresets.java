package orchard.app.demo;

import java.util.ArrayList;
import java.util.List;
import orchard.gear.Device;
import orchard.gear.Preset;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;

/** Looks of the lamps, sounds of the drone, and the one variable of <em>The Tide Clock</em>. */
final class DemoPresets {

    private DemoPresets() {}

    /** What Orchard itself keeps: how much storm there is. */
    static Device variables() {
        return new Device(
                "variables",
                "Variables",
                "kept by Orchard",
                new Seat(Seat.Wire.NONE, "", ""),
                Profile.BLANK.withParameters(List.of(new Parameter(
                        "storm",
                        "",
                        "Storm",
                        new Range(0, 100, "%"),
                        new Law.Linear(),
                        20,
                        new Binding.Kept(),
                        true))));
    }

    static List<Preset> all() {
        return List.of(
                look("preset1", "Dusk", List.of("warm", "slow"), 40, 30, 60, 15),
                look("preset2", "Storm", List.of("cold"), 210, 70, 20, 90),
                look("preset3", "First light", List.of("warm"), 55, 20, 85, 40),
                sound("preset4", "Ebb", "drone", List.of("dark", "slow"), 0, 420, 20),
                sound("preset5", "Glass bell", "lead", List.of("bright"), 5, 6400, 55));
    }

    /** Two lamps of the harbour, the tower, and everything together. */
    private static Preset look(
            String id, String name, List<String> tags, double hue, double saturation, double harbour, double tower) {
        List<Preset.Setting> settings = new ArrayList<>();
        for (int lamp = 1; lamp <= 3; lamp++) {
            settings.add(new Preset.Setting("lamp" + lamp + ".level", lamp == 3 ? tower : harbour));
            settings.add(new Preset.Setting("lamp" + lamp + ".hue", hue));
            settings.add(new Preset.Setting("lamp" + lamp + ".saturation", saturation));
        }
        return new Preset(id, "loft", name, "look", "", new Marks(id.equals("preset1"), tags), settings);
    }

    /** The patch first, because it brings values of its own. */
    private static Preset sound(
            String id, String name, String type, List<String> tags, double patch, double cutoff, double resonance) {
        return new Preset(
                id,
                "peat",
                name,
                type,
                "",
                new Marks(false, tags),
                List.of(
                        new Preset.Setting("sound.patch", patch),
                        new Preset.Setting("filter.cutoff", cutoff),
                        new Preset.Setting("filter.resonance", resonance)));
    }
}
