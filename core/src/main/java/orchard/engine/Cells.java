package orchard.engine;

import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import orchard.engine.Plan.SelectorPlan;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.gear.Through;

/**
 * The places in {@link State} of everything in the rig: once given, a place stays as long as the thing is in the rig, so that controls and parameters
 * keep their state over edits. The compiler alone asks, and never looks into them.
 */
final class Cells {

    /** The places of one device and of all that is on it. */
    private static final class OfDevice {
        final State.OfDevice device;
        final Map<String, State.Hand> hands = new HashMap<>();
        final Map<Ref.ToControl, State.OfControl> controls = new HashMap<>();
        final Map<Ref.ToParameter, State.OfParameter> parameters = new HashMap<>();
        final Map<Ref.ToLight, State.OfLight> lights = new HashMap<>();
        final Map<Selector.Owner, State.OfSelector> selectors = new HashMap<>();
        final Map<String, State.OfDump> dumps = new HashMap<>();

        OfDevice(String id) {
            device = new State.OfDevice(id);
        }
    }

    private final Map<String, OfDevice> devices = new LinkedHashMap<>();
    private final Map<String, State.OfMapping> mappings = new HashMap<>();
    private final Map<String, State.OfLayer> layers = new HashMap<>();
    private final Map<String, State.OfFocus> foci = new HashMap<>();
    private final Map<String, Map<Ref.ToParameter, State.OfAddress>> addresses = new HashMap<>();
    /** What lights answer that follow something without any mapping. */
    private final State.OfMapping always = new State.OfMapping("");

    private final Map<String, State.OfRoute> routes = new HashMap<>();
    private final State.OfClock clock = new State.OfClock();
    private final State.LastChanged changed = new State.LastChanged();
    private final State.OfSelector songs = new State.OfSelector();

    Cells() {
        always.active = true;
    }

    State.OfMapping always() {
        return always;
    }

    private OfDevice all(String device) {
        return devices.computeIfAbsent(device, OfDevice::new);
    }

    State.OfDevice device(String device) {
        return all(device).device;
    }

    State.OfControl control(Ref.ToControl ref) {
        OfDevice of = all(ref.device());
        return of.controls.computeIfAbsent(ref, r -> {
            String place = Control.placeOf(ref.control()) + "/" + ref.dimension();
            return new State.OfControl(ref, of.device, of.hands.computeIfAbsent(place, p -> new State.Hand()));
        });
    }

    State.OfParameter parameter(Ref.ToParameter ref) {
        OfDevice of = all(ref.device());
        return of.parameters.computeIfAbsent(ref, r -> new State.OfParameter(ref, of.device));
    }

    State.OfLight light(Ref.ToLight ref) {
        OfDevice of = all(ref.device());
        return of.lights.computeIfAbsent(ref, r -> new State.OfLight(ref, of.device));
    }

    State.OfDump dump(String device, String name) {
        OfDevice of = all(device);
        return of.dumps.computeIfAbsent(name, n -> new State.OfDump(of.device, n));
    }

    State.OfMapping mapping(String id) {
        return mappings.computeIfAbsent(id, State.OfMapping::new);
    }

    State.OfRoute route(String id) {
        return routes.computeIfAbsent(id, State.OfRoute::new);
    }

    State.OfClock clock() {
        return clock;
    }

    State.OfLayer layer(String id) {
        return layers.computeIfAbsent(id, State.OfLayer::new);
    }

    State.OfLayer[] layers(List<String> ids) {
        return ids.isEmpty() ? Nothing.LAYERS : ids.stream().map(this::layer).toArray(State.OfLayer[]::new);
    }

    State.OfFocus focus(String id) {
        return foci.computeIfAbsent(id, State.OfFocus::new);
    }

    /** What an address means: a parameter, or one of the place under a focus. */
    State.OfAddress address(Ref.ToParameter ref, Directory rig) {
        Optional<Through> through = rig.device(ref.device()).isPresent() ? Optional.empty() : Through.of(ref, rig);
        if (through.isEmpty()) {
            return parameter(ref).plain;
        }
        Through by = through.get();
        State.OfParameter[] places = new State.OfParameter[by.focus().places().size()];
        for (int i = 0; i < places.length; i++) {
            places[i] = by.find(i, rig).map(found -> parameter(found.ref())).orElse(null);
        }
        return through(focus(by.focus().id()), Math.max(1, by.offset()) - 1, ref, places);
    }

