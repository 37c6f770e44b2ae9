package orchard.rig;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Ref;
import orchard.inventory.Nearby;
import orchard.layout.Element;
import orchard.layout.Layout;
import orchard.layout.Strips;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.parameter.Parameter;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A layout out of a file, taken into a rig: what it refers to is found by name, else by what it can do, else by hand among what is nearest.
 *
 * @param rig into which it is taken
 */
public record LayoutTaken(LayoutFile file, Rig rig) {

    /**
     * Something the layout refers to.
     *
     * @param key in the file: of a device or a focus its id, of a parameter its device's id, a slash and its own
     * @param words what it is called there
     * @param found its key in this rig, or "" if nothing here is like it
     * @param near what it may be instead, the most likely first
     */
    public record Match(String key, String words, String found, List<Option> near) {}

    /** Something it may be. */
    public record Option(String key, String words) {}

    /**
     * What comes of it.
     *
     * @param layout its id in this rig
     * @param left in sentences, what was left out
     */
    public record Outcome(String layout, Edit edit, List<String> left) {}

    /** Everything it refers to, devices before their parameters, foci last; as it is found without any help. */
    public List<Match> matches() {
        return matches(Map.of());
    }

    /**
     * The same after a person chose for some of it.
     *
     * @param chosen keys in this rig by keys in the file; "" for nothing
     */
    public List<Match> matches(Map<String, String> chosen) {
        List<Match> all = new ArrayList<>();
        for (LayoutFile.Gear gear : file.gear()) {
            String found = chosen.getOrDefault(
                    gear.device(), device(gear).map(Device::id).orElse(""));
            all.add(new Match(
                    gear.device(),
                    gear.name(),
                    found,
                    rig.devices().stream()
                            .map(device -> new Option(device.id(), device.name()))
                            .toList()));
            Optional<Device> on = rig.device(found);
            for (LayoutFile.Used used : gear.parameters()) {
                String key = new Ref.ToParameter(gear.device(), used.parameter()).key();
                all.add(new Match(
                        key,
                        words(gear.name(), used.group(), used.name()),
                        chosen.getOrDefault(
                                key,
                                on.flatMap(device -> parameter(device, used).map(one -> key(device, one)))
                                        .orElse("")),
                        on.map(device -> near(device, used)).orElse(List.of())));
            }
        }
        for (LayoutFile.Pointer pointer : file.foci()) {
            all.add(new Match(
                    pointer.focus(),
                    pointer.noun() + "s of " + pointer.name(),
                    chosen.getOrDefault(
                            pointer.focus(), focus(pointer).map(Focus::id).orElse("")),
                    rig.foci().stream()
                            .map(focus -> new Option(focus.id(), focus.noun() + "s of " + focus.name()))
                            .toList()));
        }
        return all;
    }

    private static String words(String... names) {
        return Stream.of(names).filter(name -> !name.isEmpty()).collect(Collectors.joining(" › "));
    }

    private static String key(Device device, Parameter parameter) {
        return new Ref.ToParameter(device.id(), parameter.id()).key();
    }

    /** The device of that name; else the one that has most of what is used, if that is at least half of it. */
    private Optional<Device> device(LayoutFile.Gear gear) {
        Function<Device, Long> has = device -> gear.parameters().stream()
                .filter(used -> parameter(device, used).isPresent())
                .count();
        return rig.devices().stream()
                .filter(device -> device.name().equalsIgnoreCase(gear.name()))
                .findFirst()
                .or(() -> rig.devices().stream()
                        .filter(device -> has.apply(device) > 0
                                && 2 * has.apply(device) >= gear.parameters().size())
                        .max(Comparator.comparing(has)));
    }

    private static Optional<Parameter> parameter(Device device, LayoutFile.Used used) {
        Predicate<Parameter> isCalledSo = one -> one.name().equalsIgnoreCase(used.name())
                && LayoutFile.group(device, one).equalsIgnoreCase(used.group());
        return device.profile()
                .parameter(used.parameter())
                .filter(isCalledSo)
                .or(() -> device.profile().parameters().stream()
                        .filter(isCalledSo)
                        .findFirst());
    }

    /** By the nearest addresses; then what has the same name elsewhere. */
    private static List<Option> near(Device device, LayoutFile.Used used) {
        Map<String, Parameter> byAddress = new LinkedHashMap<>();
        device.profile().parameters().forEach(one -> byAddress.putIfAbsent(LayoutFile.address(one), one));
        byAddress.remove("");
        Stream<Parameter> nearest = used.address().isEmpty()
                ? Stream.of()
                : Stream.concat(
                        Stream.ofNullable(byAddress.get(used.address())),
                        Nearby.to(used.address(), byAddress.keySet()).stream()
                                .map(near -> byAddress.get(near.address())));
        Stream<Parameter> named =
                device.profile().parameters().stream().filter(one -> one.name().equalsIgnoreCase(used.name()));
        return Stream.concat(nearest, named)
                .distinct()
                .limit(8)
                .map(one -> new Option(
                        key(device, one),
                        words(device.name(), LayoutFile.group(device, one), one.name())
                                + (LayoutFile.address(one).isEmpty() ? "" : " (" + LayoutFile.address(one) + ")")))
                .toList();
    }

    private Optional<Focus> focus(LayoutFile.Pointer pointer) {
        return rig.foci().stream()
                .filter(focus -> focus.name().equalsIgnoreCase(pointer.name())
                        && focus.noun().equalsIgnoreCase(pointer.noun()))
                .findFirst();
    }

