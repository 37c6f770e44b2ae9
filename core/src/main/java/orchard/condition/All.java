package orchard.condition;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import orchard.gear.Directory;
import orchard.gear.Ref;

/** All of some hold. */
public record All(List<Condition> of) implements Condition {

    public All {
        of = Condition.checked(of);
    }

    @Override
    public List<Condition> parts() {
        return of;
    }

    @Override
    public String words(Directory names) {
        return Condition.joined(of, " and ", part -> part.words(names));
    }

    @Override
    public String opposite(Directory names) {
        return Condition.joined(of, " or ", part -> part.opposite(names));
    }

    @Override
    public Optional<String> fault(Directory names) {
        return of.stream()
                .map(part -> part.fault(names))
                .flatMap(Optional::stream)
                .findFirst();
    }

    @Override
    public Condition about(UnaryOperator<Ref.ToParameter> other) {
        return new All(of.stream().map(part -> part.about(other)).toList());
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.all(this);
    }
}
