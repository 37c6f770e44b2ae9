package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import orchard.action.Action;
import orchard.action.Hold;
import orchard.action.Send;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.SwitchLayer;
import orchard.action.Value;
import orchard.condition.All;
import orchard.condition.Always;
import orchard.condition.Any;
import orchard.condition.Compared;
import orchard.condition.Compared.Is;
import orchard.condition.Condition;
import orchard.condition.DevicePresent;
import orchard.condition.Known;
import orchard.condition.LayerOn;
import orchard.condition.Not;
import orchard.condition.SongIs;
import orchard.condition.Struck;
import orchard.gear.Takeover;
import orchard.mapping.Actions;
import orchard.mapping.Branch;
import orchard.mapping.Cases;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.outcome.CaseTaken;
import orchard.outcome.Considered;
import orchard.outcome.ParameterSet;
import orchard.parameter.Marks;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** A mapping that does one thing in one case and another in another. */
class CasesTest {

    private final List<Mapping> mappings = new ArrayList<>();
    private Bench bench;

    @Test
    void theFirstCaseThatHoldsActsAndNoOther() {
        pad("pad2", false, branch(at("mode", 1), note(61)), branch(at("mode", 2), note(62)), branch(note(60)));
        open();
        bench.tell("mode", 2, "");
        hit(2);
        assertThat(bench.last().first(CaseTaken.class).cases()).containsExactly(1);
        letGo(2);
        bench.tell("mode", 3, "");
        hit(2);
        letGo(2);
        bench.tell("mode", 1, "");
        hit(2);
        letGo(2);
        assertThat(begun()).containsExactly(62, 60, 61);
    }

