package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Min-centre-max, after the table in the MIDI Association's “MIDI 2.0 bit scaling and resolution”. */
class ResolutionTest {

    @ParameterizedTest
    @CsvSource({
        "0, 7, 16, 0",
        "1, 7, 16, 512",
        "64, 7, 16, 32768",
        "65, 7, 16, 33288",
        "127, 7, 16, 65535",
        "0, 7, 14, 0",
        "64, 7, 14, 8192",
        "127, 7, 14, 16383",
        "64, 7, 32, 2147483648",
        "127, 7, 32, 4294967295",
        "8192, 14, 32, 2147483648",
        "16383, 14, 32, 4294967295",
        "16383, 14, 7, 127",
        "8192, 14, 7, 64",
        "8191, 14, 7, 63"
    })
    void endsStayEndsAndTheMiddleTheMiddle(long number, int from, int to, long scaled) {
        assertThat(Resolution.scale(number, from, to)).isEqualTo(scaled);
    }

    @Property
    void upAndDownAgainIsTheSame(
            @ForAll @IntRange(max = 127) int number, @ForAll @IntRange(min = 7, max = 32) int bits) {
        assertThat(Resolution.scale(Resolution.scale(number, 7, bits), bits, 7)).isEqualTo(number);
    }

    @Property
    void positionsComeBackAsTheirNumber(@ForAll @IntRange(max = 16383) int number) {
        assertThat(Resolution.number(Resolution.position(number, 14), 14)).isEqualTo(number);
        assertThat(Resolution.number(Resolution.position(number >> 7, 7), 7)).isEqualTo(number >> 7);
    }

    @ParameterizedTest
    @CsvSource({"0, 7, 0", "64, 7, 0.5", "127, 7, 1", "8192, 14, 0.5", "16383, 14, 1"})
    void theExactMiddleIsAHalf(int number, int bits, double position) {
        assertThat(Resolution.position(number, bits)).isEqualTo(position);
    }
}
