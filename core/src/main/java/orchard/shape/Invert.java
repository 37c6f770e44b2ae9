package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;

/** Turns the control round: control position to control position. */
public record Invert() implements Stage {

    @Override
    public Kind kind() {
        return Kind.INVERT;
    }

    @Override
    public Side side() {
        return Side.CONTROL;
    }

    @Override
    public Medium gives(Medium taken) {
        return taken;
    }

    @Override
    public String words(Optional<Parameter> parameter) {
        return "inverted";
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return List.of();
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return this;
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        return new Pure(x -> 1 - x, y -> 1 - y, StageFunction.Inverse.WHOLE);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.invert(this);
    }
}
