package orchard.condition;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/** A parameter is the last that was set from here, by whatever control or sentence. */
public record ChangedLast(Ref.ToParameter parameter) implements Condition {

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.CHANGED);
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(Field.ofRig("parameter", "Parameter", parameter.key(), Field.Input.PARAMETER));
    }

    @Override
    public Condition filled(Typed typed, Directory names) {
        return new ChangedLast(Ref.ToParameter.of(typed.text("parameter"))
                .filter(one -> names.parameter(one).isPresent())
                .orElseThrow(() -> new Mistake("parameter", "choose a parameter")));
    }

    @Override
    public Stream<String> devices() {
        return Stream.of(parameter.device());
    }

    @Override
    public String words(Directory names) {
        return names.words(parameter) + " was changed last";
    }

    @Override
    public String opposite(Directory names) {
        return names.words(parameter) + " was not changed last";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return names.parameter(parameter).isPresent()
                ? Optional.empty()
                : Optional.of("It waits for a value that is not there (" + names.words(parameter) + ").");
    }

    @Override
    public Condition about(UnaryOperator<Ref.ToParameter> other) {
        return new ChangedLast(other.apply(parameter));
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.changedLast(this);
    }
}
