package orchard.condition;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;

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
    public <R> R accept(Visitor<R> visitor) {
        return visitor.not(this);
    }
}
