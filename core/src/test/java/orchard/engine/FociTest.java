package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import orchard.action.Action;
import orchard.action.Hold;
import orchard.action.MoveFocus;
import orchard.action.PickPlace;
import orchard.action.PinFocus;
import orchard.action.SetParameter;
import orchard.action.Toggle;
import orchard.action.Value;
import orchard.condition.Always;
import orchard.condition.FocusAt;
import orchard.gear.Choices;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Focus.Ends;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Takeover;
import orchard.gear.Through;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Branch;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.outcome.Considered;
import orchard.outcome.FocusMoved;
import orchard.outcome.ParameterSet;
import orchard.outcome.Refused;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Pointers that addresses go through. */
class FociTest {

    private static final int TRACKS = 12;

    private final List<Mapping> mappings = new ArrayList<>();
    private final List<Focus> foci = new ArrayList<>();
    private Bench bench;

    @Test
    void aFaderSetsWhicheverTrackLiesUnderIt() {
        bank(4, Ends.STOP, null, "");
        fader(through("bank", 3, "level"), Takeover.JUMP);
        pad("pad2", new MoveFocus("bank", "", 1, true));
        open();
        fader(127);
        assertThat(set()).isEqualTo("t3.level");
        hit(2);
        fader(0);
        assertThat(set()).isEqualTo("t7.level");
        assertThat(Sentence.of(mappings.get(0), rig()).text())
                .isEqualTo("When Fader of Box moves, set 3rd track of Bank › level over its whole range.");
        assertThat(Sentence.of(mappings.get(1), rig()).text())
                .isEqualTo("When Pad 2 of Box is hit, move Bank on by 4.");
    }

    /** Where the bank starts after moves of one and of four; twelve tracks, four side by side. */
    @ParameterizedTest
    @CsvSource({
        "STOP, 1 1, t3 t4 t5 t6",
        "STOP, 4 4 4, t9 t10 t11 t12",
        "STOP, 4 4 1, t10 t11 t12 -",
        "STOP, 4 4 1 4, t10 t11 t12 -",
        "STOP, -1, t1 t2 t3 t4",
        "FILL, 4 4 1, t9 t10 t11 t12",
        "FILL, 4 1 4, t9 t10 t11 t12",
        "WRAP, -1, t12 t1 t2 t3",
        "WRAP, 4 4 4, t1 t2 t3 t4",
    })
    void itsEndsAreWhatTheyAreSaidToBe(Ends ends, String moves, String under) {
        bank(4, ends, null, "");
        for (int offset = 1; offset <= 4; offset++) {
            mappings.add(mapping("pad" + (offset + 1), "gate", new Toggle(through("bank", offset, "mute"), 0, 1)));
        }
        pad("pad0", new MoveFocus("bank", "", 1, false));
        open();
        for (String move : moves.split(" ")) {
            int by = Integer.parseInt(move);
            Rig rig = rig();
            Part before = rig.part("m5").orElseThrow();
            Mapping mover = mapping(
                            "pad0",
                            "gate",
                            new MoveFocus("bank", "", Math.abs(by) == 1 ? by : by / 4, Math.abs(by) > 1))
                    .as("m5");
            Part after = new Part.OfMapping(mover);
            if (!before.equals(after)) {
                bench.edit(rig.apply(Edit.change("by", before, after)));
            }
            hit(0);
            letGo(0);
        }
        List<String> found = new ArrayList<>();
        for (int offset = 1; offset <= 4; offset++) {
            hit(offset + 1);
            found.add(Optional.ofNullable(bench.last().first(ParameterSet.class))
                    .map(set -> set.parameter().parameter().replace(".mute", ""))
                    .orElse("-"));
            letGo(offset + 1);
        }
        assertThat(String.join(" ", found)).isEqualTo(under);
    }

    /** A fader that is caught by one track has to catch the next one, too. */
    @Test
    void aMoveOfTheFocusArmsTakeoverAnew() {
        bank(4, Ends.STOP, null, "");
        fader(through("bank", 1, "level"), Takeover.PICK_UP);
        pad("pad2", new MoveFocus("bank", "", 1, false));
        open();
        bench.tell("t1.level", 0, "");
        bench.tell("t2.level", 10, "");
        fader(0);
        fader(10);
        fader(60);
        assertThat(set()).isEqualTo("t1.level");
        hit(2);
        fader(61);
        assertThat(bench.last().first(ParameterSet.class)).isNull();
        assertThat(bench.last().first(Considered.class).why()).contains("waits to be picked up at 10");
    }

