package orchard.engine;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.engine.Plan.LightRule;
import orchard.engine.Plan.MappingPlan;
import orchard.engine.Plan.ParameterPlan;
import orchard.engine.Plan.PresetPlan;
import orchard.engine.Plan.PresetRack;
import orchard.engine.Plan.SelectorPlan;
import orchard.engine.Plan.Target;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Preset;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.gear.Takeover;
import orchard.mapping.Mapping;
import orchard.mapping.Route;
import orchard.parameter.Binding;
import orchard.parameter.Parameter;
import orchard.rig.Rig;
import orchard.rig.Song;

/**
 * Makes plans out of rigs. One compiler serves one engine for its whole life, because it remembers what it made: a control keeps its state over
 * edits, and what an edit does not touch is not made anew. Not safe for several threads at once.
 */
public final class Compiler {

    private final Cells cells = new Cells();
    private final DeviceCompiler deviceCompiler = new DeviceCompiler(cells);
    private final MappingCompiler mappingCompiler = new MappingCompiler(cells);
    private final LightRuleCompiler lightRules = new LightRuleCompiler(cells, new PageRows(cells));
    private Map<String, DevicePlan> devices = Map.of();
    private Map<String, PresetPlan> presets = Map.of();
    private Map<String, PresetRack> racks = Map.of();
    private Map<String, Made> mappings = Map.of();
    private List<Layer> layers = List.of();
    private List<Focus> foci = List.of();
    private int made;
    private Rig rig = Rig.EMPTY;

    /** A mapping's plan with all it was made of: as long as these are the same, so is the plan. */
    private record Made(Mapping mapping, Takeover takeover, Set<String> uses, List<Device> gear, MappingPlan plan) {}

    /** The plan for a rig. Mappings that cannot work get a fault and harm no other. */
    public Plan compile(Rig rig) {
        made = 0;
        this.rig = rig;
        Collection<DevicePlan> before = List.copyOf(devices.values());
        devices = devices(rig);
        boolean sameGear = List.copyOf(devices.values()).equals(before);
        boolean samePresets = presets(rig);
        boolean sameLayers = rig.layers().equals(layers);
        layers = rig.layers();
        List<Focus> fociBefore = foci;
        foci = rig.foci();
        mappings = mappings(rig, sameGear, samePresets, sameLayers, fociBefore);
        cells.keep(
                devices.keySet(),
                mappings.keySet(),
                layers.stream().map(Layer::id).collect(Collectors.toSet()),
                foci.stream().map(Focus::id).collect(Collectors.toSet()),
                rig.routes().stream().map(Route::id).collect(Collectors.toSet()));
        List<MappingPlan> plans = mappings.values().stream().map(Made::plan).toList();
        SelectorPlan songs = new SelectorPlan(cells.songs(), Song.selector(rig.songs()));
        return new Plan(
                rig, devices, presets, racks.values().toArray(Nothing.RACKS), plans, kept(), wiring(plans, songs));
    }

    /** How many devices and mappings the last plan needed made anew. */
    int made() {
        return made;
    }

    /** For how many things of the rig state is kept. */
    int places() {
        return cells.size();
    }

    private Map<String, DevicePlan> devices(Rig rig) {
        Map<String, DevicePlan> plans = new LinkedHashMap<>();
        for (Device device : rig.gear()) {
            DevicePlan before = devices.get(device.id());
            boolean same = before != null && before.device() == device;
            made += same ? 0 : 1;
            plans.put(device.id(), same ? before : deviceCompiler.device(device));
        }
        return plans;
    }

    /** Makes the presets, and says whether all are as they were; values of parameters that are not there, or cannot be set, are passed over. */
    private boolean presets(Rig rig) {
        Map<String, PresetPlan> plans = new LinkedHashMap<>();
        boolean same = true;
        Map<String, Selector> selectors = new HashMap<>();
        Map<String, Map<String, Integer>> numbers = new HashMap<>();
        for (Preset preset : rig.presets()) {
            Optional<Device> device = rig.device(preset.device());
            if (device.isEmpty()) {
                continue;
            }
            PresetPlan before = presets.get(preset.id());
            Selector all = selectors.computeIfAbsent(device.get().id(), id -> Selector.presets(id, rig));
            int number = numbers.computeIfAbsent(device.get().id(), id -> numbers(all))
                    .get(preset.id());
            PresetPlan plan = preset(preset, device.get(), number);
            boolean unchanged = before != null
                    && before.preset() == preset
                    && Arrays.equals(before.parameters(), plan.parameters())
                    && Arrays.equals(before.positions(), plan.positions())
                    && Objects.equals(before.pages(), plan.pages())
                    && before.page() == plan.page()
                    && before.number() == plan.number();
            same &= unchanged;
            plans.put(preset.id(), unchanged ? before : plan);
        }
        same &= plans.size() == presets.size();
        presets = plans;
        if (!same) {
            racks = new HashMap<>();
            selectors.forEach((device, selector) -> racks.put(
                    device,
                    new PresetRack(
                            cells.selector(selector),
                            selector.places().stream()
                                    .map(place -> plans.get(place.id()))
                                    .toArray(PresetPlan[]::new))));
        }
        return same;
    }

