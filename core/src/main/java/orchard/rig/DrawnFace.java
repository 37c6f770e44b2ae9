package orchard.rig;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.layout.Box;
import orchard.layout.Button;
import orchard.layout.Face;
import orchard.layout.Field;
import orchard.layout.Kind;
import orchard.layout.Knob;
import orchard.layout.Layout;

/** The face of a device as elements of a layout: each control of the first page is what comes nearest to it, where it sits on the face. */
final class DrawnFace {

    /** A keyboard of more keys is not drawn: keys of a layout are. */
    private static final int MOST_KEYS = 12;

    /** So many cells wide and high is what a finger meets. */
    private static final int LEAST = 2;

    /** So many stand in a row, and so many rows on a page, where there is no room for them as they sit. */
    private static final int ACROSS = 8;

    private static final int DOWN = 4;

    /** One control as an element. */
    record Part(Control control, Box box, Face face) {}

    private DrawnFace() {}

    /**
     * What is drawn of a device, page by page: everything where it sits if fingers can meet it there, else a page for each kind of control.
     */
    static List<List<Part>> of(Device device) {
        List<Control> all = device.profile().controls().stream()
                .filter(control -> control.pageNumber() == 1 && control.face() != null)
                .filter(control -> face(control).isPresent())
                .toList();
        boolean isKeyboard = all.stream()
                        .filter(control -> control.kind() == Control.Kind.KEY)
                        .count()
                > MOST_KEYS;
        List<Control> drawn = all.stream()
                .filter(control -> !isKeyboard || control.kind() != Control.Kind.KEY)
                .toList();
        List<Part> whole = scaled(drawn);
        if (isLargeEnough(whole, drawn)) {
            return drawn.isEmpty() ? List.of() : List.of(whole);
        }
        Map<Control.Kind, List<Control>> kinds = drawn.stream()
                .collect(Collectors.groupingBy(
                        Control::kind, () -> new EnumMap<>(Control.Kind.class), Collectors.toList()));
        List<List<Part>> pages = new ArrayList<>();
        for (List<Control> kind : kinds.values()) {
            for (int from = 0; from < kind.size(); from += ACROSS * DOWN) {
                List<Control> some = kind.subList(from, Math.min(kind.size(), from + ACROSS * DOWN));
                List<Part> page = scaled(some);
                pages.add(isLargeEnough(page, some) ? page : inRows(some));
            }
        }
        return pages;
    }

    private static boolean isLargeEnough(List<Part> parts, List<Control> of) {
        return parts.size() == of.size()
                && parts.stream()
                        .allMatch(part ->
                                part.box().width() >= LEAST && part.box().height() >= LEAST);
    }

    private static List<Part> inRows(List<Control> controls) {
        List<Part> parts = new ArrayList<>();
        int width = Layout.COLUMNS / ACROSS;
        int rows = (controls.size() + ACROSS - 1) / ACROSS;
        int height = Math.min(6, Layout.ROWS / rows);
        for (int i = 0; i < controls.size(); i++) {
            Box box = new Box(i % ACROSS * width, i / ACROSS * height, width, height);
            parts.add(new Part(controls.get(i), box, face(controls.get(i)).orElseThrow()));
        }
        return parts;
    }

    /** Where they sit, as large as there is room; what would lie on another is left out. */
    private static List<Part> scaled(List<Control> drawn) {
        double left = drawn.stream().mapToDouble(c -> c.face().x()).min().orElse(0);
        double top = drawn.stream().mapToDouble(c -> c.face().y()).min().orElse(0);
        double width = drawn.stream()
                        .mapToDouble(c -> c.face().x() + c.face().width())
                        .max()
                        .orElse(1)
                - left;
        double height = drawn.stream()
                        .mapToDouble(c -> c.face().y() + c.face().height())
                        .max()
                        .orElse(1)
                - top;
        List<Part> parts = new ArrayList<>();
        for (Control control : drawn) {
            Control.Face at = control.face();
            int x = Math.min(Layout.COLUMNS - 1, cell(at.x() - left, width, Layout.COLUMNS));
            int y = Math.min(Layout.ROWS - 1, cell(at.y() - top, height, Layout.ROWS));
            int right = cell(at.x() + at.width() - left, width, Layout.COLUMNS);
            int bottom = cell(at.y() + at.height() - top, height, Layout.ROWS);
            Box box = new Box(x, y, Math.max(1, right - x), Math.max(1, bottom - y));
            if (parts.stream().noneMatch(part -> part.box().overlaps(box))) {
                parts.add(new Part(control, box, face(control).orElseThrow()));
            }
        }
        return parts;
    }

    private static int cell(double at, double of, int cells) {
        return (int) Math.round(at * cells / of);
    }

    /** What comes nearest; empty for what no finger does. */
    private static Optional<Face> face(Control control) {
        return switch (control.kind()) {
            case PAD, KEY -> Optional.of(Kind.PAD.plain());
            case BUTTON -> Optional.of(new Button(false, Button.Sign.NONE));
            case FADER, PEDAL, WHEEL -> Optional.of(Kind.FADER.plain());
            case KNOB -> Optional.of(Kind.KNOB.plain());
            case ENDLESS_KNOB -> Optional.of(new Knob(true));
            case XY -> Optional.of(new Field(1, false));
            case MOTION, CHOICE -> Optional.empty();
        };
    }
}
