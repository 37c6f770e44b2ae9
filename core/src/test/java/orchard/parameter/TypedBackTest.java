package orchard.parameter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Whatever is shown of a value can be typed back. */
class TypedBackTest {

    private static final String[] UNITS = {"", "Hz", "kHz", "dB", "dB/oct", "1/16", "%", "°", "ms", "s", "BPM", "steps"
    };

    @Property(tries = 500)
    void theEndsOfEveryRangeAreInReach(
            @ForAll @DoubleRange(min = -20_000, max = 20_000) double low,
            @ForAll @DoubleRange(min = 0.01, max = 30_000) double width,
            @ForAll @IntRange(max = 11) int unit)
            throws Quantity.Unreadable {
        Range range = new Range(low, low + width, UNITS[unit]);
        for (double end : new double[] {range.low(), range.high()}) {
            String shown = Display.text(end, range.unit());
            double typed = Quantity.parse(shown, new Law.Linear(), range);
            assertThat(typed).as(shown).isCloseTo(end, within(Math.max(0.06, Math.abs(end) * 0.006)));
        }
    }

    @Property(tries = 500)
    void whatIsShownInTheMiddleIsReadBack(
            @ForAll @DoubleRange(min = 0, max = 1) double place, @ForAll @IntRange(max = 11) int unit)
            throws Quantity.Unreadable {
        Range range = new Range(0, 20_000, UNITS[unit]);
        String shown = Display.text(range.at(place), range.unit());
        assertThat(Quantity.parse(shown, new Law.Linear(), range)).isCloseTo(range.at(place), within(60.0));
    }

    @Test
    void unitsWithLettersSlashesAndDigitsAreRead() throws Quantity.Unreadable {
        assertThat(Quantity.parse("5 kHz", new Law.Linear(), new Range(0, 20, "kHz")))
                .isEqualTo(5);
        assertThat(Quantity.parse("5 kHz", new Law.Linear(), new Range(0, 20_000, "Hz")))
                .isEqualTo(5000);
        assertThat(Quantity.parse("24 dB/oct", new Law.Linear(), new Range(0, 48, "dB/oct")))
                .isEqualTo(24);
        assertThat(Quantity.parse("3 1/16", new Law.Linear(), new Range(0, 16, "1/16")))
                .isEqualTo(3);
        assertThat(Quantity.parse("1/16", new Law.Named(List.of("1/8", "1/16")), new Range(0, 1, "")))
                .isEqualTo(1);
    }

    @Test
    void namesThatStandTwiceAreAllReached() throws Quantity.Unreadable {
        Law.Named law = new Law.Named(List.of("saw", "Saw", "saw"));
        Range range = new Range(0, 2, "");
        for (int i = 0; i < 3; i++) {
            String shown = Display.text(i, law, range);
            assertThat(Quantity.parse(shown, law, range)).as(shown).isEqualTo(i);
        }
    }
}
