package orchard.signal;

/**
 * What a desktop says when keys were typed, or not.
 *
 * @param sequence whose they were
 * @param whole whether all of them were typed
 * @param outcome what came of it, as a sentence without a full stop
 */
public record TypingEnded(String sequence, boolean whole, String outcome) implements Message {

    @Override
    public String words() {
        return outcome;
    }

    @Override
    public String subject() {
        return "keys";
    }
}
