package orchard.app.live;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Predicate;
import orchard.app.store.RigKeeper;
import orchard.outcome.Considered;
import orchard.outcome.ControlMoved;
import orchard.outcome.Filtered;
import orchard.outcome.GroupNamed;
import orchard.outcome.LightShown;
import orchard.outcome.NobodyListens;
import orchard.outcome.ParameterSet;
import orchard.outcome.ParameterTold;
import orchard.outcome.PassedOn;
import orchard.outcome.Refused;
import orchard.outcome.Said;
import orchard.signal.Malformed;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import orchard.signal.TouchMessage;
import org.springframework.stereotype.Component;

/** The signal log put into words for those who look: filtered, searched, folded. Safe for several threads. */
@Component
public final class Monitor {

    /** How many rows a page is told when it asks; what is more is counted. */
    public static final int MOST_ROWS = 150;

    /** How many it is told as they happen, fifteen times a second: more than anybody reads. */
    private static final int MOST_NEWS = 50;

    private static final int MOST_BYTES = 20;
    private static final HexFormat HEX = HexFormat.ofDelimiter(" ").withUpperCase();
    private static final DateTimeFormatter TIME =
            DateTimeFormatter.ofPattern("HH:mm:ss.SSS", Locale.ROOT).withZone(ZoneId.systemDefault());

    /** The kinds of message one can choose among. */
    public enum Kind {
        NOTE("notes"),
        CONTROL("controllers"),
        PROGRAM("programs"),
        BEND("bend and pressure"),
        SYSEX("SysEx"),
        SYSTEM("clock and system"),
        OSC("OSC"),
        TOUCH("touch"),
        BAD("bad");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        /** The kind in words. */
        public String word() {
            return word;
        }

        static Kind of(Message message) {
            if (message instanceof Malformed) {
                return BAD;
            } else if (message instanceof OscMessage) {
                return OSC;
            } else if (message instanceof TouchMessage) {
                return TOUCH;
            }
            MidiMessage midi = (MidiMessage) message;
            if (midi instanceof MidiMessage.NoteOn || midi instanceof MidiMessage.NoteOff) {
                return NOTE;
            } else if (midi instanceof MidiMessage.ProgramChange) {
                return PROGRAM;
            } else if (midi instanceof MidiMessage.SysEx) {
                return SYSEX;
            } else if (midi instanceof MidiMessage.SystemMessage) {
                return SYSTEM;
            } else if (midi instanceof MidiMessage.PitchBend
                    || midi instanceof MidiMessage.ChannelPressure
                    || midi instanceof MidiMessage.PolyPressure) {
                return BEND;
            }
            return CONTROL;
        }
    }

    /**
     * What a person wants to see.
     *
     * @param device id of a device or key of a port; "" for any
     * @param kinds none for any
     * @param direction null for both
     * @param unheard only what nobody listened to
     * @param search only rows that have this in their words; "" for any
     * @param keepAlives whether what Orchard says only to keep a device listening is shown, and not only counted
     */
    public record Filter(
            String device,
            Set<Kind> kinds,
            SignalLog.Direction direction,
            boolean unheard,
            String search,
            boolean keepAlives) {

        /** Everything. */
        public static final Filter ALL = new Filter("", Set.of(), null, false, "", true);
    }

    /**
     * One row.
     *
     * @param number of the newest message in it
     * @param key what repeats of it have in common
     * @param count how many messages are in it
     * @param result what came of it
     */
    public record Row(
            long number,
            String key,
            String time,
            String direction,
            String device,
            String kind,
            String message,
            String bytes,
            String result,
            boolean unheard,
            long trace,
            long count) {}

    /**
     * Some rows, oldest first.
     *
     * @param unshown how many more matched and are left out
     * @param hidden how many keep-alives are not shown because nobody wants to see them
     */
    public record Rows(List<Row> rows, long unshown, long hidden) {}

