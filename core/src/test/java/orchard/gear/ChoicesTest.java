package orchard.gear;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.parameter.Marks;
import org.junit.jupiter.api.Test;

/** What a performer chose outlives the profile it was chosen for. */
class ChoicesTest {

    private static final ParameterPage TONE = new ParameterPage("page1", "Tone", Marks.NONE, List.of());
    private static final Feel FIRM = new Feel(Control.Kind.PAD, Feel.Curve.NAMED.get(2), 120, 0, 0, 0, true);

    @Test
    void aNewerProfileTakesThePlaceAndTheChoicesStay() {
        Choices mine = Choices.NONE.lit(70).with(FIRM).withParameterPages(List.of(TONE));
        Profile newer = Profile.BLANK
                .with(new Traits(List.of(), List.of(), "cobble", true, List.of(), 0))
                .with(Choices.NONE.lit(20).with(Takeover.JUMP));
        Profile renewed = Profile.BLANK.with(mine).renewed(newer);
        assertThat(renewed.traits()).isEqualTo(newer.traits());
        assertThat(renewed.choices()).isEqualTo(mine.with(Takeover.JUMP));
    }

    @Test
    void whereNothingWasChosenTheProfileSuggests() {
        Choices suggested = Choices.NONE.lit(20).with(FIRM).withClusters(List.of(List.of("a", "b")));
        assertThat(Profile.BLANK.renewed(Profile.BLANK.with(suggested)).choices())
                .isEqualTo(suggested);
    }
}
