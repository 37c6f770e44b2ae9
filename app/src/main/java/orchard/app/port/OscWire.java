package orchard.app.port;

import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
import orchard.gear.Device;
import orchard.gear.Roots;
import orchard.gear.Seat;
import orchard.gear.Targets;
import orchard.signal.Message;
import orchard.signal.OscAddress;
import orchard.signal.OscMessage;
import orchard.signal.OscTime;

/**
 * OSC over UDP and TCP on any number of listening ports. A device is known by its {@link Roots}; what several could take goes to the one whose root is
 * the nearest. Traffic finds devices by a map that is exchanged as a whole.
 */
final class OscWire implements AutoCloseable {

    /** Name under which packets that cannot be read are counted; no address can be called so. */
    static final String UNREADABLE = "/?";

    private static final int MOST_STRANGERS = 64;

    /** Takes what sockets bring, on their threads. */
    interface Taker {
        /** @param time OSC time tag, see {@link OscTime} */
        void take(Message message, long time, OscTarget sender);
    }

    /** Takes what came in for a device, or from a stranger under {@code osc:} and the first part of its address. */
    interface Listener {
        void arrived(String device, Message message, long delayNanos);
    }

    /** What is known of one sender. */
    private static final class Sender {
        final Traffic traffic = Traffic.osc();
        volatile OscTarget last;
    }

    /** A device with one of its roots; it has a place for each. */
    private record Place(Device device, Roots.Root root, Sender sender, Out out) {}

    /** Where what is said to a device goes: places, and perhaps whoever sent last. */
    private record Out(List<OscTarget> places, boolean toSender) {
        boolean isEmpty() {
            return places.isEmpty() && !toSender;
        }
    }

    /**
     * Who sits where.
     *
     * @param byFirst the places that may be meant by addresses with a first part, nearest first
     * @param patterns those that may be meant by any other
     * @param all every place, nearest first
     */
    private record Seats(
            Map<String, List<Place>> byFirst, List<Place> patterns, List<Place> all, Map<String, Place> byDevice) {

        static Seats of(List<Place> places) {
            List<Place> all = places.stream()
                    .sorted(Comparator.comparing(Place::root, Roots.NEAREST_FIRST))
                    .toList();
            Map<String, List<Place>> byFirst = new HashMap<>();
            Map<String, Place> byDevice = new HashMap<>();
            for (Place place : all) {
                String first = place.root().first();
                byDevice.putIfAbsent(place.device().id(), place);
                if (!OscAddress.isPattern(first)) {
                    byFirst.computeIfAbsent(
                            first,
                            f -> all.stream()
                                    .filter(other -> other.root().takesSomeOf(first))
                                    .toList());
                }
            }
            List<Place> patterns = all.stream()
                    .filter(place -> OscAddress.isPattern(place.root().first()))
                    .toList();
            return new Seats(byFirst, patterns, all, byDevice);
        }

        /** The devices a message is meant for: the nearest one, or all that a pattern matches. */
        List<Place> meant(String address, OscTarget from) {
            boolean isPattern = OscAddress.isPattern(address);
            List<Place> may = isPattern ? all : byFirst.getOrDefault(OscAddress.firstPart(address), patterns);
            List<Place> meant = List.of();
            for (Place place : may) {
                boolean takes = place.root().takes(address) && place.root().takesFrom(from.address());
                if (takes && !isPattern) {
                    return List.of(place);
                } else if (takes && meant.stream().noneMatch(other -> other.sender() == place.sender())) {
                    meant = new ArrayList<>(meant);
                    meant.add(place);
                }
            }
            return meant;
        }

        boolean has(String root) {
            return all.stream().anyMatch(place -> place.root().address().equals(root));
        }
    }

    private final InetAddress bound;
    private final AllowedSenders allowed;
    private final OscUdp udp;
    private final UdpTargets targets;
    private final OscTcp tcp;
    private final Map<Integer, OscUdp> moreUdp = new TreeMap<>();
    private final Map<Integer, OscTcp> moreTcp = new TreeMap<>();
    private final Map<String, Sender> senders = new ConcurrentHashMap<>();
    /** Senders nobody knows, the last ones heard. */
    private final Map<String, Sender> strangers = Collections.synchronizedMap(new LastFew<>(MOST_STRANGERS));

