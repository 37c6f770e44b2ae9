package orchard.app.paper;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleBiFunction;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.PageGroup;

/**
 * One page of a device's face as it is printed: outlines where the controls are, what each is called and what it does. All lengths are
 * millimetres from the top left.
 *
 * @param title what stands at the top
 * @param width of the paper
 * @param height of the paper
 */
public record Sheet(String title, double width, double height, List<Outline> outlines, List<Line> lines) {

    private static final double MARGIN = 8;
    private static final double TITLE = 9;
    private static final double LARGEST = 3.6;
    private static final double SMALLEST = 2.1;
    private static final double LEADING = 1.18;

    /** A control's outline; {@code round} ones are drawn as an ellipse. */
    public record Outline(double x, double y, double width, double height, boolean round) {}

    /**
     * A line of text; {@code x} is its middle, {@code y} its base line.
     *
     * @param size of the letters
     */
    public record Line(String text, double x, double y, double size, boolean bold, boolean fromLeft) {}

    /**
     * All sheets of a device, one a page of its controls.
     *
     * @param faceWidth how wide the device's face is; the drawing is scaled so that it has this width
     * @param does what each control does, in short words, by its id
     * @param measure width of a bold text at a size of 1
     */
    public static List<Sheet> of(
            Device device, double faceWidth, Map<String, String> does, ToDoubleBiFunction<String, Boolean> measure) {
        double right = 1;
        double left = Double.MAX_VALUE;
        double bottom = 1;
        for (Control each : device.profile().controls()) {
            left = Math.min(left, each.face().x());
            right = Math.max(right, each.face().x() + each.face().width());
            bottom = Math.max(bottom, each.face().y() + each.face().height());
        }
        double scale = faceWidth / (right - left);
        int pages = device.profile().traits().pages().stream()
                .mapToInt(group -> group.names().size())
                .max()
                .orElse(1);
        List<Sheet> sheets = new ArrayList<>();
        for (int page = 1; page <= pages; page++) {
            sheets.add(page(device, page, pages, scale, left, bottom, faceWidth, does, measure));
        }
        return sheets;
    }

    private static Sheet page(
            Device device,
            int page,
            int pages,
            double scale,
            double left,
            double bottom,
            double faceWidth,
            Map<String, String> does,
            ToDoubleBiFunction<String, Boolean> measure) {
        List<Outline> outlines = new ArrayList<>();
        List<Line> lines = new ArrayList<>();
        Map<String, Integer> shown = new HashMap<>();
        StringBuilder title = new StringBuilder(device.name());
        for (PageGroup group : device.profile().traits().pages()) {
            int open = Math.min(page, group.names().size());
            shown.put(group.id(), open);
            title.append(" · ")
                    .append(group.name())
                    .append(": ")
                    .append(group.names().get(open - 1));
        }
        if (pages > 1) {
            title.append(" · sheet ").append(page).append(" of ").append(pages);
        }
        lines.add(new Line(title.toString(), MARGIN, MARGIN + 4, 4.2, true, true));
        for (Control control : device.profile().controls()) {
            boolean here = control.page() == null
                    || control.pageNumber() == shown.getOrDefault(control.page().group(), 1);
            if (here) {
                draw(control, scale, left, does.getOrDefault(control.id(), ""), outlines, lines, measure);
            }
        }
        return new Sheet(
                title.toString(),
                faceWidth + 2 * MARGIN,
                bottom * scale + 2 * MARGIN + TITLE,
                List.copyOf(outlines),
                List.copyOf(lines));
    }

    private static void draw(
            Control control,
            double scale,
            double left,
            String does,
            List<Outline> outlines,
            List<Line> lines,
            ToDoubleBiFunction<String, Boolean> measure) {
        Control.Face face = control.face();
        double x = MARGIN + (face.x() - left) * scale;
        double y = MARGIN + TITLE + face.y() * scale;
        double width = face.width() * scale;
        double height = face.height() * scale;
        boolean round = switch (control.kind()) {
            case KNOB, ENDLESS_KNOB, WHEEL -> true;
            case PAD, BUTTON, FADER, PEDAL, XY, KEY, MOTION, CHOICE -> false;
        };
        outlines.add(new Outline(x, y, width, height, false));
        if (round) {
            double size = Math.min(width, height) * 0.32;
            outlines.add(new Outline(x + (width - size) / 2, y + 0.8, size, size, true));
            y += size + 0.8;
            height -= size + 0.8;
        }
        for (double size = LARGEST; ; size -= 0.3) {
            List<Line> wrapped = wrap(control.shownName(), does, x, y, width, size, measure);
            double needed = wrapped.size() * size * LEADING;
            double widest = wrapped.stream()
                    .mapToDouble(line -> measure.applyAsDouble(line.text(), line.bold()) * line.size())
                    .max()
                    .orElse(0);
            if (needed <= height && widest <= width - 1 || size <= SMALLEST) {
                double top = y + Math.max(0, (height - needed) / 2) + size * 0.85;
                int fit = Math.max(1, (int) (height / (size * LEADING)));
                for (int i = 0; i < wrapped.size() && i < fit; i++) {
                    Line line = wrapped.get(i);
                    lines.add(new Line(
                            cut(line, width - 1, measure),
                            x + width / 2,
                            top + i * size * LEADING,
                            size,
                            line.bold(),
                            false));
                }
                return;
            }
        }
    }

    /** A line that is too wide even at the smallest size loses its end. */
    private static String cut(Line line, double width, ToDoubleBiFunction<String, Boolean> measure) {
        String text = line.text();
        while (text.length() > 2 && measure.applyAsDouble(text, line.bold()) * line.size() > width) {
            text = text.substring(0, text.length() - 2) + "…";
        }
        return text;
    }

    /** What it does stands out; its name comes after, smaller in weight. */
    private static List<Line> wrap(
            String name,
            String does,
            double x,
            double y,
            double width,
            double size,
            ToDoubleBiFunction<String, Boolean> measure) {
        List<Line> lines = new ArrayList<>();
        if (!does.isEmpty()) {
            wrapInto(does, true, width - 1, size, lines, measure);
        }
        wrapInto(name, does.isEmpty(), width - 1, size, lines, measure);
        return lines;
    }

    private static void wrapInto(
            String text,
            boolean bold,
            double width,
            double size,
            List<Line> lines,
            ToDoubleBiFunction<String, Boolean> measure) {
        String line = "";
        for (String word : text.split(" ")) {
            String longer = line.isEmpty() ? word : line + " " + word;
            if (!line.isEmpty() && measure.applyAsDouble(longer, bold) * size > width) {
                lines.add(new Line(line, 0, 0, size, bold, false));
                line = word;
            } else {
                line = longer;
            }
        }
        lines.add(new Line(line, 0, 0, size, bold, false));
    }
}
