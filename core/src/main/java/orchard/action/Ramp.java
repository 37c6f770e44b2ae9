package orchard.action;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Brings a parameter to a value in some time, evenly along its own law. A hand on the parameter ends it, a release does not, panic does; another one begins from
 * where it is.
 *
 * @param seconds how long it takes, 0.05..{@value #LONGEST}
 */
public record Ramp(Ref.ToParameter parameter, Value value, double seconds) implements Action {

    /** An hour. */
    public static final double LONGEST = 3600;

    public Ramp {
        if (!(seconds >= 0.05 && seconds <= LONGEST)) {
            throw new Mistake("seconds", "a ramp takes 0.05 s to an hour");
        }
    }

    @Override
    public Kind kind() {
        return Kind.RAMP;
    }

    @Override
    public List<Field> fields(Directory names) {
        List<Field> fields = new ArrayList<>(value.fields(parameter, names));
        fields.add(Field.seconds("seconds", "over", seconds, "2.00 s"));
        return fields;
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Ref.ToParameter chosen = Action.chosen(typed, names);
        return new Ramp(chosen, Value.filled(typed, chosen, names), typed.seconds("seconds"));
    }

    @Override
    public Ref.ToParameter parameter() {
        return parameter;
    }

    @Override
    public Value value() {
        return value;
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return new Ramp(other, value, seconds);
    }

    @Override
    public List<String> devices() {
        return value.devices(parameter);
    }

    @Override
    public boolean fitsRelease() {
        return true;
    }

    @Override
    public boolean hasDirection() {
        return false;
    }

    @Override
    public String words(Directory names) {
        return "bring " + names.words(parameter) + " to " + value.words(names.parameter(parameter), names) + " over "
                + Display.text(seconds, "s");
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return Optional.empty();
    }

    @Override
    public boolean isLit(Parameter parameter, double position) {
        return value.isLit(parameter, position);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.ramp(this);
    }
}
