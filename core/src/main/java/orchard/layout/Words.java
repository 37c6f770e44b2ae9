package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;

/** Words: its own, or the name of what it follows. */
public record Words() implements Face {

    @Override
    public Kind kind() {
        return Kind.LABEL;
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
