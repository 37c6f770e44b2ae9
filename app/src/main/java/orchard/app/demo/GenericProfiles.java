package orchard.app.demo;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import orchard.gear.Arrangement;
import orchard.gear.Control;
import orchard.gear.Control.Kind;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.NoteName;

/** Profiles for gear of no particular make: a beginning for what is not worth touching control by control. */
final class GenericProfiles {

    private static final Control.Face NOWHERE = new Control.Face(0, 0, 1, 1);

    private GenericProfiles() {}

    /** All of them, by the name they are offered under. */
    static Map<String, Profile> all() {
        Map<String, Profile> all = new LinkedHashMap<>();
        all.put(
                "8 knobs",
                profile(row(
                        8,
                        "knob",
                        "Knob",
                        Kind.KNOB,
                        i -> List.of(
                                new Dimension("turn", new MessagePattern.Controller(1, 16 + i, Encoding.ABSOLUTE))))));
        all.put(
                "16 pads",
                profile(row(
                        16,
                        "pad",
                        "Pad",
                        Kind.PAD,
                        i -> List.of(
                                new Dimension("velocity", new MessagePattern.NoteVelocity(10, 36 + i)),
                                new Dimension("gate", new MessagePattern.NoteGate(10, 36 + i)),
                                new Dimension("pressure", new MessagePattern.KeyPressure(10, 36 + i))))));
        all.put(
                "8 faders",
                profile(row(
                        8,
                        "fader",
                        "Fader",
                        Kind.FADER,
                        i -> List.of(new Dimension(
                                "position", new MessagePattern.Controller(1, 80 + i, Encoding.ABSOLUTE))))));
        all.put("Foot board", profile(footBoard()));
        all.put("49 keys", profile(keys()));
        all.put("Game controller", profile(gameController()));
        all.put("Tilt sensor", profile(tilt()));
        return all;
    }

    private static Profile profile(List<Control> controls) {
        return Profile.BLANK.withControls(Arrangement.place(List.of(), controls));
    }

    private static List<Control> row(int count, String id, String name, Kind kind, IntFunction<List<Dimension>> sends) {
        return IntStream.range(0, count)
                .mapToObj(i -> new Control(id + (i + 1), name + " " + (i + 1), kind, sends.apply(i), NOWHERE))
                .toList();
    }

    private static List<Control> footBoard() {
        List<Control> controls = new ArrayList<>(row(
                5,
                "switch",
                "Switch",
                Kind.BUTTON,
                i -> List.of(new Dimension("press", new MessagePattern.Program(1, i)))));
        controls.add(new Control(
                "pedal1",
                "Expression",
                Kind.PEDAL,
                List.of(new Dimension("position", new MessagePattern.Controller(1, 11, Encoding.ABSOLUTE))),
                NOWHERE));
        controls.add(new Control(
                "sustain",
                "Sustain",
                Kind.BUTTON,
                List.of(new Dimension("gate", new MessagePattern.Controller(1, 64, Encoding.ABSOLUTE))),
                NOWHERE));
        return controls;
    }

    /** C2 to C6, with both wheels. */
    private static List<Control> keys() {
        NoteName names = new NoteName(4);
        List<Control> controls = new ArrayList<>(IntStream.rangeClosed(36, 84)
                .mapToObj(note -> new Control(
                        "key" + (note - 35),
                        "Key " + names.name(note),
                        Kind.KEY,
                        List.of(
                                new Dimension("velocity", new MessagePattern.NoteVelocity(1, note)),
                                new Dimension("gate", new MessagePattern.NoteGate(1, note))),
                        NOWHERE))
                .toList());
        controls.add(new Control(
                "bend",
                "Pitch wheel",
                Kind.WHEEL,
                List.of(new Dimension("bend", new MessagePattern.Wheel(1))),
                NOWHERE));
        controls.add(new Control(
                "modulation",
                "Modulation",
                Kind.FADER,
                List.of(new Dimension("position", new MessagePattern.Controller(1, 1, Encoding.ABSOLUTE))),
                NOWHERE));
        return controls;
    }

    /** As a browser lends it: two sticks and sixteen buttons. */
    private static List<Control> gameController() {
        List<Control> controls = new ArrayList<>();
        for (int stick = 1; stick <= 2; stick++) {
            controls.add(new Control(
                    "stick" + stick,
                    "Stick " + stick,
                    Kind.XY,
                    List.of(
                            new Dimension("x", new MessagePattern.Touch("axis" + (stick * 2 - 1))),
                            new Dimension("y", new MessagePattern.Touch("axis" + stick * 2))),
                    NOWHERE));
        }
        controls.addAll(row(
                16,
                "button",
                "Button",
                Kind.BUTTON,
                i -> List.of(new Dimension("gate", new MessagePattern.Touch("button" + (i + 1))))));
        return controls;
    }

    private static List<Control> tilt() {
        String[] names = {"x", "y", "z"};
        return List.of(new Control(
                "tilt",
                "Tilt",
                Kind.MOTION,
                IntStream.range(0, 3)
                        .mapToObj(i -> new Dimension(
                                names[i], new MessagePattern.OscNumber("/tilt", i, -1, 1, Encoding.ABSOLUTE)))
                        .toList(),
                NOWHERE));
    }
}