    /**
     * Takes it in.
     *
     * @param chosen as for {@link #matches(Map)}
     */
    public Outcome taken(Map<String, String> chosen) {
        Map<String, String> found =
                matches(chosen).stream().collect(Collectors.toMap(Match::key, Match::found, (one, other) -> one));
        List<String> left = new ArrayList<>();
        String id = rig.freeId("layout");
        found.put(file.layout().id(), id);
        Layout layout = layout(id, found, left);
        Edit drawn = new Rows(rig).edit("Take in the layout “" + layout.name() + "”", null, layout);
        Rig with = rig.apply(drawn);
        List<Edit.Change> changes = new ArrayList<>(drawn.changes());
        int number = Integer.parseInt(with.freeId("m").substring(1));
        for (Mapping mapping : file.mappings()) {
            Optional<Mapping> here =
                    renamed(PartJson.tree(mapping), found).map(tree -> PartJson.value(tree, Mapping.class));
            boolean isOwn = mapping.when().also().isEmpty()
                    && mapping.when().triggers().stream()
                            .allMatch(trigger ->
                                    trigger.device().equals(file.layout().id()));
            Optional<String> fault = !isOwn
                    ? Optional.of("It is set off by something that is not on this layout.")
                    : here.isEmpty() ? Optional.of("It refers to what was not found here.") : fault(here.get(), with);
            if (fault.isPresent()) {
                left.add(element(mapping) + " does nothing: " + lower(fault.get()));
            } else {
                changes.add(new Edit.Change(null, new Part.OfMapping(here.get().as("m" + number++))));
            }
        }
        return new Outcome(id, new Edit(drawn.label(), changes), left);
    }

    private static Optional<String> fault(Mapping mapping, Rig with) {
        boolean hasLayers = with.layers().stream().map(Layer::id).toList().containsAll(mapping.layers());
        return hasLayers ? Fault.of(mapping, with) : Optional.of("It lives in a layer that is not here.");
    }

    private static String lower(String sentence) {
        return sentence.substring(0, 1).toLowerCase(Locale.ROOT) + sentence.substring(1);
    }

    /** What a mapping's control is called. */
    private String element(Mapping mapping) {
        String control = mapping.trigger().control();
        return file.layout().played().stream()
                .filter(one ->
                        one.face().controls(one).stream().anyMatch(of -> of.id().equals(control)))
                .findFirst()
                .map(Element::name)
                .orElse(control);
    }

    private Layout layout(String id, Map<String, String> found, List<String> left) {
        List<Element> elements = file.layout().elements().stream()
                .map(element -> {
                    Element here = element;
                    if (element.follows() != null) {
                        Optional<Ref.ToParameter> follows = parameter(element.follows(), found);
                        here = element.following(follows.orElse(null));
                        if (follows.isEmpty()) {
                            left.add(element.name() + " shows nothing: what it showed was not found here.");
                        }
                    }
                    if (element.face() instanceof Strips strips
                            && !strips.focus().isEmpty()) {
                        String focus = found.getOrDefault(strips.focus(), "");
                        here = here.as(new Strips(focus, strips.count(), strips.parts(), strips.lifted()));
                        if (focus.isEmpty()) {
                            left.add(element.name() + " is over no focus: choose one in its sentence.");
                        }
                    }
                    return here;
                })
                .toList();
        Layout named =
                file.layout().with(elements).named(rig.freeName(file.layout().name()));
        return new Layout(id, named.name(), named.pages(), named.elements());
    }

    /** A parameter here; through a focus if it was so there. */
    private Optional<Ref.ToParameter> parameter(Ref.ToParameter ref, Map<String, String> found) {
        String whole = found.get(ref.key());
        if (whole != null) {
            return Ref.ToParameter.of(whole);
        }
        String focus = found.getOrDefault(ref.device(), "");
        return focus.isEmpty() || rig.focus(focus).isEmpty()
                ? Optional.empty()
                : Optional.of(new Ref.ToParameter(focus, ref.parameter()));
    }

    /** A tree in which everything has its name in this rig; empty if something has none. */
    private Optional<JsonNode> renamed(JsonNode tree, Map<String, String> found) {
        AtomicBoolean complete = new AtomicBoolean(true);
        LayoutFile.objects(tree, node -> {
            ObjectNode object = (ObjectNode) node;
            Optional<String> device = LayoutFile.text(object, "device");
            Optional<String> parameter = LayoutFile.text(object, "parameter");
            if (device.isPresent() && parameter.isPresent()) {
                Optional<Ref.ToParameter> here = parameter(new Ref.ToParameter(device.get(), parameter.get()), found);
                here.ifPresent(ref -> object.put("device", ref.device()).put("parameter", ref.parameter()));
                complete.compareAndSet(true, here.isPresent());
            } else if (device.isPresent() && !device.get().isEmpty()) {
                put(object, "device", found, complete);
            }
            if (LayoutFile.text(object, "focus").filter(id -> !id.isEmpty()).isPresent()) {
                put(object, "focus", found, complete);
            }
        });
        return complete.get() ? Optional.of(tree) : Optional.empty();
    }

    private static void put(ObjectNode object, String field, Map<String, String> found, AtomicBoolean complete) {
        String here = found.getOrDefault(object.path(field).asString(), "");
        object.put(field, here);
        complete.compareAndSet(true, !here.isEmpty());
    }
}
