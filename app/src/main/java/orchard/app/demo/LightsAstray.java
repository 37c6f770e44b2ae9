package orchard.app.demo;

import jakarta.annotation.PostConstruct;
import jakarta.annotation.PreDestroy;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.app.Daemon;
import orchard.app.live.Values;
import orchard.app.port.PortRoom;
import orchard.app.store.RigKeeper;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.light.Light;
import orchard.signal.Message;
import orchard.standin.StandIn;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Lights of stand-ins that go on showing something else than Orchard believes. What is on its way to them is no difference: only what is found twice, three seconds apart,
 * while the same is believed. Rings and motors also stand where a hand left them, and are not asked.
 */
@Component
public final class LightsAstray {

    private static final Logger LOG = LoggerFactory.getLogger(LightsAstray.class);
    private static final int PERIOD_SECONDS = 3; // what is tried by hand stays for two

    private final RigKeeper keeper;
    private final Values values;
    private final PortRoom ports;
    private final StandInHouse house;
    private final ScheduledExecutorService looks = Daemon.scheduler("lights-astray");
    private Map<Ref.ToLight, Message> before = Map.of();
    private volatile Map<Ref.ToLight, String> found = Map.of();

    LightsAstray(RigKeeper keeper, Values values, PortRoom ports, StandInHouse house) {
        this.keeper = keeper;
        this.values = values;
        this.ports = ports;
        this.house = house;
    }

    @PostConstruct
    void start() {
        looks.scheduleWithFixedDelay(this::look, PERIOD_SECONDS, PERIOD_SECONDS, TimeUnit.SECONDS);
    }

    @PreDestroy
    void stop() {
        looks.shutdownNow();
    }

    /** What is believed of each of them, in words. */
    public Map<Ref.ToLight, String> found() {
        return found;
    }

    private void look() {
        try {
            Map<Ref.ToLight, Message> differ = new LinkedHashMap<>();
            Map<Ref.ToLight, String> again = new LinkedHashMap<>();
            for (Device device : keeper.rig().devices()) {
                StandIn standIn =
                        house.playing(device).map(house.standIns()::get).orElse(null);
                if (standIn == null || !ports.present().contains(device.id())) {
                    continue;
                }
                Map<Ref.ToLight, String> own = new LinkedHashMap<>();
                for (Light light : device.profile().lights()) {
                    Ref.ToLight ref = new Ref.ToLight(device.id(), light.id());
                    Message believed = values.light(ref.key());
                    if (believed != null && !light.kind().standsWithHand() && !standIn.shows(believed)) {
                        differ.put(ref, believed);
                        if (believed.equals(before.get(ref))) {
                            own.put(ref, believed.words());
                        }
                    }
                }
                standIn.panel().show("believed", own.size(), words(own));
                again.putAll(own);
            }
            before = differ;
            found = Map.copyOf(again);
        } catch (RuntimeException e) {
            LOG.warn("Lights were not looked at: {}", e.toString());
        }
    }

    private String words(Map<Ref.ToLight, String> own) {
        return own.isEmpty()
                ? ""
                : own.size() + (own.size() == 1 ? " light shows" : " lights show")
                        + " something else than Orchard believes";
    }
}
