package orchard.app.web;

import java.nio.file.Path;
import java.util.List;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.OscPeer;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Describing;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.mapping.LightSet;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.standin.StandIn;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** Takes the pictures in {@code docs/screenshots} from the demo data; run by {@code ./orchard shots}, not a test. */
@Tag("shots")
@ExtendWith(Orchard.class)
class Shots {

    private static final Path FOLDER = Path.of("..", "docs", "screenshots");

    @BeforeEach
    void somethingHappened(TestOrchard orchard, Browser browser) {
        browser.go("/rehearse");
        browser.see("[data-part=mode]", "plain MIDI");
        StandIn wherry = orchard.standIn("wherry");
        double[] places = {0.82, 0.7, 0.76, 0.88, 0.55, 0.64, 0.71, 0.5};
        for (int track = 1; track <= places.length; track++) {
            wherry.play("/wherry/track/" + track + "/volume", "set", places[track - 1]);
        }
        wherry.play("/wherry/track/2/pan", "set", 0.3);
        wherry.play("/wherry/track/5/pan", "set", 0.7);
        StandIn cobble = orchard.standIn("cobble");
        cobble.play("pad6", "hit", 0.8);
        cobble.play("crossfader", "move", 0.6);
        cobble.play("knob5", "turn", 12);
        cobble.play("knob1", "turn", -127);
        cobble.play("knob1", "turn", 64);
        browser.see(".knob[data-part=knob1] .display", "1.26 kHz");
        orchard.keeper().currentSong("song3");
    }

    @Test
    void takePictures(TestOrchard orchard, Browser browser) {
        try (OscPeer peer = new OscPeer()) {
            peer.say(orchard.oscPort(), "/lantern/knob", 0.4f);
        }
        picture(orchard, browser, "daylight", "/connect", "connect");
        picture(orchard, browser, "daylight", "/describe?device=cobble&control=knob1", "describe");
        picture(orchard, browser, "daylight", "/describe/plan?device=cobble&count=40", "plan");
        byTouch(orchard, browser);
        picture(orchard, browser, "daylight", "/map?mapping=m2", "map-daylight");
        orchard.standIn("treadle").play("switch8", "hit", 1); // Storm
        orchard.standIn("sluice").play("key6", "hit", 1); // Markers
        orchard.standIn("sluice").play("key6", "release", 0);
        picture(orchard, browser, "lamplight", "/map?mapping=m42", "map-lamplight");
        picture(orchard, browser, "daylight", "/map/find?at=p/wherry/filter.cutoff", "finder");
        passing(orchard, browser);
        lit(orchard);
        picture(orchard, browser, "lamplight", "/describe/light?light=cobble/pad6.light", "light");
        picture(orchard, browser, "lamplight", "/map/presets?at=preset2", "presets");
        several(browser);
        picture(orchard, browser, "daylight", "/layouts?layout=layout1&element=e4", "layouts");
        picture(orchard, browser, "lamplight", "/play/layout1", "play");
        picture(orchard, browser, "daylight", "/rehearse", "rehearse");
        picture(orchard, browser, "daylight", "/monitor", "monitor");
        picture(orchard, browser, "daylight", "/check", "check");
        picture(orchard, browser, "lamplight", "/perform", "perform");

        browser.light("lamplight");
        browser.go("/map?mapping=m2");
        browser.press("t");
        turn(orchard, browser);
        browser.picture(FOLDER.resolve("ticker.png"));
    }

    /** A chord is played while its keys are split. */
    private static void passing(TestOrchard orchard, Browser browser) {
        browser.light("daylight");
        browser.go("/map/routes");
        browser.until(() -> browser.attribute("#page", "data-mounted") != null);
        StandIn fathom = orchard.standIn("fathom");
        fathom.play("sustain", "move", 1);
        fathom.play("key43", "hit", 0.6);
        fathom.play("key50", "hit", 0.7);
        fathom.play("key67", "hit", 0.8);
        browser.see("#passing", "to Wherry by MIDI");
        browser.picture(FOLDER.resolve("routes.png"));
        for (String key : List.of("key43", "key50", "key67")) {
            fathom.play(key, "release", 0);
        }
        fathom.play("sustain", "move", 0);
    }

    /** All faders of the board, ticked. */
    private static void several(Browser browser) {
        browser.go("/map/many");
        browser.type("#find", "fader sluice");
        browser.press(Keys.ESCAPE);
        browser.press("a");
        browser.rest();
        browser.picture(FOLDER.resolve("several.png"));

        browser.go("/map/text?of=device:cobble");
        browser.chordOn("#sentencetext", Keys.CONTROL, Keys.HOME);
        browser.press(Keys.ENTER, Keys.ENTER);
        browser.chord(Keys.CONTROL, Keys.HOME);
        browser.press("When \"Pad 2\" of \"Cobble\" is hit, for every other track of \"Bank\",\n"
                + "    switch its \"Mute\" between \"off\" and \"on\".\n\nWhen \"Pad 3");
        browser.see("#textlook", "for every other track of Bank");
        browser.until(() -> browser.find("#offers").isDisplayed());
        browser.picture(FOLDER.resolve("text.png"));
    }

    /** A pad has the rules that pads for mutes usually have. */
    private static void lit(TestOrchard orchard) {
        orchard.keeper().commit(rig -> {
            Mapping before = rig.mapping("m4").orElseThrow();
            return Edit.change(
                    "Lights",
                    new Part.OfMapping(before),
                    new Part.OfMapping(before.with(new Show(
                            List.of(LightSet.MUTE.of(before.show().answers().get(0), before, rig))))));
        });
    }

    /** A fader board that nobody knows, half touched. */
    private static void byTouch(TestOrchard orchard, Browser browser) {
        orchard.keeper().commit(rig -> {
            Device sluice = rig.ownDevice("sluice").orElseThrow();
            return Edit.change(
                    "Forget Sluice", new Part.OfDevice(sluice), new Part.OfDevice(sluice.with(Profile.BLANK)));
        });
        browser.light("lamplight");
        browser.go("/describe?device=sluice");
        browser.see("#touched", "Touch every control of Sluice once");
        StandIn sluice = orchard.standIn("sluice");
        for (int fader = 1; fader <= 8; fader++) {
            for (int i = 0; i <= 10; i++) {
                sluice.play("fader" + fader, "move", i / 10.0);
                pause(12);
            }
            sluice.play("fader" + fader, "leave", 0);
            pause(40);
        }
        for (int encoder = 1; encoder <= 3; encoder++) {
            for (int step : encoder < 3 ? new int[] {1, 1, 2, -1, -1} : new int[] {1, 1, 2, 1}) {
                sluice.play("encoder" + encoder, "turn", step);
                pause(30);
            }
        }
        browser.see("#touched", "11 controls");
        browser.rest();
        browser.picture(FOLDER.resolve("describe-touch.png"));
        orchard.keeper().undo();
        orchard.bean(Describing.class).end("sluice");
    }

    private static void pause(int millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static void picture(TestOrchard orchard, Browser browser, String light, String path, String name) {
        browser.light(light);
        browser.go(path);
        turn(orchard, browser);
        browser.picture(FOLDER.resolve(name + ".png"));
    }

    private static void turn(TestOrchard orchard, Browser browser) {
        orchard.standIn("cobble").play("knob5", "turn", 1);
        orchard.standIn("cobble").play("knob1", "turn", -1);
        orchard.standIn("cobble").play("knob1", "turn", 1);
        settle(browser);
    }

    private static void settle(Browser browser) {
        browser.rest();
    }
}
