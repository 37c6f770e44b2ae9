package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import orchard.Gear;
import orchard.action.Action;
import orchard.action.Nudge;
import orchard.action.ResetMoved;
import orchard.action.SetParameter;
import orchard.action.StopAll;
import orchard.condition.Always;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Fault;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.outcome.Considered;
import orchard.outcome.ParameterSet;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Accumulate;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** How movements are read: finely while a control is held, and round and round on a surface. */
class MovementTest {

    private static final Ref.ToControl PAD = new Ref.ToControl("box", "p1", "gate");
    private static final Ref.ToControl SURFACE = new Ref.ToControl("box", "xy", "x");

    private static Mapping fine(String knob, double factor) {
        return Gear.mapping("m1", knob, "turn", "volume", new Shape(List.of(new Accumulate(1, 1, false, PAD, factor))));
    }

    private static void hold(Bench bench, boolean down) {
        bench.arrive("box", down ? new MidiMessage.NoteOn(1, 36, 90) : new MidiMessage.NoteOff(1, 36, 0));
    }

    private static double stands(Bench bench) {
        return bench.traces.stream()
                .map(trace -> trace.first(ParameterSet.class))
                .filter(step -> step != null)
                .reduce((a, b) -> b)
                .orElseThrow()
                .position();
    }

    @Test
    void anAbsoluteKnobMovesFinelyWhileAnotherIsHeldAndDoesNotJumpBackAfterwards() {
        Bench bench = new Bench(Gear.rig(fine("k1", 0.1)));
        bench.knob(21, 64);
        hold(bench, true);
        bench.knob(21, 64);
        bench.knob(21, 84);
        assertThat(stands(bench)).isCloseTo((64 + 2) / 127.0, within(5e-3));
        bench.knob(21, 104);
        assertThat(stands(bench)).isCloseTo((64 + 4) / 127.0, within(5e-3));
        hold(bench, false);
        bench.knob(21, 100);
        assertThat(stands(bench)).as("it stands elsewhere, and waits").isCloseTo(68 / 127.0, within(5e-3));
        assertThat(bench.last().first(Considered.class).why()).contains("waits to be picked up");
        bench.knob(21, 60);
        assertThat(stands(bench)).isCloseTo(60 / 127.0, within(5e-3));
        hold(bench, true);
        bench.knob(21, 60);
        bench.knob(21, 50);
        assertThat(stands(bench)).as("anew, from where it is now").isCloseTo(59 / 127.0, within(5e-3));
    }

    @Test
    void underARingASecondFineMoveBeginsWhereTheParameterIsByThen() {
        Bench bench = new Bench(Gear.rig(Gear.answering(fine("k1", 0.1), "k1.ring", Show.Rule.VALUE)));
        bench.knob(21, 64);
        hold(bench, true);
        bench.knob(21, 64);
        bench.knob(21, 84);
        assertThat(stands(bench)).isCloseTo(66 / 127.0, within(5e-3));
        hold(bench, false);
        bench.knob(21, 20);
        assertThat(stands(bench)).as("a ring is put, so nothing waits").isCloseTo(20 / 127.0, within(5e-3));
        hold(bench, true);
        bench.knob(21, 20);
        bench.knob(21, 30);
        assertThat(stands(bench)).as("not from where the first one ended").isCloseTo(21 / 127.0, within(5e-3));
    }

    @Test
    void anEndlessKnobGoesCoarselyWhereThatIsSaid() {
        Bench bench = new Bench(Gear.rig(fine("k2", 8)));
        bench.tell("volume", -60, "");
        bench.knob(22, 65);
        assertThat(stands(bench)).isCloseTo(1 / 127.0, within(1e-6));
        hold(bench, true);
        bench.knob(22, 65);
        assertThat(stands(bench)).isCloseTo(9 / 127.0, within(1e-6));
    }

