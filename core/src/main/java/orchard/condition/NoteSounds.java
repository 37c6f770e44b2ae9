package orchard.condition;

import java.util.Optional;
import orchard.gear.Directory;

/** Of a light: the note that its control plays sounds on its instrument, whoever plays it. Only lights of what plays notes ask so; elsewhere it never holds. */
public record NoteSounds() implements Condition {

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.SOUNDS);
    }

    @Override
    public String words(Directory names) {
        return "its note sounds";
    }

    @Override
    public String opposite(Directory names) {
        return "its note does not sound";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.noteSounds(this);
    }
}
