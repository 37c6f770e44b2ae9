package orchard.engine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.engine.DevicePlan.Dispatch;
import orchard.engine.DevicePlan.Placed;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.Feeling;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.Manner;
import orchard.engine.Plan.PageKey;
import orchard.engine.Plan.PagePlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.SelectorPlan;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.DeviceColours;
import orchard.gear.Dimension;
import orchard.gear.Dump;
import orchard.gear.Feel;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.light.Light;
import orchard.memory.MemoryFormat;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Parameter;
import orchard.signal.MessagePattern;
import orchard.signal.MidiKeys;
import orchard.signal.SysExTemplate;

/** Makes ready what a device's profile says; it needs nothing but that profile. */
final class DeviceCompiler {

    private static final Set<String> STRIKES = Set.of("velocity", "gate");
    private static final Set<String> PRESSURES = Set.of("pressure");

    /** Dimensions that tell where on a surface something is. */
    private static final Set<String> PLACES = Set.of("x", "y", "z");

    private final Cells cells;

    DeviceCompiler(Cells cells) {
        this.cells = cells;
    }

    DevicePlan device(Device device) {
        cells.keep(device);
        Profile profile = device.profile();
        DeviceColours colours = new DeviceColours(device);
        Map<Object, List<State.OfControl>> byKey = new LinkedHashMap<>();
        List<Placed> placed = controls(device, byKey);
        boolean midi = byKey.keySet().stream().anyMatch(Integer.class::isInstance);
        State.OfControl[][] midiControls = new State.OfControl[midi ? MidiKeys.COUNT : 0][];
        Map<Object, State.OfControl[]> otherControls = new LinkedHashMap<>();
        byKey.forEach((key, controls) -> {
            State.OfControl[] array = controls.toArray(Nothing.CONTROLS);
            if (key instanceof Integer slot) {
                midiControls[slot] = array;
            } else {
                otherControls.put(key, array);
            }
        });
        Map<Object, State.OfParameter> parametersByKey = new HashMap<>();
        Map<String, ParameterPlan> parametersById = new LinkedHashMap<>();
        for (Parameter parameter : profile.parameters()) {
            State.OfParameter state = cells.parameter(new Ref.ToParameter(device.id(), parameter.id()));
            parameter.binding().keys().forEach(key -> parametersByKey.putIfAbsent(key, state));
            parametersById.put(parameter.id(), new ParameterPlan(state, parameter));
        }
        Map<String, Group> groups = new HashMap<>();
        profile.groups().stream()
                .filter(group -> !group.nameAddress().isEmpty())
                .forEach(group -> groups.put(group.nameAddress(), group));
        SelectorPlan pages = cells.parameterPages(device);
        Map<State.OfControl, ControlPlan> plans = new HashMap<>();
        placed.forEach(control -> plans.put(control.state(), control.plan()));
        return new DevicePlan(
                cells.device(device.id()),
                device,
                placed,
                plans,
                new Dispatch(midiControls, otherControls, parametersByKey, groups, sysExShapes(profile)),
                parametersById,
                profile.lights().stream()
                        .map(light -> light(device, light, colours))
                        .toList(),
                Stream.concat(byKey.keySet().stream(), parametersByKey.keySet().stream())
                        .anyMatch(MidiKeys::isJoined),
                MemoryFormat.named(profile.traits().memory()).orElse(null),
                Stream.concat(
                                profile.traits().pages().stream().map(group -> cells.group(device, group.id())),
                                Stream.ofNullable(pages))
                        .toList(),
                pages,
                bound(parametersById, Binding.Clock.class),
                bound(parametersById, Binding.Held.class),
                profile.traits().dumps().stream()
                        .map(dump -> dump(device, dump))
                        .toArray(DumpPlan[]::new));
    }

    /** The first parameter that travels in some way, or null. */
    private static State.OfParameter bound(Map<String, ParameterPlan> parameters, Class<? extends Binding> way) {
        return parameters.values().stream()
                .filter(plan -> way.isInstance(plan.parameter().binding()))
                .map(ParameterPlan::state)
                .findFirst()
                .orElse(null);
    }