    /** What was held for one track goes back on that track, wherever the focus is by then. */
    @Test
    void whatIsHeldGoesBackWhereItWasHeld() {
        bank(4, Ends.STOP, null, "");
        pad("pad3", new Hold(through("bank", 1, "level"), new Value.Fixed(8)));
        pad("pad2", new MoveFocus("bank", "", 1, true));
        open();
        bench.tell("t1.level", 2, "");
        bench.sent.clear();
        hit(3);
        hit(2);
        letGo(3);
        assertThat(bench.words("desk")).containsExactly("/desk/t1.level 8.000", "/desk/t1.level 2.000");
    }

    @Test
    void lightsShowTheTrackThatLiesThere() {
        bank(4, Ends.STOP, null, "");
        mappings.add(mapping("pad3", "gate", new Toggle(through("bank", 1, "mute"), 0, 1))
                .with(new Show(List.of(new Show.Answer(new Ref.ToLight("box", "led3"), Show.Rule.ON_OFF)))));
        pad("pad2", new MoveFocus("bank", "", 1, false));
        open();
        bench.tell("t1.mute", 0, "");
        bench.tell("t2.mute", 1, "");
        bench.pass(50);
        bench.sent.clear();
        hit(2);
        bench.pass(50);
        assertThat(bench.words("box")).containsExactly("note 39 on, velocity 5, ch 1");
        bench.tell("t2.mute", 0, "");
        bench.pass(50);
        assertThat(bench.words("box")).hasSize(2).last().isEqualTo("note 39 on, velocity 0, ch 1");
    }

    /** Two fast presses move two steps; what the desk says late of the first one selects nothing twice. */
    @Test
    void twoFastPressesSelectTheSecondNext() {
        bank(1, Ends.STOP, new Focus.Selection("selected", true, true), "");
        fader(through("bank", 1, "level"), Takeover.JUMP);
        pad("pad2", new MoveFocus("bank", "", 1, false));
        open();
        bench.tell("selected", 1, "");
        hit(2);
        letGo(2);
        hit(2);
        letGo(2);
        bench.pass(5);
        bench.tell("selected", 2, "");
        fader(100);
        assertThat(set()).isEqualTo("t3.level");
        bench.tell("selected", 3, "");
        bench.pass(200);
        fader(101);
        assertThat(set()).isEqualTo("t3.level");
        assertThat(bench.words("desk").stream().filter(words -> words.contains("selected")))
                .containsExactly("/desk/selected 2.000", "/desk/selected 3.000");
    }

    @Test
    void itFollowsTheSelectionUnlessItIsPinned() {
        bank(1, Ends.STOP, new Focus.Selection("selected", true, false), "");
        fader(through("bank", 1, "level"), Takeover.JUMP);
        pad("pad2", new PinFocus("bank", PinFocus.Way.TURN));
        open();
        bench.tell("selected", 5, "");
        fader(100);
        assertThat(set()).isEqualTo("t5.level");
        hit(2);
        letGo(2);
        bench.tell("selected", 7, "");
        fader(90);
        assertThat(set()).isEqualTo("t5.level");
        hit(2);
        fader(80);
        assertThat(set()).as("let go, it goes where the desk is").isEqualTo("t7.level");
    }

    @Test
    void hiddenTracksArePassedOver() {
        bank(4, Ends.STOP, null, "hidden");
        fader(through("bank", 2, "level"), Takeover.JUMP);
        open();
        bench.tell("t2.hidden", 1, "");
        fader(100);
        assertThat(set()).isEqualTo("t3.level");
        bench.tell("t2.hidden", 0, "");
        fader(90);
        assertThat(set()).isEqualTo("t2.level");
    }

    @Test
    void linkedFociMoveTogether() {
        bank(4, Ends.STOP, null, "");
        foci.add(new Focus(
                "right", "Right", "track", "desk", tracks(), 4, Ends.STOP, null, new Focus.Link("bank", 4), ""));
        fader(through("right", 1, "level"), Takeover.JUMP);
        pad("pad2", new MoveFocus("bank", "", 1, false));
        open();
        hit(2);
        fader(100);
        assertThat(set()).isEqualTo("t6.level");
    }

