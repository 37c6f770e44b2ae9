package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.action.Action;
import orchard.action.Hold;
import orchard.action.Send;
import orchard.action.SetTo;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.condition.Always;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Actions with waits between them, and a second press before they have ended. */
class SequencesTest {

    private Bench bench;

    /** Note 60, half a second, note 61, half a second, note 62; pressed again after 300 ms: what is sent, each seen within 50 ms. */
    @ParameterizedTest
    @CsvSource({
        "BESIDE, 60@0 60@300 61@500 61@800 62@1000 62@1300",
        "ANEW, 60@0 60@300 61@800 62@1300",
        "IGNORED, 60@0 61@500 62@1000",
        "AFTER, 60@0 61@500 62@1000 60@1050 61@1550 62@2050",
    })
    void whatASecondPressDoesIsAsTold(Wait.Again again, String sent) {
        open(again);
        hit();
        letGo();
        bench.pass(300);
        hit();
        letGo();
        assertThat(heard(3_000, 300)).isEqualTo(sent);
    }

    @Test
    void manyPressesAreQueuedOneAfterTheOtherAndThenRefused() {
        open(Wait.Again.AFTER, note(70));
        for (int i = 0; i < 20; i++) {
            hit();
            letGo();
        }
        assertThat(notes(70)).as("a press that was refused has no release").isBetween(9, 10);
        bench.pass(60_000);
        assertThat(notes(62)).isBetween(8, 10);
        hit();
        assertThat(notes(60)).as("and it is free again").isEqualTo(notes(62) + 1);
    }

    @Test
    void aPressThatWasIgnoredDoesNothingWhenItIsLetGo() {
        open(Wait.Again.IGNORED, note(70));
        hit();
        letGo();
        hit();
        letGo();
        bench.pass(3_000);
        assertThat(notes(70)).isEqualTo(1);
        hit();
        letGo();
        assertThat(notes(70)).as("heard again when it has ended").isEqualTo(2);
    }

    /** The mapping goes through a focus: when that is another one it is compiled anew, and is still the same. */
    @Test
    void whatWaitsIsMindedThoughTheRigWasEditedMeanwhile() {
        open(
                List.of(
                        note(60),
                        new Wait(0.5, Wait.Again.IGNORED),
                        new SetTo(new Ref.ToParameter("bank", "1:level"), new Value.Fixed(3))),
                List.of());
        hit();
        letGo();
        Rig rig = bench.engine.plan().rig();
        Focus bank = rig.focus("bank").orElseThrow();
        Focus other =
                new Focus("bank", "Other", bank.noun(), bank.device(), bank.places(), 1, bank.ends(), null, null, "");
        bench.edit(rig.apply(Edit.change("other", new Part.OfFocus(bank), new Part.OfFocus(other))));
        hit();
        letGo();
        assertThat(notes(60)).isEqualTo(1);
        bench.pass(600);
        hit();
        assertThat(notes(60)).isEqualTo(2);
    }

    @Test
    void whatIsQueuedIsForgottenByPanicAndByAnEdit() {
        open(Wait.Again.AFTER);
        hit();
        letGo();
        hit();
        letGo();
        bench.engine.handle(new Event.Panic(bench.nanos));
        bench.pass(5_000);
        assertThat(notes(61)).isZero();
        hit();
        letGo();
        hit();
        letGo();
        Rig rig = bench.engine.plan().rig();
        bench.edit(rig.apply(Edit.remove("less", rig.part("m1").orElseThrow())));
        bench.pass(5_000);
        assertThat(notes(61)).isZero();
    }

    @Test
    void whatIsHeldByAQueuedPressGoesBackThoughItsKeyIsUpLongSince() {
        Wait wait = new Wait(0.5, Wait.Again.AFTER);
        open(List.of(wait, new Hold(WorldRig.parameter("blend"), new Value.Fixed(80))), List.of());
        bench.tell("blend", 10, "");
        hit();
        letGo();
        hit();
        letGo();
        bench.pass(5_000);
        assertThat(bench.engine.plan().rig().mappings()).hasSize(1);
        assertThat(bench.words("desk").stream().filter(words -> words.contains("blend")))
                .last()
                .asString()
                .contains("10");
    }

    private void open(Wait.Again again, Action... release) {
        Wait wait = new Wait(0.5, again);
        open(List.of(note(60), wait, note(61), wait, note(62)), List.of(release));
    }

    private void open(List<Action> press, List<Action> release) {
        Mapping mapping = new Mapping(
                "m1",
                new When(List.of(WorldRig.control("pad2", "gate"))),
                new Always(),
                Shape.WHOLE,
                new Actions(press, release),
                new Show(List.of()));
        bench = new Bench(WorldRig.empty().apply(Edit.add("add", new Part.OfMapping(mapping))));
        bench.present("synth");
        bench.sent.clear();
    }

    /** What the synth is sent from the beginning, each with its moment; the time that passed before is known. */
    private String heard(long millis, long passed) {
        StringBuilder all = new StringBuilder("60@0");
        int known = 1;
        for (long now = passed; now <= millis; now += 50) {
            List<Integer> notes = notes();
            for (int note : notes.subList(known, notes.size())) {
                all.append(" ").append(note).append("@").append(now);
            }
            known = notes.size();
            bench.pass(50);
        }
        return all.toString();
    }

    private List<Integer> notes() {
        return bench.sent.stream()
                .filter(sent -> sent.message() instanceof MidiMessage.NoteOn)
                .map(sent -> ((MidiMessage.NoteOn) sent.message()).note())
                .toList();
    }

    private int notes(int number) {
        return (int) notes().stream().filter(note -> note == number).count();
    }

    private void hit() {
        bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + 2, 100));
    }

    private void letGo() {
        bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + 2, 0));
    }

    private static Action note(int number) {
        return new Send("synth", new MidiMessage.NoteOn(1, number, 90));
    }
}
