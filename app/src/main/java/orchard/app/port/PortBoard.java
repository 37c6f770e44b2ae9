package orchard.app.port;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import orchard.gear.Device;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.seat.Seating;

/**
 * What is to be told about every port at one moment.
 *
 * @param present ids of the devices that are there
 * @param standings how each device stands, by its id
 */
record PortBoard(SeatBook book, OscWire osc, Set<String> present, Function<String, Standing> standings) {

    /** The ports of the rig's devices, then those nobody sits at. */
    List<PortStatus> all(List<Device> devices, Collection<Port> ports) {
        Map<String, PortStatus> all = new LinkedHashMap<>();
        for (Device device : devices) {
            if (device.seat().wire().inside()) {
                continue; // it needs no port
            }
            PortStatus status = status(device);
            all.put(status.key(), status);
        }
        Map<String, Port> others = new TreeMap<>();
        ports.forEach(port -> others.put(PortRoom.key(port), port));
        others.forEach((key, port) -> all.computeIfAbsent(key, k -> status(k, port, "")));
        osc.strangers().forEach((name, traffic) -> {
            String key = "osc:" + name;
            all.computeIfAbsent(
                    key, k -> status(k, Wire.OSC, name, "in", "", true, "", traffic, osc.strangerAddress(name)));
        });
        return new ArrayList<>(all.values());
    }

    private PortStatus status(Device device) {
        Seat seat = device.seat();
        boolean isPresent = present.contains(device.id());
        if (seat.wire().addressed()) {
            String direction = seat.out().isEmpty() ? "in only" : "in and out";
            String name = seat.out().isEmpty() ? seat.in() : seat.in() + " and " + seat.out();
            return status(
                    "osc:" + device.id(),
                    seat.wire(),
                    name,
                    direction,
                    device.id(),
                    isPresent,
                    "",
                    osc.traffic(device.id()),
                    osc.lastAddress(device.id()));
        }
        Port port = book.port(device.id());
        String key = "absent:" + device.id();
        return port == null
                ? status(key, seat.wire(), seat.in(), "not plugged in", device.id(), false, "", Traffic.midi(), "")
                : status(PortRoom.key(port), port, device.id());
    }

    private PortStatus status(String key, Port port, String device) {
        String direction = !port.hasOutput() ? "in only" : port.hasInput() ? "in and out" : "out only";
        PortStatus status =
                status(key, port.wire(), port.name(), direction, device, true, book.identity(port), port.traffic(), "");
        return book.speaksItsOwnLanguage(port) ? status.inItsOwnLanguage() : status;
    }

    private PortStatus status(
            String key,
            Wire wire,
            String name,
            String direction,
            String device,
            boolean isPresent,
            String maker,
            Traffic traffic,
            String address) {
        Traffic.Counts counts = traffic.counts();
        List<Integer> loads = traffic.loads();
        List<String> candidates = !device.isEmpty()
                ? List.of()
                : book.questions().stream()
                        .filter(question ->
                                question.wire() == wire && question.ports().contains(name))
                        .map(Seating.Question::devices)
                        .findFirst()
                        .orElse(List.of());
        return new PortStatus(
                key,
                wire,
                name,
                direction,
                device,
                isPresent,
                maker,
                counts.in(),
                counts.out(),
                counts.bad(),
                counts.dropped(),
                loads.isEmpty() ? 0 : loads.get(loads.size() - 1),
                loads,
                traffic.shares(),
                counts.error(),
                traffic.last() == null ? "" : traffic.last().words(),
                candidates,
                address,
                device.isEmpty() ? null : standings.apply(device),
                traffic.clock(),
                false);
    }
}
