package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.Filling;
import orchard.action.SayMessage;
import orchard.action.SetParameter;
import orchard.action.TypeKeys;
import orchard.action.Wait;
import orchard.condition.Always;
import orchard.form.MessageForm;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Actions;
import orchard.mapping.Fault;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Route;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.outcome.FormHeard;
import orchard.outcome.LoopCut;
import orchard.outcome.Refused;
import orchard.parameter.Marks;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.Keystrokes;
import orchard.signal.MessageText;
import orchard.signal.MidiMessage;
import orchard.signal.NoteName;
import orchard.signal.Typing;
import orchard.trigger.MessageHeard;
import orchard.trigger.Trigger;
import org.junit.jupiter.api.Test;

/** Messages with numbers in them set sentences off, and are said by them. */
class FormsTest {

    private static final Ref.ToParameter NONE = Ref.ToParameter.NONE;

    private Rig rig = WorldRig.empty();
    private Bench bench;

    private static Mapping sentence(String id, List<Trigger> when, Action... then) {
        return new Mapping(
                id,
                new When(List.of(), Gesture.MOVE, when),
                List.of(),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(then)),
                new Show(List.of()),
                Takeover.JUMP,
                Marks.NONE);
    }

    private void when(String form, List<String> from, Action... then) {
        String id = "m" + (rig.mappings().size() + 1);
        Mapping made = sentence(id, List.of(new MessageHeard(from, MessageForm.of(form))), then);
        rig = rig.apply(Edit.add("add", new Part.OfMapping(made)));
    }

    private static SayMessage say(String device, String form, Filling... with) {
        return new SayMessage(device, MessageForm.of(form), List.of(with));
    }

    private void open() {
        bench = new Bench(rig);
        bench.present("synth");
        bench.present("screen");
        bench.pass(700);
        bench.sent.clear();
        bench.traces.clear();
    }

    private void hear(String device, String text) {
        bench.arrive(device, MessageText.parse(text, new NoteName(4)));
    }

    private List<String> said() {
        List<String> words = bench.sent.stream()
                .filter(sent -> sent.device().equals("synth"))
                .map(sent -> sent.message().words())
                .toList();
        bench.sent.clear();
        return words;
    }

    private Stream<String> refused() {
        return bench.traces.stream()
                .flatMap(trace -> trace.all(Refused.class).stream())
                .map(Refused::why);
    }

    @Test
    void whatStoodInAMessageIsTypedByItsName() {
        TypeKeys keys =
                new TypeKeys("screen", Keystrokes.of("window “Tracks”, {track}, tab, {title}, enter"), 1, 2, false);
        when("/desk/{track}/name {title text}", List.of("desk"), keys);
        open();
        hear("desk", "/desk/12/name \"Low Water\"");
        assertThat(bench.sent.stream().map(Bench.Sent::message))
                .filteredOn(Typing.class::isInstance)
                .singleElement()
                .satisfies(typing -> assertThat(((Typing) typing).keys().text())
                        .isEqualTo("window “Tracks”, “12”, tab, “Low Water”, enter"));
        when("CC 9 = {v}, ch 1", List.of("box"), keys);
        assertThat(Fault.of(rig.mappings().get(1), rig))
                .contains("It types “track”, which nothing that sets it off has; there are v.");
    }

    @Test
    void whatStoodInOneMessageIsSaidInAnother() {
        when(
                "SysEx 7D 10 {patch} {level 2 bytes} {check sum from 0}",
                List.of("box"),
                say("synth", "SysEx 7E {level 4 nibbles} {patch} {check exclusive or from 1}"),
                say("synth", "CC 20 = {level}, ch 1", new Filling("level", NONE, "scale(level, 0, 16383, 0, 127)")));
        open();
        hear("box", "F0 7D 10 05 40 00 52 F7");
        assertThat(said()).containsExactly("SysEx 7E 02 00 00 00 05 07", "CC 20 = 64, ch 1");
        assertThat(bench.last().all(FormHeard.class)).singleElement().satisfies(read -> {
            assertThat(read.lines(null).get(0).text())
                    .isEqualTo(
                            "It is like SysEx 7D 10 {patch} {level 2 bytes} {check sum from 0}: patch is 5, level is 8192.");
            assertThat(read.mapping()).isEqualTo("m1");
        });
        hear("box", "F0 7D 10 05 40 00 53 F7");
        assertThat(said()).as("its checksum is wrong").isEmpty();
        hear("synth", "F0 7D 10 05 40 00 52 F7");
        assertThat(said()).as("another says it").isEmpty();
    }

    @Test
    void itMayComeFromSeveralOrFromAny() {
        when("program {patch}, ch any", List.of("box", "synth"), say("synth", "program {patch}, ch 9"));
        when("CC 99 = {v}, ch {c}", List.of(), say("synth", "CC 98 = {c}, ch 2", new Filling("c", NONE, "c * 2")));
        open();
        hear("box", "program 5, ch 3");
        hear("synth", "program 6, ch 1");
        hear("box", "CC 99 = 1, ch 7");
        assertThat(said()).containsExactly("program 5, ch 9", "program 6, ch 9", "CC 98 = 14, ch 2");
    }

    @Test
    void oscAndItsTextsAreCarriedToo() {
        when(
                "/track/{n}/name {name text}",
                List.of("desk"),
                say("synth", "SysEx 7D {n} {name 6 letters}"),
                say("desk", "/label/{n} {name text} {n whole}"));
        open();
        hear("desk", "/track/3/name \"Low Water\"");
        assertThat(bench.words("desk")).containsExactly("/label/3 “Low Water” 3");
        assertThat(said())
                .containsExactly(new MidiMessage.SysEx(new byte[] {0x7D, 3, 'L', 'o', 'w', ' ', 'W', 'a'}).words());
    }

    @Test
    void aParameterIsSaidAcrossTheWholePlaceOrByAFormulaInItsUnit() {
        when(
                "start",
                List.of(),
                say("synth", "CC 1 = {v}, ch 1", new Filling("v", WorldRig.parameter("blend"), "")),
                say("synth", "CC 2 = {v}, ch 1", new Filling("v", WorldRig.parameter("blend"), "x + 1")),
                say("desk", "/real {v}", new Filling("v", WorldRig.parameter("blend"), "")));
        open();
        hear("box", "start");
        assertThat(said()).as("not known yet").isEmpty();
        assertThat(refused()).allMatch(why -> why.contains("what “v” comes from is not known"));
        bench.tell("blend", 50, "50");
        bench.sent.clear();
        hear("box", "start");
        assertThat(bench.words("desk")).containsExactly("/real 50.000");
        assertThat(said()).containsExactly("CC 1 = 64, ch 1", "CC 2 = 51, ch 1");
    }

    @Test
    void itsFirstNumberIsTheValueThatOthersFollow() {
        when("SysEx 7D {v 2 bytes}", List.of(), new SetParameter(WorldRig.parameter("blend"), Shape.WHOLE));
        when(
                "CC 50 = {v}, ch 1",
                List.of(),
                new TypeKeys("screen", Keystrokes.of("window “A”, value 0 to 127"), 1, 2, false));
        open();
        hear("box", "F0 7D 7F 7F F7");
        assertThat(bench.engine.position(WorldRig.parameter("blend"))).isEqualTo(1);
        hear("box", "CC 50 = 40, ch 1");
        assertThat(bench.sent.stream().filter(sent -> sent.message() instanceof Typing))
                .singleElement()
                .satisfies(sent ->
                        assertThat(((Typing) sent.message()).keys().text()).endsWith("“40”"));
    }

    @Test
    void afterAWaitTheNumbersAreStillThose() {
        when("CC 50 = {v}, ch 1", List.of(), new Wait(1), say("synth", "CC 51 = {v}, ch 1"));
        open();
        hear("box", "CC 50 = 1, ch 1");
        bench.pass(500);
        hear("box", "CC 50 = 2, ch 1");
        bench.pass(2_000);
        assertThat(said()).containsExactly("CC 51 = 1, ch 1", "CC 51 = 2, ch 1");
    }

    @Test
    void messagesOfSeveralPartsAreMeantAsAWhole() {
        when("NRPN 300 = {v}, ch 1", List.of(), say("synth", "pitch bend = {v}, ch 2"));
        when("fine CC 5 = {v}, ch 1", List.of(), say("synth", "pitch bend = {v}, ch 3"));
        open();
        for (String half : List.of("CC 99 = 2, ch 1", "CC 98 = 44, ch 1", "CC 6 = 70, ch 1", "CC 38 = 5, ch 1")) {
            hear("box", half);
        }
        assertThat(said()).contains("pitch bend = 8965, ch 2");
        hear("box", "CC 5 = 1, ch 1");
        hear("box", "CC 37 = 2, ch 1");
        assertThat(said()).endsWith("pitch bend = 130, ch 3");
    }

    /** It answers itself: it is set off by what it says, or by what its device says back. */
    @Test
    void aSentenceThatAnswersItselfThroughADeviceIsCutAndNamed() {
        when("CC 40 = {v}, ch 1", List.of("synth"), say("synth", "CC 40 = {v}, ch 1"));
        open();
        hear("synth", "CC 40 = 5, ch 1");
        int rounds = 0;
        for (List<String> back = said(); !back.isEmpty() && rounds < 2_000; back = said()) {
            rounds += back.size();
            bench.pass(1);
            back.forEach(words -> hear("synth", words));
        }
        assertThat(rounds).isLessThan(1_000);
        assertThat(bench.traces.stream().flatMap(trace -> trace.all(LoopCut.class).stream()))
                .extracting(LoopCut::mapping)
                .containsOnly("m1")
                .isNotEmpty();
    }

    @Test
    void whatItTakesPassesOnNoRouteThatIsForTheRest() {
        when("CC 50 = {v}, ch 1", List.of("box"), say("synth", "CC 51 = {v}, ch 1"));
        rig = rig.apply(Edit.add("r", new Part.OfRoute(Route.all("r", "box", "synth"))));
        open();
        hear("box", "CC 50 = 1, ch 1");
        assertThat(said()).containsExactly("CC 51 = 1, ch 1");
        hear("box", "CC 49 = 1, ch 1");
        assertThat(said()).containsExactly("CC 49 = 1, ch 1");
    }

    @Test
    void whatCannotBeSaidIsNamedBeforeItIs() {
        List<String> faults = new ArrayList<>();
        for (SayMessage said : List.of(
                say("synth", "CC 1 = {level}, ch 1"),
                say("synth", "CC 1 = {v}, ch 1", new Filling("v", NONE, "level + 1")),
                say("synth", "CC 1 = {v}, ch 1", new Filling("v", new Ref.ToParameter("desk", "gone"), "")),
                say("synth", "/a {v}"),
                say("gone", "CC 1 = {v}, ch 1"),
                say("synth", "CC 1 = any, ch 1"))) {
            Mapping made =
                    sentence("m1", List.of(new MessageHeard(List.of(), MessageForm.of("CC 9 = {v}, ch 1"))), said);
            faults.add(Fault.of(made, rig).orElse("none"));
        }
        assertThat(faults.get(0)).contains("It says “level”, which nothing that sets it off has; there are v");
        assertThat(faults.get(1)).contains("nothing is called “level” here; there are x, v");
        assertThat(faults.get(2)).contains("parameter");
        assertThat(faults.get(3)).contains("an OSC message to Synth, which hears none");
        assertThat(faults.get(4)).contains("not in the rig");
        assertThat(faults.get(5)).contains("in place of “any” stands a number");
        assertThat(Fault.of(
                        sentence(
                                "m1",
                                List.of(new MessageHeard(List.of("desk"), MessageForm.of("CC 9 = {v}, ch 1"))),
                                say("synth", "start")),
                        rig))
                .hasValueSatisfying(fault -> assertThat(fault).contains("which says none"));
    }
}
