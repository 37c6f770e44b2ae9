package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import orchard.Gear;
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.Hold;
import orchard.action.Nudge;
import orchard.action.OpenPage;
import orchard.action.Reset;
import orchard.action.Send;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.Toggle;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.condition.Always;
import orchard.gear.Device;
import orchard.gear.ParameterPage;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.gear.Takeover;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.outcome.Considered;
import orchard.outcome.LightShown;
import orchard.outcome.PageOpened;
import orchard.outcome.ParameterSet;
import orchard.outcome.ParameterTold;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Accumulate;
import orchard.shape.Formula;
import orchard.shape.Shape;
import orchard.shape.Smooth;
import orchard.shape.Zone;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import org.junit.jupiter.api.Test;

/** What mappings do beyond one value to one parameter: takeover, gestures, actions, stretches, time. */
class MappingsTest {

    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");
    private static final Ref.ToParameter VOLUME = new Ref.ToParameter("desk", "volume");
    private static final Ref.ToParameter MUTE = new Ref.ToParameter("desk", "mute");
    private static final Ref.ToControl PAD = new Ref.ToControl("box", "p1", "gate");

    private static Mapping button(When when, Actions then) {
        return new Mapping("m1", when, new Always(), Shape.WHOLE, then, new Show(List.of()));
    }

    private static Mapping button(Action... actions) {
        return button(new When(List.of(PAD)), new Actions(List.of(actions)));
    }

    private static Bench bench(Mapping... mappings) {
        return new Bench(Gear.rig(mappings));
    }

    private static void press(Bench bench, int note) {
        bench.arrive("box", new MidiMessage.NoteOn(1, note, 100));
    }

    private static void letGo(Bench bench, int note) {
        bench.arrive("box", new MidiMessage.NoteOff(1, note, 0));
    }

    private static void tap(Bench bench) {
        press(bench, 36);
        bench.pass(20);
        letGo(bench, 36);
        bench.pass(20);
    }

    @Test
    void aPressSetsOneValueAndTheReleaseAnother() {
        Bench bench = bench(button(
                new When(List.of(PAD)),
                new Actions(
                        List.of(new SetTo(CUTOFF, new Value.Fixed(1000))),
                        List.of(new SetTo(CUTOFF, new Value.Fixed(400))))));
        press(bench, 36);
        assertThat(bench.words("desk")).containsExactly("/desk/cutoff 1000.000");
        letGo(bench, 36);
        assertThat(bench.words("desk")).containsExactly("/desk/cutoff 1000.000", "/desk/cutoff 400.000");
    }

    @Test
    void aHoldReturnsToWhereItWas() {
        Bench bench = bench(button(new Hold(CUTOFF, new Value.Fixed(300))));
        bench.tell("cutoff", 2000, "");
        press(bench, 36);
        letGo(bench, 36);
        assertThat(bench.words("desk")).containsExactly("/desk/cutoff 300.000", "/desk/cutoff 2000.000");
    }

    @Test
    void itTogglesStepsAroundAndGoesToItsDefault() {
        Bench bench = bench(button(new Toggle(MUTE, 0, 1)));
        tap(bench);
        tap(bench);
        assertThat(bench.words("desk")).containsExactly("/desk/mute 1.000", "/desk/mute 0.000");
        bench = bench(button(new Nudge(MUTE, 1, true)));
        tap(bench);
        tap(bench);
        tap(bench);
        assertThat(bench.words("desk")).containsExactly("/desk/mute 1.000", "/desk/mute 0.000", "/desk/mute 1.000");
        bench = bench(button(new Nudge(VOLUME, -3, false), new Reset(CUTOFF)));
        bench.tell("volume", -10, "");
        bench.tell("cutoff", 500, "");
        tap(bench);
        assertThat(bench.words("desk")).containsExactly("/desk/volume -13.000", "/desk/cutoff 8000.000");
    }

