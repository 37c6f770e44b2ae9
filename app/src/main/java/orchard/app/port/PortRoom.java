package orchard.app.port;

import jakarta.annotation.PreDestroy;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import orchard.app.Daemon;
import orchard.app.OrchardSettings;
import orchard.app.store.MachineTable;
import orchard.app.store.RecognitionTable;
import orchard.gear.Device;
import orchard.gear.Wire;
import orchard.rig.Rig;
import orchard.rig.Settings;
import orchard.seat.Recognition;
import orchard.seat.VisiblePort;
import orchard.signal.Desktop;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import orchard.signal.TouchMessage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * All wires, and who is there. Seats are looked up anew with every rig and whenever ports come or go; traffic finds them by maps
 * that are exchanged as a whole. Messages may come in on several threads and go out on the engine's.
 */
@Component
public final class PortRoom {

    /** An OSC device that tells nothing for this long, although it is asked to, is absent. */
    public static final long SILENCE_NANOS = 12_000_000_000L;

    /** Name of the port at which packets that cannot be read are counted; no address can be called so. */
    public static final String UNREADABLE = OscWire.UNREADABLE;

    private static final Logger LOG = LoggerFactory.getLogger(PortRoom.class);
    private static final int WATCH_MILLIS = 100;
    /** For so long a device that was doubted is shown so. */
    private static final long DOUBT_NANOS = 1_000_000_000L;

    /** Who did not answer for longer is deaf. */
    private static final long DEAF_NANOS = 1_500_000_000L;

    /** Who said something of itself so often, one soon after the other, beats. */
    private static final int BEATS = 3;

    private static final long SLEEP_NANOS = 5_000_000_000L;

    /** Takes what the wires bring. */
    public interface Listener {
        /**
         * A message came in from a device of the rig, or from a stranger under a made-up id that is in no rig.
         *
         * @param delayNanos how long from now it is due; 0 for at once
         */
        void arrived(String device, Message message, long delayNanos);

        /** A device came or went. */
        void presence(String device, boolean present);

        /**
         * There was a gap, however short: what is believed of a device that is there may be wrong.
         *
         * @param why what told of it, in words
         */
        void doubted(String device, String why);

        /** What is held on a device comes up: nobody hears it for a moment. */
        void dropped(String device);

        /** A layout has something to show. */
        void show(String layout, TouchMessage message);
    }

    /** @param moved what hands make OSC gear say: ids of devices with an address behind each */
    private record Seats(Map<String, Device> byId, List<Device> devices, Set<String> moved) {}

    /** What is known of one device that is in the rig. */
    private static final class Roll {
        final Question question = new Question();
        /** The port it was last seen at; another one means that its cable was pulled, however quick it was plugged again. */
        Port port;

        boolean present;
        /** How often it lately said something of itself, that no hand made it say. */
        private int ownWords;

        private long lastOwnWord;
        volatile Standing standing = new Standing(Standing.State.ABSENT, System.nanoTime());
        long doubtedUntil;

        synchronized void saidOfItself(long nanos) {
            ownWords = nanos - lastOwnWord < SILENCE_NANOS ? ownWords + 1 : 1;
            lastOwnWord = nanos;
        }

        /** Whether it says something of itself again and again, so that its silence means something. */
        synchronized boolean beats() {
            return ownWords >= BEATS;
        }

        void stands(Standing.State state, long nanos) {
            if (standing.state() != state) {
                standing = new Standing(state, nanos);
            }
        }
    }

    private final List<Port.Source> wires = new ArrayList<>();
    private final Discovery discovery;
    private final AllowedSenders senders;
    private final OscWire osc;
    private final BrowserWire browsers;
    private final SessionWire sessions;
    private final KeysWire keys;
    private final SeatBook book;
    private final Map<Wire.Found, Carrier> carriers;
    private final Map<String, Roll> rolls = new ConcurrentHashMap<>();
    private final ScheduledExecutorService watch = Daemon.scheduler("presence");
    private volatile Seats seats = new Seats(Map.of(), List.of(), Set.of());
    private volatile Map<Integer, String> portTroubles = Map.of();
    private Settings settings = Settings.STANDARD;
    private volatile Listener listener;
    private long watched = System.nanoTime();
    private long watchedWall = System.currentTimeMillis();
    private int watches;

