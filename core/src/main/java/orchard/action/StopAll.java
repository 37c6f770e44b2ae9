package orchard.action;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/** Stops everything. */
public record StopAll() implements Action {

    @Override
    public Kind kind() {
        return Kind.STOP;
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of();
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        return this;
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        return List.of();
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
        return "stop everything";
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.stopAll(this);
    }
}
