package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import orchard.action.Send;
import orchard.action.Wait;
import orchard.condition.Always;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.outcome.AtLastTempo;
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
        Settings settings =
                new Settings(4, List.of(), List.of(), List.of(), Takeover.JUMP, Settings.Reconcile.THEIRS, tempo);
        Rig rig = WorldRig.empty()
                .apply(Edit.add("tempo", new Part.OfSettings(settings)))
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
