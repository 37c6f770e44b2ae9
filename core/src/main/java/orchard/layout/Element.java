package orchard.layout;

import orchard.gear.Ref;
import orchard.mistake.Mistake;

/**
 * One thing on a layout, in cells from the top left.
 *
 * @param name what stands on it; a fader that is mapped shows its parameter's name instead
 * @param follows for a label: the parameter whose group's name it shows, as the software tells it; null for its own text
 */
public record Element(String id, Kind kind, String name, int x, int y, int width, int height, Ref.ToParameter follows) {

    /** What an element is. */
    public enum Kind {
        /** A fader that is dragged up and down. */
        FADER,
        /** Words. */
        LABEL
    }

    public Element {
        boolean isThere = x >= 0 && y >= 0 && width >= 1 && height >= 1;
        if (!isThere || x > Layout.COLUMNS - width || y > Layout.ROWS - height) {
            throw new Mistake(
                    "“%s” does not fit: a layout has %d × %d cells".formatted(name, Layout.COLUMNS, Layout.ROWS));
        }
    }

    /** The same element elsewhere or in another size. */
    public Element at(int x, int y, int width, int height) {
        return new Element(id, kind, name, x, y, width, height, follows);
    }

    /** The same element with another name. */
    public Element named(String name) {
        return new Element(id, kind, name, x, y, width, height, follows);
    }
}
