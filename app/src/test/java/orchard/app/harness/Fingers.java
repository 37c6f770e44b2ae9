package orchard.app.harness;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.InvalidArgumentException;

/** Fingers on the browser's screen, up to ten at once (Chrome DevTools Protocol, Input.dispatchTouchEvent). */
public final class Fingers {

    private record Point(double x, double y, double size) {}

    private final Browser browser;
    private final Map<Integer, Point> points = new LinkedHashMap<>();

    Fingers(Browser browser) {
        this.browser = browser;
    }

    /** A finger comes down on an element, at parts of its width and height from the top left. */
    public Fingers down(int finger, String css, double across, double below) {
        return down(finger, css, across, below, 8);
    }

    /**
     * The same with a contact of a size.
     *
     * @param size across, in CSS pixels
     */
    public Fingers down(int finger, String css, double across, double below, double size) {
        points.put(finger, at(css, across, below, size));
        say("touchStart");
        return this;
    }

    private Point at(String css, double across, double below, double size) {
        browser.find(css);
        @SuppressWarnings("unchecked")
        List<Number> box = (List<Number>) browser.ask("const b = document.querySelector(" + quoted(css)
                + ").getBoundingClientRect(); return [b.left, b.top, b.width, b.height]");
        return new Point(
                box.get(0).doubleValue() + across * box.get(2).doubleValue(),
                box.get(1).doubleValue() + below * box.get(3).doubleValue(),
                size);
    }

    private static String quoted(String text) {
        return "\"" + text.replace("\"", "\\\"") + "\"";
    }

    /** A finger goes on by some pixels, in a few steps. */
    public Fingers by(int finger, double x, double y) {
        Point from = points.get(finger);
        int steps = 4;
        for (int i = 1; i <= steps; i++) {
            points.put(finger, new Point(from.x + x * i / steps, from.y + y * i / steps, from.size));
            say("touchMove");
        }
        return this;
    }

    /** A finger goes to a place of an element. */
    public Fingers to(int finger, String css, double across, double below) {
        Point from = points.get(finger);
        Point to = at(css, across, below, from.size);
        return by(finger, to.x - from.x, to.y - from.y);
    }

    /** A finger is lifted. */
    public Fingers up(int finger) {
        say("touchEnd", Map.of(finger, points.remove(finger)));
        return this;
    }

    /** A finger taps an element. */
    public Fingers tap(int finger, String css, double across, double below) {
        return down(finger, css, across, below).up(finger);
    }

    /** All fingers are lifted. */
    public void lift() {
        List.copyOf(points.keySet()).forEach(this::up);
    }

    /** What a test that failed left on the screen is gone. */
    void cancel() {
        if (points.isEmpty()) {
            return;
        }
        points.clear();
        try {
            say("touchCancel");
        } catch (InvalidArgumentException e) {
            // they were in a window that is closed
        }
    }

    private void say(String type) {
        say(type, points);
    }

    private void say(String type, Map<Integer, Point> which) {
        List<Map<String, Object>> all = new ArrayList<>();
        which.forEach((finger, point) -> {
            Map<String, Object> one = new HashMap<>();
            one.put("x", point.x);
            one.put("y", point.y);
            one.put("id", finger);
            one.put("radiusX", point.size / 2);
            one.put("radiusY", point.size / 2);
            one.put("force", 0.6);
            all.add(one);
        });
        browser.tell("Input.dispatchTouchEvent", Map.of("type", type, "touchPoints", all));
    }
}
