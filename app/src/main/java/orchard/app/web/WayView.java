package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.DoubleStream;
import orchard.action.SetParameter;
import orchard.gear.Directory;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Parameter;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;
import orchard.shape.Zone;

/**
 * A stretch of a control's way that has a parameter of its own, drawn along that way, each to its own height.
 *
 * @param title what it sets, where it lies and how far it goes
 * @param up the path on the way up, in a square of 100
 * @param down the same on the way down, or "" if that is no other
 */
record WayView(String title, String up, String down) {

    private static final int SAMPLES = 200;

    /** The stretches of a mapping's first case, one under the other; none unless there are several. */
    static List<WayView> of(Mapping mapping, Directory names) {
        List<WayView> all = new ArrayList<>();
        for (SetParameter set : mapping.actions().onPress().stream()
                .filter(SetParameter.class::isInstance)
                .map(SetParameter.class::cast)
                .toList()) {
            Shape whole = mapping.shape().then(set.own());
            Optional<Zone> zone = whole.stages().stream()
                    .filter(Zone.class::isInstance)
                    .map(Zone.class::cast)
                    .findFirst();
            Optional<Parameter> parameter = names.parameter(set.parameter());
            if (zone.isPresent() && parameter.isPresent()) {
                try {
                    all.add(of(
                            names.words(set.parameter()),
                            zone.get(),
                            mapping.functionOf(whole, parameter.get(), names),
                            parameter.get()));
                } catch (Mistake e) {
                    // the fault beside the sentence says so
                }
            }
        }
        return all.size() > 1 ? all : List.of();
    }

    private static WayView of(String name, Zone zone, ShapeFunction function, Parameter parameter) {
        double[] up = sweep(function, parameter, false);
        double[] down = sweep(function, parameter, true);
        double low =
                DoubleStream.of(up).filter(real -> !Double.isNaN(real)).min().orElse(0);
        double high =
                DoubleStream.of(up).filter(real -> !Double.isNaN(real)).max().orElse(1);
        boolean same = zone.low() == zone.downLow() && zone.high() == zone.downHigh();
        return new WayView(
                "%s, %s: %s to %s"
                        .formatted(
                                name,
                                zone.words(Optional.empty()),
                                parameter.textOfReal(low),
                                parameter.textOfReal(high)),
                path(up, low, high),
                same ? "" : path(down, low, high));
    }

    /** The values along the way; NaN where the parameter is left alone. */
    private static double[] sweep(ShapeFunction function, Parameter parameter, boolean downwards) {
        double[] found = new double[SAMPLES + 1];
        double[] memory = function.fresh();
        for (int i = 0; i <= SAMPLES; i++) {
            int at = downwards ? SAMPLES - i : i;
            found[at] = real(function, at / (double) SAMPLES, memory, parameter);
        }
        return found;
    }

    private static double real(ShapeFunction function, double place, double[] memory, Parameter parameter) {
        try {
            double position = function.forward(place, memory, 0, 0, null);
            return Double.isNaN(position) ? position : parameter.real(position);
        } catch (RuntimeException e) {
            return Double.NaN; // a formula may fail here and there
        }
    }

    private static String path(double[] reals, double low, double high) {
        StringBuilder path = new StringBuilder();
        boolean drawing = false;
        for (int i = 0; i < reals.length; i++) {
            if (!Double.isNaN(reals[i])) {
                double height = high > low ? (reals[i] - low) / (high - low) : 1;
                path.append(drawing ? " L" : " M")
                        .append(String.format(Locale.ROOT, "%.2f %.2f", 100.0 * i / SAMPLES, 100 - 100 * height));
            }
            drawing = !Double.isNaN(reals[i]);
        }
        return path.toString().strip();
    }
}
