package orchard.text;

import java.util.function.Supplier;
import orchard.mistake.Mistake;
import org.antlr.v4.runtime.Token;

/** Something in a text that cannot be understood. */
final class Unread extends Mistake {
    private static final long serialVersionUID = 1;

    private final transient Token at;

    Unread(Token at, String message) {
        super(message);
        this.at = at;
    }

    /** What somebody makes; what they cannot make is said of a word, unless they know the word better. */
    static <T> T at(Token word, Supplier<T> made) {
        try {
            return made.get();
        } catch (Unread e) {
            throw e;
        } catch (Mistake e) {
            throw new Unread(word, e.getMessage());
        }
    }

    /** The word it is about. */
    Token at() {
        return at;
    }
}
