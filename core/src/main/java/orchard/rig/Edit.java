package orchard.rig;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Objects;
import orchard.mistake.Mistake;

/**
 * A change to a rig: what it is called in words, and the parts before and after.
 *
 * @param label in the words of the history: “Map Knob 2 of Cobble to Harp › Volume”
 */
public record Edit(String label, List<Change> changes) {

    public Edit {
        changes = List.copyOf(changes);
    }

    /**
     * One part before and after.
     *
     * @param before null where the part is new
     * @param after null where the part goes away
     */
    public record Change(Part before, Part after) {
        public Change {
            if (before == null && after == null) {
                throw new Mistake("a change has a part before or after it");
            }
            if (before != null && after != null && !before.id().equals(after.id())) {
                throw new Mistake("a change keeps the part's id");
            }
        }

        /** Id of the part. */
        public String id() {
            return before == null ? after.id() : before.id();
        }
    }

    /** An edit that brings one new part. */
    public static Edit add(String label, Part after) {
        return new Edit(label, List.of(new Change(null, after)));
    }

    /** An edit that changes one part. */
    public static Edit change(String label, Part before, Part after) {
        return new Edit(label, List.of(new Change(before, after)));
    }

    /** An edit that takes one part away. */
    public static Edit remove(String label, Part before) {
        return new Edit(label, List.of(new Change(before, null)));
    }

    /** Whether every part stays what it is. */
    public boolean changesNothing() {
        return changes.stream().allMatch(change -> Objects.equals(change.before(), change.after()));
    }

    /** The edit that takes this one back: before and after swapped, last change first. */
    public Edit inverse() {
        List<Change> swapped = new ArrayList<>();
        changes.forEach(change -> swapped.add(new Change(change.after(), change.before())));
        Collections.reverse(swapped);
        return new Edit(label, swapped);
    }
}
