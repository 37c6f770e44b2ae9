package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import orchard.Gear;
import orchard.action.Action;
import orchard.action.Nudge;
import orchard.action.OpenPage;
import orchard.action.Recall;
import orchard.action.Send;
import orchard.action.SetTo;
import orchard.action.StopAll;
import orchard.action.Tap;
import orchard.action.Value;
import orchard.condition.Always;
import orchard.gear.Device;
import orchard.gear.ParameterPage;
import orchard.gear.Preset;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Selector;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.outcome.Line;
import orchard.outcome.PageOpened;
import orchard.outcome.PresetRecalled;
import orchard.outcome.Refused;
import orchard.outcome.VariableSet;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** What is kept and comes back: presets, pages by tag, variables; and the tempo of taps. */
class RecallTest {

    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");
    private static final Ref.ToParameter LEVEL = new Ref.ToParameter("mind", "level");

    private static Mapping button(String id, int pad, Action... actions) {
        return new Mapping(
                id,
                new When(List.of(new Ref.ToControl("box", "p" + pad, "gate"))),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(actions)),
                new Show(List.of()));
    }

    private static Preset preset(String id, String name, String type, double volume, double cutoff, String... tags) {
        return new Preset(
                id,
                "desk",
                name,
                type,
                "b",
                new Marks(false, List.of(tags)),
                List.of(
                        new Preset.Setting("volume", volume),
                        new Preset.Setting("gone", 1),
                        new Preset.Setting("cutoff", cutoff)));
    }

    private static ParameterPage page(String id, String name, String tag, String parameter) {
        return new ParameterPage(
                id, name, new Marks(false, List.of(tag)), List.of(new ParameterPage.Entry(parameter, "")));
    }

    /** The desk with three pages, four presets, and a device that keeps a variable. */
    private static Rig rig(Mapping... mappings) {
        Device desk = Gear.desk();
        List<ParameterPage> pages = List.of(
                page("a", "Tone", "storm", "cutoff"),
                page("b", "Level", "calm", "volume"),
                page("c", "More", "storm", "mute"));
        List<Part> parts = new ArrayList<>(List.of(
                new Part.OfDevice(Gear.box()),
                new Part.OfDevice(
                        desk.with(desk.profile().with(desk.profile().choices().withParameterPages(pages)))),
                new Part.OfDevice(new Device(
                        "mind",
                        "Variables",
                        "",
                        new Seat(Wire.NONE, "", ""),
                        Profile.BLANK.withParameters(List.of(new Parameter(
                                "level",
                                "",
                                "Level",
                                new Range(0, 10, ""),
                                new Law.Linear(),
                                4,
                                new Binding.Kept(),
                                true))))),
                new Part.OfPreset(preset("q1", "Surge", "lead", 0, 8000, "dark")),
                new Part.OfPreset(preset("q2", "Ebb", "drone", -20, 300)),
                new Part.OfPreset(preset("q3", "Neap", "drone", -10, 1000)),
                new Part.OfPreset(preset("q4", "Flood", "lead", 6, 400, "drone"))));
        for (Mapping mapping : mappings) {
            parts.add(new Part.OfMapping(mapping));
        }
        return Rig.of(parts);
    }

    private static void tap(Bench bench, int pad) {
        bench.arrive("box", new MidiMessage.NoteOn(1, 35 + pad, 100));
        bench.pass(20);
        bench.arrive("box", new MidiMessage.NoteOff(1, 35 + pad, 0));
        bench.pass(20);
    }

    private static List<String> recalled(Bench bench) {
        return bench.traces.stream()
                .flatMap(trace -> trace.all(PresetRecalled.class).stream())
                .map(PresetRecalled::preset)
                .toList();
    }

    /** The open page is that page, wherever it stands, and that is told; where it is deleted, what stands at its number is open. */
    @Test
    void theOpenPageStaysOpenWhenPagesAreMovedUnderIt() {
        Rig rig = rig(button("m1", 1, new OpenPage("desk", "", 1, "")));
        Bench bench = new Bench(rig);
        tap(bench, 1);
        assertThat(opened(bench)).isEqualTo(2);
        Device desk = rig.device("desk").orElseThrow();
        List<ParameterPage> pages = desk.profile().choices().parameterPages();
        bench.edit(withPages(rig, List.of(pages.get(1), pages.get(0), pages.get(2))));
        assertThat(opened(bench)).as("Level is first now").isEqualTo(1);
        tap(bench, 1);
        assertThat(opened(bench)).as("after Level comes Tone now").isEqualTo(2);
        bench.edit(withPages(rig, List.of(pages.get(1), pages.get(2))));
        int news = bench.traces.size();
        tap(bench, 1);
        assertThat(opened(bench)).as("Tone is gone, and after More comes Level").isEqualTo(1);
        bench.edit(withPages(rig, List.of(pages.get(1), pages.get(2), pages.get(0))));
        assertThat(bench.traces.subList(news, bench.traces.size()).stream()
                        .flatMap(trace -> trace.all(PageOpened.class).stream()))
                .as("what comes behind the open page moves nothing")
                .hasSize(1);
    }

    /** A preset that comes between does not change which was recalled last. */
    @Test
    void goingOnCountsFromThePresetThatWasRecalledWhateverComesBetween() {
        Rig rig = rig(button("m1", 1, new Recall("desk", "q2", 0, "")), button("m2", 2, new Recall("desk", "", 1, "")));
        Bench bench = new Bench(rig);
        tap(bench, 1);
        List<Part> more = new ArrayList<>(rig.parts());
        more.add(new Part.OfPreset(preset("q5", "Aground", "drone", -30, 500)));
        more.add(new Part.OfPreset(preset("q6", "Ebbing", "drone", -30, 500)));
        bench.edit(Rig.of(more));
        tap(bench, 2);
        assertThat(recalled(bench)).containsExactly("q2", "q6");
        bench.edit(Rig.of(more.stream().filter(part -> !part.id().equals("q6")).toList()));
        bench.edit(Rig.of(more));
        tap(bench, 2);
        assertThat(recalled(bench)).as("taken back, it is the last again").containsExactly("q2", "q6", "q4");
    }

    private static int opened(Bench bench) {
        return bench.traces.stream()
                .flatMap(trace -> trace.all(PageOpened.class).stream())
                .mapToInt(PageOpened::page)
                .reduce(0, (before, page) -> page);
    }

    private static Rig withPages(Rig rig, List<ParameterPage> pages) {
        return Rig.of(rig.parts().stream()
                .map(part -> part instanceof Part.OfDevice of && of.id().equals("desk")
                        ? new Part.OfDevice(of.device()
                                .with(of.device()
                                        .profile()
                                        .with(of.device().profile().choices().withParameterPages(pages))))
                        : part)
                .toList());
    }

    @Test
    void aPresetSetsAllItsValuesInOrderAndOpensItsPage() {
        Bench bench = new Bench(rig(button("m1", 1, new Recall("desk", "q1", 0, ""))));
        bench.arrive("box", new MidiMessage.NoteOn(1, 36, 100));
        assertThat(bench.words("desk")).containsExactly("/desk/volume 0.000", "/desk/cutoff 8000.000");
        assertThat(bench.last().first(PageOpened.class))
                .isEqualTo(new PageOpened(Selector.Owner.parameters("desk"), 2));
        assertThat(Explain.lines(bench.last(), rig(button("m1", 1, new StopAll()))))
                .extracting(Line::text)
                .contains("The preset “Surge” was recalled.");
        bench.sent.clear();
        bench.engine.handle(new Event.Recalled(bench.nanos, "q2"));
        assertThat(bench.words("desk")).containsExactly("/desk/volume -20.000", "/desk/cutoff 300.000");
        bench.engine.handle(new Event.Recalled(bench.nanos, "none"));
        assertThat(bench.last().first(Refused.class).why()).contains("no such preset");
        bench.gone("desk");
        bench.engine.handle(new Event.Recalled(bench.nanos, "q1"));
        assertThat(bench.last().first(Refused.class).why()).contains("Surge").contains("not there");
    }

    @Test
    void anEndlessKnobGoesThroughPresetsAndPagesStepByStepBothWays() {
        Ref.ToControl knob = new Ref.ToControl("box", "k2", "turn");
        Mapping presets = button("m1", 1, new Recall("desk", "", 1, "drone")).with(new When(List.of(knob)));
        Bench bench = new Bench(rig(presets));
        bench.knob(22, 65);
        bench.knob(22, 66);
        bench.knob(22, 63);
        assertThat(recalled(bench))
                .as("Ebb, Flood and Neap are drones; on, on twice, back")
                .hasSize(3);
        assertThat(recalled(bench).get(0)).isEqualTo("q2");
        assertThat(recalled(bench).get(2)).isEqualTo("q4");
        Mapping pages = button("m2", 1, new OpenPage("desk", "", 1, "")).with(new When(List.of(knob)));
        Bench other = new Bench(rig(pages));
        other.knob(22, 66);
        assertThat(other.last().first(PageOpened.class))
                .isEqualTo(new PageOpened(Selector.Owner.parameters("desk"), 3));
        other.knob(22, 63);
        assertThat(other.last().first(PageOpened.class))
                .isEqualTo(new PageOpened(Selector.Owner.parameters("desk"), 2));
    }

    @Test
    void whatHasNoDirectionIsDoneByAKnobThatIsTurnedUpOnly() {
        Mapping once = button("m1", 1, new SetTo(CUTOFF, new Value.Fixed(1000)), new Nudge(CUTOFF, 500, false))
                .with(new When(List.of(new Ref.ToControl("box", "k2", "turn"))));
        Bench bench = new Bench(rig(once));
        bench.knob(22, 66);
        assertThat(bench.words("desk")).containsExactly("/desk/cutoff 1000.000", "/desk/cutoff 2000.000");
        bench.sent.clear();
        bench.knob(22, 63);
        assertThat(bench.words("desk"))
                .as("back by one step, and nothing set")
                .containsExactly("/desk/cutoff 1500.000");
    }

    @Test
    void aNoteFromAControlThatIsNeverLetGoEndsByItself() {
        Mapping bell = button("m1", 1, new Send("box", new MidiMessage.NoteOn(3, 72, 90)))
                .with(new When(List.of(new Ref.ToControl("box", "k2", "turn"))));
        Bench bench = new Bench(rig(bell));
        bench.knob(22, 65);
        assertThat(bench.words("box")).containsExactly("note 72 on, velocity 90, ch 3");
        bench.knob(22, 65);
        assertThat(bench.words("box"))
                .as("the same note is let go before it is struck again")
                .hasSize(3);
        bench.pass(5_000);
        assertThat(bench.words("box")).hasSize(4).last().asString().startsWith("note 72 off");
    }

    @Test
    void presetsOfATypeOrTagAreGoneThroughByNameAndRound() {
        Bench bench = new Bench(rig(
                button("m1", 1, new Recall("desk", "", 1, "drone")), button("m2", 2, new Recall("desk", "", -1, ""))));
        tap(bench, 1);
        tap(bench, 1);
        tap(bench, 1);
        tap(bench, 1);
        assertThat(recalled(bench)).containsExactly("q2", "q4", "q3", "q2");
        bench.traces.clear();
        tap(bench, 2);
        assertThat(recalled(bench))
                .as("back from Ebb, which is the first of all")
                .containsExactly("q1");
    }

    @Test
    void whatIsMissingIsAFaultOfItsMappingAlone() {
        Rig rig = rig(
                button("m1", 1, new Recall("desk", "q9", 0, "")),
                button("m2", 2, new Recall("box", "", 1, "")),
                button("m3", 1, new Recall("desk", "q3", 0, "")));
        assertThat(Fault.of(rig.mapping("m1").orElseThrow(), rig))
                .contains("It recalls a preset that is not there any more.");
        assertThat(Fault.of(rig.mapping("m2").orElseThrow(), rig))
                .contains("It goes through presets, but there are none.");
        Bench bench = new Bench(rig);
        tap(bench, 1);
        assertThat(recalled(bench)).containsExactly("q3");
        assertThat(Sentence.of(rig.mapping("m3").orElseThrow(), rig).text()).contains("recall “Neap” on Desk");
    }

    @Test
    void pagesWithATagAreGoneThroughFromWhereverOneIs() {
        Bench bench = new Bench(rig(
                button("m1", 1, new OpenPage("desk", "", 1, "storm")),
                button("m2", 2, new OpenPage("desk", "b", 0, ""))));
        tap(bench, 2);
        tap(bench, 1);
        tap(bench, 1);
        tap(bench, 1);
        assertThat(bench.traces.stream()
                        .flatMap(trace -> trace.all(PageOpened.class).stream())
                        .map(PageOpened::page))
                .containsExactly(2, 3, 1, 3);
    }

    @Test
    void aVariableHasItsDefaultIsSetWithoutAMessageAndGivesItsValue() {
        Bench bench = new Bench(rig(
                button("m1", 1, new SetTo(CUTOFF, new Value.Same(LEVEL))),
                button("m2", 2, new Nudge(LEVEL, 300, false)),
                Gear.mapping("m3", "k1", "turn", "volume")));
        tap(bench, 1);
        assertThat(bench.words("desk")).as("4 is below 200 Hz").containsExactly("/desk/cutoff 200.000");
        tap(bench, 2);
        assertThat(bench.words("mind")).isEmpty();
        assertThat(sets(bench)).containsExactly(new VariableSet(LEVEL, 1));
        bench.edit(rig(button("m2", 2, new Nudge(LEVEL, -3, false))));
        tap(bench, 2);
        assertThat(sets(bench))
                .as("an edit leaves it where it was")
                .last()
                .satisfies(step -> assertThat(step.position()).isEqualTo(0.7));
    }

    private static List<VariableSet> sets(Bench bench) {
        return bench.traces.stream()
                .flatMap(trace -> trace.all(VariableSet.class).stream())
                .toList();
    }

    @Test
    void tapsMakeATempoAndAPauseBeginsAnew() {
        Bench bench = new Bench(rig(button("m1", 1, new Tap(CUTOFF))));
        assertThat(Tap.real(0.5, "BPM")).isEqualTo(120);
        assertThat(Tap.real(0.5, "ms")).isEqualTo(500);
        assertThat(Tap.real(0.5, "s")).isEqualTo(0.5);
        bench = new Bench(tempo());
        tap(bench, 1);
        assertThat(bench.words("mind")).isEmpty();
        for (int i = 0; i < 3; i++) {
            bench.pass(460);
            tap(bench, 1);
        }
        assertThat(level(bench)).isCloseTo(120, within(0.01));
        bench.pass(4000);
        tap(bench, 1);
        assertThat(level(bench)).as("one tap says nothing").isCloseTo(120, within(0.01));
        bench.pass(960);
        tap(bench, 1);
        assertThat(level(bench)).isCloseTo(60, within(0.01));
    }

    private static double level(Bench bench) {
        List<VariableSet> sets = sets(bench);
        return 20 + 280 * sets.get(sets.size() - 1).position();
    }

    private static Rig tempo() {
        Parameter tempo = new Parameter(
                "level", "", "Tempo", new Range(20, 300, ""), new Law.Linear(), 90, new Binding.Kept(), true);
        return Rig.of(List.of(
                new Part.OfDevice(Gear.box()),
                new Part.OfDevice(new Device(
                        "mind",
                        "Variables",
                        "",
                        new Seat(Wire.NONE, "", ""),
                        Profile.BLANK.withParameters(List.of(tempo)))),
                new Part.OfMapping(button("m1", 1, new Tap(LEVEL)))));
    }
}
