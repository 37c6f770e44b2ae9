package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.MulticastSocket;
import java.net.NetworkInterface;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mistake.Mistake;
import orchard.signal.Message;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import orchard.signal.OscTime;
import orchard.signal.Slip;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** What goes to several, to everybody, and ahead of its time; and who is let in: with sockets of the test's own. */
class OscWireTest {

    private static final OscMessage MESSAGE = OscMessage.of("/desk/level", 0.5f);

    private final AllowedSenders allowed = new AllowedSenders("");
    private final List<String> heard = new CopyOnWriteArrayList<>();
    private final List<DatagramSocket> sockets = new ArrayList<>();
    private final OscWire wire =
            new OscWire(InetAddress.getLoopbackAddress(), 0, new Networks(false), allowed, this::heard, device -> {});

    private void heard(String device, Message message, long delay) {
        heard.add(device + " " + ((OscMessage) message).address());
    }

    OscWireTest() {
        wire.start();
    }

    @AfterEach
    void close() {
        wire.close();
        sockets.forEach(DatagramSocket::close);
    }

    private void seat(String out) {
        wire.seat(List.of(new Device("desk", "Desk", "", new Seat(Wire.OSC, "/desk", out), Profile.BLANK)));
    }

    private DatagramSocket peer(String address) throws IOException {
        DatagramSocket socket = new DatagramSocket(new InetSocketAddress(address, 0));
        socket.setSoTimeout(2_000);
        sockets.add(socket);
        return socket;
    }

    private static byte[] received(DatagramSocket socket) throws IOException {
        DatagramPacket packet = new DatagramPacket(new byte[1_000], 1_000);
        socket.receive(packet);
        return java.util.Arrays.copyOf(packet.getData(), packet.getLength());
    }

    private static String words(DatagramSocket socket) throws IOException {
        byte[] packet = received(socket);
        return OscCodec.decode(packet, packet.length).get(0).words();
    }

    private void say(DatagramSocket from, OscMessage message) throws IOException {
        byte[] packet = OscCodec.encode(message);
        from.send(new DatagramPacket(packet, packet.length, InetAddress.getLoopbackAddress(), wire.udpPort()));
    }

    private String trouble() {
        return wire.traffic("desk").counts().error();
    }

