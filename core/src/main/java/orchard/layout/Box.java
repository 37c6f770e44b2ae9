package orchard.layout;

import orchard.gear.Control;
import orchard.mistake.Mistake;

/** A rectangle of cells, from the top left. */
public record Box(int x, int y, int width, int height) {

    /** Whether two have a cell in common. */
    public boolean overlaps(Box other) {
        return x < other.right() && other.x < right() && y < other.bottom() && other.y < bottom();
    }

    /** Whether it lies over another one, with a column in common. */
    public boolean isAbove(Box other) {
        return bottom() <= other.y() && x < other.right() && other.x < right();
    }

    /** The first column after it. */
    public int right() {
        return x + width;
    }

    /** The first row after it. */
    public int bottom() {
        return y + height;
    }

    /** The same elsewhere. */
    public Box at(int otherX, int otherY) {
        return new Box(otherX, otherY, width, height);
    }

    /** The same among the controls of a device. */
    Control.Face face() {
        return new Control.Face(x, y, width, height);
    }

    /** Says that it does not lie within so many columns and rows. */
    void within(String name, int columns, int rows) {
        boolean isThere = x >= 0 && y >= 0 && width >= 1 && height >= 1;
        if (!isThere || x > columns - width || y > rows - height) {
            throw new Mistake("“%s” does not fit: a layout has %d × %d cells".formatted(name, columns, rows));
        }
    }
}
