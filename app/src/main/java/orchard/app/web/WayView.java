package orchard.app.web;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
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
 * @param up the path on the way up, in a square of 100
 * @param down the same on the way down, or "" if that is no other
 * @param words where it lies: “0 % to 33 %”
 * @param low the value at the lower edge
 * @param high the value at the upper edge
 */
record WayView(String name, String up, String down, String words, String low, String high) {

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
        double[] up = sweep(function, false);
        double[] down = sweep(function, true);
        double low = 1;
        double high = 0;
        for (double position : up) {
            low = Double.isNaN(position) ? low : Math.min(low, position);
            high = Double.isNaN(position) ? high : Math.max(high, position);
        }
        boolean same = zone.low() == zone.downLow() && zone.high() == zone.downHigh();
        return new WayView(
                name,
                path(up, low, high),
                same ? "" : path(down, low, high),
                zone.words(Optional.empty()),
                parameter.text(Math.min(low, high)),
                parameter.text(Math.max(low, high)));
    }

    /** Where the parameter is put along the way; NaN where it is left alone. */
    private static double[] sweep(ShapeFunction function, boolean downwards) {
        double[] found = new double[SAMPLES + 1];
        double[] memory = function.fresh();
        for (int i = 0; i <= SAMPLES; i++) {
            int at = downwards ? SAMPLES - i : i;
            found[at] = function.forward(at / (double) SAMPLES, memory, 0, 0, null);
        }
        return found;
    }

    private static String path(double[] positions, double low, double high) {
        StringBuilder path = new StringBuilder();
        boolean drawing = false;
        for (int i = 0; i < positions.length; i++) {
            if (!Double.isNaN(positions[i])) {
                double height = high > low ? (positions[i] - low) / (high - low) : 1;
                path.append(drawing ? " L" : " M")
                        .append(String.format(Locale.ROOT, "%.2f %.2f", 100.0 * i / SAMPLES, 100 - 100 * height));
            }
            drawing = !Double.isNaN(positions[i]);
        }
        return path.toString().strip();
    }
}
