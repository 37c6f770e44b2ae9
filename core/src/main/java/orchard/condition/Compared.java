package orchard.condition;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;

/**
 * A parameter stands above, below, at or between values.
 *
 * @param real the value in its unit; the lower one for {@link Is#BETWEEN}
 * @param to the higher one for {@link Is#BETWEEN}; not used by the others
 */
public record Compared(Ref.ToParameter parameter, Is is, double real, double to) implements Condition {

    /** How near a parameter has to stand to a value to be at it, as a share of its way. */
    public static final double NEAR = 0.004;

    /** How values are compared. */
    public enum Is {
        ABOVE("above", "not above"),
        BELOW("below", "not below"),
        AT("at", "not at"),
        BETWEEN("between", "not between");

        private final String words;
        private final String opposite;

        Is(String words, String opposite) {
            this.words = words;
            this.opposite = opposite;
        }

        /** How it reads before the value. */
        public String words() {
            return words;
        }

        /** How its opposite reads. */
        public String opposite() {
            return opposite;
        }

        /** Whether a number is so; both ends of what lies between are in it. */
        public boolean holds(double number, double value, double to, double near) {
            return switch (this) {
                case ABOVE -> number > value;
                case BELOW -> number < value;
                case AT -> Math.abs(number - value) <= near;
                case BETWEEN -> number >= value && number <= to;
            };
        }

        /** The choices of a field. */
        static Map<String, String> choices() {
            Map<String, String> choices = new LinkedHashMap<>();
            for (Is is : values()) {
                choices.put(is.name(), is.words());
            }
            return choices;
        }
    }

    public Compared {
        to = is == Is.BETWEEN ? to : real;
        if (!Double.isFinite(real) || !Double.isFinite(to)) {
            throw new Mistake("value", "a value is a number");
        }
        if (is == Is.BETWEEN && to < real) {
            throw new Mistake("to", "of two values the lower one comes first");
        }
    }

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.VALUE);
    }

    @Override
    public List<Field> fields(Directory names) {
        Optional<Parameter> of = names.parameter(parameter);
        return List.of(
                Field.ofRig("parameter", "Parameter", parameter.key(), Field.Input.PARAMETER),
                Field.choice("is", "is", is.name(), Is.choices()),
                Field.text("value", "", Display.real(real, of), ""),
                Field.text("to", "and", is == Is.BETWEEN ? Display.real(to, of) : "", ""));
    }

    @Override
    public Condition filled(Typed typed, Directory names) {
        Ref.ToParameter chosen = Ref.ToParameter.of(typed.text("parameter"))
                .filter(one -> names.parameter(one).isPresent())
                .orElseThrow(() -> new Mistake("parameter", "choose a parameter"));
        Parameter of = names.parameter(chosen).orElseThrow();
        Is how = typed.oneOf("is", Is.class);
        double value = typed.real("value", of);
        return new Compared(chosen, how, value, how == Is.BETWEEN ? typed.real("to", of) : value);
    }

    @Override
    public Stream<String> devices() {
        return Stream.of(parameter.device());
    }

    @Override
    public String words(Directory names) {
        return words(names, is.words());
    }

    @Override
    public String opposite(Directory names) {
        return words(names, is.opposite());
    }

    private String words(Directory names, String how) {
        Optional<Parameter> of = names.parameter(parameter);
        return names.words(parameter) + " is " + how + " " + Display.real(real, of)
                + (is == Is.BETWEEN ? " and " + Display.real(to, of) : "");
    }

    @Override
    public Optional<String> fault(Directory names) {
        return names.parameter(parameter).isPresent()
                ? Optional.empty()
                : Optional.of("It waits for a value that is not there (" + names.words(parameter) + ").");
    }

    @Override
    public Condition about(UnaryOperator<Ref.ToParameter> other) {
        return new Compared(other.apply(parameter), is, real, to);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.compared(this);
    }
}
