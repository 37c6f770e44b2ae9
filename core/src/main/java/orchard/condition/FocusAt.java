package orchard.condition;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.gear.Directory;
import orchard.gear.Focus;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/**
 * A place lies under a focus.
 *
 * @param place its id
 */
public record FocusAt(String focus, String place) implements Condition {

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.FOCUS);
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(
                Condition.placeField(
                        "focus",
                        "focus",
                        focus,
                        names.foci().stream().map(one -> new Selector.Place(one.id(), one.name()))),
                Condition.placeField("place", "has under it", place, places(focus, names)));
    }

    private static Stream<Selector.Place> places(String focus, Directory names) {
        return names.focus(focus).stream()
                .flatMap(of -> IntStream.range(0, of.places().size())
                        .mapToObj(i -> new Selector.Place(of.places().get(i), of.placeName(i, names))));
    }

    @Override
    public Condition filled(Typed typed, Directory names) {
        Focus of = names.focus(typed.text("focus")).orElseThrow(() -> new Mistake("focus", "choose a focus"));
        if (!of.places().contains(typed.text("place"))) {
            throw new Mistake("place", "choose a place of " + of.name());
        }
        return new FocusAt(of.id(), typed.text("place"));
    }

    @Override
    public Stream<String> devices() {
        return Stream.of(focus);
    }

    /** Whether there is such a place. */
    public boolean isThere(Directory names) {
        return names.focus(focus).filter(of -> of.places().contains(place)).isPresent();
    }

    private String named(Directory names) {
        return names.focus(focus)
                .filter(of -> of.places().contains(place))
                .map(of -> of.placeName(of.places().indexOf(place), names))
                .orElse("a missing place");
    }

    private String over(Directory names) {
        return names.focus(focus).map(Focus::name).orElse("a missing focus (" + focus + ")");
    }

    @Override
    public String words(Directory names) {
        return named(names) + " lies under " + over(names);
    }

    @Override
    public String opposite(Directory names) {
        return named(names) + " does not lie under " + over(names);
    }

    @Override
    public Optional<String> fault(Directory names) {
        return isThere(names)
                ? Optional.empty()
                : Optional.of("It waits for a place of a focus that is not there (" + words(names) + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.focusAt(this);
    }
}
