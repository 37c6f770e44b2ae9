package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;

/** Something that is lit while what it follows is on, and as bright as it is. */
public record Lamp() implements Face {

    @Override
    public Kind kind() {
        return Kind.LAMP;
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
