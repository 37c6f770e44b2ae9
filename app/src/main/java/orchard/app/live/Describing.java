package orchard.app.live;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.gear.Arrangement;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.outcome.NobodyListens;
import orchard.recognise.Guess;
import orchard.recognise.Recogniser;
import orchard.signal.Identity;
import orchard.signal.MessageId;
import org.springframework.stereotype.Component;

/**
 * Listens to devices whose controls a person touches one after another, and keeps what was recognised until it is made part of the rig or
 * given up. Safe for several threads.
 */
@Component
public final class Describing {

    private static final int MOST_SESSIONS = 32;

    private static final class Session {
        final Recogniser recogniser = new Recogniser();
        final Map<MessageId, Control.Kind> kinds = new HashMap<>();
        final Set<MessageId> dropped = new HashSet<>();
        long version;
    }

    private final Map<String, Session> sessions = new LinkedHashMap<>();

    /** Begins to listen to a device, if that is not so already. */
    public synchronized void begin(String device) {
        if (sessions.size() < MOST_SESSIONS) {
            sessions.computeIfAbsent(device, d -> new Session());
        }
    }

    /** Gives up what was recognised of a device. */
    public synchronized void end(String device) {
        sessions.remove(device);
    }

    /** Whether a device is listened to. */
    public synchronized boolean isOn(String device) {
        return sessions.containsKey(device);
    }

    /** What was recognised of a device so far, in the order of touch. */
    public synchronized List<Guess> guesses(String device) {
        Session session = sessions.get(device);
        if (session == null) {
            return List.of();
        }
        List<Guess> guesses = new ArrayList<>();
        Map<String, Integer> numbers = new HashMap<>();
        for (Guess guess : session.recogniser.guesses()) {
            if (session.dropped.contains(guess.slot())) {
                continue;
            }
            Control.Kind kind = session.kinds.getOrDefault(guess.slot(), guess.kind());
            boolean numbered =
                    guess.name().matches(guess.kind().noun() + " \\d+"); // named by its kind and not by its address
            int number = numbers.merge(kind.noun(), 1, Integer::sum);
            guesses.add(guess.as(numbered ? kind.noun() + " " + number : guess.name(), kind));
        }
        return guesses;
    }

    /** What was recognised as controls with ids, names and places, after those the device has. */
    public List<Control> controls(Device device) {
        List<Control> there = device.profile().controls();
        Set<String> ids = new HashSet<>();
        Set<String> names = new HashSet<>();
        there.forEach(control -> {
            ids.add(control.id());
            names.add(control.name());
        });
        List<Control> added = new ArrayList<>();
        for (Guess guess : guesses(device.id())) {
            String letters = guess.kind().name().toLowerCase(Locale.ROOT).replace("_", "");
            int number = 1;
            while (!ids.add(letters + number)) {
                number++;
            }
            added.add(new Control(
                    letters + number, guess.name(), guess.kind(), guess.dimensions(), new Control.Face(0, 0, 1, 1)));
        }
        return Arrangement.named(names, Arrangement.place(there, added));
    }

    /** A person says what one thing is that messages do not tell. */
    public synchronized void take(String device, int place, Control.Kind to) {
        List<Guess> guesses = guesses(device);
        Session session = sessions.get(device);
        if (session != null
                && place >= 0
                && place < guesses.size()
                && guesses.get(place).alternatives().contains(to)) {
            session.kinds.put(guesses.get(place).slot(), to);
            session.version++;
        }
    }

    /** A person says what all are that were taken for the same. */
    public synchronized void take(String device, Control.Kind from, Control.Kind to) {
        Session session = sessions.get(device);
        if (session != null) {
            for (Guess guess : session.recogniser.guesses()) {
                Control.Kind now = session.kinds.getOrDefault(guess.slot(), guess.kind());
                if (now == from && guess.alternatives().contains(to)) {
                    session.kinds.put(guess.slot(), to);
                }
            }
            session.version++;
        }
    }

    /** A person says that something is no control. */
    public synchronized void drop(String device, int place) {
        List<Guess> guesses = guesses(device);
        Session session = sessions.get(device);
        if (session != null && place >= 0 && place < guesses.size()) {
            session.dropped.add(guesses.get(place).slot());
            session.version++;
        }
    }

    /** Takes a trace; called by the hub's thread. What the rig knows already is passed over. */
    synchronized void take(Trace trace) {
        if (sessions.isEmpty() || !(trace.event() instanceof Event.Arrived arrived)) {
            return;
        }
        Session session = sessions.get(arrived.device());
        boolean saysWhoItIs =
                Identity.of(arrived.message()).isPresent(); // because it was asked, not because it was touched
        if (session != null && !saysWhoItIs && trace.first(NobodyListens.class) != null) {
            session.recogniser.heard(arrived.nanos(), arrived.message());
            session.version++;
        }
    }

    /** The devices that are listened to, and how often something changed for each. */
    synchronized Map<String, Long> versions() {
        Map<String, Long> versions = new HashMap<>();
        sessions.forEach((device, session) -> versions.put(device, session.version));
        return versions;
    }
}
