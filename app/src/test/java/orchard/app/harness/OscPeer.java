package orchard.app.harness;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.time.Duration;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.function.Predicate;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import org.awaitility.Awaitility;

/** Any OSC program on this machine: sends to a port, and keeps what it hears. */
public final class OscPeer implements AutoCloseable {

    private final DatagramSocket socket;
    private final Queue<OscMessage> heard = new ConcurrentLinkedQueue<>();

    /** A peer on a free port. */
    public OscPeer() {
        try {
            socket = new DatagramSocket(0, InetAddress.getLoopbackAddress());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Thread listener = new Thread(this::listen, "osc peer");
        listener.setDaemon(true);
        listener.start();
    }

    private void listen() {
        while (!socket.isClosed()) {
            DatagramPacket packet = new DatagramPacket(new byte[65_536], 65_536);
            try {
                socket.receive(packet);
            } catch (IOException e) {
                continue;
            }
            OscCodec.decode(packet.getData(), packet.getLength()).forEach(message -> {
                if (message instanceof OscMessage osc) {
                    heard.add(osc);
                }
            });
        }
    }

    /** The port it sends from. */
    public int port() {
        return socket.getLocalPort();
    }

    /** Sends a message. */
    public void say(int port, String address, Object... arguments) {
        sayBytes(port, OscCodec.encode(OscMessage.of(address, arguments)));
    }

    /** Sends bytes, whatever they are. */
    public void sayBytes(int port, byte[] bytes) {
        try {
            socket.send(new DatagramPacket(bytes, bytes.length, InetAddress.getLoopbackAddress(), port));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Waits for a message; what came before it is forgotten. */
    public OscMessage hear(Predicate<OscMessage> wanted) {
        return Awaitility.await()
                .atMost(Duration.ofSeconds(5))
                .pollInterval(Duration.ofMillis(5))
                .until(
                        () -> {
                            for (OscMessage message; (message = heard.poll()) != null; ) {
                                if (wanted.test(message)) {
                                    return message;
                                }
                            }
                            return null;
                        },
                        java.util.Objects::nonNull);
    }

    /** The same without a pause between two looks, for who takes the time. */
    public OscMessage hearAtOnce(Predicate<OscMessage> wanted) {
        long end = System.nanoTime() + Duration.ofSeconds(5).toNanos();
        while (System.nanoTime() < end) {
            OscMessage message = heard.poll();
            if (message != null && wanted.test(message)) {
                return message;
            }
            Thread.onSpinWait();
        }
        throw new IllegalStateException("it was not heard");
    }

    @Override
    public void close() {
        socket.close();
    }
}
