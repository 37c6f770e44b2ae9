package orchard.gear;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.IntStream;
import orchard.mistake.Mistake;
import orchard.parameter.Group;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;

/**
 * Groups that lie beside one another, such as tracks, lamps or voices: pages with the same parameters for each of them, and foci that go over all of them. A page
 * that is made has no id yet; {@link Choices#withMore} gives it one.
 */
public final class Neighbours {

    private final Profile profile;
    private final Function<Group, String> names;

    /**
     * @param profile of the device
     * @param names what its groups are called right now
     */
    public Neighbours(Profile profile, Function<Group, String> names) {
        this.profile = profile;
        this.names = names;
    }

    /** The groups beside the one that all parameters of a page are in, and that have one of these too; none if they are in several. */
    public List<Group> beside(ParameterPage page) {
        List<Parameter> parameters = parameters(page);
        List<String> own = parameters.stream().map(Parameter::group).distinct().toList();
        if (own.size() != 1 || parameters.size() != page.entries().size()) {
            return List.of();
        }
        return siblings(own.get(0)).stream()
                .filter(group -> !group.id().equals(own.get(0)))
                .filter(group ->
                        parameters.stream().anyMatch(p -> named(group, p.name()).isPresent()))
                .toList();
    }

    /** A page like this one for each of the groups beside its own that has none yet; what a group does not have is left out there. */
    public List<ParameterPage> likeIt(ParameterPage page) {
        List<ParameterPage> pages = new ArrayList<>();
        for (Group group : beside(page)) {
            List<ParameterPage.Entry> entries = new ArrayList<>();
            for (ParameterPage.Entry entry : page.entries()) {
                Parameter like = profile.parameter(entry.parameter()).orElseThrow();
                named(group, like.name())
                        .filter(p -> entries.stream()
                                .noneMatch(other -> other.parameter().equals(p.id()))) // two of one name
                        .ifPresent(p -> entries.add(new ParameterPage.Entry(p.id(), entry.label())));
            }
            if (profile.choices().parameterPages().stream().noneMatch(there -> holds(there, entries))) {
                pages.add(new ParameterPage(
                        "", names.apply(group), new Marks(false, page.marks().tags()), entries));
            }
        }
        return pages;
    }

    /**
     * A focus over all groups that have a parameter of one name, so many side by side.
     *
     * @param parameter id of it in one of the groups
     * @param id of the focus
     * @throws Mistake if nothing lies beside it, or the width does not fit
     */
    public Focus over(String parameter, int width, String device, String id) {
        Parameter one = profile.parameter(parameter)
                .filter(Parameter::settable)
                .orElseThrow(() -> new Mistake("This parameter is not there any more"));
        List<Group> having = having(one);
        if (having.size() < 2) {
            throw new Mistake(one.name() + " is in no group that has others beside it");
        }
        return new Focus(
                id,
                one.name() + " bank",
                Focus.noun(having.get(0).id()),
                device,
                having.stream().map(Neighbours::place).toList(),
                width,
                Focus.Ends.STOP,
                null,
                null,
                "");
    }

    /** The number of the first place of a focus that a page lies on, −1 if it does not hold one parameter of its places side by side. */
    public int placeOf(ParameterPage page, Focus over) {
        List<Parameter> parameters = parameters(page);
        boolean isOne = !parameters.isEmpty()
                && parameters.size() == page.entries().size()
                && parameters.stream().map(Parameter::name).distinct().count() == 1;
        if (!isOne) {
            return -1;
        }
        int first = place(parameters.get(0), over);
        boolean isRun =
                IntStream.range(0, parameters.size()).allMatch(i -> place(parameters.get(i), over) == first + i);
        return first >= 0 && isRun ? first : -1;
    }

    /**
     * The focus that does in one what a page and others like it do: one parameter of groups side by side. One that does it already, or else a new one; empty if the page
     * holds anything else.
     *
     * @param id of a new one
     * @param foci those there are
     */
    public Optional<Focus> focus(ParameterPage page, String device, String id, List<Focus> foci) {
        List<Parameter> parameters = parameters(page);
        if (parameters.size() < 2) {
            return Optional.empty();
        }
        Focus made = having(parameters.get(0)).size() < 2
                ? null
                : over(parameters.get(0).id(), parameters.size(), device, id);
        return Optional.ofNullable(made)
                .filter(one -> placeOf(page, one) >= 0)
                .map(one -> foci.stream()
                        .filter(focus -> focus.device().equals(device)
                                && !focus.several()
                                && focus.width() == one.width()
                                && placeOf(page, focus) >= 0)
                        .findFirst()
                        .orElse(one));
    }

    /** The number of the place of a focus that a parameter's group is, −1 if it is none of them. */
    private int place(Parameter parameter, Focus over) {
        Group group = profile.group(parameter.group()).orElse(null);
        int known = group == null ? -1 : over.places().indexOf(place(group));
        return known >= 0 ? known : over.places().indexOf(parameter.group());
    }

    /** What a group is known by that stays. */
    private static String place(Group group) {
        return group.identity().isEmpty() ? group.id() : group.identity();
    }

    /** The groups beside that of a parameter which have one of its name, and its own. */
    private List<Group> having(Parameter parameter) {
        return siblings(parameter.group()).stream()
                .filter(group -> named(group, parameter.name()).isPresent())
                .toList();
    }

    private static boolean holds(ParameterPage page, List<ParameterPage.Entry> entries) {
        return page.entries().stream()
                .map(ParameterPage.Entry::parameter)
                .toList()
                .equals(entries.stream().map(ParameterPage.Entry::parameter).toList());
    }

    private List<Parameter> parameters(ParameterPage page) {
        return page.entries().stream()
                .map(entry -> profile.parameter(entry.parameter()))
                .flatMap(Optional::stream)
                .toList();
    }

    /** All groups with the same parent as this one, in the order of the profile; none for what is in no group. */
    private List<Group> siblings(String id) {
        return profile.group(id)
                .map(own -> profile.groups().stream()
                        .filter(group -> group.parent().equals(own.parent()))
                        .toList())
                .orElse(List.of());
    }

    private Optional<Parameter> named(Group group, String name) {
        return profile.parameters().stream()
                .filter(p -> p.group().equals(group.id()) && p.name().equals(name) && p.settable())
                .findFirst();
    }
}
