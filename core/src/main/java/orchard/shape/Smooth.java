package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;

/**
 * Follows with a delay: a value to a value on the same side.
 *
 * @param seconds time constant: after it, 63 % of a jump are done; 0.001..60
 */
public record Smooth(double seconds) implements Stage {

    public Smooth {
        Bounds.within("time", seconds, 0.001, 60);
    }

    @Override
    public Kind kind() {
        return Kind.SMOOTH;
    }

    @Override
    public Side side() {
        return Side.EITHER;
    }

    @Override
    public Medium gives(Medium taken) {
        return taken;
    }

    @Override
    public String words(Optional<Parameter> parameter) {
        return "smoothed over " + Display.text(seconds, "s");
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return List.of(Field.seconds("seconds", "Time", seconds, "0.20 s"));
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return new Smooth(typed.seconds("seconds"));
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        return Following.on(parameter, taken, seconds, true);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.smooth(this);
    }
}
