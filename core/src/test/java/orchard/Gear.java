package orchard;

import java.util.ArrayList;
import java.util.List;
import orchard.action.SetParameter;
import orchard.condition.Always;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.light.Led;
import orchard.light.Letters;
import orchard.light.Light;
import orchard.light.Ring;
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
import orchard.shape.Shape;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.OscMessage;

/** A small made-up rig for tests: a box with knobs and pads, and software with one track. */
public final class Gear {

    private Gear() {}

    /** Knobs k1 (absolute), k2 (offset 64), w (a wheel that counts turns), pads p1 and p2, with displays and lamps. */
    public static Device box() {
        Control.Face face = new Control.Face(0, 0, 1, 1);
        List<Control> controls = new ArrayList<>();
        controls.add(knob("k1", "Knob 1", new MessagePattern.Controller(1, 21, Encoding.ABSOLUTE)));
        controls.add(knob("k2", "Knob 2", new MessagePattern.Controller(1, 22, Encoding.OFFSET_64)));
        controls.add(new Control(
                "w",
                "Wheel",
                Control.Kind.WHEEL,
                List.of(new Dimension("turn", new MessagePattern.OscNumber("/box/wheel", 0, 0, 2, Encoding.COUNTING))),
                face));
        for (int pad = 1; pad <= 2; pad++) {
            controls.add(new Control(
                    "p" + pad,
                    "Pad " + pad,
                    Control.Kind.PAD,
                    List.of(
                            new Dimension("velocity", new MessagePattern.NoteVelocity(1, 35 + pad)),
                            new Dimension("gate", new MessagePattern.NoteGate(1, 35 + pad)),
                            new Dimension("pressure", new MessagePattern.KeyPressure(1, 35 + pad))),
                    face));
        }
        List<Light> lights = List.of(
                new Light("k1.text", "Display 1", "k1", new Letters(new byte[] {0x7D, 1, 0x20, 1}, 12)),
                new Light("k1.ring", "Ring 1", "k1", new Ring(1, 21)),
                new Light("p1.led", "Lamp 1", "p1", new Led(1, 36, 0, 5)));
        return new Device(
                "box",
                "Box",
                "hands",
                new Seat(Wire.MIDI, "Box", "Box"),
                new Profile(controls, List.of(), List.of(), lights, List.of(), List.of(), List.of()));
    }

    /** Software with a track: volume in dB, mute, and a filter's cutoff; and a meter that can only be read. */
    public static Device desk() {
        List<Parameter> parameters = List.of(
                parameter("volume", "Volume", new Range(-60, 6, "dB"), new Law.DecibelTaper(), 0, true),
                parameter("mute", "Mute", new Range(0, 1, ""), new Law.Named(List.of("off", "on")), 0, true),
                parameter("cutoff", "Cutoff", new Range(200, 8000, "Hz"), new Law.Logarithmic(), 8000, true),
                parameter("meter", "Meter", new Range(-60, 6, "dB"), new Law.Linear(), -60, false));
        return new Device(
                "desk",
                "Desk",
                "",
                new Seat(Wire.OSC, "/desk", "127.0.0.1:1"),
                new Profile(
                        List.of(),
                        List.of(new Group("track", "", "Surf", "/desk/name")),
                        parameters,
                        List.of(),
                        List.of(OscMessage.of("/desk/hello")),
                        List.of(OscMessage.of("/desk/subscribe")),
                        List.of(OscMessage.of("/desk/stop"))));
    }

    private static Control knob(String id, String name, MessagePattern pattern) {
        return new Control(
                id,
                name,
                Control.Kind.ENDLESS_KNOB,
                List.of(new Dimension("turn", pattern)),
                new Control.Face(0, 0, 1, 1));
    }

    private static Parameter parameter(
            String id, String name, Range range, Law law, double standard, boolean settable) {
        return new Parameter(id, "track", name, range, law, standard, new Binding.Osc("/desk/" + id), settable);
    }

    /** A mapping over the whole range without answers. */
    public static Mapping mapping(String id, String control, String dimension, String parameter) {
        return mapping(id, control, dimension, parameter, Shape.WHOLE);
    }

    /** A mapping with a shape and without answers. */
    public static Mapping mapping(String id, String control, String dimension, String parameter, Shape shape) {
        return new Mapping(
                id,
                new When(List.of(new Ref.ToControl("box", control, dimension))),
                new Always(),
                shape,
                new Actions(List.of(new SetParameter(new Ref.ToParameter("desk", parameter)))),
                new Show(List.of()));
    }

    /** The same mapping with an answer on a light of the box. */
    public static Mapping answering(Mapping mapping, String light, Show.Rule rule) {
        List<Show.Answer> answers = new ArrayList<>(mapping.show().answers());
        answers.add(new Show.Answer(new Ref.ToLight("box", light), rule));
        return mapping.with(new Show(answers));
    }

    /** Box and desk with these mappings. */
    public static Rig rig(Mapping... mappings) {
        List<Part> parts = new ArrayList<>(List.of(new Part.OfDevice(box()), new Part.OfDevice(desk())));
        for (Mapping mapping : mappings) {
            parts.add(new Part.OfMapping(mapping));
        }
        return Rig.of(parts);
    }
}
