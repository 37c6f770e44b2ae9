package orchard.app.live;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import orchard.app.harness.Orchard;
import orchard.app.harness.OscPeer;
import orchard.app.harness.TestOrchard;
import orchard.app.port.PortRoom;
import orchard.engine.Explain;
import orchard.outcome.Line;
import orchard.signal.OscBundle;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import orchard.signal.OscTime;
import orchard.standin.StandIn.PanelState;
import orchard.standin.Wherry;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Signals through real sockets and real MIDI ports, against the stand-ins. */
@ExtendWith(Orchard.class)
class SignalTest {

    @BeforeEach
    void everythingIsThere(TestOrchard orchard) {
        await(() -> assertThat(orchard.bean(PortRoom.class).present()).contains("cobble", "wherry"));
        await(() -> assertThat(panel(orchard, "cobble", "mode").text()).isEqualTo("plain MIDI"));
        await(() -> assertThat(orchard.bean(Values.class).parameters()).containsKey("wherry/filter.cutoff"));
    }

    @Test
    void aSqueezeSetsTheSurfFromBottomToTop(TestOrchard orchard) {
        try (OscPeer peer = new OscPeer()) {
            peer.say(orchard.wherryPort(), "/wherry/subscribe");
            peer.hear(m -> m.address().equals("/wherry/track/4/device/1/mix"));
            peer.say(orchard.oscPort(), "/gull/squeeze", 0.4f);
            peer.hear(m -> m.address().equals("/wherry/track/3/volume") && m.number(0) < 0);
            peer.say(orchard.oscPort(), "/gull/squeeze", 1.0f);
            var top = peer.hear(m -> m.address().equals("/wherry/track/3/volume"));
            assertThat(top.number(0)).isCloseTo(6, within(1e-3));
            assertThat(top.text(1)).isEqualTo("6.0 dB");
            peer.say(orchard.oscPort(), "/gull/squeeze", 0.0f);
            var bottom = peer.hear(m -> m.address().equals("/wherry/track/3/volume"));
            assertThat(bottom.number(0)).isCloseTo(-60, within(1e-3));
            assertThat(bottom.text(1)).isEqualTo("-60.0 dB");
        }
        Ticker.Row row = row(orchard, "/gull/squeeze");
        assertThat(row.text()).isEqualTo("Squeeze of Gull → Surf › Volume −60.0 dB");
        assertThat(why(orchard, row))
                .anyMatch(line -> line.contains("/gull/squeeze 0.000 came from Gull"))
                .anyMatch(line -> line.contains("Surf › Volume was set to −60.0 dB"));
    }

    @Test
    void aKnobTurnsAndItsDisplayShowsTheSoftwaresText(TestOrchard orchard) {
        orchard.standIn("wherry").play("/wherry/track/4/device/1/cutoff", "set", 0);
        await(() -> assertThat(panel(orchard, "cobble", "knob1")).isEqualTo(new PanelState("knob1", 0, "200 Hz")));
        orchard.standIn("cobble").play("knob1", "turn", 64);
        await(() -> assertThat(panel(orchard, "wherry", "/wherry/track/4/device/1/cutoff")
                        .text())
                .isEqualTo("1.26 kHz"));
        await(() -> assertThat(panel(orchard, "cobble", "knob1").text()).isEqualTo("1.26 kHz"));
    }

    @Test
    void aPadLightsWhileItsMuteIsOn(TestOrchard orchard) {
        orchard.standIn("cobble").play("pad6", "hit", 0.3);
        await(() -> assertThat(panel(orchard, "wherry", "/wherry/track/6/mute").text())
                .isEqualTo("on"));
        await(() -> assertThat(panel(orchard, "cobble", "pad6").text()).startsWith("lit"));
        orchard.standIn("cobble").play("pad6", "release", 0);
        await(() -> assertThat(panel(orchard, "cobble", "pad6").text()).isEmpty());
    }

    @Test
    void newNamesInTheSoftwareAreTheNamesEverywhere(TestOrchard orchard) {
        Wherry wherry = (Wherry) orchard.standIn("wherry");
        wherry.rename(3, "Deep Surf");
        Names names = orchard.bean(Names.class);
        await(() -> assertThat(names.groupTitle(names.device("wherry").orElseThrow(), "track3"))
                .contains("Deep Surf"));
        wherry.rename(3, "Surf");
        await(() -> assertThat(names.groupTitle(names.device("wherry").orElseThrow(), "track3"))
                .contains("Surf"));
    }

