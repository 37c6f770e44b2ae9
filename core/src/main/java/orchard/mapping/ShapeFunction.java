package orchard.mapping;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import orchard.parameter.Parameter;

/**
 * A {@link Shape} made ready to be used on one parameter: its stages as functions of positions 0..1. Immutable; allocates
 * nothing in {@link #forward} and {@link #backward}.
 */
public final class ShapeFunction {

    private final DoubleUnaryOperator[] stages;
    private final DoubleUnaryOperator[] inverses;

    private ShapeFunction(DoubleUnaryOperator[] stages, DoubleUnaryOperator[] inverses) {
        this.stages = stages;
        this.inverses = inverses;
    }

    /** The function of a shape over a parameter's range and law. */
    public static ShapeFunction of(Shape shape, Parameter parameter) {
        List<DoubleUnaryOperator> stages = new ArrayList<>();
        List<DoubleUnaryOperator> inverses = new ArrayList<>();
        for (Stage stage : shape.stages()) {
            if (stage instanceof Stage.Invert) {
                stages.add(x -> 1 - x);
                inverses.add(x -> 1 - x);
            } else if (stage instanceof Stage.Scale scale) {
                double low = parameter.position(scale.low());
                double high = parameter.position(scale.high());
                double from = scale.from();
                double width = scale.to() - from;
                stages.add(x -> low + cut((x - from) / width) * (high - low));
                inverses.add(low == high ? x -> from : y -> from + cut((y - low) / (high - low)) * width);
            } else if (stage instanceof Stage.Clamp clamp) {
                double low = parameter.position(clamp.low());
                double high = parameter.position(clamp.high());
                stages.add(x -> Math.max(low, Math.min(high, x)));
                inverses.add(DoubleUnaryOperator.identity());
            }
        }
        return new ShapeFunction(
                stages.toArray(new DoubleUnaryOperator[0]), inverses.toArray(new DoubleUnaryOperator[0]));
    }

    /** The parameter's position for a control's. */
    public double forward(double position) {
        double value = position;
        for (DoubleUnaryOperator stage : stages) {
            value = stage.applyAsDouble(value);
        }
        return value;
    }

    /** The control's position for a parameter's; where several would do, one of them. */
    public double backward(double position) {
        double value = position;
        for (int i = inverses.length - 1; i >= 0; i--) {
            value = inverses[i].applyAsDouble(value);
        }
        return value;
    }

    /** The value before the first stage and after each. */
    public List<Double> values(double position) {
        List<Double> values = new ArrayList<>(stages.length + 1);
        values.add(position);
        double value = position;
        for (DoubleUnaryOperator stage : stages) {
            value = stage.applyAsDouble(value);
            values.add(value);
        }
        return values;
    }

    private static double cut(double position) {
        return Math.max(0, Math.min(1, position));
    }
}
