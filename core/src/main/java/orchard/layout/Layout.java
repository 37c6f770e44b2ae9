package orchard.layout;

import java.util.List;
import java.util.Optional;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.light.Drawn;
import orchard.light.Light;
import orchard.signal.MessagePattern;

/**
 * A drawn surface of {@value #COLUMNS} × {@value #ROWS} cells.
 *
 * @param id also the id of the device it is in the rig
 * @param elements in the order they are reached by Tab
 */
public record Layout(String id, String name, List<Element> elements) {

    /** How many cells a layout is wide. */
    public static final int COLUMNS = 32;

    /** How many cells a layout is high. */
    public static final int ROWS = 18;

    public Layout {
        elements = List.copyOf(elements);
    }

    /** The element of that id. */
    public Optional<Element> element(String id) {
        return elements.stream().filter(e -> e.id().equals(id)).findFirst();
    }

    /** The layout as a device: every fader is a control that can be mapped and a light that answers. */
    public Device device() {
        List<Element> faders =
                elements.stream().filter(e -> e.kind() == Element.Kind.FADER).toList();
        List<Control> controls = faders.stream()
                .map(e -> new Control(
                        e.id(),
                        e.name(),
                        Control.Kind.FADER,
                        List.of(new Dimension("position", new MessagePattern.Touch(e.id()))),
                        new Control.Face(e.x(), e.y(), e.width(), e.height())))
                .toList();
        List<Light> lights = faders.stream()
                .map(e -> new Light(e.id(), e.name(), e.id(), new Drawn(e.id())))
                .toList();
        return new Device(
                id,
                name,
                "touch layout",
                new Seat(Wire.TOUCH, id, id),
                new Profile(controls, List.of(), List.of(), lights, List.of(), List.of(), List.of()));
    }
}
