package orchard.gear;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;

/**
 * Where OSC messages to a device go, as {@link Seat#out} has them: {@code 10.0.0.5:9000}, {@code tcp:10.0.0.6:9000}, {@code sender}, several with spaces
 * between, or none. Every message goes to all of them.
 */
public record Targets(List<Target> targets) {

    /** At most so many. */
    public static final int MOST = 8;

    /** Nothing is due later than this, in milliseconds: what was said cannot be taken back. */
    public static final int MOST_AHEAD = 10_000;

    private static final String TCP = "tcp:";
    private static final String EXPECTED =
            "Expected host and port, like 127.0.0.1:9020 or tcp:127.0.0.1:9020; or sender, to answer whoever sent; several with spaces between; or nothing";

    private static final Pattern WRITTEN = Pattern.compile(
            "(tcp:)?([^\\s/@+:]+|\\[[0-9a-fA-F:.%]+]|[0-9a-fA-F:]+(?:%[\\w.]+)?):(\\d{1,5})(?:\\+(\\d{1,5})ms)?");

    /**
     * One of them.
     *
     * @param host a name or an address; "" for whoever sent last
     * @param port 1–65,535; 0 for whoever sent last
     * @param tcp whether it is connected to, and otherwise sent UDP packets
     * @param ahead so many milliseconds after it was said a message is due, as a time tag tells its receiver; 0 for messages without one
     */
    public record Target(String host, int port, boolean tcp, int ahead) {

        static final Target SENDER = new Target("", 0, false, 0);

        /** Whether it is whoever sent last. */
        public boolean isSender() {
            return host.isEmpty();
        }

        /** Host and port, without how it is sent to. */
        public String address() {
            return host + ":" + port;
        }

        /** As it is typed. */
        public String text() {
            return isSender() ? Seat.SENDER : (tcp ? TCP : "") + address() + (ahead == 0 ? "" : "+" + ahead + "ms");
        }
    }

    public Targets {
        targets = List.copyOf(targets);
    }

    /**
     * Reads them as they are typed; commas at the end of one are passed over, and what stands there twice counts once.
     *
     * @throws Mistake about the field {@code out} where something is no target
     */
    public static Targets of(String text) {
        Map<String, Target> byPlace = new LinkedHashMap<>();
        for (String word : text.strip().split("\\s+")) {
            if (!word.isEmpty()) {
                Target target = target(word.endsWith(",") ? word.substring(0, word.length() - 1) : word);
                Target before = byPlace.putIfAbsent(target.tcp() + target.address(), target);
                if (before != null && !before.equals(target)) {
                    throw new Mistake(
                            "out", "Nothing is sent twice to one place: " + before.text() + " and " + target.text());
                }
            }
        }
        if (byPlace.size() > MOST) {
            throw new Mistake("out", "Messages go to at most " + MOST + " places; for more there is broadcast");
        }
        return new Targets(new ArrayList<>(byPlace.values()));
    }

    /** Those in a text that may come from anywhere; empty if it cannot be read. */
    public static Optional<Targets> read(String text) {
        try {
            return Optional.of(of(text));
        } catch (Mistake unreadable) {
            return Optional.empty();
        }
    }

    private static Target target(String word) {
        if (word.equals(Seat.SENDER)) {
            return Target.SENDER;
        }
        Matcher written = WRITTEN.matcher(word);
        int port = written.matches() ? Integer.parseInt(written.group(3)) : 0;
        if (port < 1 || port > 65_535) {
            throw new Mistake("out", EXPECTED + "; found “" + word + "”");
        }
        boolean isTcp = written.group(1) != null;
        int ahead = written.group(4) == null ? 0 : Integer.parseInt(written.group(4));
        if (isTcp && ahead > 0) {
            throw new Mistake("out", "Time tags go with UDP only: leave +" + ahead + "ms away from “" + word + "”");
        } else if (ahead > MOST_AHEAD) {
            throw new Mistake("out", "At most +" + MOST_AHEAD + "ms ahead; found “" + word + "”");
        }
        return new Target(written.group(2), port, isTcp, ahead);
    }

    /** Whether one of them is at this host and port. */
    public boolean has(String address) {
        return targets.stream().anyMatch(target -> target.address().equals(address));
    }

    /** The same with the first one elsewhere, as much ahead as it was; with that alone where there is none. */
    public Targets movedTo(String address) {
        Target to = target(address);
        if (targets.isEmpty()) {
            return new Targets(List.of(to));
        }
        List<Target> moved = new ArrayList<>(targets);
        moved.set(
                0,
                new Target(
                        to.host(),
                        to.port(),
                        to.tcp(),
                        to.tcp() ? 0 : targets.get(0).ahead()));
        return new Targets(moved);
    }

    /** As they are typed. */
    public String text() {
        return targets.stream().map(Target::text).collect(Collectors.joining(" "));
    }
}
