package orchard.app.live;

import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import orchard.app.Daemon;
import orchard.app.store.RigKeeper;
import orchard.gear.Dimension;
import orchard.gear.Selector;
import orchard.gear.SendMode;
import orchard.layout.Element;
import orchard.layout.Layout;
import orchard.mistake.Mistake;
import orchard.signal.TouchMessage;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * The layouts that are being played: what fingers do on them, whose finger holds what, and what every page that plays them is told. A finger's move is told to the
 * other pages at once; everything else waits until a page was told nothing for {@link #APART_MILLIS}, so that it gets one message for all that is new. Safe for
 * several threads.
 */
@Component
final class Surfaces {

    /** So long lies between two messages to one page, but for those that a finger's move brings. */
    private static final int APART_MILLIS = 20;

    /** What one element shows: where it stands, NaN where nobody knows; what it says of that, what is its name, its hue in degrees, and its colour as a rule says; null where that did not change. */
    record Shown(Double value, String text, String name, Integer hue, String look) {
        static Shown at(double value) {
            return new Shown(value, null, null, null, null);
        }

        static Shown named(String name) {
            return new Shown(null, null, name, null, null);
        }

        static Shown coloured(int hue) {
            return new Shown(null, null, null, hue, null);
        }

        Shown then(Shown later) {
            return new Shown(
                    later.value == null ? value : later.value,
                    later.text == null ? text : later.text,
                    later.name == null ? name : later.name,
                    later.hue == null ? hue : later.hue,
                    later.look == null ? look : later.look);
        }
    }

    private record Place(String layout, String control) {}

    private final JsonMapper json = JsonMapper.builder().build();
    private final EngineRoom engine;
    private final RigKeeper keeper;
    private final Captions captions;
    private final Values values;
    private final Set<OpenPage> pages = ConcurrentHashMap.newKeySet();
    private final Map<String, Map<String, Shown>> standings = new ConcurrentHashMap<>();
    private volatile boolean fine;

    /** The page whose finger came last to each control that is touched. */
    private final Map<Place, OpenPage> holders = new HashMap<>();

    /** What each switch was put to last. */
    private final Map<Place, Double> switched = new ConcurrentHashMap<>();

    private final ScheduledExecutorService telling = Daemon.scheduler("surfaces");

    Surfaces(EngineRoom engine, RigKeeper keeper, Captions captions, Values values) {
        this.engine = engine;
        this.keeper = keeper;
        this.captions = captions;
        this.values = values;
    }

    /** A page plays a layout from now on: it is told where everything stands. */
    void join(OpenPage page) {
        pages.add(page);
        forget();
        standings.getOrDefault(page.layout, Map.of()).forEach(page.untold()::shows);
        captions.all(page.layout).forEach((element, name) -> {
            Shown named = Shown.named(name);
            stands(page.layout, element, named);
            page.untold().shows(element, named);
        });
        captions.hues(page.layout).forEach((element, hue) -> {
            stands(page.layout, element, Shown.coloured(hue));
            page.untold().shows(element, Shown.coloured(hue));
        });
        page.untold().fine(fine);
        page.untold().opens(open(page.layout, values.page(Selector.Owner.parameters(page.layout))));
        Map<String, Object> all = new LinkedHashMap<>(page.untold().take());
        all.put("type", "shown");
        all.putIfAbsent("elements", Map.of());
        all.put("song", keeper.songMillis());
        all.put("revision", keeper.revision());
        page.send(json.writeValueAsString(all));
    }

    /** A page is gone: what its fingers held is let go. */
    void leave(OpenPage page) {
        pages.remove(page);
        page.letGo(); // whatever it said before has been dealt with now
        List<Place> held = new ArrayList<>();
        synchronized (holders) {
            holders.forEach((place, holder) -> {
                if (holder == page) {
                    held.add(place);
                }
            });
            holders.keySet().removeAll(held);
        }
        held.forEach(place -> {
            engine.dropped(place.layout(), place.control());
            rest(place.layout(), place.control());
        });
    }

    /**
     * Fingers of a page did something, unless that page was let go.
     *
     * @throws IllegalArgumentException if that cannot be
     */
    void touch(OpenPage page, Touches touches) {
        page.touch(() -> {
            touches.down().forEach(control -> come(page, touches.layout(), control));
            List<Touches.Move> moves = new ArrayList<>();
            for (Touches.Move move : touches.moves()) {
                if (isTheirs(page, new Place(touches.layout(), move.control()))) {
                    moves.add(move);
                }
            }
            move(page, touches.layout(), moves);
            touches.up().forEach(control -> leave(page, touches.layout(), control));
        });
    }

    /** The finger that came last has a control; another page's that is on it still follows from now on. */
    private void come(OpenPage page, String layout, String control) {
        boolean isThere = keeper.rig()
                .device(layout)
                .flatMap(device -> device.profile().control(control))
                .isPresent();
        if (!isThere) {
            return;
        }
        OpenPage before;
        synchronized (holders) {
            before = holders.put(new Place(layout, control), page);
        }
        if (before != null && before != page) {
            before.untold().takes(control);
            tell(before);
        } else {
            finger(layout, control, 1);
        }
    }

    private void leave(OpenPage page, String layout, String control) {
        boolean held;
        synchronized (holders) {
            held = holders.remove(new Place(layout, control), page);
        }
        if (held) {
            finger(layout, control, 0);
            rest(layout, control);
        }
    }

    /** What goes back when it is let go does so, whoever let it go. */
    private void rest(String layout, String control) {
        List<Touches.Move> moves = keeper.rig().layout(layout).flatMap(l -> l.played(control)).stream()
                .flatMap(element -> element.rests().stream())
                .map(rest -> new Touches.Move(rest.part(), rest.at()))
                .toList();
        move(null, layout, moves);
    }

    private void finger(String layout, String control, double on) {
        boolean tellsFingers = keeper.rig()
                .device(layout)
                .flatMap(device -> device.profile().control(control))
                .flatMap(one -> one.dimension(Dimension.TOUCH))
                .isPresent();
        if (tellsFingers) {
            engine.touched(layout, new TouchMessage(control + "." + Dimension.TOUCH, on, ""));
        }
    }

    private boolean isTheirs(OpenPage page, Place place) {
        synchronized (holders) {
            return holders.getOrDefault(place, page) == page;
        }
    }

    /** Tells the other pages where something went, and then the engine, so that its answer comes after that. */
    private void move(OpenPage from, String layout, List<Touches.Move> moves) {
        List<Touches.Move> seen =
                moves.stream().filter(move -> standsWhereItIsPut(layout, move)).toList();
        seen.forEach(move -> stands(layout, move.part(), Shown.at(move.value())));
        for (OpenPage page : pages) {
            if (page != from && page.layout.equals(layout) && !seen.isEmpty()) {
                seen.forEach(move -> page.untold().shows(move.part(), Shown.at(move.value())));
                tell(page);
            }
        }
        moves.forEach(move -> engine(layout, move));
    }

    /** A switch that the software switched back is switched to where it was put before: for the engine it goes the other way first. */
    private void engine(String layout, Touches.Move move) {
        boolean isSwitch = keeper.rig()
                .device(layout)
                .flatMap(device -> device.profile().control(move.control()))
                .filter(control -> control.dimensions().get(0).output().press() == SendMode.Press.TOGGLE)
                .isPresent();
        Double before = isSwitch ? switched.put(new Place(layout, move.part()), move.value()) : null;
        if (before != null && before == move.value()) {
            engine.touched(layout, new TouchMessage(move.part(), 1 - before, ""));
        }
        engine.touched(layout, new TouchMessage(move.part(), move.value(), ""));
    }

    /** Whether an element shows where a finger put it: not if it is pressed or goes on and on, then it shows what that led to. */
    private boolean standsWhereItIsPut(String layout, Touches.Move move) {
        return keeper.rig()
                .device(layout)
                .flatMap(device -> device.profile().control(move.control()))
                .filter(control -> !control.kind().pressed())
                .filter(control -> !control.dimensions().get(0).relative())
                .isPresent();
    }

    /** An element has to show something; the page whose finger is on it keeps the finger's own place. */
    void show(String layout, TouchMessage message) {
        Shown before = standings.getOrDefault(layout, Map.of()).get(message.element());
        String was = before == null || before.look == null ? "" : before.look;
        String look = message.look().equals(was) ? null : message.look();
        tell(layout, message.element(), new Shown(message.value(), message.text(), null, null, look));
    }

    private void tell(String layout, String element, Shown shown) {
        stands(layout, element, shown);
        for (OpenPage page : pages) {
            if (page.layout.equals(layout)) {
                page.untold().shows(element, shown);
                soon(page);
            }
        }
    }

    /** Names may be others now: those of places under a focus that moved, or those a device told. */
    void renamed() {
        pages.stream()
                .map(page -> page.layout)
                .distinct()
                .forEach(layout -> captions.all(layout).forEach((element, name) -> {
                    Shown now = standings.getOrDefault(layout, Map.of()).get(element);
                    if (now == null || !name.equals(now.name)) {
                        tell(layout, element, Shown.named(name));
                    }
                }));
    }

    /** What elements have the colour of may have another one now, or be something else. */
    void recoloured() {
        pages.stream()
                .map(page -> page.layout)
                .distinct()
                .forEach(layout -> captions.hues(layout).forEach((element, hue) -> {
                    Shown now = standings.getOrDefault(layout, Map.of()).get(element);
                    if (now == null || !hue.equals(now.hue)) {
                        tell(layout, element, Shown.coloured(hue));
                    }
                }));
    }

    /** Another page of a layout is open: every screen that plays it shows that one. */
    void opened(String layout, int number) {
        String open = open(layout, number);
        for (OpenPage page : pages) {
            if (page.layout.equals(layout)) {
                page.untold().opens(open);
                tell(page);
            }
        }
    }

    /** What fingers do on every layout is fine while a control is held that makes moves fine. */
    void fine(boolean isFine) {
        if (fine != isFine) {
            fine = isFine;
            pages.forEach(page -> {
                page.untold().fine(isFine);
                tell(page);
            });
        }
    }

    /** The id of a page of a layout; "" if there is none of that number. */
    private String open(String layout, int number) {
        return keeper.rig()
                .layout(layout)
                .map(Layout::pages)
                .filter(pages -> number >= 1 && number <= pages.size())
                .map(pages -> pages.get(number - 1).id())
                .orElse("");
    }

    /**
     * A finger opens a page of a layout.
     *
     * @throws Mistake if there is none of that id
     */
    void turn(String layout, String page) {
        keeper.rig()
                .layout(layout)
                .filter(one -> one.pages().stream().anyMatch(other -> other.id().equals(page)))
                .orElseThrow(() -> new Mistake("page", "that page is not there any more"));
        engine.open(layout, page);
    }

    /** What an element sets goes to its default. */
    void reset(String layout, String control) {
        captions.about(layout, control)
                .ifPresent(ref -> keeper.rig()
                        .parameter(ref)
                        .ifPresent(parameter ->
                                engine.set(ref.device(), ref.parameter(), parameter.position(parameter.standard()))));
    }

    /** What elements showed that are gone, or that neither set nor follow anything any more, is not true any longer. */
    private void forget() {
        standings.forEach((id, shown) -> {
            Set<String> about = keeper.rig().layout(id).stream()
                    .flatMap(layout -> layout.played().stream()
                            .filter(element -> captions.address(layout, element).isPresent()))
                    .map(Element::id)
                    .collect(Collectors.toSet());
            shown.keySet().removeIf(part -> !about.contains(Touches.control(part)));
        });
    }

    private void stands(String layout, String element, Shown shown) {
        standings.computeIfAbsent(layout, l -> new ConcurrentHashMap<>()).merge(element, shown, Shown::then);
    }

    private void soon(OpenPage page) {
        if (page.untold().plan()) {
            later(page, Math.max(1, page.untold().waits(APART_MILLIS)));
        }
    }

    private void later(OpenPage page, long millis) {
        telling.schedule(
                () -> {
                    long waits = page.untold().waits(APART_MILLIS);
                    if (waits > 0) {
                        later(page, waits);
                    } else {
                        page.untold().unplan();
                        tell(page);
                    }
                },
                millis,
                TimeUnit.MILLISECONDS);
    }

    /** A page that is behind is told later, and then only what is true by then. */
    private void tell(OpenPage page) {
        if (page.isBehind()) {
            soon(page);
            return;
        }
        Map<String, Object> news = page.untold().take();
        if (!news.isEmpty()) {
            page.send(json.writeValueAsString(news));
        }
    }

    @PreDestroy
    void close() {
        telling.shutdownNow();
    }
}
