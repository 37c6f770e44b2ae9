package orchard.light;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** Colours are found by how they look, not by how their numbers differ. */
class PaletteTest {

    private static final Palette SMALL = palette("#ff0000", "#00ff00", "#0000ff", "#ffffff", "#402000", "#000000");

    private static Palette palette(String... colours) {
        return new Palette(IntStream.range(0, colours.length)
                .mapToObj(i -> new Palette.Entry(i + 1, colours[i]))
                .toList());
    }

    @Test
    void theNearestLooksMostAlike() {
        assertThat(SMALL.nearest("#d02010", 1)).isEqualTo(1);
        assertThat(SMALL.nearest("#f0f0e0", 1)).isEqualTo(4);
        assertThat(SMALL.nearest("#4060ff", 1)).isEqualTo(3);
        // by numbers alone this dark green is nearer to brown
        assertThat(palette("#402000", "#3f9a54").nearest("#106010", 1)).isEqualTo(2);
    }

    @Test
    void dimmerIsADarkerEntryButNeverADarkOne() {
        Palette amber = palette("#f0a028", "#5a3c10", "#140d04", "#000000");
        assertThat(amber.nearest("#f0a028", 1)).isEqualTo(1);
        assertThat(amber.nearest("#f0a028", 0.15)).isEqualTo(2);
        assertThat(amber.nearest("#f0a028", 0.001)).as("lit is lit").isEqualTo(2);
    }

    @Test
    void everyEntryIsNearestToItself() {
        List<String> colours = List.of("#d0402f", "#3f9a54", "#3f6fc0", "#e0a030", "#f4f0e6", "#8a5fe0", "#2fb3a6");
        Palette palette = palette(colours.toArray(String[]::new));
        for (int i = 0; i < colours.size(); i++) {
            assertThat(palette.nearest(colours.get(i), 1)).isEqualTo(i + 1);
        }
    }

    @Test
    void oneColourIsTakenForAllAndNoneForNothing() {
        assertThat(palette("#3f9a54").nearest("#d0402f", 0.2)).isEqualTo(1);
        assertThat(new Palette(List.of()).nearest("#d0402f", 1)).isEqualTo(-1);
    }

    @Test
    void huesGoOnceRound() {
        assertThat(Palette.hue(0)).isEqualTo(Palette.hue(360)).startsWith("#f2");
        assertThat(SMALL.nearest(Palette.hue(120), 1)).isEqualTo(2);
        assertThat(SMALL.nearest(Palette.hue(240), 1)).isEqualTo(3);
    }

    @Test
    void aColourIsANameOrSixDigits() {
        assertThat(Colours.checked(" Amber ")).isEqualTo("amber");
        assertThat(Colours.checked("#A0B0C0")).isEqualTo("#a0b0c0");
        assertThatThrownBy(() -> Colours.checked("mauve")).hasMessageContaining("red, orange, amber");
        assertThatThrownBy(() -> Colours.checked("#12")).hasMessageContaining("six hex digits");
    }
}
