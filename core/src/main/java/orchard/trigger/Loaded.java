package orchard.trigger;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** Orchard begins to play the rig; an edit is no beginning. */
public record Loaded() implements Trigger {

    @Override
    public Kind kind() {
        return Kind.LOAD;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of();
    }

    @Override
    public Trigger filled(Typed typed, Directory names) {
        return this;
    }

    @Override
    public String words(Directory names) {
        return "Orchard begins";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.loaded(this);
    }
}
