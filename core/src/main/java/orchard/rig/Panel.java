package orchard.rig;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.layout.Box;
import orchard.layout.Button;
import orchard.layout.Element;
import orchard.layout.Face;
import orchard.layout.Field;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.parameter.Display;
import orchard.parameter.Law;
import orchard.parameter.Parameter;

/**
 * A whole panel made of a device's parameters, as a new layout: each becomes the element that fits it, those of a group stand together below its name, and each is
 * mapped to its parameter. What does not fit on one page goes on on the next.
 *
 * @param layout its id
 * @param edit that makes it
 * @param left parameters that found no room on any page, in the order of the profile
 */
public record Panel(String layout, Edit edit, List<Parameter> left) {

    /** Values of which there are more stand in a list. */
    private static final int BESIDE = 5;

    /** How much is tried to be made smaller, from what is comfortable to what a finger just meets on a small tablet. */
    private static final List<Map<Kind, Box>> SIZES = List.of(
            Map.of(
                    Kind.LIST, new Box(0, 0, 6, 7),
                    Kind.CHOICES, new Box(0, 0, 8, 3),
                    Kind.FIELD, new Box(0, 0, 7, 7),
                    Kind.FADER, new Box(0, 0, 3, 7),
                    Kind.KNOB, new Box(0, 0, 3, 4),
                    Kind.BUTTON, new Box(0, 0, 3, 3)),
            Map.of(
                    Kind.LIST, new Box(0, 0, 5, 5),
                    Kind.CHOICES, new Box(0, 0, 6, 2),
                    Kind.FIELD, new Box(0, 0, 5, 5),
                    Kind.FADER, new Box(0, 0, 2, 5),
                    Kind.KNOB, new Box(0, 0, 3, 3),
                    Kind.BUTTON, new Box(0, 0, 3, 2)),
            Map.of(
                    Kind.LIST, new Box(0, 0, 4, 4),
                    Kind.CHOICES, new Box(0, 0, 5, 2),
                    Kind.FIELD, new Box(0, 0, 4, 4),
                    Kind.FADER, new Box(0, 0, 2, 4),
                    Kind.KNOB, new Box(0, 0, 2, 3),
                    Kind.BUTTON, new Box(0, 0, 2, 2)));

    /** What one element is about: one parameter, or two that belong together. */
    private record Item(Face face, List<Parameter> parameters) {}

    /** What goes on one page, and what does not. */
    private record Laid(List<Placed> placed, List<Parameter> left) {}

    /**
     * Where something stands.
     *
     * @param item null for the name of a group
     * @param about a parameter of the group
     */
    private record Placed(Item item, Parameter about, Box box) {}

    /**
     * A panel of some parameters of a device.
     *
     * @param title what it is of, in words
     */
    public static Panel of(Rig rig, Device device, List<Parameter> parameters, String title) {
        List<Parameter> settable =
                parameters.stream().filter(Parameter::settable).toList();
        List<Laid> pages = pages(device, settable);
        Sketch sketch = new Sketch(rig, title + " panel");
        for (Laid laid : pages) {
            if (pages.size() > 1) {
                sketch.page(group(device, laid.placed().get(0).about()));
            }
            laid.placed().forEach(placed -> draw(sketch, device, placed));
        }
        List<Parameter> left =
                pages.isEmpty() ? List.of() : pages.get(pages.size() - 1).left();
        String rest = left.isEmpty()
                ? ""
                : ", without " + left.size() + " that found no room, the first of them "
                        + left.get(0).name();
        return new Panel(sketch.id(), sketch.edit("Make “" + sketch.name() + "”" + rest), left);
    }

    /** On one page if all of it is large enough there for fingers; else page by page, in a size that is comfortable. */
    private static List<Laid> pages(Device device, List<Parameter> parameters) {
        for (Map<Kind, Box> sizes : SIZES) {
            Laid laid = laid(sizes, parameters, false);
            if (laid.left().isEmpty()) {
                return laid.placed().isEmpty() ? List.of() : List.of(laid);
            }
        }
        List<Laid> pages = new ArrayList<>();
        List<Parameter> left = parameters;
        while (!left.isEmpty() && pages.size() < Layout.MOST_PAGES) {
            pages.add(laid(SIZES.get(1), left, true));
            left = pages.get(pages.size() - 1).left();
        }
        return pages;
    }

    /** @param goesOn whether groups stay whole and in order, because there are more pages */
    private static Laid laid(Map<Kind, Box> sizes, List<Parameter> parameters, boolean goesOn) {
        Map<String, List<Item>> groups = new LinkedHashMap<>();
        parameters.forEach(
                parameter -> add(groups.computeIfAbsent(parameter.group(), g -> new ArrayList<>()), parameter));
        return new Laying(sizes, goesOn).of(groups);
    }

