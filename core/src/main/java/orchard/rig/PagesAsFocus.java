package orchard.rig;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.action.MoveFocus;
import orchard.action.OpenPage;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.condition.All;
import orchard.condition.Any;
import orchard.condition.Condition;
import orchard.condition.FocusAt;
import orchard.condition.Not;
import orchard.condition.PageOpen;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Neighbours;
import orchard.gear.ParameterPage;
import orchard.gear.Ref;
import orchard.gear.Through;
import orchard.light.Mark;
import orchard.mapping.Actions;
import orchard.mapping.Branch;
import orchard.mapping.Gesture;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.shape.Shape;

/**
 * One focus in place of pages that each hold one parameter of neighbours. Where a device has no other pages, the pages go, and whatever went through them goes through
 * the focus; where it has others, the focus comes beside them.
 *
 * @param pages those it stands for
 * @param replaces whether they go
 */
public record PagesAsFocus(Focus focus, List<ParameterPage> pages, boolean replaces, Edit edit) {

    /**
     * What would become of a page and those like it; empty if it does not hold one parameter of neighbours, or a focus stands beside it already.
     *
     * @throws orchard.mistake.Mistake if no such focus can be
     */
    public static Optional<PagesAsFocus> of(Rig rig, Device device, ParameterPage page) {
        Neighbours neighbours = new Neighbours(device.profile(), group -> group.name());
        return neighbours
                .focus(page, device.id(), rig.freeId("focus"), rig.foci())
                .map(focus -> new Making(rig, device, neighbours, focus, nameOn(device, page)))
                .map(making -> rig.focus(making.focus.id()).isPresent() ? making : making.likePages())
                .map(Making::made)
                .filter(made -> !made.edit.changes().isEmpty());
    }

    private static String nameOn(Device device, ParameterPage page) {
        return device.profile()
                .parameter(page.entries().get(0).parameter())
                .orElseThrow()
                .name();
    }

    /** @param local what the parameter is called in each place */
    private record Making(Rig rig, Device device, Neighbours neighbours, Focus focus, String local) {

        /** A new focus goes over what the pages hold, and no further. */
        private Making likePages() {
            List<ParameterPage> pages = pages();
            int first = pages.stream().mapToInt(this::place).min().orElseThrow();
            int last = pages.stream()
                    .mapToInt(page -> place(page) + page.entries().size())
                    .max()
                    .orElseThrow();
            Making held = with(focus.over(focus.places().subList(first, last)));
            return held.with(held.focus.with(held.ends()));
        }

        private Making with(Focus other) {
            return new Making(rig, device, neighbours, other, local);
        }

        private List<ParameterPage> pages() {
            return device.profile().choices().parameterPages().stream()
                    .filter(this::isOf)
                    .toList();
        }

        private int place(ParameterPage page) {
            return neighbours.placeOf(page, focus);
        }

        /** Pages go round; a focus does so where it comes out at its first place again. */
        private Focus.Ends ends() {
            boolean comesOut = focus.places().size() % focus.width() == 0;
            return step() != focus.width() ? Focus.Ends.FILL : comesOut ? Focus.Ends.WRAP : Focus.Ends.STOP;
        }

        PagesAsFocus made() {
            List<ParameterPage> all = device.profile().choices().parameterPages();
            List<ParameterPage> pages = pages();
            boolean replaces = pages.size() == all.size()
                    && step() > 0
                    && rig.mappings().stream().allMatch(this::isPlain);
            List<Edit.Change> changes = new ArrayList<>();
            if (rig.focus(focus.id()).isEmpty()) {
                changes.add(new Edit.Change(null, new Part.OfFocus(focus)));
            }
            if (replaces) {
                changes.add(new Edit.Change(
                        new Part.OfDevice(device),
                        new Part.OfDevice(device.with(
                                device.profile().with(device.profile().choices().withParameterPages(List.of()))))));
                sentences(changes);
            }
            return new PagesAsFocus(
                    focus, pages, replaces, new Edit("One focus for the pages of " + device.name(), changes));
        }

        private boolean isOf(ParameterPage page) {
            return place(page) >= 0
                    && nameOn(device, page).equals(local)
                    && page.entries().size() <= focus.width();
        }

        /** How many places a page lies further on than the one before, the same for all; 0 if it is not. */
        private int step() {
            List<Integer> places = device.profile().choices().parameterPages().stream()
                    .map(this::place)
                    .toList();
            List<Integer> steps = IntStream.range(1, places.size())
                    .mapToObj(i -> places.get(i) - places.get(i - 1))
                    .distinct()
                    .toList();
            return steps.isEmpty() ? focus.width() : steps.size() == 1 ? steps.get(0) : 0;
        }

