package orchard.engine;

import static orchard.engine.Synth.on;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.action.Wait;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.outcome.Considered;
import orchard.shape.Shape;
import orchard.shape.Smooth;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** One entry for every mapping that was considered, with its reason and values; what comes later names what set it off. */
class TraceTest {

    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");

    private static List<String> considered(Trace trace) {
        return trace.all(Considered.class).stream().map(Considered::mapping).toList();
    }

    @Test
    void stepsOfSmoothingNameTheirMappingAndTheMoveThatSetThemOff() {
        Synth synth = new Synth(on(
                "fader",
                "position",
                Gesture.MOVE,
                new Shape(List.of(new Smooth(0.1))),
                new Actions(List.of(new SetParameter(CUTOFF)))));
        synth.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 0));
        long move = synth.bench
                .arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 127))
                .number();
        synth.bench.pass(50);
        Trace step = synth.bench.last();
        assertThat(step.event()).isInstanceOf(Event.Passed.class);
        assertThat(considered(step)).containsExactly("m1");
        assertThat(step.first(Considered.class).values()).isNotEmpty();
        assertThat(step.cause()).isEqualTo(move);
    }

    @Test
    void timersNameThePressThatTheyWaitFor() {
        Synth synth = new Synth(Synth.pad(new Wait(0.1), Synth.note()));
        synth.press();
        long press = synth.bench.last().number();
        synth.bench.pass(150);
        assertThat(synth.bench.traces.stream()
                        .filter(trace -> considered(trace).contains("m1") && trace.event() instanceof Event.Passed))
                .singleElement()
                .satisfies(trace -> assertThat(trace.cause()).isEqualTo(press));
    }

    @Test
    void theReleaseOfAGestureAndRowsWithoutAnEntryAreTold() {
        Synth held = new Synth(on(
                "pad2", "gate", new Gesture(Gesture.Kind.HOLD, 0.3), Shape.WHOLE, new Actions(List.of(Synth.note()))));
        held.press();
        held.release();
        assertThat(considered(held.bench.last())).contains("m1");
        Mapping row = on("fader", "position", new Actions(List.of(new SetOfPage("desk"))));
        Synth rows = new Synth(row);
        rows.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 20));
        assertThat(rows.bench.last().all(Considered.class))
                .as("the page that is open, and the one that is not")
                .extracting(Considered::mapping)
                .containsExactly("m1", "m1");
    }

    @Test
    void aFaultyMappingIsInEveryTraceAndReportedOnce() {
        Synth synth = new Synth(on(
                "fader",
                "position",
                Gesture.MOVE,
                Synth.formula("1.0 / (x - x)"),
                new Actions(List.of(new SetParameter(CUTOFF)))));
        for (int i = 0; i < 3; i++) {
            synth.bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, i));
            Considered step = synth.bench.last().first(Considered.class);
            assertThat(step.verdict()).isEqualTo(i == 0 ? Considered.Verdict.FAULTY : Considered.Verdict.HELD_BACK);
            assertThat(step.values()).isNotEmpty();
            assertThat(step.why()).contains("divided by nothing");
        }
    }
}
