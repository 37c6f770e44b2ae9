package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import orchard.action.Send;
import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.SessionPeer;
import orchard.app.harness.TestOrchard;
import orchard.app.live.EngineRoom;
import orchard.app.live.SignalLog;
import orchard.condition.Always;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.layout.Kind;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.shape.Shape;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import orchard.signal.Slip;
import orchard.standin.StandIn;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What strangers and gaps do to wires and pages, with sockets of the tests' own: nothing goes blind, deaf or locked out, and nothing hangs. */
@ExtendWith(Orchard.class)
class GapTest {

    private static void udp(TestOrchard orchard, byte[] packet) throws IOException {
        try (DatagramSocket socket = new DatagramSocket()) {
            int port = orchard.bean(PortRoom.class).oscPort();
            socket.send(new DatagramPacket(packet, packet.length, InetAddress.getLoopbackAddress(), port));
        }
    }

    private static void add(TestOrchard orchard, Part part) {
        orchard.keeper().commit(rig -> Edit.add("Add", part));
    }

    /** A letter of two characters stands where long texts are cut. */
    @Test
    void aTextThatIsCutWithinALetterBlindsNoPage(TestOrchard orchard) throws IOException {
        try (Client.Socket page = new Client(orchard).socket()) {
            page.say("{'type':'hello','page':'check','layout':''}");
            page.hear("welcome");
            for (int shift = 0; shift < 2; shift++) {
                String letters = "x".repeat(shift) + "\uD83C\uDF33".repeat(80);
                udp(orchard, OscCodec.encode(OscMessage.of("/wherry/track/3/name", letters)));
                udp(orchard, OscCodec.encode(OscMessage.of("/wherry/master", 0f, letters)));
                udp(orchard, OscCodec.encode(OscMessage.of("/" + letters, letters)));
            }
            udp(orchard, OscCodec.encode(OscMessage.of("/afterwards", 1)));
            assertThat(page.hear("afterwards")).isNotEmpty();
        }
    }

    @Test
    void aStreamWithoutEndIsClosed(TestOrchard orchard) throws IOException {
        try (Socket socket = new Socket(
                InetAddress.getLoopbackAddress(), orchard.bean(PortRoom.class).oscTcpPort())) {
            socket.setSoTimeout(10_000);
            byte[] piece = new byte[1 << 16];
            Arrays.fill(piece, (byte) 'a');
            OutputStream out = socket.getOutputStream();
            InputStream in = socket.getInputStream();
            boolean closed = false;
            try {
                for (int i = 0; i < 64; i++) {
                    out.write(piece);
                }
                closed = in.read() < 0;
            } catch (IOException e) {
                closed = true;
            }
            assertThat(closed).isTrue();
        }
    }

    private static List<Socket> connections(int number, int port) throws IOException {
        List<Socket> made = new ArrayList<>();
        for (int i = 0; i < number; i++) {
            made.add(new Socket(InetAddress.getLoopbackAddress(), port));
        }
        return made;
    }

    /** Those that were there before anybody spoke have to go first, not those that only just came. */
    @Test
    void connectionsThatSayNothingLockNobodyOut(TestOrchard orchard) throws IOException {
        int port = orchard.bean(PortRoom.class).oscTcpPort();
        List<Socket> all = new ArrayList<>(connections(OscTcp.MOST_CONNECTIONS + 6, port));
        try {
            List<Socket> late = connections(5, port);
            all.addAll(late);
            all.addAll(connections(OscTcp.MOST_CONNECTIONS / 2, port));
            for (Socket gear : late) {
                String name = "/latecomer" + late.indexOf(gear);
                gear.getOutputStream().write(Slip.encode(OscCodec.encode(OscMessage.of(name, 1))));
                Awaitility.await()
                        .until(() -> orchard.bean(PortRoom.class).ports().stream()
                                .anyMatch(status -> status.name().equals(name)));
            }
        } finally {
            for (Socket socket : all) {
                socket.close();
            }
        }
    }