    @Test
    void badInputIsCountedAndSeenAndNothingStops(TestOrchard orchard) {
        byte[] random = new byte[200];
        new Random(7).nextBytes(random);
        byte[] huge = new byte[65_000];
        new Random(8).nextBytes(huge);
        try (OscPeer peer = new OscPeer()) {
            peer.say(orchard.wherryPort(), "/wherry/subscribe");
            peer.sayBytes(orchard.oscPort(), random);
            peer.sayBytes(orchard.oscPort(), huge);
            peer.sayBytes(orchard.oscPort(), new byte[0]);
            peer.say(orchard.oscPort(), "/nobody/knows", 1);
            peer.say(orchard.oscPort(), "/gull/nothing", 1);
            peer.say(orchard.oscPort(), "/gull/squeeze", Float.NaN);
            peer.say(orchard.oscPort(), "/gull/squeeze", "text");
            await(() -> assertThat(row(orchard, "/gull/squeeze").kind()).isEqualTo(Ticker.Kind.WRONG));
            peer.say(orchard.oscPort(), "/gull/squeeze", 0.25f);
            peer.say(orchard.oscPort(), "/gull/squeeze", 1e30f);
            assertThat(peer.hear(m -> m.address().equals("/wherry/track/3/volume") && m.number(0) > 5.9))
                    .isNotNull();
        }
        List<Ticker.Row> rows = orchard.bean(Ticker.class).rows();
        assertThat(rows)
                .anyMatch(r -> r.kind() == Ticker.Kind.WRONG && r.message().contains("bad bytes"));
        assertThat(rows)
                .anyMatch(r -> r.kind() == Ticker.Kind.UNHEARD && r.message().startsWith("/nobody/knows"));
        Ticker.Row near = row(orchard, "/gull/nothing");
        assertThat(why(orchard, near)).anyMatch(line -> line.contains("Nobody listens"));
        assertThat(orchard.bean(PortRoom.class).ports())
                .anyMatch(port -> port.name().equals("/?") && port.bad() >= 2)
                .anyMatch(port -> port.name().equals("/nobody") && port.device().isEmpty());
    }

    private static Ticker.Row row(TestOrchard orchard, String message) {
        return Awaitility.await()
                .atMost(Duration.ofSeconds(5))
                .until(
                        () -> orchard.bean(Ticker.class).rows().stream()
                                .filter(r -> r.message().startsWith(message)
                                        || r.key().endsWith(message))
                                .findFirst(),
                        java.util.Optional::isPresent)
                .orElseThrow();
    }

    @Test
    void aDatedBundleWaitsForItsTime(TestOrchard orchard) {
        long before = orchard.bean(SignalLog.class).last();
        Instant due = Instant.now().plusMillis(400);
        OscBundle bundle = new OscBundle(OscTime.of(due), List.of(OscMessage.of("/gull/shake", 0.625f)));
        try (OscPeer peer = new OscPeer()) {
            peer.sayBytes(orchard.oscPort(), OscCodec.encode(bundle));
            await(() -> assertThat(orchard.bean(Values.class).controls().get("gull/shake/amount"))
                    .isNotNull()
                    .extracting(Values.OfControl::number)
                    .isEqualTo(0.625));
        }
        assertThat(orchard.bean(SignalLog.class).after(before))
                .filteredOn(entry -> entry.message().subject().equals("/gull/shake"))
                .singleElement()
                .satisfies(entry -> assertThat(entry.micros() / 1_000).isGreaterThanOrEqualTo(due.toEpochMilli() - 5));
    }

    private static List<String> why(TestOrchard orchard, Ticker.Row row) {
        return Explain.lines(orchard.bean(SignalLog.class).trace(row.trace()).orElseThrow(), orchard.bean(Names.class))
                .stream()
                .map(Line::text)
                .toList();
    }

    private static PanelState panel(TestOrchard orchard, String standIn, String part) {
        return orchard.standIn(standIn).readings().stream()
                .filter(reading -> reading.part().equals(part))
                .findFirst()
                .orElseThrow();
    }

    private static void await(org.awaitility.core.ThrowingRunnable assertion) {
        Awaitility.await().atMost(Duration.ofSeconds(8)).untilAsserted(assertion);
    }
}
