package orchard.app.live;

import jakarta.annotation.PostConstruct;
import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.app.Daemon;
import orchard.app.access.Tablet;
import orchard.app.access.Tablets;
import orchard.app.port.BrowserWire;
import orchard.app.port.PortRoom;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import org.springframework.context.annotation.Lazy;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.PongMessage;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.handler.TextWebSocketHandler;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The socket between Orchard and the open pages; the messages are listed in {@code docs/wires.md}. What layouts are played on
 * is told by {@link Surfaces}, everything else by {@link LiveHub}.
 */
@Component
public final class LiveSocket extends TextWebSocketHandler {

    /** Views that draw the values of controls and parameters as they move. */
    private static final Set<String> VALUE_VIEWS =
            Set.of("find", "pages", "presets", "table", "map", "describe", "layouts");

    /** So often pages on which fingers play are told something and asked for an answer, and every so many times all others. */
    private static final int BEAT_MILLIS = 75;

    private static final int OTHERS_BEAT = 7;

    private static final HexFormat HEX = HexFormat.of();

    /** Takes gestures for the stand-ins' panels. */
    public interface Panels {
        /** A hand does something on a stand-in's panel. */
        void play(String standIn, String part, String gesture, double amount);

        /** Everything a newly opened page has to know, as messages. */
        Iterable<Map<String, Object>> readings();
    }

    private final JsonMapper json = JsonMapper.builder().build();
    /** What tablets are told of that does not concern one layout only. */
    private static final Set<String> OF_LAYOUTS = Set.of("layers", "rig", "stopped", "silenced", "song");

    private final Map<String, OpenPage> clients = new ConcurrentHashMap<>();
    private final EngineRoom engine;
    private final Values values;
    private final Ticker ticker;
    private final Learn learn;
    private final Panels panels;
    private final PortRoom ports;
    private final SignalLog log;
    private final Monitor monitor;
    private final Surfaces surfaces;
    private final Tablets tablets;
    private int beats;
    /** The devices of which nobody knows whether what they said last is still true. */
    private volatile List<String> unsure = List.of();

    private final ScheduledExecutorService beating = Daemon.scheduler("beats");

    LiveSocket(
            PortRoom ports,
            SignalLog log,
            Monitor monitor,
            EngineRoom engine,
            Values values,
            Ticker ticker,
            Learn learn,
            Surfaces surfaces,
            Tablets tablets,
            @Lazy Panels panels) {
        this.ports = ports;
        this.log = log;
        this.monitor = monitor;
        this.engine = engine;
        this.values = values;
        this.ticker = ticker;
        this.learn = learn;
        this.surfaces = surfaces;
        this.tablets = tablets;
        this.panels = panels;
    }

    @PostConstruct
    void start() {
        tablets.whenTakenAway(this::takenAway);
        beating.scheduleWithFixedDelay(this::beat, BEAT_MILLIS, BEAT_MILLIS, TimeUnit.MILLISECONDS);
    }

    @PreDestroy
    void stop() {
        beating.shutdownNow();
    }

    @Override
    protected void handlePongMessage(WebSocketSession session, PongMessage message) {
        OpenPage client = clients.get(session.getId());
        if (client != null && message.getPayload().remaining() == Long.BYTES) {
            client.answered(message.getPayload().getLong());
        } else if (client != null) {
            client.heard();
        }
    }

    @Override
    public void afterConnectionEstablished(WebSocketSession session) {
        BrowserWire.Page lender = (port, bytes) -> {
            OpenPage lending = clients.get(session.getId());
            if (lending != null) {
                tell(lending, Map.of("type", "midi", "port", port, "bytes", HEX.formatHex(bytes)));
            }
        };
        OpenPage client = new OpenPage(session, lender);
        clients.put(session.getId(), client);
        if (client.tablet() != null && tablets.tablet(client.tablet().id()).isEmpty()) {
            gone(client); // it was taken away while it came in
        }
    }

    @Override
    public void afterConnectionClosed(WebSocketSession session, CloseStatus status) {
        OpenPage client = clients.get(session.getId());
        if (client != null) {
            gone(client);
        }
    }

    /** A tablet was taken away: its pages are gone at once. */
    private void takenAway(Tablet tablet) {
        clients.values().stream()
                .filter(client -> tablet.equals(client.tablet()))
                .forEach(this::gone);
    }

    /** How far away a tablet is, as a round trip in milliseconds; −1 if it was not asked yet; empty if it has no page open. */
    public OptionalInt away(Tablet tablet) {
        return clients.values().stream()
                .filter(client -> tablet.equals(client.tablet()))
                .mapToInt(OpenPage::roundTripMillis)
                .max();
    }

