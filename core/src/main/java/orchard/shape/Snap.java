package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.parameter.Typed;

/**
 * Whole steps only: real value to the nearest whole number of steps from the parameter's low end.
 *
 * @param size of a step, in the parameter's unit; above 0
 * @param hysteresis how far beyond the middle between two steps it has to go to change, as a share of a step, 0..0.4
 */
public record Snap(double size, double hysteresis) implements Stage {

    public Snap {
        if (!(size > 0) || Double.isInfinite(size)) {
            throw new Mistake("a step is larger than nothing");
        }
        Bounds.within("hysteresis", hysteresis, 0, 0.4);
    }

    /** The steps a parameter has, or else ten. */
    static Snap fitting(Parameter parameter) {
        Range range = parameter.range();
        double size = parameter.count() > 0 ? parameter.step() : (range.high() - range.low()) / 10;
        return new Snap(size, 0.1);
    }

    @Override
    public Kind kind() {
        return Kind.SNAP;
    }

    @Override
    public Side side() {
        return Side.PARAMETER;
    }

    @Override
    public Medium gives(Medium taken) {
        return taken;
    }

    @Override
    public String words(Optional<Parameter> parameter) {
        return "in steps of " + Display.real(size, parameter);
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        String unit = parameter.range().unit();
        return List.of(
                Field.text("size", "Step", Display.text(size, unit), Display.text(1, unit)),
                Field.percent("hysteresis", "Holds on for", hysteresis, 0.1));
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return new Snap(typed.free("size", parameter), typed.percent("hysteresis"));
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        return new Snapping(size, hysteresis, parameter.range());
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.snap(this);
    }

    /** Remembers on which step it is. */
    private record Snapping(double size, double hysteresis, Range range) implements StageFunction {
        @Override
        public double forward(double value, double[] memory, int at, long nanos) {
            if (Double.isNaN(value)) {
                return value;
            }
            double steps = steps(value);
            if (Double.isNaN(memory[at]) || Math.abs(steps - memory[at]) > 0.5 + hysteresis) {
                memory[at] = Math.rint(steps);
            }
            return memory[at] > last() ? range.high() : range.low() + memory[at] * size;
        }

        /** The last whole step; the end of the range may lie beyond it, and is one more. */
        private double last() {
            return Math.floor((range.high() - range.low()) / size + 1e-9);
        }

        private double steps(double value) {
            double last = last();
            double lastValue = range.low() + last * size;
            double rest = range.high() - lastValue;
            return value <= lastValue || rest < 1e-9 * size
                    ? (value - range.low()) / size
                    : last + (value - lastValue) / rest;
        }

        @Override
        public int memory() {
            return 1;
        }
    }
}
