package orchard.parameter;

import java.util.ArrayList;
import java.util.List;
import orchard.mistake.Mistake;

/**
 * Something a device lets others set and hear.
 *
 * @param id unique within its device, as {@code track3.volume}
 * @param group id of the {@link Group} it belongs to, or ""
 * @param name its own name, without the group's
 * @param standard its default as a real value
 * @param settable false for what is only told, like a meter
 * @param favourites real values that are chosen most, the first first
 */
public record Parameter(
        String id,
        String group,
        String name,
        Range range,
        Law law,
        double standard,
        Binding binding,
        boolean settable,
        Marks marks,
        List<Double> favourites) {

    private static final Law LINEAR = new Law.Linear();

    public Parameter {
        law = law instanceof Law.Linear ? LINEAR : law; // thousands of parameters have it, and one will do
        marks = marks == null ? Marks.NONE : marks;
        favourites = favourites == null ? List.of() : List.copyOf(favourites);
        if (law.aboveZero() && range.low() <= 0) {
            throw new Mistake(id + ": a logarithmic range begins above 0");
        }
    }

    /** Neither marked nor with favourites. */
    public Parameter(
            String id,
            String group,
            String name,
            Range range,
            Law law,
            double standard,
            Binding binding,
            boolean settable) {
        this(id, group, name, range, law, standard, binding, settable, Marks.NONE, List.of());
    }

    /** The same parameter with other marks. */
    public Parameter with(Marks other) {
        return new Parameter(id, group, name, range, law, standard, binding, settable, other, favourites);
    }

    /** The same parameter with other favourite values. */
    public Parameter with(List<Double> other) {
        return new Parameter(id, group, name, range, law, standard, binding, settable, marks, other);
    }

    /** The same parameter, told and set in another way. */
    public Parameter with(Binding other) {
        return new Parameter(id, group, name, range, law, standard, other, settable, marks, favourites);
    }

    /** How many values there are, or 0 if they are not counted. */
    public int count() {
        return law.count();
    }

    /** Whether its values have names. */
    public boolean hasNames() {
        return law.hasNames();
    }

    /** How far apart two values that are counted are, or 0 if they are not. */
    public double step() {
        return count() == 0 ? 0 : (range.high() - range.low()) / (count() - 1);
    }

    /** All values that are counted: favourites first, then the rest in their order. */
    public List<Double> favouritesFirst() {
        List<Double> all = new ArrayList<>(favourites);
        for (int i = 0; i < count(); i++) {
            double value = range.low() + i * (range.high() - range.low()) / (count() - 1);
            if (!favourites.contains(value)) {
                all.add(value);
            }
        }
        return all;
    }

    /** The real value at a position 0..1. */
    public double real(double position) {
        return law.real(position, range);
    }

    /** The position 0..1 of a real value. */
    public double position(double real) {
        return law.position(real, range);
    }

    /** The value at a position, as people read it. */
    public String text(double position) {
        return Display.text(real(position), law, range);
    }

    /** Any real value of this parameter, as people read it. */
    public String textOfReal(double real) {
        return Display.text(real, law, range);
    }
}