    /** A message in which it tells several parameters; those it does not have any more are left out. */
    private DumpPlan dump(Device device, Dump dump) {
        List<Dump.Place> places = dump.places().stream()
                .filter(place -> device.profile().parameter(place.parameter()).isPresent())
                .toList();
        return new DumpPlan(
                cells.dump(device.id(), dump.name()),
                dump,
                dump.start(),
                places.toArray(Dump.Place[]::new),
                places.stream()
                        .map(place -> parameter(device, place.parameter()))
                        .toArray(State.OfParameter[]::new),
                dump.after().stream()
                        .filter(after -> device.profile().parameter(after).isPresent())
                        .map(after -> parameter(device, after))
                        .toArray(State.OfParameter[]::new));
    }

    private State.OfParameter parameter(Device device, String id) {
        return cells.parameter(new Ref.ToParameter(device.id(), id));
    }

    private LightPlan light(Device device, Light light, DeviceColours colours) {
        boolean senses = device.profile()
                .control(light.control())
                .flatMap(control -> control.dimension(Dimension.TOUCH))
                .isPresent();
        State.OfControl touch = senses && light.kind().pushes()
                ? cells.control(new Ref.ToControl(device.id(), light.control(), Dimension.TOUCH))
                : null;
        State.OfLight state = cells.light(new Ref.ToLight(device.id(), light.id()));
        Control own = light.kind().letters() == 0
                ? null
                : device.profile().control(light.control()).orElse(null);
        if (own == null || own.page() == null) {
            return new LightPlan(
                    state, light.kind(), touch, own == null ? Map.of() : Map.of(1, own.label()), null, colours);
        }
        Map<Integer, String> idles = new HashMap<>();
        device.profile().controls().stream()
                .filter(control -> control.page() != null && control.place().equals(own.place()))
                .forEach(control -> idles.put(control.page().number(), control.label()));
        State.OfSelector pages = cells.group(device, own.page().group()).state();
        return new LightPlan(state, light.kind(), touch, idles, pages, colours);
    }

    private List<Placed> controls(Device device, Map<Object, List<State.OfControl>> byKey) {
        Profile profile = device.profile();
        Map<Object, Set<Integer>> pagesByKey = pagesByKey(profile);
        Map<String, List<Light>> lightsByPlace = new HashMap<>();
        profile.lights()
                .forEach(light -> lightsByPlace
                        .computeIfAbsent(Objects.requireNonNullElse(light.control(), ""), c -> new ArrayList<>())
                        .add(light));
        // a pad that was let go presses no longer, whether or not its device says so, and whatever page is open by then
        Map<String, List<Control>> byPlace = profile.controls().stream().collect(Collectors.groupingBy(Control::place));
        List<Placed> placed = new ArrayList<>();
        for (Control control : profile.controls()) {
            if (!profile.traits().active(control)) {
                continue;
            }
            List<Light> own = lightsByPlace.getOrDefault(control.place(), List.of()).stream()
                    .filter(light -> light.kind().standsWithHand())
                    .toList();
            State.OfLight[] rings = own.stream()
                    .map(light -> cells.light(new Ref.ToLight(device.id(), light.id())))
                    .toList()
                    .toArray(Nothing.LIGHTS);
            State.OfLight motor = own.stream()
                    .filter(light -> light.kind().pushes())
                    .findFirst()
                    .map(light -> cells.light(new Ref.ToLight(device.id(), light.id())))
                    .orElse(null);
            PageKey[] opens = profile.traits().pages().stream()
                    .filter(group -> group.keys().contains(control.place()))
                    .map(group -> new PageKey(cells.group(device, group.id()), group))
                    .toList()
                    .toArray(Nothing.PAGE_KEYS);
            SelectorPlan paged = control.page() == null
                    ? null
                    : cells.group(device, control.page().group());
            for (Dimension dimension : control.dimensions()) {
                if (dimension.output().off()) {
                    continue;
                }
                State.OfControl state = cells.control(new Ref.ToControl(device.id(), control.id(), dimension.name()));
                boolean isStrike = control.kind().pressed() && STRIKES.contains(dimension.name());
                boolean isTouch = dimension.name().equals(Dimension.TOUCH);
                List<Object> keys = dimension.pattern().keys();
                boolean shared =
                        keys.stream().anyMatch(key -> pagesByKey.get(key).size() > 1);
                placed.add(new Placed(
                        state,
                        new ControlPlan(
                                control,
                                dimension,
                                manner(control, dimension),
                                isTouch ? Nothing.LIGHTS : rings,
                                isTouch ? null : motor,
                                isTouch ? motor : null,
                                paged == null ? null : new PagePlan(paged, control.pageNumber(), shared),
                                opens,
                                feeling(profile, control, dimension),
                                isStrike
                                        ? some(device, byPlace.get(control.place()).stream(), PRESSURES)
                                        : Nothing.CONTROLS,
                                control.kind().pressed()
                                        ? some(device, Stream.of(control), STRIKES)
                                        : Nothing.CONTROLS)));
                keys.forEach(key ->
                        byKey.computeIfAbsent(key, k -> new ArrayList<>()).add(state));
            }
        }
        return placed;
    }