    @Test
    void everyCaseThatHoldsActsWhereThatIsAsked() {
        pad(
                "pad2",
                true,
                branch(at("mode", 1), note(61)),
                branch(new Struck(Is.ABOVE, 100, 0), note(62)),
                branch(note(60)));
        open();
        bench.tell("mode", 1, "");
        hit(2);
        letGo(2);
        bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + 2, 127));
        letGo(2);
        assertThat(begun()).containsExactly(61, 60, 61, 62, 60);
        assertThat(ended()).containsExactly(61, 60, 61, 62, 60);
    }

    /** What the first case does must not make the second one hold in the same press. */
    @Test
    void aSwitchOfTwoCasesSwitchesOnce() {
        pad(
                "pad2",
                false,
                branch(at("mute", 0), new SetTo(WorldRig.parameter("mute"), new Value.Fixed(1))),
                branch(at("mute", 1), new SetTo(WorldRig.parameter("mute"), new Value.Fixed(0))));
        open();
        bench.tell("mute", 0, "");
        hit(2);
        assertThat(bench.last().all(ParameterSet.class)).hasSize(1);
        assertThat(bench.last().first(ParameterSet.class).position()).isEqualTo(1);
        letGo(2);
        hit(2);
        assertThat(bench.last().first(ParameterSet.class).position()).isZero();
    }

    /** The case that took the press gets its release, whatever holds by then. */
    @Test
    void aReleaseGoesToTheCaseThatTookThePress() {
        pad("pad2", false, branch(at("mode", 1), hold("blend", 80)), branch(note(60)));
        open();
        bench.tell("blend", 10, "");
        bench.tell("mode", 1, "");
        hit(2);
        bench.tell("mode", 2, "");
        letGo(2);
        bench.pass(100);
        assertThat(bench.words("synth")).isEmpty();
        assertThat(bench.words("desk")).contains("/desk/blend 80.000", "/desk/blend 10.000");
    }

    /** A fader that counts as pressed in one case is let go in it, when the case is over long since. */
    @Test
    void aFaderIsLetGoInTheCaseInWhichItWasPressed() {
        mappings.add(
                mapping("fader", "position", false, branch(at("mode", 1), note(61)), branch(at("mode", 2), note(62))));
        open();
        bench.tell("mode", 1, "");
        fader(100);
        bench.tell("mode", 3, "");
        fader(90);
        fader(10);
        bench.tell("mode", 2, "");
        fader(100);
        fader(10);
        assertThat(begun()).containsExactly(61, 62);
        assertThat(ended()).containsExactly(61, 62);
    }

    /** A fader that moves another parameter in another case takes over anew when it comes back. */
    @Test
    void aFaderThatChangesCasesDoesNotJump() {
        mappings.add(mapping(
                "fader",
                "position",
                false,
                branch(at("mode", 1), new SetParameter(WorldRig.parameter("blend"), Shape.WHOLE)),
                branch(new SetParameter(WorldRig.parameter("volume"), Shape.WHOLE))));
        open();
        bench.tell("volume", 6, "");
        bench.tell("mode", 0, "");
        fader(127);
        fader(126);
        bench.tell("mode", 1, "");
        fader(60);
        fader(5);
        bench.tell("mode", 0, "");
        fader(6);
        assertThat(bench.last().first(ParameterSet.class)).isNull();
    }

    @Test
    void whatHoldsBackSaysWhatItWaitsFor() {
        pad("pad2", false, branch(at("mode", 1), note(61)));
        pad("pad3", false, branch(at("mode", 1), note(61)), branch(new LayerOn("storm"), note(62)));
        open();
        bench.tell("mode", 0, "");
        hit(2);
        assertThat(whys()).containsExactly("was heard, but it acts only while Surf › mode is at b");
        hit(3);
        assertThat(whys()).containsExactly("was heard, but none of its cases holds");
        assertThat(Explain.lines(bench.last(), bench.engine.plan().rig()))
                .extracting(line -> line.text())
                .contains(
                        "It does not hold that Surf › mode is at b.", "It does not hold that layer Layer storm is on.");
    }

    @Test
    void everySortOfConditionIsAsked() {
        pad("pad2", false, branch(new LayerOn("storm"), note(60)));
        pad("pad3", false, branch(new Known(WorldRig.parameter("cutoff")), note(61)));
        pad("pad4", false, branch(new All(List.of(new SongIs("song2"), new DevicePresent("synth"))), note(62)));
        pad(
                "pad5",
                false,
                branch(
                        new Any(List.of(
                                new Compared(WorldRig.parameter("blend"), Is.BETWEEN, 20, 30),
                                new Not(new Struck(Is.BELOW, 90, 0)))),
                        note(63)));
        open();
        for (int pad = 2; pad < 6; pad++) {
            bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + pad, 50));
            letGo(pad);
        }
        assertThat(begun()).isEmpty();
        bench.engine.handle(new Event.Layered(bench.nanos, "storm", true));
        bench.engine.handle(new Event.SongReached(bench.nanos, "song2"));
        bench.tell("cutoff", 300, "");
        bench.tell("blend", 25, "");
        for (int pad = 2; pad < 6; pad++) {
            bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + pad, 50));
            letGo(pad);
        }
        bench.tell("blend", 31, "");
        bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + 5, 100));
        letGo(5);
        assertThat(begun()).containsExactly(60, 61, 62, 63, 63);
    }

    /** A layer of which a condition speaks may go and come back: the condition asks the one that is there. */
    @Test
    void aConditionAsksTheLayerThatIsThereNow() {
        pad("pad2", false, branch(new LayerOn("storm"), note(60)), branch(note(61)));
        open();
        Rig rig = bench.engine.plan().rig();
        bench.edit(rig.apply(Edit.remove("delete", rig.part("storm").orElseThrow())));
        bench.edit(rig);
        bench.engine.handle(new Event.Layered(bench.nanos, "storm", true));
        hit(2);
        letGo(2);
        assertThat(begun()).containsExactly(60);
    }

    /** A press that held a layer in one case lets it go although the case is over. */
    @Test
    void aShiftThatWasHeldInOneCaseIsLetGo() {
        pad("pad2", false, branch(at("mode", 1), new SwitchLayer("storm", SwitchLayer.Way.HELD)), branch(note(60)));
        open();
        bench.tell("mode", 1, "");
        hit(2);
        bench.tell("mode", 0, "");
        assertThat(bench.engine.layers()).containsExactly("storm");
        letGo(2);
        assertThat(bench.engine.layers()).isEmpty();
    }

    private List<String> whys() {
        return bench.last().all(Considered.class).stream().map(Considered::why).toList();
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

    private void fader(int value) {
        bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, value));
    }

    private static Action note(int number) {
        return new Send("synth", new MidiMessage.NoteOn(1, number, 90));
    }

    private static Action hold(String parameter, double real) {
        return new Hold(WorldRig.parameter(parameter), new Value.Fixed(real));
    }

    private static Condition at(String parameter, double real) {
        return new Compared(WorldRig.parameter(parameter), Is.AT, real, real);
    }

    private static Branch branch(Action action) {
        return branch(new Always(), action);
    }

    private static Branch branch(Condition during, Action action) {
        return new Branch(during, Shape.WHOLE, new Actions(List.of(action)));
    }

    private void pad(String pad, boolean every, Branch... branches) {
        mappings.add(mapping(pad, "gate", every, branches));
    }

    private Mapping mapping(String control, String dimension, boolean every, Branch... branches) {
        List<Branch> all = List.of(branches);
        return new Mapping(
                "m" + (mappings.size() + 1),
                new When(List.of(WorldRig.control(control, dimension))),
                List.of(),
                all.get(0).during(),
                all.get(0).shape(),
                all.get(0).actions(),
                new Show(List.of()),
                Takeover.PICK_UP,
                Marks.NONE,
                new Cases(every, all.subList(1, all.size())));
    }

    private void open() {
        Rig rig = WorldRig.empty();
        for (Mapping mapping : mappings) {
            rig = rig.apply(Edit.add("add", new Part.OfMapping(mapping)));
        }
        bench = new Bench(rig);
        bench.present("synth");
        bench.sent.clear();
    }
}
