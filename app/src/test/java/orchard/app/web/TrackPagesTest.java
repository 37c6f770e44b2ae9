package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.gear.Profile;
import orchard.parameter.Parameter;
import orchard.standin.StandIn;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** One page is made by hand, and every other track has one like it; a row of knobs goes along the tracks. */
@ExtendWith(Orchard.class)
class TrackPagesTest {

    private static Profile wherry(TestOrchard orchard) {
        return orchard.keeper().rig().ownDevice("wherry").orElseThrow().profile();
    }

    private static String volumeOfTheFirst(TestOrchard orchard) {
        return wherry(orchard).parameters().stream()
                .filter(p -> p.name().equals("Volume"))
                .map(Parameter::id)
                .findFirst()
                .orElseThrow();
    }

    private static void begin(TestOrchard orchard, Browser browser) {
        browser.go("/map/pages?device=wherry");
        browser.type("#newname", "First");
        browser.press(Keys.ENTER);
        browser.see("#alike", "When this page holds parameters of one track");
        browser.click("#put option[value='" + volumeOfTheFirst(orchard) + "']");
        browser.click("form[hx-post$='/put'] button");
        browser.see(".spot strong", "Harp › Volume");
    }

    @Test
    void everyOtherTrackGetsAPageLikeTheFirst(TestOrchard orchard, Browser browser) {
        begin(orchard, browser);
        browser.see("#alike", "Bellows to First light can have the same parameters");
        browser.click("#each button");
        browser.until(() -> wherry(orchard).choices().parameterPages().size() == 24);
        browser.see(".chip[aria-current]", "Bellows");
        browser.see(".spot strong", "Bellows › Volume");
        browser.see("#alike", "All the others have a page like it.");
        browser.type("#width", "1");
        browser.click("#banks button");
        browser.see("#banks .refusal", "There are at most 32 pages, and these would be 48");
        assertThat(browser.barriers()).isEmpty();
        browser.chord(Keys.CONTROL, "z");
        browser.until(() -> wherry(orchard).choices().parameterPages().size() == 1);
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void aRowOfKnobsGoesAlongTheTracksOneByOne(TestOrchard orchard, Browser browser) {
        begin(orchard, browser);
        browser.type("#width", "three");
        browser.click("#banks button");
        browser.see("#banks .refusal", "a whole number of 1–128; found “three”");
        browser.type("#width", "3");
        browser.click("#single option[value=true]");
        browser.click("#banks button");
        browser.see(".chip[aria-current]", "Volume 1–3");
        browser.see("#asfocus", "Volume bank, 3 tracks side by side, over 24 of them");
        browser.click("#lay option[value='cobble/knob4/turn']");
        browser.type("#laycount", "3");
        browser.click("form[hx-post$='/lay'] button");
        browser.see(".reasons", "Knob 4 of Cobble");
        browser.click("#turn option[value='cobble/side4/gate']");
        browser.click("#turntag option[value=volume]");
        browser.click("form[hx-post$='/turn'] button[value='1']");
        browser.see(".reasons li:nth-child(2)", "Side 4 of Cobble");
        browser.go("/map/pages?device=wherry&page=page2");
        StandIn cobble = orchard.standIn("cobble");
        go(cobble);
        browser.see("#opennow", "It is under them.");
        turn(orchard, browser, "knob4", 1);
        go(cobble);
        browser.see("#opennow", "Page 3 is under them.");
        turn(orchard, browser, "knob4", 2);
        turn(orchard, browser, "knob6", 4);
        assertThat(browser.complaints()).isEmpty();
    }

    private static void go(StandIn cobble) {
        cobble.play("side4", "hit", 1);
        cobble.play("side4", "release", 0);
    }

    /** A knob moves the volume of a track. */
    private static void turn(TestOrchard orchard, Browser browser, String knob, int track) {
        String volume = "/wherry/track/" + track + "/volume";
        String before = orchard.shows("wherry", volume);
        orchard.standIn("cobble").play(knob, "turn", 9);
        browser.until(() -> !orchard.shows("wherry", volume).equals(before));
    }

    @Test
    void pagesOfOneParameterSideBySideCanBeOneFocus(TestOrchard orchard, Browser browser) {
        begin(orchard, browser);
        browser.type("#width", "3");
        browser.click("#single option[value=true]");
        browser.click("#banks button");
        browser.see("#asfocus", "Volume bank");
        browser.click("#asfocus button");
        browser.see("#focihead", "6 foci");
        assertThat(orchard.keeper().rig().foci())
                .anyMatch(focus -> focus.width() == 3 && focus.places().size() == 24);
        assertThat(browser.complaints()).isEmpty();
    }
}