    @Test
    void aTargetThatWasDownIsToldWhereEverythingStands(TestOrchard orchard) throws Exception {
        int port;
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        }
        Parameter level = new Parameter(
                "level", "", "Level", new Range(0, 1, ""), new Law.Linear(), 0, new Binding.Osc("/buoy/level"), true);
        Profile profile = new Profile(List.of(), List.of(), List.of(level), List.of(), List.of(), List.of(), List.of());
        add(
                orchard,
                new Part.OfDevice(
                        new Device("buoy", "Buoy", "", new Seat(Wire.OSC, "/buoy", "tcp:127.0.0.1:" + port), profile)));
        Awaitility.await().until(() -> orchard.bean(PortRoom.class).present().contains("buoy"));
        orchard.bean(EngineRoom.class).set("buoy", "level", 0.25);
        orchard.bean(EngineRoom.class).set("buoy", "level", 0.75);
        List<String> heard = new CopyOnWriteArrayList<>();
        try (ServerSocket server = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
            server.setSoTimeout(10_000);
            try (Socket socket = server.accept()) {
                Slip.Reader reader = new Slip.Reader(
                        packet -> OscCodec.decode(packet, packet.length).forEach(message -> heard.add(message.words())),
                        bad -> {});
                Thread listener = new Thread(() -> {
                    byte[] buffer = new byte[4096];
                    try {
                        for (int length; (length = socket.getInputStream().read(buffer)) > 0; ) {
                            reader.feed(buffer, length);
                        }
                    } catch (IOException e) {
                        // the end of the test
                    }
                });
                listener.setDaemon(true);
                listener.start();
                Awaitility.await().until(() -> heard.contains("/buoy/level 0.750"));
            }
        }
    }

    private static Mapping noteOnLamp(TestOrchard orchard, String layout, String element) {
        return new Mapping(
                orchard.keeper().rig().freeId("m"),
                new When(List.of(new Ref.ToControl(layout, element, "position"))),
                new Always(),
                Shape.WHOLE,
                new Actions(List.of(new Send("peat", new MidiMessage.NoteOn(1, 60, 100)))),
                new Show(List.of()));
    }

    private static List<String> notes(TestOrchard orchard, long after) {
        return orchard.bean(SignalLog.class).after(after).stream()
                .filter(entry -> entry.device().equals("peat") && entry.direction() == SignalLog.Direction.OUT)
                .map(entry -> entry.message().words())
                .filter(words -> words.startsWith("note 60"))
                .toList();
    }

    @Test
    void aTabletThatDiesLetsGoOfWhatItHeld(TestOrchard orchard) {
        Awaitility.await().until(() -> orchard.bean(PortRoom.class).present().contains("peat"));
        String element = orchard.keeper().rig().layout("layout1").orElseThrow().elements().stream()
                .filter(e -> e.kind() == Kind.FADER)
                .findFirst()
                .orElseThrow()
                .id();
        add(orchard, new Part.OfMapping(noteOnLamp(orchard, "layout1", element)));
        for (boolean deaf : new boolean[] {false, true}) {
            long before = orchard.bean(SignalLog.class).last();
            Client.Socket tablet = deaf ? new Client(orchard).deafSocket() : new Client(orchard).socket();
            tablet.say("{'type':'hello','page':'play','layout':'layout1'}");
            tablet.say(
                    "{'type':'touch','layout':'layout1','down':['" + element + "'],'moves':[['" + element + "',0.9]]}");
            Awaitility.await().until(() -> notes(orchard, before).size() == 1);
            if (!deaf) {
                tablet.close();
            }
            Awaitility.await()
                    .atMost(Duration.ofSeconds(4))
                    .until(() -> notes(orchard, before).size() == 2);
            assertThat(notes(orchard, before)).last().isEqualTo("note 60 off, ch 1");
            tablet.close();
        }
    }

    @Test
    void aLentPortWhosePageIsLoadedAnewLetsGo(TestOrchard orchard) {
        PortRoom ports = orchard.bean(PortRoom.class);
        Awaitility.await().until(() -> ports.present().contains("peat"));
        Control key = new Control(
                "key",
                "Key",
                Control.Kind.KEY,
                List.of(new Dimension("gate", new MessagePattern.NoteGate(1, 48))),
                new Control.Face(0, 0, 1, 1));
        add(
                orchard,
                new Part.OfDevice(new Device(
                        "reed",
                        "Reed",
                        "",
                        new Seat(Wire.BROWSER, "Reed box", "Reed box"),
                        Profile.BLANK.withControls(List.of(key)))));
        add(
                orchard,
                new Part.OfMapping(new Mapping(
                        orchard.keeper().rig().freeId("m"),
                        new When(List.of(new Ref.ToControl("reed", "key", "gate"))),
                        new Always(),
                        Shape.WHOLE,
                        new Actions(List.of(new Send("peat", new MidiMessage.NoteOn(1, 60, 100)))),
                        new Show(List.of()))));
        long before = orchard.bean(SignalLog.class).last();
        String lends = "{'type':'lend','computer':'gap','ports':[{'id':'p','name':'Reed box','vendor':'','pad':false,"
                + "'in':true,'out':true}]}";
        Client.Socket page = new Client(orchard).socket();
        page.say("{'type':'hello','page':'connect','layout':''}");
        page.say(lends);
        Awaitility.await().until(() -> ports.present().contains("reed"));
        page.say("{'type':'midi','port':'p','bytes':'903064'}");
        Awaitility.await().until(() -> notes(orchard, before).size() == 1);
        page.close();
        Awaitility.await()
                .atMost(Duration.ofSeconds(1))
                .until(() -> notes(orchard, before).size() == 2);
        try (Client.Socket again = new Client(orchard).socket()) {
            again.say("{'type':'hello','page':'connect','layout':''}");
            again.say(lends);
            again.say("{'type':'midi','port':'p','bytes':'903064'}");
            Awaitility.await().until(() -> notes(orchard, before).size() == 3);
        }
    }

    @Test
    void aLastPacketThatIsLostIsGuarded(TestOrchard orchard) {
        add(
                orchard,
                new Part.OfDevice(new Device(
                        "left", "Left", "", new Seat(Wire.SESSION, "Last light", "Last light"), Profile.BLANK)));
        PortRoom ports = orchard.bean(PortRoom.class);
        try (SessionPeer peer = new SessionPeer("Last light")) {
            peer.invite(ports.sessionPort());
            Awaitility.await().until(() -> ports.present().contains("left"));
            ports.send("left", new MidiMessage.NoteOn(1, 60, 100));
            Awaitility.await().until(() -> peer.heard().contains("note 60 on, velocity 100, ch 1"));
            peer.loseNext(1);
            ports.send("left", new MidiMessage.NoteOff(1, 60, 64));
            Awaitility.await()
                    .atMost(Duration.ofSeconds(2))
                    .until(() -> peer.heard().stream().anyMatch(words -> words.startsWith("note 60 off")));
        }
    }

    @Test
    void aPeerThatStartsAgainIsTheSameDevice(TestOrchard orchard) {
        Control key = new Control(
                "key",
                "Key",
                Control.Kind.KEY,
                List.of(new Dimension("gate", new MessagePattern.NoteGate(1, 60))),
                new Control.Face(0, 0, 1, 1));
        add(
                orchard,
                new Part.OfDevice(new Device(
                        "left",
                        "Left",
                        "",
                        new Seat(Wire.SESSION, "Night boat", "Night boat"),
                        Profile.BLANK.withControls(List.of(key)))));
        PortRoom ports = orchard.bean(PortRoom.class);
        SessionPeer first = new SessionPeer("Night boat");
        first.invite(ports.sessionPort());
        Awaitility.await().until(() -> ports.present().contains("left"));
        first.die();
        try (SessionPeer again = new SessionPeer("Night boat", 4_242)) {
            again.invite(ports.sessionPort());
            Awaitility.await().atMost(Duration.ofSeconds(5)).until(() -> {
                again.play(new MidiMessage.ControlChange(1, 9, 9));
                return orchard.bean(SignalLog.class).after(0).stream()
                        .anyMatch(entry -> entry.device().equals("left")
                                && entry.message().words().equals("CC 9 = 9, ch 1"));
            });
        }
    }

    @Test
    void aReplugThatTheSystemDoesNotTellIsFoundWithinASecond(TestOrchard orchard) {
        PortRoom ports = orchard.bean(PortRoom.class);
        StandIn cobble = orchard.standIn("cobble");
        Awaitility.await().until(() -> reading(cobble, "mode").equals("plain MIDI"));
        for (int gap : new int[] {20, 50, 120, 200}) {
            cobble.play("cable", "pull", 0);
            Awaitility.await().pollDelay(Duration.ofMillis(gap)).until(() -> true);
            cobble.play("cable", "plug", 0);
            Awaitility.await()
                    .atMost(Duration.ofMillis(2_500))
                    .until(() -> reading(cobble, "mode").equals("plain MIDI"));
        }
        assertThat(ports.present()).contains("cobble");
    }

    @Test
    void aDeviceThatSleepsIsDeafAndThenDoubted(TestOrchard orchard) {
        PortRoom ports = orchard.bean(PortRoom.class);
        StandIn cobble = orchard.standIn("cobble");
        Awaitility.await().until(() -> reading(cobble, "mode").equals("plain MIDI"));
        cobble.play("cable", "sleep", 0);
        Awaitility.await()
                .atMost(Duration.ofSeconds(5))
                .until(() -> ports.standing("cobble").state() == Standing.State.DEAF);
        cobble.play("cable", "wake", 0);
        Awaitility.await()
                .atMost(Duration.ofSeconds(2))
                .until(() -> reading(cobble, "mode").equals("plain MIDI"));
        Awaitility.await().until(() -> ports.standing("cobble").state() == Standing.State.PRESENT);
    }

    @Test
    void aMessageCarriesTheTimeAtWhichItCame(TestOrchard orchard) throws IOException {
        long before = orchard.bean(SignalLog.class).last();
        try (DatagramSocket socket = new DatagramSocket()) {
            InetSocketAddress to = new InetSocketAddress(
                    InetAddress.getLoopbackAddress(),
                    orchard.bean(PortRoom.class).oscPort());
            for (int i = 0; i < 60; i++) {
                byte[] packet = OscCodec.encode(OscMessage.of("/clockwork", i));
                socket.send(new DatagramPacket(packet, packet.length, to));
                long until = System.nanoTime() + 5_000_000;
                while (System.nanoTime() < until) {
                    Thread.onSpinWait();
                }
            }
        }
        List<SignalLog.Entry> heard = new ArrayList<>();
        Awaitility.await().until(() -> {
            heard.clear();
            orchard.bean(SignalLog.class).after(before).stream()
                    .filter(entry -> entry.message().subject().equals("/clockwork"))
                    .forEach(heard::add);
            return heard.size() == 60;
        });
        assertThat(heard.stream().map(SignalLog.Entry::micros)).doesNotHaveDuplicates();
    }

    private static String reading(StandIn device, String part) {
        return device.readings().stream()
                .filter(reading -> reading.part().equals(part))
                .map(StandIn.PanelState::text)
                .findFirst()
                .orElse("");
    }

    /** What a device said last stands with a mark beside it, on every page that shows it, until it is there again and sure. */
    @Test
    void valuesOfSoftwareThatIsAwayStandWithAMark(TestOrchard orchard, Browser browser) {
        String[][] places = {
            {"/map?mapping=m2", ".cells .cell[data-live^='wherry/'] .celltext"},
            {"/map/find?at=p/wherry/filter.cutoff", "tr[data-key^='wherry/'] .val"},
            {"/map/find?at=p/wherry/filter.cutoff", ".bigvalue"},
            {"/map/table?device=wherry", "tr[data-key] .val"},
        };
        for (String[] place : places) {
            browser.go(place[0]);
            browser.until(() -> mark(browser, place[1]).equals("none"));
        }
        orchard.standIn("wherry").play("cable", "pull", 0);
        browser.until(() -> !mark(browser, places[3][1]).equals("none"));
        for (String[] place : places) {
            browser.go(place[0]);
            assertThat(mark(browser, place[1]))
                    .as(String.join(" ", place))
                    .contains("◐")
                    .contains("not sure");
        }
        browser.go("/map?mapping=m2");
        orchard.standIn("wherry").play("cable", "plug", 0);
        browser.until(() -> mark(browser, places[0][1]).equals("none"));
    }

    private static String mark(Browser browser, String value) {
        return (String)
                browser.ask("return getComputedStyle(document.querySelector(\"" + value + "\"), '::before').content");
    }
}
