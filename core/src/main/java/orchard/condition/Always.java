package orchard.condition;

import java.util.Optional;
import orchard.gear.Directory;

/** No condition. */
public record Always() implements Condition {

    @Override
    public String words(Directory names) {
        return "";
    }

    @Override
    public String opposite(Directory names) {
        return "never";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.always(this);
    }
}
