package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import orchard.action.PlayNotes;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
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
