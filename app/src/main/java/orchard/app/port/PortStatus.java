package orchard.app.port;

import java.util.List;
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
 * @param error what went wrong within the last ten seconds, in words, or ""
 * @param last the last message in words, or ""
 * @param candidates ids of the devices it may be, where a person has to say which
 * @param address where it sends from, for OSC; or ""
 * @param standing how the device stands that sits there; null for a stranger
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
        String error,
        String last,
        List<String> candidates,
        String address,
        Standing standing,
        boolean ownLanguage) {

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
                error,
                last,
                candidates,
                address,
                standing,
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
