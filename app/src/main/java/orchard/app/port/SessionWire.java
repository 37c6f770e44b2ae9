package orchard.app.port;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import orchard.app.Daemon;
import orchard.mistake.Mistake;
import orchard.session.Participant;
import orchard.session.SessionMessage;
import orchard.signal.Message;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Network MIDI sessions (RFC 6295): others invite Orchard, and Orchard invites others, several at once, on a control port and the data port above it.
 * Clocks are kept in step by three messages every ten seconds; who says nothing for a minute is gone, and whoever Orchard invited is invited
 * again. Safe for several threads.
 */
final class SessionWire implements Port.Source {

    private static final Logger LOG = LoggerFactory.getLogger(SessionWire.class);
    private static final String OWN_NAME = "Orchard";
    private static final int LARGEST_PACKET = 65_536;
    private static final int MOST_SESSIONS = 16;
    private static final int TICK_MILLIS = 100;
    private static final long INVITE_NANOS = TimeUnit.SECONDS.toNanos(1);
    private static final long GONE_NANOS = TimeUnit.SECONDS.toNanos(60);

    private final SecureRandom random = new SecureRandom();
    private final int ssrc = random.nextInt();
    private final long origin = System.nanoTime();
    private final Port.Listener listener;
    private final Runnable changed;
    private final DatagramSocket control;
    private final DatagramSocket data;
    private final Map<Integer, SessionPort> sessions = new LinkedHashMap<>();
    private final Map<String, Guest> guests = new TreeMap<>();
    private final ScheduledExecutorService ticks = Daemon.scheduler("sessions");

    /**
     * Opens both ports, at the number given or the next even ones that are free.
     *
     * @param port of control; data is one above; 0 for any
     */
    SessionWire(InetAddress bound, int port, Port.Listener listener, Runnable changed) {
        this.listener = listener;
        this.changed = changed;
        DatagramSocket[] pair = pair(bound, port);
        control = pair[0];
        data = pair[1];
    }

    private static DatagramSocket[] pair(InetAddress bound, int port) {
        IOException last = null;
        for (int attempt = 0; attempt < 50; attempt++) {
            DatagramSocket first = null;
            try {
                first = new DatagramSocket(port == 0 ? 0 : port + 2 * attempt, bound);
                DatagramSocket second = new DatagramSocket(first.getLocalPort() + 1, bound);
                second.setReceiveBufferSize(1 << 20);
                return new DatagramSocket[] {first, second};
            } catch (IOException | IllegalArgumentException | Mistake e) {
                last = e instanceof IOException io ? io : new IOException(e);
                if (first != null) {
                    first.close();
                }
            }
        }
        throw new IllegalStateException("no two UDP ports side by side are free for network MIDI", last);
    }

    int controlPort() {
        return control.getLocalPort();
    }

    @Override
    public void start() {
        listen(control, "session control", this::controlled);
        listen(data, "session data", this::arrived);
        ticks.scheduleWithFixedDelay(this::tick, TICK_MILLIS, TICK_MILLIS, TimeUnit.MILLISECONDS);
    }

    private interface Taker {
        void take(byte[] packet, int length, InetSocketAddress from);
    }

    private static void listen(DatagramSocket socket, String name, Taker taker) {
        Daemon.start(name, () -> {
            byte[] buffer = new byte[LARGEST_PACKET];
            DatagramPacket packet = new DatagramPacket(buffer, buffer.length);
            while (!socket.isClosed()) {
                packet.setLength(buffer.length);
                try {
                    socket.receive(packet);
                } catch (IOException e) {
                    continue; // an answer that nobody took, or the end
                }
                try {
                    taker.take(buffer, packet.getLength(), (InetSocketAddress) packet.getSocketAddress());
                } catch (RuntimeException e) {
                    LOG.error("A packet of a network MIDI session could not be dealt with", e);
                }
            }
        });
    }

    /** Somebody Orchard invites, again and again until it comes. */
    private static final class Guest {
        final String name;
        final InetSocketAddress address;
        int token;
        long invited;
        int remote;
        boolean joined;
        boolean half;
        String trouble = "";

        Guest(String name, InetSocketAddress address) {
            this.name = name;
            this.address = address;
        }
    }

    /**
     * Invites these from now on, and no others.
     *
     * @param invitations {@code name = host:port} each
     */
    synchronized void invite(List<String> invitations) {
        Map<String, InetSocketAddress> wanted = new TreeMap<>();
        for (String invitation : invitations) {
            String[] parts = invitation.split(" = ", 2);
            InetSocketAddress address = parts.length < 2 ? null : Addresses.parse(parts[1]);
            if (address != null) {
                wanted.put(parts[0], address);
            }
        }
        guests.entrySet().removeIf(entry -> {
            boolean uninvited = !entry.getValue().address.equals(wanted.get(entry.getKey()));
            if (uninvited && entry.getValue().joined) {
                leave(entry.getValue().remote, true);
            }
            return uninvited;
        });
        wanted.forEach((name, address) -> guests.computeIfAbsent(name, n -> new Guest(n, address)));
    }

