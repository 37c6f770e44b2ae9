package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import orchard.action.Action;
import orchard.action.GoToSong;
import orchard.action.Ramp;
import orchard.action.SetParameter;
import orchard.action.Value;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.outcome.PageOpened;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Curve;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** Parameters that go to a value in some time, and songs that sentences go to. */
class RampsTest {

    private final List<Mapping> mappings = new ArrayList<>();
    private Bench bench;

    @Test
    void itGoesThereEvenlyAndArrives() {
        pad("pad2", new Ramp(WorldRig.parameter("blend"), new Value.Fixed(100), 1));
        open();
        bench.tell("blend", 0, "");
        hit(2);
        letGo(2);
        bench.pass(500);
        assertThat(blend()).isCloseTo(0.5, within(0.03));
        bench.pass(600);
        assertThat(blend()).isEqualTo(1);
        assertThat(bench.engine.nextDue()).as("nothing goes on").isGreaterThan(bench.nanos + 400_000_000);
    }

    @Test
    void aHandOnTheParameterEndsIt() {
        pad("pad2", new Ramp(WorldRig.parameter("blend"), new Value.Fixed(100), 1));
        mappings.add(Synth.on(
                        "fader",
                        "position",
                        new Actions(List.of(new SetParameter(WorldRig.parameter("blend"), Shape.WHOLE))))
                .as("m2"));
        open();
        bench.tell("blend", 0, "");
        hit(2);
        bench.pass(300);
        bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 127));
        bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 0));
        bench.pass(1_000);
        assertThat(blend()).isZero();
    }

    /** However little it moves: a fader that is picked up near the ramp is a hand too. */
    @Test
    void theSlowestHandEndsIt() {
        pad("pad2", new Ramp(WorldRig.parameter("blend"), new Value.Fixed(100), 1));
        mappings.add(Synth.on(
                        "fader",
                        "position",
                        new Actions(List.of(new SetParameter(WorldRig.parameter("blend"), Shape.WHOLE))))
                .as("m2"));
        open();
        bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 0));
        bench.tell("blend", 0, "");
        hit(2);
        bench.pass(5);
        bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, 1));
        bench.pass(1_000);
        assertThat(blend()).isCloseTo(0.01, within(1e-6));
    }

    @Test
    void whatIsSlowSaysNothingTwice() {
        pad("pad2", new Ramp(WorldRig.parameter("blend"), new Value.Fixed(100), 20));
        open();
        bench.tell("blend", 0, "");
        hit(2);
        letGo(2);
        bench.sent.clear();
        bench.pass(21_000);
        assertThat(blend()).isEqualTo(1);
        assertThat(bench.sent)
                .filteredOn(sent -> sent.message().words().contains("/desk/blend"))
                .hasSizeBetween(100, 101);
    }

    @Test
    void silenceEndsIt() {
        pad("pad2", new Ramp(WorldRig.parameter("blend"), new Value.Fixed(100), 1));
        open();
        bench.tell("blend", 0, "");
        hit(2);
        bench.pass(300);
        bench.engine.handle(new Event.Silenced(bench.nanos, "m1", false, true));
        double there = blend();
        bench.pass(1_000);
        assertThat(blend()).isEqualTo(there).isBetween(0.2, 0.4);
    }

    /** Its own device, moved by somebody there, ends it as well. */
    @Test
    void aHandOnTheDeskEndsIt() {
        pad("pad2", new Ramp(WorldRig.parameter("blend"), new Value.Fixed(100), 1));
        open();
        bench.tell("blend", 0, "");
        hit(2);
        bench.pass(300);
        bench.tell("blend", 5, "");
        bench.pass(100);
        bench.pass(1_000);
        assertThat(blend()).isCloseTo(0.05, within(1e-6));
    }

    @Test
    void panicAndEditsEndItWhereItIs() {
        pad("pad2", new Ramp(WorldRig.parameter("blend"), new Value.Fixed(100), 1));
        open();
        bench.tell("blend", 0, "");
        hit(2);
        bench.pass(300);
        bench.engine.handle(new Event.Panic(bench.nanos));
        double there = blend();
        bench.pass(1_000);
        assertThat(blend()).isEqualTo(there).isBetween(0.2, 0.4);
        letGo(2);
        hit(2);
        bench.pass(200);
        Rig rig = bench.engine.plan().rig();
        bench.edit(rig.apply(Edit.remove("gone", rig.part("m1").orElseThrow())));
        double then = blend();
        bench.pass(1_000);
        assertThat(blend()).isEqualTo(then);
    }

    @Test
    void aSecondOneBeginsFromWhereTheFirstIs() {
        pad("pad2", new Ramp(WorldRig.parameter("blend"), new Value.Fixed(100), 1));
        pad("pad3", new Ramp(WorldRig.parameter("blend"), new Value.Fixed(0), 0.5));
        open();
        bench.tell("blend", 0, "");
        hit(2);
        bench.pass(500);
        hit(3);
        bench.pass(250);
        assertThat(blend()).isCloseTo(0.25, within(0.04));
        bench.pass(400);
        assertThat(blend()).isZero();
    }

    @Test
    void aRampEnds() {
        assertThatThrownBy(() -> new Ramp(WorldRig.parameter("blend"), new Value.Fixed(1), 36_000))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining("an hour");
    }

    @Test
    void songsAreSteppedThroughAndOneStaysAtTheEnd() {
        pad("pad2", new GoToSong("", 1));
        pad("pad3", new GoToSong("song1", 0));
        open();
        hit(2);
        assertThat(bench.last().first(PageOpened.class).page()).isEqualTo(2);
        letGo(2);
        hit(2);
        assertThat(bench.last().first(PageOpened.class)).isNull();
        hit(3);
        assertThat(bench.last().first(PageOpened.class).page()).isEqualTo(1);
    }

    private double blend() {
        return bench.engine.position(WorldRig.parameter("blend"));
    }

    private void hit(int pad) {
        bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + pad, 100));
    }

    private void letGo(int pad) {
        bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + pad, 0));
    }

    @Test
    void itGoesAlongItsCurve() {
        Curve slow = new Curve(Curve.Form.POINTS, 2, List.of(point(0, 0), point(0.5, 0.1), point(1, 1)));
        pad("pad2", new Ramp(WorldRig.parameter("blend"), new Value.Fixed(100), 1, 0, slow));
        open();
        bench.tell("blend", 0, "");
        hit(2);
        bench.pass(500);
        assertThat(blend()).isBetween(0.08, 0.12);
        bench.pass(600);
        assertThat(blend()).isEqualTo(1);
        assertThatThrownBy(() -> new Ramp(
                        WorldRig.parameter("blend"),
                        new Value.Fixed(1),
                        1,
                        0,
                        new Curve(Curve.Form.POINTS, 2, List.of(point(0, 0), point(1, 0.5)))))
                .hasMessageContaining("from 0 % to 100 %");
    }

    private static Curve.Point point(double x, double y) {
        return new Curve.Point(x, y);
    }

    private void pad(String pad, Action action) {
        mappings.add(Synth.on(pad, "gate", new Actions(List.of(action))).as("m" + (mappings.size() + 1)));
    }

    private void open() {
        Rig rig = WorldRig.empty();
        for (Mapping mapping : mappings) {
            rig = rig.apply(Edit.add("add", new Part.OfMapping(mapping)));
        }
        bench = new Bench(rig);
        bench.sent.clear();
    }
}
