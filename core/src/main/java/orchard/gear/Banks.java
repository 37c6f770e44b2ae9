package orchard.gear;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import orchard.mistake.Mistake;
import orchard.parameter.Group;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;

/**
 * Makes parameter pages out of groups that lie beside one another, such as tracks, lamps or voices: the same parameters for each of them, or
 * one parameter for several at a time. What is made has no id yet; {@link Choices#withMore} gives it one.
 */
public final class Banks {

    /** The most letters of a group's name that go on a display. */
    private static final int LABEL = 12;

    private final Profile profile;
    private final Function<Group, String> names;

    /**
     * @param profile of the device
     * @param names what its groups are called right now
     */
    public Banks(Profile profile, Function<Group, String> names) {
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
     * One parameter for several groups at a time. The pages are tagged with its name, so that they can be gone through by themselves.
     *
     * @param id of the parameter in one of the groups
     * @param width how many lie beside each other, 1..{@value ParameterPage#MOST}
     * @param step how far the next page goes on, 1..{@code width}
     * @throws Mistake if nothing lies beside it, or the numbers do not fit
     */
    public List<ParameterPage> across(String id, int width, int step) {
        Parameter one = profile.parameter(id)
                .filter(Parameter::settable)
                .orElseThrow(() -> new Mistake("This parameter is not there any more"));
        if (width < 1 || width > ParameterPage.MOST || step < 1 || step > width) {
            throw new Mistake(
                    "A page goes over 1 to %d of them, and on by no more than that".formatted(ParameterPage.MOST));
        }
        List<Group> having = siblings(one.group()).stream()
                .filter(group -> named(group, one.name()).isPresent())
                .toList();
        if (having.size() < 2) {
            throw new Mistake(one.name() + " is in no group that has others beside it");
        }
        Marks marks = new Marks(false, List.of(one.name().toLowerCase(Locale.ROOT)));
        List<ParameterPage> pages = new ArrayList<>();
        int from = 0;
        int to;
        do {
            to = Math.min(from + width, having.size());
            List<ParameterPage.Entry> entries = having.subList(from, to).stream()
                    .map(group -> new ParameterPage.Entry(
                            named(group, one.name()).orElseThrow().id(), label(names.apply(group))))
                    .toList();
            pages.add(new ParameterPage("", one.name() + " " + (from + 1) + "–" + to, marks, entries));
            from += step;
        } while (to < having.size());
        return pages;
    }

    /**
     * The focus that does in one what a page and others like it do: one parameter of groups side by side. Empty if the page holds anything else, or a focus does it
     * already.
     *
     * @param id of the focus
     * @param foci those there are
     */
    public Optional<Focus> focus(ParameterPage page, String device, String id, List<Focus> foci) {
        List<Parameter> parameters = parameters(page);
        if (parameters.size() < 2 || parameters.size() != page.entries().size()) {
            return Optional.empty();
        }
        String name = parameters.get(0).name();
        List<String> having = siblings(parameters.get(0).group()).stream()
                .filter(group -> named(group, name).isPresent())
                .map(Group::id)
                .toList();
        List<String> own = parameters.stream().map(Parameter::group).toList();
        boolean isBank =
                parameters.stream().allMatch(parameter -> parameter.name().equals(name))
                        && Collections.indexOfSubList(having, own) >= 0;
        boolean isThere = foci.stream()
                .anyMatch(focus -> focus.device().equals(device)
                        && focus.width() == own.size()
                        && focus.places().containsAll(having));
        String noun = having.isEmpty() ? "" : Focus.noun(having.get(0));
        return isBank && !isThere
                ? Optional.of(new Focus(
                        id, name + " bank", noun, device, having, own.size(), Focus.Ends.STOP, null, null, ""))
                : Optional.empty();
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

    private static String label(String name) {
        return name.codePointCount(0, name.length()) <= LABEL
                ? name
                : name.substring(0, name.offsetByCodePoints(0, LABEL));
    }
}