    @Test
    void everyTargetHearsEverythingWhoeverIsAway() throws IOException {
        DatagramSocket one = peer("127.0.0.1");
        DatagramSocket two = peer("127.0.0.2");
        DatagramSocket asker = peer("127.0.0.3");
        int closed;
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress());
                ServerSocket connected = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            closed = free.getLocalPort();
            free.close();
            seat("tcp:127.0.0.1:%d nobody.invalid:9000 127.0.0.1:%d tcp:127.0.0.1:%d 127.0.0.2:%d sender"
                    .formatted(closed, one.getLocalPort(), connected.getLocalPort(), two.getLocalPort()));
            say(asker, OscMessage.of("/desk/hello"));
            Awaitility.await().until(() -> heard.contains("desk /desk/hello"));
            for (int i = 0; i < 20; i++) {
                wire.send("desk", OscMessage.of("/desk/level", (float) i));
            }
            for (DatagramSocket each : List.of(one, two, asker)) {
                for (int i = 0; i < 20; i++) {
                    assertThat(words(each))
                            .isEqualTo(OscMessage.of("/desk/level", (float) i).words());
                }
            }
            connected.setSoTimeout(2_000);
            try (Socket taken = connected.accept()) {
                byte[] first = Slip.encode(OscCodec.encode(OscMessage.of("/desk/level", 0f)));
                assertThat(taken.getInputStream().readNBytes(first.length)).isEqualTo(first);
            }
            assertThat(wire.traffic("desk").counts().out()).isEqualTo(20);
            assertThat(trouble()).containsAnyOf("“nobody.invalid”", "tcp:127.0.0.1:");
            assertThat(wire.traffic("desk").counts().dropped()).isGreaterThanOrEqualTo(40 - 2);
        }
    }

    @Test
    void whoIsSentToAnywayIsNotAnsweredAsWell() throws IOException {
        DatagramSocket peer = peer("127.0.0.1");
        seat("127.0.0.1:" + peer.getLocalPort() + " sender");
        say(peer, OscMessage.of("/desk/hello"));
        Awaitility.await().until(() -> heard.contains("desk /desk/hello"));
        wire.send("desk", OscMessage.of("/desk/level", 1f));
        wire.send("desk", OscMessage.of("/desk/level", 2f));
        assertThat(words(peer)).isEqualTo(OscMessage.of("/desk/level", 1f).words());
        assertThat(words(peer)).isEqualTo(OscMessage.of("/desk/level", 2f).words());
    }

    @Test
    void whoIsNobodyIsNamed() {
        seat("nobody.invalid:9000");
        wire.send("desk", MESSAGE);
        assertThat(trouble()).isEqualTo("“nobody.invalid” is the name of nobody who can be found");
        seat("10.255.255.254:9000");
        wire.send("desk", MESSAGE);
        assertThat(trouble()).contains("10.255.255.254:9000", "without --lan");
        seat("");
        wire.send("desk", MESSAGE);
        assertThat(trouble()).isEqualTo("nothing is sent to it");
        seat("sender");
        wire.send("desk", MESSAGE);
        assertThat(trouble()).isEqualTo("nobody has sent yet to be answered");
    }

    @Test
    void everybodyOnThisMachineHearsABroadcast() throws IOException {
        try (DatagramSocket everywhere = new DatagramSocket(new InetSocketAddress(0))) {
            everywhere.setSoTimeout(2_000);
            seat("255.255.255.255:" + everywhere.getLocalPort());
            wire.send("desk", MESSAGE);
            assertThat(words(everywhere)).isEqualTo(MESSAGE.words());
        }
    }

    @Test
    void aGroupHearsAMulticast() throws IOException {
        InetAddress group = InetAddress.getByName("239.17.4.2");
        NetworkInterface here = Collections.list(NetworkInterface.getNetworkInterfaces()).stream()
                .filter(network -> {
                    try {
                        return network.isLoopback();
                    } catch (IOException e) {
                        return false;
                    }
                })
                .findFirst()
                .orElseThrow();
        try (MulticastSocket member = new MulticastSocket(0)) {
            member.setSoTimeout(2_000);
            member.joinGroup(new InetSocketAddress(group, 0), here);
            seat("239.17.4.2:" + member.getLocalPort());
            wire.send("desk", MESSAGE);
            assertThat(words(member)).isEqualTo(MESSAGE.words());
        }
    }

    @Test
    void whatOrchardSaysToEverybodyItDoesNotHear() throws IOException {
        try (OscWire open = new OscWire(
                new InetSocketAddress(0).getAddress(), 0, new Networks(false), allowed, this::heard, device -> {})) {
            open.start();
            open.seat(List.of(new Device(
                    "desk",
                    "Desk",
                    "",
                    new Seat(Wire.OSC, "/desk", "255.255.255.255:" + open.udpPort()),
                    Profile.BLANK)));
            open.send("desk", MESSAGE);
            DatagramSocket somebody = peer("127.0.0.1");
            byte[] packet = OscCodec.encode(OscMessage.of("/desk/after"));
            somebody.send(new DatagramPacket(packet, packet.length, InetAddress.getLoopbackAddress(), open.udpPort()));
            Awaitility.await().until(() -> heard.contains("desk /desk/after"));
            assertThat(heard).hasSize(1);
        }
    }

    @Test
    void whatIsSaidAheadBearsTheTimeAtWhichItIsDue() throws IOException {
        DatagramSocket peer = peer("127.0.0.1");
        seat("127.0.0.1:" + peer.getLocalPort() + "+250ms");
        Instant before = Instant.now();
        wire.send("desk", MESSAGE);
        byte[] packet = received(peer);
        Instant after = Instant.now();
        List<Instant> due = new ArrayList<>();
        OscCodec.decode(packet, packet.length, (message, time) -> {
            assertThat(message.words()).isEqualTo(MESSAGE.words());
            due.add(OscTime.instant(time));
        });
        assertThat(due).hasSize(1);
        assertThat(due.get(0)).isBetween(before.plusMillis(249), after.plusMillis(251));
    }

    @Test
    void onlyThoseOnTheListAreHeard() throws IOException {
        DatagramSocket here = peer("127.0.0.1");
        DatagramSocket two = peer("127.0.0.2");
        DatagramSocket three = peer("127.0.0.3");
        seat("");
        allowed.allow("127.0.0.3 10.0.0.0/8");
        say(two, OscMessage.of("/desk/two"));
        say(three, OscMessage.of("/desk/three"));
        say(here, OscMessage.of("/desk/here"));
        Awaitility.await().until(() -> heard.size() >= 2);
        assertThat(heard).containsExactly("desk /desk/three", "desk /desk/here");
        assertThat(allowed.refused()).containsExactly(new AllowedSenders.Refused("127.0.0.2", 1));
        allowed.allow("127.0.0.2");
        say(three, OscMessage.of("/desk/three"));
        say(two, OscMessage.of("/desk/two"));
        Awaitility.await().until(() -> heard.size() >= 3);
        assertThat(heard.get(2)).isEqualTo("desk /desk/two");
        assertThat(allowed.refused()).containsExactly(new AllowedSenders.Refused("127.0.0.3", 1));
    }

    @Test
    void aListThatCannotBeReadLetsInNobodyElse() throws IOException {
        AllowedSenders kept = AllowedSenders.remembered("10.0.0.5 nobody-knows-what");
        assertThat(kept.letsIn(InetAddress.getByName("10.0.0.5"))).isFalse();
        assertThat(kept.letsIn(InetAddress.getLoopbackAddress())).isTrue();
        assertThat(AllowedSenders.remembered("10.0.0.5").letsIn(InetAddress.getByName("10.0.0.5")))
                .isTrue();
    }

    @Test
    void aConnectionIsRefusedAtTheDoorAndSilencedWhenTheListChanges() throws IOException {
        seat("");
        InetAddress two = InetAddress.getByName("127.0.0.2");
        byte[] packet = Slip.encode(OscCodec.encode(MESSAGE));
        try (Socket connected = new Socket(InetAddress.getLoopbackAddress(), wire.tcpPort(), two, 0)) {
            connected.getOutputStream().write(packet);
            Awaitility.await().until(() -> heard.size() == 1);
            allowed.allow("10.0.0.5");
            connected.getOutputStream().write(packet);
            Awaitility.await().until(() -> allowed.refused().size() == 1);
        }
        try (Socket connected = new Socket(InetAddress.getLoopbackAddress(), wire.tcpPort(), two, 0)) {
            connected.setSoTimeout(2_000);
            assertThat(connected.getInputStream().read()).isEqualTo(-1);
        } catch (SocketTimeoutException e) {
            throw new AssertionError("the connection stayed open", e);
        }
        assertThat(heard).hasSize(1);
    }

    @Test
    void aListWithSomethingElseInItChangesNothing() {
        allowed.allow("10.0.0.5, 192.168.1.0/24\nfe80::1 10.0.0.5");
        assertThat(allowed.text()).isEqualTo("10.0.0.5 192.168.1.0/24 fe80::1");
        for (String bad :
                List.of("10.0.0.0/33", "stage-left", "10.0.0.5/", "10.0.0.300", "::/129", "1.2.3.4/8/8", ":")) {
            assertThatThrownBy(() -> allowed.allow("10.0.0.7 " + bad))
                    .as(bad)
                    .isInstanceOf(Mistake.class)
                    .hasMessageContaining("“" + bad + "”");
        }
        assertThat(allowed.text()).isEqualTo("10.0.0.5 192.168.1.0/24 fe80::1");
        assertThatThrownBy(() -> allowed.allow("10.0.0.1 ".repeat(1) + numbered(AllowedSenders.MOST)))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining("At most");
    }

    private static String numbered(int many) {
        StringBuilder all = new StringBuilder();
        for (int i = 0; i < many; i++) {
            all.append("10.1.0.").append(i).append(' ');
        }
        return all.toString();
    }

    @Test
    void aFloodFromManyStrangersIsRememberedInPart() throws IOException {
        allowed.allow("10.0.0.5");
        for (int i = 0; i < 1_000; i++) {
            allowed.letsIn(InetAddress.getByAddress(new byte[] {10, 9, (byte) (i >> 8), (byte) i}));
        }
        assertThat(allowed.refused()).hasSize(64);
        assertThat(allowed.refused().get(0).address()).isEqualTo("10.9.3.231");
    }
}
