package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;

/**
 * Never moves faster than this: a value to a value on the same side.
 *
 * @param seconds the least time for the whole way, 0.001..600
 */
public record Rate(double seconds) implements Stage {

    public Rate {
        Bounds.within("time", seconds, 0.001, 600);
    }

    @Override
    public Kind kind() {
        return Kind.RATE;
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
        return "no faster than " + Display.text(seconds, "s") + " for the whole way";
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return List.of(Field.seconds("seconds", "Whole way in at least", seconds, "1 s"));
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return new Rate(typed.seconds("seconds"));
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        return Following.on(parameter, taken, seconds, false);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.rate(this);
    }
}
