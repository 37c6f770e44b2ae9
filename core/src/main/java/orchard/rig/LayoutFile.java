package orchard.rig;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import orchard.gear.Device;
import orchard.layout.Layout;
import orchard.mapping.Mapping;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Parameter;
import tools.jackson.databind.JsonNode;

/**
 * A layout as a file: JSON of the published schema {@code layout.schema.json}. It holds the mappings that only its own controls set off, and says of everything they
 * refer to what it is called, so that it can be {@linkplain LayoutTaken found again} in another rig.
 *
 * @param format always {@value #FORMAT}
 * @param version of the format, {@value #VERSION}
 * @param mappings without those that its rows make by themselves
 * @param gear devices that are referred to
 * @param foci foci that are referred to
 */
public record LayoutFile(
        String format, Integer version, Layout layout, List<Mapping> mappings, List<Gear> gear, List<Pointer> foci) {

    /** What {@link #format} says. */
    public static final String FORMAT = "orchard-layout";

    /** The version that is written, and the only one that is read. */
    public static final int VERSION = 1;

    private static final int DEPTH = 3;

    /**
     * A device as it is found again.
     *
     * @param parameters those that are referred to
     */
    public record Gear(String device, String name, List<Used> parameters) {
        public Gear {
            needed(device, name);
            parameters = parameters == null ? List.of() : List.copyOf(parameters);
        }
    }

    /**
     * A parameter as it is found again.
     *
     * @param group the name of its group, or ""
     * @param address where OSC reaches it, or ""
     */
    public record Used(String parameter, String group, String name, String address) {
        public Used {
            needed(parameter, name);
            group = group == null ? "" : group;
            address = address == null ? "" : address;
        }
    }

    /** A focus as it is found again. */
    public record Pointer(String focus, String name, String noun) {
        public Pointer {
            needed(focus, name);
            noun = noun == null ? "" : noun;
        }
    }

    private static void needed(String id, String name) {
        if (id == null || name == null) {
            throw new Mistake("What is referred to has an id and a name");
        }
    }

    public LayoutFile {
        mappings = mappings == null ? List.of() : List.copyOf(mappings);
        gear = gear == null ? List.of() : List.copyOf(gear);
        foci = foci == null ? List.of() : List.copyOf(foci);
    }

    /** The file of a layout. */
    public static String write(Rig rig, Layout layout) {
        List<Mapping> mappings = rig.mappings().stream()
                .filter(mapping -> !mapping.when().triggers().isEmpty()
                        && mapping.when().also().isEmpty()
                        && mapping.when().triggers().stream()
                                .allMatch(trigger -> trigger.device().equals(layout.id())))
                .filter(mapping -> !new Rows(rig).isOf(layout, mapping))
                .toList();
        Map<String, Set<String>> used = new LinkedHashMap<>();
        Set<String> foci = new LinkedHashSet<>();
        Consumer<JsonNode> note = object -> {
            text(object, "device")
                    .filter(device -> rig.device(device).isPresent())
                    .ifPresent(device -> text(object, "parameter")
                            .ifPresentOrElse(
                                    parameter -> used.computeIfAbsent(device, d -> new LinkedHashSet<>())
                                            .add(parameter),
                                    () -> used.computeIfAbsent(device, d -> new LinkedHashSet<>())));
            text(object, "device")
                    .filter(device -> rig.focus(device).isPresent())
                    .ifPresent(foci::add);
            text(object, "focus").filter(focus -> rig.focus(focus).isPresent()).ifPresent(foci::add);
        };
        objects(PartJson.tree(layout), note);
        mappings.forEach(mapping -> objects(PartJson.tree(mapping), note));
        used.remove(layout.id());
        return PartJson.lines(
                new LayoutFile(
                        FORMAT,
                        VERSION,
                        layout,
                        mappings,
                        used.entrySet().stream()
                                .map(one -> gear(rig.device(one.getKey()).orElseThrow(), one.getValue()))
                                .toList(),
                        foci.stream()
                                .map(id -> rig.focus(id).orElseThrow())
                                .map(focus -> new Pointer(focus.id(), focus.name(), focus.noun()))
                                .toList()),
                DEPTH);
    }

    private static Gear gear(Device device, Set<String> parameters) {
        return new Gear(
                device.id(),
                device.name(),
                parameters.stream()
                        .flatMap(id -> device.profile().parameter(id).stream())
                        .map(parameter -> new Used(
                                parameter.id(), group(device, parameter), parameter.name(), address(parameter)))
                        .toList());
    }

    /** The name of a parameter's group, or "". */
    static String group(Device device, Parameter parameter) {
        return device.profile()
                .group(parameter.group())
                .map(group -> group.name())
                .orElse("");
    }

    /** Where OSC reaches a parameter, or "". */
    static String address(Parameter parameter) {
        return parameter.binding() instanceof Binding.Osc osc ? osc.address() : "";
    }

    /** Every object within a tree, itself among them. */
    static void objects(JsonNode tree, Consumer<JsonNode> each) {
        if (tree.isObject()) {
            each.accept(tree);
        }
        tree.forEach(child -> objects(child, each));
    }

    /** A text in an object. */
    static Optional<String> text(JsonNode object, String field) {
        JsonNode value = object.path(field);
        return value.isString() ? Optional.of(value.asString()) : Optional.empty();
    }

    /**
     * What is in a file.
     *
     * @throws Mistake with line and column, what was found and what was expected
     */
    public static LayoutFile read(String json) {
        LayoutFile file = JsonFile.read(json, () -> PartJson.readTree(json, LayoutFile.class));
        JsonFile.check(
                "layout", FORMAT, file == null ? null : file.format(), VERSION, file == null ? null : file.version());
        List<Object> lists = new ArrayList<>(file.mappings());
        lists.addAll(file.gear());
        lists.addAll(file.foci());
        if (file.layout() == null || lists.contains(null)) {
            throw new Mistake("The field “layout” has to be a layout, and nothing in a list may be null");
        }
        try {
            new Part.OfLayout(file.layout()).accept(new PartCheck(file.layout().id()));
        } catch (EditRefused e) {
            throw new Mistake(e.getMessage());
        }
        return file;
    }
}
