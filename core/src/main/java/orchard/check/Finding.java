package orchard.check;

import java.util.Optional;

/**
 * One thing Check found.
 *
 * @param kind what sort of thing
 * @param sentence what is wrong, in the performer's words
 * @param cause why it matters or how it came about
 * @param place where it can be put right
 * @param fix what puts it right by one press, where there is something
 */
public record Finding(Kind kind, String sentence, String cause, Place place, Optional<Fix> fix) {

    /** A finding that a person has to put right. */
    public Finding(Kind kind, String sentence, String cause, Place place) {
        this(kind, sentence, cause, place, Optional.empty());
    }

    /**
     * What puts it right by one press: other numbers for a control, or a mapping that acts again.
     *
     * @param label what the press does
     * @param device id of the device, or of the mapping where {@code control} is ""
     */
    public record Fix(String label, String device, String control) {}

    /** The sorts of findings. */
    public enum Kind {
        /** Two mappings set one parameter at the same time. */
        TWO_DRIVERS("Two hands on one parameter"),
        /** A mapping points at something that is not in the rig. */
        MISSING("Missing"),
        /** Two controls send the same message. */
        SAME_MESSAGE("Same message twice"),
        /** A device's memory holds something else than the rig says. */
        OTHER_PROGRAMME("Other programme"),
        /** A device of the rig is not there right now. */
        ABSENT("Not plugged in"),
        /** A device is there, but does not answer. */
        DEAF("Does not answer"),
        /** A mapping goes round and round through devices, and was muted. */
        LOOP("Goes round without end"),
        /** A device needs both directions and has one. */
        HALF("Half plugged in");

        private final String title;

        Kind(String title) {
            this.title = title;
        }

        /** The kind's heading. */
        public String title() {
            return title;
        }
    }

    /**
     * Where a finding leads.
     *
     * @param part id of the mapping or device
     * @param detail id of a control on that device, or ""
     */
    public record Place(Page page, String part, String detail) {}

    /** The page on which a finding is put right. */
    public enum Page {
        MAP,
        DESCRIBE,
        MEMORY,
        CONNECT
    }
}
