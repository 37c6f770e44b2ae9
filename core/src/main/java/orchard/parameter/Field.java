package orchard.parameter;

import java.util.Map;

/**
 * Something a person fills in, without a word of how it is drawn.
 *
 * @param name by which {@link Typed} finds it
 * @param label what stands before it
 * @param value what stands in it
 * @param standard what a double-click puts there, and what stands there in grey while nothing is typed
 * @param input how it is filled in
 * @param choices value and words of each, for {@link Input#CHOICE}
 */
public record Field(
        String name, String label, String value, String standard, Input input, Map<String, String> choices) {

    /** How a field is filled in. */
    public enum Input {
        TEXT,
        CHOICE,
        CHECK,
        /** One entry a line. */
        LINES,
        /** The form of a message; who draws it shows its places. */
        FORM,
        /** Keys to type; who draws the form can listen to a keyboard. */
        KEYS,
        /** A control of the rig that can be held, or none; who draws the form knows which there are. */
        HELD,
        /** A parameter of the rig, by its key. */
        PARAMETER,
        /** Another parameter of the rig, by its key, or none. */
        OTHER_PARAMETER,
        /** A device of the rig, by its id. */
        DEVICE
    }

    /** One line of text. */
    public static Field text(String name, String label, String value, String standard) {
        return new Field(name, label, value, standard, Input.TEXT, Map.of());
    }

    /** A number without a unit. */
    public static Field number(String name, String label, double value, String standard) {
        return text(name, label, plain(value), standard);
    }

    /** A share, 0..1, in percent. */
    public static Field percent(String name, String label, double share, double standard) {
        return text(name, label, Display.percent(share), Display.percent(standard));
    }

    /** A time. */
    public static Field seconds(String name, String label, double seconds, String standard) {
        return text(name, label, Display.text(seconds, "s"), standard);
    }

    /** A real value in a parameter's own unit and words. */
    public static Field real(String name, String label, double value, double standard, Parameter parameter) {
        return text(name, label, parameter.textOfReal(value), parameter.textOfReal(standard));
    }

    /** Yes or no. */
    public static Field check(String name, String label, boolean value) {
        return new Field(name, label, String.valueOf(value), "", Input.CHECK, Map.of());
    }

    /** One of some. */
    public static Field choice(String name, String label, String value, Map<String, String> choices) {
        return new Field(name, label, value, "", Input.CHOICE, choices);
    }

    /** A parameter, a device or a control of the rig; who draws the form knows which there are. */
    public static Field ofRig(String name, String label, String key, Input input) {
        return new Field(name, label, key, "", input, Map.of());
    }

    /** A number as it is typed: at most four places after the point. */
    public static String plain(double value) {
        return value == Math.rint(value) ? String.valueOf((long) value) : String.valueOf(Math.round(value * 1e4) / 1e4);
    }
}
