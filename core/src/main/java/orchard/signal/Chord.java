package orchard.signal;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * What notes that sound together are called. Every note is tried as the root, and where several names are right all are told; the one whose root lies lowest comes
 * first. Names stand in the usual symbols: {@code Dm7/F} is D minor 7 with F below.
 */
public final class Chord {

    private static final String[] NOTES = {"C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"};
    private static final int OCTAVE = 12;

    /** What notes above a root are called, as bits by semitones. */
    private static final Map<Integer, String> SHAPES = new LinkedHashMap<>();

    static {
        shape("", 0, 4, 7);
        shape("m", 0, 3, 7);
        shape("dim", 0, 3, 6);
        shape("aug", 0, 4, 8);
        shape("sus2", 0, 2, 7);
        shape("sus4", 0, 5, 7);
        shape("6", 0, 4, 7, 9);
        shape("m6", 0, 3, 7, 9);
        shape("7", 0, 4, 7, 10);
        shape("7", 0, 4, 10);
        shape("maj7", 0, 4, 7, 11);
        shape("maj7", 0, 4, 11);
        shape("m7", 0, 3, 7, 10);
        shape("m7", 0, 3, 10);
        shape("m(maj7)", 0, 3, 7, 11);
        shape("m7(b5)", 0, 3, 6, 10);
        shape("dim7", 0, 3, 6, 9);
        shape("7sus4", 0, 5, 7, 10);
        shape("7(b5)", 0, 4, 6, 10);
        shape("7(#5)", 0, 4, 8, 10);
        shape("add9", 0, 2, 4, 7);
        shape("m(add9)", 0, 2, 3, 7);
        shape("6/9", 0, 2, 4, 7, 9);
        shape("9", 0, 2, 4, 7, 10);
        shape("9", 0, 2, 4, 10);
        shape("maj9", 0, 2, 4, 7, 11);
        shape("m9", 0, 2, 3, 7, 10);
        shape("m9", 0, 2, 3, 10);
        shape("7(b9)", 0, 1, 4, 7, 10);
        shape("7(#9)", 0, 3, 4, 7, 10);
        shape("11", 0, 2, 4, 5, 7, 10);
        shape("m11", 0, 2, 3, 5, 7, 10);
        shape("13", 0, 2, 4, 7, 9, 10);
        shape("13", 0, 4, 7, 9, 10);
        shape("5", 0, 7);
    }

    private Chord() {}

    private static void shape(String name, int... semitones) {
        int bits = 0;
        for (int semitone : semitones) {
            bits |= 1 << semitone;
        }
        SHAPES.put(bits, name);
    }

    /**
     * All right names of some notes, the one with its root lowest first; empty where they are no chord.
     *
     * @param notes numbers 0–127
     */
    public static List<String> names(BitSet notes) {
        if (notes.cardinality() < 2) {
            return List.of();
        }
        int lowest = notes.nextSetBit(0) % OCTAVE;
        int pitches = notes.stream().map(note -> 1 << note % OCTAVE).reduce(0, (a, b) -> a | b);
        List<String> names = new ArrayList<>();
        for (int up = 0; up < OCTAVE; up++) {
            int root = (lowest + up) % OCTAVE;
            String shape = (pitches & 1 << root) == 0 ? null : SHAPES.get(above(pitches, root));
            if (shape != null) {
                names.add(NOTES[root] + shape + (up == 0 ? "" : "/" + NOTES[lowest]));
            }
        }
        return names;
    }

    /** Pitches as they lie above a root. */
    private static int above(int pitches, int root) {
        int turned = pitches >> root | pitches << OCTAVE - root;
        return turned & (1 << OCTAVE) - 1;
    }

    /** Notes in words: their chord, with “or” where several names are right; otherwise the notes themselves; “–” for none. */
    public static String words(BitSet notes, NoteName names) {
        List<String> chords = names(notes);
        return notes.isEmpty()
                ? "–"
                : chords.isEmpty()
                        ? notes.stream().mapToObj(names::name).collect(Collectors.joining(" "))
                        : String.join(" or ", chords);
    }
}
