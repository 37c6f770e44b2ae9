package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;

/**
 * Off or on: control position to 0 or 1; between its two thresholds it stays what it is.
 *
 * @param off at this or below it goes off
 * @param on at this or above it goes on; above {@code off}
 */
public record Switch(double off, double on) implements Stage {

    public Switch {
        Bounds.within("off", off, 0, 1);
        Bounds.within("on", on, 0, 1);
        if (off >= on) {
            throw new Mistake("a switch goes off below where it goes on");
        }
    }

    @Override
    public Kind kind() {
        return Kind.SWITCH;
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
        return "on from %s, off from %s".formatted(Display.percent(on), Display.percent(off));
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return List.of(Field.percent("on", "On from", on, 0.55), Field.percent("off", "Off from", off, 0.45));
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return new Switch(typed.percent("off"), typed.percent("on"));
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        return new Switching(off, on);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.switching(this);
    }

    /** Remembers which it is. */
    private record Switching(double off, double on) implements StageFunction {
        @Override
        public double forward(double value, double[] memory, int at, long nanos) {
            if (Double.isNaN(value)) {
                return value;
            }
            if (value >= on) {
                memory[at] = 1;
            } else if (value <= off || Double.isNaN(memory[at])) {
                memory[at] = 0;
            }
            return memory[at];
        }

        @Override
        public double backward(double value) {
            return value >= 0.5 ? 1 : 0;
        }

        @Override
        public int memory() {
            return 1;
        }
    }
}
