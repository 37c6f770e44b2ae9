package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.ByteBuffer;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.OscPeer;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Values;
import orchard.app.port.PortRoom;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import orchard.signal.Slip;
import orchard.standin.Cobble;
import orchard.standin.StandIn.PanelState;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Connect: which port is it, is it switched on, where does gear send to. */
@ExtendWith(Orchard.class)
class ConnectTest {

    private static void seat(TestOrchard orchard, String id, String port, Profile profile) {
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "Add " + id,
                        new Part.OfDevice(new Device(id, id, "", new Seat(Wire.MIDI, port, port), profile))));
    }

    @Test
    void twinsThatMovedAreAskedAboutOnce(TestOrchard orchard, Browser browser) {
        Profile profile = orchard.keeper().rig().device("cobble").orElseThrow().profile();
        seat(orchard, "left", "Twin", profile);
        seat(orchard, "right", "Twin (2)", profile);
        PortRoom ports = orchard.bean(PortRoom.class);
        browser.go("/connect");
        try (Cobble one = new Cobble("Twin", "socket one");
                Cobble two = new Cobble("Twin (2)", "socket two")) {
            browser.see("#strangerlist", "Which one is it?");
            browser.click("[data-port='midi:Twin'] button[value=right]");
            Awaitility.await()
                    .until(() ->
                            ports.present().contains("left") && ports.present().contains("right"));
            one.play("knob1", "turn", 9);
            Awaitility.await().until(() -> orchard.bean(Values.class).controls().containsKey("right/knob1/turn"));
            two.play("knob1", "turn", 3);
            Awaitility.await().until(() -> orchard.bean(Values.class).controls().containsKey("left/knob1/turn"));
        }
        Awaitility.await()
                .until(() ->
                        !ports.present().contains("left") && !ports.present().contains("right"));
        try (Cobble back = new Cobble("Twin (7)", "socket one")) {
            Awaitility.await().until(() -> ports.present().contains("right"));
            assertThat(ports.present()).doesNotContain("left");
            Awaitility.await().until(() -> mode(back).equals("plain MIDI"));
        }
        browser.go("/connect");
        assertThat(browser.text("#page")).doesNotContain("Which one is it?");
    }

    @Test
    void aDeviceUnderAnotherNameIsPointedOut(TestOrchard orchard, Browser browser) {
        seat(orchard, "spare", "Old name", Profile.BLANK);
        browser.go("/connect");
        browser.see("#spare", "absent");
        try (Cobble box = new Cobble("Altogether new")) {
            browser.see("#strangerlist", "Is it one of these?");
            browser.click("[data-port='midi:Altogether new'] button[value=spare]");
            browser.see("#spare", "Altogether new, in and out");
            assertThat(mode(box)).isEqualTo("own language");
            box.play("knob1", "turn", 1);
            box.play("knob1", "turn", 1);
            box.play("knob1", "turn", 1);
            browser.see("#spare", "It speaks a language of its own (SysEx)");
        }
    }

    private static String mode(Cobble box) {
        return box.readings().stream()
                .filter(reading -> reading.part().equals("mode"))
                .map(PanelState::text)
                .findFirst()
                .orElse("");
    }

    @Test
    void anInputIsSwitchedOffAndFilteredByChannel(TestOrchard orchard, Browser browser) {
        browser.go("/connect?edit=treadle");
        browser.click("#treadle input[name=receive]");
        browser.click("#treadle .pill");
        browser.see("#treadle", "Its input is switched off");
        browser.go("/monitor?device=treadle");
        orchard.standIn("treadle").play("pedal1", "move", 1);
        browser.see("#monitorbody", "The input of Treadle is switched off");
        browser.go("/connect?edit=treadle");
        browser.click("#treadle input[name=receive]");
        browser.click("#treadle input[name=channel][value='5']");
        browser.click("#treadle .pill");
        browser.see("#treadle", "Takes channel 5 only.");
        orchard.standIn("treadle").play("pedal1", "move", 0);
    }

    @Test
    void addressesAreShownOnlyWhenAskedFor(TestOrchard orchard, Browser browser) {
        browser.go("/connect");
        assertThat(browser.ask("return document.documentElement.outerHTML").toString())
                .doesNotContain(orchard.key());
        browser.click("[data-dialog='/connect/addresses']");
        browser.see("#dialogbody", "osc.udp://127.0.0.1:" + orchard.oscPort());
        browser.see("#dialogbody", orchard.key());
        browser.see("#dialogbody", "no tablet can open these addresses");
        browser.see("#dialogbody", "./orchard demo --lan");
        assertThat(browser.all(".qr"))
                .as("a code that no tablet can follow is none")
                .isEmpty();
        assertThat(browser.barriers()).isEmpty();
    }

    @Test
    void whatOneSenderSaysIsOneDeviceUntilSomebodySaysOtherwise(TestOrchard orchard, Browser browser) {
        browser.go("/connect");
        try (OscPeer box = new OscPeer();
                OscPeer other = new OscPeer()) {
            box.say(orchard.oscPort(), "/stomp/1", 0.5f);
            box.say(orchard.oscPort(), "/field", 0.5f, 0.25f);
            other.say(orchard.oscPort(), "/lantern", 1);
            String card = "#strangerlist li[data-sender]:has([value='osc:/stomp'])";
            browser.see(card, "Add as one device");
            assertThat(browser.text(card)).contains("/field").doesNotContain("/lantern");
            browser.type(card + " input[name=name]", "Stompbox");
            browser.click(card + " form > button[type=submit]");
            browser.see("#touched", "Touch every control of Stompbox once");
            browser.go("/connect?at=stompbox");
            browser.see("#stompbox", "Nothing of it is known yet.");
            assertThat(device(orchard, "stompbox").seat().in()).isEqualTo("/field /stomp");
            box.say(orchard.oscPort(), "/stomp/2", 0.5f);
            box.say(orchard.oscPort(), "/field", 0.1f, 0.2f);
            browser.see("#stompbox [data-in]", "2");
            box.say(orchard.oscPort(), "/late/comer", 1);
            browser.click("#strangerlist button[value=stompbox]");
            browser.until(() -> device(orchard, "stompbox").seat().in().equals("/field /stomp /late"));
            browser.go("/connect?edit=stompbox");
            browser.type("#in", "/field /stomp /late*");
            browser.click("#stompbox .edit .pill");
            browser.until(() -> device(orchard, "stompbox").seat().in().equals("/field /stomp /late*"));
            browser.go("/connect?edit=gull");
            browser.type("#in", "/gull /field");
            browser.click("#gull .edit .pill");
            browser.see("#gull .refusal", "Stompbox is known by /field already");
            browser.type("#in", "/gull");
            browser.type("#name", "stompbox");
            browser.click("#gull .edit .pill");
            browser.see("#gull .refusal", "There is a “Stompbox” already");
        }
    }

    private static Device device(TestOrchard orchard, String id) {
        return orchard.keeper().rig().device(id).orElseThrow();
    }

    @Test
    void aRootHasOneOwnerForEachSenderAndBothAreShown(TestOrchard orchard, Browser browser) {
        orchard.keeper().commit(rig -> Edit.add("Add one", new Part.OfDevice(osc("one", "/twin"))));
        try (OscPeer peer = new OscPeer()) {
            orchard.keeper()
                    .commit(rig ->
                            Edit.add("Add two", new Part.OfDevice(osc("two", "/twin@127.0.0.1:" + peer.port()))));
            browser.go("/connect");
            peer.say(orchard.oscPort(), "/twin/a", 1);
            browser.see("#two [data-in]", "1");
            browser.see("#one [data-in]", "0");
            browser.until(() -> browser.text("#two [data-in]").equals("1"));
        }
    }

    private static Device osc(String id, String in) {
        return new Device(id, id, "", new Seat(Wire.OSC, in, ""), Profile.BLANK);
    }

    @Test
    void aPortThatAnotherProgramHoldsIsSaidAsThatAndTakenWhenItIsFree(TestOrchard orchard, Browser browser) {
        browser.go("/connect");
        browser.see("#treadle", "present");
        orchard.standIn("treadle").play("cable", "hold", 1);
        browser.see("#treadle", "held by another program");
        browser.see("#treadle", "Orchard takes it as soon as it is free");
        browser.see("#held", "Treadle");
        orchard.standIn("treadle").play("cable", "free", 1);
        browser.see("#treadle [data-presence]", "present");
        browser.until(() -> browser.all("#held li").isEmpty());
    }

    @Test
    void aGreetingIsFoundByTrying(TestOrchard orchard, Browser browser) {
        try (Cobble box = new Cobble("Stranger's box")) {
            browser.go("/connect");
            browser.see("#strangerlist", "Stranger's box");
            browser.type("[data-port=\"midi:Stranger's box\"] input[name=name]", "Unknown");
            browser.click("[data-port=\"midi:Stranger's box\"] form > button[type=submit]");
            browser.see("#touched", "Touch every control of Unknown once");
            browser.go("/connect");
            for (int i = 0; i < 3; i++) {
                box.play("knob1", "turn", 1);
            }
            browser.see("#unknown", "It speaks a language of its own (SysEx)");
            browser.click("#unknown [data-own] a");
            browser.click("#trial button");
            browser.until(() -> {
                box.play("knob1", "turn", 1);
                return browser.text("#trial").contains("Found.");
            });
            browser.see("#trial", "SysEx 7D 01 01 01");
            browser.click("#trial button[type=submit]");
            browser.see("#touched", "Touch every control of Unknown once");
            browser.until(() -> device(orchard, "unknown").profile().greeting().size() == 1);
            assertThat(mode(box)).isEqualTo("plain MIDI");
            browser.go("/connect");
            assertThat(browser.find("#unknown [data-own]").isDisplayed()).isFalse();
            box.play("cable", "pull", 1);
            box.play("cable", "plug", 1);
            Awaitility.await().until(() -> mode(box).equals("plain MIDI"));
            browser.go("/connect/unknown/greeting");
            browser.type("#lines", "CC 200 = 1");
            browser.click("#greeting button");
            browser.see("#greeting .refusal", "Line 1: ");
            assertThat(browser.barriers()).isEmpty();
        }
    }

    @Test
    void oscIsHeardOnMorePortsAndOverTcpInBothFramings(TestOrchard orchard, Browser browser) throws Exception {
        int more = freePort();
        browser.go("/connect");
        browser.ask("document.querySelector('#settings').closest('details').open = true");
        browser.type("#s-udp", "90x");
        browser.click("#settings button");
        browser.see("#settings .refusal", "found “90x”");
        browser.type("#s-udp", String.valueOf(more));
        browser.click("#settings button");
        browser.until(() -> orchard.keeper().rig().settings().udpPorts().contains(more));
        try (OscPeer peer = new OscPeer()) {
            Awaitility.await().until(() -> {
                peer.say(more, "/gull/key/2", 1); // the port is opened a moment after it was kept
                return orchard.bean(Values.class).controls().containsKey("gull/key2/gate");
            });
        }
        PortRoom ports = orchard.bean(PortRoom.class);
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "Add buoy",
                        new Part.OfDevice(new Device(
                                "buoy", "Buoy", "", new Seat(Wire.OSC, "/buoy", Seat.SENDER), Profile.BLANK))));
        byte[] packet = OscCodec.encode(OscMessage.of("/buoy/bell", 1));
        for (boolean slip : new boolean[] {true, false}) {
            try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), ports.oscTcpPort())) {
                long before = heard(ports);
                byte[] framed = slip
                        ? Slip.encode(packet)
                        : ByteBuffer.allocate(4 + packet.length)
                                .putInt(packet.length)
                                .put(packet)
                                .array();
                socket.getOutputStream().write(framed, 0, 7);
                socket.getOutputStream().flush();
                socket.getOutputStream().write(framed, 7, framed.length - 7);
                Awaitility.await().until(() -> heard(ports) == before + 1);
                ports.send("buoy", OscMessage.of("/welcome", 5));
                byte[] answer = OscCodec.encode(OscMessage.of("/welcome", 5));
                byte[] expected = slip
                        ? Slip.encode(answer)
                        : ByteBuffer.allocate(4 + answer.length)
                                .putInt(answer.length)
                                .put(answer)
                                .array();
                assertThat(read(socket, expected.length)).isEqualTo(expected);
            }
        }
    }

    private static byte[] read(Socket socket, int length) throws IOException {
        socket.setSoTimeout(5_000);
        InputStream in = socket.getInputStream();
        return in.readNBytes(length);
    }

    private static long heard(PortRoom ports) {
        return ports.ports().stream()
                .filter(port -> port.device().equals("buoy"))
                .findFirst()
                .orElseThrow()
                .in();
    }

    private static int freePort() throws IOException {
        try (DatagramSocket socket = new DatagramSocket(0, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }
}
