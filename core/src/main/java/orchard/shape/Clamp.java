package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.StageFunction.Inverse;

/**
 * Keeps the parameter between two values: real value to real value.
 *
 * @param low real value in the parameter's unit
 * @param high real value in the parameter's unit, above {@code low}
 */
public record Clamp(double low, double high) implements Stage {

    public Clamp {
        Bounds.upwards("clamp", low, high);
    }

    @Override
    public Kind kind() {
        return Kind.CLAMP;
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
        return "kept within " + Display.real(low, parameter) + " and " + Display.real(high, parameter);
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return Bounds.ends(low, high, parameter);
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return new Clamp(typed.real("low", parameter), typed.real("high", parameter));
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        return new Pure(x -> Math.max(low, Math.min(high, x)), y -> y, Inverse.PART);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.clamp(this);
    }
}