    @Test
    void aConditionAsksWhatLiesUnderIt() {
        bank(4, Ends.STOP, null, "");
        mappings.add(mapping("pad3", "gate", new Toggle(through("bank", 1, "mute"), 0, 1))
                .with(List.of(new Branch(
                        new FocusAt("bank", "t6"),
                        Shape.WHOLE,
                        new Actions(List.of(new Toggle(through("bank", 1, "mute"), 0, 1)))))));
        pad("pad2", new MoveFocus("bank", "t5", 0, false));
        open();
        hit(3);
        assertThat(bench.last().first(ParameterSet.class)).isNull();
        letGo(3);
        hit(2);
        hit(3);
        assertThat(set()).isEqualTo("t5.mute");
    }

    @Test
    void devicesArePlaces() {
        foci.add(new Focus("which", "Which", "desk", "", List.of("desk", "other"), 1, Ends.WRAP, null, null, ""));
        fader(through("which", 1, "master"), Takeover.JUMP);
        pad("pad2", new MoveFocus("which", "", 1, false));
        open();
        fader(100);
        assertThat(bench.last().first(ParameterSet.class).parameter()).isEqualTo(new Ref.ToParameter("desk", "master"));
        hit(2);
        fader(90);
        assertThat(bench.last().first(ParameterSet.class).parameter())
                .isEqualTo(new Ref.ToParameter("other", "master"));
    }

    @Test
    void movingItCompilesNothing() {
        bank(4, Ends.WRAP, null, "");
        fader(through("bank", 3, "level"), Takeover.JUMP);
        pad("pad2", new MoveFocus("bank", "", 1, false));
        open();
        Plan plan = bench.engine.plan();
        int made = bench.compiler.made();
        IntStream.range(0, 40).forEach(i -> {
            hit(2);
            letGo(2);
        });
        assertThat(bench.engine.plan()).isSameAs(plan);
        assertThat(bench.compiler.made()).isEqualTo(made);
        assertThat(bench.last().first(FocusMoved.class)).isNull();
    }

    /** An edit of the focus keeps its place; one that takes the focus away breaks what goes through it, and says so. */
    @Test
    void anEditKeepsThePlaceAndAMissingFocusIsAFault() {
        bank(4, Ends.STOP, null, "");
        fader(through("bank", 1, "level"), Takeover.JUMP);
        pad("pad2", new MoveFocus("bank", "", 1, true));
        open();
        hit(2);
        Rig rig = rig();
        Focus was = rig.focus("bank").orElseThrow();
        List<String> fewer = new ArrayList<>(tracks());
        fewer.remove("t2");
        Focus is = new Focus("bank", "Bank", "track", "desk", fewer, 4, Ends.STOP, null, null, "");
        bench.edit(rig.apply(Edit.change("fewer", new Part.OfFocus(was), new Part.OfFocus(is))));
        fader(100);
        assertThat(set()).isEqualTo("t5.level");
        bench.edit(rig().apply(Edit.remove("gone", new Part.OfFocus(is))));
        fader(90);
        assertThat(bench.last().first(ParameterSet.class)).isNull();
        assertThat(Fault.of(mappings.get(0), rig())).isPresent();
        bench.edit(rig);
        fader(80);
        assertThat(bench.last().first(ParameterSet.class)).isNotNull();
    }

    /** What goes through a focus that holds several reaches each of them, and nobody else. */
    @Test
    void whatIsPickedIsReached() {
        several();
        fader(each("held", "level"), Takeover.JUMP);
        pad("pad2", new PickPlace("held", "t2", PickPlace.Way.TURN));
        pad("pad3", new PickPlace("held", "t3", PickPlace.Way.ON));
        pad("pad4", new MoveFocus("held", "t5", 0, false));
        pad("pad5", new PickPlace("held", "t2", PickPlace.Way.OFF));
        open();
        assertThat(Sentence.of(mappings.get(0), rig()).text())
                .isEqualTo("When Fader of Box moves, set each track of Held › level over its whole range.");
        fader(127);
        assertThat(sets()).isEmpty();
        assertThat(bench.last().first(Considered.class).why()).contains("its focus has no such place now");
        tap(2);
        fader(100);
        assertThat(sets()).containsExactly("t2.level");
        tap(3);
        tap(3);
        fader(90);
        assertThat(sets()).containsExactly("t2.level", "t3.level");
        tap(2);
        fader(80);
        assertThat(sets()).containsExactly("t3.level");
        tap(4);
        fader(70);
        assertThat(sets()).as("a move picks one alone").containsExactly("t5.level");
        tap(2);
        tap(5);
        fader(60);
        assertThat(sets()).containsExactly("t5.level");
    }