    /** Whatever a page that is gone held is let go, and its ports go. */
    private void gone(OpenPage client) {
        if (clients.remove(client.id()) != null) {
            client.close();
            surfaces.leave(client);
            ports.browsers().gone(client.lender());
        }
    }

    /** Says something to every page, and finds those that say nothing any more although their connection seems to stand. */
    private void beat() {
        beats++;
        for (OpenPage client : clients.values()) {
            if (client.isSilent()) {
                gone(client);
            } else if (client.isPlayed() || beats % OTHERS_BEAT == 0) {
                client.beat();
            }
        }
    }

    @Override
    protected void handleTextMessage(WebSocketSession session, TextMessage message) {
        OpenPage client = clients.get(session.getId());
        if (client == null) {
            return;
        }
        client.heard();
        try {
            JsonNode said = json.readTree(message.getPayload());
            mind(client.tablet(), said);
            heard(client, said);
        } catch (JacksonException | IllegalArgumentException | Mistake e) {
            tell(client, Map.of("type", "refused", "why", Objects.toString(e.getMessage(), "not understood")));
        }
    }

    /** A tablet may play its layouts and stop everything. */
    private static void mind(Tablet tablet, JsonNode message) {
        boolean may = tablet == null
                || switch (text(message, "type")) {
                    case "panic" -> true;
                    case "hello" -> text(message, "page").equals("play") && tablet.mayPlay(text(message, "layout"));
                    case "touch", "default", "page" -> tablet.mayPlay(text(message, "layout"));
                    default -> false;
                };
        if (!may) {
            throw new Mistake("this tablet may play its layouts and stop everything, and nothing else");
        }
    }

    private void heard(OpenPage client, JsonNode message) {
        switch (text(message, "type")) {
            case "hello" -> hello(client, message);
            case "touch" -> touch(client, Touches.of(message));
            case "default" -> surfaces.reset(text(message, "layout"), text(message, "control"));
            case "page" -> surfaces.turn(text(message, "layout"), text(message, "page"));
            case "set" -> engine.set(text(message, "device"), text(message, "parameter"), number(message, "value"));
            case "learn" -> learn.touched(new Ref.ToParameter(text(message, "device"), text(message, "parameter")));
            case "learnControl" ->
                learn.touched(new Ref.ToControl(
                        text(message, "device"), text(message, "control"), text(message, "dimension")));
            case "play" ->
                panels.play(
                        text(message, "standin"),
                        text(message, "part"),
                        text(message, "gesture"),
                        number(message, "amount"));
            case "panic" -> {
                engine.panic();
                tell(client, Map.of("type", "stopped"));
            }
            case "monitor" -> watch(client, message);
            case "lend" -> lend(client, message);
            case "midi" ->
                ports.browsers()
                        .midi(
                                client.lender(),
                                text(message, "port"),
                                HEX.parseHex(message.path("bytes").asString("")));
            case "pad" ->
                ports.browsers()
                        .pad(client.lender(), text(message, "port"), text(message, "part"), number(message, "value"));
            default -> throw new IllegalArgumentException("unknown type of message");
        }
    }

    private void hello(OpenPage client, JsonNode message) {
        client.view = text(message, "page");
        client.layout = text(message, "layout");
        if (client.tablet() == null) {
            tellState(client);
            tell(client, Map.of("type", "learn", "status", learn.status()));
            tell(client, unsure());
        }
        if (client.view.equals("rehearse")) {
            panels.readings().forEach(reading -> tell(client, reading));
        }
        if (client.isPlayed()) {
            surfaces.join(client);
        }
        tell(client, Map.of("type", "welcome"));
    }

    /** Tells every page, and from now on every one that opens, whose values nobody can be sure of. */
    void tellUnsure(List<String> devices) {
        if (!devices.equals(unsure)) {
            unsure = List.copyOf(devices);
            tellAll(unsure());
        }
    }

    private Map<String, Object> unsure() {
        return Map.of("type", "unsure", "devices", unsure);
    }

    private void watch(OpenPage client, JsonNode message) {
        if (message.path("paused").asBoolean(false)) {
            client.watch = null;
            return;
        }
        Monitor.Filter filter = Monitor.filter(
                text(message, "device"),
                text(message, "kinds"),
                text(message, "direction"),
                message.path("unheard").asBoolean(false),
                text(message, "search"),
                message.path("keepalives").asBoolean(false));
        boolean fold = message.path("fold").asBoolean(false);
        long after = message.path("after").asLong(-1);
        OpenPage.Watch watch = new OpenPage.Watch(filter, fold, after < 0 ? log.last() : after);
        Monitor.Rows start = after < 0 ? monitor.before(watch.seen + 1, filter, fold) : null;
        synchronized (client.watching) {
            if (start != null) {
                tell(client, Map.of("type", "monitor", "start", true, "rows", start));
            }
            client.watch = watch;
        }
    }

