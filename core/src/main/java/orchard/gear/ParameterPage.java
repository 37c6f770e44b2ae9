package orchard.gear;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import orchard.mistake.Mistake;
import orchard.parameter.Marks;

/**
 * Parameters in a chosen order, to lie under a row of controls: the first under the first, and so on. Kept with the device whose
 * parameters they are, so that it serves every sound and every show.
 *
 * @param id unique within its device
 * @param name what the performer calls it: Tone
 * @param entries at most {@value #MOST}
 */
public record ParameterPage(String id, String name, Marks marks, List<Entry> entries) {

    /** The most parameters a page has, and the most pages a device has. */
    public static final int MOST = 32;

    /**
     * One parameter of a page.
     *
     * @param parameter its id; it may be missing, then nothing is under that control
     * @param label its name where there is little room, or "" for none
     */
    public record Entry(String parameter, String label) {
        public Entry {
            label = label == null ? "" : label.strip();
        }
    }

    public ParameterPage {
        marks = marks == null ? Marks.NONE : marks;
        entries = entries == null ? List.of() : List.copyOf(entries);
        if (entries.size() > MOST) {
            throw new Mistake("A page has at most " + MOST + " parameters");
        }
        Set<String> once = new HashSet<>();
        entries.forEach(entry -> {
            if (!once.add(entry.parameter())) {
                throw new Mistake("It is on this page already");
            }
        });
    }

    /** The same page with other entries. */
    public ParameterPage with(List<Entry> other) {
        return new ParameterPage(id, name, marks, other);
    }

    /** The same page under another name, found by other marks. */
    public ParameterPage as(String otherName, Marks otherMarks) {
        return new ParameterPage(id, otherName, otherMarks, entries);
    }
}
