package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.app.harness.Browser;
import orchard.app.harness.ChildOrchard;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestDatabase;
import orchard.app.harness.TestOrchard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** Two gestures make a mapping, and the answer comes back everywhere. */
@ExtendWith(Orchard.class)
class LearnTest {

    private static final String KNOB_2 = ".knob[data-part=knob2]";
    private static final String HARP = "input[data-part='/wherry/track/1/volume']";
    private static final String HARP_TEXT = "[data-text='/wherry/track/1/volume']";

    @Test
    void aPadIsMeantByItsHitWhereverTheFingerLands(TestOrchard orchard, Browser browser) {
        browser.go("/map?group=wherry/track7");
        browser.press("l");
        browser.see("#learnbar", "Move a control");
        orchard.standIn("cobble").play("pad9", "x", 0.1);
        orchard.standIn("cobble").play("pad9", "y", 0.9);
        orchard.standIn("cobble").play("pad9", "hit", 0.8);
        orchard.standIn("cobble").play("pad9", "press", 0.9);
        orchard.standIn("cobble").play("pad9", "release", 0);
        browser.see("#learntext", "Pad 9 of Cobble");
        assertThat(browser.text("#learntext")).doesNotContain("Pad 9 x", "Pad 9 y", "pressure");
        browser.press(Keys.ESCAPE);
    }

    @Test
    void learnsAcrossPagesBrowsersAndAKill(TestDatabase database, Browser browser) {
        try (ChildOrchard orchard = new ChildOrchard(database.schema("killed"))) {
            browser.enter(orchard.ready());
            browser.go("/rehearse");
            String desk = browser.here();
            browser.see("[data-part=mode]", "plain MIDI");
            browser.see(HARP_TEXT, "-12.0 dB");

            browser.press("l");
            browser.see("#learnbar", "Move a control");
            browser.pressOn(KNOB_2, Keys.ARROW_UP, Keys.ARROW_UP, Keys.ARROW_UP, Keys.ARROW_UP);
            browser.see("#learnbar", "Knob 2 of Cobble");
            browser.pressOn(HARP, Keys.PAGE_UP, Keys.PAGE_UP);
            browser.see("#learnbar", "Map Knob 2 of Cobble to Harp › Volume: done");
            browser.press(Keys.ESCAPE);
            browser.until(() -> !browser.find("#learnbar").isDisplayed());

            turn(browser, 200);
            browser.see(HARP_TEXT, "6.0 dB");
            browser.until(() -> Double.parseDouble(browser.attribute(HARP, "value")) > 0.99);

            String tablet = browser.another("/play/layout1");
            browser.see("[data-element=e2] .value", "6.0 dB");
            browser.to(desk);
            browser.pressOn(HARP, Keys.HOME);
            browser.see(KNOB_2 + " .display", "-60.0 dB");
            browser.to(tablet);
            browser.see("[data-element=e2] .value", "-60.0 dB");
            assertThat(browser.attribute("[data-element=e2]", "aria-valuenow")).isEqualTo("0");
            browser.drag("[data-element=e2]", 0, -200);
            browser.to(desk);
            browser.until(() -> !browser.text(KNOB_2 + " .display").equals("-60.0 dB"));
            assertThat(browser.text(KNOB_2 + " .display")).isEqualTo(browser.text(HARP_TEXT));

            orchard.killAndStartAgain();
            browser.enter(orchard.ready());
            browser.go("/map");
            browser.see("#mappings", "48 mappings");
            browser.see("#sentences", "When Knob 2 of Cobble turns, set Harp › Volume");
            browser.go("/rehearse");
            browser.see("[data-part=mode]", "plain MIDI");
            browser.see(KNOB_2 + " .display", "-12.0 dB");
            turn(browser, 200);
            browser.see(HARP_TEXT, "6.0 dB");

            browser.chord(Keys.CONTROL, "z");
            browser.see("#said", "Undone: Map Knob 2 of Cobble to Harp › Volume");
            browser.go("/map");
            browser.see("#mappings", "47 mappings");
            browser.to(tablet);
            browser.closeAndGoTo(desk);
        }
    }

    private static void turn(Browser browser, int steps) {
        for (int i = 0; i < steps / 10; i++) {
            browser.chordOn(KNOB_2, Keys.SHIFT, Keys.ARROW_UP);
        }
    }

    @Test
    void theParameterMayComeFirstAndBeTouchedOnThePage(TestOrchard orchard, Browser browser) {
        browser.go("/map?group=wherry/track5");
        browser.click("#learn");
        browser.see("#learnbar", "Move a control");
        browser.click(".cell[data-parameter='track5.mute']");
        browser.see("#learnbar", "Clockwork › Mute. Now move a control.");
        orchard.standIn("cobble").play("pad9", "hit", 0.2);
        browser.see("#learnbar", "Map Pad 9 of Cobble to Clockwork › Mute: done");
        orchard.standIn("cobble").play("pad9", "release", 0);
        browser.see("#mappings", "48 mappings");
        browser.see("#sentences", "When Pad 9 of Cobble is hit, set Clockwork › Mute");
        browser.press(Keys.ESCAPE);
        browser.until(() -> !browser.find("#learnbar").isDisplayed());
    }

    @Test
    void thePairThatExistsIsNotMadeTwice(TestOrchard orchard, Browser browser) {
        browser.go("/map?group=wherry/track8");
        browser.click("#learn");
        browser.see("#learnbar", "Move a control");
        browser.click(".cell[data-parameter='track8.volume']");
        browser.see("#learnbar", "Rain › Volume. Now move a control.");
        orchard.standIn("cobble").play("crossfader", "move", 0.1);
        orchard.standIn("cobble").play("crossfader", "move", 0.8);
        browser.see("#learnbar", "Crossfader of Cobble sets Rain › Volume already.");
        assertThat(orchard.keeper().rig().mappings()).hasSize(47);
        browser.press(Keys.ESCAPE);
        browser.until(() -> !browser.find("#learnbar").isDisplayed());
    }

    @Test
    void theFallingViewFollowsTheHand(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m2");
        orchard.standIn("cobble").play("knob1", "turn", -200);
        browser.see("[data-live-real]", "200 Hz");
        orchard.standIn("cobble").play("knob1", "turn", 64);
        browser.see("[data-live-raw]", "64");
        browser.see("[data-live-real]", "1.26 kHz");
        browser.see(".cell.target .celltext", "1.26 kHz");
        double x = Double.parseDouble(browser.attribute(".curve .dot", "cx"));
        assertThat(x / 230).isBetween(0.49, 0.52);
        assertThat(browser.attribute(".branches .in", "d")).isNotEmpty();
        assertThat(browser.attribute(".branches .answer", "d")).isNotEmpty();
    }
}
