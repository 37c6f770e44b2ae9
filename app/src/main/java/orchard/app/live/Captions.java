package orchard.app.live;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Hue;
import orchard.gear.Ref;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Tint;
import orchard.mapping.Mapping;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import org.springframework.stereotype.Component;

/** What the elements of layouts are about right now, and what stands on them for that. Safe for several threads. */
@Component
public final class Captions {

    /** @param whole controls whose mapping sets all of a parameter's range */
    private record Of(Rig rig, Map<Ref.ToControl, Ref.ToParameter> targets, Set<Ref.ToControl> whole) {}

    private final RigKeeper keeper;
    private final Names names;
    private final Values values;
    /** What controls set, worked out once a rig. */
    private volatile Of known = new Of(Rig.EMPTY, Map.of(), Set.of());

    Captions(RigKeeper keeper, Names names, Values values) {
        this.keeper = keeper;
        this.names = names;
        this.values = values;
    }

    /** The parameter an element sets or follows, as its sentence has it: perhaps through a focus. */
    public Optional<Ref.ToParameter> address(Layout layout, Element element) {
        return element.face().follows()
                ? Optional.ofNullable(element.follows())
                : element.face().dimensions(element.id()).stream()
                        .map(dimension ->
                                known().targets.get(new Ref.ToControl(layout.id(), element.id(), dimension.name())))
                        .filter(target -> target != null)
                        .findFirst();
    }

    /** The ends of what a number of an element goes through, in words, the lower first; none where it sets nothing, or only a part of it. */
    public List<String> ends(Ref.ToControl number) {
        Of of = known();
        return Optional.ofNullable(of.targets.get(number))
                .filter(target -> of.whole.contains(number))
                .flatMap(target -> values.now(target, of.rig))
                .flatMap(of.rig::parameter)
                .map(parameter -> List.of(
                        parameter.textOfReal(parameter.range().low()),
                        parameter.textOfReal(parameter.range().high())))
                .orElse(List.of());
    }

    private Of known() {
        Rig rig = keeper.rig();
        Of of = known;
        if (of.rig != rig) {
            Map<Ref.ToControl, Ref.ToParameter> targets = new HashMap<>();
            Set<Ref.ToControl> whole = new HashSet<>();
            for (Mapping mapping : rig.mappings()) {
                mapping.target()
                        .ifPresent(target -> mapping.when().triggers().forEach(t -> {
                            boolean isFirst = targets.putIfAbsent(t, target) == null;
                            if (isFirst
                                    && mapping.branches().size() == 1
                                    && mapping.shape().stages().isEmpty()) {
                                whole.add(t);
                            }
                        }));
            }
            of = new Of(rig, targets, whole);
            known = of;
        }
        return of;
    }

    /** The parameter it means right now. */
    Optional<Ref.ToParameter> about(String layout, String element) {
        return keeper.rig()
                .layout(layout)
                .flatMap(l ->
                        l.played(element).flatMap(e -> address(l, e)).flatMap(ref -> values.now(ref, keeper.rig())));
    }

    /** What stands on an element. */
    public String name(Layout layout, Element element) {
        return address(layout, element)
                .flatMap(ref -> values.now(ref, keeper.rig()))
                .flatMap(ref -> name(layout, element, ref))
                .orElse(element.name());
    }

    /** Whether words above an element show the name of its group: then it need not stand on the element. */
    private boolean isTitled(Layout layout, Element element, Device device, String group) {
        return layout.played().stream()
                .filter(title -> title.kind() == Kind.LABEL && title.follows() != null && title.isOn(element.page()))
                .filter(title -> title.box().isAbove(element.box()))
                .flatMap(title -> values.now(title.follows(), keeper.rig()).stream())
                .anyMatch(followed -> followed.device().equals(device.id())
                        && device.profile()
                                .parameter(followed.parameter())
                                .filter(parameter -> parameter.group().equals(group))
                                .isPresent());
    }

    private Optional<String> name(Layout layout, Element element, Ref.ToParameter ref) {
        Optional<Device> device = names.device(ref.device());
        Optional<Parameter> parameter = names.parameter(ref);
        if (device.isEmpty() || parameter.isEmpty()) {
            return Optional.empty();
        }
        String group = parameter.get().group();
        return switch (element.kind()) {
            case LABEL -> Optional.of(names.groupName(device.get(), group));
            case FIELD ->
                Optional.of(names.groupTitle(device.get(), group).orElse(element.name())); // it sets two of them
            default ->
                Optional.of(
                        isTitled(layout, element, device.get(), group)
                                ? parameter.get().name()
                                : names.title(device.get(), parameter.get()));
        };
    }

    /**
     * The hues of the elements that have the colour of what they set, by their ids: in degrees, as that is told in the same group; those of which nobody knows are not
     * among them.
     */
    Map<String, Integer> hues(String id) {
        Map<String, Integer> all = new LinkedHashMap<>();
        keeper.rig()
                .layout(id)
                .ifPresent(layout -> layout.played().stream()
                        .filter(element -> element.tint() == Tint.OWN)
                        .forEach(element -> hue(layout, element).ifPresent(hue -> all.put(element.id(), hue))));
        return all;
    }

    private Optional<Integer> hue(Layout layout, Element element) {
        Rig rig = keeper.rig();
        return address(layout, element)
                .flatMap(ref -> values.now(ref, rig))
                .flatMap(ref -> Hue.beside(ref, rig))
                .flatMap(hue -> Optional.ofNullable(values.parameters().get(hue.key()))
                        .flatMap(stands -> rig.parameter(hue)
                                .map(parameter -> (int) Math.rint(parameter.real(stands.position())))));
    }

    /** What stands on all elements of a layout, by their ids. */
    Map<String, String> all(String id) {
        Map<String, String> all = new LinkedHashMap<>();
        keeper.rig().layout(id).ifPresent(layout -> layout.played().forEach(e -> all.put(e.id(), name(layout, e))));
        return all;
    }
}