    private static Map<String, Integer> numbers(Selector selector) {
        Map<String, Integer> numbers = new HashMap<>();
        selector.places().forEach(place -> numbers.put(place.id(), numbers.size() + 1));
        return numbers;
    }

    private PresetPlan preset(Preset preset, Device device, int number) {
        List<State.OfParameter> own = new ArrayList<>();
        List<Double> positions = new ArrayList<>();
        // what the device puts others elsewhere with comes first: set after them it would undo them
        Set<String> first = device.profile().traits().dumps().stream()
                .flatMap(dump -> dump.after().stream())
                .collect(Collectors.toSet());
        List<Preset.Setting> settings = preset.values().stream()
                .sorted(Comparator.comparing(setting -> !first.contains(setting.parameter())))
                .toList();
        for (Preset.Setting setting : settings) {
            Optional<Parameter> parameter = device.profile().parameter(setting.parameter());
            if (parameter.filter(Parameter::settable).isPresent()) {
                own.add(cells.parameter(new Ref.ToParameter(device.id(), setting.parameter())));
                positions.add(parameter.get().position(setting.real()));
            }
        }
        SelectorPlan pages = cells.parameterPages(device);
        return new PresetPlan(
                preset,
                cells.device(device.id()),
                own.toArray(Nothing.PARAMETERS),
                positions.stream().mapToDouble(p -> p).toArray(),
                cells.selector(Selector.Owner.presets(device.id())),
                number,
                pages,
                pages == null ? 0 : pages.selector().number(preset.page()));
    }

    private Map<String, Made> mappings(
            Rig rig, boolean sameGear, boolean samePresets, boolean sameLayers, List<Focus> fociBefore) {
        boolean sameFoci = foci.equals(fociBefore);
        Map<String, Made> all = new LinkedHashMap<>();
        Takeover takeover = rig.settings().takeover();
        for (Mapping mapping : rig.mappings()) {
            Made before = mappings.get(mapping.id());
            boolean same = before != null
                    && before.mapping() == mapping
                    && before.takeover() == takeover
                    && (sameGear || sameGear(before, rig))
                    && (samePresets || !MappingCompiler.recalls(mapping))
                    && (sameLayers || !MappingCompiler.isLayered(mapping, rig))
                    && (sameFoci || !MappingCompiler.isFocused(mapping, before.uses(), rig, fociBefore));
            if (same) {
                all.put(mapping.id(), before);
                continue;
            }
            made++;
            Set<String> uses = MappingCompiler.uses(mapping, rig);
            List<Device> gear =
                    uses.stream().map(id -> rig.device(id).orElse(null)).collect(Collectors.toList());
            MappingPlan plan = mappingCompiler.mapping(rig, mapping, racks, before == null ? null : before.plan());
            all.put(mapping.id(), new Made(mapping, takeover, uses, gear, plan));
        }
        return all;
    }

    private static boolean sameGear(Made made, Rig rig) {
        int i = 0;
        for (String id : made.uses()) {
            if (rig.device(id).orElse(null) != made.gear().get(i++)) {
                return false;
            }
        }
        return true;
    }

    private State.OfParameter[] kept() {
        return devices.values().stream()
                .flatMap(device -> device.parametersById().values().stream())
                .filter(plan -> plan.parameter().binding() instanceof Binding.Kept)
                .map(Plan.ParameterPlan::state)
                .toArray(State.OfParameter[]::new);
    }

    /** The controls that layers decide about, with all other controls of the mappings that listen to them. */
    private Set<State.OfControl> layered(List<MappingPlan> plans) {
        Set<State.OfControl> layered = new HashSet<>();
        boolean blocks = layers.stream().anyMatch(Layer::blocks);
        plans.stream()
                .filter(plan -> blocks || plan.layers().length > 0)
                .forEach(plan -> layered.addAll(List.of(plan.triggers())));
        Set<State.OfControl> all = new HashSet<>(layered);
        plans.stream()
                .filter(plan -> Stream.of(plan.triggers()).anyMatch(layered::contains))
                .forEach(plan -> all.addAll(List.of(plan.triggers())));
        return all;
    }

