package orchard.check;

import java.util.Optional;

/**
 * One thing Check found.
 *
 * @param finder who found it
 * @param sentence what is wrong, in the performer's words
 * @param cause why it matters or how it came about
 * @param place where it can be put right
 * @param fix what puts it right by one press, where there is something
 * @param way how one comes there
 */
public record Finding(Finder finder, String sentence, String cause, Place place, Optional<Fix> fix, Way way) {

    /** A finding to which no way is known. */
    public Finding(Finder finder, String sentence, String cause, Place place, Optional<Fix> fix) {
        this(finder, sentence, cause, place, fix, Way.NONE);
    }

    /** A finding that a person has to put right. */
    public Finding(Finder finder, String sentence, String cause, Place place) {
        this(finder, sentence, cause, place, Optional.empty(), Way.NONE);
    }

    /** The same with a way that leads there. */
    Finding with(Way other) {
        return new Finding(finder, sentence, cause, place, fix, other);
    }

    /**
     * What puts it right by one press.
     *
     * @param label what the press does
     * @param part id of the device or mapping
     * @param control id of a control on that device, or the address that is put right, or ""
     * @param to the address that takes its place, or ""
     */
    public record Fix(String label, Remedy remedy, String part, String control, String to) {

        /** One that needs no address. */
        public Fix(String label, Remedy remedy, String part, String control) {
            this(label, remedy, part, control, "");
        }
    }

    /** What a press does that puts something right. */
    public enum Remedy {
        /** Gives a control other numbers. */
        RENUMBER,
        /** Lets a mapping act again. */
        FREE,
        /** Takes another OSC address. */
        ADDRESS,
        /** Lets some lights of a device answer no more. */
        THIN
    }

    /**
     * Where a finding leads.
     *
     * @param part id of the mapping, device or layout
     * @param detail id of a control or element on it, or ""
     */
    public record Place(Page page, String part, String detail) {}

    /** The page on which a finding is put right. */
    public enum Page {
        MAP,
        FOCI,
        DESCRIBE,
        MEMORY,
        SONGS,
        CONNECT,
        LAYOUTS,
        ROUTES
    }
}
