package orchard.condition;

import java.util.List;
import java.util.Optional;
import orchard.gear.Directory;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/**
 * The number by which the mapping was set off, as its control sends it: how hard a pad was hit, where a fader is. An endless control that tells steps only
 * has none.
 *
 * @param number the lower one for {@link Compared.Is#BETWEEN}
 * @param to the higher one for {@link Compared.Is#BETWEEN}; not used by the others
 */
public record Struck(Compared.Is is, double number, double to) implements Condition {

    /** The largest number of seven bits. */
    private static final double HIGHEST = 127;

    public Struck {
        to = is == Compared.Is.BETWEEN ? to : HIGHEST;
        if (!Double.isFinite(number) || !Double.isFinite(to)) {
            throw new Mistake("number", "what a control sends is a number");
        }
        if (is == Compared.Is.BETWEEN && to < number) {
            throw new Mistake("to", "of two numbers the lower one comes first");
        }
    }

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.STRUCK);
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(
                Field.choice("is", "is", is.name(), Compared.Is.choices()),
                Field.number("number", "", number, "100"),
                Field.text("to", "and", is == Compared.Is.BETWEEN ? Field.plain(to) : "", ""));
    }

    @Override
    public Condition filled(Typed typed, Directory names) {
        Compared.Is how = typed.oneOf("is", Compared.Is.class);
        double value = typed.number("number");
        return new Struck(how, value, how == Compared.Is.BETWEEN ? typed.number("to") : value);
    }

    @Override
    public String words(Directory names) {
        return words(is.words());
    }

    @Override
    public String opposite(Directory names) {
        return words(is.opposite());
    }

    private String words(String how) {
        return "its number is " + how + " " + Field.plain(number)
                + (is == Compared.Is.BETWEEN ? " and " + Field.plain(to) : "");
    }

    @Override
    public Optional<String> fault(Directory names) {
        return Optional.empty();
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.struck(this);
    }
}