    private Plan.LayerPlan layer(Layer layer) {
        State.OfLayer state = cells.layer(layer.id());
        boolean speaks =
                layer.channel() != null && devices.containsKey(layer.channel().device());
        if (speaks) {
            State.OfDevice speaker = cells.device(layer.channel().device());
            return new Plan.LayerPlan(
                    state, layer, speaker.channel, layer.channel().channel(), speaker);
        }
        return layer.page() == null
                ? new Plan.LayerPlan(state, layer, null, 0, null)
                : new Plan.LayerPlan(
                        state, layer, page(layer.page()), layer.page().number(), null);
    }

    private State.OfSelector page(Layer.OfPage page) {
        DevicePlan device = devices.get(page.device());
        SelectorPlan group = device == null ? null : cells.group(device.device(), page.group());
        return group == null ? null : group.state();
    }

    /** What settings of the rig name, or null if there is no such parameter. */
    private State.OfAddress address(Ref.ToParameter setting) {
        return setting == null || rig.parameter(setting).isEmpty() ? null : cells.address(setting, rig);
    }

    /** Gathers what mappings say of controls, parameters and lights. */
    private Plan.Wiring wiring(List<MappingPlan> plans, SelectorPlan songs) {
        Map<State.OfControl, List<MappingPlan>> listeners = new LinkedHashMap<>();
        Map<State.OfControl, Set<Plan.Touch>> touches = new HashMap<>();
        Set<State.OfControl> layered = layered(plans);
        Map<State.OfLight, List<LightRule>> rules = new LinkedHashMap<>();
        Map<State.OfAddress, Set<State.OfLight>> lights = new LinkedHashMap<>();
        Map<State.Source, Set<State.OfLight>> shown = new LinkedHashMap<>();
        for (MappingPlan plan : plans) {
            for (State.OfControl control : plan.triggers()) {
                listeners.computeIfAbsent(control, c -> new ArrayList<>(1)).add(plan);
            }
            for (State.OfControl touch : plan.touched()) {
                listeners.computeIfAbsent(touch, c -> new ArrayList<>(1));
                touched(plan, touches.computeIfAbsent(touch, t -> new LinkedHashSet<>()));
            }
        }
        for (LightRule answer : answers(plans)) {
            rules.computeIfAbsent(answer.light(), l -> new ArrayList<>(1)).add(answer);
            answer.asks().forEach(what -> asked(what, answer.light(), lights, shown));
        }
        Plan.Dark dark = new Plan.Dark(
                address(rig.settings().darkness().dim()),
                address(rig.settings().darkness().black()));
        for (DevicePlan device : devices.values()) {
            for (Plan.LightPlan light : device.lights()) {
                if (light.pages() != null) {
                    asked(light.pages(), light.state(), lights, shown);
                }
                if (light.kind().goesDark()) {
                    Stream.of(dark.dim(), dark.black())
                            .filter(Objects::nonNull)
                            .forEach(of -> asked(of, light.state(), lights, shown));
                }
            }
        }
        return new Plan.Wiring(
                songs,
                address(rig.settings().tempo()),
                focusPlans(),
                watched(plans),
                layers.stream().map(this::layer).toList(),
                listeners.entrySet().stream()
                        .map(entry -> new Plan.Listening(
                                entry.getKey(),
                                entry.getValue().toArray(Nothing.MAPPINGS),
                                touches.getOrDefault(entry.getKey(), Set.of()).toArray(Nothing.TOUCHES),
                                layered.contains(entry.getKey())))
                        .toList(),
                lights.entrySet().stream()
                        .map(entry -> new Plan.Answering(
                                entry.getKey(), entry.getValue().toArray(Nothing.LIGHTS)))
                        .toList(),
                rules.entrySet().stream()
                        .map(entry ->
                                new Plan.Ruled(entry.getKey(), entry.getValue().toArray(Nothing.RULES)))
                        .toList(),
                shown.entrySet().stream()
                        .map(entry -> new Plan.Showing(
                                entry.getKey(), entry.getValue().toArray(Nothing.LIGHTS)))
                        .toList(),
                dark,
                cells.changed(),
                routes(),
                new Plan.Clock(
                        cells.clock(),
                        rig.routes().stream()
                                .filter(route -> route.isClockMadeHere()
                                        && route.fault(rig).isEmpty())
                                .map(route -> new Plan.ClockPlan(route.id(), cells.device(route.to())))
                                .toList()));
    }

