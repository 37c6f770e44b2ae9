package orchard.app.port;

import jakarta.annotation.PreDestroy;
import java.net.InetSocketAddress;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.LongAdder;
import java.util.stream.Collectors;
import orchard.app.OrchardSettings;
import orchard.gear.Device;
import orchard.gear.Seat;
import orchard.rig.Rig;
import orchard.signal.Malformed;
import orchard.signal.Message;
import orchard.signal.OscMessage;
import orchard.signal.TouchMessage;
import org.springframework.stereotype.Component;

/**
 * All wires, and who sits at which. Seats are looked up anew with every rig; traffic finds them by a map that is exchanged as
 * a whole. Messages may come in on several threads and go out on the engine's.
 */
@Component
public final class PortRoom {

    /** An OSC device that tells nothing for this long, although it is asked to, is absent. */
    public static final long SILENCE_NANOS = 12_000_000_000L;

    /** Name of the port at which packets that cannot be read are counted; no address can be called so. */
    public static final String UNREADABLE = "/?";

    private static final int MOST_STRANGERS = 64;

    /** Takes what the wires bring. */
    public interface Listener {
        /** A message came in from a device of the rig, or from a stranger under a made-up id that is in no rig. */
        void arrived(String device, Message message);

        /** A device came or went. */
        void presence(String device, boolean present);

        /** A layout has something to show. */
        void show(String layout, TouchMessage message);
    }

    private record Seats(
            Map<String, Device> byMidi, Map<String, Device> byOsc, Map<String, Sink> sinks, List<Device> devices) {}

    /** Where a device's messages go. */
    private record Sink(Device device, InetSocketAddress address) {}

    /** Senders nobody knows, the last ones heard; who is not among the last is forgotten. */
    private final class Strangers extends LinkedHashMap<String, InetSocketAddress> {
        private static final long serialVersionUID = 1;

