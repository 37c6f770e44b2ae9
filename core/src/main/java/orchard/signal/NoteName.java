package orchard.signal;

import java.util.Locale;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Note numbers 0–127 and their names, with a convention for octaves: makers disagree on whether note 60 is C4 or C3.
 *
 * @param octaveOfNote60 4 or 3, as the rig says
 */
public record NoteName(int octaveOfNote60) {

    private static final String[] NAMES = {"C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"};
    private static final int[] LETTERS = {9, 11, 0, 2, 4, 5, 7};
    private static final Pattern NUMBERED = Pattern.compile("\\bnote (\\d{1,2}|1[01]\\d|12[0-7])\\b(?! \\()");
    private static final Pattern SPELLED = Pattern.compile("(\\bnote \\d{1,3}) \\([A-G][#b]?-?\\d{1,2}\\)");
    private static final Pattern NAME = Pattern.compile("([A-G])([#♯B♭]?)(-?\\d{1,2})");

    /** The name of a note: {@code C4}, {@code F#-1}. */
    public String name(int note) {
        return NAMES[note % 12] + (note / 12 - 5 + octaveOfNote60);
    }

    /** Words about a message or a pattern, with the name of each note behind its number: {@code note 60 (C4) on, velocity 90, ch 1}. */
    public String spelled(String words) {
        return NUMBERED.matcher(words)
                .replaceAll(found -> found.group() + " (" + name(Integer.parseInt(found.group(1))) + ")");
    }

    /** Such words without the names again. */
    static String unspelled(String words) {
        return SPELLED.matcher(words).replaceAll("$1");
    }

    /** The note that is meant by a number or a name ({@code 60}, {@code c4}, {@code Db3}); empty if it is none of 0–127. */
    public OptionalInt note(String text) {
        String typed = text.strip().replace('−', '-').toUpperCase(Locale.ROOT);
        int note;
        Matcher name = NAME.matcher(typed);
        if (typed.matches("\\d{1,3}")) {
            note = Integer.parseInt(typed);
        } else if (name.matches()) {
            int sharp = switch (name.group(2)) {
                case "#", "♯" -> 1;
                case "" -> 0;
                default -> -1;
            };
            int octave = Integer.parseInt(name.group(3)) - octaveOfNote60 + 5;
            note = octave * 12 + LETTERS[name.group(1).charAt(0) - 'A'] + sharp;
        } else {
            return OptionalInt.empty();
        }
        return note >= 0 && note <= 127 ? OptionalInt.of(note) : OptionalInt.empty();
    }
}
