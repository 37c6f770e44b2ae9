package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.StageFunction.Inverse;

/** Turns back at both ends: any real value to {@code low} ≤ value ≤ {@code high}. */
public record Fold(double low, double high) implements Stage {

    public Fold {
        Bounds.upwards("fold", low, high);
    }

    @Override
    public Kind kind() {
        return Kind.FOLD;
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
        return "folded " + Display.real(low, parameter) + " to " + Display.real(high, parameter);
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return Bounds.ends(low, high, parameter);
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return new Fold(typed.real("low", parameter), typed.real("high", parameter));
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        double width = high - low;
        return new Pure(
                x -> {
                    double along = Expression.wrap(x, low, low + 2 * width) - low;
                    return low + (along > width ? 2 * width - along : along);
                },
                y -> y,
                Inverse.PART);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.fold(this);
    }
}
