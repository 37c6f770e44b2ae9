package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EncodingTest {

    @ParameterizedTest
    @CsvSource({
        "TWOS_COMPLEMENT, 1, 1",
        "TWOS_COMPLEMENT, 63, 63",
        "TWOS_COMPLEMENT, 127, -1",
        "TWOS_COMPLEMENT, 65, -63",
        "OFFSET_64, 65, 1",
        "OFFSET_64, 63, -1",
        "OFFSET_64, 64, 0",
        "SIGN_AND_MAGNITUDE, 1, 1",
        "SIGN_AND_MAGNITUDE, 65, -1",
        "SIGN_AND_MAGNITUDE, 127, -63"
    })
    void readsSteps(Encoding encoding, int number, int steps) {
        assertThat(encoding.steps(number)).isEqualTo(steps);
    }

    @Property
    void stepsSurviveTheWire(@ForAll("relative") Encoding encoding, @ForAll @IntRange(min = -63, max = 63) int steps) {
        assertThat(encoding.number(steps)).isBetween(0, 127);
        assertThat(encoding.steps(encoding.number(steps))).isEqualTo(steps);
    }

    @Provide
    Arbitrary<Encoding> relative() {
        return Arbitraries.of(Encoding.TWOS_COMPLEMENT, Encoding.OFFSET_64, Encoding.SIGN_AND_MAGNITUDE);
    }
}