    PortRoom(OrchardSettings settings, RecognitionTable recognitions, MachineTable machine, Discovery discovery) {
        this.discovery = discovery;
        senders = AllowedSenders.remembered(machine.oscSenders());
        osc = new OscWire(
                bound(settings),
                settings.oscPort(),
                new Networks(settings.lan()),
                senders,
                this::fromOsc,
                this::reached);
        book = new SeatBook(new SeatBook.Memory() {
            @Override
            public Map<String, Recognition> all() {
                return recognitions.all();
            }

            @Override
            public void keep(String device, Recognition known) {
                recognitions.keep(device, known);
            }
        });
        carriers = Map.of(
                Wire.Found.BY_PORT,
                new PortCarrier(book),
                Wire.Found.BY_ADDRESS,
                new OscCarrier(osc, SILENCE_NANOS),
                Wire.Found.INSIDE,
                new InsideCarrier((layout, message) -> listener.show(layout, message)));
        wires.add(new MachineMidi(this::arrived, this::lookWhoIsThere));
        browsers = new BrowserWire(this::arrived, new PageGaps(), this::lookWhoIsThere);
        wires.add(browsers);
        sessions = new SessionWire(bound(settings), settings.sessionPort(), this::arrived, this::lookWhoIsThere);
        wires.add(sessions);
        keys = new KeysWire(this::arrived, this::lookWhoIsThere, machine.typesKeys(), System.getenv());
        wires.add(keys);
    }

    private final class PageGaps implements BrowserWire.Gaps {
        @Override
        public void begins(Port port) {
            String device = book.device(port);
            if (device != null) {
                listener.dropped(device);
            }
        }

        @Override
        public void ends(Port port) {
            String device = book.device(port);
            if (device != null) {
                reached(device);
            }
        }
    }

    private static InetAddress bound(OrchardSettings settings) {
        return settings.lan() ? new InetSocketAddress(0).getAddress() : InetAddress.getLoopbackAddress();
    }

