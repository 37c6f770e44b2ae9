package orchard.engine;

import java.util.List;

/**
 * What stood in the message that set something off.
 *
 * @param values numbers ({@link Double}) or texts, in the order of the names
 */
record Heard(List<String> names, Object[] values) {

    /** No message did. */
    static final Heard NOTHING = new Heard(List.of(), new Object[0]);

    /** What has a name; null if nothing has it. */
    Object value(String name) {
        int place = names.indexOf(name);
        return place < 0 ? null : values[place];
    }

    /** What has a name as a number; NaN if it is none, or nothing has the name. */
    double number(String name) {
        return value(name) instanceof Double number ? number : Double.NaN;
    }
}
