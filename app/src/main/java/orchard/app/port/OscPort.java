package orchard.app.port;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import orchard.gear.Seat;
import orchard.signal.Message;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;

/** The UDP socket on which all OSC gear is heard and answered. Bound to loopback. */
final class OscPort implements Port {

    private static final int LARGEST_PACKET = 65_536;

    private final Traffic traffic = new Traffic();
    private final DatagramSocket socket;
    private final From listener;

    /** Takes what came in, with the address it came from. */
    interface From {
        /** Called on the socket's thread. */
        void arrived(OscPort port, Message message, InetSocketAddress sender);
    }

    /** @param port 0 for any free one */
    OscPort(int port, From listener) {
        try {
            socket = new DatagramSocket(port, InetAddress.getLoopbackAddress());
            socket.setReceiveBufferSize(1 << 20);
        } catch (IOException e) {
            throw new UncheckedIOException("UDP port " + port + " for OSC is in use by another program", e);
        }
        this.listener = listener;
    }

    void start() {
        Thread thread = new Thread(this::listen, "osc in");
        thread.setDaemon(true);
        thread.start();
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
            InetSocketAddress sender = (InetSocketAddress) packet.getSocketAddress();
            for (Message message : OscCodec.decode(buffer, packet.getLength())) {
                traffic.in(message);
                listener.arrived(this, message, sender);
            }
        }
    }

    int localPort() {
        return socket.getLocalPort();
    }

    @Override
    public Seat.Wire wire() {
        return Seat.Wire.OSC;
    }

    @Override
    public String name() {
        return "OSC on UDP " + localPort();
    }

    @Override
    public Traffic traffic() {
        return traffic;
    }

    /** OSC always goes to somebody; see {@link #send(Message, InetSocketAddress)}. */
    @Override
    public void send(Message message) {
        traffic.dropped();
    }

    void send(Message message, InetSocketAddress to) {
        if (!(message instanceof OscMessage osc)) {
            traffic.dropped();
            return;
        }
        byte[] packet = OscCodec.encode(osc);
        try {
            socket.send(new DatagramPacket(packet, packet.length, to));
            traffic.out();
        } catch (IOException | IllegalArgumentException e) {
            traffic.dropped();
        }
    }

    @Override
    public void close() {
        socket.close();
    }
}