    /** Tells open monitors what is new; called by the hub's thread. */
    void tellMonitors(long lost) {
        for (OpenPage client : clients.values()) {
            OpenPage.Watch watch = client.watch;
            if (watch == null || client.isBehind()) {
                continue; // what it is not told now it is told with the next
            }
            long last = log.last();
            if (last > watch.seen) {
                Monitor.Rows news = monitor.news(watch.seen, watch.filter, watch.fold);
                watch.seen = last;
                synchronized (client.watching) {
                    boolean isNews = !news.rows().isEmpty() || news.hidden() > 0;
                    if (isNews && client.watch == watch) { // else it wants to see something else by now
                        tell(
                                client,
                                Map.of("type", "monitor", "start", false, "rows", news, "lost", lost, "last", last));
                    }
                }
            }
        }
    }

    private void lend(OpenPage client, JsonNode message) {
        List<BrowserWire.Lent> lent = new ArrayList<>();
        for (JsonNode port : message.path("ports")) {
            lent.add(new BrowserWire.Lent(
                    text(port, "id"),
                    text(port, "name"),
                    text(port, "vendor"),
                    port.path("pad").asBoolean(false),
                    port.path("in").asBoolean(false),
                    port.path("out").asBoolean(false)));
        }
        ports.browsers().lend(client.lender(), text(message, "computer"), lent);
    }

    /** Where everything stands. */
    private void tellState(OpenPage client) {
        Map<String, Object> state = new LinkedHashMap<>();
        state.put("type", "live");
        state.put("controls", values.controls());
        state.put("parameters", values.parameters());
        List<Ticker.Row> rows = new ArrayList<>(ticker.rows());
        Collections.reverse(rows);
        state.put("rows", rows);
        tell(client, state);
    }

    /**
     * Tells what just happened; called by the hub's thread.
     *
     * @param all for views that draw values
     * @param rows for the others: names and the ticker's rows
     */
    void tellLive(Map<String, Object> all, Map<String, Object> rows) {
        String allText = null;
        String rowsText = null;
        for (OpenPage client : clients.values()) {
            if (client.view.isEmpty() || client.tablet() != null) {
                continue; // it said nothing yet, and is told what is true when it does; or it is told of its layout
                // only
            } else if (client.isBehind()) {
                client.missed = true;
            } else if (client.missed) {
                client.missed = false;
                tellState(client);
            } else if (VALUE_VIEWS.contains(client.view)) {
                allText = allText == null ? json.writeValueAsString(all) : allText;
                client.send(allText);
            } else {
                rowsText = rowsText == null ? json.writeValueAsString(rows) : rowsText;
                client.send(rowsText);
            }
        }
    }

    /** A page whose touches come too late is let go: it connects again and is told what is true. */
    private void touch(OpenPage client, Touches touches) {
        if (client.isLate(touches.at())) {
            gone(client);
        } else {
            surfaces.touch(client, touches);
        }
    }

    /** Tells all open pages. */
    public void tellAll(Map<String, Object> message) {
        tellPage("", message);
    }

    /** Tells the open pages of one kind; "" for all. */
    void tellPage(String page, Map<String, Object> message) {
        if (clients.isEmpty()) {
            return;
        }
        String text = null;
        for (OpenPage client : clients.values()) {
            if (client.tablet() != null && !OF_LAYOUTS.contains(message.get("type"))) {
                continue;
            }
            if (page.isEmpty() || client.view.equals(page)) {
                text = text == null ? json.writeValueAsString(message) : text;
                client.send(text);
            }
        }
    }

    private void tell(OpenPage client, Map<String, Object> message) {
        client.send(json.writeValueAsString(message));
    }

    private static String text(JsonNode message, String field) {
        return name(message.path(field), field);
    }

    /** A name or an id in a message, "" if there is none. */
    static String name(JsonNode value, String field) {
        String text = value.asString("");
        if (text.length() > 200) {
            throw new IllegalArgumentException(field + " is too long");
        }
        return text;
    }

    private static double number(JsonNode message, String field) {
        double number = message.path(field).asDouble(Double.NaN);
        if (!Double.isFinite(number) || Math.abs(number) > 1_000) {
            throw new IllegalArgumentException(field + " has to be a number");
        }
        return number;
    }
}
