package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/** Sets a parameter to a value of its own. */
public record SetTo(Ref.ToParameter parameter, Value value) implements Action {

    @Override
    public Kind kind() {
        return Kind.SET;
    }

    @Override
    public List<Field> fields(Directory names) {
        return value.fields(parameter, names);
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Ref.ToParameter chosen = Action.chosen(typed, names);
        return new SetTo(chosen, Value.filled(typed, chosen, names));
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return new SetTo(other, value);
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
        return "set " + names.words(parameter) + " to " + value.words(names.parameter(parameter), names);
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
        return visitor.setTo(this);
    }
}
