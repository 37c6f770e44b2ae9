package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import orchard.mistake.Mistake;
import orchard.signal.Stroke.Modifier;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class KeystrokesTest {

    private static final Function<String, Object> NOTHING = name -> null;

    @Test
    void whatIsTypedReadsAsItIsSaid() {
        Keystrokes keys = Keystrokes.of(
                "Window \"Tracks\" or „Mixer“,CTRL+Shift+T , wait 300 ms,“Surf, \\\"new\\\" ”, value 1 to 16, down 3 times, Enter");
        assertThat(keys.steps())
                .containsExactly(
                        new Keystrokes.Front(List.of("Tracks", "Mixer"), false),
                        new Keystrokes.Struck(new Stroke(Set.of(Modifier.CTRL, Modifier.SHIFT), "t"), 1),
                        new Keystrokes.Pause(0.3),
                        new Keystrokes.Text("Surf, \"new\" "),
                        new Keystrokes.Number(1, 16, 0),
                        new Keystrokes.Struck(new Stroke(Set.of(), "down"), 3),
                        new Keystrokes.Struck(new Stroke(Set.of(), "enter"), 1));
        assertThat(keys.text())
                .isEqualTo("window “Tracks” or “Mixer”, ctrl+shift+t, wait 0.3 s, “Surf, \\\"new\\\" ”, value 1 to 16, "
                        + "down 3 times, enter");
    }

    @Test
    void theValueIsWrittenWithAsManyPlacesAsItsEnds() {
        Keystrokes keys = Keystrokes.of("window “A”, value 0 to 127, value -1.00 to 1.00");
        assertThat(keys.at(0.5, NOTHING).text()).isEqualTo("window “A”, “64”, “0.00”");
        assertThat(keys.at(0, NOTHING).text()).isEqualTo("window “A”, “0”, “-1.00”");
        assertThat(keys.at(0.4999, NOTHING).text()).isEqualTo("window “A”, “63”, “0.00”");
    }

    @Test
    void whatStoodInAMessageIsWrittenAndIsNeverAnotherKey() {
        Keystrokes keys = Keystrokes.of("window “A”, {track}, tab, { title }, enter");
        assertThat(keys.text()).isEqualTo("window “A”, {track}, tab, {title}, enter");
        assertThat(keys.names()).containsExactly("track", "title");
        assertThat(keys.at(0, Map.<String, Object>of("track", 12.0, "title", "Low \"Water\"\n\trm")::get)
                        .text())
                .isEqualTo("window “A”, “12”, tab, “Low \\\"Water\\\"rm”, enter");
        assertThat(keys.at(0, Map.<String, Object>of("track", -0.25, "title", "")::get)
                        .text())
                .isEqualTo("window “A”, “-0.25”, tab, enter");
        assertThat(keys.at(0, Map.<String, Object>of("track", 1.0, "title", "x".repeat(5_000))::get)
                        .steps())
                .hasSize(5);
        for (Object unknown : new Object[] {Double.NaN, 1e12, List.of()}) {
            assertThatThrownBy(() -> keys.at(0, name -> unknown))
                    .isInstanceOf(Mistake.class)
                    .hasMessageContaining("nothing is known for “track”");
        }
        assertThatThrownBy(() -> keys.at(0, NOTHING)).hasMessageContaining("nothing is typed");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "ctrl+t | Say first which window",
                "`` | Say first which window",
                "window Tracks | There is no key “window tracks”",
                "window | by its title",
                "window “” | by its title",
                "window “A” “B” | with or between",
                "window “A” or | another title is missing",
                "window “A”, {} | is written {level}",
                "window “A”, {two words} | is written {level}",
                "window “A”, entre | There is no key “entre”: some that begin so are enter, escape, end",
                "window “A”, ctrl+ | lacks the key",
                "window “A”, fn+t | “fn” in “fn+t” is no key that is held",
                "window “A”, “Surf | is not closed",
                "window “A”, “Surf” enter | a comma is missing",
                "window “A”, enter “Surf” | a comma is missing",
                "window “A”,, enter | Between two commas",
                "window “A”, wait a bit | a wait is written wait 0.5 s",
                "window “A”, wait 61 s | up to 60 s",
                "window “A”, value 1 | a value is written value 0 to 100",
                "window “A”, value 0.00001 to 1 | up to 4 places",
                "window “A”, tab 0 times | 1–1000 times",
                "window “A”, f25 | There is no key “f25”",
            })
    void whatCannotBeReadIsNamed(String text, String sentence) {
        assertThatThrownBy(() -> Keystrokes.of(text))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining(sentence);
    }

    @Test
    void aTextHasNoLineEnds() {
        assertThatThrownBy(() -> Keystrokes.of("window “A”, “one\ntwo”"))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining("write enter or tab");
    }

    @Property(tries = 500)
    void whatIsWrittenIsReadAgain(@ForAll("keystrokes") Keystrokes keys) {
        assertThat(Keystrokes.of(keys.text())).isEqualTo(keys);
    }

    @Provide
    Arbitrary<Keystrokes> keystrokes() {
        Arbitrary<String> text = Arbitraries.strings()
                .withChars("aZ9 ,.\\\"“”„+é§語")
                .withChars('\'', ':')
                .ofMinLength(1)
                .ofMaxLength(12);
        Arbitrary<String> title = text.filter(one -> !one.isBlank());
        Arbitrary<String> named = Arbitraries.of(Stroke.NAMES);
        Arbitrary<String> character =
                Arbitraries.strings().withChars("abzA09.;-§é*/+,\" ").ofLength(1);
        Arbitrary<Stroke> stroke = Combinators.combine(
                        Arbitraries.of(Modifier.class).set(), Arbitraries.oneOf(named, character))
                .as(Stroke::new);
        Arbitrary<Keystrokes.Front> front = Combinators.combine(
                        title.list().ofMinSize(1).ofMaxSize(3), Arbitraries.of(true, false))
                .as(Keystrokes.Front::new);
        Arbitrary<Keystrokes.Step> step = Arbitraries.oneOf(
                front.map(one -> one),
                text.map(Keystrokes.Text::new),
                Arbitraries.of("level", "x1", "Größe").map(Keystrokes.Told::new),
                Combinators.combine(stroke, Arbitraries.integers().between(1, 30))
                        .as(Keystrokes.Struck::new),
                Arbitraries.integers().between(1, 60_000).map(millis -> new Keystrokes.Pause(millis / 1_000.0)),
                Combinators.combine(
                                Arbitraries.integers().between(-999, 999),
                                Arbitraries.integers().between(-999, 999),
                                Arbitraries.integers().between(0, 2))
                        .as((low, high, places) -> new Keystrokes.Number(
                                low / Math.pow(10, places), high / Math.pow(10, places), places)));
        return Combinators.combine(front, step.list().ofMaxSize(8)).as((first, more) -> {
            List<Keystrokes.Step> all = new ArrayList<>();
            all.add(first);
            all.addAll(more);
            return new Keystrokes(all);
        });
    }
}