        Strangers() {
            super(16, 0.75f, true);
        }

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, InetSocketAddress> eldest) {
            if (size() > MOST_STRANGERS) {
                heard.remove(eldest.getKey());
                return true;
            }
            return false;
        }
    }

    /** What is known of one sender. */
    private static final class Heard {
        final LongAdder in = new LongAdder();
        final LongAdder out = new LongAdder();
        final LongAdder bad = new LongAdder();
        volatile long last;
        volatile Message message;
    }

    private final MidiWire midi = new MidiWire(this::fromMidi, this::lookWhoIsThere);
    private final OscPort osc;
    private final Map<String, Heard> heard = new ConcurrentHashMap<>();
    private final Map<String, InetSocketAddress> strangers = Collections.synchronizedMap(new Strangers());
    private final Set<String> present = ConcurrentHashMap.newKeySet();
    private final ScheduledExecutorService watch = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "presence");
        thread.setDaemon(true);
        return thread;
    });
    private volatile Seats seats = new Seats(Map.of(), Map.of(), Map.of(), List.of());
    private volatile Listener listener;

    PortRoom(OrchardSettings settings) {
        osc = new OscPort(settings.oscPort(), this::fromOsc);
    }

    /** Opens the wires. */
    public void start(Listener listener, Rig rig) {
        this.listener = listener;
        seat(rig, () -> {});
        midi.start();
        osc.start();
        watch.scheduleWithFixedDelay(this::lookWhoIsThere, 200, 500, TimeUnit.MILLISECONDS);
    }

    /** The UDP port on which OSC gear is heard. */
    public int oscPort() {
        return osc.localPort();
    }

    /**
     * Gives the devices of a rig their seats.
     *
     * @param seated is run once they sit, before anybody hears who is there: the engine has to know the devices by then
     */
    public synchronized void seat(Rig rig, Runnable seated) {
        Map<String, Device> byMidi = new HashMap<>();
        Map<String, Device> byOsc = new HashMap<>();
        Map<String, Sink> sinks = new HashMap<>();
        for (Device device : rig.gear()) {
            Seat seat = device.seat();
            switch (seat.wire()) {
                case MIDI -> byMidi.putIfAbsent(seat.in(), device);
                case OSC -> byOsc.putIfAbsent(seat.in(), device);
                case TOUCH -> {}
            }
            sinks.put(device.id(), new Sink(device, seat.wire() == Seat.Wire.OSC ? address(seat.out()) : null));
        }
        seats = new Seats(byMidi, byOsc, sinks, rig.devices());
        strangers.keySet().removeAll(byOsc.keySet());
        seated.run();
        lookWhoIsThere();
    }

    /** The address in {@code host:port}, or null if there is none. */
    public static InetSocketAddress address(String text) {
        int colon = text.lastIndexOf(':');
        if (colon < 1 || !text.substring(colon + 1).matches("\\d{1,5}")) {
            return null;
        }
        int port = Integer.parseInt(text.substring(colon + 1));
        return port < 1 || port > 65_535 ? null : new InetSocketAddress(text.substring(0, colon), port);
    }

    /** Sends a message to a device; called on the engine's thread. */
    public void send(String device, Message message) {
        Sink sink = seats.sinks().get(device);
        if (sink == null) {
            return;
        }
        switch (sink.device().seat().wire()) {
            case MIDI -> {
                MidiPort port = midi.ports().get(sink.device().seat().out());
                if (port != null) {
                    port.send(message);
                }
            }
            case OSC -> {
                if (sink.address() != null) {
                    osc.send(message, sink.address());
                    heard(sink.device().seat().in()).out.increment();
                }
            }
            case TOUCH -> {
                if (message instanceof TouchMessage touch) {
                    listener.show(device, touch);
                }
            }
        }
    }

    private void fromMidi(Port port, Message message) {
        heard("midi:" + port.name()).message = message;
        Device device = seats.byMidi().get(port.name());
        listener.arrived(device == null ? "midi:" + port.name() : device.id(), message);
    }

    private void fromOsc(OscPort port, Message message, InetSocketAddress sender) {
        String first = message instanceof OscMessage osc ? first(osc.address()) : UNREADABLE;
        Device device = seats.byOsc().get(first);
        if (device == null && !first.equals(UNREADABLE)) {
            strangers.put(first, sender);
        }
        Heard from = heard(first);
        from.in.increment();
        from.last = System.nanoTime();
        from.message = message;
        if (message instanceof Malformed) {
            from.bad.increment();
        }
        listener.arrived(device == null ? "osc:" + first : device.id(), message);
    }

    private static String first(String address) {
        int slash = address.indexOf('/', 1);
        return slash < 0 ? address : address.substring(0, slash);
    }

    private Heard heard(String key) {
        return heard.computeIfAbsent(key, k -> new Heard());
    }

    private synchronized void lookWhoIsThere() {
        Seats now = seats;
        Set<String> known = now.devices().stream().map(Device::id).collect(Collectors.toSet());
        present.removeIf(id -> !known.contains(id));
        for (Device device : now.devices()) {
            boolean there = there(device);
            if (there ? present.add(device.id()) : present.remove(device.id())) {
                listener.presence(device.id(), there);
            }
        }
    }

    private boolean there(Device device) {
        return switch (device.seat().wire()) {
            case MIDI ->
                midi.ports().containsKey(device.seat().in())
                        || midi.ports().containsKey(device.seat().out());
            case OSC -> {
                boolean asked = !device.profile().keepAlive().isEmpty();
                boolean onlyHears = device.profile().controls().isEmpty();
                long last = heard(device.seat().in()).last;
                boolean lately = last != 0 && System.nanoTime() - last < SILENCE_NANOS;
                yield lately || !asked && onlyHears && address(device.seat().out()) != null;
            }
            case TOUCH -> true;
        };
    }

    /** Ids of the devices that are there. */
    public Set<String> present() {
        return Set.copyOf(present);
    }

    /** All ports: those of the rig's devices, and those nobody sits at. */
    public List<PortStatus> ports() {
        Seats now = seats;
        Map<String, PortStatus> all = new LinkedHashMap<>();
        for (Device device : now.devices()) {
            PortStatus status = status(device);
            all.put(status.key(), status);
        }
        for (Map.Entry<String, MidiPort> entry : new TreeMap<>(midi.ports()).entrySet()) {
            String key = "midi:" + entry.getKey();
            all.computeIfAbsent(key, k -> status(k, entry.getValue(), ""));
        }
        Set<String> unknown = new TreeSet<>();
        synchronized (strangers) {
            unknown.addAll(strangers.keySet());
        }
        if (heard.containsKey(UNREADABLE)) {
            unknown.add(UNREADABLE);
        }
        for (String first : unknown) {
            all.computeIfAbsent("osc:" + first, k -> osc(k, first, first, "in", "", true));
        }
        return new ArrayList<>(all.values());
    }

    /** Where an OSC stranger sends from, as {@code host:port}; "" if it was never heard. */
    public String strangerAddress(String first) {
        InetSocketAddress address = strangers.get(first);
        return address == null ? "" : address.getAddress().getHostAddress() + ":" + address.getPort();
    }

    private PortStatus status(Device device) {
        Seat seat = device.seat();
        if (seat.wire() == Seat.Wire.OSC) {
            String direction = seat.out().isEmpty() ? "in only" : "in and out";
            String name = seat.out().isEmpty() ? seat.in() : seat.in() + " and " + seat.out();
            return osc("osc:" + seat.in(), seat.in(), name, direction, device.id(), present.contains(device.id()));
        }
        MidiPort port = midi.ports().get(seat.in());
        String key = "midi:" + seat.in();
        return port == null
                ? new PortStatus(key, Seat.Wire.MIDI, seat.in(), "not plugged in", device.id(), false, 0, 0, 0, 0, "")
                : status(key, port, device.id());
    }

    private PortStatus status(String key, MidiPort port, String device) {
        Traffic.Counts counts = port.traffic().counts();
        String direction = !port.hasOutput() ? "in only" : port.hasInput() ? "in and out" : "out only";
        return new PortStatus(
                key,
                Seat.Wire.MIDI,
                port.name(),
                direction,
                device,
                true,
                counts.in(),
                counts.out(),
                counts.bad(),
                counts.dropped(),
                last(heard("midi:" + port.name())));
    }

    private PortStatus osc(String key, String first, String name, String direction, String device, boolean isPresent) {
        Heard from = heard(first);
        return new PortStatus(
                key,
                Seat.Wire.OSC,
                name,
                direction,
                device,
                isPresent,
                from.in.sum(),
                from.out.sum(),
                from.bad.sum(),
                0,
                last(from));
    }

    private static String last(Heard heard) {
        return heard.message == null ? "" : heard.message.words();
    }

    @PreDestroy
    void close() {
        watch.shutdownNow();
        midi.close();
        osc.close();
    }
}
