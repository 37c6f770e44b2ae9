package orchard.layout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToIntFunction;

/**
 * The arrangement of a layout for a screen that is taller than wide, worked out from the wide one. What stands above each other stays above each other, what stands
 * beside each other stays beside each other as far as there is room and then goes on below; what does not fit on one screen goes on on the next. On a screen of
 * {@value #LEAST_WIDTH} × {@value #LEAST_HEIGHT} CSS pixels every cell is at least {@value #TARGET} wide and high.
 *
 * @param screens at least one
 */
public record Tall(List<Screen> screens) {

    /** The narrowest screen on which a layout can be played, in CSS pixels. */
    public static final int LEAST_WIDTH = 360;

    /** How much of the lowest screen (640 CSS pixels) is left for elements. */
    public static final int LEAST_HEIGHT = 592;

    /** As wide and high is whatever fingers meet, in CSS pixels. */
    public static final int TARGET = 44;

    /** The most columns of a screen. */
    public static final int COLUMNS = LEAST_WIDTH / TARGET;

    /** The most rows of a screen. */
    public static final int ROWS = LEAST_HEIGHT / TARGET;

    /** The most rows that one element takes, so that something stands beside or below it. */
    private static final int TALLEST = 8;

    /**
     * What is seen at once. Its cells fill the screen, however many there are.
     *
     * @param boxes of elements by their ids
     */
    public record Screen(int columns, int rows, Map<String, Box> boxes) {}

    /** Elements that keep their places to each other. */
    private record Block(int width, int height, Map<String, Box> boxes) {

        /** This one with another one put somewhere in it or beside it. */
        Block with(Block other, int x, int y) {
            Map<String, Box> all = new LinkedHashMap<>(boxes);
            other.boxes.forEach((id, box) -> all.put(id, box.at(box.x() + x, box.y() + y)));
            return new Block(Math.max(width, x + other.width), Math.max(height, y + other.height), all);
        }

        /** This one larger: everything in it grows with it, and what was beside each other still is. */
        Block grown(int toWidth, int toHeight) {
            Map<String, Box> all = new LinkedHashMap<>();
            boxes.forEach((id, box) -> {
                int left = edge(box.x(), width, toWidth);
                int top = edge(box.y(), height, toHeight);
                int right = edge(box.right(), width, toWidth);
                all.put(id, new Box(left, top, right - left, edge(box.bottom(), height, toHeight) - top));
            });
            return new Block(toWidth, toHeight, all);
        }

        private static int edge(int at, int from, int to) {
            return (int) Math.round((double) at * to / from);
        }
    }

    private static final Block NOTHING = new Block(0, 0, Map.of());

    /**
     * The tall arrangement of a page: what somebody put somewhere is there, and everything else comes after that by itself. What stands on every page counts only where
     * something of the page itself was put somewhere.
     */
    public static Tall of(List<Element> elements) {
        boolean isPaged = elements.stream().anyMatch(element -> !element.page().isEmpty());
        boolean isByHand = elements.stream()
                .anyMatch(element ->
                        element.tall() != null && !(isPaged && element.page().isEmpty()));
        if (!isByHand) {
            return workedOut(elements);
        }
        List<Element> put =
                elements.stream().filter(element -> element.tall() != null).toList();
        List<Screen> screens = new ArrayList<>();
        int last =
                put.stream().mapToInt(element -> element.tall().screen()).max().orElse(0);
        for (int i = 0; i <= last; i++) {
            int number = i;
            Map<String, Box> boxes = new LinkedHashMap<>();
            put.stream()
                    .filter(element -> element.tall().screen() == number)
                    .forEach(element -> boxes.put(element.id(), element.tall().box()));
            screens.add(new Screen(COLUMNS, ROWS, boxes));
        }
        List<Element> rest =
                elements.stream().filter(element -> element.tall() == null).toList();
        if (!rest.isEmpty()) {
            screens.addAll(workedOut(rest).screens());
        }
        return new Tall(List.copyOf(screens));
    }

    /** The same in cells of which every screen has {@value #COLUMNS} × {@value #ROWS}. */
    public Tall inCells() {
        return new Tall(screens.stream()
                .map(screen -> new Screen(
                        COLUMNS,
                        ROWS,
                        new Block(screen.columns(), screen.rows(), screen.boxes()).grown(COLUMNS, ROWS).boxes))
                .toList());
    }

    /** Where an element stands; empty if it is not on any screen. */
    public Optional<Upright> upright(String element) {
        for (int i = 0; i < screens.size(); i++) {
            Box box = screens.get(i).boxes().get(element);
            if (box != null) {
                return Optional.of(new Upright(i, box.x(), box.y(), box.width(), box.height()));
            }
        }
        return Optional.empty();
    }

