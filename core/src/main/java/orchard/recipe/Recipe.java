package orchard.recipe;

import java.util.List;
import java.util.Locale;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.rig.Rig;

/**
 * A common way to play a parameter with a control, whole: chosen by name with a few things to fill in, and then changed like any other.
 * What it makes keeps the mapping's control, its condition and its marks. A new one is a file, and a line in the list here.
 */
public sealed interface Recipe permits PickedUp, Plain, Round, Row, Stretches, TwoValues {

    /** All there are, in the order in which they are offered. */
    List<Recipe> ALL = List.of(new Round(), new Stretches(), new TwoValues(), new Row(), new PickedUp(), new Plain());

    /** By which it is chosen. */
    String words();

    /** What it does, in half a sentence. */
    String help();

    /** Lower-case name, as pages use it: {@code two-values}. */
    default String key() {
        return getClass().getSimpleName().replaceAll("(?<=.)([A-Z])", "-$1").toLowerCase(Locale.ROOT);
    }

    /** Whether a control and a parameter can be played so. */
    boolean fits(Subject of);

    /** What is filled in for it, with what is usual there. */
    List<Field> fields(Subject of);

    /**
     * The mapping played this way.
     *
     * @throws Mistake if something was filled in that cannot be
     */
    Mapping made(Subject of, Typed typed);

    /** The recipes that a mapping's control and first parameter can be played by; none where one of the two is missing. */
    static List<Recipe> fitting(Mapping mapping, Rig rig) {
        return Subject.of(mapping, rig).stream()
                .flatMap(of -> ALL.stream().filter(recipe -> recipe.fits(of)))
                .toList();
    }

    /** What is filled in for it on a mapping that it fits. */
    default List<Field> fields(Mapping mapping, Rig rig) {
        return fields(subject(mapping, rig));
    }

    /**
     * A mapping played this way.
     *
     * @throws Mistake if something was filled in that cannot be, or it does not fit the mapping
     */
    default Mapping filled(Mapping mapping, Rig rig, Typed typed) {
        return made(subject(mapping, rig), typed);
    }

    private Subject subject(Mapping mapping, Rig rig) {
        return Subject.of(mapping, rig)
                .filter(this::fits)
                .orElseThrow(() -> new Mistake("“" + words() + "” does not fit this control and what it sets"));
    }
}
