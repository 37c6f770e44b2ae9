package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import orchard.action.Action;
import orchard.action.Send;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.Toggle;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.condition.Always;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Actions;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.outcome.CascadeCut;
import orchard.outcome.ParameterSet;
import orchard.parameter.Marks;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import orchard.trigger.DeviceComes;
import orchard.trigger.FocusMoves;
import orchard.trigger.LayerTurns;
import orchard.trigger.Loaded;
import orchard.trigger.SongTurns;
import orchard.trigger.TimePasses;
import orchard.trigger.Trigger;
import orchard.trigger.ValueMoves;
import orchard.trigger.ValueMoves.Way;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What sets mappings off when no hand does. */
class TriggersTest {

    private final List<Mapping> mappings = new ArrayList<>();
    private Bench bench;

    /** Blend goes through these values; the note is sent so often. */
    @ParameterizedTest
    @CsvSource({
        "CHANGES, 10 10 20, 1",
        "RISES, 10 60 70 40 60, 2",
        "FALLS, 60 40 30 60 40, 2",
        "REACHES, 10 50 50 60 50, 2",
        "LEAVES, 50 60 50 40, 2",
        "RISES, 60 70, 0",
    })
    void aValueThatMovesSetsOffWhatIsMeant(Way way, String values, int times) {
        when(new ValueMoves(WorldRig.parameter("blend"), way, 50), note(60));
        open();
        for (String value : values.split(" ")) {
            bench.tell("blend", Float.parseFloat(value), "");
        }
        assertThat(begun()).hasSize(times);
    }

    @Test
    void itMovesFromWhicheverSide() {
        when(new ValueMoves(WorldRig.parameter("mute"), Way.REACHES, 1), note(60));
        pad("pad2", new Toggle(WorldRig.parameter("mute"), 0, 1));
        open();
        bench.tell("mute", 0, "");
        hit(2);
        assertThat(begun()).containsExactly(60);
        letGo(2);
        hit(2);
        bench.tell("mute", 1, "");
        bench.pass(100);
        assertThat(begun())
                .as("told while Orchard was sending, and taken when it stands")
                .containsExactly(60, 60);
    }

    @Test
    void layersFociDevicesAndSongsSetOff() {
        when(new LayerTurns("storm", true), note(60));
        when(new LayerTurns("storm", false), note(61));
        when(new FocusMoves("deck"), note(62));
        when(new DeviceComes("desk", false), note(63));
        when(new SongTurns("song2", true), note(64));
        when(new SongTurns("song2", false), note(65));
        open();
        bench.engine.handle(new Event.Layered(bench.nanos, "storm", true));
        bench.engine.handle(new Event.Layered(bench.nanos, "storm", true));
        bench.engine.handle(new Event.Layered(bench.nanos, "storm", false));
        bench.engine.handle(new Event.Focused(bench.nanos, "deck", "t2", 0, false));
        bench.gone("desk");
        bench.engine.handle(new Event.SongReached(bench.nanos, "song2"));
        bench.engine.handle(new Event.SongReached(bench.nanos, "song1"));
        assertThat(begun()).containsExactly(60, 61, 62, 63, 64, 65);
    }

    @Test
    void whatStandsAgainAfterARestartSetsNothingOff() {
        when(new LayerTurns("storm", true), note(60));
        when(new FocusMoves("deck"), note(61));
        when(new SongTurns("song2", true), note(62));
        when(new SongTurns("song1", false), note(63));
        open(
                true,
                new Event.Resumed(
                        1,
                        List.of(
                                new Event.Focused(1, "deck", "t2", 0, true),
                                new Event.SongReached(1, "song2"),
                                new Event.Layered(1, "storm", true))));
        assertThat(begun()).isEmpty();
        bench.engine.handle(new Event.Layered(bench.nanos, "storm", false));
        bench.engine.handle(new Event.Layered(bench.nanos, "storm", true));
        bench.engine.handle(new Event.SongReached(bench.nanos, "song1"));
        bench.engine.handle(new Event.SongReached(bench.nanos, "song2"));
        assertThat(begun()).as("it stood there").containsExactly(60, 62, 63);
    }

    @Test
    void theBeginningSetsOffOnceAndAnEditDoesNot() {
        when(new Loaded(), new SetTo(WorldRig.parameter("blend"), new Value.Fixed(40)));
        open(false);
        assertThat(bench.traces.stream().flatMap(trace -> trace.all(ParameterSet.class).stream()))
                .isEmpty(); // the desk was not there yet
        Rig rig = bench.engine.plan().rig();
        bench.edit(rig.apply(Edit.remove("less", rig.part("night").orElseThrow())));
        assertThat(bench.words("desk")).noneMatch(words -> words.contains("blend"));
    }

    @Test
    void timePassesOverAndOverAndASleepIsNotCaughtUp() {
        when(new TimePasses(0.5), note(60));
        open();
        bench.pass(1_700);
        assertThat(begun()).hasSize(3);
        bench.nanos += 3_600_000_000_000L;
        bench.engine.handle(new Event.Passed(bench.nanos));
        assertThat(begun().size()).isBetween(4, 7_300);
        assertThatThrownBy(() -> new TimePasses(0)).isInstanceOf(Mistake.class);
    }

    /** One parameter follows another through a trigger, over its whole way. */
    @Test
    void aParameterFollowsAnother() {
        when(
                new ValueMoves(WorldRig.parameter("blend"), Way.CHANGES, 0),
                new SetParameter(WorldRig.parameter("volume"), Shape.WHOLE));
        open();
        bench.tell("blend", 0, "");
        bench.tell("blend", 100, "");
        assertThat(bench.words("desk")).last().asString().startsWith("/desk/volume 6");
    }

