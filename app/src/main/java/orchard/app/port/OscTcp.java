package orchard.app.port;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.ByteBuffer;
import java.util.Comparator;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import orchard.app.Daemon;
import orchard.signal.Message;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import orchard.signal.OscTime;
import orchard.signal.Slip;

/** OSC over TCP: connections that gear makes to Orchard, and those Orchard makes to gear. */
final class OscTcp implements AutoCloseable {

    /** How many connections may be open at once; more are refused. */
    static final int MOST_CONNECTIONS = 64;

    /** Who said nothing for so long has to go when there is no room. */
    private static final long IDLE_NANOS = TimeUnit.SECONDS.toNanos(30);

    private static final int CONNECT_MILLIS = 1_000;
    private static final long AGAIN_NANOS = TimeUnit.SECONDS.toNanos(1);

    private final ServerSocket server;
    private final OscWire.Taker taker;
    private final AllowedSenders allowed;
    private final Consumer<InetSocketAddress> connected;
    private final Set<Connection> accepted = ConcurrentHashMap.newKeySet();
    private final Map<InetSocketAddress, Outgoing> outgoing = new ConcurrentHashMap<>();

    /**
     * @param port 0 for any free one
     * @param connected is told, on a thread of its own, of every connection that Orchard made
     */
    OscTcp(
            InetAddress bound,
            int port,
            OscWire.Taker taker,
            AllowedSenders allowed,
            Consumer<InetSocketAddress> connected) {
        this.allowed = allowed;
        this.connected = connected;
        try {
            server = new ServerSocket(port, MOST_CONNECTIONS, bound);
        } catch (IOException e) {
            throw new UncheckedIOException("TCP port " + port + " for OSC is in use by another program", e);
        }
        this.taker = taker;
    }

    void start() {
        Daemon.start("osc tcp " + localPort(), this::accept);
    }

    int localPort() {
        return server.getLocalPort();
    }

    private void accept() {
        while (!server.isClosed()) {
            try {
                Socket socket = server.accept();
                if (!allowed.letsIn(socket.getInetAddress())) {
                    socket.close();
                    continue;
                } else if (accepted.size() >= MOST_CONNECTIONS && !makeRoom()) {
                    socket.close();
                    continue;
                }
                Connection connection = new Connection(socket);
                accepted.add(connection);
                connection.start(() -> accepted.remove(connection));
            } catch (IOException e) {
                // one that gave up while it was accepted, or the end
            }
        }
    }

    /**
     * Of too many connections the oldest that never said anything has to go, else the one that has not for longest.
     *
     * @return whether there is room now
     */
    private boolean makeRoom() {
        long now = System.nanoTime();
        Optional<Connection> goes = accepted.stream()
                .filter(connection -> !connection.hasSpoken || now - connection.quietSince > IDLE_NANOS)
                .min(Comparator.comparing((Connection connection) -> connection.hasSpoken)
                        .thenComparing(connection -> connection.quietSince - now));
        goes.ifPresent(connection -> {
            accepted.remove(connection); // its own thread does the same as soon as it is closed
            connection.close();
        });
        return accepted.size() < MOST_CONNECTIONS;
    }

    /** Whoever listens at an address; connected when first needed, and again when it went away. */
    OscTarget to(InetSocketAddress address) {
        return outgoing.computeIfAbsent(address, Outgoing::new);
    }

    /** Connects again to those whose connection was lost, at most once a second each. */
    void keepConnected() {
        outgoing.values().forEach(Outgoing::keepConnected);
    }

    /** Closes connections to addresses that nobody is sent to any more. */
    void keepOnly(Set<InetSocketAddress> addresses) {
        outgoing.forEach((address, target) -> {
            if (!addresses.contains(address) && outgoing.remove(address, target)) {
                target.close();
            }
        });
    }

    private static String words(Socket socket) {
        InetSocketAddress remote = (InetSocketAddress) socket.getRemoteSocketAddress();
        return "tcp:" + remote.getAddress().getHostAddress() + ":" + remote.getPort();
    }

    /** One open connection; reads on a thread of its own, writes through a queue. */
    private final class Connection implements OscTarget {
        private final Socket socket;
        private final String address;
        private final Traffic traffic = Traffic.osc();
        private final OutQueue queue;
        /** When a whole packet last came, or the connection was made. */
        private volatile long quietSince = System.nanoTime();

