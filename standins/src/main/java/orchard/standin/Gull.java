package orchard.standin;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;

/**
 * A wand that is moved in the air, on OSC over UDP: tilt, an endless turn, squeeze, four keys and shake.
 *
 * <p>Gestures: {@code tiltX}, {@code tiltY}, {@code tiltZ move -1..1}; {@code turn by turns}; {@code squeeze move 0..1};
 * {@code key1..key4 hit} and {@code release}; {@code shake hit 0..1}.
 *
 * <p>Habits: while something moves it sends 100 times a second, and goes on for a tenth of a second after; now and then a
 * packet goes out twice, late, or after the one that followed it. Every 5 seconds it tells its battery.
 */
public final class Gull implements StandIn {

    private static final int FRAMES_AFTER_A_MOVE = 10;
    private static final int TWICE_EVERY = 23;
    private static final int LATE_EVERY = 37;
    private static final int LATE_FRAMES = 2;
    private static final int BATTERY_EVERY = 500;

    private record Late(long frame, byte[] packet) {}

    private final Panel panel = new Panel();
    private final Cable cable = new Cable();
    private final Random rubbish = new Random(7);
    private final InetSocketAddress target;
    private final ScheduledExecutorService frames = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "gull");
        thread.setDaemon(true);
        return thread;
    });
    private final Map<String, OscMessage> moving = new LinkedHashMap<>();
    private final Map<String, Integer> framesLeft = new LinkedHashMap<>();
    private final Deque<Late> late = new ArrayDeque<>();
    private final float[] tilt = new float[3];
    private DatagramSocket socket;
    private float turns;
    private long frame;
    private long packets;

    /** @param port UDP port on this machine that it sends to */
    public Gull(int port) {
        socket = open();
        cable.show(panel, Cable.Condition.PLUGGED);
        target = new InetSocketAddress(InetAddress.getLoopbackAddress(), port);
        for (String part : List.of("tiltX", "tiltY", "tiltZ")) {
            panel.show(part, 0.5, "0.00");
        }
        panel.show("turn", 0, "0.00 turns");
        panel.show("squeeze", 0, "0 %");
        for (int key = 1; key <= 4; key++) {
            panel.show("key" + key, 0, "");
        }
        frames.scheduleAtFixedRate(this::frame, 10, 10, TimeUnit.MILLISECONDS);
    }

    private static DatagramSocket open() {
        try {
            return new DatagramSocket(0, InetAddress.getLoopbackAddress());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void cable(String gesture) {
        switch (gesture) {
            case "pull" -> cable.show(panel, Cable.Condition.PULLED);
            case "plug", "wake" -> cable.show(panel, Cable.Condition.PLUGGED);
            case "sleep" -> cable.show(panel, Cable.Condition.ASLEEP);
            case "rename" -> {
                socket.close();
                socket = open(); // the same wand from another address
                cable.show(panel, Cable.Condition.PLUGGED);
            }
            case "rubbish" -> {
                byte[] bytes = new byte[24];
                rubbish.nextBytes(bytes);
                send(bytes);
            }
            default -> throw new IllegalArgumentException("a cable cannot " + gesture);
        }
    }

    @Override
    public String id() {
        return "gull";
    }

    @Override
    public synchronized void play(String part, String gesture, double amount) {
        if (part.equals(Cable.PART)) {
            cable(gesture);
            return;
        }
        switch (part + " " + gesture) {
            case "tiltX move" -> tilt(0, part, amount);
            case "tiltY move" -> tilt(1, part, amount);
            case "tiltZ move" -> tilt(2, part, amount);
            case "turn by" -> {
                turns += (float) amount;
                panel.show(part, turns - Math.floor(turns), String.format(Locale.ROOT, "%.2f turns", turns));
                move(OscMessage.of("/gull/turn", turns));
            }
            case "squeeze move" -> {
                double squeeze = Math.max(0, Math.min(1, amount));
                panel.show(part, squeeze, Math.round(squeeze * 100) + " %");
                move(OscMessage.of("/gull/squeeze", (float) squeeze));
            }
            case "key1 hit", "key2 hit", "key3 hit", "key4 hit" -> key(part, 1);
            case "key1 release", "key2 release", "key3 release", "key4 release" -> key(part, 0);
            case "shake hit" -> {
                panel.show(part, amount, "");
                send(OscCodec.encode(OscMessage.of("/gull/shake", (float) amount)));
            }
            default -> throw new IllegalArgumentException("Gull has no " + part + " to " + gesture);
        }
    }

    private void tilt(int axis, String part, double amount) {
        tilt[axis] = (float) Math.max(-1, Math.min(1, amount));
        panel.show(part, (tilt[axis] + 1) / 2, String.format(Locale.ROOT, "%.2f", tilt[axis]));
        move(OscMessage.of("/gull/tilt", tilt[0], tilt[1], tilt[2]));
    }

    private void key(String part, int down) {
        panel.show(part, down, "");
        move(OscMessage.of("/gull/key/" + part.substring(3), down));
    }

    private void move(OscMessage message) {
        moving.put(message.address(), message);
        framesLeft.put(message.address(), FRAMES_AFTER_A_MOVE);
    }

    private synchronized void frame() {
        frame++;
        while (!late.isEmpty() && late.peek().frame() <= frame) {
            send(late.poll().packet());
        }
        framesLeft.forEach((address, left) -> {
            if (left > 0) {
                sendBadly(OscCodec.encode(moving.get(address)), left > LATE_FRAMES);
            }
        });
        framesLeft.replaceAll((address, left) -> Math.max(0, left - 1));
        if (frame % BATTERY_EVERY == 1) {
            send(OscCodec.encode(OscMessage.of("/gull/battery", 87f)));
        }
    }

    private void sendBadly(byte[] packet, boolean mayBeLate) {
        packets++;
        if (mayBeLate && packets % LATE_EVERY == 0) {
            late.add(new Late(frame + LATE_FRAMES, packet));
            return;
        }
        send(packet);
        if (packets % TWICE_EVERY == 0) {
            send(packet);
        }
    }

    private void send(byte[] packet) {
        if (!cable.isUp()) {
            return;
        }
        try {
            socket.send(new DatagramPacket(packet, packet.length, target));
        } catch (IOException e) {
            // nobody is there to hear it; a wand does not mind
        }
    }

    @Override
    public Panel panel() {
        return panel;
    }

    @Override
    public synchronized void close() {
        frames.shutdownNow();
        socket.close();
    }
}
