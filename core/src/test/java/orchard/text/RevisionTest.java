package orchard.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.engine.WorldRig;
import orchard.mapping.Mapping;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import org.junit.jupiter.api.Test;

/** What a text makes of a rig. */
class RevisionTest {

    private static final Rig RIG = WorldRig.empty()
            .apply(new Edit(
                    "some",
                    List.of(
                            new Edit.Change(null, new Part.OfMapping(WorldRig.mapping("m1", 1))),
                            new Edit.Change(null, new Part.OfMapping(WorldRig.mapping("m2", 2))),
                            new Edit.Change(null, new Part.OfMapping(WorldRig.mapping("m3", 3))))));
    private static final List<String> ALL = List.of("m1", "m2", "m3");
    private static final String STOP = "When \"Knob\" of \"Box\" turns, stop everything.";

    @Test
    void aTextThatIsLeftAsItIsChangesNothing() {
        assertThat(revision(text(ALL), ALL).changes()).isEmpty();
    }

    @Test
    void oneTextIsOneEditThatCanBeTakenBack() {
        Revision revision = revision("m1: " + STOP + "\n" + text(List.of("m2")) + STOP, ALL);
        assertThat(revision.problems()).isEmpty();
        assertThat(revision.changes()).extracting(Revision.Change::line).containsExactly(1, 2 + lines("m2"), 0);
        Edit edit = revision.edit("as text");
        Rig next = RIG.apply(edit);
        assertThat(next.mappings()).extracting(Mapping::id).containsExactlyInAnyOrder("m1", "m2", "m4");
        assertThat(next.mapping("m2")).isEqualTo(RIG.mapping("m2"));
        assertThat(next.apply(edit.inverse()).mappings()).isEqualTo(RIG.mappings());
    }

    @Test
    void whatStandsOutsideTheTextStays() {
        assertThat(revision("m1: " + STOP, List.of("m1")).changes()).hasSize(1);
    }

    @Test
    void aTextWithAMistakeChangesNothingAtAll() {
        Revision revision = revision("m1: " + STOP + " m2: nonsense.", ALL);
        assertThat(revision.problems()).hasSize(1);
        assertThat(revision.changes()).noneMatch(change -> change.after() == null);
    }

    @Test
    void aNewSentenceTakesNoIdThatStandsInTheText() {
        assertThat(revision(STOP + " m4: " + STOP + " " + STOP, List.of()).changes())
                .extracting(change -> change.after().id())
                .containsExactly("m5", "m4", "m6");
    }

    @Test
    void idsOfOtherThingsAreRefused() {
        assertThat(revision("storm: " + STOP, List.of()).problems())
                .containsExactly(
                        new Problem(1, 1, "“storm” cannot be the id of a sentence: leave it away, and it gets one"));
        assertThat(revision("m9: " + STOP, List.of("m9")).problems())
                .containsExactly(new Problem(1, 1, "m9 was deleted meanwhile: take its id away to make it anew"));
        assertThat(revision("m9: " + STOP, List.of()).changes())
                .extracting(change -> change.after().id())
                .containsExactly("m9");
    }

    private static Revision revision(String text, List<String> shown) {
        return Revision.of(text, "", shown, RIG, RIG, RIG.gear());
    }

    /** A sentence that stands twice is a mistake, also where both stand as one of them stood. */
    @Test
    void aSentenceThatIsLeftAloneStandsOnce() {
        String begun = text(List.of("m1"));
        assertThat(Revision.of(begun + begun, begun, ALL, RIG, RIG, RIG.gear()).problems())
                .extracting(Problem::message)
                .containsExactly("there are two sentences m1 in this text");
        assertThat(Revision.of(begun.replace("\n", "  # the same\n"), begun, List.of("m1"), RIG, RIG, RIG.gear())
                        .changes())
                .isEmpty();
    }

    /** Somebody else changed one sentence and deleted another meanwhile; this text left both as they were shown. */
    @Test
    void whatIsLeftAloneStaysAsSomebodyElseMadeIt() {
        String begun = text(ALL);
        Mapping one = RIG.mapping("m1").orElseThrow();
        Mapping two = RIG.mapping("m2").orElseThrow();
        Rig meanwhile = RIG.apply(new Edit(
                "meanwhile",
                List.of(
                        new Edit.Change(new Part.OfMapping(one), new Part.OfMapping(one.in(List.of("storm")))),
                        new Edit.Change(new Part.OfMapping(two), null))));
        Revision revision = Revision.of(begun + STOP, begun, ALL, meanwhile, meanwhile, meanwhile.gear());
        assertThat(revision.problems()).isEmpty();
        assertThat(revision.changes()).extracting(Revision.Change::before).containsExactly((Mapping) null);
        Revision touched =
                Revision.of(text(List.of("m2")) + "m1: " + STOP, begun, ALL, meanwhile, meanwhile, meanwhile.gear());
        assertThat(touched.changes().get(0).before())
                .isEqualTo(meanwhile.mapping("m1").orElseThrow());
    }

    private static int lines(String id) {
        return (int) text(List.of(id)).lines().count();
    }

    private static String text(List<String> ids) {
        return SentencesTest.writer(RIG)
                .written(ids.stream().map(id -> RIG.mapping(id).orElseThrow()).toList());
    }
}
