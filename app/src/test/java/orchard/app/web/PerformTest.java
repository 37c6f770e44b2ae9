package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** Perform: songs in order, nothing editable, a stop for everything. */
@ExtendWith(Orchard.class)
class PerformTest {

    @Test
    void stepsThroughTheSetListOnEveryBrowserAndStaysAtItsEnds(TestOrchard orchard, Browser browser) {
        orchard.keeper().currentSong("song1");
        browser.go("/perform");
        browser.see(".now", "Harbour at Dusk");
        assertThat(browser.attribute("html", "data-light")).isNotEmpty();
        String first = browser.here();
        String second = browser.another("/perform");
        browser.press(Keys.ARROW_RIGHT);
        browser.see(".now", "The Clockmaker");
        browser.to(first);
        browser.see(".now", "The Clockmaker");
        browser.click("#on");
        browser.see(".now", "Low Water");
        browser.press(Keys.ARROW_LEFT);
        browser.see(".now", "The Clockmaker");
        for (int i = 0; i < 6; i++) {
            browser.press(" ");
        }
        browser.see(".now", "First Light");
        browser.see("#on", "this is the last");
        browser.to(second);
        browser.see(".now", "First Light");
        browser.closeAndGoTo(first);
        orchard.keeper().currentSong("song1");
    }

    @Test
    void aSongBeginsWithAProgramAndTwoWhoPressAtOnceGoOnOnce(TestOrchard orchard, Browser browser) {
        orchard.keeper().currentSong("song1");
        String before = orchard.shows("peat", "patch");
        browser.go("/songs");
        String song = "[data-song=song2] ";
        browser.click(song + ".begins summary");
        browser.click(song + "[name=device] option[value=peat]");
        browser.type(song + "[name=message]", "program many");
        browser.press(Keys.ENTER);
        browser.see(song + ".refusal", "Line 1: ");
        browser.type(song + "[name=message]", "program 7, ch 1");
        browser.press(Keys.ENTER);
        browser.until(() -> orchard.keeper().rig().songs().get(1).begins().size() == 1);
        browser.go("/perform");
        browser.press(Keys.ARROW_RIGHT);
        browser.see(".now", "The Clockmaker");
        browser.until(() -> !orchard.shows("peat", "patch").equals(before));
        Client client = new Client(orchard);
        client.post("/perform/step", "by=1&from=song2");
        client.post("/perform/step", "by=1&from=song2");
        browser.see(".now", "Low Water");
        orchard.keeper().currentSong("song1");
    }

    @Test
    void whatAHandChangedStandsLargeForAMomentUnlessSomebodySaysOtherwise(TestOrchard orchard, Browser browser) {
        browser.size(1280, 800);
        browser.go("/perform");
        assertThat(browser.attribute("#large", "aria-pressed")).isEqualTo("true");
        orchard.standIn("cobble").play("knob1", "turn", -9);
        browser.until(() -> browser.text("#brief").contains("Filter › Cutoff"));
        browser.until(() -> browser.text("#brief").endsWith(orchard.shows("cobble", "knob1")));
        assertThat(orchard.shows("cobble", "knob1")).endsWith("Hz");
        browser.until(() -> browser.text("#brief").isEmpty());
        browser.click("#large");
        orchard.standIn("cobble").play("knob1", "turn", 9);
        browser.until(() -> browser.text("#tickernow, .ticker").contains("Knob 1"));
        assertThat(browser.find("#brief").isDisplayed()).isFalse();
        browser.click("#large");
        browser.size(800, 800);
        browser.go("/perform");
        assertThat(browser.attribute("#large", "aria-pressed"))
                .as("it was said")
                .isEqualTo("true");
        browser.ask("localStorage.removeItem('large-values')");
        browser.go("/perform");
        assertThat(browser.attribute("#large", "aria-pressed"))
                .as("small screens have it off")
                .isEqualTo("false");
        browser.size(1280, 800);
        orchard.putBack("wherry", "track4.filter.cutoff");
    }

    @Test
    void panicStopsTheSoftware(TestOrchard orchard, Browser browser) {
        orchard.standIn("wherry").play("play", "hit", 1);
        browser.go("/perform");
        browser.chord(Keys.SHIFT, Keys.ESCAPE);
        browser.see("#said", "Panic: everything was told to stop.");
        browser.until(() -> orchard.standIn("wherry").readings().stream()
                .anyMatch(r -> r.part().equals("transport") && r.text().equals("stopped")));
    }

    @Test
    void nothingOnThePageEdits(TestOrchard orchard, Browser browser) {
        long revision = orchard.keeper().revision();
        browser.light("lamplight");
        browser.go("/perform");
        browser.press("l", Keys.DELETE, "i", "r", "1", "d", Keys.ENTER);
        assertThat(browser.attribute("html", "data-light")).isEqualTo("lamplight");
        assertThat(browser.ask("return location.pathname")).isEqualTo("/perform");
        assertThat(browser.find("#learnbar").isDisplayed()).isFalse();
        assertThat(browser.all("main form, main input")).isEmpty();
        assertThat(orchard.keeper().revision()).isEqualTo(revision);
    }

    @Test
    void theSetListIsArrangedOnAPageOfItsOwn(TestOrchard orchard, Browser browser) {
        browser.go("/songs");
        browser.type("#newsong", "Encore");
        browser.press(Keys.ENTER);
        browser.until(() ->
                browser.attribute("[data-song=song6] input[name=name]", "value").equals("Encore"));
        browser.click("[data-song=song6] .up");
        browser.until(() -> orchard.keeper().rig().songs().get(4).name().equals("Encore"));
        browser.click("[data-song=song6] .delete");
        browser.until(() -> orchard.keeper().rig().songs().size() == 5);
    }
}
