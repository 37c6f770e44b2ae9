package orchard.bench;

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
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Binding;
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
