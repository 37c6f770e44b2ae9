package orchard.gear;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Comparator;
import java.util.List;
import orchard.mistake.Mistake;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A device is known by the beginnings of its addresses, and by nothing that only looks like them. */
class RootsTest {

    @ParameterizedTest
    @CsvSource({
        "/pedal, /pedal, true",
        "/pedal, /pedal/1, true",
        "/pedal, /pedals/1, false",
        "/pedal/1, /pedal/1/x, true",
        "/pedal/1, /pedal/10, false",
        "/pedal/1, /pedal, false",
        "/fx*, /fx12/wet, true",
        "/fx*, /f/x, false",
        "'/{left,right}/1', /right/1/level, true",
        "'/{left,right}/1', /right/2, false",
        "/pedal/1, /*/1, true",
        "/pedal/1, /pedal/*, true",
        "/pedal/1, //x, true",
        "/pedal/1, /xy*, false"
    })
    void aRootTakesWhatBeginsWithItsParts(String root, String address, boolean takes) {
        assertThat(Roots.of(root).roots().get(0).takes(address)).isEqualTo(takes);
    }

    @ParameterizedTest
    @CsvSource({
        "/wand, 10.0.0.5:9000, true",
        "/wand@10.0.0.5, 10.0.0.5:9000, true",
        "/wand@10.0.0.5, 10.0.0.50:9000, false",
        "/wand@10.0.0.5:9000, 10.0.0.5:9000, true",
        "/wand@10.0.0.5:9000, 10.0.0.5:9001, false",
        "/wand@10.0.0.5, tcp:10.0.0.5:1234, true"
    })
    void aRootWithASenderIsTakenFromNobodyElse(String root, String target, boolean takes) {
        assertThat(Roots.of(root).roots().get(0).takesFrom(target)).isEqualTo(takes);
    }

    @Test
    void theNearestIsFirst() {
        Comparator<Roots.Root> nearest = Roots.NEAREST_FIRST;
        assertThat(Roots.of("/a* /a /a@10.0.0.5 /a/b").roots().stream()
                        .sorted(nearest)
                        .map(Roots.Root::text))
                .containsExactly("/a@10.0.0.5", "/a/b", "/a", "/a*");
    }

    @Test
    void theyAreReadAsTyped() {
        assertThat(Roots.of(" /pedal,  /xy /pedal ").text()).isEqualTo("/pedal /xy");
        assertThat(Roots.of("/a").and(Roots.of("/fx* /a")).text()).isEqualTo("/a /fx*");
        assertThat(Roots.of("/fx*")).isEqualTo(Roots.of("/fx*"));
        assertThat(List.of(Roots.of("/a/b@10.0.0.5:9").roots().get(0).first())).containsExactly("/a");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "wand", "/", "/wand/", "/wa nd", "/wand@", "/a#b", "@10.0.0.5"})
    void whatIsNoneIsRefusedWithAnExample(String text) {
        assertThatThrownBy(() -> Roots.of(text))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining("like /wand")
                .extracting(e -> ((Mistake) e).field())
                .isEqualTo("in");
    }
}
