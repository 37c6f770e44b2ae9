package orchard.engine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import orchard.engine.Plan.AnswerPlan;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.DevicePlan;
import orchard.engine.Plan.Feeling;
import orchard.engine.Plan.GroupPlan;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.PagePlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.PresetPlan;
import orchard.engine.Plan.Target;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Feel;
import orchard.gear.Lamp;
import orchard.gear.Light;
import orchard.gear.MemoryFormat;
import orchard.gear.Preset;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.mapping.Fault;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.signal.MessagePattern;
import orchard.signal.MidiKeys;
import orchard.signal.SysExTemplate;

/**
 * Makes plans out of rigs. One compiler serves one engine for its whole life, because it remembers which slot it gave to
 * what: a control keeps its state over edits. Not safe for several threads at once.
 */
public final class Compiler {

    private static final ParameterPlan[] NO_PARAMETERS = {};

    private final Places places = new Places();
    private final Rows rows = new Rows(places);
    private final AnswerCompiler answers = new AnswerCompiler(places, rows);
    private final MappingCompiler mappings = new MappingCompiler(places, rows);

    /** The plan for a rig. Mappings that cannot work get a fault and harm no other. */
    public Plan compile(Rig rig) {
        Map<Ref.ToLight, LightPlan> lights = lights(rig);
        Map<String, String> faults = new HashMap<>();
        rig.mappings().forEach(mapping -> Fault.of(mapping, rig).ifPresent(fault -> faults.put(mapping.id(), fault)));
        Map<Ref.ToParameter, List<AnswerPlan>> answering = answers.answers(rig, lights, faults.keySet());
        Map<Ref.ToParameter, ParameterPlan> parameters = parameters(rig, answering);
        Map<String, PresetPlan> presets = presets(rig, parameters);
        Map<Ref.ToControl, List<MappingPlan>> listeners = mappings.listeners(rig, faults, parameters, presets);
        Map<String, DevicePlan> devices = new LinkedHashMap<>();
        for (Device device : rig.gear()) {
            DevicePlan plan = device(device, lights, parameters, listeners);
            plan.parametersById().values().forEach(parameter -> parameter.owner()[0] = plan);
            devices.put(device.id(), plan);
        }
        return new Plan(
                rig,
                devices,
                parameters.values().stream()
                        .filter(plan -> plan.parameter().binding() instanceof Binding.Kept)
                        .toArray(ParameterPlan[]::new),
                presets,
                places.controls.count(),
                places.parameters.count(),
                places.lights.count(),
                places.mappings.count(),
                places.devices.count(),
                places.pages.count(),
                places.memories.size());
    }

    /** Presets by id; values of parameters that are not there, or cannot be set, are passed over. */
    private Map<String, PresetPlan> presets(Rig rig, Map<Ref.ToParameter, ParameterPlan> parameters) {
        Map<String, PresetPlan> plans = new LinkedHashMap<>();
        for (Preset preset : rig.presets()) {
            Optional<Device> device = rig.device(preset.device());
            if (device.isEmpty()) {
                continue;
            }
            List<ParameterPlan> own = new ArrayList<>();
            List<Double> positions = new ArrayList<>();
            for (Preset.Setting setting : preset.values()) {
                ParameterPlan plan = parameters.get(new Ref.ToParameter(preset.device(), setting.parameter()));
                if (plan != null && plan.parameter().settable()) {
                    own.add(plan);
                    positions.add(plan.parameter().position(setting.real()));
                }
            }
            GroupPlan pages = places.parameterPages(device.get());
            plans.put(
                    preset.id(),
                    new PresetPlan(
                            preset,
                            places.devices.of(preset.device()),
                            own.toArray(new ParameterPlan[0]),
                            positions.stream().mapToDouble(p -> p).toArray(),
                            pages,
                            pages == null ? 0 : pages.group().keys().indexOf(preset.page()) + 1));
        }
        return plans;
    }

    private Map<Ref.ToLight, LightPlan> lights(Rig rig) {
        Map<Ref.ToLight, LightPlan> lights = new LinkedHashMap<>();
        for (Device device : rig.gear()) {
            for (Light light : device.profile().lights()) {
                Ref.ToLight ref = new Ref.ToLight(device.id(), light.id());
                boolean senses = device.profile()
                        .control(light.control())
                        .flatMap(control -> control.dimension(Dimension.TOUCH))
                        .isPresent();
                int touch = senses && light.lamp() instanceof Lamp.Motor
                        ? places.controls.of(new Ref.ToControl(device.id(), light.control(), Dimension.TOUCH))
                        : -1;
                String idle = light.lamp() instanceof Lamp.Text
                        ? device.profile()
                                .control(light.control())
                                .map(Control::label)
                                .orElse("")
                        : "";
                lights.put(
                        ref,
                        new LightPlan(
                                places.lights.of(ref), places.devices.of(device.id()), ref, light.lamp(), touch, idle));
            }
        }
        return lights;
    }

    private Map<Ref.ToParameter, ParameterPlan> parameters(Rig rig, Map<Ref.ToParameter, List<AnswerPlan>> answers) {
        Map<Ref.ToParameter, ParameterPlan> parameters = new LinkedHashMap<>();
        for (Device device : rig.gear()) {
            for (Parameter parameter : device.profile().parameters()) {
                Ref.ToParameter ref = new Ref.ToParameter(device.id(), parameter.id());
                parameters.put(
                        ref,
                        new ParameterPlan(
                                places.parameters.of(ref),
                                ref,
                                new DevicePlan[1],
                                parameter,
                                answers.getOrDefault(ref, List.of()).toArray(new AnswerPlan[0])));
            }
        }
        return parameters;
    }

