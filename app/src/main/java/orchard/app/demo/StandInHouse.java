package orchard.app.demo;

import jakarta.annotation.PostConstruct;
import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.app.Daemon;
import orchard.app.OrchardSettings;
import orchard.app.live.LiveSocket;
import orchard.app.port.PortRoom;
import orchard.standin.Cobble;
import orchard.standin.Gull;
import orchard.standin.Peat;
import orchard.standin.Sluice;
import orchard.standin.StandIn;
import orchard.standin.StandIn.Reading;
import orchard.standin.Treadle;
import orchard.standin.Wherry;
import org.springframework.stereotype.Component;

/** Switches the stand-ins on where the demo is wanted, and joins their front panels to the Rehearse page. */
@Component
public final class StandInHouse implements LiveSocket.Panels {

    private static final int PERIOD_MILLIS = 33;

    private final OrchardSettings settings;
    private final PortRoom ports;
    private final LiveSocket socket;
    private final Map<String, StandIn> standIns = new LinkedHashMap<>();
    private final Map<String, Map<String, Reading>> changed = new ConcurrentHashMap<>();
    private final ScheduledExecutorService frames = Daemon.scheduler("panels");
    private Wherry wherry;

    StandInHouse(OrchardSettings settings, PortRoom ports, LiveSocket socket) {
        this.settings = settings;
        this.ports = ports;
        this.socket = socket;
    }

    @PostConstruct
    void start() {
        if (!settings.demo()) {
            return;
        }
        wherry = new Wherry(settings.wherryPort(), settings.lan());
        for (StandIn standIn :
                List.of(new Cobble(), new Sluice(), new Treadle(), new Peat(), new Gull(ports.oscPort()), wherry)) {
            standIns.put(standIn.id(), standIn);
            Map<String, Reading> mine = new ConcurrentHashMap<>();
            changed.put(standIn.id(), mine);
            standIn.watch(reading -> mine.put(reading.part(), reading));
        }
        frames.scheduleWithFixedDelay(this::tell, PERIOD_MILLIS, PERIOD_MILLIS, TimeUnit.MILLISECONDS);
    }

    private void tell() {
        changed.forEach((id, readings) -> {
            if (!readings.isEmpty()) {
                List<Reading> news = new ArrayList<>();
                readings.keySet().forEach(part -> news.add(readings.remove(part)));
                socket.tellAll(message(id, news));
            }
        });
    }

    private static Map<String, Object> message(String standIn, List<Reading> readings) {
        return Map.of("type", "panel", "standin", standIn, "readings", readings);
    }

    /** The stand-ins that are switched on, by id. */
    public Map<String, StandIn> standIns() {
        return standIns;
    }

    /** The UDP port the music software listens on. */
    public int wherryPort() {
        return wherry.port();
    }

    @Override
    public void play(String standIn, String part, String gesture, double amount) {
        StandIn played = standIns.get(standIn);
        if (played == null) {
            throw new IllegalArgumentException("there is no stand-in " + standIn);
        }
        played.play(part, gesture, amount);
    }

    @Override
    public Iterable<Map<String, Object>> readings() {
        List<Map<String, Object>> all = new ArrayList<>();
        standIns.forEach((id, standIn) -> all.add(message(id, standIn.readings())));
        return all;
    }

    @PreDestroy
    void close() {
        frames.shutdownNow();
        standIns.values().forEach(StandIn::close);
    }
}