    /** The routes between devices that are there and speak MIDI. */
    private List<Plan.RoutePlan> routes() {
        return rig.routes().stream()
                .filter(route -> !route.isClockMadeHere() && route.fault(rig).isEmpty())
                .map(route -> new Plan.RoutePlan(
                        cells.route(route.id()),
                        route,
                        cells.device(route.from()),
                        cells.device(route.to()),
                        byteNanos(route.to())))
                .toList();
    }

    /** Ten bits a byte (MIDI 1.0, hardware). */
    private long byteNanos(String device) {
        int baud = rig.ownDevice(device).map(of -> of.profile().traits().baud()).orElse(0);
        return baud == 0 ? 0 : 10_000_000_000L / baud;
    }

    /** A light is looked at again when something changes: an address, with the focus it goes through, or another source. */
    private static void asked(
            Object what,
            State.OfLight light,
            Map<State.OfAddress, Set<State.OfLight>> addresses,
            Map<State.Source, Set<State.OfLight>> sources) {
        if (what instanceof State.OfAddress address) {
            addresses.computeIfAbsent(address, a -> new LinkedHashSet<>()).add(light);
            if (address.focus != null) {
                asked(address.focus, light, addresses, sources);
            }
        } else {
            sources.computeIfAbsent((State.Source) what, s -> new LinkedHashSet<>())
                    .add(light);
        }
    }

    /** What lights answer: mappings, and what elements of layouts follow by themselves. */
    private List<LightRule> answers(List<MappingPlan> plans) {
        List<LightRule> answers = new ArrayList<>();
        plans.forEach(plan -> answers.addAll(plan.answers()));
        rig.layouts().forEach(layout -> answers.addAll(lightRules.follows(rig, layout)));
        return answers;
    }

    /** What a mapping sets whose device wants to know of fingers. */
    private void touched(MappingPlan plan, Set<Plan.Touch> touches) {
        for (Target target : plan.targets()) {
            for (State.OfParameter place : target.address().places) {
                if (place != null && asks(place.ref)) {
                    touches.add(new Plan.Touch(plan.state(), target.address()));
                }
            }
        }
    }

    private boolean asks(Ref.ToParameter ref) {
        Parameter parameter =
                devices.get(ref.device()).parametersById().get(ref.parameter()).parameter();
        return parameter.binding().touched(true) != null;
    }

    private static List<Plan.Watched> watched(List<MappingPlan> plans) {
        Map<State.Source, List<Plan.Watch>> watches = new LinkedHashMap<>();
        plans.forEach(plan -> plan.watches()
                .forEach(watch -> watch.sources()
                        .forEach(source -> watches.computeIfAbsent(source, s -> new ArrayList<>())
                                .add(watch))));
        return watches.entrySet().stream()
                .map(entry -> new Plan.Watched(entry.getKey(), entry.getValue().toArray(Nothing.WATCHES)))
                .toList();
    }

    private List<Plan.FocusPlan> focusPlans() {
        return foci.stream()
                .map(focus -> {
                    State.OfFocus state = cells.focus(focus.id());
                    return new Plan.FocusPlan(
                            state,
                            focus,
                            cells.addresses(focus.id()),
                            focus.selection() == null ? null : selection(focus),
                            skips(focus),
                            foci.stream()
                                    .filter(other -> other.link() != null
                                            && other.link().focus().equals(focus.id()))
                                    .map(other -> cells.focus(other.id()))
                                    .toArray(State.OfFocus[]::new));
                })
                .toList();
    }

    /** The parameter by which a device tells what is selected; null if it has none of that id. */
    private State.OfParameter selection(Focus focus) {
        DevicePlan device = devices.get(focus.device());
        ParameterPlan parameter = device == null
                ? null
                : device.parametersById().get(focus.selection().parameter());
        return parameter == null ? null : parameter.state();
    }

    private State.OfParameter[] skips(Focus focus) {
        State.OfParameter[] skips = new State.OfParameter[focus.places().size()];
        for (int i = 0; i < skips.length && !focus.skips().isEmpty(); i++) {
            skips[i] = focus.find(i, focus.skips(), rig)
                    .map(found -> cells.parameter(found.ref()))
                    .orElse(null);
        }
        return skips;
    }
}
