package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import orchard.action.Action;
import orchard.action.OpenPage;
import orchard.action.SetOfPage;
import orchard.action.StopAll;
import orchard.action.Wait;
import orchard.condition.Always;
import orchard.condition.Condition;
import orchard.condition.Not;
import orchard.condition.PageOpen;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.ParameterPage;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.PagesAsFocus;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** Pages that hold one parameter of neighbours, and the focus that comes in their place. */
class PagesAsFocusTest {

    private static final List<String> ROW = List.of("knob", "fader", "motor");

    /** What goes through the focus does what went through the pages did, whatever is moved in between. */
    @Property(tries = 150)
    void nothingIsHeardOfTheChange(
            @ForAll @IntRange(min = 1, max = 5) int pages,
            @ForAll @Size(max = 60) List<@IntRange(max = 999) Integer> steps) {
        Rig before = rig(banks(3 * pages, 3), row(), key("pad2", 1), key("pad3", -1), only("pad4", "page1"));
        PagesAsFocus made = made(before);
        assertThat(made.replaces()).isTrue();
        assertThat(made.pages()).hasSize(pages);
        assertThat(play(before.apply(made.edit()), steps)).isEqualTo(play(before, steps));
    }

    private static List<String> play(Rig rig, List<Integer> steps) {
        Bench bench = new Bench(rig);
        for (int step : steps) {
            int value = step % 128;
            switch (step % 6) {
                case 0, 1 -> press(bench, 2 + step % 2);
                case 2 -> press(bench, 4);
                case 3 -> bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.FADER, value));
                case 4 -> bench.arrive("box", new MidiMessage.ControlChange(1, WorldRig.KNOB, value));
                default -> bench.arrive("box", new MidiMessage.PitchBend(1, value * 128));
            }
        }
        return bench.words("desk");
    }

    private static void press(Bench bench, int pad) {
        bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + pad, 100));
        bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + pad, 0));
    }

    @Test
    void theSentencesSayItPlainly() {
        Rig before = rig(
                banks(6, 3),
                row(),
                key("pad2", 1),
                only("pad4", "page2"),
                during(new Not(new PageOpen("desk", "", "page2"))));
        PagesAsFocus made = made(before);
        Rig after = before.apply(made.edit());
        assertThat(after.mappings().stream()
                        .map(mapping -> Sentence.of(mapping, after).text()))
                .containsExactly(
                        "When Knob of Box turns, set 1st track of Volume bank › Volume over its whole range, and show its value on Knob’s ring and display.",
                        "When Pad 2 of Box is hit, move Volume bank on by 3.",
                        "When Pad 4 of Box is hit, move Volume bank to Track 4.",
                        "When Pad 5 of Box is hit, while Track 4 does not lie under Volume bank, stop everything.",
                        "When Fader of Box moves, set 2nd track of Volume bank › Volume over its whole range.",
                        "When Motor of Box moves, set 3rd track of Volume bank › Volume over its whole range, and show its value on Motor’s motor.");
        assertThat(after.device("desk").orElseThrow().profile().choices().parameterPages())
                .isEmpty();
        assertThat(made.focus().ends()).isEqualTo(Focus.Ends.WRAP);
        assertThat(after.apply(made.edit().inverse())).isEqualTo(before);
    }

    /** Pages that go on one by one are full at the end, and those of which the last is shorter stay there. */
    @Test
    void itsEndsAreNearestToThoseOfThePages() {
        List<ParameterPage> scrolled = IntStream.range(0, 4)
                .mapToObj(i -> page("page" + (i + 1), i, 3))
                .toList();
        PagesAsFocus made = made(rig(scrolled, row(), key("pad2", 2)));
        assertThat(made.focus().ends()).isEqualTo(Focus.Ends.FILL);
        assertThat(made.edit().toString()).contains("by=2, banks=false");
        List<ParameterPage> shorter = List.of(page("page1", 0, 3), page("page2", 3, 2));
        assertThat(PagesAsFocus.of(rig(shorter, 5), desk(shorter, 5), shorter.get(0))
                        .orElseThrow()
                        .focus()
                        .ends())
                .isEqualTo(Focus.Ends.STOP);
    }

    /** What does more than that is not guessed at: the focus comes beside the pages. */
    @Test
    void otherPagesAndOtherSentencesStayAsTheyAre() {
        List<ParameterPage> other = new ArrayList<>(banks(6, 3));
        other.add(new ParameterPage("own", "Own", Marks.NONE, List.of(new ParameterPage.Entry("master", ""))));
        stays(rig(other, row(), key("pad2", 1)));
        stays(rig(banks(6, 3), mapping("knob", List.of("knob"), new SetOfPage("desk"), new Wait(1))));
        List<ParameterPage> uneven = List.of(page("page1", 0, 3), page("page2", 1, 3), page("page3", 3, 3));
        stays(rig(uneven, row()));
    }

    private static void stays(Rig rig) {
        PagesAsFocus made = made(rig);
        assertThat(made.replaces()).isFalse();
        assertThat(made.edit().changes()).hasSize(1);
        assertThat(PagesAsFocus.of(
                        rig.apply(made.edit()),
                        rig.device("desk").orElseThrow(),
                        pages(rig).get(0)))
                .as("the focus is there now")
                .isEmpty();
    }

    private static PagesAsFocus made(Rig rig) {
        return PagesAsFocus.of(rig, rig.device("desk").orElseThrow(), pages(rig).get(0))
                .orElseThrow();
    }

    private static List<ParameterPage> pages(Rig rig) {
        return rig.device("desk").orElseThrow().profile().choices().parameterPages();
    }

    private static Rig rig(List<ParameterPage> pages, Mapping... mappings) {
        return rig(pages, 6, mappings);
    }

    private static Rig rig(List<ParameterPage> pages, int tracks, Mapping... mappings) {
        int needed = Math.max(tracks, 3 * pages.size());
        List<Part> parts = new ArrayList<>(
                List.of(new Part.OfDevice(WorldRig.box()), new Part.OfDevice(desk(pages, tracks == 5 ? 5 : needed))));
        for (int i = 0; i < mappings.length; i++) {
            parts.add(new Part.OfMapping(mappings[i].as("m" + (i + 1))));
        }
        return Rig.of(parts);
    }

    private static List<ParameterPage> banks(int tracks, int width) {
        return IntStream.range(0, tracks / width)
                .mapToObj(i -> page("page" + (i + 1), i * width, width))
                .toList();
    }

    private static ParameterPage page(String id, int from, int width) {
        return new ParameterPage(
                id,
                id,
                Marks.NONE,
                IntStream.range(from, from + width)
                        .mapToObj(i -> new ParameterPage.Entry("track" + (i + 1) + ".volume", ""))
                        .toList());
    }

    private static Mapping row() {
        return mapping("row", ROW, new SetOfPage("desk"));
    }

    private static Mapping key(String pad, int by) {
        return mapping(pad, List.of(pad), new OpenPage("desk", "", by, ""));
    }

    private static Mapping only(String pad, String page) {
        return mapping(pad, List.of(pad), new OpenPage("desk", page, 0, ""));
    }

    private static Mapping during(Condition condition) {
        Mapping stop = mapping("stop", List.of("pad5"), new StopAll());
        return new Mapping("m", stop.when(), condition, stop.shape(), stop.actions(), stop.show());
    }

    private static Mapping mapping(String id, List<String> controls, Action... actions) {
        return new Mapping(
                id,
                new When(controls.stream()
                        .map(control -> WorldRig.control(
                                control,
                                control.startsWith("pad") ? "gate" : control.equals("knob") ? "turn" : "position"))
                        .toList()),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(actions)),
                new Show(List.of()));
    }

    private static Device desk(List<ParameterPage> pages, int tracks) {
        List<Group> groups = new ArrayList<>();
        List<Parameter> parameters = new ArrayList<>();
        for (int i = 1; i <= tracks; i++) {
            groups.add(new Group("track" + i, "", "Track " + i, ""));
            parameters.add(parameter("track" + i + ".volume", "track" + i, "Volume"));
        }
        parameters.add(parameter("master", "", "Master"));
        Profile profile = Profile.BLANK.withParameters(groups, parameters);
        return new Device(
                "desk",
                "Desk",
                "",
                new Seat(Wire.OSC, "/desk", "127.0.0.1:1"),
                profile.with(profile.choices().withParameterPages(pages)));
    }

    private static Parameter parameter(String id, String group, String name) {
        return new Parameter(
                id, group, name, new Range(0, 10, ""), new Law.Linear(), 0, new Binding.Osc("/desk/" + id), true);
    }
}
