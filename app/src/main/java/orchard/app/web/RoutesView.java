package orchard.app.web;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.app.live.Names;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.mapping.Route;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.signal.MessageId;

/**
 * The picture of what is passed on: devices that speak MIDI on the left, the same as those that are told on the right, a line a route.
 *
 * @param height of the picture, in its units of a pixel
 */
record RoutesView(List<Box> from, List<Box> to, List<Line> lines, int height) {

    static final int WIDTH = 860;
    static final int BOX = 210;
    private static final int HIGH = 46;
    private static final int APART = 8;
    private static final int BETWEEN_LINES = 11;
    private static final int RIGHT = WIDTH - BOX;
    /** How much room a line of words takes. */
    private static final int LINE_HIGH = 21;

    private static final double LETTER_WIDE = 7.5;

    /** Where on a line its words may stand: first where lines from one box have parted already, and do not yet come together. */
    private static final double[] PLACES = {0.62, 0.5, 0.74, 0.4, 0.82, 0.3};

    /** A device, and where it stands. */
    record Box(String id, String name, String role, int y, boolean used, boolean absent) {
        double middle() {
            return y + HIGH / 2.0;
        }
    }

    /**
     * A route.
     *
     * @param path of its line, in SVG
     * @param waits why it passes nothing on right now, or ""
     */
    record Line(Route route, String path, double x, double y, String words, boolean chosen, String waits) {
        /** What stands on it. */
        public String shown() {
            return waits.isEmpty() ? words : waits;
        }

        private boolean isInTheWayOf(Line other) {
            double wide = (shown().length() + other.shown().length()) * LETTER_WIDE / 2;
            return Math.abs(y - other.y) < LINE_HIGH && Math.abs(x - other.x) < wide;
        }
    }

    static RoutesView of(Rig rig, Names names, Set<String> absent, String chosen) {
        List<Device> speaking = rig.gear().stream().filter(RoutesView::isShown).toList();
        List<Box> from = new ArrayList<>(boxes(speaking, rig, Route::from, absent));
        boolean isLed = rig.routes().stream().anyMatch(Route::isClockMadeHere);
        Box clock = new Box(
                Route.CLOCK_MADE_HERE, "Clock made here", tempo(rig), from.size() * (HIGH + APART), isLed, false);
        from.add(clock);
        List<Box> to = boxes(speaking, rig, Route::to, absent);
        List<Line> lines = new ArrayList<>();
        for (Route route : rig.routes()) {
            Box left = box(from, route.from());
            Box right = box(to, route.to());
            if (left != null && right != null) {
                lines.add(line(
                        route,
                        left.middle() + fan(route, rig.routes(), Route::from),
                        right.middle() + fan(route, rig.routes(), Route::to),
                        names,
                        route.id().equals(chosen),
                        waits(left, right),
                        lines));
            }
        }
        lines.sort(Comparator.comparing(Line::chosen)); // what is chosen lies on top
        return new RoutesView(from, to, lines, from.size() * (HIGH + APART) - APART);
    }

    /** Whether something can be carried from a device or to it: it speaks MIDI or OSC. */
    static boolean isShown(Device device) {
        return device.seat().wire().midi() || device.seat().wire().addressed();
    }

    private static String tempo(Rig rig) {
        return rig.settings().tempo() == null
                ? "120 BPM, no tempo is set"
                : "as fast as "
                        + rig.parameter(rig.settings().tempo())
                                .map(Parameter::name)
                                .orElse("it was last");
    }

    private static String waits(Box left, Box right) {
        Box away = left.absent ? left : right.absent ? right : null;
        return away == null ? "" : "waits: " + away.name + " is not there";
    }

    /** Those that routes go through first. */
    private static List<Box> boxes(List<Device> devices, Rig rig, Function<Route, String> end, Set<String> absent) {
        Set<String> used =
                new java.util.LinkedHashSet<>(rig.routes().stream().map(end).toList());
        List<Device> order = Stream.concat(
                        devices.stream().filter(device -> used.contains(device.id())),
                        devices.stream().filter(device -> !used.contains(device.id())))
                .toList();
        return IntStream.range(0, order.size())
                .mapToObj(i -> {
                    Device device = order.get(i);
                    return new Box(
                            device.id(),
                            device.name(),
                            device.role(),
                            i * (HIGH + APART),
                            used.contains(device.id()),
                            absent.contains(device.id()));
                })
                .toList();
    }

    private static Box box(List<Box> boxes, String id) {
        return boxes.stream().filter(box -> box.id.equals(id)).findFirst().orElse(null);
    }

