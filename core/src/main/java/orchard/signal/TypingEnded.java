package orchard.signal;

import com.fasterxml.jackson.annotation.JsonIgnoreType;

/**
 * What a desktop says when keys were typed, or not.
 *
 * @param sequence whose they were
 * @param whole whether all of them were typed
 * @param outcome what came of it, as a sentence without a full stop
 */
@JsonIgnoreType
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
