package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Chords by the usual symbols. */
class ChordTest {

    private static final NoteName NAMES = new NoteName(4);

    private static BitSet notes(String names) {
        BitSet notes = new BitSet();
        for (String name : names.split(" ")) {
            notes.set(NAMES.note(name).orElseThrow());
        }
        return notes;
    }

    @ParameterizedTest
    @CsvSource({
        "C4 E4 G4, C",
        "E4 G4 C5, C/E",
        "D3 F3 A3 C4, Dm7 or F6/D",
        "F3 A3 C4 D4, F6 or Dm7/F",
        "B3 D4 F4, Bdim",
        "B3 D4 F4 G#4, Bdim7 or Ddim7/B or Fdim7/B or G#dim7/B",
        "C4 E4 G#4, Caug or Eaug/C or G#aug/C",
        "C3 G3, C5",
        "G2 B3 F4, G7",
        "C3 D3 E3 G3 A#3, C9",
        "C3 G3 C4 E4 G5, C",
        "C4 D4 G4, Csus2 or Gsus4/C",
        "C4 C#4 D4, C4 C#4 D4",
        "C4, C4",
        "C4 C5, C4 C5"
    })
    void areNamed(String notes, String name) {
        assertThat(Chord.words(notes(notes), NAMES)).isEqualTo(name);
    }

    /** Wherever the same notes lie, the names are the same, higher up. */
    @Property(tries = 500)
    void namesGoWithTheNotes(@ForAll @IntRange(min = 1, max = 4095) int shape, @ForAll @IntRange(max = 11) int by) {
        BitSet low = new BitSet();
        BitSet high = new BitSet();
        for (int i = 0; i < 12; i++) {
            if ((shape & 1 << i) != 0) {
                low.set(48 + i);
                high.set(48 + i + by);
            }
        }
        assertThat(Chord.names(high)).hasSameSizeAs(Chord.names(low));
        if (by == 0) {
            assertThat(Chord.names(high)).isEqualTo(Chord.names(low));
        }
        assertThat(Chord.names(low)).allSatisfy(name -> assertThat(name).matches("[A-G]#?[a-z0-9()/#]*(/[A-G]#?)?"));
    }
}