    private final Listener listener;
    private final Consumer<String> reached;
    private volatile Seats seats = Seats.of(List.of());

    /**
     * @param port for UDP and TCP alike; 0 for any free ones
     * @param networks on which messages to everybody go out
     * @param reached is told of every device to which a connection was made, at first or again
     */
    OscWire(
            InetAddress bound,
            int port,
            Networks networks,
            AllowedSenders allowed,
            Listener listener,
            Consumer<String> reached) {
        this.reached = reached;
        this.bound = bound;
        this.allowed = allowed;
        this.listener = listener;
        udp = new OscUdp(bound, port, this::take, this::isPassedOver);
        tcp = new OscTcp(bound, port, this::take, allowed, this::connected);
        targets = new UdpTargets(udp, networks);
    }

    /** Who is not let in, and what Orchard said to everybody and so to itself. */
    private boolean isPassedOver(InetSocketAddress from) {
        boolean isOwn = from.getPort() == udpPort() && targets.hasEverybody() && Networks.isOwn(from.getAddress());
        return isOwn || !allowed.letsIn(from.getAddress());
    }

    private void connected(InetSocketAddress address) {
        seats.byDevice().forEach((id, place) -> {
            boolean isThere = targets(place.device().seat())
                    .anyMatch(target -> target.tcp() && address(target).equals(address));
            if (isThere) {
                reached.accept(id);
            }
        });
    }

    void start() {
        udp.start();
        tcp.start();
    }

    int udpPort() {
        return udp.localPort();
    }

    int tcpPort() {
        return tcp.localPort();
    }

    /**
     * Listens on these ports too, and no longer on others.
     *
     * @return what could not be opened, in words, by port
     */
    synchronized Map<Integer, String> listen(Collection<Integer> udpPorts, Collection<Integer> tcpPorts) {
        Map<Integer, String> troubles = new TreeMap<>();
        moreUdp.entrySet().removeIf(entry -> {
            boolean gone = !udpPorts.contains(entry.getKey());
            if (gone) {
                entry.getValue().close();
            }
            return gone;
        });
        moreTcp.entrySet().removeIf(entry -> {
            boolean gone = !tcpPorts.contains(entry.getKey());
            if (gone) {
                entry.getValue().close();
            }
            return gone;
        });
        for (int port : udpPorts) {
            if (port != udpPort() && !moreUdp.containsKey(port)) {
                try {
                    OscUdp more = new OscUdp(bound, port, this::take, this::isPassedOver);
                    more.start();
                    moreUdp.put(port, more);
                } catch (RuntimeException e) {
                    troubles.put(port, e.getMessage());
                }
            }
        }
        for (int port : tcpPorts) {
            if (port != tcpPort() && !moreTcp.containsKey(port)) {
                try {
                    OscTcp more = new OscTcp(bound, port, this::take, allowed, address -> {});
                    more.start();
                    moreTcp.put(port, more);
                } catch (RuntimeException e) {
                    troubles.put(port, e.getMessage());
                }
            }
        }
        return troubles;
    }

    /** Gives devices their places; those on other wires are passed over. */
    synchronized void seat(List<Device> devices) {
        List<Place> places = new ArrayList<>();
        Set<InetSocketAddress> connected = new HashSet<>();
        Set<Targets.Target> sent = new HashSet<>();
        for (Device device : devices) {
            Seat seat = device.seat();
            if (!seat.wire().addressed()) {
                continue;
            }
            Sender sender = senders.computeIfAbsent(device.id(), id -> new Sender());
            List<OscTarget> outs = new ArrayList<>();
            boolean toSender = false;
            for (Targets.Target target :
                    Targets.read(seat.out()).map(Targets::targets).orElse(List.of())) {
                toSender |= target.isSender();
                if (target.tcp()) {
                    connected.add(address(target));
                    outs.add(tcp.to(address(target)));
                } else if (!target.isSender()) {
                    sent.add(target);
                    outs.add(targets.to(target));
                }
            }
            Out out = new Out(List.copyOf(outs), toSender);
            Roots.of(seat.in()).roots().forEach(root -> places.add(new Place(device, root, sender, out)));
        }
        seats = Seats.of(places);
        senders.keySet().retainAll(seats.byDevice().keySet());
        strangers.entrySet().removeIf(entry -> isKnownNow(entry.getKey(), entry.getValue()));
        tcp.keepOnly(connected);
        targets.keepOnly(sent);
    }

