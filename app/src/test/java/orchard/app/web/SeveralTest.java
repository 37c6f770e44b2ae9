package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.OscPeer;
import orchard.app.harness.TestOrchard;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Takeover;
import orchard.gear.Wire;
import orchard.mapping.Mapping;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.shape.Smooth;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

/** Many at once: pairs that are picked, mappings that are changed and copied together, parameters out of a file. */
@ExtendWith(Orchard.class)
class SeveralTest {

    private static String pick(String side, String value) {
        return "[data-name=" + side + "] [data-value='" + value + "']";
    }

    private static Mapping mapping(TestOrchard orchard, String id) {
        return orchard.keeper().rig().mapping(id).orElseThrow();
    }

    @Test
    void aGroupOfControlsGoesOntoAListOfParameters(TestOrchard orchard, Browser browser) {
        browser.go("/map/pairs");
        browser.see("#pairsay", "Nothing is picked yet");
        browser.click(pick("control", "sluice/encoder4/turn"));
        browser.type("[data-name=control] input", "encoder sluice");
        browser.chordOn(pick("control", "sluice/encoder7/turn"), Keys.SHIFT, Keys.ENTER);
        browser.see("#pairsay", "0 pairs; 4 controls without a partner");
        browser.type("[data-name=parameter] input", "pan");
        browser.click(pick("parameter", "wherry/track9.pan"));
        browser.click(pick("parameter", "wherry/track5.pan"));
        browser.see(pick("parameter", "wherry/track5.pan") + " .nth", "2");
        browser.see("#pairsay", "2 pairs; 2 controls without a partner");
        browser.click("#makepairs");
        browser.see("#mappings", "49 mappings");
        browser.see("#sentences", "When Encoder 4 of Sluice turns, set Drum low › Pan");
        browser.see("#sentences", "When Encoder 5 of Sluice turns, set Clockwork › Pan");
        orchard.standIn("sluice").play("encoder5", "turn", 30);
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/5/pan").equals("0 %"));
        orchard.standIn("wherry").play("/wherry/track/5/pan", "set", 0.5);
        browser.chord(Keys.CONTROL, "z");
        browser.see("#mappings", "47 mappings");
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void aPropertyOfAllThatAreTickedIsChangedInOneEdit(TestOrchard orchard, Browser browser) {
        browser.go("/map/many");
        browser.type("#low", "10 %");
        browser.type("#high", "90 %");
        browser.press(Keys.ENTER);
        browser.see("form[hx-post='/map/many/range'] .refusal", "Tick the mappings first");
        browser.type("#find", "fader sluice volume");
        browser.press(Keys.ESCAPE);
        browser.press("a");
        browser.see("#ticked", "7 mappings ticked");
        browser.click("form[hx-post='/map/many/range'] button");
        browser.until(() -> mapping(orchard, "m11").shape().scale().isPresent());
        assertThat(mapping(orchard, "m17").shape().scale().orElseThrow().high()).isBetween(3.0, 5.0);
        assertThat(mapping(orchard, "m1").shape().scale()).isEmpty();
        browser.see("#ticked", "7 mappings ticked");
        browser.type("#low", "2 Hz");
        browser.press(Keys.ENTER);
        browser.see("form[hx-post='/map/many/range'] .refusal", "“Hz” is not this parameter's unit");
        browser.type("#tag", "Faders");
        browser.press(Keys.ENTER);
        browser.see("#ticks", "faders");
        browser.type("#smooth", "0.3 s");
        browser.press(Keys.ENTER);
        browser.until(() -> mapping(orchard, "m12").shape().stages().contains(new Smooth(0.3)));
        browser.until(() ->
                browser.all(".htmx-request, .htmx-settling, .htmx-swapping").isEmpty());
        browser.rest(); // what was kept is drawn anew, and would take the choice away
        browser.click("#takeover option[value=PICK_UP]");
        browser.click("form[hx-post='/map/many/takeover'] button");
        browser.until(() -> mapping(orchard, "m13").takeover() == Takeover.PICK_UP);
        assertThat(browser.barriers()).isEmpty();
        browser.press(Keys.ESCAPE);
        for (int edit = 0; edit < 4; edit++) {
            browser.chord(Keys.CONTROL, "z");
            browser.see("#said", "Undone");
        }
        browser.until(() -> mapping(orchard, "m11").shape().stages().isEmpty());
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void aSetIsCopiedToAnotherDevice(TestOrchard orchard, Browser browser) {
        Device cobble = orchard.keeper().rig().ownDevice("cobble").orElseThrow();
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "Twin",
                        new Part.OfDevice(new Device(
                                "twin", "Twin", "", new Seat(Wire.MIDI, "Twin", "Twin"), cobble.profile()))));
        browser.go("/map/many");
        browser.type("#find", "knob cobble");
        browser.press(Keys.ESCAPE);
        browser.press("a");
        browser.see("#ticked", "6 mappings ticked");
        browser.click("#from option[value=cobble]");
        browser.click("#to option[value=treadle]");
        browser.click("form[hx-post='/map/many/copy'] button");
        browser.see("form[hx-post='/map/many/copy'] .refusal", "Treadle has 0 endless knobs");
        browser.click("#to option[value=twin]");
        browser.click("form[hx-post='/map/many/copy'] button");
        browser.see("#count", "of 53 mappings");
        Mapping copy = mapping(orchard, "m48");
        assertThat(copy.trigger()).isEqualTo(new Ref.ToControl("twin", "knob1", "turn"));
        assertThat(copy.show().answers())
                .allSatisfy(a -> assertThat(a.light().device()).isEqualTo("twin"));
        assertThat(copy.shape()).isEqualTo(mapping(orchard, "m2").shape());
    }

