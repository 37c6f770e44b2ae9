package orchard.mapping;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import orchard.Gear;
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.Nudge;
import orchard.action.OpenPage;
import orchard.action.PlayNotes;
import orchard.action.Recall;
import orchard.action.Reset;
import orchard.action.Send;
import orchard.action.SetOfPage;
import orchard.action.StopAll;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Preset;
import orchard.gear.Ref;
import orchard.parameter.Marks;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Formula;
import orchard.shape.Invert;
import orchard.shape.LookUp;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.Stage;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** What keeps a mapping from working is said in one sentence, and what works has none. */
class FaultTest {

    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");
    private static final Ref.ToParameter MUTE = new Ref.ToParameter("desk", "mute");

    private static Mapping doing(Action... actions) {
        return Gear.mapping("m1", "p1", "gate", "volume").with(new Actions(List.of(actions)));
    }

    private static Mapping shaped(Stage... stages) {
        return Gear.mapping("m1", "k1", "turn", "cutoff", new Shape(List.of(stages)));
    }

    private static Mapping circling(String control, String dimension) {
        return doing(new Nudge(CUTOFF, 100, false))
                .with(new When(
                        List.of(new Ref.ToControl("box", control, dimension)), new Gesture(Gesture.Kind.CIRCLE, 1)));
    }

    private static Mapping listening(String device, String control, String dimension) {
        return Gear.mapping("m1", "k1", "turn", "cutoff")
                .with(new When(List.of(new Ref.ToControl(device, control, dimension))));
    }

    /** The small rig with a surface and a preset of the desk. */
    private static Rig rig() {
        Device box = Gear.box();
        List<Control> controls = new ArrayList<>(box.profile().controls());
        controls.add(new Control(
                "pad",
                "Surface",
                Control.Kind.XY,
                List.of(
                        new Dimension("x", new MessagePattern.Controller(1, 50, Encoding.ABSOLUTE)),
                        new Dimension("y", new MessagePattern.Controller(1, 51, Encoding.ABSOLUTE))),
                new Control.Face(0, 0, 1, 1)));
        return Rig.of(List.of(
                new Part.OfDevice(box.with(box.profile().withControls(controls))),
                new Part.OfDevice(Gear.desk()),
                new Part.OfPreset(new Preset("preset1", "desk", "Low tide", "", "", Marks.NONE, List.of()))));
    }

    static Stream<Arguments> faults() {
        return Stream.of(
                Arguments.of(listening("harp", "k1", "turn"), "It listens to a device that is not in the rig (harp)."),
                Arguments.of(listening("box", "k7", "turn"), "Box has no control “k7”."),
                Arguments.of(listening("box", "k1", "pressure"), "Knob 1 of Box has no pressure."),
                Arguments.of(Gear.mapping("m1", "k1", "turn", "reverb"), "Desk has no parameter “reverb”."),
                Arguments.of(Gear.mapping("m1", "k1", "turn", "meter"), "Surf › Meter can only be read, not set."),
                Arguments.of(
                        doing(new Reset(new Ref.ToParameter("harp", "volume"))),
                        "It sets a parameter of a device that is not in the rig (harp)."),
                Arguments.of(circling("k1", "turn"), "Knob 1 of Box cannot be circled: it does not tell x and y."),
                Arguments.of(shaped(new LookUp(List.of("bell"))), "Its shape does not fit Surf › Cutoff: "),
                Arguments.of(shaped(new Formula("x + nothing")), "Its shape does not fit Surf › Cutoff: "),
                Arguments.of(
                        doing(new Send("harp", new MidiMessage.ProgramChange(1, 1))),
                        "It sends to a device that is not in the rig (harp)."),
                Arguments.of(
                        doing(new PlayNotes("harp", 1, 60)), "It plays on a device that is not in the rig (harp)."),
                Arguments.of(doing(new PlayNotes("desk", 1, 60)), "It plays notes on Desk, which does not speak MIDI."),
                Arguments.of(
                        doing(new SetOfPage("harp")), "It sets parameters of a device that is not in the rig (harp)."),
                Arguments.of(
                        doing(new SetOfPage("desk")).with(new Shape(List.of(new Scale(0, 1, 1, 2)))),
                        "Its shape is in the unit of one parameter, but a page has many."),
                Arguments.of(
                        doing(new OpenPage("harp", "", 1, "")),
                        "It opens pages of a device that is not in the rig (harp)."),
                Arguments.of(
                        doing(new Recall("desk", "preset9", 0, "")), "It recalls a preset that is not there any more."),
                Arguments.of(doing(new Recall("box", "", 1, "")), "It goes through presets, but there are none."),
                Arguments.of(
                        doing(new Choose(MUTE, List.of(1.0), null))
                                .with(new When(List.of(
                                        new Ref.ToControl("box", "p1", "gate"),
                                        new Ref.ToControl("box", "p2", "gate")))),
                        "It has 2 controls, but only 1 values to choose from."));
    }

    @ParameterizedTest
    @MethodSource("faults")
    void whatCannotWorkIsSaid(Mapping mapping, String sentence) {
        assertThat(Fault.of(mapping, rig()).orElse("")).startsWith(sentence);
    }

    static Stream<Mapping> sound() {
        return Stream.of(
                Gear.mapping("m1", "k1", "turn", "cutoff"),
                circling("pad", "x"),
                shaped(new Invert(), new Scale(0, 1, 400, 1000)),
                shaped(new Formula("x * x")),
                doing(new Recall("desk", "preset1", 0, "")),
                doing(new Recall("desk", "", 1, "")),
                doing(new Send("box", new MidiMessage.ProgramChange(1, 1)), new StopAll()),
                doing(new PlayNotes("box", 16, 127)),
                doing(new Choose(MUTE, List.of(), null)),
                doing(new SetOfPage("desk")).with(new Shape(List.of(new Invert()))));
    }

    @ParameterizedTest
    @MethodSource("sound")
    void whatWorksHasNoFault(Mapping mapping) {
        assertThat(Fault.of(mapping, rig())).isEmpty();
    }

    @Test
    void theFirstThatIsWrongIsSaid() {
        Mapping both = listening("harp", "k1", "turn").with(new Actions(List.of(new Reset(MUTE), new SetOfPage("x"))));
        assertThat(Fault.of(both, rig()))
                .hasValueSatisfying(fault -> assertThat(fault).startsWith("It listens to"));
    }
}
