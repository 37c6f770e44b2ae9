package orchard.bench;

import java.util.ArrayList;
import java.util.List;
import orchard.action.SetParameter;
import orchard.condition.Always;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.light.Led;
import orchard.light.Light;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.OscMessage;

/** Rigs of any size: one device with many faders on OSC addresses, one with as many parameters, mapped one to one. */
final class Rigs {

    private Rigs() {}

    /** One fader that moves many parameters. */
    static Rig fan(int mappings) {
        List<Part> parts = new ArrayList<>();
        for (Part part : of(mappings).parts()) {
            parts.add(
                    part instanceof Part.OfMapping of
                            ? new Part.OfMapping(
                                    of.mapping().with(new When(List.of(new Ref.ToControl("hand", "c0", "position")))))
                            : part);
        }
        return Rig.of(parts);
    }

    static Rig of(int mappings) {
        List<Control> controls = new ArrayList<>();
        List<Parameter> parameters = new ArrayList<>();
        List<Part> parts = new ArrayList<>();
        for (int i = 0; i < mappings; i++) {
            controls.add(new Control(
                    "c" + i,
                    "Fader " + i,
                    Control.Kind.FADER,
                    List.of(new Dimension(
                            "position", new MessagePattern.OscNumber("/hand/" + i, 0, 0, 1, Encoding.ABSOLUTE))),
                    new Control.Face(0, 0, 1, 1)));
            parameters.add(new Parameter(
                    "p" + i,
                    "",
                    "Parameter " + i,
                    new Range(0, 100, "%"),
                    new Law.Linear(),
                    0,
                    new Binding.Osc("/desk/" + i),
                    true));
            parts.add(new Part.OfMapping(new Mapping(
                    "m" + i,
                    new When(List.of(new Ref.ToControl("hand", "c" + i, "position"))),
                    new Always(),
                    new Shape(List.of(new Scale(0, 1, 10, 90))),
                    new Actions(List.of(new SetParameter(new Ref.ToParameter("desk", "p" + i)))),
                    new Show(List.of()))));
        }
        parts.add(new Part.OfDevice(device("hand", controls, List.of())));
        parts.add(new Part.OfDevice(device("desk", List.of(), parameters)));
        return Rig.of(parts);
    }

    /** How many tracks the desk of {@link #layered} has. */
    static final int TRACKS = 240;

    /**
     * A thousand mappings in twenty layers, with ten foci. The first two hundred live in the first layer, go through foci and answer on a light each; beside each
     * of them another one below all layers answers on the same light.
     */
    static Rig layered() {
        List<Part> parts = new ArrayList<>();
        for (Part part : of(1000).parts()) {
            if (part instanceof Part.OfMapping) {
                continue;
            }
            parts.add(
                    part instanceof Part.OfDevice of && of.device().id().equals("desk")
                            ? new Part.OfDevice(withTracks(of.device()))
                            : part);
        }
        parts.add(new Part.OfDevice(lamps()));
        for (int i = 0; i < 20; i++) {
            parts.add(new Part.OfLayer(new Layer("layer" + i, "Layer " + i, Layer.Sign.DOTS)));
        }
        for (int i = 0; i < 10; i++) {
            List<String> places = new ArrayList<>();
            for (int track = 0; track < TRACKS; track++) {
                places.add("g" + track);
            }
            parts.add(new Part.OfFocus(
                    new Focus("focus" + i, "Focus " + i, "track", "desk", places, 8, Focus.Ends.STOP, null, null, "")));
        }
        for (int i = 0; i < 1000; i++) {
            String control = "c" + (i < 400 ? i % 200 : i);
            boolean isThrough = i < 200;
            Ref.ToParameter target = isThrough
                    ? new Ref.ToParameter("focus0", (1 + i % 8) + ":level")
                    : new Ref.ToParameter("desk", "p" + (i - 200));
            List<String> layers = i < 200 ? List.of("layer0") : i < 800 ? List.of() : List.of("layer" + (1 + i % 19));
            parts.add(new Part.OfMapping(new Mapping(
                            "m" + i,
                            new When(List.of(new Ref.ToControl("hand", control, "position"))),
                            new Always(),
                            isThrough ? Shape.WHOLE : new Shape(List.of(new Scale(0, 1, 0, 100))),
                            new Actions(List.of(new SetParameter(target))),
                            new Show(
                                    i < 400
                                            ? List.of(new Show.Answer(
                                                    new Ref.ToLight("lamps", "l" + i % 200), Show.Rule.ON_OFF))
                                            : List.of()))
                    .in(layers)));
        }
        return Rig.of(parts);
    }

    private static Device withTracks(Device desk) {
        List<Group> groups = new ArrayList<>();
        List<Parameter> parameters = new ArrayList<>(desk.profile().parameters());
        for (int track = 0; track < TRACKS; track++) {
            groups.add(new Group("g" + track, "", "Track " + track, ""));
            parameters.add(new Parameter(
                    "t" + track,
                    "g" + track,
                    "level",
                    new Range(0, 1, ""),
                    new Law.Linear(),
                    0,
                    new Binding.Osc("/desk/track/" + track),
                    true));
        }
        Profile profile = desk.profile();
        return new Device(
                desk.id(),
                desk.name(),
                "",
                desk.seat(),
                new Profile(List.of(), groups, parameters, List.of(), List.of(), List.of(), profile.panic()));
    }

    private static Device lamps() {
        List<Light> lights = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            lights.add(new Light("l" + i, "Light " + i, "", new Led(1 + i / 128, i % 128, 0, 127)));
        }
        return new Device(
                "lamps",
                "Lamps",
                "",
                new Seat(Wire.MIDI, "Lamps", "Lamps"),
                new Profile(List.of(), List.of(), List.of(), lights, List.of(), List.of(), List.of()));
    }

    private static Device device(String id, List<Control> controls, List<Parameter> parameters) {
        return new Device(
                id,
                id,
                "",
                new Seat(Wire.OSC, "/" + id, ""),
                new Profile(
                        controls,
                        List.of(),
                        parameters,
                        List.of(),
                        List.of(),
                        List.of(),
                        List.of(OscMessage.of("/" + id + "/stop"))));
    }
}
