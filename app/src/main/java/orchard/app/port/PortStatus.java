package orchard.app.port;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import orchard.engine.Outlet;
import orchard.gear.Wire;

/**
 * One port as Connect shows it.
 *
 * @param key unique over all wires
 * @param device id of the device that sits there, or "" for a stranger
 * @param direction “in and out”, “in only”, “out only”, “not plugged in”
 * @param maker maker and model from its identity reply, or ""
 * @param in messages that came in
 * @param out messages that went out
 * @param bad messages that came in and could not be read
 * @param dropped messages that could not be sent
 * @param load of the last second in percent of the wire's capacity
 * @param loads the same over the last minute, oldest first
 * @param shares what went out of that by kind, as {@link #kinds} has them
 * @param error what went wrong within the last ten seconds, in words, or ""
 * @param last the last message in words, or ""
 * @param candidates ids of the devices it may be, where a person has to say which
 * @param address where it sends from, for OSC; or ""
 * @param standing how the device stands that sits there; null for a stranger
 * @param clock how the MIDI clock ticks that passes, in words, or ""
 * @param ownLanguage whether it says nothing but SysEx of its own, so that nothing of it can be mapped
 */
public record PortStatus(
        String key,
        Wire wire,
        String name,
        String direction,
        String device,
        boolean present,
        String maker,
        long in,
        long out,
        long bad,
        long dropped,
        int load,
        List<Integer> loads,
        List<List<Integer>> shares,
        String error,
        String last,
        List<String> candidates,
        String address,
        Standing standing,
        String clock,
        boolean ownLanguage) {

    private static final int SECONDS = 60;
    private static final List<String> KINDS = Stream.concat(
                    Stream.of("rest"),
                    Stream.of(Outlet.Urgency.values())
                            .map(urgency -> urgency.name().toLowerCase(Locale.ROOT)))
            .toList();

    PortStatus inItsOwnLanguage() {
        return new PortStatus(
                key,
                wire,
                name,
                direction,
                device,
                present,
                maker,
                in,
                out,
                bad,
                dropped,
                load,
                loads,
                shares,
                error,
                last,
                candidates,
                address,
                standing,
                clock,
                true);
    }

    /** Who sends: the same for everything that one box or program says; "" where nobody knows. */
    public String sender() {
        return Addresses.sender(address);
    }

    /** Whether packets that cannot be read are counted here. */
    public boolean unreadable() {
        return name.equals(PortRoom.UNREADABLE);
    }

    /** What goes out, by kind: what is no light, and lights as urgent as they are. */
    public List<String> kinds() {
        return KINDS;
    }

    /** What went out of one kind over the last minute, as the path of bars that stand on those of the kinds before; 120 wide and 20 high. */
    public String bars(int kind) {
        StringBuilder path = new StringBuilder();
        int start = SECONDS - shares.size();
        for (int i = 0; i < shares.size(); i++) {
            int below = 0;
            for (int one = 0; one < kind; one++) {
                below += shares.get(i).get(one);
            }
            int above = Math.min(100, below + shares.get(i).get(kind));
            if (above > Math.min(100, below)) {
                path.append(String.format(
                        Locale.ROOT,
                        "M%d %.1fh1.6V%.1fh-1.6z",
                        (start + i) * 2,
                        19 - Math.min(100, below) * 0.18,
                        19 - above * 0.18));
            }
        }
        return path.toString();
    }

    /** The load of the last minute as the points of an SVG polyline, 120 wide and 20 high. */
    public String curve() {
        StringBuilder points = new StringBuilder();
        int start = 60 - loads.size();
        for (int i = 0; i < loads.size(); i++) {
            points.append((start + i) * 2 + 1)
                    .append(',')
                    .append(19 - Math.min(100, loads.get(i)) * 18 / 100)
                    .append(' ');
        }
        return points.toString().strip();
    }
}
