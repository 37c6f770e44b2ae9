package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Values;
import orchard.standin.StandIn;
import orchard.standin.StandIn.PanelState;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every cable pulled and plugged again, again and again, while others play. */
@ExtendWith(Orchard.class)
class ReplugTest {

    private static final int TIMES = 200;

    @ParameterizedTest
    @ValueSource(strings = {"cobble", "sluice", "treadle", "peat", "gull", "wherry"})
    void twoHundredTimesLeaveNothingBehind(String id, TestOrchard orchard) throws Exception {
        PortRoom ports = orchard.bean(PortRoom.class);
        Awaitility.await().until(() -> ports.present().contains(id));
        int mappings = orchard.keeper().rig().mappings().size();
        StandIn device = orchard.standIn(id);
        AtomicBoolean playing = new AtomicBoolean(true);
        Thread traffic = new Thread(() -> {
            for (int i = 0; playing.get(); i++) {
                orchard.standIn("gull").play("squeeze", "move", i % 100 / 100.0);
                Thread.onSpinWait();
            }
        });
        replug(ports, device, id);
        long threads = threads();
        long sockets = sockets();
        traffic.start();
        try {
            for (int times = 1; times < TIMES; times++) {
                replug(ports, device, id);
            }
        } finally {
            playing.set(false);
            traffic.join();
        }
        Awaitility.await()
                .atMost(Duration.ofSeconds(10))
                .untilAsserted(() -> assertThat(ports.present()).contains(id));
        Awaitility.await().untilAsserted(() -> {
            assertThat(threads()).as("threads").isLessThanOrEqualTo(threads + 4);
            assertThat(sockets()).as("sockets").isLessThanOrEqualTo(sockets + 2);
        });
        assertThat(orchard.keeper().rig().mappings()).hasSize(mappings);
        StandIn wherry = orchard.standIn("wherry");
        Awaitility.await()
                .untilAsserted(() -> assertThat(List.of(
                                reading(wherry, "/wherry/track/5/mute"), reading(wherry, "/wherry/track/6/mute")))
                        .as("what was held by pedal and pad")
                        .containsOnly("off"));
    }

    private static void replug(PortRoom ports, StandIn device, String id) {
        touch(device, id, true);
        device.play("cable", "pull", 0);
        ports.lookAgain();
        device.play("cable", "plug", 0);
        ports.lookAgain();
    }

    /** Something is always held while the cable goes. */
    private static void touch(StandIn device, String id, boolean down) {
        switch (id) {
            case "cobble" -> device.play("pad6", down ? "hit" : "release", 1);
            case "sluice" -> device.play("fader1", down ? "touch" : "leave", 1);
            case "treadle" -> device.play("sustain", down ? "hit" : "release", 1);
            case "gull" -> device.play("key1", down ? "hit" : "release", 1);
            default -> {
                // nothing on it can be held
            }
        }
    }

    @Test
    void whatWasHeldComesUpAndLightsAreBackWithinASecond(TestOrchard orchard) {
        PortRoom ports = orchard.bean(PortRoom.class);
        StandIn cobble = orchard.standIn("cobble");
        StandIn wherry = orchard.standIn("wherry");
        Awaitility.await().until(() -> reading(cobble, "mode").equals("plain MIDI"));
        wherry.play("/wherry/track/4/device/1/cutoff", "set", 0.5);
        Awaitility.await().until(() -> reading(cobble, "knob1").equals("1.26 kHz"));
        cobble.play("pad6", "hit", 1);
        Awaitility.await().until(() -> reading(wherry, "/wherry/track/6/mute").equals("on"));
        cobble.play("cable", "pull", 0);
        Awaitility.await()
                .atMost(Duration.ofSeconds(3))
                .until(() -> reading(wherry, "/wherry/track/6/mute").equals("off"));
        assertThat(ports.present()).doesNotContain("cobble");
        assertThat(reading(cobble, "knob1")).as("it forgot everything").isEmpty();
        cobble.play("cable", "plug", 0);
        Awaitility.await().until(() -> ports.present().contains("cobble"));
        Awaitility.await()
                .atMost(Duration.ofSeconds(1))
                .until(() -> reading(cobble, "knob1").equals("1.26 kHz"));
    }

    @Test
    void aDeviceThatSleptIsToldToSpeakPlainlyAgain(TestOrchard orchard) {
        StandIn cobble = orchard.standIn("cobble");
        Awaitility.await().until(() -> reading(cobble, "mode").equals("plain MIDI"));
        cobble.play("cable", "sleep", 0);
        cobble.play("cable", "wake", 0);
        assertThat(reading(cobble, "mode")).isEqualTo("own language");
        Awaitility.await().until(() -> {
            cobble.play("knob4", "turn", 1);
            return reading(cobble, "mode").equals("plain MIDI");
        });
        cobble.play("knob4", "turn", 5);
        Awaitility.await().until(() -> orchard.bean(Values.class).controls().containsKey("cobble/knob4/turn"));
    }

    @Test
    void afterTheComputerSleptEverybodyIsToldEverythingAgain(TestOrchard orchard) {
        StandIn sluice = orchard.standIn("sluice");
        StandIn wherry = orchard.standIn("wherry");
        wherry.play("/wherry/track/2/volume", "set", 0.9);
        Awaitility.await().until(() -> reading(sluice, "lower2").equals(reading(wherry, "/wherry/track/2/volume")));
        sluice.play("cable", "sleep", 0);
        sluice.play("cable", "wake", 0);
        assertThat(reading(sluice, "lower2")).isEmpty();
        orchard.bean(PortRoom.class).awake();
        Awaitility.await()
                .atMost(Duration.ofSeconds(1))
                .until(() -> reading(sluice, "lower2").equals(reading(wherry, "/wherry/track/2/volume")));
    }

    @Test
    void rubbishIsCountedAndDoesNoHarm(TestOrchard orchard) {
        StandIn peat = orchard.standIn("peat");
        Awaitility.await().until(() -> orchard.bean(PortRoom.class).present().contains("peat"));
        for (int i = 0; i < 20; i++) {
            peat.play("cable", "rubbish", 0);
        }
        peat.play("resonance", "turn", 0.25);
        Awaitility.await().until(() -> orchard.bean(Values.class).controls().containsKey("peat/resonance/turn"));
        assertThat(orchard.bean(PortRoom.class).ports().stream()
                        .filter(port -> port.device().equals("peat"))
                        .findFirst()
                        .orElseThrow()
                        .bad())
                .isPositive();
    }

    private static String reading(StandIn device, String part) {
        return device.readings().stream()
                .filter(reading -> reading.part().equals(part))
                .map(PanelState::text)
                .findFirst()
                .orElse("");
    }

    private static long threads() {
        return Thread.getAllStackTraces().keySet().stream()
                .filter(Thread::isAlive)
                .count();
    }

    private static long sockets() {
        try (Stream<Path> files = Files.list(Path.of("/proc/self/fd"))) {
            return files.filter(file -> {
                        try {
                            return Files.readSymbolicLink(file).toString().startsWith("socket:");
                        } catch (IOException e) {
                            return false; // closed meanwhile
                        }
                    })
                    .count();
        } catch (IOException e) {
            return 0; // no such thing on this system
        }
    }
}
