package orchard.app.live;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import orchard.app.store.RigKeeper;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.gear.Device;
import orchard.gear.Roots;
import orchard.inventory.Identities;
import orchard.inventory.Inventory;
import orchard.rig.Edit;
import orchard.rig.EditRefused;
import orchard.rig.Part;
import orchard.signal.OscMessage;
import org.springframework.stereotype.Component;

/**
 * Listens when devices on OSC list their parameters, asked or not, and keeps the last whole list of each. When a device tells that
 * something it has was moved, its profile follows. {@link #take} is called on one thread, the rest on any.
 */
@Component
public final class Inventories {

    private static final int MOST = 10_000;

    private static final class Listing {
        final List<OscMessage> parameters = new ArrayList<>();
        final Map<String, String> names = new HashMap<>();
        final Map<String, String> identities = new HashMap<>();
    }

    private final EngineRoom engine;
    private final RigKeeper keeper;
    private final Names names;
    private final Map<String, Map<String, String>> identities = new HashMap<>();
    private final Map<String, Listing> begun = new HashMap<>();
    private final Map<String, Listing> whole = new ConcurrentHashMap<>();

    Inventories(EngineRoom engine, RigKeeper keeper, Names names) {
        this.engine = engine;
        this.keeper = keeper;
        this.names = names;
    }

    /** Where a device's addresses begin; of several roots the first. */
    private static String root(Device device) {
        return Roots.of(device.seat().in()).roots().get(0).address();
    }

    /** Whether a device can be asked at all. */
    public static boolean canBeAsked(Device device) {
        return device.seat().wire().addressed() && !device.seat().out().isEmpty();
    }

    /** Asks a device to list its parameters. */
    public void ask(Device device) {
        engine.say(device.id(), OscMessage.of(root(device) + "/dump"), "question for its parameters");
    }

    /** Takes a trace; true if a list came to its end with it. */
    boolean take(Trace trace) {
        if (!(trace.event() instanceof Event.Arrived arrived) || !(arrived.message() instanceof OscMessage osc)) {
            return false;
        }
        String address = osc.address();
        String device = arrived.device();
        if (address.endsWith("/parameter")) {
            Listing listing = begun.computeIfAbsent(device, d -> new Listing());
            if (listing.parameters.size() < MOST) {
                listing.parameters.add(osc);
            }
        } else if (address.endsWith("/name")) {
            Listing listing = begun.get(device);
            if (listing != null) {
                listing.names.put(address, osc.text(0));
            }
        } else if (address.endsWith("/id")) {
            Listing listing = begun.get(device);
            if (listing != null) {
                listing.identities.put(address, osc.text(0));
            }
            follow(device, address, osc.text(0));
        } else if (address.endsWith("/dumped")) {
            Listing listing = begun.remove(device);
            // a list of which something was lost on the way would make parameters look gone
            if (listing != null && listing.parameters.size() == (int) osc.number(0)) {
                whole.put(device, listing);
                return true;
            }
        }
        return false;
    }

    /** A device tells what stands where: mappings go along with what was moved. */
    private void follow(String id, String address, String identity) {
        Map<String, String> told = identities.computeIfAbsent(id, d -> new HashMap<>());
        if (told.size() >= MOST || identity.equals(told.put(address, identity))) {
            return;
        }
        Optional<Device> device = keeper.rig().ownDevice(id);
        if (device.isEmpty()
                || Identities.apply(device.get().profile(), told)
                        == device.get().profile()) {
            return;
        }
        try {
            keeper.commit(rig -> {
                Device before = rig.ownDevice(id).orElseThrow();
                return Edit.change(
                        before.name() + " moved what it has: mappings go along",
                        new Part.OfDevice(before),
                        new Part.OfDevice(before.with(Identities.apply(before.profile(), told))));
            });
            names.forget(id);
            ask(device.get()); // what was told meanwhile was taken for something else
        } catch (EditRefused e) {
            told.remove(address); // the next time it is told is another try; the finder shows what differs
        }
    }

    /** The addresses of the parameters a device told last that it has; empty if it told nothing. */
    public Set<String> addresses(String device) {
        Listing listing = whole.get(device);
        return listing == null
                ? Set.of()
                : listing.parameters.stream().map(one -> one.text(0)).collect(Collectors.toSet());
    }

    /** What a device told last, beside its profile; empty if it told nothing. */
    public Optional<Inventory> of(Device device) {
        return Optional.ofNullable(whole.get(device.id()))
                .map(listing -> Inventory.of(
                        device.profile(), root(device), listing.parameters, listing.names, listing.identities));
    }
}
