package orchard.action;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.gear.Directory;
import orchard.gear.ParameterPage;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.parameter.Field;
import orchard.parameter.Typed;
import orchard.shape.Shape;

/**
 * Opens a page of a device's parameters.
 *
 * @param page its id, or "" to go on from the open one
 * @param by how many pages to go on, round at the ends; below 0 back
 * @param tag only pages with this tag are gone through; "" for all
 */
public record OpenPage(String device, String page, int by, String tag) implements Action {

    public OpenPage {
        by = page.isEmpty() ? by : 0;
        tag = tag == null || !page.isEmpty() ? "" : tag;
    }

    /** The name of the page it opens, if it is there. */
    public Optional<String> name(Directory names) {
        return names.device(device).stream()
                .flatMap(d -> d.profile().choices().parameterPages().stream())
                .filter(one -> one.id().equals(page))
                .map(ParameterPage::name)
                .findFirst();
    }

    @Override
    public Kind kind() {
        return Kind.PAGE;
    }

    @Override
    public List<Field> fields(Directory names) {
        return new Going(device, page, by, tag).fields(moves().flatMap(owner -> Selector.of(owner, names)));
    }

    @Override
    public Action filled(Typed typed, Directory names) {
        Going going = Going.filled(typed, Selector.Kind.PARAMETER_PAGES, names);
        return new OpenPage(going.device(), going.to(), going.by(), going.tag());
    }

    @Override
    public Optional<Selector.Owner> moves() {
        return Optional.of(Selector.Owner.parameters(device));
    }

    @Override
    public Set<String> goesThrough(Directory names) {
        return page.isEmpty()
                ? names.device(device).stream()
                        .flatMap(d -> d.profile().choices().parameterPages().stream())
                        .filter(one -> tag.isEmpty() || one.marks().tags().contains(tag))
                        .map(ParameterPage::id)
                        .collect(Collectors.toSet())
                : Set.of(page);
    }

    @Override
    public Action about(Ref.ToParameter other) {
        return this;
    }

    @Override
    public List<String> devices() {
        return List.of(device);
    }

    @Override
    public boolean fitsRelease() {
        return true;
    }

    @Override
    public boolean hasDirection() {
        return true;
    }

    @Override
    public String words(Directory names) {
        if (page.isEmpty()) {
            return Action.onward(by, "page", tag) + " of " + Action.name(device, names);
        }
        String name = name(names).map(n -> "“" + n + "”").orElse("a missing page");
        return "open page " + name + " of " + Action.name(device, names);
    }

    @Override
    public Optional<String> fault(Directory names, Shape shape, int controls) {
        return names.device(device).isPresent()
                ? Optional.empty()
                : Optional.of("It opens pages of a device that is not in the rig (" + device + ").");
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.openPage(this);
    }
}
