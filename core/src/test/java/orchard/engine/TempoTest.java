package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import orchard.action.Send;
import orchard.action.Wait;
import orchard.condition.Always;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.outcome.AtLastTempo;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Settings;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import orchard.trigger.TimePasses;
import org.junit.jupiter.api.Test;

/** Beats follow one parameter of the rig. */
class TempoTest {

    private Bench bench;

    @Test
    void aWaitOfBeatsLastsAsLongAsTheTempoSays() {
        open(WorldRig.parameter("tempo"), press(new Wait(0, 2, Wait.Again.BESIDE)));
        bench.tell("tempo", 60, "");
        assertThat(afterPress(2_100)).isBetween(2_000L, 2_050L);
        bench.tell("tempo", 240, "");
        assertThat(afterPress(2_000)).isBetween(500L, 550L);
    }

    @Test
    void whileItsSourceIsLostItGoesOnAtTheLastTempoAndSaysSo() {
        open(WorldRig.parameter("tempo"), press(new Wait(0, 1, Wait.Again.BESIDE)));
        bench.tell("tempo", 60, "");
        afterPress(2_000);
        assertThat(last()).isEmpty();
        bench.gone("desk");
        assertThat(afterPress(2_000)).isBetween(1_000L, 1_050L);
        assertThat(last()).containsExactly(new AtLastTempo(60, true));
    }

    /** A clock tells its tempo by its ticks, however they tremble; one that has stopped is lost like a device that is gone. */
    @Test
    void aMidiClockTellsTheTempo() {
        Rig rig = WorldRig.empty();
        Device box = rig.device("box").orElseThrow();
        List<Parameter> clock = List.of(new Parameter(
                "clock", "", "Clock", new Range(20, 300, "BPM"), new Law.Linear(), 120, new Binding.Clock(), false));
        Device ticking = box.with(box.profile().withParameters(clock));
        Ref.ToParameter tempo = new Ref.ToParameter("box", "clock");
        open(
                rig.apply(Edit.change("clock", new Part.OfDevice(box), new Part.OfDevice(ticking))),
                tempo,
                press(new Wait(0, 1, Wait.Again.BESIDE)));
        tick(90, 48);
        assertThat(bench.engine.plan().rig().parameter(tempo).orElseThrow().real(bench.engine.position(tempo)))
                .isCloseTo(90, within(1.0));
        assertThat(afterPress(1_000)).isBetween(650L, 750L);
        tick(140, 48);
        assertThat(afterPress(1_000)).isBetween(400L, 500L);
        bench.pass(600);
        assertThat(afterPress(1_000)).as("it stopped").isBetween(400L, 500L);
        assertThat(last()).hasSize(1);
    }

    /** So many ticks, each of which may come up to a millisecond late. */
    private void tick(double bpm, int count) {
        Random random = new Random(7);
        double due = bench.nanos;
        for (int i = 0; i < count; i++) {
            due += 60e9 / 24 / bpm;
            bench.nanos = (long) due + random.nextInt(1_000_000);
            bench.arrive("box", new MidiMessage.SystemMessage(MidiMessage.SystemMessage.CLOCK, 0, 0));
        }
    }

    @Test
    void withoutATempoBeatsGoAtAHundredAndTwenty() {
        open(null, press(new Wait(0, 1, Wait.Again.BESIDE)));
        assertThat(afterPress(2_000)).isBetween(500L, 550L);
        assertThat(last()).containsExactly(new AtLastTempo(120, false));
    }

    @Test
    void everyFourBeatsFollowsTheTempoToo() {
        open(WorldRig.parameter("tempo"), of(new When(List.of(), null, List.of(new TimePasses(0, 4)))));
        bench.tell("tempo", 240, "");
        bench.pass(1_000);
        bench.sent.clear();
        bench.pass(4_000);
        assertThat(notes()).isBetween(3, 5);
    }

    @Test
    void aTempoThatNoBeatCanFollowStopsNobody() {
        Mapping often = of(new When(List.of(), null, List.of(new TimePasses(0, 1.0 / 64))));
        open(WorldRig.parameter("t1.level"), often); // 0 to 10, taken for beats a minute
        for (double real : new double[] {0, 1e-9, 10, 0}) {
            bench.tell("t1.level", (float) real, "");
            bench.sent.clear();
            bench.pass(2_000);
            assertThat(notes()).isLessThanOrEqualTo(41);
        }
        open(WorldRig.parameter("tempo"), often);
        bench.tell("tempo", 300, "");
        bench.sent.clear();
        bench.pass(2_000);
        assertThat(notes()).as("20 times a second at most").isBetween(38, 41);
    }

    @Test
    void aSpanOfNothingIsRefused() {
        assertThatThrownBy(() -> new Wait(0, -1, null)).isInstanceOf(Mistake.class);
        assertThatThrownBy(() -> new Wait(0, 5_000, null)).isInstanceOf(Mistake.class);
        assertThatThrownBy(() -> new TimePasses(0, 0)).isInstanceOf(Mistake.class);
    }

    private static Mapping press(Wait wait) {
        return new Mapping(
                "m1",
                new When(List.of(WorldRig.control("pad2", "gate"))),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(wait, note())),
                new Show(List.of()));
    }

    private static Mapping of(When when) {
        return new Mapping("m1", when, new Always(), Shape.WHOLE, new Actions(List.of(note())), new Show(List.of()));
    }

    private static Send note() {
        return new Send("synth", new MidiMessage.NoteOn(1, 60, 90));
    }

    private void open(Ref.ToParameter tempo, Mapping mapping) {
        open(WorldRig.empty(), tempo, mapping);
    }

    private void open(Rig gear, Ref.ToParameter tempo, Mapping mapping) {
        Settings settings = Settings.STANDARD.withTempo(tempo);
        Rig rig = gear.apply(Edit.change("tempo", gear.part(Settings.ID).orElseThrow(), new Part.OfSettings(settings)))
                .apply(Edit.add("add", new Part.OfMapping(mapping)));
        bench = new Bench(rig);
        bench.present("synth");
        bench.sent.clear();
    }

    /** How many milliseconds after a press the note is sent. */
    private long afterPress(long most) {
        bench.sent.clear();
        bench.traces.clear();
        bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + 2, 100));
        bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + 2, 0));
        for (long passed = 0; passed <= most; passed += 50) {
            if (notes() > 0) {
                return passed;
            }
            bench.pass(50);
        }
        return Long.MAX_VALUE;
    }

    private List<AtLastTempo> last() {
        return bench.traces.stream()
                .flatMap(trace -> trace.all(AtLastTempo.class).stream())
                .distinct()
                .toList();
    }

    private int notes() {
        return (int) bench.sent.stream()
                .filter(sent -> sent.message() instanceof MidiMessage.NoteOn)
                .count();
    }
}
