package orchard.mapping;

import java.util.Optional;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.Hold;
import orchard.action.SetTo;
import orchard.action.Value;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.parameter.Parameter;

/** What one of the controls of a sentence chooses, as a display beside it names it. */
public final class Choice {

    private Choice() {}

    /** Whether each control of a sentence chooses something of its own, or the one there is a place or a layer. */
    public static boolean isOf(Mapping mapping, Directory names) {
        return !name(mapping, 0, names).isEmpty()
                && (mapping.when().triggers().size() > 1 || mapping.target().isEmpty());
    }

    /**
     * What the control at a place of the sentence's row chooses; "" if it is nothing that has a name.
     *
     * @param place the first control has 0
     */
    public static String name(Mapping mapping, int place, Directory names) {
        Optional<Ref.ToParameter> target = mapping.target();
        Optional<String> ofValue = target.flatMap(names::parameter)
                .flatMap(of -> mapping.everyAction()
                        .filter(action -> target.get().equals(action.parameter()))
                        .findFirst()
                        .flatMap(action -> value(action, of, place).map(of::textOfReal)));
        return ofValue.or(() -> mapping.everyAction()
                        .flatMap(action -> action.bringsUnder(names).stream())
                        .findFirst()
                        .flatMap(at -> names.focus(at.focus()).map(focus -> {
                            int number = focus.places().indexOf(at.place());
                            return number < 0 ? "" : focus.placeName(number, names);
                        })))
                .or(() -> mapping.everyAction()
                        .flatMap(action -> action.layers(names).stream())
                        .findFirst()
                        .map(names::layerName))
                .orElse("");
    }

    private static Optional<Double> value(Action action, Parameter of, int place) {
        if (action instanceof Choose choose) {
            return choose.choice(of, place);
        }
        return Stream.of(action)
                .map(one -> one instanceof SetTo set ? set.value() : one instanceof Hold hold ? hold.value() : null)
                .filter(Value.Fixed.class::isInstance)
                .map(value -> ((Value.Fixed) value).real())
                .findFirst();
    }
}
