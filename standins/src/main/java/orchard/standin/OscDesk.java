package orchard.standin;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import orchard.signal.Message;
import orchard.signal.OscBundle;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import orchard.signal.OscTime;

/**
 * What stand-ins on OSC over UDP have in common: parameters with addresses in real units, names, subscribers that are told every
 * change, and a list of everything for who asks.
 *
 * <p>Gestures: an address {@code set 0..1} along its own fader; what else a desk takes it says itself.
 *
 * <p>Habits: it takes a value outside a range as the nearer end and says so; what it does not know it refuses by name; a
 * subscription ends after 15 seconds unless it is renewed.
 */
abstract class OscDesk implements StandIn {

    static final int LEASE_SECONDS = 15;

    /** So many messages at a time make a bundle of a few kilobytes. */
    private static final int A_BUNDLE = 20;

    final Panel panel = new Panel();
    final Map<String, DeskParameter> parameters = new LinkedHashMap<>();
    final Map<String, Float> values = new ConcurrentHashMap<>();
    final Map<String, String> names = new LinkedHashMap<>();
    final ScheduledExecutorService clock;
    private final Map<SocketAddress, Long> subscribers = new ConcurrentHashMap<>();
    private final Map<String, Float> untouched = new ConcurrentHashMap<>();
    private final Cable cable = new Cable();
    private final Random rubbish = new Random(7);
    private final DatagramSocket socket;
    private final String root;

    /**
     * @param root the first part of all its addresses, as {@code /wherry}
     * @param port UDP port it listens on; 0 for any free one
     * @param lan whether other machines may reach it
     */
    OscDesk(String root, int port, boolean lan) {
        this.root = root;
        try {
            socket = new DatagramSocket(
                    port, lan ? new InetSocketAddress(0).getAddress() : InetAddress.getLoopbackAddress());
        } catch (IOException e) {
            throw new UncheckedIOException(id() + " cannot listen on UDP port " + port, e);
        }
        clock = Executors.newSingleThreadScheduledExecutor(task -> {
            Thread thread = new Thread(task, id() + "-clock");
            thread.setDaemon(true);
            return thread;
        });
    }

    /** Shows everything and begins to listen; to be called when all parameters are there. */
    final void open() {
        parameters.values().forEach(this::show);
        names.forEach((address, name) -> panel.show(address, 0, name));
        cable.show(panel, Cable.Condition.PLUGGED);
        Thread listener = new Thread(this::listen, id());
        listener.setDaemon(true);
        listener.start();
    }

    final void add(DeskParameter parameter) {
        parameters.put(parameter.address(), parameter);
        values.put(parameter.address(), parameter.standard());
    }

    /** The UDP port it listens on. */
    public final int port() {
        return socket.getLocalPort();
    }

    @Override
    public final synchronized void play(String part, String gesture, double amount) {
        if (part.equals(Cable.PART)) {
            cable(gesture);
            return;
        }
        DeskParameter parameter = parameters.get(part);
        if (parameter != null && gesture.equals("set") && parameter.settable()) {
            touched(parameter);
            set(parameter, parameter.at(amount));
        } else if (!hand(part, gesture, amount)) {
            throw new IllegalArgumentException(id() + " has no " + part + " to " + gesture);
        }
    }

    /** A hand does something else than setting a parameter; false if there is nothing of the kind. */
    abstract boolean hand(String part, String gesture, double amount);

    /** A message came in that is about no parameter; false if it is not known. */
    abstract boolean heard(OscMessage message);

    /** What stays the same of a group wherever it is moved, by the address where that is told. */
    Map<String, String> identities() {
        return Map.of();
    }

    /** A parameter was set, by hand or by a message. */
    void changed(DeskParameter parameter, float value) {}

    /** A hand is about to move a parameter on the desk's own panel. */
    void touched(DeskParameter parameter) {}

    /** Whether anything comes in or goes out. */
    final boolean isUp() {
        return cable.isUp();
    }

    /** Whether it is on, also while its network cable is pulled: what it has on MIDI goes on. */
    final boolean isAwake() {
        return !cable.isAsleep();
    }

    /** Whether a parameter goes back to where it was when the finger leaves it. */
    boolean returns(DeskParameter parameter) {
        return false;
    }

    private void listen() {
        byte[] buffer = new byte[65_536];
        while (!socket.isClosed()) {
            DatagramPacket packet = new DatagramPacket(buffer, buffer.length);
            try {
                socket.receive(packet);
            } catch (IOException e) {
                continue;
            }
            for (Message message : OscCodec.decode(packet.getData(), packet.getLength())) {
                if (message instanceof OscMessage osc) {
                    arrived(osc, packet.getSocketAddress());
                }
            }
        }
    }

    /** Renaming means nothing to what is found by its address. */
    private void cable(String gesture) {
        switch (gesture) {
            case "pull" -> cable.show(panel, Cable.Condition.PULLED);
            case "plug", "wake", "rename" -> cable.show(panel, Cable.Condition.PLUGGED);
            case "sleep" -> {
                subscribers.clear();
                cable.show(panel, Cable.Condition.ASLEEP);
            }
            case "rubbish" -> {
                byte[] bytes = new byte[24];
                rubbish.nextBytes(bytes);
                subscribers.keySet().forEach(subscriber -> send(subscriber, bytes));
            }
            default -> throw new IllegalArgumentException("a cable cannot " + gesture);
        }
    }

