package orchard.app.port;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import orchard.gear.Device;
import orchard.gear.Wire;
import orchard.seat.Recognition;
import orchard.seat.Seating;
import orchard.seat.VisiblePort;
import orchard.signal.Identity;
import orchard.signal.Message;
import orchard.signal.MidiMessage;

/**
 * Which device is behind which port, on every wire where ports have names. Ports are asked who is there as soon as they appear; what
 * is found out is remembered, and what cannot be decided is a question for a person. Safe for several threads.
 */
final class SeatBook {

    /** So long an identity reply is waited for before the shape of the traffic may decide. */
    static final long ANSWER_NANOS = 1_000_000_000L;

    private static final int OWN_LANGUAGE = 3;
    /** Longer SysEx carries memories, not movements. */
    private static final int LONGEST_MOVEMENT = 16;
    /** What comes so soon after a SysEx that went out is an answer. */
    private static final long ANSWERED_NANOS = 100_000_000L;

    private static final int MOST_HEARD = 64;

    /** Remembers over restarts. */
    interface Memory {
        /** Everything remembered, by device id. */
        Map<String, Recognition> all();

        /** Remembers; may happen later, and must not wait. */
        void keep(String device, Recognition known);
    }

    /** What is known about one port that is there. */
    private static final class Known {
        final Port port;
        final long since = System.nanoTime();
        final Set<Object> heard = ConcurrentHashMap.newKeySet();
        volatile String identity = "";
        /** How often it spoke in SysEx of its own and in nothing else since it was told to speak plainly. */
        volatile int ownLanguage;
        /** When a SysEx went out to it. */
        volatile long toldNanos = System.nanoTime();

        Known(Port port) {
            this.port = port;
        }

        VisiblePort sighting(long nanos) {
            boolean asked = port.hasOutput() && identity.isEmpty() && nanos - since < ANSWER_NANOS;
            return new VisiblePort(
                    port.wire(), port.name(), port.name(), port.vendor(), port.socket(), identity, asked, heard);
        }
    }

    /**
     * Who sits where, exchanged as a whole.
     *
     * @param speakSysEx the ports of devices whose profile says that some of their controls speak SysEx
     */
    private record Book(
            Map<Port, String> devices,
            Map<String, Port> ports,
            Set<Port> speakSysEx,
            List<Seating.Question> questions) {}

    private final Memory memory;
    private final Map<String, Recognition> recognitions;
    private final Map<Port, Known> known = new ConcurrentHashMap<>();
    private volatile Book book = new Book(Map.of(), Map.of(), Set.of(), List.of());

    SeatBook(Memory memory) {
        this.memory = memory;
        this.recognitions = new ConcurrentHashMap<>(memory.all());
    }

    /** The device that sits at a port, or null. */
    String device(Port port) {
        return book.devices().get(port);
    }

    /** The port a device sits at, or null. */
    Port port(String device) {
        return book.ports().get(device);
    }

    /** What a person has to decide. */
    List<Seating.Question> questions() {
        return book.questions();
    }

    /** By what a device is recognised. */
    Recognition recognition(Device device) {
        Recognition known = recognitions.getOrDefault(device.id(), Recognition.NOTHING);
        return known.place().equals(device.seat().in())
                ? known
                : Recognition.NOTHING.at(device.seat().in());
    }

    /**
     * Whether a port says nothing but SysEx of its own that no profile knows: it is in a mode where it speaks another protocol. It does not any more once it said
     * something plain, or was told to speak plainly and has hardly spoken since.
     */
    boolean speaksItsOwnLanguage(Port port) {
        Known knows = known.get(port);
        return knows != null
                && knows.ownLanguage >= OWN_LANGUAGE
                && !book.speakSysEx().contains(port);
    }

    /**
     * A SysEx goes out to a port.
     *
     * @param greets whether it tells what sits there to speak plainly
     */
    void told(Port port, boolean greets) {
        Known knows = known.get(port);
        if (knows != null) {
            knows.toldNanos = System.nanoTime();
            knows.ownLanguage = greets ? 0 : knows.ownLanguage;
        }
    }

    /** Whether a port ever said who it is, and so can be asked whether it is there. */
    boolean canAnswer(Port port) {
        Known knows = known.get(port);
        return knows != null && !knows.identity.isEmpty();
    }

    /** What a port said while nobody sat at it, as {@link orchard.signal.MessagePattern} keys. */
    Set<Object> heard(Port port) {
        Known knows = known.get(port);
        return knows == null ? Set.of() : Set.copyOf(knows.heard);
    }

    /** Maker and model a port told, or "". */
    String identity(Port port) {
        Known knows = known.get(port);
        return knows == null ? "" : knows.identity;
    }