    @Test
    void aKnobStepsWhatAButtonSteps() {
        Mapping steps = new Mapping(
                "m1",
                new When(List.of(new Ref.ToControl("box", "k2", "turn"))),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(new Nudge(VOLUME, 2, false))),
                new Show(List.of()));
        Bench bench = bench(steps);
        bench.tell("volume", -10, "");
        bench.knob(22, 65);
        bench.knob(22, 62);
        assertThat(bench.words("desk")).containsExactly("/desk/volume -8.000", "/desk/volume -12.000");
    }

    @Test
    void aHeldButtonActsAfterItsTimeAndOnlyThen() {
        When held = new When(List.of(PAD), new Gesture(Gesture.Kind.HOLD, 0.5));
        Bench bench = bench(button(
                held,
                new Actions(
                        List.of(new SetTo(MUTE, new Value.Fixed(1))), List.of(new SetTo(MUTE, new Value.Fixed(0))))));
        press(bench, 36);
        bench.pass(400);
        letGo(bench, 36);
        bench.pass(400);
        assertThat(bench.words("desk")).isEmpty();
        press(bench, 36);
        bench.pass(501);
        assertThat(bench.words("desk")).containsExactly("/desk/mute 1.000");
        letGo(bench, 36);
        assertThat(bench.words("desk")).containsExactly("/desk/mute 1.000", "/desk/mute 0.000");
    }

    @Test
    void aDoublePressActsOnTheSecond() {
        Bench bench = bench(button(
                new When(List.of(PAD), new Gesture(Gesture.Kind.DOUBLE, 0.4)),
                new Actions(List.of(new Reset(CUTOFF)))));
        bench.tell("cutoff", 500, "");
        tap(bench);
        bench.pass(600);
        tap(bench);
        assertThat(bench.words("desk")).isEmpty();
        tap(bench);
        assertThat(bench.words("desk")).containsExactly("/desk/cutoff 8000.000");
    }

    @Test
    void aRunOfControlsChoosesAndPressedAgainStops() {
        Ref.ToControl second = new Ref.ToControl("box", "p2", "gate");
        Bench bench = bench(button(
                new When(List.of(PAD, second)),
                new Actions(List.of(new Choose(CUTOFF, List.of(500.0, 4000.0), 200.0)))));
        press(bench, 37);
        letGo(bench, 37);
        press(bench, 36);
        letGo(bench, 36);
        press(bench, 36);
        letGo(bench, 36);
        press(bench, 36);
        assertThat(bench.words("desk"))
                .containsExactly(
                        "/desk/cutoff 4000.000",
                        "/desk/cutoff 500.000",
                        "/desk/cutoff 200.000",
                        "/desk/cutoff 500.000");
    }

    @Test
    void severalThingsAreDoneInOrderWithWaits() {
        Bench bench = bench(button(
                new SetTo(MUTE, new Value.Fixed(1)),
                new Wait(0.25),
                new SetTo(CUTOFF, new Value.Same(CUTOFF)),
                new SetTo(VOLUME, new Value.Fixed(-20)),
                new Wait(0.25),
                new Send("desk", OscMessage.of("/desk/go"))));
        tap(bench);
        assertThat(bench.words("desk")).containsExactly("/desk/mute 1.000");
        bench.pass(250);
        assertThat(bench.words("desk")).hasSize(2);
        bench.pass(250);
        assertThat(bench.words("desk")).containsExactly("/desk/mute 1.000", "/desk/volume -20.000", "/desk/go ");
    }

    @Test
    void panicForgetsWhatWaits() {
        Bench bench = bench(button(new Wait(0.25), new SetTo(MUTE, new Value.Fixed(1))));
        press(bench, 36);
        bench.engine.handle(new Event.Panic(bench.nanos));
        bench.pass(500);
        assertThat(bench.words("desk")).containsExactly("/desk/stop ");
    }

    @Test
    void everyNoteThatIsSentIsLetGoOnce() {
        Mapping note = button(new Send("box", new MidiMessage.NoteOn(2, 60, 90)));
        Bench bench = bench(note);
        press(bench, 36);
        letGo(bench, 36);
        assertThat(notes(bench)).containsExactly("note on 60", "note off 60");
        press(bench, 36);
        bench.edit(Gear.rig());
        assertThat(notes(bench)).hasSize(4).endsWith("note off 60");
        letGo(bench, 36);
        assertThat(notes(bench)).hasSize(4);
        bench.edit(Gear.rig(note));
        press(bench, 36);
        bench.engine.handle(new Event.Panic(bench.nanos));
        letGo(bench, 36);
        bench.engine.letGo();
        assertThat(notes(bench)).hasSize(6);
    }

    private static List<String> notes(Bench bench) {
        return bench.sent.stream()
                .map(Bench.Sent::message)
                .flatMap(message -> message instanceof MidiMessage.NoteOn on
                        ? Stream.of("note on " + on.note())
                        : message instanceof MidiMessage.NoteOff off
                                ? Stream.of("note off " + off.note())
                                : Stream.of())
                .toList();
    }

    @Test
    void oneFaderInThreeStretchesDrivesThreeParameters() {
        Mapping zones = new Mapping(
                "m1",
                new When(List.of(new Ref.ToControl("box", "k1", "turn"))),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(
                        new SetParameter(VOLUME, new Shape(List.of(new Zone(0, 0.3, 0, 0.3, false)))),
                        new SetParameter(CUTOFF, new Shape(List.of(new Zone(0.35, 0.7, 0.3, 0.6, false)))),
                        new SetParameter(MUTE, new Shape(List.of(new Zone(0.9, 1, 0.8, 1, true)))))),
                new Show(List.of()));
        Bench bench = bench(zones);
        bench.knob(21, 19);
        assertThat(bench.words("desk")).hasSize(1).first().asString().startsWith("/desk/volume");
        bench.sent.clear();
        bench.knob(21, 60);
        assertThat(bench.words("desk")).hasSize(2).first().isEqualTo("/desk/volume 6.000");
        assertThat(bench.words("desk").get(1)).startsWith("/desk/cutoff");
        bench.sent.clear();
        bench.knob(21, 120);
        assertThat(bench.words("desk")).containsExactly("/desk/cutoff 8000.000", "/desk/mute 1.000");
        bench.pass(100);
        bench.tell("mute", 1, "on");
        bench.sent.clear();
        bench.knob(21, 105);
        assertThat(bench.words("desk"))
                .as("on the way down it stays on till 80 %")
                .isEmpty();
        bench.knob(21, 100);
        assertThat(bench.words("desk")).containsExactly("/desk/mute 0.000");
    }

    @Test
    void smoothingGoesOnAfterTheHandHasStopped() {
        Bench bench = bench(Gear.mapping("m1", "k1", "turn", "volume", new Shape(List.of(new Smooth(0.05)))));
        bench.knob(21, 0);
        bench.knob(21, 127);
        bench.pass(1000);
        assertThat(bench.words("desk").size()).isBetween(10, 120);
        assertThat(bench.words("desk")).contains("/desk/volume 6.000");
        bench.pass(2000); // by then both sides were compared, too
        assertThat(bench.engine.nextDue()).as("nothing ticks on").isGreaterThan(bench.nanos + 1_000_000_000L);
    }

    @Test
    void aFormulaThatFailsStopsOnlyItsMappingAndIsToldOnce() {
        Bench bench = bench(
                Gear.mapping("m1", "k1", "turn", "volume", new Shape(List.of(new Formula("1 / (x - x)")))),
                Gear.mapping("m2", "k1", "turn", "cutoff"),
                Gear.mapping("m3", "k1", "turn", "mute", new Shape(List.of(new Formula("y + 1")))));
        Trace first = bench.knob(21, 64);
        assertThat(first.all(Considered.class).stream()
                        .filter(s -> s.verdict() == Considered.Verdict.FAULTY)
                        .map(Considered::why))
                .anySatisfy(why -> assertThat(why).contains("divided by nothing"))
                .anySatisfy(why -> assertThat(why).contains("nothing is called “y”"));
        List<Considered> again = bench.knob(21, 65).all(Considered.class);
        assertThat(again).extracting(Considered::mapping).containsExactly("m1", "m2", "m3");
        assertThat(again).noneMatch(step -> step.verdict() == Considered.Verdict.FAULTY);
        assertThat(bench.words("desk")).hasSize(2);
    }

    @Test
    void sensitivityAccelerationAndRoundAtTheEnds() {
        Shape around = new Shape(List.of(new Accumulate(10, 1, true, null, 0.1)));
        Bench bench = bench(Gear.mapping("m1", "k2", "turn", "volume", around));
        bench.tell("volume", 6, "");
        bench.knob(22, 69);
        assertThat(bench.last().first(ParameterSet.class).position()).isCloseTo(50 / 127.0, within(0.01));
        Shape quick = new Shape(List.of(new Accumulate(1, 4, false, null, 0.1)));
        bench = bench(Gear.mapping("m1", "k2", "turn", "cutoff", quick));
        bench.tell("cutoff", 200, "");
        bench.knob(22, 65);
        bench.pass(500);
        bench.knob(22, 65);
        double slow = bench.last().first(ParameterSet.class).position();
        assertThat(slow).isCloseTo(2 / 127.0, within(1e-6));
        bench.pass(10);
        bench.knob(22, 65);
        assertThat(bench.last().first(ParameterSet.class).position() - slow).isCloseTo(4 / 127.0, within(1e-6));
    }

    @Test
    void pickUpWaitsUntilTheControlComesPast() {
        Bench bench = bench(Gear.mapping("m1", "k1", "turn", "volume").with(Takeover.PICK_UP));
        bench.tell("volume", -6, "");
        bench.knob(21, 10);
        assertThat(bench.last().first(Considered.class).why()).contains("waits to be picked up at −6.0 dB: move it up");
        bench.knob(21, 40);
        assertThat(bench.words("desk")).isEmpty();
        bench.knob(21, 127);
        assertThat(bench.words("desk")).containsExactly("/desk/volume 6.000");
        bench.pass(100);
        bench.tell("volume", -30, "");
        bench.sent.clear();
        bench.knob(21, 120);
        assertThat(bench.words("desk")).as("armed anew by itself").isEmpty();
    }

    @Property(tries = 300)
    void pickUpNeverJumps(@ForAll int seed) {
        Random random = new Random(seed);
        Mapping mapping = Gear.mapping("m1", "k1", "turn", "volume").with(Takeover.PICK_UP);
        Bench bench = bench(random.nextBoolean() ? mapping : mapping.with(Shape.WHOLE.invert()));
        bench.tell("volume", -20 + random.nextInt(20), "");
        double stands = bench.last().first(ParameterTold.class).position();
        int hardware = random.nextInt(128);
        int before = hardware;
        for (int i = 0; i < 60; i++) {
            if (random.nextInt(10) == 0) {
                bench.pass(100);
                bench.tell("volume", -40 + random.nextInt(46), "");
                stands = bench.last().first(ParameterTold.class).position();
            }
            before = hardware;
            hardware = Math.max(0, Math.min(127, hardware + random.nextInt(13) - 6));
            ParameterSet set = bench.knob(21, hardware).first(ParameterSet.class);
            if (set != null) {
                double moved = Math.abs(hardware - before) / 127.0;
                assertThat(Math.abs(set.position() - stands)).isLessThanOrEqualTo(moved + Takeovers.MET + 1e-6);
                stands = set.position();
            }
        }
    }

    @Property(tries = 300)
    void convergingNeverJumpsAndMeetsAtTheEnd(@ForAll int seed) {
        Random random = new Random(seed);
        Bench bench = bench(Gear.mapping("m1", "k1", "turn", "volume").with(Takeover.CONVERGE));
        bench.tell("volume", -30 + random.nextInt(30), "");
        double stands = bench.last().first(ParameterTold.class).position();
        int hardware = random.nextInt(100);
        ParameterSet first = bench.knob(21, hardware).first(ParameterSet.class);
        stands = first == null ? stands : first.position();
        for (int next = hardware + 1; next <= 127; next++) {
            ParameterSet set = bench.knob(21, next).first(ParameterSet.class);
            if (set != null) {
                assertThat(set.position()).isGreaterThanOrEqualTo(stands - 1e-6);
                assertThat(set.position() - stands).isLessThan(0.9);
                stands = set.position();
            }
        }
        assertThat(stands).isCloseTo(1, within(1e-6));
    }

    @Test
    void aPageOfParametersLiesUnderARowOfControlsAndAnotherIsTurnedTo() {
        Device desk = Gear.desk();
        List<ParameterPage> pages = List.of(
                new ParameterPage(
                        "a",
                        "Tone",
                        null,
                        List.of(new ParameterPage.Entry("cutoff", "Cut"), new ParameterPage.Entry("gone", ""))),
                new ParameterPage("b", "Level", null, List.of(new ParameterPage.Entry("volume", ""))));
        Mapping row = new Mapping(
                "m1",
                new When(List.of(new Ref.ToControl("box", "k1", "turn"), new Ref.ToControl("box", "k2", "turn"))),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(new SetOfPage("desk"))),
                new Show(List.of()));
        Mapping next = button(new OpenPage("desk", "", 1, "")).as("m2");
        Bench bench = new Bench(Rig.of(List.of(
                new Part.OfDevice(Gear.box()),
                new Part.OfDevice(
                        desk.with(desk.profile().with(desk.profile().choices().withParameterPages(pages)))),
                new Part.OfMapping(row),
                new Part.OfMapping(next))));
        bench.knob(21, 0);
        bench.knob(22, 65);
        bench.pass(50);
        assertThat(bench.words("desk")).containsExactly("/desk/cutoff 200.000");
        assertThat(bench.traces.stream().flatMap(t -> t.all(LightShown.class).stream()))
                .anySatisfy(shown -> assertThat(shown.text()).isEqualTo("Cut 200 Hz"));
        tap(bench);
        assertThat(bench.traces.stream().flatMap(t -> t.all(PageOpened.class).stream()))
                .containsExactly(new PageOpened(Selector.Owner.parameters("desk"), 2));
        bench.sent.clear();
        bench.knob(21, 127);
        assertThat(bench.words("desk")).containsExactly("/desk/volume 6.000");
        tap(bench);
        bench.knob(21, 64);
        assertThat(bench.words("desk")).last().isEqualTo("/desk/cutoff 1264.911");
    }

    @Test
    void aLampIsLitWhileTheParameterStandsWhereItsButtonPutIt() {
        Mapping radio = Gear.answering(button(new SetTo(CUTOFF, new Value.Fixed(1000))), "p1.led", Show.Rule.ON_OFF);
        Rig rig = Gear.rig(radio);
        Bench bench = new Bench(rig);
        press(bench, 36);
        bench.pass(50);
        assertThat(bench.words("box")).last().asString().contains("36");
        bench.sent.clear();
        bench.tell("cutoff", 5000, "");
        bench.pass(100);
        assertThat(bench.words("box")).as("dark again").hasSize(1);
    }
}
