package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Optional;
import orchard.app.demo.ProfileShelf;
import orchard.app.harness.Orchard;
import orchard.app.harness.OscPeer;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Values;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.standin.Cobble;
import orchard.standin.StandIn.PanelState;
import org.awaitility.Awaitility;
import org.awaitility.core.ThrowingRunnable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Ports that come and go, and seats that stay. */
@ExtendWith(Orchard.class)
class PluggingTest {

    @Test
    void aMidiPortIsSeenWhenItIsPluggedInAndGoneWhenItIsPulled(TestOrchard orchard) {
        Cobble spare = new Cobble("Spare box");
        await(() -> assertThat(port(orchard, "midi:Spare box")).hasValueSatisfying(port -> {
            assertThat(port.device()).isEmpty();
            assertThat(port.direction()).isEqualTo("in and out");
        }));
        spare.play("pad1", "hit", 1);
        await(() ->
                assertThat(port(orchard, "midi:Spare box").orElseThrow().last()).startsWith("SysEx 7D 01 10"));
        spare.close();
        await(() -> assertThat(port(orchard, "midi:Spare box")).isEmpty());
    }

    @Test
    void aSeatStaysWhenItsDeviceIsPulledAndTheDeviceIsGreetedWhenItIsBack(TestOrchard orchard) {
        seat(orchard, new Device("spare", "Spare", "", new Seat(Wire.MIDI, "Spare box", "Spare box"), spare()));
        await(() -> assertThat(port(orchard, "absent:spare").orElseThrow().present())
                .isFalse());
        assertThat(orchard.bean(PortRoom.class).present()).doesNotContain("spare");
        for (int times = 0; times < 2; times++) {
            Cobble box = new Cobble("Spare box");
            await(() -> assertThat(orchard.bean(PortRoom.class).present()).contains("spare"));
            await(() -> assertThat(mode(box)).isEqualTo("plain MIDI"));
            int position = 10 + times;
            box.play("knob1", "turn", position);
            await(() -> assertThat(orchard.bean(Values.class)
                            .controls()
                            .get("spare/knob1/turn")
                            .number())
                    .isEqualTo(position));
            box.close();
            await(() -> assertThat(orchard.bean(PortRoom.class).present()).doesNotContain("spare"));
        }
    }

    private static Profile spare() {
        return ProfileShelf.all().get("Cobble");
    }

    private static String mode(Cobble box) {
        return box.readings().stream()
                .filter(reading -> reading.part().equals("mode"))
                .map(PanelState::text)
                .findFirst()
                .orElse("");
    }

    @Test
    void oscGearIsKnownByItsAddressWhoeverSends(TestOrchard orchard) {
        seat(orchard, new Device("lamp", "Lamp", "", new Seat(Wire.OSC, "/lamp", ""), Profile.BLANK));
        assertThat(orchard.bean(PortRoom.class).present()).doesNotContain("lamp");
        try (OscPeer one = new OscPeer();
                OscPeer two = new OscPeer()) {
            one.say(orchard.oscPort(), "/lamp/a", 1);
            two.say(orchard.oscPort(), "/lamp/b", 2);
            await(() -> assertThat(port(orchard, "osc:lamp")).hasValueSatisfying(port -> {
                assertThat(port.device()).isEqualTo("lamp");
                assertThat(port.in()).isEqualTo(2);
                assertThat(port.last()).isEqualTo("/lamp/b 2");
            }));
            await(() -> assertThat(orchard.bean(PortRoom.class).present()).contains("lamp"));
        }
    }

    @Test
    void strangersAreNotKeptWithoutEnd(TestOrchard orchard) {
        try (OscPeer peer = new OscPeer()) {
            for (int i = 0; i < 300; i++) {
                peer.say(orchard.oscPort(), "/stranger" + i + "/x", 1);
            }
            peer.say(orchard.oscPort(), "/gull/key/1", 1);
            await(() -> assertThat(orchard.bean(Values.class).controls().get("gull/key1/gate"))
                    .isNotNull());
        }
        assertThat(orchard.bean(PortRoom.class).ports()).hasSizeLessThan(80);
        assertThat(port(orchard, "osc:/stranger0")).isEmpty();
        assertThat(port(orchard, "osc:/stranger299"))
                .as("the newest is always to be seen")
                .isPresent();
    }

    @ParameterizedTest
    @CsvSource({
        "127.0.0.1:9020, 9020",
        "localhost:1, 1",
        "9020,",
        "host:,",
        ":9020,",
        "host:0,",
        "host:70000,",
        "host:12x,"
    })
    void addressesAreHostAndPort(String text, Integer port) {
        assertThat(Optional.ofNullable(Addresses.parse(text)).map(a -> a.getPort()))
                .isEqualTo(Optional.ofNullable(port));
    }

    private static void seat(TestOrchard orchard, Device device) {
        orchard.keeper().commit(rig -> Edit.add("Add " + device.name(), new Part.OfDevice(device)));
    }

    private static Optional<PortStatus> port(TestOrchard orchard, String key) {
        return orchard.bean(PortRoom.class).ports().stream()
                .filter(port -> port.key().equals(key))
                .findFirst();
    }

    private static void await(ThrowingRunnable assertion) {
        Awaitility.await().atMost(Duration.ofSeconds(5)).untilAsserted(assertion);
    }
}
