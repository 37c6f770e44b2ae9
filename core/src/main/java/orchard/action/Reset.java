package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/** Sets a parameter to its default. */
public record Reset(Ref.ToParameter parameter) implements Action {

    @Override
    public Kind kind() {
        return Kind.RESET;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Action.parameterField(parameter));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        return new Reset(Action.chosen(typed, names));
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return new Reset(other);
    }

    @Override
    public List<String> devices() {
        return List.of(parameter.device());
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
        return "set " + names.words(parameter) + " to its default"
                + names.parameter(parameter)
                        .map(p -> ", " + p.textOfReal(p.standard()))
                        .orElse("");
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.reset(this);
    }
}
