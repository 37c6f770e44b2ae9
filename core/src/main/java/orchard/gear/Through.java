package orchard.gear;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.IntStream;
import orchard.parameter.Parameter;

/**
 * An address that goes through a focus: a parameter of the place that lies somewhere under it. It is written as a {@link Ref.ToParameter} whose device is the
 * focus and whose parameter is {@code offset:local}.
 *
 * @param offset which of the places under it, from 1; {@value #EACH} for each of them, of which the first is the one that is read
 * @param local how the parameter is found in a place, see {@link Focus#find}
 */
public record Through(Focus focus, int offset, String local) {

    /** The offset that means each of the places. */
    public static final int EACH = 0;

    /** Between the number of a place and what is meant of it. */
    public static final String BETWEEN = ":";

    /** The address a reference means, if it goes through a focus. */
    public static Optional<Through> of(Ref.ToParameter ref, Directory names) {
        int cut = ref.parameter().indexOf(BETWEEN);
        if (cut < 0 || !ref.parameter().substring(0, cut).matches("\\d{1,2}")) {
            return Optional.empty();
        }
        int offset = Integer.parseInt(ref.parameter().substring(0, cut));
        return names.focus(ref.device())
                .filter(focus -> offset <= focus.reach())
                .map(focus -> new Through(focus, offset, ref.parameter().substring(cut + 1)));
    }

    /**
     * The addresses through foci that mean a parameter right now.
     *
     * @param under ids of the places that lie under a focus side by side
     */
    public static List<Through> meaning(Ref.ToParameter ref, Directory names, Function<Focus, List<String>> under) {
        List<Through> all = new ArrayList<>();
        for (Focus focus : names.foci()) {
            int place = focus.placeOf(ref, names);
            int offset =
                    place < 0 ? -1 : under.apply(focus).indexOf(focus.places().get(place));
            if (offset >= 0) {
                focus.local(ref, names)
                        .ifPresent(local -> all.add(new Through(focus, focus.several() ? EACH : offset + 1, local)));
            }
        }
        return all;
    }

    /** The addresses that one stands for: one for each place under its focus, or only itself. */
    public static List<Ref.ToParameter> spread(Ref.ToParameter ref, Directory names) {
        return of(ref, names)
                .filter(through -> through.offset == EACH)
                .map(through -> IntStream.rangeClosed(1, through.focus.reach())
                        .mapToObj(offset -> new Through(through.focus, offset, through.local).ref())
                        .toList())
                .orElse(List.of(ref));
    }

    /** It as a reference. */
    public Ref.ToParameter ref() {
        return new Ref.ToParameter(focus.id(), offset + BETWEEN + local);
    }

    /** The parameter that stands for those of all places. */
    public Optional<Parameter> prototype(Directory names) {
        return focus.prototype(local, names);
    }

    /** The parameter of a place, if it can stand for the same: it counts as many values, or goes smoothly as the first one does. */
    public Optional<Focus.Found> find(int place, Directory names) {
        Optional<Parameter> like = prototype(names);
        return focus.find(place, local, names)
                .filter(found -> like.filter(
                                one -> one.count() == found.parameter().count()
                                        && one.settable() == found.parameter().settable())
                        .isPresent());
    }

    /** It in words: “3rd track of Bank › Volume”. */
    public String words() {
        String which = offset == EACH
                ? "each " + focus.noun() + " of " + focus.name()
                : focus.reach() == 1
                        ? focus.name() + " " + focus.noun()
                        : ordinal(offset) + " " + focus.noun() + " of " + focus.name();
        return which + " › " + local.replace(Focus.WITHIN, " › ");
    }

    /** A number as an ordinal: “3rd”. */
    public static String ordinal(int number) {
        boolean teen = number % 100 / 10 == 1;
        return number
                + switch (teen ? 0 : number % 10) {
                    case 1 -> "st";
                    case 2 -> "nd";
                    case 3 -> "rd";
                    default -> "th";
                };
    }
}
