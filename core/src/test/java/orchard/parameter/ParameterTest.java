package orchard.parameter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import orchard.mistake.Mistake;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Laws, display and what people may type. */
class ParameterTest {

    private static final Range HERTZ = new Range(200, 8000, "Hz");
    private static final Range DECIBELS = new Range(-60, 6, "dB");
    private static final Law LOGARITHMIC = new Law.Logarithmic();
    private static final Law TAPER = new Law.DecibelTaper();

    @Test
    void middleOfALogarithmicRangeIsTheGeometricMean() {
        assertThat(LOGARITHMIC.real(0.5, HERTZ)).isCloseTo(Math.sqrt(200.0 * 8000), within(1e-9));
        assertThat(Display.text(LOGARITHMIC.real(0.5, HERTZ), "Hz")).isEqualTo("1.26 kHz");
    }

    @Test
    void taperGivesTheUpperHalfToTheLoudLevels() {
        assertThat(TAPER.real(0, DECIBELS)).isEqualTo(-60, within(1e-9));
        assertThat(TAPER.real(1, DECIBELS)).isEqualTo(6, within(1e-9));
        assertThat(TAPER.real(0.5, DECIBELS)).isBetween(-7.0, -4.0);
    }

    @Property
    void positionUndoesRealForEveryContinuousLaw(
            @ForAll("continuous") Law law, @ForAll @DoubleRange(min = 0, max = 1) double position) {
        for (Range range : List.of(HERTZ, new Range(1, 2, ""))) {
            assertThat(law.position(law.real(position, range), range)).isCloseTo(position, within(1e-9));
        }
    }

    @Property
    void steppedLawsStandStillOnTheirSteps(@ForAll @DoubleRange(min = 0, max = 1) double position) {
        for (Law law : List.of(new Law.Stepped(5), new Law.Named(List.of("low", "mid", "high")))) {
            Range range = new Range(0, law instanceof Law.Named ? 2 : 8, "");
            double settled = law.position(law.real(position, range), range);
            assertThat(law.position(law.real(settled, range), range)).isEqualTo(settled);
            assertThat(Math.abs(settled - position)).isLessThanOrEqualTo(0.25 + 1e-9);
        }
    }

    @ParameterizedTest
    @CsvSource({"200 Hz,200", "1.2k,1200", "1.2 kHz,1200", "'0,5k',500", "1e3,", "300 dB,", "100,", "'',", "Hz,"})
    void readsWhatPeopleType(String typed, Double hertz) throws Quantity.Unreadable {
        if (hertz == null) {
            assertThatThrownBy(() -> Quantity.parse(typed, LOGARITHMIC, HERTZ)).isInstanceOf(Quantity.Unreadable.class);
        } else {
            assertThat(Quantity.parse(typed, LOGARITHMIC, HERTZ)).isEqualTo(hertz);
        }
    }

    @Test
    void readsMinusSignsNamesAndSaysWhatIsOutOfReach() throws Quantity.Unreadable {
        assertThat(Quantity.parse("−6 dB", TAPER, DECIBELS)).isEqualTo(-6);
        assertThat(Quantity.parse("On", new Law.Named(List.of("off", "on")), new Range(0, 1, "")))
                .isEqualTo(1);
        assertThatThrownBy(() -> Quantity.parse("7 dB", TAPER, DECIBELS))
                .hasMessage("Out of reach: this parameter goes from −60.0 dB to 6.0 dB");
    }

    @ParameterizedTest
    @CsvSource({
        "-0.04,dB,0.0 dB",
        "-6,dB,−6.0 dB",
        "200,Hz,200 Hz",
        "8000,Hz,8.00 kHz",
        "45,%,45 %",
        "0.25,Hz,0.25 Hz",
        "3,'',3"
    })
    void showsThreeDigitsAndTheUnit(double real, String unit, String text) {
        assertThat(Display.text(real, unit)).isEqualTo(text);
    }

    @Test
    void refusesRangesWithoutWidth() {
        assertThatThrownBy(() -> new Range(1, 1, "")).isInstanceOf(Mistake.class);
        assertThatThrownBy(() -> new Range(Double.NaN, 1, "")).isInstanceOf(Mistake.class);
    }

    @Provide
    Arbitrary<Law> continuous() {
        return Arbitraries.of(new Law.Linear(), LOGARITHMIC, TAPER);
    }
}
