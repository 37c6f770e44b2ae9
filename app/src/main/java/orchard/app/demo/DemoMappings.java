package orchard.app.demo;

import java.util.List;
import java.util.stream.IntStream;
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.Nudge;
import orchard.action.Recall;
import orchard.action.Reset;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.StopAll;
import orchard.action.Tap;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Do;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mapping.While;
import orchard.parameter.Marks;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.Smooth;
import orchard.shape.Wrap;
import orchard.shape.Zone;

/** Mappings of the demo rig that do more than let one parameter follow one control. */
final class DemoMappings {

    private DemoMappings() {}

    static List<Mapping> more() {
        return List.of(
                pan(),
                zones(),
                voice(),
                again(),
                drones(),
                row(),
                pedal(),
                looks(),
                tempo(),
                jog(),
                storm(),
                stormier(),
                bank());
    }

    /** Gull's endless turn is the first mover's pan. */
    private static Mapping pan() {
        return mapping(
                "m24",
                List.of(control("gull", "turn", "amount")),
                new Shape(List.of(new Scale(0, 1, 0, 360, true), new Wrap(-270, 270))),
                new SetParameter(parameter("loft", "mover1.pan")));
    }

    /** One fader, three stretches: the harbour comes up, then the tower, then the house light goes on. */
    private static Mapping zones() {
        return mapping(
                "m25",
                List.of(control("sluice", "fader8", "position")),
                Shape.WHOLE,
                new SetParameter(
                        parameter("loft", "lamp1.level"), new Shape(List.of(new Zone(0, 0.4, 0, 0.35, false)))),
                new SetParameter(
                        parameter("loft", "lamp3.level"), new Shape(List.of(new Zone(0.45, 0.85, 0.35, 0.75, false)))),
                new SetParameter(
                        parameter("loft", "lamp12.level"), new Shape(List.of(new Zone(0.95, 1, 0.8, 1, true)))));
    }

    /** A side button opens the narrator's voice, and muffles it again. */
    private static Mapping voice() {
        Ref.ToParameter cutoff = parameter("wherry", "filter.cutoff");
        return mapping("m26", List.of(control("cobble", "side1", "gate")), Shape.WHOLE)
                .with(new Do(
                        List.of(new SetTo(cutoff, new Value.Fixed(1000))),
                        List.of(new SetTo(cutoff, new Value.Fixed(400)))))
                .with(new Marks(true, List.of("narrator")));
    }

    /** Side 2, pressed twice, puts the filter back. */
    private static Mapping again() {
        return mapping("m27", List.of(control("cobble", "side2", "gate")), Shape.WHOLE)
                .with(new When(List.of(control("cobble", "side2", "gate")), new Gesture(Gesture.Kind.DOUBLE, 0.5)))
                .with(new Do(List.of(
                        new Reset(parameter("wherry", "filter.cutoff")),
                        new Reset(parameter("wherry", "filter.resonance")))));
    }

    /** Pads 7 to 16 choose a drone, favourites first. */
    private static Mapping drones() {
        List<Ref.ToControl> pads = IntStream.rangeClosed(7, 16)
                .mapToObj(i -> control("cobble", "pad" + i, "gate"))
                .toList();
        return mapping("m28", pads, Shape.WHOLE, new Choose(parameter("peat", "sound.patch"), List.of(), 0.0));
    }

    /** Side 3 goes into the storm: the marker, then the row, then the lamps. */
    private static Mapping row() {
        return mapping(
                "m29",
                List.of(control("cobble", "side3", "gate")),
                Shape.WHOLE,
                new SetTo(parameter("wherry", "song.marker"), new Value.Fixed(4)),
                new Wait(0.5),
                new SetTo(parameter("wherry", "song.row"), new Value.Fixed(4)),
                new SetTo(parameter("loft", "lamp8.level"), new Value.Fixed(80)));
    }

    /** The second pedal is the master of the lamps; it is picked up, because a foot never stands where it should. */
    private static Mapping pedal() {
        return mapping(
                        "m30",
                        List.of(control("treadle", "pedal2", "position")),
                        new Shape(List.of(new Smooth(0.15))),
                        new SetParameter(parameter("loft", "house.master")))
                .with(Takeover.PICK_UP);
    }

    /** The wand goes through the looks of the lamps. */
    private static Mapping looks() {
        return mapping("m31", List.of(control("gull", "key1", "gate")), Shape.WHOLE, new Recall("loft", "", 1, "look"))
                .with(new Marks(false, List.of("lamps")));
    }

    /** The wand taps the tempo. */
    private static Mapping tempo() {
        return mapping(
                "m32",
                List.of(control("gull", "key2", "gate")),
                Shape.WHOLE,
                new Tap(parameter("wherry", "song.tempo")));
    }

    /** A finger that goes round on pad 5 winds the song on and back, a bar of four a turn. */
    private static Mapping jog() {
        return mapping(
                        "m33",
                        List.of(control("cobble", "pad5", "x")),
                        new Shape(List.of(new Scale(0, 1, 0, 4, true))),
                        new SetParameter(parameter("wherry", "song.position")))
                .with(new When(List.of(control("cobble", "pad5", "x")), Gesture.CIRCLE));
    }

    /** How much storm there is stands in a variable; one key lets the lamps have it … */
    private static Mapping storm() {
        return mapping(
                "m34",
                List.of(control("gull", "key3", "gate")),
                Shape.WHOLE,
                new SetTo(parameter("loft", "lamp9.level"), new Value.Same(parameter("variables", "storm"))));
    }

    /** … and another makes it more, and then none again. */
    private static Mapping stormier() {
        return mapping(
                "m35",
                List.of(control("gull", "key4", "gate")),
                Shape.WHOLE,
                new Nudge(parameter("variables", "storm"), 20, true));
    }

    /** The last switch of the foot board goes through the banks of the lamp desk. */
    private static Mapping bank() {
        return mapping(
                "m36",
                List.of(control("treadle", "switch10", "press")),
                Shape.WHOLE,
                new Nudge(parameter("loftmidi", "bank"), 1, true));
    }

    private static Mapping mapping(String id, List<Ref.ToControl> triggers, Shape shape, Action... actions) {
        return new Mapping(
                id,
                new When(triggers),
                new While.Always(),
                shape,
                new Do(actions.length == 0 ? List.of(new StopAll()) : List.of(actions)),
                new Show(List.of()));
    }

    private static Ref.ToControl control(String device, String control, String dimension) {
        return new Ref.ToControl(device, control, dimension);
    }

    private static Ref.ToParameter parameter(String device, String parameter) {
        return new Ref.ToParameter(device, parameter);
    }
}