    /** Opens the wires. */
    public void start(Listener listener, Rig rig) {
        this.listener = listener;
        seat(rig);
        wires.forEach(Port.Source::start);
        osc.start();
        discovery.announce(Discovery.OSC_UDP, osc.udpPort());
        discovery.announce(Discovery.OSC_TCP, osc.tcpPort());
        discovery.announce(Discovery.SESSION, sessions.controlPort());
        lookWhoIsThere();
        watch.scheduleWithFixedDelay(this::watch, WATCH_MILLIS, WATCH_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** The ports of laptops and tablets that have a page open. */
    public BrowserWire browsers() {
        return browsers;
    }

    /** Who may send OSC to Orchard. */
    public AllowedSenders senders() {
        return senders;
    }

    /** The UDP port on which OSC gear is heard first of all. */
    public int oscPort() {
        return osc.udpPort();
    }

    /** The TCP port on which OSC gear is heard first of all. */
    public int oscTcpPort() {
        return osc.tcpPort();
    }

    /** The control port of network MIDI sessions; data is one above. */
    public int sessionPort() {
        return sessions.controlPort();
    }

    /** What keeps invited network MIDI sessions away, by name. */
    public Map<String, String> sessionTroubles() {
        return sessions.troubles();
    }

    /** Listening ports that could not be opened, with the reason. */
    public Map<Integer, String> portTroubles() {
        return portTroubles;
    }

    /**
     * Gives the devices of a rig their seats. Who is there is only looked at afterwards, with {@link #lookWhoIsThere}.
     *
     * @return ids of the devices that have a seat now that they did not have before
     */
    public synchronized List<String> seat(Rig rig) {
        Seats before = seats;
        seats = new Seats(
                rig.gear().stream().collect(Collectors.toMap(Device::id, device -> device)),
                rig.devices(),
                rig.devices().stream()
                        .filter(device -> device.seat().wire().addressed())
                        .flatMap(device -> device.profile().controls().stream()
                                .flatMap(control -> control.dimensions().stream())
                                .flatMap(dimension -> dimension.pattern().keys().stream())
                                .map(key -> device.id() + key))
                        .collect(Collectors.toSet()));
        osc.seat(rig.devices());
        settings = rig.settings();
        listen();
        sessions.invite(rig.settings().sessions());
        book.seat(rig.devices(), allPorts());
        // no panic would reach what is typed on a desktop that is in the rig no more
        keys.ports().stream().filter(port -> book.device(port) == null).forEach(Port::clear);
        return rig.gear().stream()
                .filter(device -> before.byId().get(device.id()) == null
                        || !before.byId().get(device.id()).seat().equals(device.seat()))
                .map(Device::id)
                .toList();
    }

    private void listen() {
        portTroubles = osc.listen(settings.udpPorts(), settings.tcpPorts());
    }

    /** Looks at once who came and who went. */
    public void lookAgain() {
        wires.forEach(Port.Source::look);
        lookWhoIsThere();
    }

    private Collection<Port> allPorts() {
        return wires.stream().flatMap(wire -> wire.ports().stream()).toList();
    }

    /** Sends a message to a device; called on the engine's thread. */
    public void send(String device, Message message) {
        send(device, message, null);
    }

    /**
     * Sends a message to a device; called on the engine's thread.
     *
     * @param fold if not null, a message with an equal fold that still waits is replaced
     */
    public void send(String device, Message message, Object fold) {
        Device known = seats.byId().get(device);
        if (known == null) {
            toStranger(device, message);
            return;
        }
        carrier(known).send(known, message, fold);
    }

    private Carrier carrier(Device device) {
        return carriers.get(device.seat().wire().found());
    }

    /** Only a message typed by hand goes to a port nobody sits at. */
    private void toStranger(String key, Message message) {
        if (key.startsWith("osc:")) {
            osc.toStranger(key.substring("osc:".length()), message);
        }
        allPorts().stream().filter(port -> key(port).equals(key)).forEach(port -> port.send(message, null));
    }

    /** Drops what waits to go out to a device, but for ends of notes; called on the engine's thread before a panic. */
    public void drop(String device) {
        Port port = book.port(device);
        if (port != null) {
            port.clear();
        }
    }

    /** A message came in on a port with a name. */
    private void arrived(Port port, Message message) {
        boolean isAnswer = port.traffic().isAnswer();
        boolean news = book.heard(port, message);
        String device = book.device(port);
        boolean isSensing = message instanceof MidiMessage.SystemMessage system
                && system.status()
                        == MidiMessage.SystemMessage
                                .ACTIVE_SENSING; // it says that somebody is there, and counted as that
        if ((!isAnswer || news) && !isSensing) {
            comesFirst(device);
            listener.arrived(device == null ? key(port) : device, message, 0);
        }
        if (news) {
            watch.execute(this::lookWhoIsThere);
        }
    }

    private void fromOsc(String device, Message message, long delayNanos) {
        comesFirst(device);
        Roll roll = rolls.get(device);
        if (roll != null && message instanceof OscMessage osc && !seats.moved().contains(device + osc.address())) {
            roll.saidOfItself(System.nanoTime());
        }
        listener.arrived(device, message, delayNanos);
    }

    /** Who speaks is there: that is told before what it says. */
    private void comesFirst(String device) {
        Roll roll = device == null ? null : rolls.get(device);
        if (roll != null && !roll.present) {
            lookWhoIsThere();
        }
    }

    static String key(Port port) {
        return key(port.wire()) + port.name();
    }

    private static String key(Wire wire) {
        return wire.name().toLowerCase(Locale.ROOT) + ":";
    }

    private void watch() {
        try {
            look();
        } catch (RuntimeException e) {
            LOG.error("Who is there could not be looked at", e);
        }
    }

    private void look() {
        long nanos = System.nanoTime();
        long wall = System.currentTimeMillis();
        long asleep = Math.max(nanos - watched, Math.abs((wall - watchedWall) * 1_000_000L));
        watched = nanos;
        watchedWall = wall;
        if (asleep > SLEEP_NANOS) {
            awake();
        }
        lookWhoIsThere();
        askWhoIsQuiet(nanos);
        if (++watches % (1_000 / WATCH_MILLIS) == 0) {
            allPorts().forEach(port -> port.traffic().sample(nanos));
            osc.sample(nanos);
            listenWhereItIsFreeNow();
        }
    }

    /** A listening port that another program held is taken when it is free. */
    private synchronized void listenWhereItIsFreeNow() {
        if (!portTroubles.isEmpty()) {
            listen();
        }
    }

    /** The machine slept, or its clock was set: whoever is there may have forgotten everything, and is told it all again. */
    synchronized void awake() {
        rolls.forEach((id, roll) -> {
            if (roll.present) {
                doubt(id, roll, "the computer slept, or its clock was set");
            }
        });
    }

    /** Somebody doubts what a device has, or any of them: whoever is there is told all again, and asked for its values; gives how many. */
    public synchronized int again(String device) {
        int told = 0;
        for (Map.Entry<String, Roll> one : rolls.entrySet()) {
            if (one.getValue().present && (device.isEmpty() || one.getKey().equals(device))) {
                doubt(one.getKey(), one.getValue(), "somebody asked for it");
                told++;
            }
        }
        return told;
    }

    private void doubt(String device, Roll roll, String why) {
        roll.doubtedUntil = System.nanoTime() + DOUBT_NANOS;
        listener.doubted(device, why);
    }

    /** A device was reached again after its connection had been lost. */
    private void reached(String device) {
        Roll roll = rolls.get(device);
        if (roll != null) {
            doubt(device, roll, "its connection was lost for a moment");
        }
    }

    /** Looks who came and who went, and tells. */
    public synchronized void lookWhoIsThere() {
        Seats now = seats;
        book.seat(now.devices(), allPorts());
        rolls.keySet().retainAll(now.byId().keySet());
        for (Device device : now.devices()) {
            Roll roll = rolls.computeIfAbsent(device.id(), id -> new Roll());
            Port port = book.port(device.id());
            boolean there = there(device);
            if (roll.present && there && port != roll.port) {
                listener.presence(device.id(), false); // its cable was pulled and plugged between two looks
                listener.presence(device.id(), true);
            } else if (there != roll.present) {
                roll.present = there;
                listener.presence(device.id(), there);
            }
            roll.port = port;
            roll.stands(state(device, roll), System.nanoTime());
        }
    }

    private Standing.State state(Device device, Roll roll) {
        long now = System.nanoTime();
        if (!roll.present) {
            return isHeld(device) ? Standing.State.HELD : Standing.State.ABSENT;
        } else if (roll.question.missingFor(now) > DEAF_NANOS) {
            return Standing.State.DEAF;
        } else if (roll.question.isMissing() || now < roll.doubtedUntil) {
            return Standing.State.DOUBTED;
        } else if (missingHalf(device).isPresent()) {
            return Standing.State.HALF;
        }
        return carrier(device).rests(device) ? Standing.State.RESTING : Standing.State.PRESENT;
    }

    /** Whether a port is there that must be its own, and another program has it open. */
    private boolean isHeld(Device device) {
        Set<String> held = held();
        if (held.isEmpty() || device.seat().wire() != Wire.MIDI) {
            return false;
        }
        String known = recognition(device).name();
        String name = VisiblePort.plain(known.isEmpty() ? device.seat().in() : known);
        return held.stream().anyMatch(port -> VisiblePort.plain(port).equals(name));
    }

    /** Names of the machine's MIDI ports that another program has open. */
    public Set<String> held() {
        return wires.stream().flatMap(wire -> wire.held().stream()).collect(Collectors.toCollection(TreeSet::new));
    }

    /** Who can answer is asked while it is quiet; who missed an answer is doubted once it answers again. */
    private synchronized void askWhoIsQuiet(long nanos) {
        for (Device device : seats.devices()) {
            Roll roll = rolls.get(device.id());
            if (roll == null || !roll.present) {
                continue;
            }
            Carrier carrier = carrier(device);
            if (!carrier.canBeAsked(device)) {
                continue;
            }
            if (carrier.answers(device)) {
                roll.question.canAnswer();
            }
            switch (roll.question.look(nanos, carrier.lastIn(device), carrier.isBusy(device))) {
                case ASK -> carrier.ask(device);
                case MISSED -> {
                    carrier.reopen(device);
                    carrier.ask(device);
                }
                case BACK -> doubt(device.id(), roll, "it did not answer for a while");
                case NOTHING -> {
                    // it speaks, or has time to answer
                }
            }
        }
    }

    private boolean there(Device device) {
        Roll roll = rolls.get(device.id());
        return carrier(device).isThere(device, roll != null && roll.beats());
    }

    /** Ids of the devices that are there. */
    public Set<String> present() {
        return rolls.entrySet().stream()
                .filter(entry -> entry.getValue().present)
                .map(Map.Entry::getKey)
                .collect(Collectors.toUnmodifiableSet());
    }

    /** How a device stands. */
    public Standing standing(String device) {
        Roll roll = rolls.get(device);
        return roll == null ? new Standing(Standing.State.ABSENT, System.nanoTime()) : roll.standing;
    }

    /** Those of some devices of which nobody knows whether what they said last is still true. */
    public List<String> unsure(Collection<Device> devices) {
        return devices.stream()
                .map(Device::id)
                .filter(device -> !standing(device).isSure())
                .toList();
    }

    /** What is missing for a device that is there but has one direction only although it needs both; empty if nothing is. */
    public Optional<String> missingHalf(Device device) {
        Port port = book.port(device.id());
        if (port == null) {
            return Optional.empty();
        }
        boolean speaks = !device.profile().controls().isEmpty();
        boolean listens = !device.profile().lights().isEmpty()
                || device.profile().parameters().stream().anyMatch(parameter -> parameter.settable());
        if (speaks && !port.hasInput()) {
            return Optional.of("Nothing can come in from it: its port only goes out.");
        } else if (listens && !port.hasOutput()) {
            return Optional.of("Nothing can be sent to it: its port only comes in.");
        }
        return Optional.empty();
    }

    /** By what a device is recognised when it comes back. */
    public Recognition recognition(Device device) {
        return book.recognition(device);
    }

    /**
     * A person said that a device is behind a port.
     *
     * @param key key of the port, as in {@link PortStatus}
     * @return false if the port is gone
     */
    public synchronized boolean decide(Device device, String key) {
        for (Wire wire : Wire.values()) {
            if (key.startsWith(key(wire))
                    && book.decide(device, wire, key.substring(key(wire).length()))) {
                Roll roll = rolls.computeIfAbsent(device.id(), id -> new Roll());
                if (roll.present) {
                    roll.present = false;
                    listener.presence(device.id(), false);
                }
                lookWhoIsThere();
                return true;
            }
        }
        return false;
    }

    /** A simulated desktop is there and can be typed on. */
    public void attach(Desktop desktop) {
        keys.attach(desktop);
    }

    /** A simulated desktop goes away; what is typed on it stops. */
    public void detach(String desktop) {
        keys.detach(desktop);
    }

    /** How typing on this machine stands. */
    public MachineKeys machineKeys() {
        return keys.machine();
    }

    /** Allows to type on this machine, or forbids it at once. */
    public void allowKeys(boolean allowed) {
        keys.allow(allowed);
    }

    /** All ports: those of the rig's devices, and those nobody sits at. */
    public List<PortStatus> ports() {
        return new PortBoard(book, osc, present(), this::standing).all(seats.devices(), allPorts());
    }

    /** What the port of a {@link PortStatus#key} said while nobody sat at it, as {@link orchard.signal.MessagePattern} keys; nothing for OSC. */
    public Set<Object> heard(String key) {
        return allPorts().stream()
                .filter(port -> key(port).equals(key))
                .findFirst()
                .map(book::heard)
                .orElse(Set.of());
    }

    /** Where an OSC stranger sends from, as {@code host:port}; "" if it was never heard. */
    public String strangerAddress(String name) {
        return osc.strangerAddress(name);
    }

    @PreDestroy
    void close() {
        wires.forEach(Port.Source::close);
        osc.close();
        watch.shutdownNow(); // last, because what wires let go of may still have to be looked at
    }
}
