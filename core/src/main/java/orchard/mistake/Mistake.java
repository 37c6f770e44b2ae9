package orchard.mistake;

/**
 * Something that a person typed, chose or handed over cannot be. Carries a sentence for the performer, and the field it belongs beside where there is one.
 */
public class Mistake extends RuntimeException {

    private static final long serialVersionUID = 1;

    private final String field;

    /** @param field name of the field it belongs beside, or "" */
    public Mistake(String field, String sentence) {
        super(sentence);
        this.field = field;
    }

    /** Beside no field. */
    public Mistake(String sentence) {
        this("", sentence);
    }

    /** Name of the field, or "". */
    public final String field() {
        return field;
    }
}
