package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import orchard.action.PlayNotes;
import orchard.condition.NoteInScale;
import orchard.condition.NoteSounds;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.outcome.ParameterTold;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** The chord that is held on an instrument is told while it is held. */
class HeldNotesTest {

    private static final int[] CHORD = {0, 4};

    private final Synth synth = new Synth();

    private void open() {
        Device before = synth.rig.ownDevice("synth").orElseThrow();
        List<Parameter> all = new ArrayList<>(before.profile().parameters());
        all.add(new Parameter(
                "chord", "", "Chord", new Range(0, 128, ""), new Law.Linear(), 0, new Binding.Held(), false));
        synth.edit(synth.rig.apply(Edit.change(
                "chord",
                new Part.OfDevice(before),
                new Part.OfDevice(before.with(before.profile().withParameters(all))))));
        Mapping run = Synth.on("pad2", "gate", new Actions(List.of(new PlayNotes("synth", 1, 60))))
                .with(new When(IntStream.range(0, WorldRig.PADS)
                        .mapToObj(i -> new Ref.ToControl("box", "pad" + i, "gate"))
                        .toList()));
        synth.edit(synth.rig.apply(Edit.add("play", new Part.OfMapping(run))));
        synth.bench.traces.clear();
    }

    @Test
    void aChordThatIsAskedForIsToldAtOnce() {
        open();
        assertThat(synth.bench.engine.position(new Ref.ToParameter("synth", "chord")))
                .isZero();
    }

    private String told() {
        synth.bench.pass(10);
        List<String> told = synth.bench.traces.stream()
                .flatMap(trace -> trace.outcomes().stream())
                .filter(ParameterTold.class::isInstance)
                .map(ParameterTold.class::cast)
                .filter(one -> one.parameter().parameter().equals("chord"))
                .map(ParameterTold::text)
                .toList();
        return told.isEmpty() ? "" : told.get(told.size() - 1);
    }

    private void press(int pad) {
        synth.bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + pad, 100));
    }

    private void release(int pad) {
        synth.bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + pad, 0));
    }

    @Test
    void aHeldChordIsNamedAndGoneWithThePanic() {
        open();
        for (int pad : CHORD) {
            press(pad);
        }
        assertThat(told()).isEqualTo("C4 E4");
        release(4);
        press(5);
        assertThat(told()).isEqualTo("F5/C");
        release(0);
        assertThat(told()).isEqualTo("F4");
        synth.bench.engine.handle(new Event.Panic(synth.bench.nanos));
        assertThat(told()).isEqualTo("–");
    }

    /** Pads play C4 to F4; the lamp of pad 2, D4, is asked. */
    @Test
    void lampsShowTheScaleAndWhatSounds() {
        open();
        Mapping run = synth.rig.mapping("m1").orElseThrow();
        Ref.ToParameter root = WorldRig.parameter("mode");
        Ref.ToParameter scale = new Ref.ToParameter("desk", "scale");
        Device desk = synth.rig.ownDevice("desk").orElseThrow();
        List<Parameter> all = new ArrayList<>(desk.profile().parameters());
        all.add(new Parameter(
                "scale",
                "",
                "Scale",
                new Range(0, 2, ""),
                new Law.Named(List.of("major", "minor pentatonic", "nothing known")),
                0,
                new Binding.Osc("/desk/scale"),
                true));
        synth.edit(synth.rig.apply(Edit.change(
                "scale",
                new Part.OfDevice(desk),
                new Part.OfDevice(desk.with(desk.profile().withParameters(all))))));
        Show.Answer lamp = new Show.Answer(
                new Ref.ToLight("box", "led2"),
                Show.Rule.OFF,
                Look.USUAL,
                List.of(
                        new Rung(new NoteSounds(), Show.Rule.ON, Look.in("blue")),
                        new Rung(new NoteInScale(root, Ref.ToParameter.NONE), Show.Rule.ON, Look.in("teal")),
                        new Rung(new NoteInScale(root, scale), Show.Rule.ON, Look.in("red"))),
                0);
        synth.edit(synth.rig.apply(
                Edit.change("lamp", new Part.OfMapping(run), new Part.OfMapping(run.with(new Show(List.of(lamp)))))));
        assertThat(lamp(null, 0)).as("D in C major").isEqualTo(5);
        assertThat(lamp("scale", 1)).as("D in C minor pentatonic").isZero();
        assertThat(lamp("mode", 2)).as("D on D").isEqualTo(40);
        assertThat(lamp("scale", 2)).as("the root of what nobody knows").isEqualTo(40);
        assertThat(lamp("mode", 0)).as("a scale of no notes").isZero();
        press(2);
        assertThat(lamp(null, 0)).isEqualTo(80);
        release(2);
        assertThat(lamp(null, 0)).isZero();
        synth.bench.arrive("synth", new MidiMessage.NoteOn(3, 62, 80));
        assertThat(lamp(null, 0)).as("played on the instrument itself").isEqualTo(80);
        synth.bench.engine.handle(new Event.Doubted(synth.bench.nanos, "synth", "its cable was loose"));
        assertThat(lamp(null, 0)).as("the end may have got lost").isZero();
        synth.bench.arrive("synth", new MidiMessage.NoteOn(3, 62, 80));
        assertThat(lamp(null, 0)).isEqualTo(80);
        synth.bench.arrive("synth", new MidiMessage.NoteOff(3, 62, 0));
        assertThat(lamp(null, 0)).isZero();
    }

    private int shown;

    /** The colour of the lamp of pad 2, after a parameter was told if one is named. */
    private int lamp(String parameter, double real) {
        if (parameter != null) {
            synth.bench.tell(parameter, (float) real, "");
        } else if (Double.isNaN(synth.bench.engine.position(WorldRig.parameter("scale")))) {
            synth.bench.tell("mode", 0, "");
            synth.bench.tell("scale", 0, "");
        }
        synth.bench.pass(50);
        synth.bench.sent.stream()
                .filter(sent -> sent.device().equals("box"))
                .map(Bench.Sent::message)
                .filter(MidiMessage.NoteOn.class::isInstance)
                .map(MidiMessage.NoteOn.class::cast)
                .filter(on -> on.note() == WorldRig.FIRST_PAD + 2)
                .forEach(on -> shown = on.velocity());
        synth.bench.sent.clear();
        return shown;
    }

    @Test
    void anEditThatTakesTheSentenceAwayLeavesNothingHeld() {
        open();
        press(0);
        assertThat(told()).isEqualTo("C4");
        synth.edit(synth.rig.apply(
                Edit.remove("remove", new Part.OfMapping(synth.rig.mapping("m1").orElseThrow()))));
        assertThat(told()).isEqualTo("–");
    }
}