    /** Each has its own takeover: one that is picked later has to be caught, and the others go on. */
    @Test
    void takeoverIsOfEachPlace() {
        several();
        fader(each("held", "level"), Takeover.PICK_UP);
        pad("pad2", new PickPlace("held", "t1", PickPlace.Way.TURN));
        pad("pad3", new PickPlace("held", "t2", PickPlace.Way.TURN));
        open();
        bench.tell("t1.level", 9, "");
        bench.tell("t2.level", 0, "");
        tap(3);
        fader(0);
        fader(50);
        assertThat(sets()).containsExactly("t2.level");
        tap(2);
        fader(51);
        fader(52);
        assertThat(sets()).containsExactly("t2.level");
        fader(127);
        assertThat(sets()).contains("t1.level");
    }

    /** Dropped while it is held, and picked by somebody else: what a press put elsewhere comes back where it was put. */
    @Test
    void aHoldComesBackWhereverItWent() {
        several();
        pad("pad0", new Hold(each("held", "level"), new Value.Fixed(7)));
        pad("pad2", new Toggle(each("held", "mute"), 0, 1));
        open();
        tracks().forEach(track -> bench.tell(track + ".level", 1, ""));
        bench.tell("t2.mute", 1, "");
        picked("t1", true);
        picked("t2", true);
        hit(0);
        assertThat(sets()).containsExactly("t1.level", "t2.level");
        picked("t1", false);
        picked("t3", true);
        bench.sent.clear();
        letGo(0);
        assertThat(bench.words("desk")).containsExactly("/desk/t1.level 1.000", "/desk/t2.level 1.000");
        bench.sent.clear();
        hit(2);
        assertThat(bench.words("desk")).containsExactly("/desk/t2.mute 0.000", "/desk/t3.mute 1.000");
        picked("t2", false);
        picked("t3", false);
        letGo(2);
        hit(2);
        assertThat(bench.last().first(Refused.class)).isNotNull();
    }

    @Test
    void whatIsHiddenIsLeftOutUntilItIsBack() {
        foci.add(new Focus("held", "Held", "track", "desk", tracks(), 1, Ends.STOP, null, null, "hidden", true));
        fader(each("held", "level"), Takeover.JUMP);
        open();
        picked("t1", true);
        picked("t2", true);
        bench.tell("t1.hidden", 1, "");
        fader(100);
        assertThat(sets()).containsExactly("t2.level");
        bench.tell("t1.hidden", 0, "");
        fader(90);
        assertThat(sets()).containsExactly("t1.level", "t2.level");
    }

    /** The light on a pad that picks says whether its place is picked, whoever picked it. */
    @Test
    void itsPadGlowsWhileItIsPicked() {
        several();
        mappings.add(mapping("pad3", "gate", new PickPlace("held", "t2", PickPlace.Way.TURN))
                .with(new Show(List.of(new Show.Answer(new Ref.ToLight("box", "led3"), Show.Rule.ON_OFF)))));
        open();
        tap(3);
        bench.pass(50);
        assertThat(bench.words("box")).containsExactly("note 39 on, velocity 5, ch 1");
        picked("t2", false);
        bench.pass(50);
        assertThat(bench.words("box")).hasSize(2).last().isEqualTo("note 39 on, velocity 0, ch 1");
    }

    @Test
    void eachOfABankIsAllThatLieUnderIt() {
        bank(4, Ends.STOP, null, "");
        fader(each("bank", "level"), Takeover.JUMP);
        pad("pad2", new MoveFocus("bank", "t11", 0, false));
        open();
        fader(100);
        assertThat(sets()).containsExactly("t1.level", "t2.level", "t3.level", "t4.level");
        tap(2);
        fader(90);
        assertThat(sets()).containsExactly("t11.level", "t12.level");
    }

    /** An edit of the focus keeps what is picked of what is still there; one that makes it a bank lets it stand at the first. */
    @Test
    void anEditKeepsWhatIsPicked() {
        several();
        fader(each("held", "level"), Takeover.JUMP);
        open();
        picked("t3", true);
        picked("t5", true);
        List<String> fewer = new ArrayList<>(tracks());
        fewer.remove("t3");
        Rig rig = rig();
        Part was = rig.part("held").orElseThrow();
        Part is =
                new Part.OfFocus(new Focus("held", "Held", "track", "desk", fewer, 1, Ends.STOP, null, null, "", true));
        bench.edit(rig.apply(Edit.change("fewer", was, is)));
        fader(100);
        assertThat(sets()).containsExactly("t5.level");
        Part bank = new Part.OfFocus(new Focus("held", "Held", "track", "desk", fewer, 2, Ends.STOP, null, null, ""));
        bench.edit(rig().apply(Edit.change("bank", is, bank)));
        fader(90);
        assertThat(sets()).containsExactly("t5.level", "t6.level");
        bench.edit(rig);
        fader(80);
        assertThat(sets()).as("nothing was picked since").isEmpty();
    }

