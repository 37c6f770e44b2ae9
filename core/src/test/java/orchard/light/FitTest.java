package orchard.light;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Locale;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Names and values on displays of few letters. */
class FitTest {

    @ParameterizedTest
    @CsvSource({
        "Cutoff,            7.72 kHz,    16, Cutoff 7.72 kHz",
        "Cutoff,            7.72 kHz,    12, Ctf 7.72 kHz",
        "Filter › Cutoff,   7.72 kHz,    15, Cutoff 7.72 kHz",
        "Resonance,         78,          10, Resonnc 78",
        "Level 1,           -12.0 dB,    12, Lv1 -12.0 dB",
        "Volume,            −12.0 dB,    10, −12.0 dB",
        "'',                -12.25 dB,    8, -12.25dB",
        "'',                -12.25 dB,    6, -12dB",
        "'',                -12.25 dB,    4, -12",
        "'',                8.00 kHz,     5, 8kHz",
        "Cutoff,            12345.67 Hz,  4, Ctff",
        "Oscillator 2,      '',           8, Oscllt 2",
        "Oscillator 12,     '',           5, Osc12",
        "Waveform,          '',           6, Wavfrm",
        "'',                Hollow bright,8, Hllwbrgh",
        "'',                on,           1, o",
        "Cutoff,            '',         200, Cutoff",
    })
    void itIsShortenedByMeaning(String name, String value, int letters, String expected) {
        assertThat(Fit.of(name, value, letters)).isEqualTo(expected);
    }

    /** Whatever it is: no more letters than there are, and a number that is shown is the number, rounded, and never a part of it. */
    @Test
    void noNumberIsEverCut() {
        Pattern number = Pattern.compile("-?\\d+(\\.\\d+)?");
        for (int seed = 0; seed < 5_000; seed++) {
            Random random = new Random(seed);
            double real = (random.nextDouble() - 0.5) * Math.pow(10, random.nextInt(6));
            String digits = String.format(Locale.ROOT, "%." + random.nextInt(4) + "f", real);
            String unit = new String[] {"", " dB", " kHz", "°", " %"}[random.nextInt(5)];
            String name = new String[] {"", "Cutoff", "Filter › Drive", "Very long name indeed"}[random.nextInt(4)];
            int letters = 1 + random.nextInt(20);
            String shown = Fit.of(name, digits + unit, letters);
            assertThat(shown.length()).as(name + digits + unit).isLessThanOrEqualTo(letters);
            Matcher found = number.matcher(shown);
            if (found.find()) {
                int decimals = found.group(1) == null ? 0 : found.group(1).length() - 1;
                assertThat(Math.abs(Double.parseDouble(found.group()) - Double.parseDouble(digits)))
                        .as(digits + unit + " in " + letters + " as " + shown)
                        .isLessThanOrEqualTo(0.5000001 * Math.pow(10, -decimals));
            }
        }
    }
}
