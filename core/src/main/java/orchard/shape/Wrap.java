package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.StageFunction.Inverse;

/**
 * Goes on at the low end where it leaves the high one: any real value to {@code low} ≤ value &lt; {@code high}; the high end
 * itself stays.
 */
public record Wrap(double low, double high) implements Stage {

    public Wrap {
        Bounds.upwards("wrap", low, high);
    }

    @Override
    public Kind kind() {
        return Kind.WRAP;
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
        return "wrapped " + Display.real(low, parameter) + " to " + Display.real(high, parameter);
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return Bounds.ends(low, high, parameter);
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return new Wrap(typed.real("low", parameter), typed.real("high", parameter));
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        // of values that are counted the first comes one step after the last
        double half = parameter.step() / 2;
        return new Pure(x -> Expression.wrap(x, low - half, high + half), y -> y, Inverse.PART);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.wrap(this);
    }
}
