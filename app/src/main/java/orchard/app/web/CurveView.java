package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import orchard.mapping.Shape;
import orchard.mapping.ShapeFunction;
import orchard.parameter.Parameter;
import orchard.signal.MessagePattern;

/**
 * The curve from a control's position to a parameter's real value, as points to be drawn.
 *
 * @param path SVG path in a square of 0..100, y downwards
 * @param points the same as {@code y} values 0..1 upwards, evenly spaced over the control's way
 * @param left what the control sends at its low end
 * @param right what it sends at its high end
 * @param bottom the real value at the lower edge
 * @param top the real value at the upper edge
 */
record CurveView(String path, List<Double> points, String left, String right, String bottom, String top) {

    private static final int SAMPLES = 64;

    static CurveView of(Shape shape, Parameter parameter, MessagePattern pattern) {
        ShapeFunction function = ShapeFunction.of(shape, parameter);
        List<Double> reals = new ArrayList<>();
        for (int i = 0; i <= SAMPLES; i++) {
            reals.add(parameter.real(function.forward(i / (double) SAMPLES)));
        }
        double low = reals.stream().mapToDouble(r -> r).min().orElse(0);
        double high = reals.stream().mapToDouble(r -> r).max().orElse(1);
        double height = high > low ? high - low : 1;
        List<Double> points = reals.stream().map(r -> (r - low) / height).toList();
        StringBuilder path = new StringBuilder();
        for (int i = 0; i <= SAMPLES; i++) {
            path.append(String.format(
                    Locale.ROOT, "%s%.2f %.2f", i == 0 ? "M" : " L", 100.0 * i / SAMPLES, 100 - 100 * points.get(i)));
        }
        return new CurveView(
                path.toString(),
                points,
                plain(pattern.low()),
                plain(pattern.high()),
                parameter.textOfReal(low),
                parameter.textOfReal(high));
    }

    private static String plain(double number) {
        return number == Math.rint(number) ? Long.toString((long) number) : Double.toString(number);
    }
}