    private static Stream<Targets.Target> targets(Seat seat) {
        return Targets.read(seat.out()).stream().flatMap(all -> all.targets().stream());
    }

    /** Who connects looks the name up. */
    private static InetSocketAddress address(Targets.Target target) {
        return InetSocketAddress.createUnresolved(target.host(), target.port());
    }

    private boolean isKnownNow(String stranger, Sender sender) {
        OscTarget last = sender.last;
        return last != null
                && !seats.meant(stranger.replaceFirst("@.*", ""), last).isEmpty();
    }

    private void take(Message message, long time, OscTarget target) {
        long delay = time == OscTime.IMMEDIATELY ? 0 : OscTime.delayNanos(time, Instant.now());
        Seats now = seats;
        List<Place> meant = message instanceof OscMessage osc ? now.meant(osc.address(), target) : List.of();
        for (Place place : meant) {
            heard(place.sender(), message, target);
            listener.arrived(place.device().id(), message, delay);
        }
        if (meant.isEmpty()) {
            String first = message instanceof OscMessage osc ? OscAddress.firstPart(osc.address()) : UNREADABLE;
            String name = now.has(first) ? first + "@" + Addresses.sender(target.address()) : first;
            heard(strangers.computeIfAbsent(name, n -> new Sender()), message, target);
            listener.arrived("osc:" + name, message, delay);
        }
    }

    private static void heard(Sender sender, Message message, OscTarget target) {
        sender.traffic.in(message);
        sender.last = target;
    }

    /** Sends to a device where its seat says; called on the engine's thread. */
    void send(String device, Message message) {
        Place place = seats.byDevice().get(device);
        if (place == null || !(message instanceof OscMessage osc)) {
            return;
        }
        Traffic traffic = place.sender().traffic;
        OscTarget last = place.out().toSender() ? place.sender().last : null;
        if (place.out().isEmpty() || place.out().places().isEmpty() && last == null) {
            traffic.dropped(place.out().isEmpty() ? "nothing is sent to it" : "nobody has sent yet to be answered");
            return;
        }
        boolean sent = false;
        boolean isAnswered = false;
        for (OscTarget target : place.out().places()) {
            sent |= target.send(osc, traffic); // one that is away keeps nothing from the others
            isAnswered |= last != null && target.address().equals(last.address());
        }
        if (last != null && !isAnswered) {
            sent |= last.send(osc, traffic);
        }
        if (sent) {
            traffic.out(message);
        }
    }

    /** Answers a stranger where it last sent from. */
    void toStranger(String name, Message message) {
        Sender sender = strangers.get(name);
        if (sender != null
                && sender.last != null
                && message instanceof OscMessage osc
                && sender.last.send(osc, sender.traffic)) {
            sender.traffic.out(message);
        }
    }

    /** What has passed between a device and Orchard. */
    Traffic traffic(String device) {
        Place place = seats.byDevice().get(device);
        return place == null ? Traffic.osc() : place.sender().traffic;
    }

    /** Takes the load of the last second. */
    void sample(long nanos) {
        tcp.keepConnected();
        targets.look();
        seats.byDevice().values().forEach(place -> place.sender().traffic.sample(nanos));
    }

    /** The address a device last sent from, or "". */
    String lastAddress(String device) {
        Place place = seats.byDevice().get(device);
        OscTarget last = place == null ? null : place.sender().last;
        return last == null ? "" : last.address();
    }

    /** What has passed from each stranger, by name; unreadable packets are among them. */
    Map<String, Traffic> strangers() {
        Map<String, Traffic> all = new TreeMap<>();
        synchronized (strangers) {
            strangers.forEach((name, sender) -> all.put(name, sender.traffic));
        }
        return all;
    }

    /** The address a stranger sends from, or "". */
    String strangerAddress(String name) {
        Sender sender = strangers.get(name);
        return sender == null || sender.last == null ? "" : sender.last.address();
    }

    @Override
    public void close() {
        udp.close();
        tcp.close();
        moreUdp.values().forEach(OscUdp::close);
        moreTcp.values().forEach(OscTcp::close);
    }
}
