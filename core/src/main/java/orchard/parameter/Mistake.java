package orchard.parameter;

/** Something that a person typed or chose cannot be. Carries the field, and a sentence for the performer. */
public final class Mistake extends RuntimeException {

    private static final long serialVersionUID = 1;

    private final String field;

    /** @param field name of the {@link Field} it belongs beside, or "" */
    public Mistake(String field, String sentence) {
        super(sentence);
        this.field = field;
    }

    /** Name of the field, or "". */
    public String field() {
        return field;
    }
}
