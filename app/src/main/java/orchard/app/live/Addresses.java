package orchard.app.live;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import orchard.check.Scene;
import orchard.gear.Device;
import orchard.inventory.Nearby;
import orchard.parameter.Binding;
import orchard.rig.Rig;
import orchard.signal.MessagePattern;
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

    /**
     * What somebody who types an address may mean: the nearest ones that the rig sets, that software told of, or that arrived; none where the very address is one of
     * these.
     */
    public List<Nearby> near(Rig rig, String typed) {
        Set<String> all = new LinkedHashSet<>(unheard.ofStrangers());
        for (Device device : rig.devices()) {
            device.profile().parameters().forEach(parameter -> {
                if (parameter.binding() instanceof Binding.Osc osc) {
                    all.add(osc.address());
                }
            });
            device.profile().controls().stream()
                    .flatMap(control -> control.dimensions().stream())
                    .forEach(dimension -> {
                        if (dimension.pattern() instanceof MessagePattern.OscNumber osc) {
                            all.add(osc.address());
                        }
                    });
            all.addAll(inventories.addresses(device.id()));
            unheard.of(device.id()).forEach(heard -> all.add(heard.address()));
        }
        return all.contains(typed) ? List.of() : Nearby.to(typed, all);
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
