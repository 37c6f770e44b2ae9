package orchard.app.live;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.gear.Device;
import orchard.gear.Inventory;
import orchard.gear.Seat;
import orchard.signal.OscMessage;
import org.springframework.stereotype.Component;

/**
 * Listens when devices on OSC list their parameters, asked or not, and keeps the last whole list of each. Safe for several threads.
 */
@Component
public final class Inventories {

    private static final int MOST = 10_000;

    private static final class Listing {
        final List<OscMessage> parameters = new ArrayList<>();
        final Map<String, String> names = new HashMap<>();
    }

    private final EngineRoom engine;
    private final Map<String, Listing> begun = new HashMap<>();
    private final Map<String, Listing> whole = new ConcurrentHashMap<>();

    Inventories(EngineRoom engine) {
        this.engine = engine;
    }

    /** The first part of a device's addresses, without who it is that sends from there. */
    private static String root(Device device) {
        return device.seat().in().split("@", 2)[0];
    }

    /** Whether a device can be asked at all. */
    public static boolean canBeAsked(Device device) {
        return device.seat().wire() == Seat.Wire.OSC && !device.seat().out().isEmpty();
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

    /** What a device told last, beside its profile; empty if it told nothing. */
    public Optional<Inventory> of(Device device) {
        return Optional.ofNullable(whole.get(device.id()))
                .map(listing -> Inventory.of(device.profile(), root(device), listing.parameters, listing.names));
    }
}
