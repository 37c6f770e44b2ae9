package orchard.signal;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Scales by their usual names: which of the twelve semitones above a root belong to them. */
public final class Scales {

    private static final Map<String, Integer> NAMED = new LinkedHashMap<>();

    static {
        scale("major", 0, 2, 4, 5, 7, 9, 11);
        scale("minor", 0, 2, 3, 5, 7, 8, 10);
        scale("harmonic minor", 0, 2, 3, 5, 7, 8, 11);
        scale("melodic minor", 0, 2, 3, 5, 7, 9, 11);
        scale("dorian", 0, 2, 3, 5, 7, 9, 10);
        scale("phrygian", 0, 1, 3, 5, 7, 8, 10);
        scale("lydian", 0, 2, 4, 6, 7, 9, 11);
        scale("mixolydian", 0, 2, 4, 5, 7, 9, 10);
        scale("locrian", 0, 1, 3, 5, 6, 8, 10);
        scale("major pentatonic", 0, 2, 4, 7, 9);
        scale("minor pentatonic", 0, 3, 5, 7, 10);
        scale("blues", 0, 3, 5, 6, 7, 10);
        scale("whole tone", 0, 2, 4, 6, 8, 10);
        scale("chromatic", 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11);
    }

    private Scales() {}

    private static void scale(String name, int... semitones) {
        int bits = 0;
        for (int semitone : semitones) {
            bits |= 1 << semitone;
        }
        NAMED.put(name, bits);
    }

    /** All names, in the order in which they are offered. */
    public static List<String> names() {
        return List.copyOf(NAMED.keySet());
    }

    /** The names of the twelve roots, C first. */
    public static List<String> roots() {
        return List.of("C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B");
    }

    /**
     * Whether a note belongs to a scale; none does to one that nobody knows.
     *
     * @param note 0–127
     * @param root 0 for C to 11 for B
     * @param scale its name, however it is written
     */
    public static boolean has(int note, int root, String scale) {
        int bits = NAMED.getOrDefault(scale.strip().toLowerCase(Locale.ROOT), 0);
        return (bits >> Math.floorMod(note - root, 12) & 1) == 1;
    }
}
