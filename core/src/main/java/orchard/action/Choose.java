package orchard.action;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.condition.Compared;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * The first control of the mapping chooses the first value, the second the second, and so on. Pressed again, it stops.
 *
 * @param values in the parameter's unit; empty for the parameter's favourites first, then the rest
 * @param stop the value when the chosen one is pressed again, in the parameter's unit; null if then nothing happens
 */
public record Choose(Ref.ToParameter parameter, List<Double> values, Double stop) implements Action {

    public Choose {
        values = values == null ? List.of() : List.copyOf(values);
    }

    /** What there is to choose from. */
    public List<Double> choices(Parameter of) {
        return values.isEmpty() ? of.favouritesFirst() : values;
    }

    @Override
    public Kind kind() {
        return Kind.CHOOSE;
    }

    @Override
    public List<Field> fields(Directory names) {
        Optional<Parameter> of = names.parameter(parameter);
        return List.of(
                Action.parameterField(parameter),
                new Field(
                        "values",
                        "these, a line each",
                        values.stream().map(real -> Display.real(real, of)).collect(Collectors.joining("\n")),
                        "all of them",
                        Field.Input.LINES,
                        Map.of()),
                Field.text("stop", "pressed again", stop == null ? "" : Display.real(stop, of), ""));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Ref.ToParameter chosen = Action.chosen(typed, names);
        Parameter of = names.parameter(chosen).orElseThrow();
        return new Choose(
                chosen, typed.reals("values", of), typed.text("stop").isEmpty() ? null : typed.real("stop", of));
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return new Choose(other, values, stop);
    }

    /** What one of several controls chooses; empty if there are not so many values. */
    public Optional<Double> choice(Parameter of, int place) {
        List<Double> all = choices(of);
        return place >= 0 && place < all.size() ? Optional.of(all.get(place)) : Optional.empty();
    }

    @Override
    public boolean isLit(Parameter of, double position, int place) {
        return choice(of, place)
                .filter(real -> Math.abs(of.position(real) - position) < Compared.NEAR)
                .isPresent();
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
        return values.isEmpty()
                ? "choose a value for " + names.words(parameter) + ", favourites first"
                : "choose one of " + values.size() + " for " + names.words(parameter);
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        int there = choices(names.parameter(parameter).orElseThrow()).size();
        return there >= controls
                ? Optional.empty()
                : Optional.of(
                        controls == 1
                                ? "It has no values to choose from."
                                : "It has %d controls, but only %d values to choose from.".formatted(controls, there));
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.choose(this);
    }
}
