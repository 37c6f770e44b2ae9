package orchard.condition;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import orchard.gear.Directory;
import orchard.gear.Ref;

/** At least one of some holds. */
public record Any(List<Condition> of) implements Condition {

    public Any {
        of = Condition.checked(of);
    }

    @Override
    public List<Condition> parts() {
        return of;
    }

    @Override
    public String words(Directory names) {
        return Condition.joined(of, " or ", part -> part.words(names));
    }

    @Override
    public String opposite(Directory names) {
        return Condition.joined(of, " and ", part -> part.opposite(names));
    }

    @Override
    public Optional<String> fault(Directory names) {
        return of.stream().allMatch(part -> part.fault(names).isPresent())
                ? of.get(0).fault(names)
                : Optional.empty();
    }

    @Override
    public Condition about(UnaryOperator<Ref.ToParameter> other) {
        return new Any(of.stream().map(part -> part.about(other)).toList());
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.any(this);
    }
}
