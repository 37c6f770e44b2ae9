package orchard.app.live;

import jakarta.annotation.PostConstruct;
import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.LongAdder;
import orchard.app.Daemon;
import orchard.app.port.PortRoom;
import orchard.app.store.RigKeeper;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.gear.Device;
import orchard.gear.Hue;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.outcome.CaseTaken;
import orchard.outcome.Considered;
import orchard.outcome.ControlMoved;
import orchard.outcome.FocusMoved;
import orchard.outcome.FormHeard;
import orchard.outcome.GroupNamed;
import orchard.outcome.LayersTurned;
import orchard.outcome.LightShown;
import orchard.outcome.Outcome;
import orchard.outcome.PageOpened;
import orchard.outcome.ParameterForgotten;
import orchard.outcome.ParameterSet;
import orchard.outcome.ParameterTold;
import orchard.outcome.PresenceChanged;
import orchard.outcome.PresetRecalled;
import orchard.outcome.SilenceChanged;
import orchard.outcome.Stopped;
import orchard.outcome.VariableSet;
import orchard.parameter.Binding;
import orchard.rig.FineControls;
import orchard.rig.Rig;
import orchard.rig.Song;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Takes the engine's traces on a thread of its own and tells the browsers, thirty times a second at most. The engine never
 * waits for it: what does not fit in its queue is counted and not shown.
 */
@Component
public final class LiveHub {

    private static final Logger LOG = LoggerFactory.getLogger(LiveHub.class);
    /** What pages are told of a parameter that nobody knows any more: it stands nowhere. */
    private static final Map<String, Object> UNKNOWN = Map.of("text", "?");

    private static final int QUEUE = 1 << 16;
    private static final int PERIOD_MILLIS = 33;
    private static final int MONITOR_FRAMES = 2;
    private static final int MOST_ROWS_A_FRAME = 40;

    private final BlockingQueue<Trace> queue = new ArrayBlockingQueue<>(QUEUE);
    private final LongAdder unseen = new LongAdder();
    private final EngineRoom engine;
    private final RigKeeper keeper;
    private final PortRoom ports;
    private final Names names;
    private final Values values;
    private final Ticker ticker;
    private final SignalLog log;
    private final Learn learn;
    private final Describing describing;
    private final Memories memories;
    private final Shaped shaped;
    private final Inventories inventories;
    private final DumpsHeard dumpsHeard;
    private final Unheard unheard;
    private final Loops loops;
    private final Performance performance;
    private final Map<String, Object> memoriesTold = new HashMap<>();
    private final Surfaces surfaces;
    private final Flows flows;
    /** The rig whose fine controls these are, and those of them that are held. */
    private Rig fineOf;

    private Set<Ref.ToControl> fine = Set.of();
    private final Set<Ref.ToControl> heldFine = new HashSet<>();
    private final LiveSocket socket;
    private final Map<String, Long> describingTold = new HashMap<>();
    private final ScheduledExecutorService frames = Daemon.scheduler("live");
    private Map<String, String> standingsTold = Map.of();
    private Learn.Status learnTold;
    private int frame;
    /** Whether elements of layouts may have other names since the last frame. */
    private boolean namesNews;

    private boolean huesNews;

    LiveHub(
            EngineRoom engine,
            RigKeeper keeper,
            PortRoom ports,
            Names names,
            Values values,
            Ticker ticker,
            SignalLog log,
            Learn learn,
            Describing describing,
            Memories memories,
            Shaped shaped,
            Inventories inventories,
            DumpsHeard dumpsHeard,
            Unheard unheard,
            Loops loops,
            Performance performance,
            Surfaces surfaces,
            Flows flows,
            LiveSocket socket) {
        this.engine = engine;
        this.keeper = keeper;
        this.ports = ports;
        this.names = names;
        this.values = values;
        this.ticker = ticker;
        this.log = log;
        this.learn = learn;
        this.describing = describing;
        this.memories = memories;
        this.shaped = shaped;
        this.inventories = inventories;
        this.dumpsHeard = dumpsHeard;
        this.unheard = unheard;
        this.loops = loops;
        this.performance = performance;
        this.surfaces = surfaces;
        this.flows = flows;
        this.socket = socket;
    }

