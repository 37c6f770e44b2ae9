package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import orchard.signal.MidiMessage.ControlChange;
import orchard.signal.MidiMessage.FineControlChange;
import orchard.signal.MidiMessage.ParameterNumber;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Halves that belong together, after MIDI 1.0 “Control Change” and RP-018. Sequences are written {@code cc=value}, {@code channel/cc=value}. */
class MidiJoinerTest {

    private final MidiJoiner joiner = new MidiJoiner();

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "7=64 39=5         | CC 7 and 39 = 8192, ch 1; CC 7 and 39 = 8197, ch 1",
                "39=5              | ''",
                "7=1 39=9 7=2      | CC 7 and 39 = 128, ch 1; CC 7 and 39 = 137, ch 1; CC 7 and 39 = 256, ch 1",
                "7=1 2/7=2 39=3    | CC 7 and 39 = 128, ch 1; CC 7 and 39 = 256, ch 2; CC 7 and 39 = 131, ch 1",
                "7=1 8=2 39=3      | CC 7 and 39 = 128, ch 1; CC 8 and 40 = 256, ch 1; CC 7 and 39 = 131, ch 1",
                "64=127 96=1       | ''"
            })
    void joinsControllers(String sequence, String joined) {
        assertThat(fine(sequence)).isEqualTo(joined);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "99=1 98=2 6=3 38=4        | NRPN 130 = 384, ch 1; NRPN 130 = 388, ch 1",
                "101=0 100=0 6=2           | RPN 0 = 256, ch 1",
                "98=2 99=1 6=3             | NRPN 130 = 384, ch 1",
                "6=3 38=4                  | ''",
                "99=1 6=3                  | ''",
                "99=1 98=2 101=127 100=127 6=3 | ''",
                "99=1 98=2 101=0 6=3       | ''",
                "99=1 98=2 6=3 98=5 6=4    | NRPN 130 = 384, ch 1; NRPN 133 = 512, ch 1",
                "99=1 98=2 96=0            | NRPN 130 up, ch 1",
                "99=1 98=2 6=3 96=0 97=0 97=0 | NRPN 130 = 384, ch 1; NRPN 130 up = 385, ch 1; NRPN 130 down = 384, ch 1; NRPN 130 down = 383, ch 1",
                "99=1 2/99=3 98=2 2/98=4 6=1 2/6=1 | NRPN 130 = 128, ch 1; NRPN 388 = 128, ch 2",
                "99=1 98=2 38=4            | ''"
            })
    void joinsParameterNumbers(String sequence, String joined) {
        assertThat(numbered(sequence)).isEqualTo(joined);
    }

    @Test
    void ofTooManyNumbersTheOldestAreForgottenAndNewOnesAreWhole() {
        MidiJoiner joiner = new MidiJoiner();
        MidiMessage.ParameterNumber last = null;
        for (int number = 0; number < 10_000; number++) {
            for (MidiMessage half : MidiJoiner.split(new MidiMessage.ParameterNumber(1, false, number, 1_000, 0))) {
                MidiMessage.ParameterNumber joined = joiner.numbered((MidiMessage.ControlChange) half);
                last = joined == null ? last : joined;
            }
        }
        assertThat(last).isEqualTo(new MidiMessage.ParameterNumber(1, false, 9_999, 1_000, 0));
    }

    @Test
    void stepsStopAtTheEnds() {
        assertThat(numbered("99=0 98=0 6=127 38=127 96=0")).endsWith("NRPN 0 up = 16383, ch 1");
        assertThat(numbered("99=0 98=0 6=0 97=0")).endsWith("NRPN 0 down = 0, ch 1");
    }

    @Property
    void joiningUndoesSplitting(
            @ForAll @IntRange(min = 1, max = 16) int channel,
            @ForAll @IntRange(max = 16382) int number,
            @ForAll @IntRange(max = 16383) int value,
            @ForAll boolean registered) {
        FineControlChange fine = new FineControlChange(channel, number % 32, value);
        ParameterNumber parameter = new ParameterNumber(channel, registered, number, value, 0);
        FineControlChange lastFine = null;
        for (MidiMessage part : MidiJoiner.split(fine)) {
            lastFine = joiner.fine((ControlChange) part);
        }
        ParameterNumber lastNumbered = null;
        for (MidiMessage part : MidiJoiner.split(parameter)) {
            lastNumbered = joiner.numbered((ControlChange) part);
        }
        assertThat(lastFine).isEqualTo(fine);
        assertThat(lastNumbered).isEqualTo(parameter);
    }

    private String fine(String sequence) {
        return words(changes(sequence).stream().map(joiner::fine).toList());
    }

    private String numbered(String sequence) {
        return words(changes(sequence).stream().map(joiner::numbered).toList());
    }

    private static String words(List<? extends MidiMessage> messages) {
        return String.join(
                "; ",
                messages.stream().filter(Objects::nonNull).map(Message::words).toList());
    }

    private static List<ControlChange> changes(String sequence) {
        List<ControlChange> changes = new ArrayList<>();
        for (String step : sequence.strip().split(" ")) {
            String[] parts = step.contains("/") ? step.split("[/=]") : ("1/" + step).split("[/=]");
            changes.add(new ControlChange(
                    Integer.parseInt(parts[0]), Integer.parseInt(parts[1]), Integer.parseInt(parts[2])));
        }
        return changes;
    }
}
