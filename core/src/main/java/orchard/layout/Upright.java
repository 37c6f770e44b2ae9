package orchard.layout;

import orchard.mistake.Mistake;

/**
 * Where somebody put an element for screens that are taller than wide: a place of the {@value Tall#COLUMNS} × {@value Tall#ROWS} cells of one of them.
 *
 * @param screen from 0
 */
public record Upright(int screen, int x, int y, int width, int height) {

    /** The most screens of a page. */
    public static final int MOST = 100;

    public Upright {
        boolean isThere = screen >= 0 && screen < MOST && x >= 0 && y >= 0 && width >= 1 && height >= 1;
        if (!isThere || x > Tall.COLUMNS - width || y > Tall.ROWS - height) {
            throw new Mistake(
                    "tall",
                    "A tall screen has %d × %d cells, and a page %d of them".formatted(Tall.COLUMNS, Tall.ROWS, MOST));
        }
    }

    /** The cells it takes. */
    public Box box() {
        return new Box(x, y, width, height);
    }
}
