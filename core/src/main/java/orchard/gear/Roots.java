package orchard.gear;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import orchard.mistake.Mistake;
import orchard.signal.OscAddress;

/**
 * By which OSC addresses a device is known, as {@link Seat#in} has them: {@code /pedal /xy}, {@code /wand@10.0.0.5},
 * {@code /fx*}. Each is the beginning of its addresses, whole parts of them, and may be a pattern (OSC 1.0).
 */
public record Roots(List<Root> roots) {

    private static final String EXPECTED =
            "Expected the beginning of the device's addresses, like /wand, or several, like /pedal /xy; /wand@10.0.0.5 for the one that sends from there";

    private static final int MOST = 16;
    private static final Pattern WRITTEN = Pattern.compile("((?:/[^\\s#/@]+)+)(?:@([^\\s/@]+))?");

    /** The nearest first: one sender before any, letters before a pattern, more parts before fewer. */
    public static final Comparator<Root> NEAREST_FIRST = Comparator.comparing(
                    (Root root) -> root.sender().isEmpty())
            .thenComparing(root -> root.pattern() != null)
            .thenComparing(root -> -root.parts());

    /**
     * One of them.
     *
     * @param address without a slash at its end
     * @param sender host, or host and port, from which alone it is taken; "" for any
     * @param pattern the address where it has to be matched, else null
     */
    public record Root(String address, String sender, OscAddress pattern) {

        /** The first part of its addresses: {@code /pedal}. */
        public String first() {
            return OscAddress.firstPart(address);
        }

        private long parts() {
            return address.chars().filter(letter -> letter == '/').count();
        }

        /** Whether it may take messages whose address has this first part. */
        public boolean takesSomeOf(String firstPart) {
            return first().equals(firstPart)
                    || pattern != null && OscAddress.of(first()).matches(firstPart);
        }

        /** Whether a message with this address, which may be a pattern itself, is meant for it. */
        public boolean takes(String message) {
            if (pattern != null) {
                return message.equals(address) || pattern.matchesBeginning(message);
            }
            return OscAddress.isPattern(message)
                    ? OscAddress.of(message).mayMatchBelow(address)
                    : message.startsWith(address)
                            && (message.length() == address.length() || message.charAt(address.length()) == '/');
        }

        /** Whether it takes what comes from there: {@code host:port}, or {@code tcp:host:port}. */
        public boolean takesFrom(String target) {
            String from = target.startsWith("tcp:") ? target.substring("tcp:".length()) : target;
            return sender.isEmpty() || from.equals(sender) || from.startsWith(sender + ":");
        }

        /** As it is typed. */
        public String text() {
            return sender.isEmpty() ? address : address + "@" + sender;
        }
    }

    public Roots {
        roots = List.copyOf(roots);
    }

    /**
     * Reads them as they are typed, with spaces between; commas at the end of one are passed over.
     *
     * @throws Mistake if there is none, or one that cannot be
     */
    public static Roots of(String text) {
        LinkedHashSet<Root> roots = new LinkedHashSet<>();
        for (String word : text.strip().split("\\s+")) {
            var written = WRITTEN.matcher(word.endsWith(",") ? word.substring(0, word.length() - 1) : word);
            if (!written.matches()) {
                throw new Mistake("in", EXPECTED + (word.isEmpty() ? "" : "; found “" + word + "”"));
            }
            String address = written.group(1);
            roots.add(new Root(
                    address,
                    written.group(2) == null ? "" : written.group(2),
                    OscAddress.isPattern(address) ? OscAddress.of(address) : null));
        }
        if (roots.size() > MOST) {
            throw new Mistake("in", "A device is known by at most " + MOST + " beginnings of addresses");
        }
        return new Roots(new ArrayList<>(roots));
    }

    /** These and others. */
    public Roots and(Roots others) {
        return of(text() + " " + others.text());
    }

    /** As they are typed. */
    public String text() {
        return roots.stream().map(Root::text).collect(Collectors.joining(" "));
    }
}