    private static Tall workedOut(List<Element> elements) {
        List<Screen> screens = new ArrayList<>();
        Block screen = NOTHING;
        for (Block block : blocks(elements, true)) {
            if (screen.height + block.height > ROWS) {
                screens.add(screen(screen));
                screen = NOTHING;
            }
            screen = screen.with(block, 0, screen.height);
        }
        if (screen != NOTHING || screens.isEmpty()) {
            screens.add(screen(screen));
        }
        return new Tall(List.copyOf(screens));
    }

    private static Screen screen(Block block) {
        return new Screen(Math.max(1, block.width), Math.max(1, block.height), block.boxes);
    }

    /**
     * What is laid below each other from the top, each low enough for a screen.
     *
     * @param wide whether what stands beside each other takes the whole width
     */
    private static List<Block> blocks(List<Element> elements, boolean wide) {
        List<List<Element>> columns = columns(elements);
        if (columns.size() > 1) {
            return rows(columns, wide);
        }
        List<List<Element>> bands = bands(elements);
        return bands.size() > 1
                ? bands.stream().flatMap(band -> blocks(band, wide).stream()).toList()
                : elements.stream().sorted(READING).map(Tall::block).toList(); // it is one, or they lie on each other
    }

    /** What stands beside each other, in as many rows as it needs. */
    private static List<Block> rows(List<List<Element>> columns, boolean wide) {
        List<Block> rows = new ArrayList<>();
        List<Block> row = new ArrayList<>();
        int width = 0;
        for (Block pile :
                columns.stream().flatMap(column -> piles(column).stream()).toList()) {
            if (width + pile.width > COLUMNS) {
                rows.add(row(row, wide));
                row.clear();
                width = 0;
            }
            row.add(pile);
            width += pile.width;
        }
        rows.add(row(row, wide));
        return rows;
    }

    /** Piles beside each other, each as high as the highest. */
    private static Block row(List<Block> piles, boolean wide) {
        int height = piles.stream().mapToInt(Block::height).max().orElse(0);
        Block row = NOTHING;
        for (Block pile : piles) {
            row = row.with(pile.grown(pile.width, height), row.width, 0);
        }
        return row.grown(wide ? COLUMNS : row.width, height);
    }

    /** What stands above each other as one block, or as several if it is too high for one. */
    private static List<Block> piles(List<Element> column) {
        List<Block> piles = new ArrayList<>();
        Block pile = NOTHING;
        List<Block> blocks = blocks(column, false);
        int width = blocks.stream().mapToInt(Block::width).max().orElse(0);
        for (Block block : blocks) {
            if (pile.height + block.height > ROWS) {
                piles.add(pile);
                pile = NOTHING;
            }
            pile = pile.with(block.grown(width, block.height), 0, pile.height);
        }
        piles.add(pile);
        return piles;
    }

    private static final Comparator<Element> READING = Comparator.comparingInt(
                    (Element e) -> e.box().y())
            .thenComparingInt(e -> e.box().x());

    private static Block block(Element element) {
        Kind kind = element.kind();
        int width = size(element.box().width(), 2, kind.leastTall().width(), COLUMNS);
        int height = size(element.box().height(), 1.6, kind.leastTall().height(), TALLEST);
        return new Block(width, height, Map.of(element.id(), new Box(0, 0, width, height)));
    }

    /** As many cells as so many of the wide arrangement become, one of which is so much smaller. */
    private static int size(int cells, double smaller, int least, int most) {
        return Math.max(least, Math.min(most, (int) (cells / smaller)));
    }

    /** Groups from top to bottom between which a horizontal line can be drawn. */
    private static List<List<Element>> bands(List<Element> elements) {
        return cut(elements, e -> e.box().y(), e -> e.box().bottom());
    }

    /** Groups from left to right between which a vertical line can be drawn. */
    private static List<List<Element>> columns(List<Element> elements) {
        return cut(elements, e -> e.box().x(), e -> e.box().right());
    }

    private static List<List<Element>> cut(
            List<Element> elements, ToIntFunction<Element> from, ToIntFunction<Element> to) {
        List<List<Element>> groups = new ArrayList<>();
        int end = Integer.MIN_VALUE;
        for (Element element :
                elements.stream().sorted(Comparator.comparingInt(from)).toList()) {
            if (from.applyAsInt(element) >= end) {
                groups.add(new ArrayList<>());
            }
            groups.get(groups.size() - 1).add(element);
            end = Math.max(end, to.applyAsInt(element));
        }
        return groups;
    }
}
