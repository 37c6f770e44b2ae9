package orchard.action;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;

/**
 * Sets a parameter to the shaped value, as long as the control moves.
 *
 * @param own stages for this parameter alone, after those of the mapping
 */
public record SetParameter(Ref.ToParameter parameter, Shape own) implements Action {

    public SetParameter {
        Objects.requireNonNull(parameter);
        own = own == null ? Shape.WHOLE : own;
    }

    /** Without stages of its own. */
    public SetParameter(Ref.ToParameter parameter) {
        this(parameter, Shape.WHOLE);
    }

    @Override
    public Kind kind() {
        return Kind.FOLLOW;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Action.parameterField(parameter));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Ref.ToParameter chosen = Action.chosen(typed, names);
        return chosen.equals(parameter) ? this : new SetParameter(chosen);
    }

    @Override
    public boolean follows() {
        return true;
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return new SetParameter(other, own);
    }

    @Override
    public List<String> devices() {
        return List.of(parameter.device());
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
        Optional<Parameter> of = names.parameter(parameter);
        return "set " + names.words(parameter)
                + own.stages().stream().map(stage -> ", " + stage.words(of)).collect(Collectors.joining());
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        try {
            ShapeFunction.of(shape.then(own), names.parameter(parameter).orElseThrow());
            return Optional.empty();
        } catch (Mistake e) {
            return Optional.of("Its shape does not fit " + names.words(parameter) + ": " + e.getMessage() + ".");
        }
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.setParameter(this);
    }
}
