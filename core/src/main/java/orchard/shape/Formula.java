package orchard.shape;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.parameter.Typed;
import orchard.shape.StageFunction.Inverse;

/** An {@link Expression}: a value {@code x} to a value on the same side. */
public record Formula(String text) implements Stage {

    public Formula {
        Objects.requireNonNull(text);
    }

    @Override
    public Kind kind() {
        return Kind.FORMULA;
    }

    @Override
    public Side side() {
        return Side.EITHER;
    }

    @Override
    public Medium gives(Medium taken) {
        return taken;
    }

    @Override
    public String words(Optional<Parameter> parameter) {
        return "by " + text;
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return List.of(Field.text("text", "Formula with x, low, high", text, "x"));
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        String formula = typed.text("text");
        try {
            triedOut(
                    Expression.of(
                            formula, parameter.range().low(), parameter.range().high()),
                    parameter.range());
        } catch (Expression.Unusable e) {
            throw new Mistake("text", e.getMessage());
        }
        return new Formula(formula);
    }

    /** One that comes to no number at either end nor in the middle is of no use to anybody. */
    private static void triedOut(Expression expression, Range range) {
        Expression.Unusable why = null;
        for (double x : new double[] {range.low(), (range.low() + range.high()) / 2, range.high()}) {
            try {
                expression.apply(x);
                return;
            } catch (Expression.Unusable e) {
                why = why == null ? e : why;
            }
        }
        throw why;
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        Range range = parameter.range();
        Expression ready = Expression.of(text, range.low(), range.high());
        return new Pure(x -> Double.isNaN(x) ? x : ready.apply(x), y -> y, Inverse.NONE);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.formula(this);
    }
}
