package orchard.bench;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.SocketException;
import java.util.Arrays;
import java.util.Map;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.function.Consumer;
import java.util.function.IntFunction;
import orchard.engine.Compiler;
import orchard.engine.Engine;
import orchard.engine.EngineThread;
import orchard.engine.Event;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import org.HdrHistogram.Histogram;

/**
 * OSC in, mapped, OSC out over loopback, beside a bare relay with the same two hops: one thread that receives, a queue to
 * another that sends. Rounds of both alternate, so that whatever else the machine does falls on both.
 */
final class OscRelay {

    private static final int ROUNDS = 10;
    private static final int MESSAGES = 4_000;
    /** The way through the engine is deep, and takes long to be compiled. */
    private static final int WARM_UP = 150_000;

    private OscRelay() {}

    public static void main(String[] arguments) throws IOException {
        InetAddress loopback = InetAddress.getLoopbackAddress();
        try (DatagramSocket gear = new DatagramSocket(0, loopback);
                DatagramSocket orchard = new DatagramSocket(0, loopback);
                DatagramSocket bare = new DatagramSocket(0, loopback)) {
            gear.setSoTimeout(2_000);
            InetSocketAddress home = new InetSocketAddress(loopback, gear.getLocalPort());
            EngineThread engine = engine(orchard, home);
            listen(
                    orchard,
                    packet -> OscCodec.decode(packet.getData(), packet.getLength())
                            .forEach(message -> engine.arrived("hand", message, 0)));
            relay(bare, home);
            Histogram mapped = new Histogram(3);
            Histogram reference = new Histogram(3);
            play(gear, orchard.getLocalPort(), WARM_UP, OscRelay::move, new Histogram(3));
            play(gear, bare.getLocalPort(), WARM_UP, OscRelay::move, new Histogram(3));
            for (int round = 0; round < ROUNDS; round++) {
                play(gear, orchard.getLocalPort(), MESSAGES, OscRelay::move, mapped);
                play(gear, bare.getLocalPort(), MESSAGES, OscRelay::move, reference);
            }
            print("OSC in, mapped, OSC out", mapped);
            print("bare two-hop relay", reference);
            System.out.printf(
                    "ratio: p50 %.2f, p99 %.2f (budget for p99: 1.15)%n",
                    mapped.getValueAtPercentile(50) / (double) reference.getValueAtPercentile(50),
                    mapped.getValueAtPercentile(99) / (double) reference.getValueAtPercentile(99));
            engine.close();
            Results.keep("osc-relay", Map.of("mapped", figures(mapped), "reference", figures(reference)));
        }
    }

    private static EngineThread engine(DatagramSocket socket, InetSocketAddress home) {
        Engine engine = new Engine(
                new Compiler().compile(Rigs.of(1_000)),
                (device, message) -> send(socket, OscCodec.encode((OscMessage) message), home),
                trace -> {});
        EngineThread thread = new EngineThread(engine, System::nanoTime);
        thread.start();
        thread.put(nanos -> new Event.Presence(nanos, "desk", true));
        return thread;
    }

    static void relay(DatagramSocket socket, InetSocketAddress home) {
        BlockingQueue<byte[]> queue = new ArrayBlockingQueue<>(1 << 16);
        listen(socket, packet -> queue.offer(Arrays.copyOf(packet.getData(), packet.getLength())));
        daemon(() -> {
            while (!socket.isClosed()) {
                try {
                    send(socket, queue.take(), home);
                } catch (InterruptedException e) {
                    return;
                }
            }
        });
    }

    static void listen(DatagramSocket socket, Consumer<DatagramPacket> arrived) {
        daemon(() -> {
            DatagramPacket packet = new DatagramPacket(new byte[65_536], 65_536);
            while (!socket.isClosed()) {
                try {
                    packet.setLength(65_536);
                    socket.receive(packet);
                    arrived.accept(packet);
                } catch (IOException e) {
                    // closed
                }
            }
        });
    }

    static void daemon(Runnable work) {
        Thread thread = new Thread(work);
        thread.setDaemon(true);
        thread.start();
    }

    static void send(DatagramSocket socket, byte[] bytes, InetSocketAddress to) {
        try {
            socket.send(new DatagramPacket(bytes, bytes.length, to));
        } catch (SocketException e) {
            // closed
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static byte[] move(int i) {
        return OscCodec.encode(OscMessage.of("/hand/" + i * 31 % 1_000, (i * 37 % 256) / 255f));
    }

    /** Sends messages one after the other, each after the answer to the one before, and notes how long each took. */
    static void play(DatagramSocket gear, int port, int count, IntFunction<byte[]> packets, Histogram nanos)
            throws IOException {
        DatagramPacket answer = new DatagramPacket(new byte[1_024], 1_024);
        InetSocketAddress to = new InetSocketAddress(InetAddress.getLoopbackAddress(), port);
        for (int i = 0; i < count; i++) {
            byte[] packet = packets.apply(i);
            long begun = System.nanoTime();
            gear.send(new DatagramPacket(packet, packet.length, to));
            gear.receive(answer);
            nanos.recordValue(System.nanoTime() - begun);
        }
    }

    /** In microseconds. */
    static Map<String, Object> figures(Histogram nanos) {
        return Map.of(
                "p50", nanos.getValueAtPercentile(50) / 1e3,
                "p99", nanos.getValueAtPercentile(99) / 1e3,
                "p99.9", nanos.getValueAtPercentile(99.9) / 1e3,
                "messages", nanos.getTotalCount());
    }

    static void print(String what, Histogram nanos) {
        System.out.printf(
                "%-26s p50 %5.1f µs   p99 %5.1f µs   p99.9 %6.1f µs   max %7.1f µs   (%d messages)%n",
                what,
                nanos.getValueAtPercentile(50) / 1e3,
                nanos.getValueAtPercentile(99) / 1e3,
                nanos.getValueAtPercentile(99.9) / 1e3,
                nanos.getMaxValue() / 1e3,
                nanos.getTotalCount());
    }
}
