package orchard.app.live;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import orchard.check.Scene;
import orchard.gear.Device;
import orchard.rig.Rig;
import org.springframework.stereotype.Component;

/** What is known of the addresses of devices on OSC: to which they speak, and which they have. */
@Component
public final class Addresses {

    private final Unheard unheard;
    private final Inventories inventories;

    Addresses(Unheard unheard, Inventories inventories) {
        this.unheard = unheard;
        this.inventories = inventories;
    }

    /** By the ids of the devices of which anything is known that may be wrong. */
    public Map<String, Scene.Spoken> of(Rig rig) {
        Map<String, Scene.Spoken> spoken = new LinkedHashMap<>();
        List<String> strangers = unheard.ofStrangers();
        for (Device device : rig.devices()) {
            if (!device.seat().wire().addressed()) {
                continue;
            }
            List<String> lately = unheard.of(device.id()).stream()
                    .map(Unheard.Heard::address)
                    .filter(address -> address.startsWith("/"))
                    .toList();
            Set<String> has = inventories.addresses(device.id());
            if (!lately.isEmpty() || !strangers.isEmpty() || !has.isEmpty()) {
                Set<String> said = lately.isEmpty() && strangers.isEmpty() ? Set.of() : unheard.said(device.id());
                spoken.put(device.id(), new Scene.Spoken(lately, strangers, said, has));
            }
        }
        return spoken;
    }
}