    private static String group(Device device, Parameter parameter) {
        return device.profile()
                .group(parameter.group())
                .map(group -> group.name())
                .orElse(parameter.group().isEmpty() ? device.name() : parameter.group());
    }

    private static void draw(Sketch sketch, Device device, Placed placed) {
        Ref.ToParameter about = new Ref.ToParameter(device.id(), placed.about().id());
        if (placed.item() == null) {
            sketch.add(group(device, placed.about()), placed.box(), Kind.LABEL.plain(), about);
        } else {
            Element element = sketch.add(
                    placed.about().name(), placed.box(), placed.item().face());
            sketch.sets(
                    element,
                    placed.item().parameters().stream()
                            .map(parameter -> new Ref.ToParameter(device.id(), parameter.id()))
                            .toList());
        }
    }

    /** Two angles that follow one another are one place. */
    private static void add(List<Item> items, Parameter parameter) {
        Item last = items.isEmpty() ? null : items.get(items.size() - 1);
        boolean isAngle = parameter.range().unit().equals(Display.DEGREES);
        if (isAngle
                && last != null
                && last.face().kind() == Kind.KNOB
                && isAngle(last.parameters().get(0))) {
            items.set(
                    items.size() - 1,
                    new Item(new Field(1, false), List.of(last.parameters().get(0), parameter)));
        } else {
            items.add(new Item(face(parameter), List.of(parameter)));
        }
    }

    private static boolean isAngle(Parameter parameter) {
        return parameter.range().unit().equals(Display.DEGREES);
    }

    /** The element that fits a parameter. */
    static Face face(Parameter parameter) {
        if (parameter.hasNames() && parameter.count() == 2) {
            return new Button(true, Button.Sign.NONE);
        } else if (parameter.hasNames()) {
            return (parameter.count() > BESIDE ? Kind.LIST : Kind.CHOICES).plain();
        }
        if (parameter.count() > 2 && parameter.count() <= BESIDE) {
            return Kind.CHOICES.plain();
        }
        return (parameter.law() instanceof Law.DecibelTaper ? Kind.FADER : Kind.KNOB).plain();
    }

    /** Lays groups beside each other in rows, each with its name above. */
    private static final class Laying {
        private final Map<Kind, Box> sizes;
        private final boolean goesOn;
        private final List<Placed> placed = new ArrayList<>();
        private final List<Parameter> left = new ArrayList<>();
        private int x;
        private int y;
        private int bottom;

        Laying(Map<Kind, Box> sizes, boolean goesOn) {
            this.sizes = sizes;
            this.goesOn = goesOn;
        }

        Laid of(Map<String, List<Item>> groups) {
            groups.forEach((group, all) -> {
                int there = placed.size();
                boolean isFull = goesOn && !left.isEmpty();
                if (!isFull) {
                    group(group, all);
                }
                if (isFull || goesOn && !left.isEmpty() && there > 0) {
                    placed.subList(there, placed.size()).clear();
                    left.removeIf(parameter -> parameter.group().equals(group));
                    all.forEach(item -> left.addAll(item.parameters()));
                }
            });
            return new Laid(
                    placed.stream()
                            .map(one -> new Placed(one.item(), one.about(), grown(one.box())))
                            .toList(),
                    left);
        }

        /** Rows that nothing needs are given to all, but nothing grows to more than twice its height. */
        private Box grown(Box box) {
            int top = edge(box.y());
            return new Box(box.x(), top, box.width(), edge(box.bottom()) - top);
        }

        private int edge(int row) {
            return (int) Math.round((double) row * Math.min(Layout.ROWS, 2 * bottom) / bottom);
        }

        /** A group takes a rectangle of its own: its name, and below that its elements in rows. */
        private void group(String group, List<Item> all) {
            int width = Math.min(
                    Layout.COLUMNS,
                    all.stream().mapToInt(item -> size(item).width()).sum());
            if (x + width > Layout.COLUMNS) {
                x = 0;
                y = bottom;
            }
            int title = group.isEmpty() ? 0 : 1;
            int across = 0;
            int top = y + title;
            int below = top;
            boolean isEmpty = true;
            for (Item item : all) {
                Box size = size(item);
                if (across + size.width() > width) {
                    across = 0;
                    top = below;
                }
                if (top + size.height() > Layout.ROWS) {
                    left.addAll(item.parameters());
                    continue;
                }
                if (isEmpty && title > 0) {
                    placed.add(new Placed(null, item.parameters().get(0), new Box(x, y, width, 1)));
                }
                isEmpty = false;
                placed.add(new Placed(item, item.parameters().get(0), size.at(x + across, top)));
                across += size.width();
                below = Math.max(below, top + size.height());
            }
            if (!isEmpty) {
                x += width;
                bottom = Math.max(bottom, below);
            }
        }

        private Box size(Item item) {
            return sizes.get(item.face().kind());
        }
    }
}
