package orchard.text;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.engine.WorldRig;
import orchard.rig.Rig;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What cannot be understood is said at its place, and the rest of the text is read all the same. */
class BadTextTest {

    private static final Rig RIG = WorldRig.empty();

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            When "Knob" of "Box" turns, frobnicate "mute". | 29 | “frobnicate” does not fit here; expected “in”, “for”, “while”, “shape”
            When "Knob" of "Box" turns, set "mutt". | 33 | there is no parameter “mutt”
            When "Knob" of "Box" turns, set "cutof" of "Desk". | 33 | there is no parameter “cutof” of "Desk"; did you mean "Surf › cutoff"?
            When "Knob" of "Bix" turns, set "mute". | 16 | there is no device “Bix”; did you mean "Box"?
            When "Knob" of "Box" turns, in "Strom", set "mute". | 32 | there is no layer “Strom”
            When "Knob" of "Box" | 21 | the sentence ends here; expected
            When "Knob" of "Box" turns, set "mute | 33 | a name begins here with a quote and does not end on its line
            When "Knob" of "Box" turns, while "cutoff" is above 3 dB, set "mute". | 53 | “dB” is not this parameter's unit: it is measured in Hz
            When "Knob" of "Box" turns, while "cutoff" is above 9 kHz, set "mute". | 53 | Out of reach: this parameter goes from 200 Hz to 8.00 kHz
            When "Knob" of "Box" turns, set "cutoff" to 9000. | 45 | out of reach: cutoff goes from 200 Hz to 8000 Hz
            When "Knob" of "Box" turns, set "mode" to "e". | 43 | Expected one of a, b, c, d
            When 0 s have passed, stop everything. | 6 | what happens every so often happens every 0.05 s to 86,400 s
            When "Knob" of "Box" turns, bring "cutoff" to 300 over 10 h. | 59 | “h” is no unit of time: expected s, ms or min
            When "Knob" of "Box" turns, bring "cutoff" to 300 over 600 min. | 29 | a ramp takes 0.05 s to an hour
            When "Knob" of "Box" turns, wait 0 s. | 29 | a wait lasts between 1 ms and 600 s
            When "Knob" of "Box" turns, set 4th of "Bank" › "level". | 33 | “Bank” is 2 places wide, so there is no 4th
            When "Knob" of "Box" turns, set 1st of "Bank" › "nothing". | 49 | there is no parameter “nothing” in the places of "Bank"
            When "Knob" of "Box" turns, set "mute" to 1; otherwise stop everything; and tap "tempo". | 73 | either every case
            When "Knob" of "Box" turns, send "CC 200 = 1" to "Synth". | 34 | The controller is 0–127, not “200”
            When "Knob" of "Box" turns, set "mute" to 1, and when it is let go, set "cutoff". | 29 | what follows the control
            When "torque" of "Knob" of "Box" turns, set "mute". | 6 | "Knob" does not send “torque”
            When "Knob" of "Box" turns, set its "level" to 3. | 33 | “its” is told of each place of a focus, behind “for each of”
            When "Knob" of "Box" turns, for each of "Bank", set its "levl" to 3. | 57 | there is no parameter “levl” in the places of "Bank"
            When "Knob" of "Box" turns, for each of "Bank", wait 1 s. | 29 | for each place a parameter is set
            When any of "Knob" to "Pad 1" of "Box" turns, show its value on "Ring" of "Box". | 47 | “show” does not fit here
            """)
    void whatCannotBeUnderstoodIsSaidAtItsPlace(String text, int column, String message) {
        Sheet sheet = Sheet.of("m1: When \"Knob\" of \"Box\" turns, set \"mute\".\n" + text + "\n", RIG, RIG.gear());
        assertThat(sheet.lines()).hasSize(1);
        assertThat(sheet.problems()).hasSize(1);
        Problem problem = sheet.problems().get(0);
        assertThat(problem.message()).contains(message).doesNotContain("RULE").doesNotContain("<");
        assertThat(problem.line()).isEqualTo(2);
        assertThat(problem.column()).as(problem.message()).isEqualTo(column);
    }

    @Test
    void oneBadSentenceDoesNotHideTheNext() {
        Sheet sheet = Sheet.of(
                "m1: nonsense. m2: When \"Knob\" of \"Box\" turns, set \"mute\".\nm3: more nonsense\nm2: stop.",
                RIG,
                RIG.gear());
        assertThat(sheet.lines()).extracting(Sheet.Line::id).containsExactly("m2");
        assertThat(sheet.problems()).extracting(Problem::line).containsExactly(1, 2, 3);
    }

    @Test
    void aSentenceThatDoesNotEndDoesNotSwallowTheNext() {
        Sheet sheet = Sheet.of(
                "m1: When \"Knob\" of \"Box\" turns, set\nm2: When \"Knob\" of \"Box\" turns, set \"mute\".",
                RIG,
                RIG.gear());
        assertThat(sheet.lines()).extracting(Sheet.Line::id).containsExactly("m2");
        assertThat(sheet.problems()).hasSize(1);
        assertThat(sheet.problems().get(0).line()).isEqualTo(1);
        assertThat(sheet.problems().get(0).message()).startsWith("the sentence ends here; expected a parameter");
    }

    @Test
    void placesAreCountedAsATextFieldCountsThem() {
        assertThat(Sheet.of("When \"Knob\" of \"Box\" turns, set \"🌊🌊\", x.", RIG, RIG.gear())
                        .problems()
                        .get(0)
                        .column())
                .isEqualTo("When \"Knob\" of \"Box\" turns, set \"🌊🌊\", x".length());
    }

    @Test
    void noSentenceStandsTwice() {
        String one = "m1: When \"Knob\" of \"Box\" turns, set \"mute\".\n";
        assertThat(Sheet.of(one + one, RIG, RIG.gear()).problems())
                .containsExactly(new Problem(2, 1, "there are two sentences m1 in this text"));
    }

    @Test
    void aTextOfAnyLengthIsReadOrRefused() {
        String one = "When \"Knob\" of \"Box\" turns, while layer \"Layer storm\" is on, set \"cutoff\" to 300 Hz.\n";
        assertThat(Sheet.of(one.repeat(10_000), RIG, RIG.gear()).lines()).hasSize(10_000);
        assertThat(Sheet.of("\"".repeat(Sheet.LONGEST + 1), RIG, RIG.gear()).problems())
                .extracting(Problem::message)
                .containsExactly("the text is too long: 8,000,001 letters, and 8,000,000 can be read");
        assertThat(Sheet.of("When \"Knob\" of \"Box\" turns, frobnicate.\n".repeat(10_000), RIG, RIG.gear())
                        .problems())
                .hasSize(10_000)
                .last()
                .isEqualTo(new Problem(10_000, 29, "“frobnicate” does not fit here"));
        String deep = "When \"Knob\" of \"Box\" turns, while " + "not (".repeat(3000) + "always" + ")".repeat(3000)
                + ", stop everything.";
        assertThat(Sheet.of(deep, RIG, RIG.gear()).problems()).hasSize(1);
        assertThat(Sheet.of("", RIG, RIG.gear()))
                .isEqualTo(new Sheet(java.util.List.of(), java.util.List.of(), java.util.Set.of()));
    }
}
