package orchard.condition;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import orchard.gear.Directory;
import orchard.gear.Ref;

/** Another one does not hold. */
public record Not(Condition of) implements Condition {

    public Not {
        Condition.checked(List.of(of));
    }

    @Override
    public List<Condition> parts() {
        return List.of(of);
    }

    @Override
    public String words(Directory names) {
        return of.opposite(names);
    }

    @Override
    public String opposite(Directory names) {
        return of.words(names);
    }

    @Override
    public Optional<String> fault(Directory names) {
        return Optional.empty(); // what can never hold never does
    }

    @Override
    public Condition about(UnaryOperator<Ref.ToParameter> other) {
        return new Not(of.about(other));
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.not(this);
    }
}
