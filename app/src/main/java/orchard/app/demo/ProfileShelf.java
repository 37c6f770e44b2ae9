package orchard.app.demo;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.gear.Lamp;
import orchard.gear.Light;
import orchard.gear.Profile;
import orchard.gear.Swatch;
import orchard.gear.Traits;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.standin.Cobble;

/** The profiles that ship with Orchard: one for each stand-in, written from its wire format. */
public final class ProfileShelf {

    private ProfileShelf() {}

    /** All profiles by the name they are offered under. */
    public static Map<String, Profile> all() {
        Map<String, Profile> all = new LinkedHashMap<>();
        all.put("Cobble", cobble());
        all.put("Sluice", MidiProfiles.sluice());
        all.put("Treadle", MidiProfiles.treadle());
        all.put("Peat", MidiProfiles.peat());
        all.put("Gull", gull());
        all.put("Wherry", OscProfiles.wherry());
        all.put("Lamp Loft", OscProfiles.loft());
        all.put("Wherry by MIDI", MidiProfiles.wherry());
        all.put("Lamp Loft by MIDI", MidiProfiles.loft());
        all.putAll(GenericProfiles.all());
        return all;
    }

    /** The pad box: 8 endless knobs with displays, 16 pads, 6 page keys, 4 side buttons, a crossfader. */
    static Profile cobble() {
        List<Control> controls = new ArrayList<>();
        List<Light> lights = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            String id = "knob" + (i + 1);
            String name = "Knob " + (i + 1);
            controls.add(new Control(
                    id,
                    name,
                    Control.Kind.ENDLESS_KNOB,
                    List.of(new Dimension("turn", new MessagePattern.Controller(1, 21 + i, Encoding.ABSOLUTE))),
                    new Control.Face(1 + i * 8, 1, 7, 11)));
            byte[] prefix = {0x7D, 0x01, 0x20, (byte) (i + 1)};
            lights.add(new Light(id + ".display", "display of " + name, id, new Lamp.Text(prefix, 12)));
            lights.add(new Light(id + ".ring", "ring of " + name, id, new Lamp.Ring(1, 21 + i)));
        }
        for (int i = 0; i < 16; i++) {
            String id = "pad" + (i + 1);
            controls.add(new Control(
                    id,
                    "Pad " + (i + 1),
                    Control.Kind.PAD,
                    List.of(
                            new Dimension("velocity", new MessagePattern.NoteVelocity(1, 36 + i)),
                            new Dimension("gate", new MessagePattern.NoteGate(1, 36 + i)),
                            new Dimension("pressure", new MessagePattern.KeyPressure(1, 36 + i)),
                            new Dimension("x", new MessagePattern.Controller(1, 102 + i, Encoding.ABSOLUTE)),
                            new Dimension("y", new MessagePattern.Controller(1, 70 + i, Encoding.ABSOLUTE))),
                    new Control.Face(67 + i % 8 * 5.3, 1 + i / 8 * 5.8, 4.9, 5.2)));
            lights.add(new Light(id + ".light", "light of Pad " + (i + 1), id, new Lamp.Led(1, 36 + i, 0, 96)));
        }
        for (int i = 0; i < 6; i++) {
            controls.add(
                    button("page" + (i + 1), "Page " + (i + 1), 84 + i, new Control.Face(1 + i * 10.7, 14, 9.9, 3.6)));
        }
        for (int i = 0; i < 4; i++) {
            controls.add(
                    button("side" + (i + 1), "Side " + (i + 1), 90 + i, new Control.Face(110.5, 1 + i * 4.3, 7, 3.7)));
        }
        controls.add(new Control(
                "crossfader",
                "Crossfader",
                Control.Kind.FADER,
                List.of(new Dimension("position", new MessagePattern.Controller(1, 30, Encoding.ABSOLUTE))),
                new Control.Face(67, 14, 42, 3)));
        return new Profile(
                        controls,
                        List.of(),
                        List.of(),
                        lights,
                        List.of(new MidiMessage.SysEx(new byte[] {0x7D, 0x01, 0x01, 0x01})),
                        List.of(),
                        List.of())
                .with(new Traits(List.of(), palette(), "cobble", false));
    }

    /** Sixteen hues, each in eight depths, as the device's wire format lists them. */
    private static List<Swatch> palette() {
        String[] hues = {
            "red",
            "vermilion",
            "amber",
            "citron",
            "lime",
            "leaf",
            "green",
            "mint",
            "cyan",
            "sky",
            "blue",
            "indigo",
            "violet",
            "purple",
            "magenta",
            "rose"
        };
        List<Swatch> swatches = new ArrayList<>();
        swatches.add(new Swatch(0, "dark", "#000000"));
        for (int i = 1; i <= 127; i++) {
            String name =
                    hues[(i - 1) % hues.length] + ((i - 1) / hues.length == 0 ? "" : " " + (1 + (i - 1) / hues.length));
            swatches.add(new Swatch(i, name, Cobble.colour(i)));
        }
        return swatches;
    }

    private static Control button(String id, String name, int note, Control.Face face) {
        return new Control(
                id,
                name,
                Control.Kind.BUTTON,
                List.of(new Dimension("gate", new MessagePattern.NoteGate(1, note))),
                face);
    }

    /** The wand: tilt, turn, squeeze, four keys, shake; and its battery, which can only be read. */
    static Profile gull() {
        List<Control> controls = new ArrayList<>();
        controls.add(new Control(
                "tilt",
                "Tilt",
                Control.Kind.MOTION,
                List.of(
                        new Dimension("x", new MessagePattern.OscNumber("/gull/tilt", 0, -1, 1, Encoding.ABSOLUTE)),
                        new Dimension("y", new MessagePattern.OscNumber("/gull/tilt", 1, -1, 1, Encoding.ABSOLUTE)),
                        new Dimension("z", new MessagePattern.OscNumber("/gull/tilt", 2, -1, 1, Encoding.ABSOLUTE))),
                new Control.Face(1, 1, 10, 12)));
        controls.add(motion(
                "turn",
                "Turn",
                Control.Kind.WHEEL,
                new MessagePattern.OscNumber("/gull/turn", 0, 0, 1, Encoding.COUNTING),
                13));
        controls.add(motion(
                "squeeze",
                "Squeeze",
                Control.Kind.MOTION,
                new MessagePattern.OscNumber("/gull/squeeze", 0, 0, 1, Encoding.ABSOLUTE),
                25));
        controls.add(motion(
                "shake",
                "Shake",
                Control.Kind.MOTION,
                new MessagePattern.OscNumber("/gull/shake", 0, 0, 1, Encoding.ABSOLUTE),
                37));
        for (int key = 1; key <= 4; key++) {
            controls.add(new Control(
                    "key" + key,
                    "Key " + key,
                    Control.Kind.BUTTON,
                    List.of(new Dimension(
                            "gate", new MessagePattern.OscNumber("/gull/key/" + key, 0, 0, 1, Encoding.ABSOLUTE))),
                    new Control.Face(42 + key * 7, 4, 6, 6)));
        }
        Parameter battery = new Parameter(
                "battery",
                "",
                "Battery",
                new Range(0, 100, "%"),
                new Law.Linear(),
                100,
                new Binding.Osc("/gull/battery"),
                false);
        return new Profile(controls, List.of(), List.of(battery), List.of(), List.of(), List.of(), List.of());
    }

    private static Control motion(String id, String name, Control.Kind kind, MessagePattern pattern, double x) {
        return new Control(id, name, kind, List.of(new Dimension("amount", pattern)), new Control.Face(x, 1, 10, 12));
    }
}
