package orchard.standin;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketAddress;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.signal.Message;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;

/**
 * Music software with eight tracks (volume, pan, mute, meter) and a filter on the narrator's track, on OSC over UDP both
 * ways. It pushes every change to its subscribers, with the value and the text on its display.
 *
 * <p>Gestures: an address {@code set 0..1} along its own fader; {@code play hit} and {@code stop hit}. Track names are
 * changed by {@link #rename}.
 *
 * <p>Habits: it takes a value outside a range as the nearer end and says so; what it does not know it refuses by name; a
 * subscription ends after 15 seconds unless it is renewed; the meters move only while it plays.
 */
public final class Wherry implements StandIn {

    private static final int TRACKS = 8;
    private static final int LEASE_SECONDS = 15;
    private static final String[] NAMES = {
        "Harp", "Bellows", "Surf", "Narrator", "Clockwork", "Seabirds", "Undertow", "Rain"
    };

    private final Panel panel = new Panel();
    private final Map<String, WherryParameter> parameters = new LinkedHashMap<>();
    private final Map<String, Float> values = new ConcurrentHashMap<>();
    private final Map<String, String> names = new LinkedHashMap<>();
    private final Map<SocketAddress, Long> subscribers = new ConcurrentHashMap<>();
    private final Cable cable = new Cable();
    private final Random rubbish = new Random(7);
    private final DatagramSocket socket;
    private final ScheduledExecutorService meters = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "wherry-meters");
        thread.setDaemon(true);
        return thread;
    });
    private volatile Announcement announcing;
    private boolean playing;
    private long beat;

    /** @param port UDP port it listens on, on this machine only; 0 for any free one */
    public Wherry(int port) {
        this(port, false);
    }

    /**
     * @param port UDP port it listens on; 0 for any free one
     * @param lan whether other machines may reach it; then it announces itself to them by DNS-SD as {@code _osc._udp}
     */
    public Wherry(int port, boolean lan) {
        try {
            socket = new DatagramSocket(
                    port, lan ? new InetSocketAddress(0).getAddress() : InetAddress.getLoopbackAddress());
        } catch (IOException e) {
            throw new UncheckedIOException("Wherry cannot listen on UDP port " + port, e);
        }
        for (WherryParameter parameter : WherryParameter.all(TRACKS)) {
            parameters.put(parameter.address(), parameter);
            values.put(parameter.address(), parameter.standard());
            show(parameter);
        }
        for (int track = 1; track <= TRACKS; track++) {
            names.put("/wherry/track/" + track + "/name", NAMES[track - 1]);
        }
        names.put("/wherry/track/4/device/1/name", "Filter");
        names.forEach((address, name) -> panel.show(address, 0, name));
        panel.show("transport", 0, "stopped");
        cable.show(panel, Cable.Condition.PLUGGED);
        Thread listener = new Thread(this::listen, "wherry");
        listener.setDaemon(true);
        listener.start();
        if (lan) {
            meters.execute(this::announce);
        }
        meters.scheduleAtFixedRate(this::meter, 100, 100, TimeUnit.MILLISECONDS);
    }

    private void announce() {
        try {
            announcing = new Announcement("_osc._udp.local.", "Wherry", port());
        } catch (IOException e) {
            panel.show("announced", 0, "not announced: " + e.getMessage());
        }
    }

    /** The UDP port it listens on. */
    public int port() {
        return socket.getLocalPort();
    }

    @Override
    public String id() {
        return "wherry";
    }

    @Override
    public synchronized void play(String part, String gesture, double amount) {
        if (part.equals(Cable.PART)) {
            cable(gesture);
            return;
        }
        WherryParameter parameter = parameters.get(part);
        if (parameter != null && gesture.equals("set") && parameter.settable()) {
            set(parameter, parameter.at(amount));
        } else if (gesture.equals("hit") && (part.equals("play") || part.equals("stop"))) {
            transport(part.equals("play"));
        } else {
            throw new IllegalArgumentException("Wherry has no " + part + " to " + gesture);
        }
    }

    /** Gives a track another name, as a person would in the software. */
    public synchronized void rename(int track, String name) {
        name("/wherry/track/" + track + "/name", name);
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

    /** Renaming means nothing to software that is found by its address. */
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
        WherryParameter parameter = parameters.get(address);
        if (parameter != null && parameter.settable() && Double.isFinite(message.number(0))) {
            set(parameter, parameter.settled((float) message.number(0)));
        } else if (names.containsKey(address) && !message.text(0).isBlank()) {
            name(address, message.text(0));
        } else {
            switch (address) {
                case "/wherry/subscribe" -> subscribe(sender);
                case "/wherry/dump" -> dump(sender);
                case "/wherry/play" -> transport(true);
                case "/wherry/stop" -> transport(false);
                default -> send(sender, OscMessage.of("/wherry/refused", address, why(parameter)));
            }
        }
    }

    private static String why(WherryParameter parameter) {
        return parameter == null
                ? "there is no such address"
                : parameter.settable() ? "a number is expected" : "this can only be read";
    }

    private void subscribe(SocketAddress sender) {
        boolean fresh = subscribers.put(sender, System.nanoTime()) == null;
        send(sender, OscMessage.of("/wherry/subscribed", LEASE_SECONDS));
        if (fresh) {
            names.forEach((address, name) -> send(sender, OscMessage.of(address, name)));
            parameters.values().forEach(parameter -> send(sender, value(parameter)));
        }
    }

    private void dump(SocketAddress sender) {
        for (WherryParameter p : parameters.values()) {
            send(
                    sender,
                    OscMessage.of(
                            "/wherry/parameter",
                            p.address(),
                            p.name(),
                            p.low(),
                            p.high(),
                            p.standard(),
                            p.unit(),
                            p.law(),
                            p.steps()));
        }
        names.forEach((address, name) -> send(sender, OscMessage.of(address, name)));
        parameters.values().forEach(parameter -> send(sender, value(parameter)));
        send(sender, OscMessage.of("/wherry/dumped", parameters.size()));
    }

    private void set(WherryParameter parameter, float value) {
        values.put(parameter.address(), value);
        show(parameter);
        push(value(parameter));
    }

    private void name(String address, String name) {
        String ascii = name.replaceAll("[^\\x20-\\x7e]", "?");
        names.put(address, ascii);
        panel.show(address, 0, ascii);
        push(OscMessage.of(address, ascii));
    }

    private void transport(boolean play) {
        playing = play;
        panel.show("transport", play ? 1 : 0, play ? "playing" : "stopped");
        push(OscMessage.of("/wherry/transport", play ? 1 : 0));
        if (!play) {
            parameters.values().stream().filter(p -> !p.settable()).forEach(p -> set(p, p.low()));
        }
    }

    private synchronized void meter() {
        if (!playing) {
            return;
        }
        beat++;
        for (int track = 1; track <= TRACKS; track++) {
            String at = "/wherry/track/" + track + "/";
            WherryParameter meter = parameters.get(at + "meter");
            boolean muted = values.get(at + "mute") >= 0.5;
            double swell = 4 * Math.sin((beat + 3.0 * track) / (2 + track / 3.0));
            set(meter, muted ? meter.low() : meter.settled((float) (values.get(at + "volume") - 6 + swell)));
        }
    }

    private OscMessage value(WherryParameter parameter) {
        float value = values.get(parameter.address());
        return OscMessage.of(parameter.address(), value, parameter.text(value));
    }

    private void show(WherryParameter parameter) {
        float value = values.get(parameter.address());
        panel.show(parameter.address(), parameter.place(value), parameter.text(value));
    }

    private void push(OscMessage message) {
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
    public Panel panel() {
        return panel;
    }

    @Override
    public void close() {
        meters.shutdownNow();
        if (announcing != null) {
            try {
                announcing.close();
            } catch (IOException e) {
                panel.show("announced", 0, "not ended well: " + e.getMessage());
            }
        }
        socket.close();
    }
}
