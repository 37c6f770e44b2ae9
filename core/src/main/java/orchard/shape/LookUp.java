package orchard.shape;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.StageFunction.Inverse;

/**
 * Chooses one of some names: control position, in equal parts, to the real value that has the name.
 *
 * @param names in the order of the control's way; at least one
 */
public record LookUp(List<String> names) implements Stage {

    private static final int SAID = 3;

    public LookUp {
        names = List.copyOf(names);
        if (names.isEmpty()) {
            throw new Mistake("a look-up has at least one name");
        }
    }

    /** All names of a parameter, in its order. */
    static LookUp all(Parameter parameter) {
        return new LookUp(known(parameter));
    }

    private static List<String> known(Parameter parameter) {
        if (parameter.law() instanceof Law.Named named) {
            return named.names();
        }
        throw new Mistake(parameter.name() + " has no names to choose from; a scale or a snap fits it");
    }

    @Override
    public Kind kind() {
        return Kind.LOOK_UP;
    }

    @Override
    public Side side() {
        return Side.CROSSING;
    }

    @Override
    public Medium gives(Medium taken) {
        return Medium.REAL;
    }

    @Override
    public String words(Optional<Parameter> parameter) {
        return "one of " + names.stream().limit(SAID).collect(Collectors.joining(", "))
                + (names.size() > SAID ? " and " + (names.size() - SAID) + " more" : "");
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return List.of(
                new Field("names", "Names, one a line", String.join("\n", names), "", Field.Input.LINES, Map.of()));
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        List<String> known = known(parameter);
        return new LookUp(typed.text("names")
                .lines()
                .map(String::strip)
                .filter(line -> !line.isEmpty())
                .map(line -> known.stream()
                        .filter(name -> name.equalsIgnoreCase(line))
                        .findFirst()
                        .orElseThrow(
                                () -> new Mistake("names", parameter.name() + " has no value called “" + line + "”")))
                .toList());
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        List<String> labels = parameter.law().labels();
        if (labels.isEmpty()) {
            throw new Mistake(parameter.name() + " has no names to look up");
        }
        double[] values = names.stream()
                .mapToDouble(name -> {
                    int place = labels.indexOf(name);
                    if (place < 0) {
                        throw new Mistake(parameter.name() + " has no value called “" + name + "”");
                    }
                    return place;
                })
                .toArray();
        return new Pure(
                x -> Double.isNaN(x) ? x : values[(int) Math.min(values.length - 1, Bounds.cut(x) * values.length)],
                y -> {
                    for (int i = 0; i < values.length; i++) {
                        if (values[i] == Math.rint(y)) {
                            return (i + 0.5) / values.length;
                        }
                    }
                    return 0;
                },
                Inverse.PART);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.lookUp(this);
    }
}
