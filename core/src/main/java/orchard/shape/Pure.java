package orchard.shape;

import java.util.function.DoubleUnaryOperator;
import orchard.parameter.Parameter;
import orchard.parameter.Range;

/** What a stage does that remembers nothing: there and back. */
record Pure(DoubleUnaryOperator there, DoubleUnaryOperator back, Inverse inverse) implements StageFunction {

    /** Leaves everything as it is. */
    static final StageFunction NOTHING = new Pure(x -> x, y -> y, Inverse.WHOLE);

    /** Keeps a position within 0..1. */
    static final StageFunction CUT = new Pure(Bounds::cut, y -> y, Inverse.WHOLE);

    /** Position to real value. */
    static StageFunction real(Parameter parameter) {
        return new Pure(x -> Double.isNaN(x) ? x : parameter.real(x), parameter::position, conversion(parameter));
    }

    /** Position to real value, of a control that goes on: beyond the high end the range begins once more above it. */
    static StageFunction beyond(Parameter parameter) {
        Range range = parameter.range();
        double width = range.high() - range.low();
        return new Pure(
                x -> {
                    double rounds = x >= 0 && x <= 1 ? 0 : Math.floor(x);
                    return Double.isNaN(x) ? x : rounds * width + parameter.real(x - rounds);
                },
                parameter::position,
                conversion(parameter));
    }

    /** Real value to position. */
    static StageFunction position(Parameter parameter) {
        return new Pure(x -> Double.isNaN(x) ? x : parameter.position(x), parameter::real, conversion(parameter));
    }

    /** What has steps rounds on its way. */
    private static Inverse conversion(Parameter parameter) {
        return parameter.count() > 0 ? Inverse.PART : Inverse.WHOLE;
    }

    @Override
    public double forward(double value, double[] memory, int at, long nanos) {
        return there.applyAsDouble(value);
    }

    @Override
    public double backward(double value) {
        return back.applyAsDouble(value);
    }
}
