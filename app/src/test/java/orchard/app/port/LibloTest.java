package orchard.app.port;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.DatagramSocket;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
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
import orchard.signal.OscTime;
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
        OscMessage message = new OscMessage(
                "/liblo/all",
                List.of(
                        new OscArgument.Int32(7),
                        new OscArgument.Float32(0.5f),
                        new OscArgument.Text("Low Water"),
                        OscArgument.Plain.TRUE));
        try (Dump dump = new Dump(orchard, "")) {
            dump.heardOf(message);
            assertThat(dump.lines.get(0).words()).contains("/liblo/all", "7", "0.5", "Low Water");
        }
    }

    @Test
    void anotherMakersToolKeepsTheTimeAtWhichAMessageIsDue(TestOrchard orchard) throws Exception {
        try (Dump dump = new Dump(orchard, "+600ms")) {
            Instant before = dump.heardOf(OscMessage.of("/liblo/late", 0.5f));
            Dump.Line line = dump.lines.get(0);
            String[] tag = line.words().split(" ")[0].split("\\.");
            Instant due = OscTime.instant(Long.parseLong(tag[0], 16) << 32 | Long.parseLong(tag[1], 16));
            assertThat(due).isAfterOrEqualTo(before.plusMillis(599));
            assertThat(line.at()).isAfterOrEqualTo(due.minusMillis(20)); // it looks every few milliseconds
        }
    }

    /** {@code oscdump} on a port of its own, and a device of the rig that sends there. */
    private static final class Dump implements AutoCloseable {
        /** A line it wrote, and when. */
        record Line(Instant at, String words) {}

        final List<Line> lines = new CopyOnWriteArrayList<>();
        private final TestOrchard orchard;
        private final Process process;

        Dump(TestOrchard orchard, String ahead) throws IOException {
            this.orchard = orchard;
            int port;
            try (DatagramSocket free = new DatagramSocket(0)) {
                port = free.getLocalPort();
            }
            process = new ProcessBuilder("stdbuf", "-oL", "oscdump", String.valueOf(port)).start();
            Daemon.start(
                    "oscdump",
                    () -> new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))
                            .lines()
                            .forEach(line -> lines.add(new Line(Instant.now(), line))));
            Seat seat = new Seat(Wire.OSC, "/liblo", "127.0.0.1:" + port + ahead);
            orchard.keeper()
                    .commit(rig ->
                            Edit.add("Add", new Part.OfDevice(new Device("liblo", "Liblo", "", seat, Profile.BLANK))));
        }

        /** Says it until the tool hears it, which may still be starting; returns when it was first said. */
        Instant heardOf(OscMessage message) {
            Instant first = Instant.now();
            Awaitility.await().pollInterval(Duration.ofMillis(100)).until(() -> {
                orchard.bean(EngineRoom.class).type("liblo", message);
                return !lines.isEmpty();
            });
            return first;
        }

        @Override
        public void close() {
            process.destroyForcibly();
        }
    }
}