    /** What a rule sets off sets off others in the same turn; what comes round is cut there, and named. */
    @Test
    void aCascadeRunsInOneTurnAndOneThatGoesRoundIsCut() {
        when(
                new ValueMoves(WorldRig.parameter("mode"), Way.CHANGES, 0),
                new SetTo(WorldRig.parameter("blend"), new Value.Same(WorldRig.parameter("mode"))));
        when(new ValueMoves(WorldRig.parameter("blend"), Way.CHANGES, 0), new Toggle(WorldRig.parameter("mute"), 0, 1));
        when(
                new ValueMoves(WorldRig.parameter("mute"), Way.CHANGES, 0),
                new SetTo(WorldRig.parameter("mode"), new Value.Fixed(3)));
        open();
        bench.tell("blend", 0, "");
        bench.tell("mute", 0, "");
        bench.tell("mode", 1, "");
        bench.pass(100);
        bench.traces.clear();
        bench.tell("mode", 2, "");
        Trace trace = bench.last();
        assertThat(trace.all(ParameterSet.class))
                .extracting(set -> set.parameter().parameter())
                .containsExactly("blend", "mute", "mode");
        assertThat(trace.first(CascadeCut.class).cut()).containsExactly("m1");
        assertThat(Explain.lines(trace, bench.engine.plan().rig()))
                .anyMatch(line -> line.text().contains("was cut there: 3 mappings acted"));
    }

    /** What waits because of a trigger is forgotten with its mapping, and by panic; nothing holds a note. */
    @Test
    void notesThatATriggerBeganEndByThemselves() {
        when(new LayerTurns("storm", true), note(60), new Wait(0.3), note(61));
        open();
        bench.engine.handle(new Event.Layered(bench.nanos, "storm", true));
        bench.pass(250);
        assertThat(ended()).containsExactly(60);
        bench.pass(400);
        assertThat(ended()).containsExactly(60, 61);
        bench.engine.handle(new Event.Layered(bench.nanos, "storm", false));
        bench.engine.handle(new Event.Layered(bench.nanos, "storm", true));
        Rig rig = bench.engine.plan().rig();
        bench.edit(rig.apply(Edit.remove("less", rig.part("m1").orElseThrow())));
        bench.pass(1_000);
        assertThat(begun()).containsExactly(60, 61, 60);
        assertThat(ended()).containsExactly(60, 61, 60);
    }

    @Test
    void aMappingInALayerIsSetOffOnlyWhileThatIsOn() {
        when(new ValueMoves(WorldRig.parameter("mode"), Way.CHANGES, 0), note(60));
        mappings.set(0, mappings.get(0).in(List.of("clear")));
        open();
        bench.tell("mode", 1, "");
        bench.tell("mode", 2, "");
        bench.engine.handle(new Event.Layered(bench.nanos, "clear", true));
        bench.tell("mode", 3, "");
        assertThat(begun()).containsExactly(60);
    }

    @Test
    void itReadsAsOneSentence() {
        when(new ValueMoves(WorldRig.parameter("blend"), Way.RISES, 50), note(60));
        mappings.add(mapping(
                List.of(WorldRig.control("pad2", "gate")),
                List.of(new LayerTurns("storm", true), new TimePasses(2)),
                note(61)));
        open();
        Rig rig = bench.engine.plan().rig();
        assertThat(Sentence.of(mappings.get(0), rig).text())
                .startsWith("When Surf › blend rises above 50, send note 60");
        assertThat(Sentence.of(mappings.get(1), rig).text())
                .startsWith("When Pad 2 of Box is hit or layer Layer storm comes or 2 s have passed, send");
    }

    private List<Integer> begun() {
        return bench.sent.stream()
                .filter(sent -> sent.message() instanceof MidiMessage.NoteOn
                        && sent.device().equals("synth"))
                .map(sent -> ((MidiMessage.NoteOn) sent.message()).note())
                .toList();
    }

    private List<Integer> ended() {
        return bench.sent.stream()
                .filter(sent -> sent.message() instanceof MidiMessage.NoteOff)
                .map(sent -> ((MidiMessage.NoteOff) sent.message()).note())
                .toList();
    }

    private void hit(int pad) {
        bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + pad, 100));
    }

    private void letGo(int pad) {
        bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + pad, 0));
    }

    private static Action note(int number) {
        return new Send("synth", new MidiMessage.NoteOn(1, number, 90));
    }

    private void when(Trigger trigger, Action... actions) {
        mappings.add(mapping(List.of(), List.of(trigger), actions));
    }

    private void pad(String pad, Action action) {
        mappings.add(mapping(List.of(WorldRig.control(pad, "gate")), List.of(), action));
    }

    private Mapping mapping(List<Ref.ToControl> controls, List<Trigger> also, Action... actions) {
        return new Mapping(
                "m" + (mappings.size() + 1),
                new When(controls, Gesture.MOVE, also),
                List.of(),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(actions)),
                new Show(List.of()),
                Takeover.JUMP,
                Marks.NONE);
    }

    private void open() {
        open(true);
    }

    private void open(boolean forget, Event... before) {
        Rig rig = WorldRig.empty();
        for (Mapping mapping : mappings) {
            rig = rig.apply(Edit.add("add", new Part.OfMapping(mapping)));
        }
        bench = new Bench(rig, before);
        bench.present("synth");
        if (forget) {
            bench.sent.clear();
        }
    }
}
