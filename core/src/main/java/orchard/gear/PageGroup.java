package orchard.gear;

import java.util.List;
import orchard.mistake.Mistake;

/**
 * Controls that change what they send together, page by page. A control of page 2 or later is a {@link Control} of its own.
 *
 * @param id unique within its device
 * @param name what the performer calls them: Pads
 * @param paging how pages are chosen on the device
 * @param names of the pages; page 1 is the first
 * @param keys ids of the controls that choose: with {@link Paging#KEYS} the first opens page 1 and so on; with
 *     {@link Paging#FREE} the first goes back and the second goes on
 */
public record PageGroup(String id, String name, Paging paging, List<String> names, List<String> keys) {

    /** How pages are chosen. */
    public enum Paging {
        /** Only page 1 is used. */
        OFF("switched off"),
        /** As many pages as there are page keys. */
        KEYS("one for each page key"),
        /** As many as one likes. */
        FREE("as many as you like");

        private final String words;

        Paging(String words) {
            this.words = words;
        }

        /** In plain words. */
        public String words() {
            return words;
        }
    }

    /** How many pages a group may have where nothing else limits it. */
    public static final int MOST = 64;

    public PageGroup {
        names = List.copyOf(names);
        keys = List.copyOf(keys);
        if (names.isEmpty()) {
            throw new Mistake(id + ": there is a page 1");
        }
    }

    /** How many pages it may have. */
    public int most() {
        return switch (paging) {
            case OFF -> names.size();
            case KEYS -> keys.size();
            case FREE -> MOST;
        };
    }

    /** The page a press on a control opens, when a page is open; 0 if the control opens none. */
    public int opens(String control, int open) {
        int place = keys.indexOf(Control.placeOf(control));
        return switch (paging) {
            case OFF -> 0;
            case KEYS -> place >= 0 && place < names.size() ? place + 1 : 0;
            case FREE -> place == 0 ? Math.max(1, open - 1) : place == 1 ? Math.min(names.size(), open + 1) : 0;
        };
    }

    /** Whether controls of a page can be heard at all. */
    public boolean active(int number) {
        return number == 1 || paging != Paging.OFF;
    }

    /** The same group with other pages. */
    public PageGroup with(List<String> otherNames) {
        return new PageGroup(id, name, paging, otherNames, keys);
    }

    /** The same group chosen in another way. */
    public PageGroup with(Paging other, List<String> otherKeys) {
        return new PageGroup(id, name, other, names, otherKeys);
    }
}
