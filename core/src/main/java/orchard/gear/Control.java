package orchard.gear;

import java.util.List;
import java.util.Optional;
import orchard.mistake.Mistake;
import orchard.signal.MessageId;

/**
 * Something that is moved. On a device with pages, each page of a control is a control of its own at the same place.
 *
 * @param id unique within its device; page 2 and on of a control have {@code @2} and so on after the id of page 1
 * @param name what helps memory
 * @param label what stands on the device's own displays, or "" for the name
 * @param dimensions what it sends, at least one; the first is the one people mean when they say the control's name
 * @param face where it sits on the device's drawn face
 * @param page the page it is on, or null if it sends the same on all
 */
public record Control(
        String id, String name, String label, Kind kind, List<Dimension> dimensions, Face face, Page page) {

    public Control {
        label = label == null ? "" : label;
        dimensions = List.copyOf(dimensions);
        if (dimensions.isEmpty()) {
            throw new Mistake(id + ": a control sends something");
        }
    }

    /** A control without pages and without a name for displays. */
    public Control(String id, String name, Kind kind, List<Dimension> dimensions, Face face) {
        this(id, name, "", kind, dimensions, face, null);
    }

    /** What sort of thing a hand finds there. */
    public enum Kind {
        PAD("pad", "is hit"),
        BUTTON("button", "is pressed"),
        FADER("fader", "moves"),
        KNOB("knob", "turns"),
        ENDLESS_KNOB("endless knob", "turns"),
        PEDAL("pedal", "moves"),
        WHEEL("wheel", "turns"),
        XY("XY field", "moves"),
        KEY("key", "is played"),
        MOTION("motion", "moves"),
        CHOICE("choice", "is chosen");

        private final String words;
        private final String verb;

        Kind(String words, String verb) {
            this.words = words;
            this.verb = verb;
        }

        /** What people call it. */
        public String words() {
            return words;
        }

        /** What one of them is called when nobody gave it a name, with a number after it. */
        public String noun() {
            return switch (this) {
                case PAD -> "Pad";
                case BUTTON -> "Button";
                case FADER -> "Fader";
                case KNOB, ENDLESS_KNOB -> "Knob";
                case PEDAL -> "Pedal";
                case WHEEL -> "Wheel";
                case XY -> "Field";
                case KEY -> "Key";
                case MOTION -> "Motion";
                case CHOICE -> "Choice";
            };
        }

        /** What the control does in a sentence: “When Knob 3 of Cobble <em>turns</em>”. */
        public String verb() {
            return verb;
        }

        /** Whether a hand presses and lets go rather than moves. */
        public boolean pressed() {
            return this == PAD || this == BUTTON || this == KEY;
        }
    }

    /** Place and size on the face, in its own grid units from the top left. */
    public record Face(double x, double y, double width, double height) {}

    /**
     * Which page of which {@link PageGroup}.
     *
     * @param number from 1
     */
    public record Page(String group, int number) {}

    /** The dimension of that name, if the control has it. */
    public Optional<Dimension> dimension(String name) {
        return dimensions.stream().filter(d -> d.name().equals(name)).findFirst();
    }

    /** What tells its messages from all others, without those of what is switched off; each once. */
    public List<MessageId> messageIds() {
        return dimensions.stream()
                .filter(dimension -> !dimension.output().off())
                .flatMap(dimension -> dimension.pattern().ids().stream())
                .distinct()
                .toList();
    }

    /** What stands on a display for it. */
    public String shownName() {
        return label.isEmpty() ? name : label;
    }

    /** Id of the thing on the device, whatever the page: that of its page 1. */
    public String place() {
        return placeOf(id);
    }

    /** Id of the thing on the device that a control's id means. */
    public static String placeOf(String control) {
        int at = control.lastIndexOf('@');
        return at < 0 ? control : control.substring(0, at);
    }

    /** The page number, 1 where it has none. */
    public int pageNumber() {
        return page == null ? 1 : page.number();
    }

    /** Whether both can be heard at once: not if they are different pages of one group. */
    public boolean meets(Control other) {
        return page == null
                || other.page == null
                || !page.group().equals(other.page.group())
                || page.number() == other.page.number();
    }

    /** The same on another page. */
    public Control onPage(String group, int number) {
        return new Control(
                number == 1 ? place() : place() + "@" + number,
                name,
                label,
                kind,
                dimensions,
                face,
                new Page(group, number));
    }

    /** The same control sending something else. */
    public Control sending(List<Dimension> other) {
        return new Control(id, name, label, kind, other, face, page);
    }

    /** The same control under other names. */
    public Control named(String newName, String newLabel) {
        return new Control(id, newName, newLabel, kind, dimensions, face, page);
    }

    /** The same control at another place of the face. */
    public Control at(Face other) {
        return new Control(id, name, label, kind, dimensions, other, page);
    }

    /** The same control taken for something else. */
    public Control as(Kind other) {
        return new Control(id, name, label, other, dimensions, face, page);
    }
}
