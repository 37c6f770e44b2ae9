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
import orchard.mapping.Mapping;
import orchard.parameter.Display;
import orchard.parameter.Law;
import orchard.parameter.Parameter;

/**
 * A whole panel made of a device's parameters, as a new layout: each becomes the element that fits it, those of a group stand together below its name, and each is
 * mapped to its parameter.
 *
 * @param edit that makes it
 * @param left parameters that found no room, in the order of the profile
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

    /** What finds room, and what does not. */
    private record Laid(List<Element> elements, Map<Element, Item> items, List<Parameter> left) {}

    /**
     * A panel of some parameters of a device.
     *
     * @param title what it is of, in words
     */
    public static Panel of(Rig rig, Device device, List<Parameter> parameters, String title) {
        Map<String, List<Item>> groups = new LinkedHashMap<>();
        parameters.stream()
                .filter(Parameter::settable)
                .forEach(
                        parameter -> add(groups.computeIfAbsent(parameter.group(), g -> new ArrayList<>()), parameter));
        Laid laid = null;
        for (Map<Kind, Box> sizes : SIZES) {
            laid = new Laying(device, sizes).of(groups);
            if (laid.left().isEmpty()) {
                break;
            }
        }
        String id = rig.freeId("layout");
        String name = name(rig, title);
        Part.OfLayout part = new Part.OfLayout(new Layout(id, name, laid.elements()));
        Rig with = rig.apply(Edit.add("draw", part));
        List<Edit.Change> changes = new ArrayList<>(List.of(new Edit.Change(null, part)));
        MappingCopier copier = new MappingCopier(with);
        int number = Integer.parseInt(rig.freeId("m").substring(1));
        for (Map.Entry<Element, Item> entry : laid.items().entrySet()) {
            List<Parameter> set = entry.getValue().parameters();
            for (int i = 0; i < set.size(); i++) {
                String dimension = entry.getKey().face().dimensions("").get(i).name();
                Mapping mapping = copier.plain(
                        "m" + number++,
                        new Ref.ToControl(id, entry.getKey().id(), dimension),
                        new Ref.ToParameter(device.id(), set.get(i).id()));
                changes.add(new Edit.Change(null, new Part.OfMapping(mapping)));
            }
        }
        String rest = laid.left().isEmpty()
                ? ""
                : ", without " + laid.left().size() + " that found no room, the first of them "
                        + laid.left().get(0).name();
        return new Panel(id, new Edit("Make “" + name + "”" + rest, changes), laid.left());
    }

    /** What the layout is called: like nothing else in the rig. */
    private static String name(Rig rig, String title) {
        String name = title.substring(0, Math.min(title.length(), Rig.LONGEST_NAME - 10)) + " panel";
        String free = name;
        for (int number = 2; isTaken(rig, free); number++) {
            free = name + " " + number;
        }
        return free;
    }

    private static boolean isTaken(Rig rig, String name) {
        return rig.gear().stream().anyMatch(device -> device.name().equalsIgnoreCase(name));
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
        return (parameter.law() instanceof Law.DecibelTaper ? Kind.FADER : Kind.KNOB).plain();
    }

    /** Lays groups beside each other in rows, each with its name above. */
    private static final class Laying {
        private final Device device;
        private final Map<Kind, Box> sizes;
        private final List<Element> elements = new ArrayList<>();
        private final Map<Element, Item> items = new LinkedHashMap<>();
        private final List<Parameter> left = new ArrayList<>();
        private int x;
        private int y;
        private int bottom;

        Laying(Device device, Map<Kind, Box> sizes) {
            this.device = device;
            this.sizes = sizes;
        }

        Laid of(Map<String, List<Item>> groups) {
            groups.forEach(this::group);
            Map<Element, Item> grown = new LinkedHashMap<>();
            List<Element> all = elements.stream()
                    .map(element -> {
                        Element to = element.at(grown(element.box()));
                        if (items.containsKey(element)) {
                            grown.put(to, items.get(element));
                        }
                        return to;
                    })
                    .toList();
            return new Laid(all, grown, left);
        }

        /** Rows that nothing needs are given to all. */
        private Box grown(Box box) {
            int top = edge(box.y());
            return new Box(box.x(), top, box.width(), edge(box.bottom()) - top);
        }

        private int edge(int row) {
            return (int) Math.round((double) row * Layout.ROWS / bottom);
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
                    name(item.parameters().get(0), new Box(x, y, width, 1));
                }
                isEmpty = false;
                put(item, size.at(x + across, top));
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

        private void name(Parameter parameter, Box box) {
            String name =
                    device.profile().group(parameter.group()).map(g -> g.name()).orElse(parameter.group());
            elements.add(
                    new Element(id(), name, box, Kind.LABEL.plain(), new Ref.ToParameter(device.id(), parameter.id())));
        }

        private void put(Item item, Box box) {
            Element element = new Element(id(), item.parameters().get(0).name(), box, item.face());
            elements.add(element);
            items.put(element, item);
        }

        private String id() {
            return "e" + (elements.size() + 1);
        }
    }
}
