package orchard.app.live;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import orchard.engine.Event;
import orchard.engine.Step;
import orchard.engine.Trace;
import orchard.gear.Device;
import orchard.gear.Ref;
import orchard.signal.Identity;
import orchard.signal.Message;
import orchard.signal.TouchMessage;
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

    private final Names names;
    private final Map<String, Row> rows = new LinkedHashMap<>();

    Ticker(Names names) {
        this.names = names;
    }

    /** Takes a trace; gives the rows that are new or changed. */
    synchronized List<Row> take(Trace trace) {
        List<Row> fresh = new ArrayList<>(2);
        incoming(trace).ifPresent(fresh::add);
        outgoing(trace, fresh);
        List<Row> folded = fresh.stream().map(this::fold).toList();
        Iterator<String> oldest = rows.keySet().iterator();
        while (rows.size() > KEPT_ROWS) {
            oldest.next();
            oldest.remove();
        }
        return folded;
    }

    private Row fold(Row row) {
        Row before = rows.remove(row.key());
        Row now = before == null
                ? row
                : new Row(
                        row.key(),
                        row.trace(),
                        before.count() + 1,
                        row.kind(),
                        row.message(),
                        row.text(),
                        row.housekeeping());
        rows.put(row.key(), now);
        return now;
    }

    private Optional<Row> incoming(Trace trace) {
        if (trace.event() instanceof Event.Touched touched) {
            Ref ref = new Ref.ToParameter(touched.device(), touched.parameter());
            Kind kind = trace.first(Step.Refused.class) == null ? Kind.ARRIVING : Kind.WRONG;
            return Optional.of(row(trace, "page " + ref, kind, "page", names.words(ref) + outcome(trace), false));
        } else if (trace.event() instanceof Event.Arrived arrived) {
            return Optional.of(arrived(trace, arrived.device(), arrived.message()));
        } else if (trace.event() instanceof Event.Presence presence) {
            String device = name(presence.device());
            return Optional.of(row(
                    trace,
                    "presence " + presence.device(),
                    presence.present() ? Kind.ARRIVING : Kind.WRONG,
                    device,
                    presence.present() ? "is there" : "is gone",
                    false));
        }
        return Optional.empty();
    }

    private Row arrived(Trace trace, String device, Message message) {
        String key = "in " + device + " " + message.subject();
        Step.Refused refused = trace.first(Step.Refused.class);
        Step.ControlMoved moved = trace.first(Step.ControlMoved.class);
        Step.ParameterTold told = trace.first(Step.ParameterTold.class);
        Step.GroupNamed named = trace.first(Step.GroupNamed.class);
        if (refused != null) {
            return row(trace, key, Kind.WRONG, message.words(), name(device) + ": " + refused.why(), false);
        } else if (moved != null) {
            boolean listened = trace.first(Step.Considered.class) != null;
            String control = names.words(moved.control());
            return listened
                    ? row(trace, key, Kind.ARRIVING, own(message), control + outcome(trace), !moved.byHand())
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
        boolean chatter = names.device(device)
                .filter(d -> !d.profile().parameters().isEmpty())
                .isPresent();
        if (Identity.of(message).isPresent()) {
            return row(trace, key, Kind.ARRIVING, own(message), name(device) + " tells who it is", true);
        }
        String unknown = "unknown " + device + " " + message.subject();
        return row(trace, unknown, Kind.UNHEARD, message.words(), name(device) + ", nobody listens", chatter);
    }

    /** A touch says no more than which control it moved. */
    private static String own(Message message) {
        return message instanceof TouchMessage touch
                ? "touch " + Math.round(touch.value() * 100) + " %"
                : message.words();
    }

    String outcome(Trace trace) {
        Step.ParameterSet set = trace.first(Step.ParameterSet.class);
        if (set != null) {
            return " → " + names.words(set.parameter()) + " " + names.text(set.parameter(), set.position());
        }
        Step.Considered considered = trace.first(Step.Considered.class);
        return considered == null || considered.why().isEmpty() ? "" : ": " + considered.why();
    }

    private void outgoing(Trace trace, List<Row> fresh) {
        for (Step step : trace.steps()) {
            if (step instanceof Step.LightShown shown) {
                fresh.add(row(
                        trace,
                        "out " + shown.light(),
                        Kind.GOING,
                        shown.text(),
                        "on " + names.words(shown.light()) + " of "
                                + name(shown.light().device()),
                        false));
            } else if (step instanceof Step.Said said) {
                fresh.add(row(
                        trace,
                        "say " + said.device() + said.message().subject(),
                        Kind.GOING,
                        said.message().words(),
                        said.why() + " to " + name(said.device()),
                        !said.why().equals("panic")));
            }
        }
    }

    private static Row row(Trace trace, String key, Kind kind, String message, String text, boolean housekeeping) {
        return new Row(key, trace.number(), 1, kind, message, text, housekeeping);
    }

    String name(String device) {
        return names.device(device).map(Device::name).orElseGet(() -> device.substring(device.indexOf(':') + 1));
    }

    /** The rows, newest first. */
    public synchronized List<Row> rows() {
        Deque<Row> newestFirst = new ArrayDeque<>();
        rows.values().forEach(newestFirst::push);
        return List.copyOf(newestFirst);
    }
}
