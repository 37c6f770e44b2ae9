package orchard.engine;

import static orchard.engine.Synth.on;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import orchard.Gear;
import orchard.action.SetParameter;
import orchard.action.Toggle;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.outcome.Considered;
import orchard.outcome.Refused;
import orchard.shape.Formula;
import orchard.shape.LookUp;
import orchard.shape.Shape;
import orchard.shape.Smooth;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** Whatever fails, the engine goes on, says once which mapping it was and with which values, and lets everything go that is held. */
class FenceTest {

    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");

    @Test
    void aFormulaThatFailsInATimerStopsNothing() {
        Synth synth = new Synth(
                on(
                        "pad2",
                        "gate",
                        new Gesture(Gesture.Kind.HOLD, 0.3),
                        Synth.formula("1.0 / (1.0 - x)"),
                        new Actions(List.of(new SetParameter(CUTOFF)))),
                on("pad3", "gate", new Actions(List.of(Synth.note()))).as("m2"));
        synth.press();
        synth.bench.pass(400);
        Considered fault = faults(synth).get(0);
        assertThat(fault.mapping()).isEqualTo("m1");
        assertThat(fault.why()).contains("divided by nothing");
        assertThat(fault.values()).as("where it stood").startsWith(1.0);
        synth.release();
        synth.bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + 3, 100));
        synth.bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + 3, 0));
        synth.bench.engine.handle(new Event.Panic(synth.bench.nanos));
        assertThat(synth.notes()).containsExactly(Synth.ON, Synth.OFF);
    }

    @Test
    void aFormulaThatFailsWhileItMovesOnStopsOnlyItself() {
        Synth synth = new Synth(on(
                "fader",
                "position",
                Gesture.MOVE,
                new Shape(List.of(new Smooth(0.2), new Formula("1.0 / double(int(x * 10.0 - 5.0))"))),
                new Actions(List.of(new SetParameter(CUTOFF)))));
        synth.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 127));
        synth.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 0));
        synth.bench.pass(2_000);
        assertThat(faults(synth)).hasSize(1);
        synth.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 127));
        assertThat(synth.bench.last().first(Considered.class)).isNotNull();
    }

    @Test
    void anOutletThatThrowsIsToldAndAllOthersHear() {
        Synth synth = new Synth(Synth.pad(Synth.note()));
        synth.bench.refuses = "synth";
        synth.press();
        assertThat(synth.bench.last().first(Refused.class).why()).contains("could not be sent");
        synth.bench.refuses = "";
        synth.release();
        assertThat(synth.notes()).containsExactly(Synth.OFF);
    }

    @Test
    void aListenerThatThrowsIsNoMatterOfTheEngines() {
        List<String> sent = new ArrayList<>();
        Engine engine = new Engine(
                new Compiler().compile(Gear.rig(Gear.mapping("m1", "k1", "turn", "volume"))),
                (device, message) -> sent.add(message.words()),
                trace -> {
                    throw new IllegalStateException("a listener");
                });
        engine.handle(new Event.Presence(1, "desk", true));
        engine.handle(new Event.Arrived(2, "box", new MidiMessage.ControlChange(1, 21, 127)));
        assertThat(sent).contains("/desk/volume 6.000");
    }

    @Test
    void aMappingWhoseShapeFitsNoPressHarmsNoOther() {
        Synth synth = new Synth(
                on(
                        "pad2",
                        "gate",
                        Gesture.MOVE,
                        new Shape(List.of(new LookUp(List.of("a")))),
                        new Actions(List.of(new Toggle(new Ref.ToParameter("desk", "mute"), 0, 1)))),
                on("pad2", "gate", new Actions(List.of(Synth.note()))).as("m2"));
        synth.press();
        assertThat(faults(synth))
                .singleElement()
                .extracting(Considered::mapping)
                .isEqualTo("m1");
        assertThat(synth.notes()).containsExactly(Synth.ON);
    }

    private static List<Considered> faults(Synth synth) {
        return synth.bench.traces.stream()
                .flatMap(trace -> trace.all(Considered.class).stream())
                .filter(step -> step.verdict() == Considered.Verdict.FAULTY)
                .toList();
    }
}