    /**
     * The filter in words as pages send it.
     *
     * @param kinds names of kinds with blanks between them
     * @param direction {@code in}, {@code out} or ""
     */
    public static Filter filter(
            String device, String kinds, String direction, boolean unheard, String search, boolean keepAlives) {
        Set<Kind> chosen = EnumSet.noneOf(Kind.class);
        for (Kind kind : Kind.values()) {
            if (List.of(kinds.toUpperCase(Locale.ROOT).split(" ")).contains(kind.name())) {
                chosen.add(kind);
            }
        }
        SignalLog.Direction way = switch (direction) {
            case "in" -> SignalLog.Direction.IN;
            case "out" -> SignalLog.Direction.OUT;
            default -> null;
        };
        return new Filter(device, Set.copyOf(chosen), way, unheard, search, keepAlives);
    }

    private final SignalLog log;
    private final Ticker ticker;
    private final Names names;
    private final RigKeeper keeper;

    Monitor(SignalLog log, Ticker ticker, Names names, RigKeeper keeper) {
        this.log = log;
        this.ticker = ticker;
        this.names = names;
        this.keeper = keeper;
    }

    /** What is new after a message, for a page that shows it as it happens. */
    public Rows news(long after, Filter filter, boolean fold) {
        AtomicLong hidden = new AtomicLong();
        return rows(
                log.between(after, Long.MAX_VALUE, Integer.MAX_VALUE, wanted(filter, hidden)), fold, MOST_NEWS, hidden);
    }

    /** What was before a message, for a page that is scrolled back. */
    public Rows before(long number, Filter filter, boolean fold) {
        int most = fold ? MOST_ROWS * 20 : MOST_ROWS;
        AtomicLong hidden = new AtomicLong();
        return rows(log.between(0, number, most, wanted(filter, hidden)), fold, MOST_ROWS, hidden);
    }

    /** Everything that is kept, for export, oldest first. */
    public List<SignalLog.Entry> all(Filter filter) {
        return log.between(0, Long.MAX_VALUE, Integer.MAX_VALUE, wanted(filter, new AtomicLong()));
    }

    private Rows rows(List<SignalLog.Entry> entries, boolean fold, int mostRows, AtomicLong hidden) {
        Map<Object, SignalLog.Entry> newest = new LinkedHashMap<>();
        Map<Object, Long> counts = new LinkedHashMap<>();
        for (SignalLog.Entry entry : entries) {
            Object key = fold ? key(entry) : (Object) entry.number();
            newest.remove(key);
            newest.put(key, entry);
            counts.merge(key, 1L, Long::sum);
        }
        List<Row> rows = new ArrayList<>();
        long unshown = 0;
        int skip = newest.size() - mostRows;
        for (Map.Entry<Object, SignalLog.Entry> each : newest.entrySet()) {
            long count = counts.get(each.getKey());
            if (skip-- > 0) {
                unshown += count;
            } else {
                rows.add(row(each.getValue(), count));
            }
        }
        return new Rows(rows, unshown, hidden.get());
    }

    /** Only what is the very same is folded: no differing value, control or direction is hidden. */
    private static String key(SignalLog.Entry entry) {
        return entry.direction() + " " + entry.device() + " " + entry.message().words();
    }

    /** One entry in words. */
    public Row row(SignalLog.Entry entry, long count) {
        return new Row(
                entry.number(),
                key(entry),
                TIME.format(Instant.ofEpochSecond(0, entry.micros() * 1_000)),
                entry.direction() == SignalLog.Direction.IN ? "in" : "out",
                ticker.name(entry.device()),
                Kind.of(entry.message()).name().toLowerCase(Locale.ROOT),
                words(entry.message()),
                bytes(entry.message()),
                result(entry),
                unheard(entry),
                entry.trace().number(),
                count);
    }

    /** A message that was not sent yet. */
    public Row row(Message message) {
        return new Row(0, "", "", "", "", "", words(message), bytes(message), "", false, 0, 1);
    }

    /** A message in words, notes with their name in this rig's octaves. */
    String words(Message message) {
        return keeper.rig().noteNames().spelled(message.words());
    }

