package orchard.app.live;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import orchard.engine.Event;
import orchard.engine.Explain;
import orchard.engine.Trace;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.outcome.Considered;
import orchard.outcome.ControlMoved;
import orchard.outcome.Doubted;
import orchard.outcome.FormHeard;
import orchard.outcome.GroupNamed;
import orchard.outcome.KeysTyped;
import orchard.outcome.LightShown;
import orchard.outcome.LoopCut;
import orchard.outcome.NobodyListens;
import orchard.outcome.OfMemory;
import orchard.outcome.Outcome;
import orchard.outcome.ParameterSet;
import orchard.outcome.ParameterTold;
import orchard.outcome.PassedOn;
import orchard.outcome.PresetRecalled;
import orchard.outcome.Reconciled;
import orchard.outcome.Refused;
import orchard.outcome.Said;
import orchard.outcome.Unconfirmed;
import orchard.outcome.VariableSet;
import orchard.signal.Identity;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.TouchMessage;
import orchard.signal.TypingEnded;
import org.springframework.stereotype.Component;

/**
 * The last signals with what they did. Repeats about the same thing fold into one row with a count. Written by the hub's
 * thread, read by any.
 */
@Component
public final class Ticker {

    private static final int KEPT_ROWS = 200;

    /** What a row is about; a row's shape and word repeat its colour. */
    public enum Kind {
        /** Came in and something listens. */
        ARRIVING("in"),
        /** Went out. */
        GOING("out"),
        /** Came in and nobody listens. */
        UNHEARD("nobody listens"),
        /** Cannot be used. */
        WRONG("wrong");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        /** The kind in a word. */
        public String word() {
            return word;
        }
    }

    /**
     * One row.
     *
     * @param key what the row folds by; {@code unknown DEVICE …} where no part of that device sends such a message
     * @param trace number of the newest trace in it
     * @param count how many traces are in it
     * @param message the newest message, in its own words
     * @param text what it did
     * @param housekeeping greetings, keep-alives, meters and the chatter of software, which the one line leaves out
     */
    public record Row(
            String key, long trace, long count, Kind kind, String message, String text, boolean housekeeping) {}

    /** The newest of one row's traces; its words are made when somebody looks. */
    private static final class Kept {
        Trace trace;
        /** The outcome that sent something; null for what came in. */
        Outcome outcome;

        long count;
    }

    private static final Set<String> HOUSEKEEPING = Set.of("greeting", "keep-alive", "memory");

    private final Names names;
    private final Map<String, Kept> kept = new LinkedHashMap<>();

    Ticker(Names names) {
        this.names = names;
    }

    /** Takes a trace; gives the keys of the rows that are new or changed. */
    synchronized List<String> take(Trace trace) {
        List<String> keys = new ArrayList<>(2);
        String incoming = incoming(trace);
        if (incoming != null) {
            keys.add(keep(incoming, trace, null));
        }
        for (Outcome outcome : trace.outcomes()) {
            if (outcome instanceof LightShown shown) {
                String key = "out " + shown.light().key();
                if (!isBlink(trace, shown, kept.get(key))) {
                    keys.add(keep(key, trace, outcome));
                }
            } else if (outcome instanceof Said said && !isTick(said.message())) {
                keys.add(keep("say " + said.device() + said.message().subject(), trace, outcome));
            } else if (outcome instanceof LoopCut cut) {
                keys.add(keep("loop " + cut.mapping(), trace, outcome));
            } else if (outcome instanceof Doubted doubted) {
                keys.add(keep("doubt " + doubted.device(), trace, outcome));
            } else if (outcome instanceof Unconfirmed unconfirmed) {
                keys.add(keep("unconfirmed " + unconfirmed.parameter().key(), trace, outcome));
            } else if (outcome instanceof Reconciled reconciled && reconciled.both()) {
                keys.add(keep("both " + reconciled.parameter().key(), trace, outcome));
            }
        }
        Iterator<String> oldest = kept.keySet().iterator();
        while (kept.size() > KEPT_ROWS) {
            oldest.next();
            oldest.remove();
        }
        return keys;
    }

    /** Whether a lamp that is let blink was told its next half, which is no news. */
    private static boolean isBlink(Trace trace, LightShown shown, Kept before) {
        return trace.event() instanceof Event.Passed
                && before != null
                && before.outcome instanceof LightShown last
                && last.text().equals(shown.text());
    }