    private DevicePlan device(
            Device device,
            Map<Ref.ToLight, LightPlan> lights,
            Map<Ref.ToParameter, ParameterPlan> parameters,
            Map<Ref.ToControl, List<MappingPlan>> listeners) {
        Map<Object, List<ControlPlan>> byKey = new LinkedHashMap<>();
        Map<Object, Set<Integer>> pagesByKey = pagesByKey(device.profile());
        List<GroupPlan> groupsOfPages = device.profile().setup().pages().stream()
                .map(group -> places.group(device, group.id()))
                .toList();
        boolean midi = false;
        for (Control control : device.profile().controls()) {
            if (!device.profile().setup().active(control)) {
                continue;
            }
            LightPlan[] rings = device.profile().lightsOn(control.id()).stream()
                    .filter(light -> light.lamp() instanceof Lamp.Ring || light.lamp() instanceof Lamp.Motor)
                    .map(light -> lights.get(new Ref.ToLight(device.id(), light.id())))
                    .toArray(LightPlan[]::new);
            LightPlan motor =
                    Stream.of(rings).filter(LightPlan::isMotor).findFirst().orElse(null);
            GroupPlan[] opens = groupsOfPages.stream()
                    .filter(group -> group.group().keys().contains(control.place()))
                    .toArray(GroupPlan[]::new);
            GroupPlan paged = control.page() == null
                    ? null
                    : places.group(device, control.page().group());
            for (Dimension dimension : control.dimensions()) {
                if (dimension.output().off()) {
                    continue;
                }
                Ref.ToControl ref = new Ref.ToControl(device.id(), control.id(), dimension.name());
                boolean isTouch = dimension.name().equals(Dimension.TOUCH);
                for (Object key : dimension.pattern().keys()) {
                    midi |= key instanceof Integer;
                    byKey.computeIfAbsent(key, k -> new ArrayList<>())
                            .add(new ControlPlan(
                                    places.controls.of(ref),
                                    ref,
                                    control,
                                    dimension,
                                    listeners.getOrDefault(ref, List.of()).toArray(new MappingPlan[0]),
                                    isTouch ? new LightPlan[0] : rings,
                                    isTouch ? null : motor,
                                    isTouch ? motor : null,
                                    paged == null
                                            ? null
                                            : new PagePlan(
                                                    paged,
                                                    control.pageNumber(),
                                                    pagesByKey.get(key).size() > 1),
                                    opens,
                                    feeling(device.profile(), control, dimension),
                                    isTouch ? touches(device, control, listeners) : NO_PARAMETERS));
                }
            }
        }
        ControlPlan[][] midiControls = new ControlPlan[midi ? MidiKeys.COUNT : 0][];
        Map<Object, ControlPlan[]> otherControls = new LinkedHashMap<>();
        byKey.forEach((key, controls) -> {
            ControlPlan[] array = controls.toArray(new ControlPlan[0]);
            if (key instanceof Integer slot) {
                midiControls[slot] = array;
            } else {
                otherControls.put(key, array);
            }
        });
        Map<Object, ParameterPlan> parametersByKey = new HashMap<>();
        Map<String, ParameterPlan> parametersById = new LinkedHashMap<>();
        for (Parameter parameter : device.profile().parameters()) {
            ParameterPlan plan = parameters.get(new Ref.ToParameter(device.id(), parameter.id()));
            parametersByKey.putIfAbsent(parameter.binding().key(), plan);
            parametersById.put(parameter.id(), plan);
        }
        Map<String, Group> groups = new HashMap<>();
        device.profile().groups().stream()
                .filter(group -> !group.nameAddress().isEmpty())
                .forEach(group -> groups.put(group.nameAddress(), group));
        return new DevicePlan(
                places.devices.of(device.id()),
                device,
                midiControls,
                otherControls,
                parametersByKey,
                parametersById,
                groups,
                device.profile().lights().stream()
                        .map(light -> lights.get(new Ref.ToLight(device.id(), light.id())))
                        .toArray(LightPlan[]::new),
                Stream.concat(byKey.keySet().stream(), parametersByKey.keySet().stream())
                        .anyMatch(MidiKeys::isJoined),
                sysExShapes(device.profile()),
                MemoryFormat.named(device.profile().setup().memory()).orElse(null),
                places.parameterPages(device));
    }

    /** What the other dimensions of a control set, where the device wants to know of fingers. */
    private static ParameterPlan[] touches(
            Device device, Control control, Map<Ref.ToControl, List<MappingPlan>> listeners) {
        return control.dimensions().stream()
                .filter(dimension -> !dimension.name().equals(Dimension.TOUCH))
                .flatMap(
                        dimension -> listeners
                                .getOrDefault(new Ref.ToControl(device.id(), control.id(), dimension.name()), List.of())
                                .stream())
                .flatMap(mapping -> Stream.of(mapping.targets()))
                .map(Target::parameter)
                .filter(parameter -> parameter.parameter().binding().touched(true) != null)
                .toArray(ParameterPlan[]::new);
    }

    /** The pages on which each message is sent. */
    private static Map<Object, Set<Integer>> pagesByKey(Profile profile) {
        Map<Object, Set<Integer>> pages = new HashMap<>();
        for (Control control : profile.controls()) {
            if (profile.setup().active(control)) {
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
        Feel feel = profile.setup().feel(control.kind());
        boolean byItself = !profile.setup().memory().isEmpty(); // then curve and sensitivity are the device's
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
                    SysExTemplate template = SysExTemplate.of(sysEx.template());
                    if (!template.isLastByte() && shapes.stream().noneMatch(template::sameShape)) {
                        shapes.add(template);
                    }
                }
            }
        }
        return shapes.toArray(new SysExTemplate[0]);
    }
}
