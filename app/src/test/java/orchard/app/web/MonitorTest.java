package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.util.List;
import java.util.stream.Stream;
import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.OscPeer;
import orchard.app.harness.TestOrchard;
import orchard.app.live.SignalLog;
import orchard.app.port.PortRoom;
import orchard.signal.MidiFile;
import orchard.signal.MidiFileCodec;
import orchard.signal.SysExFile;
import orchard.standin.StandIn.PanelState;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** Every message in and out, as a person looks at them. */
@ExtendWith(Orchard.class)
class MonitorTest {

    private static final String ROWS = "#monitorbody";

    @BeforeEach
    void clear(TestOrchard orchard) {
        orchard.bean(SignalLog.class).clear();
    }

    @Test
    void showsWhatCameInWhatItDidAndWhatWentOut(TestOrchard orchard, Browser browser) {
        browser.go("/monitor");
        // software that did not answer for a moment tells all it has, which pushes what was before it out of sight
        browser.untilItTakes(
                () -> {
                    orchard.standIn("cobble").play("knob1", "turn", -64);
                    orchard.standIn("cobble").play("knob2", "turn", 3);
                },
                () -> Stream.of(
                                "CC 21 = ",
                                "Knob 1 of Cobble → Narrator › Filter › Cutoff",
                                "B0 16 03",
                                "Knob 2 of Cobble, nobody listens",
                                "/wherry/track/4/device/1/cutoff")
                        .allMatch(browser.text(ROWS)::contains));
        // the software tells a lot that nobody listens to either
        browser.click("#monitorbar select[name=device] option[value=cobble]");
        browser.click("#monitorbar input[name=unheard]");
        browser.until(() ->
                !browser.text(ROWS).contains("CC 21") && browser.text(ROWS).contains("CC 22 = "));
        browser.click("#monitorbar input[name=unheard]");
        browser.click("#monitorbar select[name=device] option[value='']");
        browser.type("#monitorbar input[name=search]", "cutoff");
        browser.until(() ->
                !browser.text(ROWS).contains("CC 22") && browser.text(ROWS).contains("CC 21"));
        browser.click("#monitorbody button");
        browser.see("#dialogbody", "Narrator › Filter › Cutoff");
        browser.press(Keys.ESCAPE);
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void repeatsFoldAndPauseLosesNothing(TestOrchard orchard, Browser browser) {
        browser.go("/monitor?device=treadle");
        for (int i = 0; i < 5; i++) {
            orchard.standIn("treadle").play("switch3", "hit", 1);
        }
        browser.see(ROWS, "program 2, ch 1");
        browser.until(() -> browser.all(ROWS + " tr").size() == 5);
        browser.click("#showbutton");
        browser.click("#monitorbar input[name=fold]");
        browser.until(() -> browser.all(ROWS + " tr").size() == 1
                && browser.text(ROWS + " td.num").equals("5"));
        browser.click("#pause");
        orchard.standIn("treadle").play("switch4", "hit", 1);
        orchard.standIn("cobble").play("knob2", "turn", 1);
        browser.see("#pause", "Go on");
        browser.until(() -> orchard.bean(SignalLog.class).after(0).stream()
                .anyMatch(entry -> entry.message().words().equals("program 3, ch 1")));
        assertThat(browser.text(ROWS)).doesNotContain("program 3");
        browser.click("#pause");
        browser.see(ROWS, "program 3, ch 1");
        assertThat(browser.text(ROWS)).doesNotContain("CC 22");
        browser.click("#showbutton");
        browser.click("#monitorbar input[name=fold]");
        browser.until(() -> browser.all(ROWS + " tr").size() == 6);
    }

    @Test
    void whatIsTypedIsCheckedAsTypedAndSent(TestOrchard orchard, Browser browser) {
        browser.go("/monitor?device=cobble");
        browser.type("#sendtext", "note H4 on");
        browser.see("#sendresult", "“H4” is no note; expected 0–127 or a name from C-1 to G9");
        browser.type("#sendtext", "/wherry/play");
        browser.see("#sendresult", "This one speaks MIDI, not OSC");
        browser.type("#sendtext", "note C#3 on, velocity 96");
        browser.see("#sendresult", "Will send: note 49 (C#3) on, velocity 96, ch 1 90 31 60");
        browser.pressOn("#sendtext", Keys.ENTER);
        browser.see("#sendresult", "Sent: note 49 (C#3) on");
        browser.until(() -> reading(orchard, "cobble", "pad14").startsWith("lit"));
        browser.see(ROWS, "message typed by hand");
    }

    @Test
    void aStrangerCanBeAnsweredByHand(TestOrchard orchard, Browser browser) {
        try (OscPeer peer = new OscPeer()) {
            peer.say(orchard.oscPort(), "/lantern/hello", 1);
            browser.until(() -> orchard.bean(PortRoom.class).ports().stream()
                    .anyMatch(port -> port.key().equals("osc:/lantern")));
            browser.go("/monitor?device=osc:/lantern");
            browser.type("#sendtext", "/lantern/welcome 0.5 \"come in\"");
            browser.pressOn("#sendtext", Keys.ENTER);
            assertThat(peer.hear(message -> message.address().equals("/lantern/welcome"))
                            .text(1))
                    .isEqualTo("come in");
        }
    }

    @Test
    void whatIsKeptCanBeTakenAwayAsFiles(TestOrchard orchard) throws Exception {
        orchard.standIn("treadle").play("switch3", "hit", 1);
        orchard.standIn("peat").play("resonance", "turn", 0.5);
        Awaitility.await()
                .until(() -> orchard.bean(SignalLog.class).after(0).stream()
                                .filter(entry -> entry.direction() == SignalLog.Direction.IN)
                                .filter(entry -> List.of("peat", "treadle").contains(entry.device()))
                                .count()
                        >= 2);
        Client client = new Client(orchard);
        HttpResponse<String> lines = client.get("/monitor/export?format=ndjson&device=treadle");
        assertThat(lines.body().lines())
                .singleElement()
                .asString()
                .contains("\"message\":\"program 2, ch 1\"", "\"bytes\":\"C0 02\"");
        List<MidiFile.Timed> timed = MidiFileCodec.read(client.bytes("/monitor/export?format=mid&device=treadle"))
                .timed();
        assertThat(timed).singleElement().extracting(t -> t.message().words()).isEqualTo("program 2, ch 1");
        assertThat(SysExFile.read(client.bytes("/monitor/export?format=syx&device=peat&direction=in")))
                .singleElement()
                .extracting(message -> message.words())
                .isEqualTo("SysEx 7D 04 10 0D 40");
        assertThat(client.get("/monitor/export?format=doc").statusCode()).isEqualTo(400);
    }

    private static String reading(TestOrchard orchard, String standIn, String part) {
        return orchard.standIn(standIn).readings().stream()
                .filter(reading -> reading.part().equals(part))
                .map(PanelState::text)
                .findFirst()
                .orElse("");
    }
}
