package orchard.action;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.condition.Always;
import orchard.condition.Compared;
import orchard.condition.Condition;
import orchard.gear.Directory;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.gear.Through;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Does something for each place a focus goes over, wherever the focus stands. What it does, and for which of them, is told of the first place
 * under the focus, and is meant of each.
 *
 * @param every 1 for each place, 2 for every other one, and so on; the first is always one of them
 * @param where for which of them; {@link Always} for all
 * @param action about a parameter of the place
 */
public record ForEach(String focus, int every, Condition where, Action action) implements Action {

    /** The most places that are passed over. */
    public static final int MOST = 64;

    public ForEach {
        where = where == null ? new Always() : where;
        if (every < 1 || every > MOST) {
            throw new Mistake("every", "each place, or every 2nd to " + MOST + "th");
        }
        if (!isPlain(action)) {
            throw new Mistake(
                    "action",
                    "for each place a parameter is set, held, switched, moved, brought or set to its default");
        }
    }

    private static boolean isPlain(Action action) {
        return action instanceof SetTo
                || action instanceof Hold
                || action instanceof Toggle
                || action instanceof Nudge
                || action instanceof Ramp
                || action instanceof Reset;
    }

    /** What is done for one place. */
    public record One(Condition where, Action action) {}

    /** A new one over a focus: the first parameter its places have is set to its default. */
    public static Action fresh(String focus, Directory names) {
        String over = names.focus(focus)
                .map(Focus::id)
                .orElse(names.foci().stream().findFirst().map(Focus::id).orElse(""));
        String local = names.focus(over).stream()
                .flatMap(of -> of.locals(names).stream())
                .findFirst()
                .orElse("");
        Ref.ToParameter its = its(over, local);
        return new ForEach(over, 1, new Always(), new SetTo(its, Value.standard(its, names)));
    }

    /** A parameter of the place, as it is written. */
    public static Ref.ToParameter its(String focus, String local) {
        return new Ref.ToParameter(focus, "1:" + local);
    }

    /** What is done, place by place; a place that lacks the parameter is passed over. */
    public List<One> each(Directory names) {
        List<One> all = new ArrayList<>();
        Focus over = names.focus(focus).orElse(null);
        for (int place = 0; over != null && place < over.places().size(); place += every) {
            int at = place;
            one(action.parameter(), over, at, names)
                    .ifPresent(parameter -> all.add(new One(
                            where.about(ref -> one(ref, over, at, names).orElse(Ref.ToParameter.NONE)),
                            action.about(parameter))));
        }
        return all;
    }

    /** What a parameter means of one place; one that is not of the place means itself. */
    private Optional<Ref.ToParameter> one(Ref.ToParameter ref, Focus over, int place, Directory names) {
        Optional<Through> through = ref.device().equals(focus) ? Through.of(ref, names) : Optional.empty();
        return through.isPresent() && through.get().offset() == 1
                ? over.find(place, through.get().local(), names).map(Focus.Found::ref)
                : Optional.of(ref);
    }

    @Override
    public Kind kind() {
        return Kind.EACH;
    }

    private String local(Ref.ToParameter ref, Directory names) {
        return Through.of(ref, names).map(Through::local).orElse("");
    }

    @Override
    public List<Field> fields(Directory names) {
        Map<String, String> foci = new LinkedHashMap<>();
        foci.put("", "choose a focus");
        names.foci().forEach(one -> foci.put(one.id(), one.noun() + " of " + one.name()));
        Map<String, String> locals = new LinkedHashMap<>();
        names.focus(focus)
                .ifPresent(of -> of.locals(names).forEach(one -> locals.put(one, one.replace(Focus.WITHIN, " › "))));
        Map<String, String> only = new LinkedHashMap<>();
        only.put("", "whatever");
        only.putAll(locals);
        List<Field> fields = new ArrayList<>(List.of(
                Field.choice("focus", "", focus, foci),
                Field.number("every", "every", every, "1"),
                Field.choice("local", "its", local(action.parameter(), names), locals)));
        if (action instanceof SetTo set) {
            fields.add(Field.text("value", "to", set.value().typed(names.parameter(action.parameter())), ""));
        }
        if (isChosen()) {
            Optional<Compared> compared =
                    Optional.of(where).filter(Compared.class::isInstance).map(Compared.class::cast);
            fields.add(Field.choice(
                    "only",
                    "while its",
                    compared.map(of -> local(of.parameter(), names)).orElse(""),
                    only));
            fields.add(Field.text(
                    "at",
                    "is at",
                    compared.map(of -> Display.real(of.real(), names.parameter(of.parameter())))
                            .orElse(""),
                    ""));
        }
        return List.copyOf(fields);
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        String over = typed.text("focus");
        Focus of = names.focus(over).orElseThrow(() -> new Mistake("focus", "choose a focus"));
        Ref.ToParameter its = its(over, typed.text("local"));
        Parameter parameter = names.parameter(its)
                .filter(Parameter::settable)
                .orElseThrow(() -> new Mistake("local", "choose what is set of each " + of.noun()));
        Action then = action instanceof SetTo
                ? new SetTo(its, new Value.Fixed(typed.real("value", parameter)))
                : action.about(its);
        double number = typed.number("every");
        if (number != Math.rint(number)) {
            throw new Mistake("every", "expected a whole number of 1–" + MOST);
        }
        return new ForEach(over, (int) number, isChosen() ? only(typed, over, names) : moved(over), then);
    }

    /** Whether a form can say for which places it is: for all, or for those of which one parameter stands at a value. */
    private boolean isChosen() {
        return where instanceof Always
                || where instanceof Compared compared
                        && compared.is() == Compared.Is.AT
                        && compared.parameter().device().equals(focus);
    }

    /** For which places it is, as it was written, of the places of another focus. */
    private Condition moved(String over) {
        return where.about(ref -> ref.device().equals(focus) ? new Ref.ToParameter(over, ref.parameter()) : ref);
    }

    private static Condition only(Typed typed, String over, Directory names) {
        if (typed.text("only").isEmpty()) {
            return new Always();
        }
        Ref.ToParameter its = its(over, typed.text("only"));
        Parameter parameter =
                names.parameter(its).orElseThrow(() -> new Mistake("only", "choose by what they are told apart"));
        double at = typed.real("at", parameter);
        return new Compared(its, Compared.Is.AT, at, at);
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        return Stream.concat(action.devices().stream(), where.devices())
                .distinct()
                .toList();
    }

    @Override
    public boolean fitsRelease() {
        return true;
    }

    @Override
    public boolean hasDirection() {
        return false;
    }

    /** How many of them it is for: “each”, “every other”, “every 3rd”. */
    public String which() {
        return every == 1 ? "each" : every == 2 ? "every other" : "every " + Through.ordinal(every);
    }

    @Override
    public String words(Directory names) {
        Optional<Focus> over = names.focus(focus);
        String its = over.map(of -> new Through(of, 1, "").words()).orElse("");
        String said = (where instanceof Always ? "" : " while " + where.words(names)) + ", " + action.words(names);
        return "for " + which() + " " + over.map(Focus::noun).orElse("place") + " of "
                + over.map(Focus::name).orElse("a missing focus (" + focus + ")")
                + (its.isEmpty() ? said : said.replace(its, "its "));
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        if (names.focus(focus).isEmpty()) {
            return Optional.of("It goes over the places of a focus that is not in the rig (" + focus + ").");
        }
        return each(names).isEmpty() ? Optional.of("There is no place that has what it sets.") : where.fault(names);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.forEach(this);
    }
}
