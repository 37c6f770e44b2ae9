package orchard.check;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.stream.Stream;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Fault;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import org.junit.jupiter.api.Test;

/** All that a wand says on OSC, as controllers and notes, and all that a MIDI device says as addresses. */
class LaidOntoTest {

    private static Control control(String id, Control.Kind kind, Dimension... dimensions) {
        return new Control(id, "The " + id, kind, List.of(dimensions), new Control.Face(0, 0, 1, 1));
    }

    private static Dimension number(String name, String address, int index, double low, Encoding encoding) {
        return new Dimension(name, new MessagePattern.OscNumber(address, index, low, 1, encoding));
    }

    private static Device wand() {
        return new Device(
                "wand",
                "Wand",
                "",
                new Seat(Wire.OSC, "/wand", ""),
                Profile.BLANK
                        .withControls(List.of(
                                control(
                                        "tilt",
                                        Control.Kind.MOTION,
                                        number("x", "/wand/tilt", 0, -1, Encoding.ABSOLUTE),
                                        number("y", "/wand/tilt", 1, -1, Encoding.ABSOLUTE)),
                                control(
                                        "turn",
                                        Control.Kind.WHEEL,
                                        number("amount", "/wand/turn", 0, 0, Encoding.COUNTING)),
                                control(
                                        "key1",
                                        Control.Kind.BUTTON,
                                        number("gate", "/wand/key/1", 0, 0, Encoding.ABSOLUTE))))
                        .withParameters(List.of(new Parameter(
                                "battery",
                                "",
                                "Battery",
                                new Range(0, 100, "%"),
                                new Law.Linear(),
                                100,
                                new Binding.Osc("/wand/battery"),
                                false))));
    }

    private static Device synth() {
        return new Device(
                "synth",
                "Synth",
                "",
                new Seat(Wire.MIDI, "Synth", "Synth"),
                Profile.BLANK
                        .withControls(List.of(
                                control(
                                        "knob",
                                        Control.Kind.KNOB,
                                        new Dimension("turn", new MessagePattern.Controller(1, 74, Encoding.ABSOLUTE))),
                                control(
                                        "pad",
                                        Control.Kind.PAD,
                                        new Dimension("velocity", new MessagePattern.NoteVelocity(1, 40)),
                                        new Dimension("gate", new MessagePattern.NoteGate(1, 40)))))
                        .withParameters(List.of(new Parameter(
                                "cutoff",
                                "",
                                "Cutoff",
                                new Range(0, 127, ""),
                                new Law.Linear(),
                                0,
                                new Binding.Controller(1, 21),
                                true))));
    }

    private static Rig rig() {
        return Rig.of(List.of(new Part.OfDevice(wand()), new Part.OfDevice(synth())));
    }

    private static Stream<String> sentences(Rig rig) {
        return rig.mappings().stream()
                .map(mapping -> mapping.everyAction().findFirst().orElseThrow().words(rig));
    }

    @Test
    void numbersBecomeFreeControllersAndKeysFreeNotes() {
        Rig rig = rig().apply(LaidOnto.of(rig(), "wand", "synth"));
        List<Parameter> made = rig.ownDevice("synth").orElseThrow().profile().parameters();
        assertThat(made)
                .extracting(Parameter::name)
                .containsExactly("Cutoff", "The tilt x", "The tilt y", "The turn", "Battery");
        assertThat(made)
                .extracting(Parameter::binding)
                .doesNotHaveDuplicates()
                .allMatch(Binding.Controller.class::isInstance);
        assertThat(made.get(1).range()).isEqualTo(new Range(-1, 1, ""));
        assertThat(rig.mappings())
                .hasSize(5)
                .allMatch(mapping -> Fault.of(mapping, rig).isEmpty());
        assertThat(sentences(rig)).anyMatch(words -> words.startsWith("play notes from"));
        assertThat(Check.of(Scene.of(rig, rig))).isEmpty();
    }

    @Test
    void andBackAsAddressesWithTheirNames() {
        Rig rig = rig().apply(LaidOnto.of(rig(), "synth", "wand"));
        List<Parameter> made = rig.ownDevice("wand").orElseThrow().profile().parameters();
        assertThat(made)
                .extracting(Parameter::name, parameter -> ((Binding.Osc) parameter.binding()).address())
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("Battery", "/wand/battery"),
                        org.assertj.core.groups.Tuple.tuple("The knob", "/synth/knob/turn"),
                        org.assertj.core.groups.Tuple.tuple("The pad velocity", "/synth/pad/velocity"));
        assertThat(rig.mappings())
                .hasSize(2)
                .allMatch(mapping -> Fault.of(mapping, rig).isEmpty());
    }

    @Test
    void whatIsCarriedAlreadyIsLeftAndOneStepTakesItBack() {
        Edit edit = LaidOnto.of(rig(), "wand", "synth");
        Rig rig = rig().apply(edit);
        assertThatThrownBy(() -> LaidOnto.of(rig, "wand", "synth")).hasMessageContaining("already");
        assertThat(rig.apply(edit.inverse()).parts()).isEqualTo(rig().parts());
        assertThatThrownBy(() -> LaidOnto.of(rig(), "wand", "wand")).hasMessageContaining("choose");
    }
}
