package orchard.app.harness;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CopyOnWriteArrayList;
import orchard.session.Participant;
import orchard.session.SessionMessage;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import org.awaitility.Awaitility;

/** Another participant of network MIDI sessions, on a network that can be made bad in the direction towards Orchard. */
public final class SessionPeer implements AutoCloseable {

    private final DatagramSocket control;
    private final DatagramSocket data;
    private final String name;
    private final int ssrc;
    private final Random random = new Random(11);
    private final List<Message> heard = new CopyOnWriteArrayList<>();
    private final List<SessionMessage> said = new CopyOnWriteArrayList<>();
    private final Participant participant;
    private final List<byte[]> late = new ArrayList<>();
    private volatile InetSocketAddress orchardData;
    private volatile int lossPercent;
    private volatile int losing;

    /** A participant on two free ports side by side that takes every invitation. */
    public SessionPeer(String name) {
        this(name, name.hashCode());
    }

    /** @param ssrc by which the others know it */
    public SessionPeer(String name, int ssrc) {
        this.name = name;
        this.ssrc = ssrc;
        participant = new Participant(ssrc, 65_500, heard::add);
        DatagramSocket[] pair = pair();
        control = pair[0];
        data = pair[1];
        listen(control);
        listen(data);
    }

    private static DatagramSocket[] pair() {
        for (int attempt = 0; ; attempt++) {
            DatagramSocket first = null;
            try {
                first = new DatagramSocket(0, InetAddress.getLoopbackAddress());
                return new DatagramSocket[] {
                    first, new DatagramSocket(first.getLocalPort() + 1, InetAddress.getLoopbackAddress())
                };
            } catch (IOException | IllegalArgumentException e) {
                if (first != null) {
                    first.close();
                }
                if (attempt == 50) {
                    throw new IllegalStateException(e);
                }
            }
        }
    }

    private void listen(DatagramSocket socket) {
        Thread thread = new Thread(
                () -> {
                    DatagramPacket packet = new DatagramPacket(new byte[65_536], 65_536);
                    while (!socket.isClosed()) {
                        packet.setLength(65_536);
                        try {
                            socket.receive(packet);
                        } catch (IOException e) {
                            continue;
                        }
                        take(socket, packet.getData(), packet.getLength(), (InetSocketAddress)
                                packet.getSocketAddress());
                    }
                },
                "session peer " + name);
        thread.setDaemon(true);
        thread.start();
    }

    private void take(DatagramSocket socket, byte[] packet, int length, InetSocketAddress from) {
        SessionMessage message = SessionMessage.read(packet, length).orElse(null);
        if (message == null && losing > 0) {
            losing--;
            return;
        }
        if (message == null) {
            synchronized (participant) {
                participant.received(packet, length);
            }
            return;
        }
        said.add(message);
        if (message instanceof SessionMessage.Invitation invitation) {
            send(socket, new SessionMessage.Accepted(invitation.token(), ssrc, name).packet(), from);
            orchardData = socket == data ? from : orchardData;
        } else if (message instanceof SessionMessage.Clock clock && clock.count() == 0) {
            send(data, new SessionMessage.Clock(ssrc, 1, clock.first(), 77_000, 0).packet(), from);
        } else if (message instanceof SessionMessage.Clock clock && clock.count() == 1) {
            send(data, new SessionMessage.Clock(ssrc, 2, clock.first(), clock.second(), 20).packet(), from);
        } else if (message instanceof SessionMessage.Feedback feedback) {
            synchronized (participant) {
                participant.acknowledged(feedback.sequence());
            }
        }
    }

    private static void send(DatagramSocket socket, byte[] packet, InetSocketAddress to) {
        try {
            socket.send(new DatagramPacket(packet, packet.length, to));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Invites Orchard and waits until both ports have answered and the clocks were compared. */
    public void invite(int controlPort) {
        InetSocketAddress at = new InetSocketAddress(InetAddress.getLoopbackAddress(), controlPort);
        byte[] invitation = new SessionMessage.Invitation(4711, ssrc, name).packet();
        send(control, invitation, at);
        hear(SessionMessage.Accepted.class, 1);
        orchardData = new InetSocketAddress(at.getAddress(), controlPort + 1);
        send(data, invitation, orchardData);
        hear(SessionMessage.Accepted.class, 2);
        send(data, new SessionMessage.Clock(ssrc, 0, 10, 0, 0).packet(), orchardData);
        hear(SessionMessage.Clock.class, 1);
    }

    /** Waits until so many messages of a kind came. */
    public void hear(Class<? extends SessionMessage> kind, int times) {
        Awaitility.await().until(() -> said.stream().filter(kind::isInstance).count() >= times);
    }

    /** Loses, repeats and reorders this share of what is played from now on. */
    public void lose(int percent) {
        lossPercent = percent;
    }

    /** Plays something. */
    public void play(MidiMessage message) {
        List<byte[]> packets;
        synchronized (participant) {
            packets = participant.packets(message, 0);
        }
        for (byte[] packet : packets) {
            int fate = random.nextInt(100);
            if (fate < lossPercent) {
                continue;
            } else if (fate < lossPercent * 3 / 2) {
                late.add(packet);
                continue;
            }
            send(data, packet, orchardData);
            if (fate > 100 - lossPercent / 2) {
                send(data, packet, orchardData);
            }
            late.forEach(each -> send(data, each, orchardData));
            late.clear();
        }
    }

    /** Loses the next packets that Orchard plays. */
    public void loseNext(int packets) {
        losing = packets;
    }

    /** Dies without a word. */
    public void die() {
        control.close();
        data.close();
    }

    /** What Orchard played, in words. */
    public List<String> heard() {
        return heard.stream().map(Message::words).toList();
    }

    /** How many packets from Orchard were missing. */
    public long lost() {
        synchronized (participant) {
            return participant.lost();
        }
    }

    /** The control port. */
    public int port() {
        return control.getLocalPort();
    }

    /** Leaves the session as one should. */
    public void leave() {
        byte[] bye = new SessionMessage.Bye(4711, ssrc).packet();
        send(data, bye, orchardData);
    }

    @Override
    public void close() {
        if (orchardData != null) {
            leave();
        }
        control.close();
        data.close();
    }
}
