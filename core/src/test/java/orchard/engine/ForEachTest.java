package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import orchard.action.Action;
import orchard.action.ForEach;
import orchard.action.Hold;
import orchard.action.SetTo;
import orchard.action.Toggle;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.condition.Always;
import orchard.condition.Compared;
import orchard.condition.Condition;
import orchard.condition.Known;
import orchard.condition.Not;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.mistake.Mistake;
import orchard.parameter.Typed;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** One press for many tracks. */
class ForEachTest {

    private static final Condition ALWAYS = new Always();
    private static final Action SET = new SetTo(ForEach.its("bank", "level"), new Value.Fixed(7));

    private Bench bench;

    @Test
    void everyPlaceIsMeantWhereverTheFocusStands() {
        open(new ForEach("bank", 1, ALWAYS, SET));
        bench.engine.handle(new Event.Focused(bench.nanos, "bank", "t2", 0, false));
        hit();
        assertThat(said()).containsExactly("/desk/t1.level 7.000", "/desk/t2.level 7.000", "/desk/t3.level 7.000");
    }

    @Test
    void everyOtherOneBeginsWithTheFirst() {
        open(new ForEach("bank", 2, ALWAYS, SET));
        hit();
        assertThat(said()).containsExactly("/desk/t1.level 7.000", "/desk/t3.level 7.000");
    }

    @Test
    void onlyThoseAreMeantForWhichItHoldsAtThatMoment() {
        open(new ForEach(
                "bank",
                1,
                new Compared(ForEach.its("bank", "level"), Compared.Is.ABOVE, 4, 4),
                new Toggle(ForEach.its("bank", "level"), 0, 10)));
        bench.tell("t1.level", 3, "");
        bench.tell("t2.level", 5, "");
        hit();
        assertThat(said())
                .as("what is not known is not above anything")
                .hasSize(1)
                .allMatch(words -> words.contains("t2.level"));
    }

    @Test
    void whatOnePlaceLacksIsPassedOver() {
        open(new ForEach("bank", 1, ALWAYS, new SetTo(ForEach.its("bank", "hidden"), new Value.Fixed(1))));
        hit();
        assertThat(said()).hasSize(1).allMatch(words -> words.contains("t2.hidden"));
    }

    @Test
    void whatIsHeldForAllGoesBackForAll() {
        open(new ForEach("bank", 1, ALWAYS, new Hold(ForEach.its("bank", "level"), new Value.Fixed(9))));
        List.of("t1", "t2", "t3").forEach(track -> bench.tell(track + ".level", 2, ""));
        hit();
        bench.sent.clear();
        bench.engine.handle(new Event.Focused(bench.nanos, "bank", "t3", 0, false));
        bench.arrive("box", new MidiMessage.NoteOff(1, WorldRig.FIRST_PAD + 2, 0));
        assertThat(said()).containsExactly("/desk/t1.level 2.000", "/desk/t2.level 2.000", "/desk/t3.level 2.000");
    }

    @Test
    void itReadsPlainly() {
        open(new ForEach("bank", 2, new Compared(ForEach.its("bank", "level"), Compared.Is.BELOW, 5, 5), SET));
        Rig rig = bench.engine.plan().rig();
        assertThat(Sentence.of(rig.mapping("m1").orElseThrow(), rig).text())
                .isEqualTo(
                        "When Pad 2 of Box is hit, for every other track of Bank while its level is below 5, set its level to 7.");
    }

    @Test
    void aFormKeepsWhatItCannotSay() {
        Rig rig = WorldRig.empty();
        Ref.ToParameter level = ForEach.its("bank", "level");
        for (Condition where : List.of(
                ALWAYS,
                new Compared(level, Compared.Is.AT, 3, 3),
                new Compared(level, Compared.Is.BETWEEN, 3, 6),
                new Compared(WorldRig.parameter("blend"), Compared.Is.AT, 5, 5),
                new Not(new Known(level)))) {
            ForEach written = new ForEach("bank", 2, where, SET);
            assertThat(written.filled(new Typed(typed(written, rig)), rig)).isEqualTo(written);
        }
        ForEach written = new ForEach("bank", 1, new Known(level), SET);
        Map<String, String> other = typed(written, rig);
        other.put("focus", "deck");
        assertThat(written.filled(new Typed(other), rig))
                .as("what is said of each place goes along")
                .isEqualTo(new ForEach(
                        "deck",
                        1,
                        new Known(ForEach.its("deck", "level")),
                        new SetTo(ForEach.its("deck", "level"), new Value.Fixed(7))));
        other.put("every", "1.5");
        assertThatThrownBy(() -> written.filled(new Typed(other), rig)).hasMessage("expected a whole number of 1–64");
    }

    private static Map<String, String> typed(ForEach action, Rig rig) {
        Map<String, String> typed = new HashMap<>();
        action.fields(rig).forEach(field -> typed.put(field.name(), field.value()));
        return typed;
    }

    @Test
    void whatCannotBeForEachIsRefused() {
        assertThatThrownBy(() -> new ForEach("bank", 1, ALWAYS, new Wait(1))).isInstanceOf(Mistake.class);
        assertThatThrownBy(() -> new ForEach("bank", 0, ALWAYS, SET)).isInstanceOf(Mistake.class);
        assertThat(new ForEach("gone", 1, ALWAYS, SET).fault(WorldRig.empty(), Shape.WHOLE, 1))
                .isPresent();
        assertThat(new ForEach("bank", 1, ALWAYS, new SetTo(ForEach.its("bank", "nothing"), new Value.Fixed(1)))
                        .fault(WorldRig.empty(), Shape.WHOLE, 1))
                .hasValue("There is no place that has what it sets.");
    }

    private void open(Action action) {
        Mapping mapping = new Mapping(
                "m1",
                new When(List.of(WorldRig.control("pad2", "gate"))),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(action)),
                new Show(List.of()));
        bench = new Bench(WorldRig.empty().apply(Edit.add("add", new Part.OfMapping(mapping))));
    }

    private void hit() {
        bench.sent.clear();
        bench.arrive("box", new MidiMessage.NoteOn(1, WorldRig.FIRST_PAD + 2, 100));
    }

    private List<String> said() {
        return bench.words("desk");
    }
}
