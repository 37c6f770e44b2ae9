package orchard.app.live;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.mapping.Route;
import orchard.outcome.ControlMoved;
import orchard.outcome.Outcome;
import orchard.outcome.PassedOn;
import orchard.rig.Rig;
import orchard.signal.MidiMessage;
import org.springframework.stereotype.Component;

/** What is passed on by routes, for the page that draws them: collected by the hub's thread, told once a frame. */
@Component
class Flows {

    private static final int MOST_ROWS = 9;

    private final Names names;
    private final Ticker ticker;
    private Rig of;
    private Set<String> speaking = Set.of();
    private Map<String, Integer> routes = new LinkedHashMap<>();
    /** The last trace of each kind of message; its words are made once a frame. */
    private Map<String, Trace> rows = new LinkedHashMap<>();

    private List<Map<String, Object>> notes = new ArrayList<>();

    Flows(Names names, Ticker ticker) {
        this.names = names;
        this.ticker = ticker;
    }

    /** Takes a trace. */
    void take(Trace trace) {
        if (trace.rig() != of) {
            of = trace.rig();
            speaking = of.routes().stream().map(Route::from).collect(Collectors.toSet());
        }
        boolean isPassed = false;
        for (Outcome outcome : trace.outcomes()) {
            if (outcome instanceof PassedOn one) {
                isPassed = true;
                routes.merge(one.route(), 1, Integer::sum);
            }
        }
        if (trace.event() instanceof Event.Arrived arrived
                && arrived.message() instanceof MidiMessage message
                && speaking.contains(arrived.device())) {
            note(arrived.device(), message);
            String key = arrived.device() + " " + message.subject();
            rows.remove(key);
            if (isPassed || !(message instanceof MidiMessage.NoteOff)) { // the end of a note is no news
                rows.put(key, trace);
            }
        }
    }

    private void note(String device, MidiMessage message) {
        if (message instanceof MidiMessage.NoteOn on) {
            notes.add(Map.of("device", device, "note", on.note(), "on", on.velocity() > 0));
        } else if (message instanceof MidiMessage.NoteOff off) {
            notes.add(Map.of("device", device, "note", off.note(), "on", false));
        }
    }

    private Map<String, Object> row(String key, Trace trace) {
        Event.Arrived arrived = (Event.Arrived) trace.event();
        String device = arrived.device();
        MidiMessage message = (MidiMessage) arrived.message();
        List<PassedOn> passed = trace.all(PassedOn.class);
        List<Map<String, String>> lines = new ArrayList<>();
        passed.forEach(one -> lines.add(Map.of(
                "tone",
                "to",
                "text",
                "→ " + names.noteNames().spelled(one.message().words()) + " to " + ticker.name(one.to()))));
        if (passed.isEmpty()) {
            ControlMoved moved = trace.first(ControlMoved.class);
            String taken = ticker.outcome(trace);
            boolean isTaken = moved != null && !taken.isEmpty();
            lines.add(
                    isTaken
                            ? Map.of("tone", "taken", "text", "taken: " + names.words(moved.control()) + taken)
                            : waits(device, message));
        }
        return Map.of(
                "key",
                key,
                "words",
                names.noteNames().spelled(message.words()),
                "from",
                ticker.name(device),
                "lines",
                lines);
    }

    /** Why nothing went on. */
    private Map<String, String> waits(String device, MidiMessage message) {
        return of.routes().stream()
                .filter(route -> route.from().equals(device) && route.passes(message))
                .findFirst()
                .map(route -> Map.of(
                        "tone", "waits", "text", "waits: " + ticker.name(route.to()) + " is not there, or silenced"))
                .orElse(Map.of("tone", "taken", "text", "no route passes it on"));
    }

    /** What pages are told, or null if there is nothing. */
    Map<String, Object> news() {
        if (routes.isEmpty() && rows.isEmpty() && notes.isEmpty()) {
            return null;
        }
        List<Map<String, Object>> last = rows.entrySet().stream()
                .skip(Math.max(0, rows.size() - MOST_ROWS))
                .map(row -> row(row.getKey(), row.getValue()))
                .toList();
        Map<String, Object> news = Map.of("type", "flows", "routes", routes, "rows", last, "notes", notes);
        routes = new LinkedHashMap<>();
        rows = new LinkedHashMap<>();
        notes = new ArrayList<>();
        return news;
    }
}
