package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.signal.MessagePattern;

/** A ring around which a finger goes, on and on: it tells how far. */
public record Wheel() implements Face {

    @Override
    public Kind kind() {
        return Kind.WHEEL;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of(new Dimension("turn", new MessagePattern.Turned(id)), Face.touch(id));
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.of(Control.Kind.WHEEL);
    }
}