        private volatile boolean hasSpoken;

        private final OscStream stream = new OscStream(this::packet, bad -> taker.take(bad, OscTime.IMMEDIATELY, this));

        Connection(Socket socket) throws IOException {
            this.socket = socket;
            socket.setTcpNoDelay(true);
            this.address = words(socket);
            OutputStream out = socket.getOutputStream();
            queue = new OutQueue(
                    "osc out " + address, traffic, (message, isCut) -> out.write(framed((OscMessage) message)));
        }

        private byte[] framed(OscMessage message) {
            byte[] packet = OscCodec.encode(message);
            return stream.lengths()
                    ? ByteBuffer.allocate(4 + packet.length)
                            .putInt(packet.length)
                            .put(packet)
                            .array()
                    : Slip.encode(packet);
        }

        private void packet(byte[] packet) {
            if (!allowed.letsIn(socket.getInetAddress())) {
                return; // since the connection was made
            }
            quietSince = System.nanoTime();
            hasSpoken = true;
            OscCodec.decode(packet, packet.length, (message, time) -> taker.take(message, time, this));
        }

        void start(Runnable ended) {
            Daemon.start("osc in " + address, () -> {
                byte[] buffer = new byte[1 << 16];
                try (socket) {
                    int length;
                    do {
                        length = socket.getInputStream().read(buffer);
                    } while (length > 0 && stream.feed(buffer, length));
                } catch (IOException e) {
                    // the other side is gone; presence will show it
                } finally {
                    queue.close();
                    ended.run();
                }
            });
        }

        boolean isOpen() {
            return !socket.isClosed();
        }

        @Override
        public boolean send(OscMessage message, Traffic counted) {
            if (!isOpen()) {
                counted.dropped("the connection to " + address + " is closed");
                return false;
            }
            queue.offer(message, null);
            return true;
        }

        @Override
        public String address() {
            return address;
        }

        void close() {
            queue.close(); // what was said before it went goes out
            try {
                socket.close();
            } catch (IOException e) {
                // it is closed either way
            }
        }
    }

    /** Somebody Orchard connects to. */
    private final class Outgoing implements OscTarget {
        private final InetSocketAddress to;
        private volatile Connection connection;
        private volatile String trouble;
        private boolean connecting;
        private long tried;
        private boolean closed;

        Outgoing(InetSocketAddress to) {
            this.to = to;
            this.trouble = "not connected to " + address() + " yet";
        }

        @Override
        public boolean send(OscMessage message, Traffic traffic) {
            Connection now = connection;
            if (now != null && now.isOpen()) {
                return now.send(message, traffic);
            }
            if (connect(message)) {
                return true;
            }
            traffic.dropped(trouble);
            return false;
        }

        void keepConnected() {
            Connection now = connection;
            if (now == null || !now.isOpen()) {
                connect(null);
            }
        }

        /**
         * Connects off the engine's thread, at most once a second.
         *
         * @param first the message that asked for it goes first; null for none
         */
        private synchronized boolean connect(Message first) {
            if (connecting || closed || tried != 0 && System.nanoTime() - tried < AGAIN_NANOS) {
                return false;
            }
            connecting = true;
            tried = System.nanoTime();
            Daemon.start("osc connect " + to, () -> {
                Socket socket = new Socket();
                try {
                    socket.connect(new InetSocketAddress(to.getHostString(), to.getPort()), CONNECT_MILLIS);
                    Connection fresh = new Connection(socket);
                    fresh.start(() -> {});
                    if (first != null) {
                        fresh.queue.offer(first, null);
                    }
                    opened(fresh);
                    connected.accept(to);
                } catch (IOException e) {
                    trouble = "cannot connect to " + address() + ": " + e.getMessage();
                    opened(null);
                }
            });
            return true;
        }

        private synchronized void opened(Connection fresh) {
            connecting = false;
            connection = fresh;
            if (closed && fresh != null) {
                fresh.close();
            }
        }

        @Override
        public String address() {
            return "tcp:" + to.getHostString() + ":" + to.getPort();
        }

        synchronized void close() {
            closed = true;
            if (connection != null) {
                connection.close();
            }
        }
    }

    @Override
    public void close() {
        try {
            server.close();
        } catch (IOException e) {
            // it is closed either way
        }
        accepted.forEach(Connection::close);
        outgoing.values().forEach(Outgoing::close);
    }
}
