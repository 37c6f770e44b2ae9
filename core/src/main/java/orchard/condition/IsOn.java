package orchard.condition;

import java.util.Optional;
import orchard.gear.Directory;

/** Of a light: what its control does is done. Its parameter stands where the sentence puts it, or its layer is on, or its place lies under the focus; what has no ends is on in the upper half of its way. */
public record IsOn() implements Condition {

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.ON);
    }

    @Override
    public String words(Directory names) {
        return "it is on";
    }

    @Override
    public String opposite(Directory names) {
        return "it is not on";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.isOn(this);
    }
}
