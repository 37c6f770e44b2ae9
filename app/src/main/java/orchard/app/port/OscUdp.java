package orchard.app.port;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.NetworkInterface;
import java.net.StandardSocketOptions;
import java.util.function.Predicate;
import orchard.app.Daemon;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;

/** A UDP socket on which OSC gear is heard and answered. */
final class OscUdp implements AutoCloseable {

    private static final int LARGEST_PACKET = 65_536;

    private final DatagramSocket socket;
    private final OscWire.Taker taker;
    private final Predicate<InetSocketAddress> isOwn;

    /**
     * @param port 0 for any free one
     * @param isOwn whether a packet from there is one that Orchard sent to everybody, and so to itself
     */
    OscUdp(InetAddress bound, int port, OscWire.Taker taker, Predicate<InetSocketAddress> isOwn) {
        try {
            socket = new DatagramSocket(port, bound);
            socket.setReceiveBufferSize(1 << 20);
        } catch (IOException e) {
            throw new UncheckedIOException("UDP port " + port + " for OSC is in use by another program", e);
        }
        this.taker = taker;
        this.isOwn = isOwn;
    }

    void start() {
        Daemon.start("osc in " + localPort(), this::listen);
    }

    private void listen() {
        byte[] buffer = new byte[LARGEST_PACKET];
        DatagramPacket packet = new DatagramPacket(buffer, buffer.length);
        while (!socket.isClosed()) {
            packet.setLength(buffer.length);
            try {
                socket.receive(packet);
            } catch (IOException e) {
                continue; // an answer that nobody took, or the end
            }
            InetSocketAddress from = (InetSocketAddress) packet.getSocketAddress();
            if (isOwn.test(from)) {
                continue;
            }
            OscTarget sender = new Sender(this, from);
            OscCodec.decode(buffer, packet.getLength(), (message, time) -> taker.take(message, time, sender));
        }
    }

    int localPort() {
        return socket.getLocalPort();
    }

    /** Sends without waiting; false if it could not be sent, with the reason in {@code traffic}. */
    boolean send(byte[] packet, InetSocketAddress to, Traffic traffic) {
        try {
            socket.send(new DatagramPacket(packet, packet.length, to));
            return true;
        } catch (IOException | IllegalArgumentException e) {
            boolean isTooFar = socket.getLocalAddress().isLoopbackAddress()
                    && !to.getAddress().isLoopbackAddress();
            traffic.dropped("could not be sent to " + words(to) + ": "
                    + (isTooFar
                            ? "Orchard was started without --lan and speaks to this machine only"
                            : e.getMessage()));
            return false;
        }
    }

    /** Multicasts go out on this network from now on. */
    void goOutOn(NetworkInterface network) throws IOException {
        socket.setOption(StandardSocketOptions.IP_MULTICAST_IF, network);
    }

    private static String words(InetSocketAddress address) {
        return address.getAddress().getHostAddress() + ":" + address.getPort();
    }

    /** Whoever sent something. */
    private record Sender(OscUdp at, InetSocketAddress from) implements OscTarget {
        @Override
        public boolean send(OscMessage message, Traffic traffic) {
            return at.send(OscCodec.encode(message), from, traffic);
        }

        @Override
        public String address() {
            return words(from);
        }
    }

    @Override
    public void close() {
        socket.close();
    }
}
