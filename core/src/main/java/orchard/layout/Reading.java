package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;

/** A number with its unit, as large as there is room. */
public record Reading() implements Face {

    @Override
    public Kind kind() {
        return Kind.VALUE;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of();
    }

    @Override
    public boolean follows() {
        return true;
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.empty();
    }
}
