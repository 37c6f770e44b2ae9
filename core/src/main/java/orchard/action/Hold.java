package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/** Sets a parameter as long as the control is held; then it returns to where it was. */
public record Hold(Ref.ToParameter parameter, Value value) implements Action {

    @Override
    public Kind kind() {
        return Kind.HOLD;
    }

    @Override
    public List<Field> fields(Directory names) {
        return value.fields(parameter, names);
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Ref.ToParameter chosen = Action.chosen(typed, names);
        return new Hold(chosen, Value.filled(typed, chosen, names));
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return new Hold(other, value);
    }

    @Override
    public List<String> devices() {
        return value.devices(parameter);
    }

    @Override
    public boolean fitsRelease() {
        return false;
    }

    @Override
    public boolean hasDirection() {
        return false;
    }

    @Override
    public String words(Directory names) {
        return "hold " + names.words(parameter) + " at " + value.words(names.parameter(parameter), names)
                + ", then return";
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
        return visitor.hold(this);
    }
}
