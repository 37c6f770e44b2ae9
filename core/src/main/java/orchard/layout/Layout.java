package orchard.layout;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.light.Drawn;
import orchard.light.Light;

/**
 * A drawn surface of {@value #COLUMNS} × {@value #ROWS} cells.
 *
 * @param id also the id of the device it is in the rig
 * @param elements in the order they are reached by Tab
 */
public record Layout(String id, String name, List<Element> elements) {

    /** How many cells a layout is wide. */
    public static final int COLUMNS = 32;

    /** How many cells a layout is high. */
    public static final int ROWS = 18;

    public Layout {
        elements = List.copyOf(elements);
    }

    /** The element of that id, as it was drawn. */
    public Optional<Element> element(String id) {
        return elements.stream().filter(e -> e.id().equals(id)).findFirst();
    }

    /** What fingers meet and eyes see: every element that was drawn, and in place of a row the elements of its strips. */
    public List<Element> played() {
        return elements.stream()
                .flatMap(e ->
                        e.face() instanceof Strips strips ? strips.elements(e.id(), e.box()).stream() : Stream.of(e))
                .toList();
    }

    /** What fingers meet under that id. */
    public Optional<Element> played(String id) {
        return played().stream().filter(e -> e.id().equals(id)).findFirst();
    }

    /** What the controls of its rows are told to set, by the controls. */
    public Map<Ref.ToControl, Ref.ToParameter> rows() {
        Map<Ref.ToControl, Ref.ToParameter> rows = new LinkedHashMap<>();
        for (Element e : elements) {
            if (e.face() instanceof Strips strips) {
                rows.putAll(strips.sets(id, e.id(), e.box()));
            }
        }
        return rows;
    }

    /** The layout as a device: what fingers move is a control that can be mapped, and nearly everything is a light that answers. */
    public Device device() {
        List<Element> all = played();
        List<Control> controls = all.stream()
                .flatMap(e -> e.face().hand().stream()
                        .map(hand ->
                                new Control(e.id(), e.name(), hand, e.face().dimensions(e.id()), face(e.box()))))
                .toList();
        List<Light> lights = all.stream()
                .flatMap(e -> e.face().shows(e.id()).stream()
                        .map(part -> new Light(
                                part,
                                part.equals(e.id()) ? e.name() : e.name() + " " + part.substring(e.id().length() + 1),
                                e.face().hand().isPresent() ? e.id() : "",
                                new Drawn(part))))
                .toList();
        return new Device(
                id,
                name,
                "touch layout",
                new Seat(Wire.TOUCH, id, id),
                new Profile(controls, List.of(), List.of(), lights, List.of(), List.of(), List.of()));
    }

    private static Control.Face face(Box box) {
        return new Control.Face(box.x(), box.y(), box.width(), box.height());
    }

    /** An id that no element has. */
    public String freeId() {
        return "e"
                + (1
                        + elements.stream()
                                .filter(e -> e.id().matches("e\\d{1,6}"))
                                .mapToInt(e -> Integer.parseInt(e.id().substring(1)))
                                .max()
                                .orElse(0));
    }

    /** The first place, row by row, where nothing lies; the top left if there is none. */
    public Box room(Box size) {
        for (int y = 0; y + size.height() <= ROWS; y++) {
            for (int x = 0; x + size.width() <= COLUMNS; x++) {
                Box box = size.at(x, y);
                if (elements.stream().noneMatch(e -> e.box().overlaps(box))) {
                    return box;
                }
            }
        }
        return size.at(0, 0);
    }

    /** The same layout with other elements. */
    public Layout with(List<Element> others) {
        return new Layout(id, name, others);
    }

    /** The same layout with an element put in place of the one of its id, or after all others. */
    public Layout with(Element element) {
        List<Element> all = new ArrayList<>(elements);
        all.replaceAll(e -> e.id().equals(element.id()) ? element : e);
        if (!all.contains(element)) {
            all.add(element);
        }
        return with(all);
    }

    /** The same layout without an element. */
    public Layout without(String element) {
        return with(elements.stream().filter(e -> !e.id().equals(element)).toList());
    }
}
