package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;

/** The time of day. */
public record Clock() implements Face {

    @Override
    public Kind kind() {
        return Kind.CLOCK;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of();
    }

    @Override
    public List<String> shows(String id) {
        return List.of();
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.empty();
    }
}
