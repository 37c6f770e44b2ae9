package orchard.app.demo;

import jakarta.annotation.PostConstruct;
import jakarta.annotation.PreDestroy;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import orchard.app.Daemon;
import orchard.app.OrchardSettings;
import orchard.app.live.LiveSocket;
import orchard.app.port.PortRoom;
import orchard.app.store.StandInTable;
import orchard.gear.Device;
import orchard.signal.Desktop;
import orchard.standin.Cobble;
import orchard.standin.Fathom;
import orchard.standin.Gull;
import orchard.standin.LampLoft;
import orchard.standin.Peat;
import orchard.standin.ScriptWindow;
import orchard.standin.Sluice;
import orchard.standin.StandIn;
import orchard.standin.StandIn.PanelState;
import orchard.standin.Treadle;
import orchard.standin.Wherry;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Switches the stand-ins on where the demo is wanted, and joins their front panels to the Rehearse page. */
@Component
public final class StandInHouse implements LiveSocket.Panels {

    private static final Logger LOG = LoggerFactory.getLogger(StandInHouse.class);
    private static final int PERIOD_MILLIS = 33;

    private final OrchardSettings settings;
    private final PortRoom ports;
    private final LiveSocket socket;
    private final StandInTable table;
    private final Map<String, StandIn> standIns = new ConcurrentHashMap<>();
    private final Map<String, Map<String, PanelState>> changed = new ConcurrentHashMap<>();
    private final ScheduledExecutorService frames = Daemon.scheduler("panels");

    StandInHouse(OrchardSettings settings, PortRoom ports, LiveSocket socket, StandInTable table) {
        this.settings = settings;
        this.ports = ports;
        this.socket = socket;
        this.table = table;
    }

    @PostConstruct
    void start() {
        Collection<String> on = settings.demo() ? MAKERS.keySet() : table.on();
        on.stream().filter(MAKERS::containsKey).forEach(id -> {
            try {
                comeUp(id);
            } catch (UncheckedIOException e) {
                LOG.warn("{}; it stays off", e.getMessage());
            }
        });
        frames.scheduleWithFixedDelay(this::tell, PERIOD_MILLIS, PERIOD_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** What can be switched on, by id, in the order of the page. */
    private static final Map<String, Function<StandInHouse, StandIn>> MAKERS = new LinkedHashMap<>();

    static {
        MAKERS.put("cobble", house -> new Cobble());
        MAKERS.put("gull", house -> new Gull(house.ports.oscPort()));
        MAKERS.put("sluice", house -> new Sluice());
        MAKERS.put("treadle", house -> new Treadle());
        MAKERS.put("wherry", house -> new Wherry(house.settings.wherryPort(), house.settings.lan()));
        MAKERS.put("loft", house -> new LampLoft(house.settings.loftPort(), house.settings.lan()));
        MAKERS.put("peat", house -> new Peat());
        MAKERS.put("fathom", house -> new Fathom());
        MAKERS.put("script", house -> new ScriptWindow());
    }

    /** The id of the stand-in that is switched on and plays a device, if one does. */
    public Optional<String> playing(Device device) {
        String name = device.seat().in().toLowerCase(Locale.ROOT).replaceAll("^(/|lamp )| window$", "");
        return Optional.of(name).filter(standIns::containsKey);
    }

    /** The ids of all stand-ins there are. */
    public static Set<String> all() {
        return MAKERS.keySet();
    }

    /**
     * Switches a stand-in on, if it is not on already.
     *
     * @throws IllegalArgumentException if there is none of that id
     */
    public synchronized void switchOn(String id) {
        if (!MAKERS.containsKey(id)) {
            throw new IllegalArgumentException("there is no stand-in " + id);
        }
        comeUp(id);
        table.switched(id, true);
    }

    private synchronized void comeUp(String id) {
        if (!standIns.containsKey(id)) {
            StandIn standIn = MAKERS.get(id).apply(this);
            Map<String, PanelState> mine = new ConcurrentHashMap<>();
            changed.put(id, mine);
            standIns.put(id, standIn);
            standIn.watch(reading -> mine.put(reading.part(), reading));
            if (standIn instanceof Desktop desktop) {
                ports.attach(desktop);
            }
        }
    }

    /** Switches a stand-in off, as if its cable were pulled for good. */
    public synchronized void switchOff(String id) {
        table.switched(id, false);
        StandIn standIn = standIns.remove(id);
        changed.remove(id);
        if (standIn instanceof Desktop desktop) {
            ports.detach(desktop.name());
        } else if (standIn != null) {
            standIn.close();
        }
    }

    private void tell() {
        changed.forEach((id, readings) -> {
            if (!readings.isEmpty()) {
                List<PanelState> news = new ArrayList<>();
                readings.keySet().forEach(part -> news.add(readings.remove(part)));
                socket.tellAll(message(id, news));
            }
        });
    }

    private static Map<String, Object> message(String standIn, List<PanelState> readings) {
        return Map.of("type", "panel", "standin", standIn, "readings", readings);
    }

    /** The stand-ins that are switched on, by id. */
    public Map<String, StandIn> standIns() {
        return standIns;
    }

    /** Stand-ins that are switched on and listen for OSC, by name, with their addresses. */
    public Map<String, String> addresses() {
        Map<String, String> addresses = new LinkedHashMap<>();
        if (standIns.get("wherry") instanceof Wherry wherry) {
            addresses.put("Wherry", "127.0.0.1:" + wherry.port());
        }
        if (standIns.get("loft") instanceof LampLoft loft) {
            addresses.put("Lamp Loft", "127.0.0.1:" + loft.port());
        }
        return addresses;
    }

    /** The UDP port the music software listens on. */
    public int wherryPort() {
        return ((Wherry) standIns.get("wherry")).port();
    }

    /** The UDP port the lamp desk listens on. */
    public int loftPort() {
        return ((LampLoft) standIns.get("loft")).port();
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
