package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.shape.Expression;

/**
 * What stands in a place of a message that is said.
 *
 * @param name of the place
 * @param parameter what it comes from, whose value in its own unit is {@code x}; {@link Ref.ToParameter#NONE} for the message or the value that set it off
 * @param by a formula, or "": then a parameter's way is laid onto what the place can hold, and what was heard stands as it is
 */
public record Filling(String name, Ref.ToParameter parameter, String by) {

    public Filling {
        parameter = parameter == null ? Ref.ToParameter.NONE : parameter;
        by = by == null ? "" : by.strip();
        if (name.isBlank()) {
            throw new Mistake("A place of a message has a name");
        }
    }

    boolean isOfParameter() {
        return !parameter.equals(Ref.ToParameter.NONE);
    }

    /** As it reads behind “with”. */
    String words(Directory names) {
        return name + (isOfParameter() ? " from " + names.words(parameter) : "") + (by.isEmpty() ? "" : " by " + by);
    }

    /** Why it cannot be worked out, as a sentence. */
    Optional<String> fault(Directory names, List<String> heard) {
        if (isOfParameter() && names.parameter(parameter).isEmpty()) {
            return Optional.of("It says what a parameter is at that is not there (" + parameter.key() + ").");
        }
        return by.isEmpty()
                ? Optional.empty()
                : Expression.fault(by, heard).map(why -> "The formula for " + name + ": " + why);
    }
}