    private void several() {
        foci.add(new Focus("held", "Held", "track", "desk", tracks(), 1, Ends.STOP, null, null, "", true));
    }

    private void picked(String place, boolean on) {
        bench.engine.handle(new Event.Picked(bench.nanos, "held", place, on));
    }

    private void tap(int pad) {
        hit(pad);
        letGo(pad);
    }

    private static Ref.ToParameter each(String focus, String local) {
        return through(focus, Through.EACH, local);
    }

    private List<String> sets() {
        return bench.last().outcomes().stream()
                .filter(ParameterSet.class::isInstance)
                .map(one -> ((ParameterSet) one).parameter().parameter())
                .toList();
    }

    private Rig rig() {
        return bench.engine.plan().rig();
    }

    private String set() {
        return bench.last().first(ParameterSet.class).parameter().parameter();
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

    private static List<String> tracks() {
        return IntStream.rangeClosed(1, TRACKS).mapToObj(i -> "t" + i).toList();
    }

    private static Ref.ToParameter through(String focus, int offset, String local) {
        return new Ref.ToParameter(focus, offset + ":" + local);
    }

    private void bank(int width, Ends ends, Focus.Selection selection, String skips) {
        foci.add(new Focus("bank", "Bank", "track", "desk", tracks(), width, ends, selection, null, skips));
    }

    private void fader(Ref.ToParameter target, Takeover takeover) {
        mappings.add(mapping("fader", "position", new SetParameter(target, Shape.WHOLE))
                .with(takeover));
    }

    private void pad(String pad, Action action) {
        mappings.add(mapping(pad, "gate", action));
    }

    private Mapping mapping(String control, String dimension, Action action) {
        return new Mapping(
                "m" + (mappings.size() + 1),
                new When(List.of(WorldRig.control(control, dimension))),
                List.of(),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(action)),
                new Show(List.of()),
                Takeover.JUMP,
                Marks.NONE);
    }

    private void open() {
        List<Part> parts = new ArrayList<>(List.of(
                new Part.OfDevice(WorldRig.box()),
                new Part.OfDevice(desk("desk", "/desk")),
                new Part.OfDevice(desk("other", "/other"))));
        foci.forEach(focus -> parts.add(new Part.OfFocus(focus)));
        mappings.forEach(mapping -> parts.add(new Part.OfMapping(mapping)));
        bench = new Bench(Rig.of(parts));
        bench.present("other");
        bench.pass(1000);
        bench.sent.clear();
    }

    private static Device desk(String id, String root) {
        List<Group> groups = new ArrayList<>();
        List<Parameter> parameters = new ArrayList<>();
        for (String track : tracks()) {
            groups.add(new Group(track, "", "Track " + track, ""));
            parameters.add(parameter(root, track, "level", new Range(0, 10, "")));
            parameters.add(parameter(root, track, "mute", new Range(0, 1, "")));
            parameters.add(parameter(root, track, "hidden", new Range(0, 1, "")));
        }
        parameters.add(new Parameter(
                "selected",
                "",
                "Selected",
                new Range(1, TRACKS, ""),
                new Law.Stepped(TRACKS),
                1,
                new Binding.Osc(root + "/selected"),
                true));
        parameters.add(new Parameter(
                "master",
                "",
                "master",
                new Range(0, 1, ""),
                new Law.Linear(),
                1,
                new Binding.Osc(root + "/master"),
                true));
        return new Device(
                id,
                id,
                "",
                new Seat(Wire.OSC, root, "127.0.0.1:1"),
                new Profile(List.of(), groups, parameters, List.of(), List.of(), List.of(), List.of())
                        .with(Choices.NONE));
    }

    private static Parameter parameter(String root, String track, String name, Range range) {
        String id = track + "." + name;
        return new Parameter(id, track, name, range, new Law.Linear(), 0, new Binding.Osc(root + "/" + id), true);
    }
}
