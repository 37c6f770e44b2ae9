package orchard.engine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import orchard.engine.Plan.AnswerPlan;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.DevicePlan;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.Target;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Lamp;
import orchard.gear.Light;
import orchard.gear.Ref;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.mapping.ShapeFunction;
import orchard.mapping.Show;
import orchard.parameter.Group;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.signal.MidiKeys;

/**
 * Makes plans out of rigs. One compiler serves one engine for its whole life, because it remembers which slot it gave to
 * what: a control keeps its state over edits. Not safe for several threads at once.
 */
public final class Compiler {

    private final Slots controlSlots = new Slots();
    private final Slots parameterSlots = new Slots();
    private final Slots lightSlots = new Slots();
    private final Slots mappingSlots = new Slots();
    private final Slots deviceSlots = new Slots();

    /** The plan for a rig. Mappings that cannot work get a fault and harm no other. */
    public Plan compile(Rig rig) {
        Map<Ref.ToLight, LightPlan> lights = lights(rig);
        Map<Ref.ToParameter, List<AnswerPlan>> answers = answers(rig, lights);
        Map<Ref.ToParameter, ParameterPlan> parameters = parameters(rig, answers);
        Map<Ref.ToControl, List<MappingPlan>> listeners = listeners(rig, parameters);
        Map<String, DevicePlan> devices = new LinkedHashMap<>();
        for (Device device : rig.gear()) {
            DevicePlan plan = device(device, lights, parameters, listeners);
            plan.parametersById().values().forEach(parameter -> parameter.owner()[0] = plan);
            devices.put(device.id(), plan);
        }
        return new Plan(
                rig,
                devices,
                controlSlots.count(),
                parameterSlots.count(),
                lightSlots.count(),
                mappingSlots.count(),
                deviceSlots.count());
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
                        ? controlSlots.of(new Ref.ToControl(device.id(), light.control(), Dimension.TOUCH))
                        : -1;
                lights.put(
                        ref, new LightPlan(lightSlots.of(ref), deviceSlots.of(device.id()), ref, light.lamp(), touch));
            }
        }
        return lights;
    }

    private Map<Ref.ToParameter, List<AnswerPlan>> answers(Rig rig, Map<Ref.ToLight, LightPlan> lights) {
        Map<Ref.ToParameter, List<AnswerPlan>> answers = new HashMap<>();
        for (Mapping mapping : rig.mappings()) {
            if (Fault.of(mapping, rig).isPresent()) {
                continue;
            }
            Ref.ToParameter target = Sentence.targets(mapping).get(0);
            Parameter parameter = rig.parameter(target).orElseThrow();
            ShapeFunction shape = ShapeFunction.of(mapping.shape(), parameter);
            for (Show.Answer answer : mapping.show().answers()) {
                LightPlan light = lights.get(answer.light());
                if (light != null) {
                    answers.computeIfAbsent(target, t -> new ArrayList<>())
                            .add(new AnswerPlan(light, answer.rule(), shape, parameterSlots.of(target), parameter));
                }
            }
        }
        return answers;
    }

    private Map<Ref.ToParameter, ParameterPlan> parameters(Rig rig, Map<Ref.ToParameter, List<AnswerPlan>> answers) {
        Map<Ref.ToParameter, ParameterPlan> parameters = new LinkedHashMap<>();
        for (Device device : rig.gear()) {
            for (Parameter parameter : device.profile().parameters()) {
                Ref.ToParameter ref = new Ref.ToParameter(device.id(), parameter.id());
                parameters.put(
                        ref,
                        new ParameterPlan(
                                parameterSlots.of(ref),
                                ref,
                                new DevicePlan[1],
                                parameter,
                                answers.getOrDefault(ref, List.of()).toArray(new AnswerPlan[0])));
            }
        }
        return parameters;
    }

    private Map<Ref.ToControl, List<MappingPlan>> listeners(Rig rig, Map<Ref.ToParameter, ParameterPlan> parameters) {
        Map<Ref.ToControl, List<MappingPlan>> listeners = new HashMap<>();
        for (Mapping mapping : rig.mappings()) {
            String fault = Fault.of(mapping, rig).orElse(null);
            List<Target> targets = new ArrayList<>();
            if (fault == null) {
                for (Ref.ToParameter target : Sentence.targets(mapping)) {
                    ParameterPlan parameter = parameters.get(target);
                    targets.add(new Target(parameter, ShapeFunction.of(mapping.shape(), parameter.parameter())));
                }
            }
            MappingPlan plan =
                    new MappingPlan(mappingSlots.of(mapping.id()), mapping, fault, targets.toArray(new Target[0]));
            for (Ref.ToControl trigger : mapping.when().triggers()) {
                listeners.computeIfAbsent(trigger, t -> new ArrayList<>()).add(plan);
            }
        }
        return listeners;
    }

    private DevicePlan device(
            Device device,
            Map<Ref.ToLight, LightPlan> lights,
            Map<Ref.ToParameter, ParameterPlan> parameters,
            Map<Ref.ToControl, List<MappingPlan>> listeners) {
        Map<Object, List<ControlPlan>> byKey = new LinkedHashMap<>();
        boolean midi = false;
        for (Control control : device.profile().controls()) {
            LightPlan[] rings = device.profile().lightsOn(control.id()).stream()
                    .filter(light -> light.lamp() instanceof Lamp.Ring || light.lamp() instanceof Lamp.Motor)
                    .map(light -> lights.get(new Ref.ToLight(device.id(), light.id())))
                    .toArray(LightPlan[]::new);
            LightPlan motor =
                    Stream.of(rings).filter(LightPlan::isMotor).findFirst().orElse(null);
            for (Dimension dimension : control.dimensions()) {
                Ref.ToControl ref = new Ref.ToControl(device.id(), control.id(), dimension.name());
                Object key = dimension.pattern().key();
                midi |= key instanceof Integer;
                byKey.computeIfAbsent(key, k -> new ArrayList<>())
                        .add(new ControlPlan(
                                controlSlots.of(ref),
                                ref,
                                control,
                                dimension,
                                listeners.getOrDefault(ref, List.of()).toArray(new MappingPlan[0]),
                                dimension.name().equals(Dimension.TOUCH) ? new LightPlan[0] : rings,
                                dimension.name().equals(Dimension.TOUCH) ? null : motor,
                                dimension.name().equals(Dimension.TOUCH) ? motor : null));
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
                deviceSlots.of(device.id()),
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
                        .anyMatch(MidiKeys::isJoined));
    }

    private static final class Slots {
        private final Map<Object, Integer> slots = new HashMap<>();

        int of(Object key) {
            return slots.computeIfAbsent(key, k -> slots.size());
        }

        int count() {
            return slots.size();
        }
    }
}
