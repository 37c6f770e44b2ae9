package orchard.app.web;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import orchard.parameter.Parameter;
import orchard.shape.ShapeFunction;
import orchard.signal.MessagePattern;

/**
 * The curve from a control's position to a parameter's real value, as points to be drawn.
 *
 * @param path SVG path in a square of 0..100, y downwards; broken where the shape gives nothing
 * @param points the same as {@code y} values 0..1 upwards, evenly spaced over the control's way; −1 for nothing
 * @param positions the parameter's position 0..1 at each point; −1 for nothing
 * @param span how far the way goes: 1, or the number of turns of a control that is counted
 * @param left what the control sends at its low end
 * @param right what it sends at its high end
 * @param bottom the real value at the lower edge
 * @param top the real value at the upper edge
 */
record CurveView(
        String path, String points, String positions, int span, String left, String right, String bottom, String top) {

    /** How far from the curve a parameter may stand, 0..1, for a control to have a place where it would be picked up. */
    static final double REACH = 0.05;

    private static final int SAMPLES = 200;
    private static final int TURNS = 2;

    /** @param endless whether the control has no ends, or is gone round on */
    static CurveView of(ShapeFunction function, Parameter parameter, MessagePattern pattern, boolean endless) {
        boolean steps = pattern.encoding().relative();
        boolean counts = endless && function.counts();
        int span = counts ? TURNS : 1;
        List<Double> positions = new ArrayList<>();
        for (int i = 0; i <= SAMPLES; i++) {
            positions.add(position(function, span * i / (double) SAMPLES));
        }
        double[] reals = positions.stream()
                .filter(p -> p >= 0)
                .mapToDouble(parameter::real)
                .toArray();
        double low = reals.length == 0
                ? parameter.range().low()
                : Arrays.stream(reals).min().getAsDouble();
        double high = reals.length == 0
                ? parameter.range().high()
                : Arrays.stream(reals).max().getAsDouble();
        double height = high > low ? high - low : 1;
        List<Double> points = positions.stream()
                .map(p -> p < 0 ? -1.0 : (parameter.real(p) - low) / height)
                .toList();
        return new CurveView(
                path(points),
                list(points),
                list(positions),
                span,
                counts ? "0" : steps ? "0 %" : plain(pattern.low()),
                counts ? TURNS + " turns" : steps ? "100 %" : plain(pattern.high()),
                parameter.textOfReal(low),
                parameter.textOfReal(high));
    }

    /** {@link #REACH}, for whoever draws it. */
    public double reach() {
        return REACH;
    }

    private static double position(ShapeFunction function, double x) {
        try {
            double position = function.forward(x);
            return Double.isNaN(position) ? -1 : position;
        } catch (RuntimeException e) {
            return -1; // a formula may fail here and there
        }
    }

    private static String path(List<Double> points) {
        StringBuilder path = new StringBuilder();
        boolean drawing = false;
        for (int i = 0; i < points.size(); i++) {
            double y = points.get(i);
            if (y >= 0) {
                path.append(drawing ? " L" : " M")
                        .append(100.0 * i / SAMPLES)
                        .append(' ')
                        .append(rounded(100 - 100 * y));
            }
            drawing = y >= 0;
        }
        return path.toString().strip();
    }

    private static String list(List<Double> numbers) {
        return numbers.stream().map(n -> Double.toString(rounded(n))).collect(Collectors.joining(" "));
    }

    private static double rounded(double number) {
        return Math.round(number * 1e4) / 1e4;
    }

    private static String plain(double number) {
        return number == Math.rint(number) ? Long.toString((long) number) : Double.toString(number);
    }
}
