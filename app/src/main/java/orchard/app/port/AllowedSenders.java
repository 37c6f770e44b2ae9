package orchard.app.port;

import java.net.InetAddress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import orchard.mistake.Mistake;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.web.util.matcher.IpAddressMatcher;

/**
 * Who may send OSC to Orchard, by address: everybody who can reach it, or only those of a list. This machine always may. Who is not let in is not read, only
 * counted. It knows senders by what their packets say, and UDP lets a packet say what it likes. Thread-safe.
 */
public final class AllowedSenders {

    private static final Logger LOG = LoggerFactory.getLogger(AllowedSenders.class);

    /** At most so many addresses and networks. */
    public static final int MOST = 64;

    private static final int MOST_REFUSED = 64;

    /** One rule as it was typed. */
    private record Rule(String text, IpAddressMatcher matcher) {}

    /**
     * Somebody who was not let in.
     *
     * @param packets that were passed over since the list was last changed
     */
    public record Refused(String address, long packets) {}

    private final Map<String, Long> refused = new LastFew<>(MOST_REFUSED);
    private volatile List<Rule> rules = List.of();

    /** @param text as for {@link #allow} */
    AllowedSenders(String text) {
        rules = rules(text);
    }

    /** Those of a list that was kept; if it cannot be read any more, only this machine. */
    static AllowedSenders remembered(String text) {
        try {
            return new AllowedSenders(text);
        } catch (Mistake unreadable) {
            LOG.warn("Only this machine may send OSC, for the list of who else may cannot be read: {}", text);
            return new AllowedSenders(InetAddress.getLoopbackAddress().getHostAddress());
        }
    }

    /**
     * Lets in from now on only those of a list; everybody, if it is empty.
     *
     * @param text addresses and networks with spaces or lines between: {@code 10.0.0.5 192.168.1.0/24}
     * @throws Mistake about the field {@code senders} where one is neither; nothing is changed then
     */
    public void allow(String text) {
        List<Rule> read = rules(text);
        synchronized (refused) {
            rules = read;
            refused.clear();
        }
    }

    /** The list as it was typed, one with a space between; "" for everybody. */
    public String text() {
        return String.join(" ", rules.stream().map(Rule::text).toList());
    }

    /** Those that were not let in, the last one first. */
    public List<Refused> refused() {
        List<Refused> all = new ArrayList<>();
        synchronized (refused) {
            refused.forEach((address, packets) -> all.add(0, new Refused(address, packets)));
        }
        return all;
    }

    /** Whether what comes from there is read. */
    boolean letsIn(InetAddress from) {
        List<Rule> now = rules;
        if (now.isEmpty() || isHere(from)) {
            return true;
        }
        String address = from.getHostAddress();
        int scope = address.indexOf('%');
        address = scope < 0 ? address : address.substring(0, scope);
        for (Rule rule : now) {
            if (rule.matcher().matches(address)) {
                return true;
            }
        }
        synchronized (refused) {
            refused.merge(address, 1L, Long::sum);
        }
        return false;
    }

    private static boolean isHere(InetAddress from) {
        return from.equals(InetAddress.getLoopbackAddress())
                || from.isLoopbackAddress() && from.getAddress().length > 4;
    }

    private static List<Rule> rules(String text) {
        List<String> words = Arrays.stream(text.strip().split("[\\s,]+"))
                .filter(word -> !word.isEmpty())
                .distinct()
                .toList();
        if (words.size() > MOST) {
            throw new Mistake(
                    "senders", "At most " + MOST + " addresses; for more there are networks, like 10.0.0.0/24");
        }
        return words.stream().map(AllowedSenders::rule).toList();
    }

    private static Rule rule(String word) {
        try {
            // a name would be looked up at every packet
            if (word.matches("[0-9a-fA-F.:]+(/\\d{1,3})?")) {
                return new Rule(word, new IpAddressMatcher(word));
            }
        } catch (IllegalArgumentException e) {
            // said below
        }
        throw new Mistake(
                "senders", "Expected addresses like 10.0.0.5, or networks like 192.168.1.0/24; found “" + word + "”");
    }
}