    private static String bytes(Message message) {
        byte[] bytes = message instanceof MidiMessage midi
                ? midi.bytes()
                : message instanceof OscMessage osc
                        ? OscCodec.encode(osc)
                        : message instanceof Malformed bad ? bad.start() : new byte[0];
        String more = bytes.length > MOST_BYTES ? " … (%,d bytes)".formatted(bytes.length) : "";
        return HEX.formatHex(bytes, 0, Math.min(bytes.length, MOST_BYTES)) + more;
    }

    private static boolean unheard(SignalLog.Entry entry) {
        return entry.direction() == SignalLog.Direction.IN
                && entry.trace().first(PassedOn.class) == null
                && (entry.trace().first(NobodyListens.class) != null
                        || entry.trace().first(ControlMoved.class) != null
                                && entry.trace().first(Considered.class) == null);
    }

    /** What came of a message, or where it came from, in a line. */
    private String result(SignalLog.Entry entry) {
        if (entry.outcome() instanceof ParameterSet set) {
            return names.words(set.parameter()) + " " + names.text(set.parameter(), set.position());
        } else if (entry.outcome() instanceof LightShown shown) {
            return "“" + shown.text() + "” on " + names.words(shown.light());
        } else if (entry.outcome() instanceof Said said) {
            return said.why();
        }
        Refused refused = entry.trace().first(Refused.class);
        Filtered filtered = entry.trace().first(Filtered.class);
        ControlMoved moved = entry.trace().first(ControlMoved.class);
        ParameterTold told = entry.trace().first(ParameterTold.class);
        if (refused != null) {
            return refused.why();
        } else if (filtered != null) {
            return filtered.why();
        } else if (moved != null) {
            boolean listened = entry.trace().first(Considered.class) != null;
            return names.words(moved.control()) + (listened ? ticker.outcome(entry.trace()) : ", nobody listens");
        } else if (told != null) {
            return names.words(told.parameter()) + " is " + told.text();
        }
        GroupNamed named = entry.trace().first(GroupNamed.class);
        return named != null ? "called “" + named.name() + "”" : "nobody listens";
    }

    /** What Orchard says only to keep a device listening, and what the device answers under the same name. */
    private boolean isKeepAlive(SignalLog.Entry entry) {
        if (entry.direction() == SignalLog.Direction.OUT) {
            return entry.outcome() instanceof Said said && said.why().equals("keep-alive");
        }
        return entry.message() instanceof OscMessage osc
                && unheard(entry)
                && names.device(entry.device()).stream()
                        .flatMap(device -> device.profile().keepAlive().stream())
                        .anyMatch(said -> said instanceof OscMessage asked
                                && osc.address().startsWith(asked.address()));
    }

    /** @param hidden counts what is wanted but for being a keep-alive */
    private Predicate<SignalLog.Entry> wanted(Filter filter, AtomicLong hidden) {
        Predicate<SignalLog.Entry> wanted = wanted(filter);
        return filter.keepAlives()
                ? wanted
                : entry -> {
                    boolean isHidden = isKeepAlive(entry);
                    if (isHidden && wanted.test(entry)) {
                        hidden.incrementAndGet();
                    }
                    return !isHidden && wanted.test(entry);
                };
    }

    private Predicate<SignalLog.Entry> wanted(Filter filter) {
        String search = filter.search().toLowerCase(Locale.ROOT);
        return entry -> (filter.device().isEmpty() || filter.device().equals(entry.device()))
                && (filter.direction() == null || filter.direction() == entry.direction())
                && (filter.kinds().isEmpty() || filter.kinds().contains(Kind.of(entry.message())))
                && (!filter.unheard() || unheard(entry))
                && (search.isEmpty() || says(entry, search));
    }

    private boolean says(SignalLog.Entry entry, String search) {
        return words(entry.message()).toLowerCase(Locale.ROOT).contains(search)
                || ticker.name(entry.device()).toLowerCase(Locale.ROOT).contains(search)
                || result(entry).toLowerCase(Locale.ROOT).contains(search);
    }
}
