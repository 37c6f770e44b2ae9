package orchard.shape;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.StageFunction.Inverse;

/**
 * Bends the control's way: control position 0..1 to control position 0..1.
 *
 * @param bend how much, 0.1..10; 1 is straight for a power and an S. Not used by points
 * @param points for {@link Form#POINTS}: from x = 0 to x = 1, upwards in x; otherwise empty
 */
public record Curve(Form form, double bend, List<Point> points) implements Stage {

    /** What it looks like. */
    public enum Form {
        /** A power: above 1 slow at first, below 1 quick at first. */
        GAMMA("power"),
        /** Quick at first. */
        LOGARITHMIC("logarithmic, quick at first"),
        /** Slow at first. */
        EXPONENTIAL("exponential, slow at first"),
        /** Slow at both ends. */
        S("S, slow at both ends"),
        /** Straight lines between points. */
        POINTS("points of my own");

        private final String words;

        Form(String words) {
            this.words = words;
        }
    }

    /** A point, both 0..1. */
    public record Point(double x, double y) {
        public Point {
            Bounds.within("x of a point", x, 0, 1);
            Bounds.within("y of a point", y, 0, 1);
        }
    }

    /** The bend where none is said. */
    public static final double USUAL = 2;

    public Curve {
        Bounds.within("bend", bend, 0.1, 10);
        points = List.copyOf(points == null ? List.of() : points);
        if (form == Form.POINTS) {
            for (int i = 1; i < points.size(); i++) {
                if (points.get(i).x() <= points.get(i - 1).x()) {
                    throw new Mistake("the points of a curve stand from left to right");
                }
            }
            if (points.size() < 2
                    || points.get(0).x() != 0
                    || points.get(points.size() - 1).x() != 1) {
                throw new Mistake("the points of a curve begin at 0 and end at 1");
            }
        }
    }

    @Override
    public Kind kind() {
        return Kind.CURVE;
    }

    @Override
    public Side side() {
        return Side.CONTROL;
    }

    @Override
    public Medium gives(Medium taken) {
        return taken;
    }

    @Override
    public String words(Optional<Parameter> parameter) {
        return switch (form) {
            case GAMMA -> "bent by a power of " + Display.text(bend, "");
            case LOGARITHMIC -> "quick at first";
            case EXPONENTIAL -> "slow at first";
            case S -> "slow at both ends";
            case POINTS -> "along a curve of " + points.size() + " points";
        };
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        Map<String, String> forms = new LinkedHashMap<>();
        for (Form one : Form.values()) {
            forms.put(one.name(), one.words);
        }
        String typed = points.stream()
                .map(point -> Field.plain(100 * point.x()) + " " + Field.plain(100 * point.y()))
                .collect(Collectors.joining(", "));
        return List.of(
                Field.choice("form", "Form", form.name(), forms),
                Field.number("bend", "Bend, 0.1 to 10", bend, "2"),
                Field.text("points", "Points, “way height” in %", typed, "0 0, 50 25, 100 100"));
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        Form next = typed.oneOf("form", Form.class);
        return new Curve(next, typed.number("bend"), next == Form.POINTS ? points(typed.text("points")) : List.of());
    }

    /** How high it is at a place; both 0..1. */
    public DoubleUnaryOperator forward() {
        double steep = bend;
        double grown = Math.expm1(bend);
        return switch (form) {
            case GAMMA -> x -> Math.pow(Bounds.cut(x), steep);
            case EXPONENTIAL -> x -> Math.expm1(steep * Bounds.cut(x)) / grown;
            case LOGARITHMIC -> x -> Math.log1p(Bounds.cut(x) * grown) / steep;
            case S -> x -> s(Bounds.cut(x), steep);
            case POINTS -> {
                double[] x = points.stream().mapToDouble(Point::x).toArray();
                double[] y = points.stream().mapToDouble(Point::y).toArray();
                yield at -> along(x, y, Bounds.cut(at));
            }
        };
    }

    private DoubleUnaryOperator backward() {
        double steep = bend;
        double grown = Math.expm1(bend);
        return switch (form) {
            case GAMMA -> y -> Math.pow(Bounds.cut(y), 1 / steep);
            case EXPONENTIAL -> y -> Math.log1p(Bounds.cut(y) * grown) / steep;
            case LOGARITHMIC -> y -> Math.expm1(steep * Bounds.cut(y)) / grown;
            case S -> y -> s(Bounds.cut(y), 1 / steep);
            case POINTS -> {
                double[] x = points.stream().mapToDouble(Point::x).toArray();
                double[] y = points.stream().mapToDouble(Point::y).toArray();
                yield height -> back(x, y, height);
            }
        };
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        return new Pure(forward(), backward(), form == Form.POINTS ? Inverse.PART : Inverse.WHOLE);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.curve(this);
    }

    private static List<Point> points(String text) {
        List<Point> points = new ArrayList<>();
        for (String each : text.split(",")) {
            String[] pair = each.strip().split("\\s+");
            try {
                if (pair.length != 2) {
                    throw new NumberFormatException();
                }
                points.add(new Point(Double.parseDouble(pair[0]) / 100, Double.parseDouble(pair[1]) / 100));
            } catch (NumberFormatException e) {
                throw new Mistake(
                        "points",
                        "“" + each.strip()
                                + "” is not a point: expected two numbers, how far and how high, like 50 25");
            }
        }
        return points;
    }

    private static double s(double x, double bend) {
        double up = Math.pow(x, bend);
        return up / (up + Math.pow(1 - x, bend));
    }

    private static double along(double[] x, double[] y, double at) {
        int i = 1;
        while (i < x.length - 1 && at > x[i]) {
            i++;
        }
        return y[i - 1] + (at - x[i - 1]) / (x[i] - x[i - 1]) * (y[i] - y[i - 1]);
    }

    /** The first place at which the lines have this height, or come nearest to it. */
    private static double back(double[] x, double[] y, double height) {
        double nearest = 0;
        double way = Double.MAX_VALUE;
        for (int i = 1; i < x.length; i++) {
            double low = Math.min(y[i - 1], y[i]);
            double held = Math.max(low, Math.min(Math.max(y[i - 1], y[i]), height));
            if (Math.abs(held - height) < way) {
                way = Math.abs(held - height);
                double share = y[i] == y[i - 1] ? 0 : (held - y[i - 1]) / (y[i] - y[i - 1]);
                nearest = x[i - 1] + share * (x[i] - x[i - 1]);
            }
        }
        return nearest;
    }
}