    /**
     * Takes note of a message.
     *
     * @return whether it may change who sits where
     */
    boolean heard(Port port, Message message) {
        Known knows = known.get(port);
        if (knows == null || !(message instanceof MidiMessage midi)) {
            return false;
        }
        Optional<Identity> identity = midi instanceof MidiMessage.SysEx ? Identity.of(midi) : Optional.empty();
        if (identity.isPresent()) {
            boolean news = !identity.get().model().equals(knows.identity);
            knows.identity = identity.get().model();
            return news;
        }
        if (midi instanceof MidiMessage.SysEx sysEx) {
            boolean isAnswer = System.nanoTime() - knows.toldNanos < ANSWERED_NANOS;
            knows.ownLanguage += isAnswer || sysEx.length() > LONGEST_MOVEMENT ? 0 : 1;
        } else if (midi.channel() > 0) {
            knows.ownLanguage = 0;
        }
        int key = midi.key();
        Object shape = key >= 0 ? (Object) key : midi.otherKey();
        return shape != null
                && book.devices().get(port) == null
                && knows.heard.size() < MOST_HEARD
                && knows.heard.add(shape);
    }

    /** Seats the devices of a rig at the ports that are there. */
    synchronized void seat(Collection<Device> devices, Collection<Port> ports) {
        long now = System.nanoTime();
        Map<String, Integer> ownLanguage = new HashMap<>();
        known.values().forEach(before -> ownLanguage.put(PortRoom.key(before.port), before.ownLanguage));
        known.keySet().retainAll(ports);
        for (Port port : ports) {
            if (known.containsKey(port)) {
                continue;
            }
            Known knows = new Known(port);
            // a port that was opened anew leads to a device that speaks as before
            knows.ownLanguage = ownLanguage.getOrDefault(PortRoom.key(port), 0);
            known.put(port, knows);
            if (port.hasOutput() && port.hasInput() && port.wire().midi()) {
                port.send(Identity.REQUEST, null);
            }
        }
        Map<String, Device> byId = new HashMap<>();
        devices.forEach(device -> byId.put(device.id(), device));
        Map<Port, String> byPort = new LinkedHashMap<>();
        Map<String, Port> byDevice = new LinkedHashMap<>();
        List<Seating.Question> questions = new ArrayList<>();
        for (Wire wire : Wire.values()) {
            if (wire.addressed() || wire.inside()) {
                continue;
            }
            Map<String, Port> byName = new HashMap<>();
            Map<String, String> before = new HashMap<>();
            ports.stream().filter(port -> port.wire() == wire).forEach(port -> {
                byName.put(port.name(), port);
                Optional.ofNullable(book.devices().get(port)).ifPresent(device -> before.put(device, port.name()));
            });
            Seating.Result result = Seating.seat(
                    devices.stream()
                            .filter(device -> device.seat().wire() == wire)
                            .map(device -> new Seating.Claim(device, recognition(device)))
                            .toList(),
                    byName.values().stream()
                            .map(port -> known.get(port).sighting(now))
                            .toList(),
                    before);
            questions.addAll(result.questions());
            result.ports().forEach((device, name) -> {
                Port port = byName.get(name);
                byPort.put(port, device);
                byDevice.put(device, port);
                learn(byId.get(device), known.get(port).sighting(now), false);
            });
        }
        Set<Port> speakSysEx = new HashSet<>();
        byPort.forEach((port, device) -> {
            if (byId.get(device).profile().speaksSysEx()) {
                speakSysEx.add(port);
            }
        });
        book = new Book(byPort, byDevice, speakSysEx, questions);
    }

    /**
     * A person said that a device is at a port. From now on it is recognised by what is known about that port.
     *
     * @param wire and name of the port
     * @return false if the port is gone
     */
    synchronized boolean decide(Device device, Wire wire, String name) {
        for (Known knows : known.values()) {
            if (knows.port.wire() == wire && knows.port.name().equals(name)) {
                Map<Port, String> byPort = new LinkedHashMap<>(book.devices());
                byPort.values().remove(device.id());
                byPort.put(knows.port, device.id());
                Map<String, Port> byDevice = new LinkedHashMap<>();
                byPort.forEach((port, who) -> byDevice.put(who, port));
                book = new Book(byPort, byDevice, book.speakSysEx(), book.questions());
                // what was known of another identity is no longer true
                recognitions.put(device.id(), Recognition.NOTHING);
                learn(device, knows.sighting(System.nanoTime()), true);
                return true;
            }
        }
        return false;
    }

    private void learn(Device device, VisiblePort sighting, boolean apart) {
        Recognition seen = recognition(device).seen(sighting);
        Recognition after = apart ? seen.toldApart() : seen;
        if (!after.equals(recognitions.put(device.id(), after))) {
            memory.keep(device.id(), after);
        }
    }
}