    private String keep(String key, Trace trace, Outcome outcome) {
        Kept row = kept.remove(key);
        row = row == null ? new Kept() : row;
        row.trace = trace;
        row.outcome = outcome;
        row.count++;
        kept.put(key, row);
        return key;
    }

    /** Whether it is one of the ticks of a clock, which would stand above everything else. */
    private static boolean isTick(Message message) {
        return message instanceof MidiMessage.SystemMessage system
                && system.status() == MidiMessage.SystemMessage.CLOCK;
    }

    /** What an incoming event folds by, or null for one that is no row. */
    private static String incoming(Trace trace) {
        if (trace.event() instanceof Event.Touched touched) {
            return "page " + touched.device() + "/" + touched.parameter();
        } else if (trace.event() instanceof Event.Arrived arrived) {
            if (isTick(arrived.message())) {
                return null;
            }
            boolean unknown = trace.first(NobodyListens.class) != null
                    && trace.first(PassedOn.class) == null
                    && Identity.of(arrived.message()).isEmpty();
            return (unknown ? "unknown " : "in ") + arrived.device() + " "
                    + arrived.message().subject();
        } else if (trace.event() instanceof Event.Recalled recalled) {
            return "recalled " + recalled.preset();
        } else if (trace.event() instanceof Event.Presence presence) {
            return "presence " + presence.device();
        }
        return null;
    }

    /** The newest rows of these keys that are still kept, oldest first. */
    synchronized List<Row> rows(Collection<String> keys, int most) {
        return keys.stream()
                .skip(Math.max(0, keys.size() - most))
                .filter(kept::containsKey)
                .map(key -> row(key, kept.get(key)))
                .toList();
    }

    private Row row(String key, Kept row) {
        Trace trace = row.trace;
        if (row.outcome instanceof LightShown shown) {
            String where = "on " + names.words(shown.light()) + " of "
                    + name(shown.light().device());
            return new Row(key, trace.number(), row.count, Kind.GOING, shown.text(), where, false);
        } else if (row.outcome instanceof Said said) {
            String text = said.why() + " to " + name(said.device());
            boolean housekeeping = HOUSEKEEPING.contains(said.why());
            return new Row(key, trace.number(), row.count, Kind.GOING, spelled(said.message()), text, housekeeping);
        }
        if (row.outcome != null) {
            return trouble(key, row);
        }
        Row one = trace.event() instanceof Event.Arrived arrived
                ? arrived(trace, key, arrived.device(), arrived.message())
                : trace.event() instanceof Event.Touched touched
                        ? touched(trace, key, touched)
                        : trace.event() instanceof Event.Recalled recalled
                                ? recalled(trace, key, recalled)
                                : presence(trace, key);
        return new Row(key, one.trace(), row.count, one.kind(), one.message(), one.text(), one.housekeeping());
    }

    /** What went wrong, or may have, beside what was played. */
    private Row trouble(String key, Kept row) {
        Outcome outcome = row.outcome;
        Kind kind = outcome instanceof Doubted || outcome instanceof Reconciled ? Kind.ARRIVING : Kind.WRONG;
        String about = outcome instanceof LoopCut
                ? "a loop"
                : outcome instanceof Doubted ? "a gap" : outcome instanceof Reconciled ? "both moved" : "no answer";
        return new Row(
                key, row.trace.number(), row.count, kind, about, Explain.words(outcome, row.trace, names), false);
    }

    private Row touched(Trace trace, String key, Event.Touched touched) {
        Ref ref = new Ref.ToParameter(touched.device(), touched.parameter());
        Kind kind = trace.first(Refused.class) == null ? Kind.ARRIVING : Kind.WRONG;
        return row(trace, key, kind, "page", names.words(ref) + outcome(trace), false);
    }

    private Row recalled(Trace trace, String key, Event.Recalled recalled) {
        Refused refused = trace.first(Refused.class);
        String name = names.presets().stream()
                .filter(preset -> preset.id().equals(recalled.preset()))
                .map(preset -> "preset “" + preset.name() + "” of " + name(preset.device()))
                .findFirst()
                .orElse("a preset that is not there");
        return refused == null
                ? row(trace, key, Kind.ARRIVING, "page", name, false)
                : row(trace, key, Kind.WRONG, "page", name + ": " + refused.why(), false);
    }

    private Row presence(Trace trace, String key) {
        Event.Presence presence = (Event.Presence) trace.event();
        Kind kind = presence.present() ? Kind.ARRIVING : Kind.WRONG;
        return row(trace, key, kind, name(presence.device()), presence.present() ? "is there" : "is gone", false);
    }

