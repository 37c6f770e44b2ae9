package orchard.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import orchard.engine.WorldRig;
import orchard.mapping.Mapping;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import org.junit.jupiter.api.Test;

/** Where clauses stand in the text of a sentence. */
class PhrasesTest {

    private static List<String> found(String text) {
        List<String> found = new ArrayList<>();
        Phrases.of(text)
                .forEach(place ->
                        found.add(place.clause() + place.branch() + " " + text.substring(place.from(), place.to())));
        return found;
    }

    @Test
    void everyClauseIsFoundWhereItStands() {
        assertThat(found(
                        "m1: When \"Pad 𝄞\" of \"Box\" or \"Pad 2\" of \"Box\" is hit, in \"Storm\", while layer \"Clear\" is on,"
                                + " shape inverted, set \"Level\" of \"Desk\", stop everything; otherwise set \"Mute\" to \"on\","
                                + " and when it is let go, set \"Mute\" to \"off\","
                                + " show its value on \"LED\" of \"Box\"."))
                .containsExactly(
                        "when0 \"Pad 𝄞\" of \"Box\"",
                        "when0 \"Pad 2\" of \"Box\"",
                        "layers0 \"Storm\"",
                        "while0 layer \"Clear\" is on",
                        "shape0 inverted",
                        "do0 \"Level\" of \"Desk\"",
                        "do0 stop everything",
                        "do1 \"Mute\"",
                        "do1 \"Mute\"",
                        "show0 its value on \"LED\" of \"Box\"");
    }

    @Test
    void whatCannotBeReadHasNone() {
        assertThat(Phrases.of("When \"Pad 1\" is")).isEmpty();
        assertThat(Phrases.of("")).isEmpty();
        assertThat(Phrases.of("When " + "(".repeat(5_000))).isEmpty();
    }

    /** Whatever is written is found again, in order and without overlapping. */
    @Property(tries = 200)
    void everySentenceHasItsPlaces(@ForAll @IntRange(max = 100_000) int seed) {
        Mapping mapping = WorldRig.mapping("m1", seed);
        Rig rig = WorldRig.empty().apply(Edit.add("add", new Part.OfMapping(mapping)));
        String text = new SentenceWriter(rig, rig.gear()).written(mapping);
        List<Phrases.Place> places = Phrases.of(text);
        assertThat(places).isNotEmpty();
        int end = 0;
        for (Phrases.Place place : places) {
            assertThat(place.from()).as("%s in %s", place, text).isGreaterThanOrEqualTo(end);
            assertThat(place.to()).isGreaterThan(place.from());
            end = place.to();
        }
    }
}
