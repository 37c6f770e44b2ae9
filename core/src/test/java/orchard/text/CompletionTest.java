package orchard.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import orchard.engine.WorldRig;
import orchard.rig.Rig;
import org.junit.jupiter.api.Test;

/** What a text may go on with. */
class CompletionTest {

    private static final Rig RIG = WorldRig.empty();
    private static final String KNOB = "When \"Knob\" of \"Box\" turns, ";

    @Test
    void whatMayComeNextIsOffered() {
        assertThat(at("Wh")).contains("when");
        assertThat(at("When "))
                .contains("any of", "layer", "orchard begins", "\"Knob\" of \"Box\"", "\"Surf › tempo\" of \"Desk\"");
        assertThat(at("When \"kn")).containsExactly("\"Knob\" of \"Box\"");
        assertThat(at("When \"Knob\" of ")).containsExactly("\"Box\"");
        assertThat(at(KNOB)).contains("while", "in", "set", "stop", "hold").doesNotContain("show");
        assertThat(at(KNOB + "while layer ")).contains("\"Layer storm\"").doesNotContain("\"Box\"");
        assertThat(at(KNOB + "set 2nd of \"Bank\" › ")).contains("\"level\"");
        assertThat(at(KNOB + "set \"cut")).contains("\"Surf › cutoff\" of \"Desk\"");
        assertThat(at(KNOB + "set \"Surf › cutoff\" of \"Desk\" ")).contains("to", "( shape");
        assertThat(at(KNOB + "set \"Surf › cutoff\" of \"Desk\" to ")).contains("its default", "what");
        assertThat(at(KNOB + "stop everything, ")).contains("when it is let go,", "show", "it", "favourite");
        assertThat(at(KNOB + "go to song ")).containsExactly("\"Dusk\"", "\"Dawn\"");
        assertThat(at(KNOB + "stop everything. When layer ")).contains("\"Layer day\"");
    }

    @Test
    void whatIsOfferedStandsInsteadOfWhatIsBegun() {
        String begun = KNOB + "set \"cut";
        Completion completion = Completion.at(begun + " of whatever", begun.length(), RIG, RIG.gear());
        assertThat(begun.substring(completion.from())).isEqualTo("\"cut");
    }

    @Test
    void bracketsThousandsDeepOfferNothingAndDoNoHarm() {
        assertThat(at(KNOB + "while " + "(".repeat(19_000))).isEmpty();
        assertThat(at(KNOB + "while " + "not ".repeat(4_000))).isEmpty();
    }

    @Test
    void anyPlaceOfAnySentenceIsAnswered() {
        SentenceWriter writer = SentencesTest.writer(RIG);
        Random random = new Random(3);
        for (int i = 0; i < 60; i++) {
            String text = writer.written(WorldRig.mapping("m" + i, i));
            int caret = random.nextInt(text.length() + 1);
            Completion completion = Completion.at(text, caret, RIG, RIG.gear());
            assertThat(completion.from()).isBetween(0, caret);
            assertThat(completion.offers()).hasSizeLessThanOrEqualTo(Completion.MOST);
        }
    }

    private static List<String> at(String text) {
        return Completion.at(text, text.length(), RIG, RIG.gear()).offers();
    }
}
