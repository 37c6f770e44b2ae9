package orchard.rig;

/** An edit that cannot be made. Carries the part, the field where there is one, and a sentence for the performer. */
public final class EditRefused extends RuntimeException {

    private static final long serialVersionUID = 1;

    /** Why an edit was refused. */
    public enum Cause {
        /** What was typed cannot be. */
        INVALID,
        /** The part is no longer what the edit started from. */
        CHANGED_MEANWHILE,
        /** The edit could not be kept. */
        NOT_KEPT
    }

    private final Cause why;
    private final String part;
    private final String field;

    /**
     * @param part id of the part
     * @param field name of the field the message belongs beside, or ""
     * @param message a sentence for the performer
     */
    public EditRefused(Cause why, String part, String field, String message) {
        super(message);
        this.why = why;
        this.part = part;
        this.field = field;
    }

    /** The kind of refusal. */
    public Cause why() {
        return why;
    }

    /** Id of the part. */
    public String part() {
        return part;
    }

    /** Name of the field, or "". */
    public String field() {
        return field;
    }

    /** What was typed in a field cannot be. */
    public static EditRefused invalid(String part, String field, String message) {
        return new EditRefused(Cause.INVALID, part, field, message);
    }
}