    /** How far from the middle of a box a line begins, so that no two begin at one place. */
    private static double fan(Route route, List<Route> routes, Function<Route, String> end) {
        List<Route> same = routes.stream()
                .filter(other -> end.apply(other).equals(end.apply(route)))
                .toList();
        double apart = Math.min(BETWEEN_LINES, (HIGH - 12.0) / same.size());
        return (same.indexOf(route) - (same.size() - 1) / 2.0) * apart;
    }

    /** @param others whose words are in the way of its own */
    private static Line line(
            Route route, double left, double right, Names names, boolean chosen, String waits, List<Line> others) {
        double third = (RIGHT - BOX) / 3.0;
        String path = String.format(
                Locale.ROOT,
                "M%d %.1f C%.1f %.1f %.1f %.1f %d %.1f",
                BOX,
                left,
                BOX + third,
                left,
                RIGHT - third,
                right,
                RIGHT,
                right);
        Line first = null;
        for (double t : PLACES) {
            double y = bezier(left, left, right, right, t);
            double x = bezier(BOX, BOX + third, RIGHT - third, RIGHT, t);
            Line line = new Line(route, path, x, y - 9, route.brief(names), chosen, waits);
            if (others.stream().noneMatch(line::isInTheWayOf)) {
                return line;
            }
            first = first == null ? line : first;
        }
        return first;
    }

    private static double bezier(double from, double leaves, double arrives, double to, double t) {
        return from * Math.pow(1 - t, 3)
                + 3 * leaves * Math.pow(1 - t, 2) * t
                + 3 * arrives * (1 - t) * t * t
                + to * t * t * t;
    }

    /**
     * The keys of a device, and where they go.
     *
     * @param lowest note of the leftmost key
     */
    record Keys(int lowest, int highest, List<Key> keys, List<Band> bands) {}

    /** A key, in white keys from the left. */
    record Key(int note, String name, boolean black, double x, boolean chosen) {}

    /** The keys that go by one route. */
    record Band(String route, String to, String words, double x, double width, boolean chosen, int row) {}

    /** The keys of the device a route begins at; null if it passes no notes. */
    static Keys keys(Rig rig, Route chosen, Names names) {
        if (chosen == null || !chosen.passes().kinds().contains(Route.Kind.NOTES)) {
            return null;
        }
        List<Integer> own = rig.device(chosen.from()).stream()
                .flatMap(device -> device.profile().controls().stream())
                .filter(control -> control.kind() == Control.Kind.KEY)
                .flatMap(control -> control.dimensions().stream())
                .flatMap(dimension -> dimension.pattern().ids().stream())
                .filter(id -> id.space() == MessageId.Space.NOTE)
                .map(MessageId::number)
                .sorted()
                .toList();
        int lowest = own.size() < 12 ? 24 : own.get(0) / 12 * 12;
        int highest = own.size() < 12 ? 108 : own.get(own.size() - 1);
        Map<Integer, Double> at = new LinkedHashMap<>();
        List<Key> keys = new ArrayList<>();
        int white = 0;
        for (int note = lowest; note <= highest; note++) {
            boolean black = List.of(1, 3, 6, 8, 10).contains(note % 12);
            at.put(note, black ? white - 0.5 : white);
            boolean isIn =
                    note >= chosen.passes().lowest() && note <= chosen.passes().highest();
            keys.add(new Key(
                    note,
                    note % 12 == 0 ? names.noteNames().name(note) : "",
                    black,
                    black ? white - 0.3 : white,
                    isIn));
            white += black ? 0 : 1;
        }
        int whites = white;
        List<Band> bands = new ArrayList<>();
        for (Route route : rig.routes()) {
            if (!route.from().equals(chosen.from())
                    || !route.passes().kinds().contains(Route.Kind.NOTES)
                    || route.passes().highest() < lowest
                    || route.passes().lowest() > highest) {
                continue;
            }
            double left = at.get(Math.max(lowest, route.passes().lowest()));
            double right = route.passes().highest() >= highest
                    ? whites
                    : at.get(route.passes().highest() + 1);
            bands.add(new Band(
                    route.id(),
                    names.device(route.to()).map(Device::name).orElse("nobody"),
                    route.words(names),
                    left,
                    right - left,
                    route.id().equals(chosen.id()),
                    bands.size()));
        }
        keys.sort(Comparator.comparing(Key::black)); // black keys lie on top
        return new Keys(lowest, highest, keys, bands);
    }
}
