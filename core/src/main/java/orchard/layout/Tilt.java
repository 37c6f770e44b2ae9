package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Dimension;
import orchard.signal.MessagePattern;

/**
 * How a phone or tablet is held, for as long as it lends that: X to the right, Y towards its upper edge, each 45° from flat at its ends, and how it is turned on the
 * spot, on and on.
 */
public record Tilt() implements Face {

    @Override
    public Kind kind() {
        return Kind.TILT;
    }

    @Override
    public List<Dimension> dimensions(String id) {
        return List.of(
                Face.more("x", id),
                Face.more("y", id),
                new Dimension("turn", new MessagePattern.Turned(id + ".turn")),
                Face.touch(id));
    }

    @Override
    public Optional<Control.Kind> hand() {
        return Optional.of(Control.Kind.MOTION);
    }

    @Override
    public List<String> shows(String id) {
        return List.of(id + ".x", id + ".y");
    }
}
