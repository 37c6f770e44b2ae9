package orchard.mapping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import orchard.Gear;
import orchard.parameter.Parameter;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AdviceTest {

    private static Parameter parameter(String id) {
        return Gear.desk().profile().parameter(id).orElseThrow();
    }

    @ParameterizedTest
    @CsvSource({
        "cutoff, 0, 1, shares of the whole, 200, 8000",
        "cutoff, 0, 100, percent, 200, 8000",
        "cutoff, 50, 100, percent, 1264.9, 8000",
        "cutoff, 0, 127, controller, 200, 8000",
        "cutoff, 100, 20000, Out of reach, 200, 8000",
        "cutoff, 1000, 1010, under a twentieth, 200, 8000",
        "volume, 0, 1, shares of the whole, -60, 6"
    })
    void saysWhatIsOddAndWhatWasMeant(String id, double from, double to, String words, double low, double high) {
        Advice advice = Advice.of(from, to, parameter(id)).orElseThrow();
        assertThat(advice.text()).contains(words);
        assertThat(advice.low()).isCloseTo(low, within(0.1));
        assertThat(advice.high()).isCloseTo(high, within(0.1));
    }

    @Test
    void saysNothingOfARangeThatIsWellUsed() {
        assertThat(Advice.of(200, 8000, parameter("cutoff"))).isEmpty();
        assertThat(Advice.of(2000, 400, parameter("cutoff"))).as("downwards").isEmpty();
        assertThat(Advice.of(-12, 0, parameter("volume"))).isEmpty();
    }
}