    /** What keeps the invited ones away, by name. */
    synchronized Map<String, String> troubles() {
        Map<String, String> troubles = new TreeMap<>();
        guests.forEach((name, guest) -> {
            if (!guest.joined && !guest.trouble.isEmpty()) {
                troubles.put(name, guest.trouble);
            }
        });
        return troubles;
    }

    /** Ticks of the session clock since Orchard started. */
    long now() {
        return (System.nanoTime() - origin) / (1_000_000_000L / Participant.CLOCK_RATE);
    }

    int ssrc() {
        return ssrc;
    }

    void arrived(Port port, Message message) {
        listener.arrived(port, message);
    }

    /** Sends MIDI to a data port. */
    void play(byte[] packet, InetSocketAddress to) throws IOException {
        data.send(new DatagramPacket(packet, packet.length, to));
    }

    /** Says something to the control port that belongs to a data port. */
    void control(SessionMessage message, InetSocketAddress dataPort) {
        send(control, message, below(dataPort));
    }

    private void send(DatagramSocket socket, SessionMessage message, InetSocketAddress to) {
        byte[] packet = message.packet();
        try {
            socket.send(new DatagramPacket(packet, packet.length, to));
        } catch (IOException | IllegalArgumentException | Mistake e) {
            LOG.debug("{} could not be told {}", to, message);
        }
    }

    private static InetSocketAddress above(InetSocketAddress address) {
        return new InetSocketAddress(address.getAddress(), address.getPort() + 1);
    }

    private static InetSocketAddress below(InetSocketAddress address) {
        return new InetSocketAddress(address.getAddress(), address.getPort() - 1);
    }

    /** A packet came in on the control port. */
    private void controlled(byte[] packet, int length, InetSocketAddress from) {
        SessionMessage message = SessionMessage.read(packet, length).orElse(null);
        if (message instanceof SessionMessage.Invitation invitation) {
            boolean room;
            synchronized (this) {
                room = sessions.size() < MOST_SESSIONS || sessions.containsKey(invitation.ssrc());
            }
            send(
                    control,
                    room
                            ? new SessionMessage.Accepted(invitation.token(), ssrc, OWN_NAME)
                            : new SessionMessage.Rejected(invitation.token(), ssrc),
                    from);
        } else if (message instanceof SessionMessage.Accepted accepted) {
            synchronized (this) {
                guest(accepted.token()).ifPresent(guest -> {
                    guest.half = true;
                    send(data, new SessionMessage.Invitation(guest.token, ssrc, OWN_NAME), above(guest.address));
                });
            }
        } else if (message instanceof SessionMessage.Rejected rejected) {
            synchronized (this) {
                guest(rejected.token()).ifPresent(guest -> guest.trouble = guest.name + " does not want to join");
            }
        } else if (message instanceof SessionMessage.Bye bye) {
            bye(bye, from);
        } else if (message instanceof SessionMessage.Feedback feedback) {
            feedback(feedback);
        }
    }

    private Optional<Guest> guest(int token) {
        return guests.values().stream()
                .filter(guest -> guest.token == token && guest.invited != 0)
                .findFirst();
    }

    /** A packet came in on the data port. */
    private void arrived(byte[] packet, int length, InetSocketAddress from) {
        if (!SessionMessage.is(packet, length)) {
            if (length >= 12) {
                int sender = (packet[8] & 0xFF) << 24
                        | (packet[9] & 0xFF) << 16
                        | (packet[10] & 0xFF) << 8
                        | packet[11] & 0xFF;
                SessionPort session = session(sender);
                if (session != null && session.address().equals(from)) {
                    session.received(packet, length);
                }
            }
            return;
        }
        SessionMessage message = SessionMessage.read(packet, length).orElse(null);
        if (message instanceof SessionMessage.Invitation invitation) {
            join(invitation.ssrc(), invitation.token(), invitation.name(), from, false);
            send(data, new SessionMessage.Accepted(invitation.token(), ssrc, OWN_NAME), from);
        } else if (message instanceof SessionMessage.Accepted accepted) {
            String name;
            synchronized (this) {
                Guest guest = guest(accepted.token()).filter(g -> g.half).orElse(null);
                if (guest == null) {
                    return;
                }
                guest.joined = true;
                guest.remote = accepted.ssrc();
                guest.trouble = "";
                name = guest.name;
            }
            join(accepted.ssrc(), accepted.token(), name, from, true);
        } else if (message instanceof SessionMessage.Clock clock) {
            clock(clock, from);
        } else if (message instanceof SessionMessage.Bye bye) {
            bye(bye, from);
        } else if (message instanceof SessionMessage.Feedback feedback) {
            feedback(feedback);
        }
    }