    /** How a number of a control comes: told when pressed and when let go, told when pressed, or moved. */
    private static Manner manner(Control control, Dimension dimension) {
        boolean isPressed = control.kind().pressed() && !PLACES.contains(dimension.name());
        return !isPressed ? Manner.MOVED : dimension.tellsRelease() ? Manner.KEY : Manner.STRUCK;
    }

    /** Some dimensions of a control. */
    private State.OfControl[] some(Device device, Stream<Control> controls, Set<String> names) {
        return controls.flatMap(control -> control.dimensions().stream()
                        .filter(dimension -> names.contains(dimension.name())
                                && !dimension.output().off())
                        .map(dimension ->
                                cells.control(new Ref.ToControl(device.id(), control.id(), dimension.name()))))
                .toList()
                .toArray(Nothing.CONTROLS);
    }

    /** The pages on which each message is sent. */
    private static Map<Object, Set<Integer>> pagesByKey(Profile profile) {
        Map<Object, Set<Integer>> pages = new HashMap<>();
        for (Control control : profile.controls()) {
            if (profile.traits().active(control)) {
                for (Dimension dimension : control.dimensions()) {
                    dimension
                            .pattern()
                            .keys()
                            .forEach(key -> pages.computeIfAbsent(key, k -> new HashSet<>())
                                    .add(control.pageNumber()));
                }
            }
        }
        return pages;
    }

    /** What Orchard does to a number that a control sends; null for nothing. */
    private static Feeling feeling(Profile profile, Control control, Dimension dimension) {
        Feel feel = profile.choices().feel(control.kind());
        boolean byItself = !profile.traits().memory().isEmpty(); // then curve and sensitivity are the device's
        if (feel.isPlain()) {
            return null;
        } else if (dimension.relative()) {
            return byItself ? null : new Feeling(position -> position, -1, feel.sensitivity() / 100.0);
        } else if (!control.kind().pressed()) {
            double jitter = feel.jitter() == 0 ? -1 : feel.jitter() / 127.0 + Position.SAME;
            return new Feeling(feel::move, jitter, 1);
        } else if (byItself) {
            return null;
        }
        return switch (dimension.name()) {
            case "velocity" -> new Feeling(feel::hit, -1, 1);
            case "pressure" -> new Feeling(feel::press, -1, 1);
            default -> null; // X, Y and the gate of a pad are where they are
        };
    }

    private static SysExTemplate[] sysExShapes(Profile profile) {
        List<SysExTemplate> shapes = new ArrayList<>();
        for (Control control : profile.controls()) {
            for (Dimension dimension : control.dimensions()) {
                if (dimension.pattern() instanceof MessagePattern.SysExByte sysEx) {
                    shape(sysEx.template(), shapes);
                }
            }
        }
        for (Parameter parameter : profile.parameters()) {
            if (parameter.binding() instanceof Binding.SysEx sysEx) {
                shape(sysEx.template(), shapes);
            }
        }
        return shapes.toArray(new SysExTemplate[0]);
    }

    private static void shape(String text, List<SysExTemplate> shapes) {
        SysExTemplate template = SysExTemplate.of(text);
        if (!template.isLastByte() && shapes.stream().noneMatch(template::sameShape)) {
            shapes.add(template);
        }
    }
}
