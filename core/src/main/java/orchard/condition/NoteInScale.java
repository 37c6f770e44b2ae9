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

/**
 * Of a light: the note that its control plays is a root, or in a scale. Only lights of what plays notes ask so; elsewhere it never holds.
 *
 * @param root the parameter that says the root: 0 for C to 11 for B
 * @param scale the parameter whose value is called like the scale; {@link Ref.ToParameter#NONE} for the roots alone
 */
public record NoteInScale(Ref.ToParameter root, Ref.ToParameter scale) implements Condition {

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.SCALE);
    }

    private boolean isRoots() {
        return scale.equals(Ref.ToParameter.NONE);
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(
                Field.ofRig("root", "root", root.key(), Field.Input.PARAMETER),
                Field.ofRig(
                        "scale", "scale; roots alone without", isRoots() ? "" : scale.key(), Field.Input.PARAMETER));
    }

    @Override
    public Condition filled(Typed typed, Directory names) {
        Ref.ToParameter of = parameter(typed, "root", names)
                .orElseThrow(() -> new Mistake("root", "choose the parameter that says the root"));
        return new NoteInScale(of, parameter(typed, "scale", names).orElse(Ref.ToParameter.NONE));
    }

    private static Optional<Ref.ToParameter> parameter(Typed typed, String field, Directory names) {
        return Ref.ToParameter.of(typed.text(field))
                .filter(one -> names.parameter(one).isPresent());
    }

    @Override
    public Stream<String> devices() {
        return isRoots() ? Stream.of(root.device()) : Stream.of(root.device(), scale.device());
    }

    @Override
    public String words(Directory names) {
        return isRoots()
                ? "its note is the root " + names.words(root)
                : "its note is in " + names.words(scale) + " on " + names.words(root);
    }

    @Override
    public String opposite(Directory names) {
        return words(names).replaceFirst(" is ", " is not ");
    }

    @Override
    public Optional<String> fault(Directory names) {
        return Stream.of(root, scale)
                .filter(one -> !one.equals(Ref.ToParameter.NONE))
                .filter(one -> names.parameter(one).isEmpty())
                .findFirst()
                .map(one -> "It waits for a scale that is not there (" + names.words(one) + ").");
    }

    @Override
    public Condition about(UnaryOperator<Ref.ToParameter> other) {
        return new NoteInScale(other.apply(root), isRoots() ? scale : other.apply(scale));
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.noteInScale(this);
    }
}
