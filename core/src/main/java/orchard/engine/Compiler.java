package orchard.engine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.DoublePredicate;
import java.util.stream.Stream;
import orchard.engine.Plan.ActionPlan;
import orchard.engine.Plan.AnswerPlan;
import orchard.engine.Plan.ControlPlan;
import orchard.engine.Plan.DevicePlan;
import orchard.engine.Plan.Feeling;
import orchard.engine.Plan.GroupPlan;
import orchard.engine.Plan.LightPlan;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.PagePlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.Place;
import orchard.engine.Plan.Target;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Feel;
import orchard.gear.Lamp;
import orchard.gear.Light;
import orchard.gear.MemoryFormat;
import orchard.gear.PageGroup;
import orchard.gear.ParameterPage;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.mapping.Do;
import orchard.mapping.Fault;
import orchard.mapping.Mapping;
import orchard.mapping.Shape;
import orchard.mapping.ShapeFunction;
import orchard.mapping.Show;
import orchard.mapping.Stage;
import orchard.mapping.Value;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
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

    /** What stages before a press are measured against. */
    private static final Parameter WHOLE_WAY = new Parameter(
            "press", "", "press", new Range(0, 1, ""), new Law.Linear(), 0, new Binding.Osc("/press"), true);

    private final Slots controlSlots = new Slots();
    private final Slots parameterSlots = new Slots();
    private final Slots lightSlots = new Slots();
    private final Slots mappingSlots = new Slots();
    private final Slots deviceSlots = new Slots();
    private final Slots pageSlots = new Slots();
    private final Blocks memories = new Blocks();

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
                deviceSlots.count(),
                pageSlots.count(),
                memories.size);
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
                String idle = light.lamp() instanceof Lamp.Text
                        ? device.profile()
                                .control(light.control())
                                .map(Control::label)
                                .orElse("")
                        : "";
                lights.put(
                        ref,
                        new LightPlan(lightSlots.of(ref), deviceSlots.of(device.id()), ref, light.lamp(), touch, idle));
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
            answersOfPages(rig, mapping, lights, answers);
            Optional<Ref.ToParameter> about = mapping.target();
            if (about.isEmpty()) {
                continue;
            }
            Ref.ToParameter target = about.get();
            Parameter parameter = rig.parameter(target).orElseThrow();
            Do.Action first = mapping.then().actions().stream()
                    .filter(action -> target.equals(action.parameter()))
                    .findFirst()
                    .orElse(mapping.then().actions().get(0));
            ShapeFunction shape = first instanceof Do.SetParameter set
                    ? ShapeFunction.of(mapping.shape().then(set.own()), parameter)
                    : ShapeFunction.of(Shape.WHOLE, parameter);
            DoublePredicate lit = lit(first, parameter);
            Ref.ToControl trigger = mapping.trigger();
            Control mover = rig.device(trigger.device())
                    .flatMap(device -> device.profile().control(trigger.control()))
                    .orElseThrow();
            for (Show.Answer answer : mapping.show().answers()) {
                LightPlan light = lights.get(answer.light());
                if (light == null || lightsItself(rig, answer.light())) {
                    continue;
                }
                Device shower = rig.device(answer.light().device()).orElseThrow();
                boolean paged = mover.page() != null && trigger.device().equals(shower.id());
                answers.computeIfAbsent(target, t -> new ArrayList<>())
                        .add(new AnswerPlan(
                                light,
                                answer.rule(),
                                lit,
                                shape,
                                parameterSlots.of(target),
                                parameter,
                                paged ? group(shower, mover.page().group()) : null,
                                mover.pageNumber(),
                                ""));
            }
        }
        return answers;
    }

    /** A parameter of a mapping that lies under a row of controls, on one of its device's pages. */
    private record Laid(Ref.ToParameter parameter, ParameterPage.Entry entry, Place place, GroupPlan pages) {}

    /** Everything that lies under the controls of a mapping by a {@link Do.SetOfPage}, page by page. */
    private List<Laid> laid(Rig rig, Mapping mapping, Do.SetOfPage row) {
        Device device = rig.device(row.device()).orElseThrow();
        GroupPlan pages = parameterPages(device);
        List<Ref.ToControl> controls = mapping.when().triggers();
        List<Laid> laid = new ArrayList<>();
        List<ParameterPage> all = device.profile().setup().parameterPages();
        for (int page = 0; page < all.size(); page++) {
            List<ParameterPage.Entry> entries = all.get(page).entries();
            for (int i = 0; i < Math.min(entries.size(), controls.size()); i++) {
                Ref.ToParameter parameter =
                        new Ref.ToParameter(device.id(), entries.get(i).parameter());
                if (rig.parameter(parameter).filter(Parameter::settable).isPresent()) {
                    Place place = new Place(pages.slot(), page + 1, controls.get(i));
                    laid.add(new Laid(parameter, entries.get(i), place, pages));
                }
            }
        }
        return laid;
    }

    /** The pages of a device's parameters as one group, its keys being the ids of the pages; null if there are none. */
    private GroupPlan parameterPages(Device device) {
        List<ParameterPage> pages = device.profile().setup().parameterPages();
        return pages.isEmpty()
                ? null
                : new GroupPlan(
                        pageSlots.of(device.id() + "/parameters"),
                        device.id(),
                        new PageGroup(
                                "parameters",
                                "Parameters",
                                PageGroup.Paging.FREE,
                                pages.stream().map(ParameterPage::name).toList(),
                                pages.stream().map(ParameterPage::id).toList()));
    }

    private void answersOfPages(
            Rig rig,
            Mapping mapping,
            Map<Ref.ToLight, LightPlan> lights,
            Map<Ref.ToParameter, List<AnswerPlan>> answers) {
        for (Do.Action action : mapping.then().actions()) {
            if (!(action instanceof Do.SetOfPage row)) {
                continue;
            }
            for (Laid laid : laid(rig, mapping, row)) {
                Parameter parameter = rig.parameter(laid.parameter()).orElseThrow();
                ShapeFunction shape = ShapeFunction.of(mapping.shape(), parameter);
                Profile hands = rig.device(laid.place().control().device())
                        .orElseThrow()
                        .profile();
                for (Light light : hands.lightsOn(laid.place().control().control())) {
                    Ref.ToLight ref = new Ref.ToLight(laid.place().control().device(), light.id());
                    if (!lightsItself(rig, ref)) {
                        answers.computeIfAbsent(laid.parameter(), t -> new ArrayList<>())
                                .add(new AnswerPlan(
                                        lights.get(ref),
                                        light.lamp() instanceof Lamp.Led ? Show.Rule.ON_OFF : Show.Rule.VALUE,
                                        position -> position >= 0.5,
                                        shape,
                                        parameterSlots.of(laid.parameter()),
                                        parameter,
                                        laid.pages(),
                                        laid.place().page(),
                                        laid.entry().label()));
                    }
                }
            }
        }
    }

    /** Whether the device switches a light by itself. */
    private static boolean lightsItself(Rig rig, Ref.ToLight ref) {
        Profile profile = rig.device(ref.device()).orElseThrow().profile();
        Light light = profile.light(ref.light()).orElseThrow();
        return light.lamp() instanceof Lamp.Led
                && profile.control(light.control())
                        .filter(control -> profile.setup().feel(control.kind()).ownLights())
                        .isPresent();
    }

    private GroupPlan group(Device device, String id) {
        return device.profile()
                .setup()
                .group(id)
                .map(group -> new GroupPlan(pageSlots.of(device.id() + "/" + id), device.id(), group))
                .orElse(null);
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

    /** A lamp is lit while the parameter stands where its action put it. */
    private static DoublePredicate lit(Do.Action action, Parameter parameter) {
        if (action instanceof Do.SetTo set && set.value() instanceof Value.Fixed fixed) {
            return at(fixed.real(), parameter);
        } else if (action instanceof Do.Hold hold && hold.value() instanceof Value.Fixed fixed) {
            return at(fixed.real(), parameter);
        } else if (action instanceof Do.Toggle toggle) {
            return position -> nearer(parameter, position, toggle.on(), toggle.off());
        }
        return position -> position >= 0.5;
    }

    private static DoublePredicate at(double real, Parameter parameter) {
        double place = parameter.position(real);
        return position -> Math.abs(position - place) < 0.004;
    }

    /** Whether a position is nearer to one value than to another. */
    static boolean nearer(Parameter parameter, double position, double one, double other) {
        return Math.abs(position - parameter.position(one)) < Math.abs(position - parameter.position(other));
    }

    private Map<Ref.ToControl, List<MappingPlan>> listeners(Rig rig, Map<Ref.ToParameter, ParameterPlan> parameters) {
        Map<Ref.ToControl, List<MappingPlan>> listeners = new HashMap<>();
        for (Mapping mapping : rig.mappings()) {
            String fault = Fault.of(mapping, rig).orElse(null);
            MappingPlan plan = fault == null
                    ? mapping(rig, mapping, parameters)
                    : new MappingPlan(
                            mappingSlots.of(mapping.id()),
                            mapping,
                            fault,
                            new Target[0],
                            new ActionPlan[0],
                            new ActionPlan[0],
                            null,
                            0,
                            -1);
            for (Ref.ToControl trigger : mapping.when().triggers()) {
                listeners.computeIfAbsent(trigger, t -> new ArrayList<>()).add(plan);
            }
        }
        return listeners;
    }

    private MappingPlan mapping(Rig rig, Mapping mapping, Map<Ref.ToParameter, ParameterPlan> parameters) {
        List<Target> targets = new ArrayList<>();
        List<Do.Action> actions = mapping.then().actions();
        for (int i = 0; i < actions.size(); i++) {
            if (actions.get(i) instanceof Do.SetParameter set) {
                ParameterPlan parameter = parameters.get(set.parameter());
                Shape whole = mapping.shape().then(set.own());
                ShapeFunction shape = ShapeFunction.of(whole, parameter.parameter());
                int memory = memories.of(List.of(mapping.id(), i, whole), Target.OWN + shape.memory());
                targets.add(new Target(parameter, shape, i, memory, takeover(rig, mapping), null));
            } else if (actions.get(i) instanceof Do.SetOfPage row) {
                for (Laid laid : laid(rig, mapping, row)) {
                    ParameterPlan parameter = parameters.get(laid.parameter());
                    ShapeFunction shape = ShapeFunction.of(mapping.shape(), parameter.parameter());
                    int memory = memories.of(
                            List.of(mapping.id(), laid.place(), laid.parameter(), mapping.shape()),
                            Target.OWN + shape.memory());
                    targets.add(new Target(parameter, shape, i, memory, takeover(rig, mapping, laid), laid.place()));
                }
            }
        }
        ActionPlan[] press = actions(rig, mapping, "press", actions, parameters);
        ActionPlan[] release = actions(rig, mapping, "release", mapping.then().release(), parameters);
        boolean shaped =
                press.length + release.length > 0 && !mapping.shape().stages().isEmpty();
        ShapeFunction pressed = shaped ? ShapeFunction.of(mapping.shape(), WHOLE_WAY) : null;
        Ref.ToControl slow =
                mapping.shape().accumulate().map(Stage.Accumulate::slow).orElse(null);
        return new MappingPlan(
                mappingSlots.of(mapping.id()),
                mapping,
                null,
                targets.toArray(new Target[0]),
                press,
                release,
                pressed,
                pressed == null ? 0 : memories.of(List.of(mapping.id(), "pressed", mapping.shape()), pressed.memory()),
                slow == null ? -1 : controlSlots.of(slow));
    }

    /** Under a ring or a motor there is nothing to take over. */
    private static Takeover takeover(Rig rig, Mapping mapping, Laid laid) {
        boolean isPut = rig
                .device(laid.place().control().device())
                .orElseThrow()
                .profile()
                .lightsOn(laid.place().control().control())
                .stream()
                .anyMatch(light -> light.lamp() instanceof Lamp.Motor
                        || light.lamp() instanceof Lamp.Ring
                        || light.lamp() instanceof Lamp.Element);
        return isPut ? Takeover.JUMP : takeover(rig, mapping);
    }

    private ActionPlan[] actions(
            Rig rig,
            Mapping mapping,
            String when,
            List<Do.Action> actions,
            Map<Ref.ToParameter, ParameterPlan> parameters) {
        List<ActionPlan> plans = new ArrayList<>();
        for (Do.Action action : actions) {
            if (action instanceof Do.SetParameter || action instanceof Do.SetOfPage) {
                continue;
            }
            Value value =
                    action instanceof Do.SetTo set ? set.value() : action instanceof Do.Hold hold ? hold.value() : null;
            plans.add(new ActionPlan(
                    action,
                    action.parameter() == null ? null : parameters.get(action.parameter()),
                    value instanceof Value.Same same ? parameters.get(same.parameter()) : null,
                    action instanceof Do.OpenPage open
                            ? rig.device(open.device())
                                    .map(this::parameterPages)
                                    .orElse(null)
                            : null,
                    memories.of(List.of(mapping.id(), when, plans.size()), 1)));
        }
        return plans.toArray(new ActionPlan[0]);
    }

    /** What the mapping says, or its device, or the rig; where the control itself is put where it belongs, there is nothing to take over. */
    private static Takeover takeover(Rig rig, Mapping mapping) {
        boolean isPut = mapping.show().answers().stream()
                .map(Show.Answer::light)
                .anyMatch(light -> rig.device(light.device())
                        .flatMap(device -> device.profile().light(light.light()))
                        .filter(l -> l.lamp() instanceof Lamp.Motor
                                || l.lamp() instanceof Lamp.Ring
                                || l.lamp() instanceof Lamp.Element)
                        .isPresent());
        Takeover ofDevice = rig.device(mapping.trigger().device())
                .map(device -> device.profile().setup().takeover())
                .orElse(null);
        return isPut
                ? Takeover.JUMP
                : mapping.takeover() != null
                        ? mapping.takeover()
                        : ofDevice != null ? ofDevice : rig.settings().takeover();
    }

    private DevicePlan device(
            Device device,
            Map<Ref.ToLight, LightPlan> lights,
            Map<Ref.ToParameter, ParameterPlan> parameters,
            Map<Ref.ToControl, List<MappingPlan>> listeners) {
        Map<Object, List<ControlPlan>> byKey = new LinkedHashMap<>();
        Map<Object, Set<Integer>> pagesByKey = pagesByKey(device.profile());
        List<GroupPlan> groupsOfPages = device.profile().setup().pages().stream()
                .map(group -> group(device, group.id()))
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
            GroupPlan paged =
                    control.page() == null ? null : group(device, control.page().group());
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
                                    controlSlots.of(ref),
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
                        .anyMatch(MidiKeys::isJoined),
                sysExShapes(device.profile()),
                MemoryFormat.named(device.profile().setup().memory()).orElse(null));
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

    /** Stretches of numbers, each where it was when it was first asked for. */
    private static final class Blocks {
        private final Map<Object, Integer> begins = new HashMap<>();
        private int size;

        int of(Object key, int length) {
            Integer known = begins.get(key);
            if (known == null) {
                known = size;
                begins.put(key, known);
                size += length;
            }
            return known;
        }
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
