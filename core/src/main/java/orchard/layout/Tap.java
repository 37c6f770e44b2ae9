package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;

/** Something that is tapped in time. */
public record Tap() implements Face {

    @Override
    public Kind kind() {
        return Kind.TAP;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of(Face.number("gate", id));
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.of(Control.Kind.BUTTON);
    }
}