        /** Whether a mapping that sets what is on the open page does nothing else. */
        private boolean isPlain(Mapping mapping) {
            boolean isRow = mapping.everyAction().anyMatch(this::isRow);
            return !isRow
                    || mapping.branches().size() == 1
                            && mapping.actions().onPress().size() == 1
                            && mapping.actions().onRelease().isEmpty()
                            && mapping.when().also().isEmpty()
                            && mapping.when().gesture().kind() == Gesture.Kind.MOVE;
        }

        private boolean isRow(Action action) {
            return action instanceof SetOfPage row && row.device().equals(device.id());
        }

        private void sentences(List<Edit.Change> changes) {
            Rig so = rig;
            for (Mapping mapping : rig.mappings()) {
                List<Mapping> after =
                        mapping.everyAction().anyMatch(this::isRow) ? each(mapping) : List.of(turned(mapping));
                if (after.equals(List.of(mapping))) {
                    continue;
                }
                changes.add(new Edit.Change(new Part.OfMapping(mapping), new Part.OfMapping(after.get(0))));
                for (Mapping more : after.subList(1, after.size())) {
                    Edit.Change added = new Edit.Change(null, new Part.OfMapping(more.as(so.freeId("m"))));
                    changes.add(added);
                    so = so.apply(new Edit("", List.of(added)));
                }
            }
        }

        /** A row of controls that set what is on the open page: each of them sets what lies under the focus. */
        private List<Mapping> each(Mapping row) {
            List<Ref.ToControl> controls = row.when().triggers();
            List<Mapping> each = new ArrayList<>();
            for (int i = 0; i < Math.min(controls.size(), focus.width()); i++) {
                Ref.ToParameter under = new Through(focus, i + 1, local).ref();
                each.add(turned(row)
                        .with(new When(List.of(controls.get(i)), row.when().gesture()))
                        .with(new Actions(List.of(new SetParameter(under, Shape.WHOLE))))
                        .with(new Show(shown(controls.get(i)))));
            }
            return each;
        }

        /** What is on a page is shown on whatever lights a control has. */
        private List<Show.Answer> shown(Ref.ToControl control) {
            return rig.device(control.device()).stream()
                    .flatMap(on -> on.profile().lightsOn(control).stream())
                    .filter(light -> !(light.kind() instanceof Mark))
                    .map(light ->
                            new Show.Answer(new Ref.ToLight(control.device(), light.id()), Show.Rule.usual(light)))
                    .toList();
        }

        private Mapping turned(Mapping mapping) {
            return mapping.with(mapping.branches().stream()
                    .map(branch -> new Branch(
                            turned(branch.during()),
                            branch.shape(),
                            new Actions(
                                    branch.actions().onPress().stream()
                                            .map(this::turned)
                                            .toList(),
                                    branch.actions().onRelease().stream()
                                            .map(this::turned)
                                            .toList())))
                    .toList());
        }

        private Action turned(Action action) {
            if (!(action instanceof OpenPage open) || !open.device().equals(device.id())) {
                return action;
            }
            if (!open.page().isEmpty()) {
                return places().containsKey(open.page())
                        ? new MoveFocus(focus.id(), places().get(open.page()), 0, false)
                        : action;
            }
            boolean byWidth = step() == focus.width();
            return new MoveFocus(focus.id(), "", byWidth ? open.by() : open.by() * step(), byWidth);
        }

        private Condition turned(Condition condition) {
            if (condition instanceof PageOpen open
                    && open.device().equals(device.id())
                    && open.group().isEmpty()
                    && places().containsKey(open.page())) {
                return new FocusAt(focus.id(), places().get(open.page()));
            }
            List<Condition> parts = condition.parts().stream().map(this::turned).toList();
            return condition instanceof All
                    ? new All(parts)
                    : condition instanceof Any
                            ? new Any(parts)
                            : condition instanceof Not ? new Not(parts.get(0)) : condition;
        }

        /** The first place of each page. */
        private Map<String, String> places() {
            return device.profile().choices().parameterPages().stream()
                    .collect(Collectors.toMap(
                            ParameterPage::id, page -> focus.places().get(place(page))));
        }
    }

    /** The mappings that change, as they are and as they would be; one that comes has none before. */
    public Stream<Edit.Change> sentences() {
        return edit.changes().stream()
                .filter(change ->
                        change.before() instanceof Part.OfMapping || change.after() instanceof Part.OfMapping);
    }
}
