package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.EngineRoom;
import orchard.app.live.SignalLog;
import orchard.app.live.Values;
import orchard.gear.Device;
import orchard.gear.Dump;
import orchard.gear.Preset;
import orchard.gear.Ref;
import orchard.parameter.Marks;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.signal.Checksum;
import orchard.signal.Packing;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** An instrument of which nothing is known but its parameters: what stands where in its dumps is found out, and followed from then on. */
@ExtendWith(Orchard.class)
class DumpsPageTest {

    private static final String FOUND = "#founddump";
    private static final String PLACE = FOUND + " input[name=parameter]";

    @AfterEach
    void asItWas(TestOrchard orchard) {
        orchard.reset();
        orchard.standIn("peat").play("patch", "choose", 0);
    }

    private static Device peat(TestOrchard orchard) {
        return orchard.keeper().rig().ownDevice("peat").orElseThrow();
    }

    private static Dump dump(TestOrchard orchard) {
        return peat(orchard).profile().traits().dumps().get(0);
    }

    private static void forget(TestOrchard orchard) {
        Device known = peat(orchard);
        Device blank = known.with(known.profile().with(known.profile().traits().withDumps(List.of())));
        orchard.keeper()
                .commit(rig -> Edit.change("Forget its dumps", new Part.OfDevice(known), new Part.OfDevice(blank)));
    }

    private static void ask(Browser browser) {
        browser.click("#ask");
        browser.press(Keys.ENTER);
    }

    @Test
    void whatStandsWhereIsFoundOutAndFollowed(TestOrchard orchard, Browser browser) {
        forget(orchard);
        browser.go("/describe?device=peat&view=dumps");
        browser.type("#ask", "F0 7D 04 40 F7");
        browser.press(Keys.ENTER);
        browser.see(FOUND, "Heard 65 bytes");
        orchard.standIn("peat").play("cutoff", "turn", 0.3);
        ask(browser);
        browser.see(FOUND, "Byte 29–30 went from");
        browser.see(FOUND, "a checksum that fits");
        browser.type(PLACE, "Filter › Cutoff");
        browser.press(Keys.ENTER);
        browser.see(".dumpsview", "tells one parameter");
        assertThat(dump(orchard).places())
                .containsExactly(new Dump.Place("filter.cutoff", 28, Packing.FOURTEEN, false));
        assertThat(dump(orchard).checksum()).isEqualTo(new Checksum(Checksum.Kind.NEGATIVE_SUM, 3, 64));
        assertThat(dump(orchard).ask()).hasSize(1);
        browser.type(".dumpsview input[name=after]", "Sound › Patch");
        browser.press(Keys.ENTER);
        browser.until(() -> dump(orchard).after().equals(List.of("sound.patch")));
        orchard.standIn("peat").play("patch", "choose", 3);
        Ref.ToParameter cutoff = new Ref.ToParameter("peat", "filter.cutoff");
        Values values = orchard.bean(Values.class);
        browser.until(() -> values.parameters().containsKey(cutoff.key())
                && values.parameters().get(cutoff.key()).text().equals(there(orchard, cutoff)));
    }

    /** What the instrument has, 0–16383 spread evenly over 20 Hz to 20 kHz. */
    private static String there(TestOrchard orchard, Ref.ToParameter cutoff) {
        double number = Integer.parseInt(orchard.shows("peat", "cutoff"));
        return orchard.keeper().rig().parameter(cutoff).orElseThrow().textOfReal(20 + 19_980 * number / 16_383);
    }

    @Test
    void whatCannotBeIsASentence(TestOrchard orchard, Browser browser) {
        Client client = new Client(orchard);
        String seen = "seen=" + orchard.keeper().revision("peat");
        assertThat(client.post("/describe/peat/dumps/ask", "ask=F0 7D 94").body())
                .contains("no whole message");
        assertThat(client.post("/describe/peat/dumps/ask", "ask=/peat/dump").body())
                .contains("speaks MIDI");
        assertThat(client.post("/describe/peat/dumps/patch%20dump", seen + "&ask=&after=Nothing at all")
                        .body())
                .contains("No parameter of Peat is called");
        browser.go("/describe?device=peat&view=dumps"); // it was asked when it came
        for (String at : List.of("0", "64", "9999", "-1")) {
            assertThat(client.post(
                                    "/describe/peat/dumps/place",
                                    seen + "&parameter=Filter › Cutoff&packing=FOURTEEN&at=" + at)
                            .body())
                    .as("byte " + at)
                    .contains("class=\"refused\"");
        }
        assertThat(client.post(
                                "/describe/gull/dumps/place",
                                "seen=" + orchard.keeper().revision("gull") + "&parameter=x&at=4&packing=SEVEN")
                        .body())
                .contains("No dump of it was heard");
    }

    @Test
    void aKnownOneTellsWhatStandsWhereAndCanBeChanged(TestOrchard orchard, Browser browser) {
        browser.go("/describe?device=peat&view=dumps");
        browser.see(".dumpsview", "tells 31 parameters");
        browser.see(".dumpsview", "30 values are told one by one");
        browser.click(".dumpsview details summary");
        browser.see(".dumpplaces", "Filter › Cutoff");
        browser.click(".dumpplaces tr:nth-child(2) button");
        browser.see(".dumpsview", "tells 30 parameters");
        browser.chordOn("#page", Keys.CONTROL, "z");
        browser.see(".dumpsview", "tells 31 parameters");
    }

    /** Peat takes its dump: a preset goes out as one message, and stands on its panel. */
    @Test
    void aPresetIsToldInOneMessage(TestOrchard orchard, Browser browser) {
        browser.until(() -> orchard.bean(Values.class).parameters().containsKey("peat/filter.cutoff"));
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "Preset",
                        new Part.OfPreset(new Preset(
                                "preset9",
                                "peat",
                                "Far lamp",
                                "",
                                "",
                                Marks.NONE,
                                List.of(
                                        new Preset.Setting("filter.cutoff", 20_000),
                                        new Preset.Setting("filter.resonance", 127))))));
        orchard.bean(EngineRoom.class).recall("preset9");
        browser.until(() -> reading(orchard, "cutoff") > 0.99 && reading(orchard, "resonance") > 0.99);
        browser.until(() -> dumpsSaid(orchard) > 0);
        assertThat(dumpsSaid(orchard)).isEqualTo(1);
        assertThat(orchard.standIn("peat").violations()).isEmpty();
        browser.go("/describe?device=peat&view=dumps");
        assertThat(browser.find("[name=taken]").isSelected()).isTrue();
        browser.click("[name=taken]");
        browser.click(".dumpsview [type=submit]");
        browser.until(() -> !dumpOfAll(orchard).taken());
    }

    private static long dumpsSaid(TestOrchard orchard) {
        return orchard.bean(SignalLog.class).after(0).stream()
                .filter(entry -> entry.direction() == SignalLog.Direction.OUT
                        && entry.device().equals("peat")
                        && entry.message().words().contains("7D 04 41"))
                .count();
    }

    private static Dump dumpOfAll(TestOrchard orchard) {
        return peat(orchard).profile().traits().dump("patch dump").orElseThrow();
    }

    private static double reading(TestOrchard orchard, String part) {
        return orchard.standIn("peat").readings().stream()
                .filter(state -> state.part().equals(part))
                .findFirst()
                .orElseThrow()
                .value();
    }
}