    private synchronized SessionPort session(int remote) {
        return sessions.get(remote);
    }

    private void join(int remote, int token, String name, InetSocketAddress from, boolean inviting) {
        synchronized (this) {
            SessionPort before = sessions.get(remote);
            if (before != null && before.token() == token) {
                before.movedTo(from);
                return;
            }
            if (before == null && sessions.size() >= MOST_SESSIONS) {
                return;
            }
            if (before != null) {
                leave(remote, false);
            }
            for (SessionPort other : sessions.values()) {
                // a peer that starts again has another number; if the old one does not answer, it is gone
                if (other.name().equals(name) && other.address().getAddress().equals(from.getAddress())) {
                    other.probe(System.nanoTime());
                    send(data, new SessionMessage.Clock(ssrc, 0, now(), 0, 0), other.address());
                }
            }
            sessions.put(
                    remote,
                    new SessionPort(this, remote, token, free(name.isBlank() ? "session" : name), from, inviting));
        }
        changed.run();
    }

    private String free(String name) {
        String free = name;
        for (int i = 2; taken(free); i++) {
            free = name + " (" + i + ")";
        }
        return free;
    }

    private boolean taken(String name) {
        return sessions.values().stream().anyMatch(session -> session.name().equals(name));
    }

    /** Count 0 is answered by 1, 1 by 2; the inviting side begins. */
    private void clock(SessionMessage.Clock clock, InetSocketAddress from) {
        SessionPort session = session(clock.ssrc());
        if (session == null) {
            return;
        }
        session.isAlive();
        switch (clock.count()) {
            case 0 -> send(data, new SessionMessage.Clock(ssrc, 1, clock.first(), now(), 0), from);
            case 1 -> {
                SessionMessage.Clock full = new SessionMessage.Clock(ssrc, 2, clock.first(), clock.second(), now());
                session.clockIsAhead(full.offset());
                send(data, full, from);
            }
            case 2 -> {
                session.clockIsAhead(-clock.offset());
            }
            default -> {
                // no such count
            }
        }
    }

    private void feedback(SessionMessage.Feedback feedback) {
        SessionPort session = session(feedback.ssrc());
        if (session != null) {
            session.acknowledged(feedback.sequence());
        }
    }

    private void bye(SessionMessage.Bye bye, InetSocketAddress from) {
        synchronized (this) {
            SessionPort session = sessions.get(bye.ssrc());
            if (session == null || !session.address().getAddress().equals(from.getAddress())) {
                return;
            }
            leave(bye.ssrc(), false);
        }
        changed.run();
    }

    /** Ends a session; what its device held down comes up. */
    private void leave(int remote, boolean tell) {
        SessionPort session = sessions.remove(remote);
        if (session == null) {
            return;
        }
        if (tell) {
            send(control, new SessionMessage.Bye(session.token(), ssrc), below(session.address()));
        }
        guests.values().stream()
                .filter(guest -> guest.joined && guest.remote == remote)
                .forEach(guest -> {
                    guest.joined = false;
                    guest.half = false;
                    guest.invited = 0;
                });
        session.close();
    }

    private void tick() {
        boolean any = false;
        synchronized (this) {
            long nanos = System.nanoTime();
            for (Guest guest : guests.values()) {
                if (!guest.joined && nanos - guest.invited > INVITE_NANOS) {
                    guest.trouble = guest.invited == 0
                            ? ""
                            : guest.name + " does not answer at " + guest.address.getHostString() + ":"
                                    + guest.address.getPort();
                    guest.token = random.nextInt();
                    guest.invited = nanos;
                    guest.half = false;
                    send(control, new SessionMessage.Invitation(guest.token, ssrc, OWN_NAME), guest.address);
                }
            }
            for (SessionPort session : List.copyOf(sessions.values())) {
                if (nanos - session.lastHeard() > GONE_NANOS || session.isDead(nanos)) {
                    leave(session.remote(), true);
                    any = true;
                    continue;
                }
                if (session.clockIsDue(nanos)) {
                    send(data, new SessionMessage.Clock(ssrc, 0, now(), 0, 0), session.address());
                }
                session.giveFeedback(nanos);
                session.guard(nanos);
            }
        }
        if (any) {
            changed.run();
        }
    }

    @Override
    public synchronized List<Port> ports() {
        return new ArrayList<>(sessions.values());
    }

    @Override
    public void close() {
        ticks.shutdownNow();
        synchronized (this) {
            List.copyOf(sessions.keySet()).forEach(remote -> leave(remote, true));
        }
        control.close();
        data.close();
    }
}