    /** The hues that are told beside the places of an address, and move with it. */
    State.OfAddress hues(State.OfAddress address, State.OfParameter[] places) {
        String first = Arrays.stream(address.places)
                .filter(Objects::nonNull)
                .findFirst()
                .map(place -> place.ref.key())
                .orElse("");
        String name = "hue beside " + address.offset + " of " + first;
        return through(address.focus, address.offset, new Ref.ToParameter(address.focus.id, name), places);
    }

    /** The address through a focus under some name: the same one as long as it means the same. */
    private State.OfAddress through(State.OfFocus focus, int offset, Ref.ToParameter name, State.OfParameter[] places) {
        Map<Ref.ToParameter, State.OfAddress> of = addresses.computeIfAbsent(focus.id, id -> new LinkedHashMap<>());
        State.OfAddress known = of.get(name);
        if (known == null || !Arrays.equals(known.places, places)) {
            known = new State.OfAddress(focus, offset, places);
            of.put(name, known);
        }
        return known;
    }

    /** All addresses that go through a focus. */
    State.OfAddress[] addresses(String focus) {
        return addresses.getOrDefault(focus, Map.of()).values().toArray(Nothing.ADDRESSES);
    }

    /** The parameter that was set last. */
    State.LastChanged changed() {
        return changed;
    }

    /** The songs of the set list. */
    State.OfSelector songs() {
        return songs;
    }

    /** One of several. */
    SelectorPlan selector(Selector selector) {
        return new SelectorPlan(selector(selector.owner()), selector);
    }

    /** Which of somebody's is current. */
    State.OfSelector selector(Selector.Owner owner) {
        if (owner.kind() == Selector.Kind.SONGS) {
            return songs;
        }
        return all(owner.device()).selectors.computeIfAbsent(owner, o -> new State.OfSelector());
    }

    /** The pages of a group of controls, or null if there is none of that id. */
    SelectorPlan group(Device device, String id) {
        return device.profile()
                .traits()
                .group(id)
                .map(group -> selector(Selector.controlPages(device.id(), group)))
                .orElse(null);
    }

    /** The pages of a device's parameters, or null if there are none. */
    SelectorPlan parameterPages(Device device) {
        Selector pages = Selector.parameterPages(device);
        return pages.places().isEmpty() ? null : selector(pages);
    }

    /** Forgets what is not in the rig any more; what is in it has its place already. */
    void keep(
            Set<String> devicesKept,
            Set<String> mappingsKept,
            Set<String> layersKept,
            Set<String> fociKept,
            Set<String> routesKept) {
        foci.keySet().retainAll(fociKept);
        addresses.keySet().retainAll(fociKept);
        layers.keySet().retainAll(layersKept);
        routes.keySet().retainAll(routesKept);
        if (devices.size() > devicesKept.size()) {
            devices.keySet().retainAll(devicesKept);
        }
        if (mappings.size() > mappingsKept.size()) {
            mappings.keySet().retainAll(mappingsKept);
        }
    }

    /** Forgets what is not on a device any more. */
    void keep(Device device) {
        OfDevice of = all(device.id());
        of.controls
                .keySet()
                .removeIf(ref -> device.profile().control(ref.control()).isEmpty());
        of.parameters
                .keySet()
                .removeIf(ref -> device.profile().parameter(ref.parameter()).isEmpty());
        of.lights.keySet().removeIf(ref -> device.profile().light(ref.light()).isEmpty());
        of.selectors
                .keySet()
                .removeIf(owner -> owner.kind() != Selector.Kind.PARAMETER_PAGES // pages that come back lie as they lay
                        && device.profile().traits().group(owner.group()).isEmpty());
    }

    /** How many places are kept. */
    int size() {
        return mappings.size()
                + layers.size()
                + foci.size()
                + devices.values().stream()
                        .mapToInt(of ->
                                1 + of.controls.size() + of.parameters.size() + of.lights.size() + of.selectors.size())
                        .sum();
    }
}
