package orchard.layout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;

/** How several elements of a layout are put in order. The first one that was chosen stays as it is where others are put as it is. */
public enum Arrange {
    LEFT("left edges in line"),
    RIGHT("right edges in line"),
    TOP("upper edges in line"),
    BOTTOM("lower edges in line"),
    ACROSS("spread from left to right"),
    DOWN("spread from top to bottom"),
    SIZE("all as large as the first"),
    FRONT("above all others"),
    BACK("below all others"),
    GROUP("one group"),
    APART("no group"),
    FIX("fixed in place"),
    FREE("free to move");

    private final String words;

    Arrange(String words) {
        this.words = words;
    }

    /** It in words. */
    public String words() {
        return words;
    }

    /** The fewest elements with which it does anything. */
    public int least() {
        return switch (this) {
            case FRONT, BACK, APART, FIX, FREE -> 1;
            case ACROSS, DOWN -> 3;
            default -> 2;
        };
    }

    /**
     * The layout with these elements in order.
     *
     * @param ids in the order they were chosen
     * @throws Mistake if one is not there, or there would be no room
     */
    public Layout of(Layout layout, List<String> ids) {
        List<Element> some = chosen(layout, ids);
        Box first = some.get(0).box();
        return switch (this) {
            case LEFT -> put(layout, some, box -> box.at(first.x(), box.y()));
            case RIGHT -> put(layout, some, box -> box.at(first.right() - box.width(), box.y()));
            case TOP -> put(layout, some, box -> box.at(box.x(), first.y()));
            case BOTTOM -> put(layout, some, box -> box.at(box.x(), first.bottom() - box.height()));
            case SIZE -> put(layout, some, box -> inside(new Box(box.x(), box.y(), first.width(), first.height())));
            case ACROSS -> spread(layout, some, Box::x, Box::width, (box, x) -> box.at(x, box.y()));
            case DOWN -> spread(layout, some, Box::y, Box::height, (box, y) -> box.at(box.x(), y));
            case GROUP -> each(layout, some, free(layout));
            case APART -> each(layout, some, "");
            case FIX -> with(layout, some, element -> element.fixed(true));
            case FREE -> with(layout, some, element -> element.fixed(false));
            case FRONT, BACK -> {
                List<Element> all = new ArrayList<>(layout.elements());
                List<Element> taken = all.stream().filter(some::contains).toList();
                all.removeAll(taken);
                all.addAll(this == BACK ? 0 : all.size(), taken);
                yield layout.with(all);
            }
        };
    }

    private static Layout each(Layout layout, List<Element> some, String group) {
        return with(layout, some, element -> element.of(group));
    }

    private static Layout with(Layout layout, List<Element> some, UnaryOperator<Element> change) {
        return layout.with(layout.elements().stream()
                .map(element -> some.contains(element) ? change.apply(element) : element)
                .toList());
    }

    /** The name of a group that nothing is in. */
    static String free(Layout layout) {
        Set<String> taken = layout.elements().stream()
                .map(element -> element.place().group())
                .collect(Collectors.toSet());
        int number = 1;
        while (taken.contains("g" + number)) {
            number++;
        }
        return "g" + number;
    }

    /**
     * Elements that were copied, as they come onto a layout: free, and in groups of their own.
     */
    public static List<Element> fresh(Layout layout, List<Element> copied) {
        Map<String, String> groups = new HashMap<>();
        Layout with = layout;
        List<Element> fresh = new ArrayList<>();
        for (Element element : copied) {
            String was = element.place().group();
            if (!was.isEmpty() && !groups.containsKey(was)) {
                groups.put(was, free(with));
            }
            Element one = element.fixed(false).of(groups.getOrDefault(was, ""));
            with = with.with(one.called(with.freeId()));
            fresh.add(one);
        }
        return fresh;
    }

    /**
     * The layout with some elements moved and sized together, no further than one of them meets the edge.
     *
     * @param by x, y, width and height by which they change
     * @throws Mistake if one is not there
     */
    public static Layout moved(Layout layout, List<String> ids, Box by) {
        List<Element> some = chosen(layout, ids);
        int x = within(
                by.x(), some, e -> -e.box().x(), e -> Layout.COLUMNS - e.box().right());
        int y = within(
                by.y(), some, e -> -e.box().y(), e -> Layout.ROWS - e.box().bottom());
        int width = within(
                by.width(),
                some,
                e -> 1 - e.box().width(),
                e -> Layout.COLUMNS - e.box().right() - x);
        int height = within(
                by.height(),
                some,
                e -> 1 - e.box().height(),
                e -> Layout.ROWS - e.box().bottom() - y);
        return put(layout, some, box -> new Box(box.x() + x, box.y() + y, box.width() + width, box.height() + height));
    }

    private static int within(int by, List<Element> some, ToIntFunction<Element> least, ToIntFunction<Element> most) {
        int low = some.stream().mapToInt(least).max().orElse(0);
        int high = some.stream().mapToInt(most).min().orElse(0);
        return Math.max(low, Math.min(high, by));
    }

    private static List<Element> chosen(Layout layout, List<String> ids) {
        if (ids.isEmpty()) {
            throw new Mistake("element", "No element is selected");
        }
        return ids.stream()
                .distinct()
                .map(id -> layout.element(id)
                        .orElseThrow(() -> new Mistake("element", "The element “" + id + "” is not there any more")))
                .toList();
    }

    private static Box inside(Box box) {
        return box.at(
                Math.max(0, Math.min(box.x(), Layout.COLUMNS - box.width())),
                Math.max(0, Math.min(box.y(), Layout.ROWS - box.height())));
    }

    private static Layout put(Layout layout, List<Element> some, Function<Box, Box> to) {
        Map<String, Element> moved = new HashMap<>();
        some.forEach(element -> moved.put(element.id(), element.at(inside(to.apply(element.box())))));
        return layout.with(layout.elements().stream()
                .map(element -> moved.getOrDefault(element.id(), element))
                .toList());
    }

    private interface Placed {
        Box at(Box box, int place);
    }

    /** The outermost stay, and between the others are gaps that differ by a cell at most. */
    private static Layout spread(
            Layout layout, List<Element> some, ToIntFunction<Box> from, ToIntFunction<Box> size, Placed placed) {
        List<Element> row = some.stream()
                .sorted(Comparator.comparingInt(e -> from.applyAsInt(e.box())))
                .toList();
        int start = from.applyAsInt(row.get(0).box());
        int end = row.stream()
                .mapToInt(e -> from.applyAsInt(e.box()) + size.applyAsInt(e.box()))
                .max()
                .orElse(start);
        int taken = row.stream().mapToInt(e -> size.applyAsInt(e.box())).sum();
        int gaps = Math.max(0, end - start - taken);
        Map<String, Box> boxes = new HashMap<>();
        int sum = 0;
        for (int i = 0; i < row.size(); i++) {
            int gap = row.size() == 1 ? 0 : (int) Math.round((double) gaps * i / (row.size() - 1));
            Box box = row.get(i).box();
            boxes.put(row.get(i).id(), placed.at(box, start + sum + gap));
            sum += size.applyAsInt(box);
        }
        List<Element> moved = row.stream()
                .map(element -> element.at(inside(boxes.get(element.id()))))
                .toList();
        Layout with = layout;
        for (Element element : moved) {
            with = with.with(element);
        }
        return with;
    }
}