    private Row arrived(Trace trace, String key, String device, Message message) {
        Refused refused = trace.first(Refused.class);
        ControlMoved moved = trace.first(ControlMoved.class);
        ParameterTold told = trace.first(ParameterTold.class);
        GroupNamed named = trace.first(GroupNamed.class);
        if (refused != null) {
            String about = message instanceof TypingEnded ? message.subject() : spelled(message);
            return row(trace, key, Kind.WRONG, about, name(device) + ": " + refused.why(), false);
        } else if (moved != null) {
            boolean listened = trace.first(Considered.class) != null;
            String control = names.words(moved.control());
            return listened
                    ? row(trace, key, Kind.ARRIVING, own(message), control + outcome(trace), !moved.byHand())
                    : trace.first(PassedOn.class) != null
                            ? row(trace, key, Kind.ARRIVING, own(message), control + passedOn(trace), false)
                            : row(trace, key, Kind.UNHEARD, own(message), control + ", nobody listens", false);
        } else if (told != null) {
            boolean settable =
                    names.parameter(told.parameter()).map(p -> p.settable()).orElse(true);
            String text = names.words(told.parameter()) + " is " + told.text()
                    + (told.answer()
                            ? ", the answer"
                            : told.moved() ? ", moved in " + name(device) : ", says " + name(device));
            return row(trace, key, Kind.ARRIVING, own(message), text, !settable || told.answer() || !told.moved());
        } else if (named != null) {
            return row(trace, key, Kind.ARRIVING, own(message), "called “" + named.name() + "” now", true);
        }
        if (trace.first(FormHeard.class) != null) {
            return row(trace, key, Kind.ARRIVING, own(message), name(device) + outcome(trace), false);
        }
        if (trace.first(KeysTyped.class) != null) {
            return row(trace, key, Kind.ARRIVING, message.subject(), name(device) + " " + message.words(), false);
        }
        if (trace.first(PassedOn.class) != null) {
            return row(trace, key, Kind.ARRIVING, own(message), name(device) + passedOn(trace), false);
        }
        if (trace.first(OfMemory.class) != null) {
            return row(trace, key, Kind.ARRIVING, message.subject(), name(device) + " about its memory", true);
        }
        boolean chatter = names.device(device)
                .filter(d -> !d.profile().parameters().isEmpty())
                .isPresent();
        if (Identity.of(message).isPresent()) {
            return row(trace, key, Kind.ARRIVING, own(message), name(device) + " tells who it is", true);
        }
        return row(trace, key, Kind.UNHEARD, spelled(message), name(device) + ", nobody listens", chatter);
    }

    /** A touch says no more than which control it moved. */
    private String own(Message message) {
        return message instanceof TouchMessage touch
                ? "touch " + Math.round(touch.value() * 100) + " %"
                : spelled(message);
    }

    private String spelled(Message message) {
        return names.noteNames().spelled(message.words());
    }

    private String passedOn(Trace trace) {
        return trace.outcomes().stream()
                .filter(PassedOn.class::isInstance)
                .map(outcome -> name(((PassedOn) outcome).to()))
                .distinct()
                .collect(Collectors.joining(" and ", ", passed on to ", ""));
    }

    String outcome(Trace trace) {
        ParameterSet set = trace.first(ParameterSet.class);
        if (set != null) {
            return " → " + names.words(set.parameter()) + " " + names.text(set.parameter(), set.position());
        }
        VariableSet variable = trace.first(VariableSet.class);
        if (variable != null) {
            return " → " + names.words(variable.parameter()) + " "
                    + names.text(variable.parameter(), variable.position());
        }
        PresetRecalled preset = trace.first(PresetRecalled.class);
        if (preset != null) {
            return " → preset of " + name(preset.device());
        }
        Considered considered = trace.first(Considered.class);
        return considered == null || considered.why().isEmpty() ? "" : ": " + considered.why();
    }

    private static Row row(Trace trace, String key, Kind kind, String message, String text, boolean housekeeping) {
        return new Row(key, trace.number(), 1, kind, message, text, housekeeping);
    }

    String name(String device) {
        return names.device(device).map(Device::name).orElseGet(() -> device.substring(device.indexOf(':') + 1));
    }

    /** The rows, newest first. */
    public synchronized List<Row> rows() {
        List<Row> rows = new ArrayList<>(rows(kept.keySet(), KEPT_ROWS));
        Collections.reverse(rows);
        return List.copyOf(rows);
    }
}