    private synchronized void arrived(OscMessage message, SocketAddress sender) {
        if (!cable.isUp()) {
            return;
        }
        String address = message.address();
        DeskParameter parameter = parameters.get(address);
        if (parameter != null && parameter.settable() && Double.isFinite(message.number(0))) {
            set(parameter, parameter.settled((float) message.number(0)));
        } else if (names.containsKey(address) && !message.text(0).isBlank()) {
            name(address, message.text(0));
        } else if (address.equals(root + "/subscribe")) {
            subscribe(sender);
        } else if (address.equals(root + "/dump")) {
            dump(sender);
        } else if (!touched(message) && !heard(message)) {
            send(sender, OscMessage.of(root + "/refused", address, why(parameter)));
        }
    }

    private static String why(DeskParameter parameter) {
        return parameter == null
                ? "there is no such address"
                : parameter.settable() ? "a number is expected" : "this can only be read";
    }

    /** A finger came to a parameter or left it. */
    private boolean touched(OscMessage message) {
        String address = message.address();
        DeskParameter parameter =
                address.endsWith("/touch") ? parameters.get(address.substring(0, address.length() - 6)) : null;
        if (parameter == null || !parameter.touch()) {
            return false;
        }
        boolean begins = message.number(0) >= 0.5;
        panel.show(address, begins ? 1 : 0, begins ? "touched" : "");
        if (begins) {
            untouched.put(parameter.address(), values.get(parameter.address()));
        } else {
            Float before = untouched.remove(parameter.address());
            if (before != null && returns(parameter)) {
                set(parameter, before);
            }
        }
        return true;
    }

    private void subscribe(SocketAddress sender) {
        boolean fresh = subscribers.put(sender, System.nanoTime()) == null;
        send(sender, OscMessage.of(root + "/subscribed", LEASE_SECONDS));
        if (fresh) {
            tellAll(sender);
        }
    }

    private void tellAll(SocketAddress to) {
        sendAll(to, everything());
    }

    private List<OscMessage> everything() {
        List<OscMessage> all = new ArrayList<>();
        identities().forEach((address, identity) -> all.add(OscMessage.of(address, identity)));
        names.forEach((address, name) -> all.add(OscMessage.of(address, name)));
        parameters.values().forEach(parameter -> all.add(value(parameter)));
        return all;
    }

    /** Shows and tells everything anew, because nothing is where it was. */
    final void rearranged() {
        parameters.values().forEach(this::show);
        names.forEach((address, name) -> panel.show(address, 0, name));
        List<OscMessage> all = everything();
        subscribers.keySet().forEach(subscriber -> sendAll(subscriber, all));
    }

    /** In bundles, because a datagram for each would overflow what listens. */
    private void sendAll(SocketAddress to, List<OscMessage> all) {
        for (int i = 0; i < all.size(); i += A_BUNDLE) {
            List<OscMessage> some = all.subList(i, Math.min(all.size(), i + A_BUNDLE));
            send(to, OscCodec.encode(new OscBundle(OscTime.IMMEDIATELY, List.copyOf(some))));
        }
    }

    private void dump(SocketAddress sender) {
        List<OscMessage> all = new ArrayList<>();
        for (DeskParameter p : parameters.values()) {
            all.add(OscMessage.of(
                    root + "/parameter",
                    p.address(),
                    p.name(),
                    p.low(),
                    p.high(),
                    p.standard(),
                    p.unit().replace("°", "deg"),
                    p.law(),
                    p.steps(),
                    p.settable() ? 1 : 0,
                    p.touch() ? 1 : 0));
        }
        sendAll(sender, all);
        tellAll(sender);
        send(sender, OscMessage.of(root + "/dumped", parameters.size()));
    }

    final void set(String address, float value) {
        DeskParameter parameter = parameters.get(address);
        set(parameter, parameter.settled(value));
    }

    final void set(DeskParameter parameter, float value) {
        values.put(parameter.address(), value);
        show(parameter);
        push(value(parameter));
        changed(parameter, value);
    }

    final void name(String address, String name) {
        String ascii = name.replaceAll("[^\\x20-\\x7e]", "?");
        names.put(address, ascii);
        panel.show(address, 0, ascii);
        push(OscMessage.of(address, ascii));
    }

    private OscMessage value(DeskParameter parameter) {
        float value = values.get(parameter.address());
        return OscMessage.of(parameter.address(), value, parameter.text(value));
    }

    final void show(DeskParameter parameter) {
        float value = values.get(parameter.address());
        panel.show(parameter.address(), parameter.place(value), parameter.text(value));
    }

    final void push(OscMessage message) {
        long now = System.nanoTime();
        subscribers.values().removeIf(since -> now - since > LEASE_SECONDS * 1_000_000_000L);
        subscribers.keySet().forEach(subscriber -> send(subscriber, message));
    }

    private void send(SocketAddress to, OscMessage message) {
        send(to, OscCodec.encode(message));
    }

    private void send(SocketAddress to, byte[] packet) {
        if (!cable.isUp()) {
            return;
        }
        try {
            socket.send(new DatagramPacket(packet, packet.length, to));
        } catch (IOException e) {
            subscribers.remove(to);
        }
    }

    @Override
    public final Panel panel() {
        return panel;
    }

    @Override
    public void close() {
        clock.shutdownNow();
        socket.close();
    }
}
