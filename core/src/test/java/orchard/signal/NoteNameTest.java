package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.OptionalInt;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NoteNameTest {

    @ParameterizedTest
    @CsvSource({"60, C4, C3", "0, C-1, C-2", "127, G9, G8", "69, A4, A3", "61, C#4, C#3", "59, B3, B2"})
    void namesFollowTheOctaveConvention(int note, String four, String three) {
        assertThat(new NoteName(4).name(note)).isEqualTo(four);
        assertThat(new NoteName(3).name(note)).isEqualTo(three);
    }

    @ParameterizedTest
    @CsvSource({
        "60, 60",
        "c4, 60",
        "' C4 ', 60",
        "Db4, 61",
        "D♭4, 61",
        "c#4, 61",
        "B#3, 60",
        "Cb4, 59",
        "C−1, 0",
        "g9, 127"
    })
    void takesNumbersAndNames(String text, int note) {
        assertThat(new NoteName(4).note(text)).hasValue(note);
    }

    @ParameterizedTest
    @CsvSource({"128", "G#9", "H4", "C", "''", "C44", "-1", "4C", "Cb-1"})
    void refusesWhatIsNoNote(String text) {
        assertThat(new NoteName(4).note(text)).isEqualTo(OptionalInt.empty());
    }

    @Property
    void namesAreReadBack(@ForAll @IntRange(max = 127) int note, @ForAll @IntRange(min = 3, max = 4) int octave) {
        NoteName names = new NoteName(octave);
        assertThat(names.note(names.name(note))).hasValue(note);
    }
}