    @Test
    void aParameterIsMadeOfWhatIsHeardAndATableIsLoaded(TestOrchard orchard, Browser browser, @TempDir Path files)
            throws IOException {
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "Buoy",
                        new Part.OfDevice(new Device(
                                "buoy", "Buoy", "", new Seat(Wire.OSC, "/buoy", Seat.SENDER), Profile.BLANK))));
        try (OscPeer peer = new OscPeer()) {
            browser.go("/map/table?device=buoy");
            browser.see("#found", "Buoy has no parameters yet");
            peer.say(orchard.oscPort(), "/buoy/bell", 0.25f);
            browser.see("#heard", "/buoy/bell");
            browser.click("#heard a");
            browser.until(() -> browser.attribute("#address", "value").equals("/buoy/bell"));
            browser.type("#name", "Bell");
            browser.press(Keys.ENTER);
            browser.see("#found", "Bell");
            browser.until(() -> {
                peer.say(orchard.oscPort(), "/buoy/bell", 0.75f);
                return browser.text("tr[data-at=bell] .val").equals("0.75");
            });
        }
        Path bad = Files.writeString(files.resolve("bad.csv"), "name,address,low,high\nA,/buoy/a,0,1\nB,buoy,5,1\n");
        browser.find("#file").sendKeys(bad.toString());
        browser.click("form[hx-post$='/csv'] button");
        browser.see("form[hx-post$='/csv'] .refusal", "Line 3: “buoy” is no address");
        Path good = Files.writeString(
                files.resolve("good.csv"),
                "name,address,low,high,unit\nDepth,/buoy/depth,0,40,m\nRing,/buoy/bell,0,2,\n");
        browser.find("#file").sendKeys(good.toString());
        browser.click("form[hx-post$='/csv'] button");
        browser.see("#count", "2 parameters");
        browser.see("#found", "Ring");
        assertThat(new Client(orchard).get("/map/table/buoy.csv").body())
                .startsWith("group,name,address,low,high,default,unit,law,tags,settable,touch\r\n")
                .contains(",Depth,/buoy/depth,0,40,0,m,linear,");
        assertThat(orchard.keeper()
                        .rig()
                        .ownDevice("buoy")
                        .orElseThrow()
                        .profile()
                        .parameter("bell"))
                .get()
                .satisfies(bell -> assertThat(bell.name()).isEqualTo("Ring"));
        assertThat(browser.barriers()).isEmpty();
        assertThat(browser.complaints()).isEmpty();
    }
}
