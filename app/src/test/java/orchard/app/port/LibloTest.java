package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.DatagramSocket;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import orchard.app.Daemon;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.EngineRoom;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.signal.OscArgument;
import orchard.signal.OscMessage;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** OSC as programs of other makers speak and hear it: liblo's tools. */
@ExtendWith(Orchard.class)
class LibloTest {

    @AfterEach
    void putBack(TestOrchard orchard) {
        orchard.reset();
    }

    @Test
    void whatAnotherMakersToolSaysMovesASentenceAndStandsOnReach(TestOrchard orchard, Browser browser)
            throws Exception {
        browser.go("/connect/reach");
        for (String at : List.of("0.25", "0.75")) {
            new ProcessBuilder("oscsend", "127.0.0.1", String.valueOf(orchard.oscPort()), "/gull/squeeze", "f", at)
                    .start()
                    .waitFor(10, TimeUnit.SECONDS);
        }
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/3/volume").isEmpty());
        browser.see("#ticker", "Squeeze of Gull");
        new ProcessBuilder(
                        "oscsend", "127.0.0.1", String.valueOf(orchard.oscPort()), "/liblo/knob", "sif", "a", "2", "3")
                .start()
                .waitFor(10, TimeUnit.SECONDS);
        browser.see("#heard", "/liblo/knob");
    }

    @Test
    void anotherMakersToolReadsWhatOrchardSays(TestOrchard orchard) throws Exception {
        int port;
        try (DatagramSocket free = new DatagramSocket(0)) {
            port = free.getLocalPort();
        }
        Process dump = new ProcessBuilder("stdbuf", "-oL", "oscdump", String.valueOf(port)).start();
        List<String> lines = new CopyOnWriteArrayList<>();
        Daemon.start(
                "oscdump",
                () -> new BufferedReader(new InputStreamReader(dump.getInputStream(), StandardCharsets.UTF_8))
                        .lines()
                        .forEach(lines::add));
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "Add",
                        new Part.OfDevice(new Device(
                                "liblo",
                                "Liblo",
                                "",
                                new Seat(Wire.OSC, "/liblo", "127.0.0.1:" + port),
                                Profile.BLANK))));
        OscMessage message = new OscMessage(
                "/liblo/all",
                List.of(
                        new OscArgument.Int32(7),
                        new OscArgument.Float32(0.5f),
                        new OscArgument.Text("Low Water"),
                        OscArgument.Plain.TRUE));
        try {
            Awaitility.await().untilAsserted(() -> {
                orchard.bean(EngineRoom.class).type("liblo", message);
                Thread.sleep(100);
                assertThat(lines).anySatisfy(line -> assertThat(line).contains("/liblo/all", "7", "0.5", "Low Water"));
            });
        } finally {
            dump.destroyForcibly();
        }
    }
}