    @PostConstruct
    void start() {
        engine.start(
                trace -> {
                    if (!queue.offer(trace)) {
                        unseen.increment();
                    }
                },
                surfaces::show);
        keeper.listen(rig -> socket.tellAll(Map.of("type", "rig", "revision", keeper.revision())));
        frames.scheduleWithFixedDelay(this::frameSafely, PERIOD_MILLIS, PERIOD_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** How many traces could not be shown because there were too many at once. */
    public long unseen() {
        return unseen.sum();
    }

    private void frameSafely() {
        try {
            frame();
        } catch (RuntimeException e) {
            LOG.error("A live frame failed", e);
        }
    }

    private void frame() {
        Map<String, Object> controls = new LinkedHashMap<>();
        Map<String, Object> parameters = new LinkedHashMap<>();
        Map<String, Object> groups = new LinkedHashMap<>();
        Map<String, Object> mappings = new LinkedHashMap<>();
        Map<String, Object> lights = new LinkedHashMap<>();
        List<Map<String, Object>> hits = new ArrayList<>();
        Set<String> rows = new LinkedHashSet<>();
        List<Trace> traces = new ArrayList<>();
        boolean loopNews = false;
        namesNews = false;
        huesNews = false;
        queue.drainTo(traces);
        Set<String> unheardFrom = new LinkedHashSet<>();
        Ref.ToParameter brief = null;
        for (Trace trace : traces) {
            log.take(trace);
            learn.take(trace);
            describing.take(trace);
            memories.take(trace);
            loopNews |= loops.take(trace);
            if (unheard.take(trace)) {
                unheardFrom.add(((Event.Arrived) trace.event()).device());
            }
            if (dumpsHeard.take(trace)) {
                String device = ((Event.Arrived) trace.event()).device();
                socket.tellPage("describe", Map.of("type", "dumped", "device", device));
            }
            if (inventories.take(trace)) {
                socket.tellPage("find", Map.of("type", "inventory"));
            }
            for (String row : ticker.take(trace)) {
                rows.remove(row);
                rows.add(row);
            }
            performance.take(trace);
            flows.take(trace);
            values.take(trace)
                    .forEach(key -> controls.put(key, values.controls().get(key)));
            Ref.ToParameter set = setByHand(trace);
            brief = set == null ? brief : set;
            for (Outcome outcome : trace.outcomes()) {
                collect(outcome, trace, parameters, groups, mappings, lights);
                fine(outcome, trace.rig());
                if (outcome instanceof ControlMoved moved
                        && moved.control().dimension().equals("velocity")
                        && moved.position() > 0
                        && hits.size() < MOST_ROWS_A_FRAME) {
                    // a hit may be over before the frame is told
                    hits.add(Map.of("control", moved.control().key(), "number", moved.number()));
                }
            }
        }
        Map<String, Object> passed = flows.news();
        if (passed != null) {
            socket.tellPage("routes", passed);
        }
        if (!traces.isEmpty()) {
            Map<String, Object> few = new LinkedHashMap<>();
            few.put("type", "live");
            few.put("groups", groups);
            few.put("rows", ticker.rows(rows, MOST_ROWS_A_FRAME));
            Map<String, Object> all = new LinkedHashMap<>(few);
            all.put("controls", controls);
            all.put("parameters", parameters);
            all.put("mappings", mappings);
            all.put("lights", lights);
            all.put("hits", hits);
            socket.tellLive(all, few);
        }
        tellBrief(brief);
        if (namesNews) {
            surfaces.renamed();
        }
        if (namesNews || huesNews) {
            surfaces.recoloured();
        }
        tellStandings(loopNews);
        unheardFrom.forEach(device -> socket.tellPage("table", Map.of("type", "heard", "device", device)));
        tellLearn();
        if (frame % MONITOR_FRAMES == 0) {
            socket.tellMonitors(unseen.sum() + engine.dropped());
        }
        memories.tick();
        if (frame % 8 == 0) {
            tellDescribing();
            tellMemories();
        }
        if (++frame % 15 == 0) {
            socket.tellPage(
                    "connect",
                    Map.of(
                            "type", "ports",
                            "ports", ports.ports(),
                            "held", ports.held(),
                            "troubles", ports.portTroubles().values()));
        }
    }

    /** What a hand set last in a turn, or null. */
    private static Ref.ToParameter setByHand(Trace trace) {
        boolean byHand = false;
        Ref.ToParameter last = null;
        for (Outcome outcome : trace.outcomes()) {
            byHand |= outcome instanceof ControlMoved moved && moved.byHand();
            if (outcome instanceof ParameterSet set) {
                last = set.parameter();
            } else if (outcome instanceof VariableSet set) {
                last = set.parameter();
            }
        }
        return byHand ? last : null;
    }

    /** What a hand changed just now, in words. */
    private void tellBrief(Ref.ToParameter parameter) {
        Values.OfParameter now = parameter == null ? null : values.parameters().get(parameter.key());
        if (now != null) {
            socket.tellPage("perform", Map.of("type", "brief", "name", names.words(parameter), "text", now.text()));
        }
    }

    private void chord(ParameterTold told, Rig rig) {
        rig.parameter(told.parameter())
                .filter(parameter -> parameter.binding() instanceof Binding.Held)
                .ifPresent(parameter -> socket.tellPage(
                        "perform",
                        Map.of("type", "chord", "key", told.parameter().key(), "text", told.text())));
    }

    private void collect(
            Outcome outcome,
            Trace trace,
            Map<String, Object> parameters,
            Map<String, Object> groups,
            Map<String, Object> mappings,
            Map<String, Object> lights) {
        if (outcome instanceof ParameterSet set) {
            String key = set.parameter().key();
            huesNews |= isHue(set.parameter());
            parameters.put(key, values.parameters().get(key));
        } else if (outcome instanceof VariableSet set) {
            String key = set.parameter().key();
            parameters.put(key, values.parameters().get(key));
        } else if (outcome instanceof ParameterTold told) {
            String key = told.parameter().key();
            huesNews |= isHue(told.parameter());
            parameters.put(key, values.parameters().get(key));
            chord(told, trace.rig());
        } else if (outcome instanceof ParameterForgotten forgotten) {
            parameters.put(forgotten.parameter().key(), UNKNOWN);
        } else if (outcome instanceof GroupNamed named) {
            names.told(named.device(), named.group(), named.name());
            namesNews = true;
            groups.put(named.device() + "/" + named.group(), named.name());
        } else if (outcome instanceof Considered considered) {
            Map.Entry<String, Object> view = shaped.view(considered, trace.rig());
            mappings.put(view.getKey(), view.getValue());
        } else if (outcome instanceof FormHeard heard) {
            mappings.put(heard.mapping() + "/heard", Shaped.heard(heard, trace));
        } else if (outcome instanceof LightShown shown) {
            String key = shown.light().key();
            String lamp = values.lamp(key);
            lights.put(key, lamp.isEmpty() ? shown.text() : lamp);
        } else if (outcome instanceof PageOpened opened) {
            Selector.Owner pages = opened.pages();
            if (pages.kind() == Selector.Kind.SONGS) {
                reached(opened.page(), trace.rig());
            } else if (pages.kind() == Selector.Kind.PARAMETER_PAGES) {
                socket.tellPage("pages", Map.of("type", "opened", "device", pages.device(), "page", opened.page()));
                surfaces.opened(pages.device(), opened.page());
            } else {
                socket.tellPage(
                        "describe",
                        Map.of(
                                "type",
                                "opened",
                                "device",
                                pages.device(),
                                "group",
                                pages.group(),
                                "page",
                                opened.page()));
            }
        } else if (outcome instanceof Stopped) {
            socket.tellPage("play", Map.of("type", "silenced"));
        } else if (outcome instanceof LayersTurned turned) {
            socket.tellAll(Map.of("type", "layers", "stack", turned.stack(), "latched", turned.latched()));
        } else if (outcome instanceof FocusMoved moved) {
            namesNews = true;
            socket.tellAll(
                    Map.of("type", "focus", "focus", moved.focus(), "under", moved.under(), "pinned", moved.pinned()));
        } else if (outcome instanceof SilenceChanged changed) {
            socket.tellAll(Map.of("type", "silence", "words", changed.words()));
        } else if (outcome instanceof CaseTaken taken) {
            mappings.put(taken.mapping() + "/cases", Map.of("taken", taken.cases()));
        } else if (outcome instanceof PresetRecalled recalled) {
            socket.tellPage(
                    "presets", Map.of("type", "recalled", "device", recalled.device(), "preset", recalled.preset()));
        } else if (outcome instanceof PresenceChanged presence) {
            socket.tellAll(Map.of("type", "presence", "device", presence.device(), "present", presence.present()));
        }
    }

    private boolean isHue(Ref.ToParameter parameter) {
        return names.parameter(parameter).filter(Hue::is).isPresent();
    }

    /** Follows which controls are held that make moves fine. */
    private void fine(Outcome outcome, Rig rig) {
        if (rig != fineOf) {
            fineOf = rig;
            fine = FineControls.of(rig);
            heldFine.retainAll(fine);
        }
        if (outcome instanceof ControlMoved moved && fine.contains(moved.control())) {
            if (moved.position() >= 0.5) {
                heldFine.add(moved.control());
            } else {
                heldFine.remove(moved.control());
            }
        } else if (outcome instanceof PresenceChanged presence && !presence.present()) {
            heldFine.removeIf(control -> control.device().equals(presence.device()));
        }
        surfaces.fine(!heldFine.isEmpty());
    }

    /** A sentence went to a song: everybody follows, and it says what it begins with. Who steps on Perform has done both already. */
    private void reached(int page, Rig rig) {
        List<Song> songs = rig.songs();
        if (page > songs.size() || songs.get(page - 1).id().equals(keeper.currentSong())) {
            return;
        }
        Song song = songs.get(page - 1);
        keeper.currentSong(song.id());
        socket.tellAll(Map.of("type", "song", "song", song.id()));
        song.says().forEach(say -> engine.say(say.device(), say.message(), "begin of “" + song.name() + "”"));
    }

    /** Tells all pages when a device stands otherwise than before, or a mapping was muted or freed. */
    private void tellStandings(boolean loopNews) {
        Map<String, String> standings = new LinkedHashMap<>();
        keeper.rig()
                .devices()
                .forEach(device -> standings.put(
                        device.id(), ports.standing(device.id()).state().words()));
        socket.tellUnsure(ports.unsure(keeper.rig().devices()));
        if (loopNews || !standings.equals(standingsTold)) {
            standingsTold = standings;
            socket.tellAll(Map.of("type", "standing", "standings", standings));
        }
    }

    private void tellDescribing() {
        Map<String, Long> versions = describing.versions();
        versions.forEach((device, version) -> {
            if (!version.equals(describingTold.put(device, version))) {
                socket.tellPage("describe", Map.of("type", "touched", "device", device));
            }
        });
        describingTold.keySet().retainAll(versions.keySet());
    }

    private void tellMemories() {
        for (Device device : keeper.rig().devices()) {
            memories.standing(device).ifPresent(standing -> {
                if (!standing.equals(memoriesTold.put(device.id(), standing))) {
                    socket.tellPage(
                            "describe", Map.of("type", "memory", "device", device.id(), "status", standing.status()));
                }
            });
        }
    }

    private void tellLearn() {
        Learn.Status status = learn.status();
        if (!status.equals(learnTold)) {
            learnTold = status;
            socket.tellAll(Map.of("type", "learn", "status", status));
        }
    }

    @PreDestroy
    void close() {
        frames.shutdownNow();
    }
}
