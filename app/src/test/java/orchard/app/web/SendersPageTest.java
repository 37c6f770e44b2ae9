package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.port.PortRoom;
import orchard.app.store.MachineTable;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** On Connect: who may send OSC, who tried, and where messages go. */
@ExtendWith(Orchard.class)
class SendersPageTest {

    @AfterEach
    void putBack(TestOrchard orchard) {
        orchard.bean(PortRoom.class).senders().allow("");
        orchard.bean(MachineTable.class).oscSenders("");
        orchard.reset();
    }

    private static void say(TestOrchard orchard, DatagramSocket from, String address) throws IOException {
        byte[] packet = OscCodec.encode(OscMessage.of(address, 0.5f));
        from.send(new DatagramPacket(packet, packet.length, InetAddress.getLoopbackAddress(), orchard.oscPort()));
    }

    @Test
    void whoIsNotOnTheListIsNamedAndLetInWithAClick(TestOrchard orchard, Browser browser) throws IOException {
        browser.go("/connect");
        browser.click("#maysend summary");
        browser.type("#s-senders", "10.0.0.5 stage-left");
        browser.click("#senders button");
        browser.see("#senders .refusal", "“stage-left”");
        assertThat(orchard.bean(PortRoom.class).senders().text()).isEmpty();
        browser.type("#s-senders", "10.0.0.5 192.168.1.0/24");
        browser.click("#senders button");
        browser.until(() -> orchard.bean(PortRoom.class).senders().text().equals("10.0.0.5 192.168.1.0/24"));
        assertThat(orchard.bean(MachineTable.class).oscSenders()).isEqualTo("10.0.0.5 192.168.1.0/24");
        try (DatagramSocket other = new DatagramSocket(new InetSocketAddress("127.0.0.2", 0))) {
            say(orchard, other, "/other/knob");
            browser.go("/connect");
            browser.see("#refused", "127.0.0.2 was not let in: 1 packet");
            assertThat(browser.text("#strangerlist")).doesNotContain("/other");
            browser.click("#refused button");
            browser.until(() -> orchard.bean(MachineTable.class).oscSenders().endsWith(" 127.0.0.2"));
            say(orchard, other, "/other/knob");
            browser.see("#strangerlist", "/other");
        }
    }

    @Test
    void aDeviceIsSentToAtSeveralPlaces(TestOrchard orchard, Browser browser) {
        browser.go("/connect?edit=gull");
        browser.type("#out", "127.0.0.1:9001+20ms tcp:10.0.0.5");
        browser.click("#gull button[type=submit]");
        browser.see("#gull .refusal", "found “tcp:10.0.0.5”");
        browser.type("#out", "127.0.0.1:9001+20ms, sender");
        browser.click("#gull button[type=submit]");
        browser.until(() -> orchard.keeper()
                .rig()
                .ownDevice("gull")
                .orElseThrow()
                .seat()
                .out()
                .equals("127.0.0.1:9001+20ms sender"));
    }
}
