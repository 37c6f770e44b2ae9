package orchard.condition;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.gear.Directory;
import orchard.gear.PageGroup;
import orchard.gear.Selector;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Typed;

/**
 * A page of a device is open, as far as Orchard knows.
 *
 * @param group of the device's controls, or "" for a page of its parameters
 * @param page its id; of controls its number, from 1
 */
public record PageOpen(String device, String group, String page) implements Condition {

    private static final String BETWEEN = "|";

    /** What turns the page. */
    public Selector.Owner owner() {
        return group.isEmpty() ? Selector.Owner.parameters(device) : Selector.Owner.controls(device, group);
    }

    @Override
    public Optional<Kind> kind() {
        return Optional.of(Kind.PAGE);
    }

    @Override
    public List<Field> fields(Directory names) {
        return List.of(
                Condition.deviceField(device),
                Condition.placeField(
                        "page", "page", page.isEmpty() ? "" : group + BETWEEN + page, places(device, names)));
    }

    private static Stream<Selector.Place> places(String device, Directory names) {
        Stream<Selector.Place> ofControls = names.device(device).stream()
                .flatMap(of -> of.profile().traits().pages().stream())
                .flatMap(group -> ofGroup(device, group));
        Stream<Selector.Place> ofParameters = Selector.of(Selector.Owner.parameters(device), names).stream()
                .flatMap(pages -> pages.places().stream())
                .map(place -> new Selector.Place(BETWEEN + place.id(), place.name()));
        return Stream.concat(ofControls, ofParameters);
    }

    private static Stream<Selector.Place> ofGroup(String device, PageGroup group) {
        return Selector.controlPages(device, group).places().stream()
                .map(place -> new Selector.Place(group.id() + BETWEEN + place.id(), group.name() + " " + place.name()));
    }

    @Override
    public Condition filled(Typed typed, Directory names) {
        String of = Condition.device(typed, names);
        String chosen = typed.text("page");
        int cut = chosen.indexOf(BETWEEN);
        if (cut < 0 || places(of, names).noneMatch(place -> place.id().equals(chosen))) {
            throw new Mistake("page", "choose a page");
        }
        return new PageOpen(of, chosen.substring(0, cut), chosen.substring(cut + 1));
    }

    @Override
    public Stream<String> devices() {
        return Stream.of(device);
    }

    private String named(Directory names) {
        return "page "
                + Selector.of(owner(), names)
                        .filter(pages -> pages.number(page) > 0)
                        .map(pages ->
                                "“" + pages.places().get(pages.number(page) - 1).name() + "”")
                        .orElse("that is missing")
                + " of " + Condition.name(device, names);
    }

    @Override
    public String words(Directory names) {
        return named(names) + " is open";
    }

    @Override
    public String opposite(Directory names) {
        return named(names) + " is not open";
    }

    @Override
    public Optional<String> fault(Directory names) {
        return Selector.of(owner(), names)
                        .filter(pages -> pages.number(page) > 0)
                        .isPresent()
                ? Optional.empty()
                : Optional.of("It waits for a page that is not there (" + named(names) + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.pageOpen(this);
    }
}
