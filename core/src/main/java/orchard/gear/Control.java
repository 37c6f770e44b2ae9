package orchard.gear;

import java.util.List;
import java.util.Optional;

/**
 * Something that is moved.
 *
 * @param id unique within its device
 * @param dimensions what it sends, at least one; the first is the one people mean when they say the control's name
 * @param face where it sits on the device's drawn face
 */
public record Control(String id, String name, Kind kind, List<Dimension> dimensions, Face face) {

    public Control {
        dimensions = List.copyOf(dimensions);
        if (dimensions.isEmpty()) {
            throw new IllegalArgumentException(id + ": a control sends something");
        }
    }

    /** What sort of thing a hand finds there. */
    public enum Kind {
        PAD("is hit"),
        BUTTON("is pressed"),
        FADER("moves"),
        KNOB("turns"),
        ENDLESS_KNOB("turns"),
        PEDAL("moves"),
        WHEEL("turns"),
        MOTION("moves");

        private final String verb;

        Kind(String verb) {
            this.verb = verb;
        }

        /** What the control does in a sentence: “When Knob 3 of Cobble <em>turns</em>”. */
        public String verb() {
            return verb;
        }

        /** Whether a hand presses and lets go rather than moves. */
        public boolean pressed() {
            return this == PAD || this == BUTTON;
        }
    }

    /** Place and size on the face, in its own grid units from the top left. */
    public record Face(double x, double y, double width, double height) {}

    /** The dimension of that name, if the control has it. */
    public Optional<Dimension> dimension(String name) {
        return dimensions.stream().filter(d -> d.name().equals(name)).findFirst();
    }
}
