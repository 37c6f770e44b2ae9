package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.StageFunction.Inverse;

/**
 * Rests around a place: control position to control position. What is left of the way is stretched.
 *
 * @param centre where it rests, 0..1
 * @param width how wide the rest is, 0..0.9
 */
public record DeadBand(double centre, double width) implements Stage {

    public DeadBand {
        Bounds.within("centre", centre, 0, 1);
        Bounds.within("width", width, 0, 0.9);
    }

    @Override
    public Kind kind() {
        return Kind.DEAD_BAND;
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
        return "resting at " + Display.percent(centre);
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return List.of(Field.percent("centre", "Rests at", centre, 0.5), Field.percent("width", "Width", width, 0.1));
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return new DeadBand(typed.percent("centre"), typed.percent("width"));
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        double low = Math.max(0, centre - width / 2);
        double high = Math.min(1, centre + width / 2);
        return new Pure(
                at -> {
                    double x = Bounds.cut(at);
                    return x < low
                            ? x / low * centre
                            : x > high ? centre + (x - high) / (1 - high) * (1 - centre) : Double.isNaN(x) ? x : centre;
                },
                y -> y < centre
                        ? y / centre * low
                        : y > centre ? high + (y - centre) / (1 - centre) * (1 - high) : centre,
                Inverse.PART);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.deadBand(this);
    }
}
