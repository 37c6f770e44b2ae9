package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.parameter.Typed;
import orchard.shape.StageFunction.Inverse;

/**
 * Lays part of the control's way over part of the parameter's: control position to real value. Between the ends the
 * parameter's own law rules. {@code low} may be above {@code high}.
 *
 * @param from control position that gives {@code low}, 0..1
 * @param to control position that gives {@code high}, 0..1, above {@code from}
 * @param low real value in the parameter's unit
 * @param high real value in the parameter's unit, not equal to {@code low}
 * @param open whether it goes on beyond both ends, evenly, for a control that is counted
 */
public record Scale(double from, double to, double low, double high, boolean open) implements Stage {

    public Scale {
        if (!(from >= 0 && to <= 1 && from < to)) {
            throw new Mistake("the control's part runs upwards within 0..1");
        }
        if (low == high || !Double.isFinite(low) || !Double.isFinite(high)) {
            throw new Mistake("the two ends of the range are the same");
        }
    }

    /** A scale that stops at its ends. */
    public Scale(double from, double to, double low, double high) {
        this(from, to, low, high, false);
    }

    /** The whole way over the whole range. */
    static Scale whole(Parameter parameter) {
        return new Scale(0, 1, parameter.range().low(), parameter.range().high());
    }

    @Override
    public Kind kind() {
        return Kind.SCALE;
    }

    @Override
    public Side side() {
        return Side.CROSSING;
    }

    @Override
    public Medium gives(Medium taken) {
        return open ? Medium.REAL : Medium.POSITION;
    }

    @Override
    public String words(Optional<Parameter> parameter) {
        return Display.real(low, parameter)
                + " to "
                + Display.real(high, parameter)
                + (open
                        ? " for every turn"
                        : parameter.map(p -> ", " + p.law().words()).orElse(""));
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        Range range = parameter.range();
        return List.of(
                Field.percent("from", "Control from", from, 0),
                Field.percent("to", "to", to, 1),
                Field.real("low", "gives", low, range.low(), parameter),
                Field.real("high", "to", high, range.high(), parameter),
                Field.check("open", "goes on beyond, turn after turn", open));
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        boolean isOpen = typed.check("open");
        return new Scale(
                typed.percent("from"),
                typed.percent("to"),
                isOpen ? typed.free("low", parameter) : typed.real("low", parameter),
                isOpen ? typed.free("high", parameter) : typed.real("high", parameter),
                isOpen);
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        double start = from;
        double width = to - from;
        if (open) {
            double base = low;
            double height = high - low;
            return new Pure(
                    x -> base + (x - start) / width * height, y -> start + (y - base) / height * width, Inverse.PART);
        }
        double first = parameter.position(low);
        double last = parameter.position(high);
        return new Pure(
                x -> first + Bounds.cut((x - start) / width) * (last - first),
                first == last ? y -> start : y -> start + Bounds.cut((y - first) / (last - first)) * width,
                Inverse.PART);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.scale(this);
    }

    /** What it does for a control without ends whose value goes round later on: beyond its ends the same way begins once more. */
    StageFunction goingOn(Parameter parameter) {
        StageFunction once = on(parameter, Medium.CONTROL);
        double width = to - from;
        return new Pure(
                x -> {
                    double rounds = x >= from && x <= to ? 0 : Math.floor((x - from) / width);
                    return rounds * (high - low) + parameter.real(once.forward(x - rounds * width, null, 0, 0));
                },
                y -> once.backward(parameter.position(y)),
                Inverse.PART);
    }
}
