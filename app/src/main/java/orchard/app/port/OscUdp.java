package orchard.app.port;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import orchard.app.Daemon;
import orchard.mistake.Mistake;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;

/** A UDP socket on which OSC gear is heard and answered. */
final class OscUdp implements AutoCloseable {

    private static final int LARGEST_PACKET = 65_536;

    private final DatagramSocket socket;
    private final OscWire.Taker taker;

    /** @param port 0 for any free one */
    OscUdp(InetAddress bound, int port, OscWire.Taker taker) {
        try {
            socket = new DatagramSocket(port, bound);
            socket.setReceiveBufferSize(1 << 20);
        } catch (IOException e) {
            throw new UncheckedIOException("UDP port " + port + " for OSC is in use by another program", e);
        }
        this.taker = taker;
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
            OscTarget sender = to((InetSocketAddress) packet.getSocketAddress());
            OscCodec.decode(buffer, packet.getLength(), (message, time) -> taker.take(message, time, sender));
        }
    }

    int localPort() {
        return socket.getLocalPort();
    }

    /** Whoever listens at an address. */
    OscTarget to(InetSocketAddress address) {
        return new Target(this, address);
    }

    private record Target(OscUdp from, InetSocketAddress to) implements OscTarget {
        @Override
        public boolean send(OscMessage message, Traffic traffic) {
            byte[] packet = OscCodec.encode(message);
            try {
                from.socket.send(new DatagramPacket(packet, packet.length, to));
                return true;
            } catch (IOException | IllegalArgumentException | Mistake e) {
                traffic.dropped("could not be sent to " + address() + ": " + e.getMessage());
                return false;
            }
        }

        @Override
        public String address() {
            return (to.getAddress() == null
                            ? to.getHostString()
                            : to.getAddress().getHostAddress()) + ":" + to.getPort();
        }
    }

    @Override
    public void close() {
        socket.close();
    }
}