    @Test
    void whatIsMovedWhileAResetIsHeldGoesToItsDefault() {
        Mapping reset = new Mapping(
                "m2",
                new When(List.of(PAD)),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(new ResetMoved())),
                new Show(List.of()));
        Bench bench = new Bench(Gear.rig(
                Gear.mapping("m1", "k1", "turn", "cutoff"), reset, Gear.mapping("m3", "k2", "turn", "volume")));
        bench.knob(21, 10);
        bench.tell("volume", -40, "");
        hold(bench, true);
        bench.sent.clear();
        bench.knob(21, 12);
        bench.knob(22, 66);
        assertThat(bench.words("desk")).containsExactly("/desk/cutoff 8000.000", "/desk/volume 0.000");
        hold(bench, false);
        bench.knob(21, 0);
        assertThat(bench.words("desk")).last().isEqualTo("/desk/cutoff 200.000");
        hold(bench, true);
        bench.edit(Gear.rig(Gear.mapping("m1", "k1", "turn", "cutoff")));
        bench.knob(21, 127);
        bench.knob(21, 0);
        assertThat(bench.words("desk"))
                .as("the mapping that held it is gone")
                .last()
                .isEqualTo("/desk/cutoff 200.000");
    }

    /** The box with a surface that tells x, y and whether a finger is on it. */
    private static Device box() {
        Device box = Gear.box();
        List<Control> controls = new ArrayList<>(box.profile().controls());
        controls.add(new Control(
                "xy",
                "Slate",
                Control.Kind.XY,
                List.of(
                        new Dimension("x", new MessagePattern.Controller(1, 50, Encoding.ABSOLUTE)),
                        new Dimension("y", new MessagePattern.Controller(1, 51, Encoding.ABSOLUTE)),
                        new Dimension("gate", new MessagePattern.NoteGate(1, 70))),
                new Control.Face(0, 0, 1, 1)));
        return box.with(box.profile().withControls(controls));
    }

    private static Mapping circle(Shape shape, Action action) {
        return new Mapping(
                "m1",
                new When(List.of(SURFACE), Gesture.CIRCLE),
                new Always(),
                shape,
                new Actions(List.of(action)),
                new Show(List.of()));
    }

    private static Bench bench(Mapping mapping) {
        return new Bench(
                Rig.of(List.of(new Part.OfDevice(box()), new Part.OfDevice(Gear.desk()), new Part.OfMapping(mapping))));
    }

    /** A finger goes round from the top, clockwise for more than nothing. */
    private static void goRound(Bench bench, double turns) {
        bench.arrive("box", new MidiMessage.NoteOn(1, 70, 90));
        int points = (int) Math.ceil(Math.abs(turns) * 40);
        for (int i = 0; i <= points; i++) {
            double angle = 2 * Math.PI * turns * i / points;
            bench.knob(50, (int) Math.rint(63.5 + 50 * Math.sin(angle)));
            bench.knob(51, (int) Math.rint(63.5 + 50 * Math.cos(angle)));
            bench.pass(10);
        }
        bench.arrive("box", new MidiMessage.NoteOff(1, 70, 0));
    }

    @Test
    void aFingerThatGoesRoundCountsTurnsAndLiftingItChangesNothing() {
        Bench bench = bench(circle(
                new Shape(List.of(new Scale(0, 1, -60, -50, true))),
                new SetParameter(new Ref.ToParameter("desk", "volume"))));
        goRound(bench, 2);
        assertThat(Gear.desk().profile().parameter("volume").orElseThrow().real(stands(bench)))
                .isCloseTo(-40, within(0.3));
        goRound(bench, -1);
        assertThat(Gear.desk().profile().parameter("volume").orElseThrow().real(stands(bench)))
                .as("wherever the finger came down again")
                .isCloseTo(-50, within(0.3));
    }

    @Test
    void goingRoundStepsAndATremorInTheMiddleDoesNot() {
        Bench bench = bench(circle(Shape.WHOLE, new Nudge(new Ref.ToParameter("desk", "volume"), 1, false)));
        bench.tell("volume", -40, "");
        goRound(bench, 1.02);
        assertThat(bench.words("desk")).last().isEqualTo("/desk/volume -16.000");
        bench.sent.clear();
        for (int i = 0; i < 20; i++) {
            bench.knob(50, 62 + i % 3);
            bench.knob(51, 64 - i % 2);
        }
        assertThat(bench.words("desk")).isEmpty();
    }

    @Test
    void onlyWhatTellsXAndYCanBeCircled() {
        Mapping knob = circle(Shape.WHOLE, new StopAll())
                .with(new When(List.of(new Ref.ToControl("box", "k1", "turn")), Gesture.CIRCLE));
        Rig rig = Gear.rig(knob);
        assertThat(Fault.of(knob, rig)).contains("Knob 1 of Box cannot be circled: it does not tell x and y.");
        assertThat(Sentence.of(knob, rig).text()).startsWith("When Knob 1 of Box is circled, ");
        assertThat(new Bench(rig).knob(21, 5).first(Considered.class).verdict()).isEqualTo(Considered.Verdict.FAULTY);
    }
}
