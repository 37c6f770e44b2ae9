package orchard.gear;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** One of several, gone through in steps. */
class SelectorTest {

    private static Selector of(Selector.Ends ends) {
        return new Selector(
                new Selector.Owner(Selector.Kind.SONGS, "", ""),
                Stream.of("a", "b", "c", "d")
                        .map(id -> new Selector.Place(id, id.toUpperCase()))
                        .toList(),
                ends);
    }

    @ParameterizedTest
    @CsvSource({
        "a, 1, b, b",
        "d, 1, a, d",
        "a, -1, d, a",
        "b, 5, c, d",
        "'', 1, a, a",
        "'', -1, d, a",
        "gone, 1, a, a",
        "c, -9, b, a"
    })
    void stepsGoRoundOrStopAtTheEnds(String from, int by, String round, String stopping) {
        Selector wrap = of(Selector.Ends.WRAP);
        Selector stop = of(Selector.Ends.STOP);
        assertThat(wrap.id(wrap.onward(wrap.number(from), by))).isEqualTo(round);
        assertThat(stop.id(stop.onward(stop.number(from), by))).isEqualTo(stopping);
    }

    @ParameterizedTest
    @CsvSource({"a, 1, b", "b, 1, d", "c, 1, d", "c, -1, b", "d, 1, b", "'', 1, b"})
    void whereOnlySomeAreGoneThroughOneStandsWhereOneWouldAmongThem(String from, int by, String to) {
        Selector selector = of(Selector.Ends.WRAP);
        assertThat(selector.id(selector.onward(new int[] {2, 4}, selector.number(from), by)))
                .isEqualTo(to);
        assertThat(selector.onward(new int[0], 1, by)).isZero();
    }
}
