package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.gear.Device;
import orchard.gear.ParameterPage;
import orchard.gear.Profile;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.standin.StandIn;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** One page is made by hand, and every other track has one like it; a row of knobs goes along the tracks. */
@ExtendWith(Orchard.class)
class TrackPagesTest {

    private static final String FIRST_UNDER = ".focusstrip[data-focus=focus7] .place[aria-pressed=true]";

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
        assertThat(browser.barriers()).isEmpty();
        browser.chord(Keys.CONTROL, "z");
        browser.until(() -> wherry(orchard).choices().parameterPages().size() == 1);
        assertThat(browser.complaints()).isEmpty();
    }

    /** Two pages of three volumes under three knobs, and one focus in their place: the knobs and the key go on doing what they did. */
    @Test
    void aRowOfKnobsGoesAlongTheTracks(TestOrchard orchard, Browser browser) {
        orchard.keeper().commit(rig -> {
            Device wherry = rig.ownDevice("wherry").orElseThrow();
            List<ParameterPage> pages = List.of(volumes("page1", 1), volumes("page2", 4));
            return Edit.change(
                    "Pages",
                    new Part.OfDevice(wherry),
                    new Part.OfDevice(wherry.with(
                            wherry.profile().with(wherry.profile().choices().withParameterPages(pages)))));
        });
        browser.go("/map/pages?device=wherry");
        browser.see(
                "#asfocus", "These 2 pages do what one focus does: Volume bank, 3 tracks side by side, over 6 of them");
        browser.click("#lay option[value='cobble/knob4/turn']");
        browser.type("#laycount", "3");
        browser.click("form[hx-post$='/lay'] button");
        browser.see(".reasons", "Knob 4 of Cobble");
        browser.click("#turn option[value='cobble/side4/gate']");
        browser.click("form[hx-post$='/turn'] button[value='1']");
        browser.see(".reasons li:nth-child(2)", "Side 4 of Cobble");
        StandIn cobble = orchard.standIn("cobble");
        turn(orchard, browser, "knob4", 1);
        go(cobble);
        browser.see("#opennow", "Page 2 is under them.");
        turn(orchard, browser, "knob6", 6);
        browser.see("#asfocus", "When Knob 6 of Cobble turns, set 3rd track of Volume bank › Volume");
        browser.see("#asfocus del", "set what is on the open page of Wherry");
        assertThat(browser.barriers()).isEmpty();
        browser.click("#asfocus button");
        browser.see("#focihead", "7 foci");
        turn(orchard, browser, "knob4", 1);
        go(cobble);
        browser.see(FIRST_UNDER, "Narrator");
        turn(orchard, browser, "knob6", 6);
        go(cobble);
        browser.see(FIRST_UNDER, "Harp");
        turn(orchard, browser, "knob5", 2);
        browser.chord(Keys.CONTROL, "z");
        browser.until(() -> wherry(orchard).choices().parameterPages().size() == 2);
        browser.go("/map/pages?device=wherry&page=page1");
        browser.until(() -> !browser.all("#opennow").isEmpty());
        boolean isFirst = browser.text("#opennow").equals("It is under them.");
        turn(orchard, browser, "knob6", isFirst ? 3 : 6);
        assertThat(browser.complaints()).isEmpty();
    }

    private static ParameterPage volumes(String id, int from) {
        return new ParameterPage(
                id,
                "From " + from,
                Marks.NONE,
                IntStream.range(from, from + 3)
                        .mapToObj(track -> new ParameterPage.Entry("track" + track + ".volume", "T" + track))
                        .toList());
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
    void oneParameterOfAllTracksIsAFocus(TestOrchard orchard, Browser browser) {
        begin(orchard, browser);
        browser.type("#width", "three");
        browser.click("#banks button");
        browser.see("#banks .refusal", "a whole number of 1–128; found “three”");
        browser.type("#width", "100");
        browser.click("#banks button");
        browser.see("#banks .refusal", "1 to 64 places wide");
        browser.type("#width", "3");
        browser.click("#banks button");
        browser.see("#focihead", "7 foci");
        assertThat(orchard.keeper().rig().foci())
                .anyMatch(focus -> focus.width() == 3 && focus.places().size() == 24);
        assertThat(browser.complaints()).isEmpty();
    }
}
