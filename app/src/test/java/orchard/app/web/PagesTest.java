package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.openqa.selenium.Keys;

/** What holds for every page: no barriers, no complaints, all of it in sight, all of it by keyboard. */
@ExtendWith(Orchard.class)
class PagesTest {

    @AfterEach
    void daylight(Browser browser) {
        browser.light("daylight");
        browser.size(1280, 800);
    }

    @ParameterizedTest
    @CsvSource({
        "/connect, Devices",
        "/connect?edit=wherry, Devices",
        "/describe?device=cobble&control=knob1, Cobble",
        "/describe?device=gull, Gull",
        "/describe?device=cobble&view=touch, Turn each knob a good way",
        "/describe?device=cobble&view=pages, Give controls pages",
        "/describe?device=cobble&view=feel, Velocity curve",
        "/describe?device=cobble&view=colours, Find them by looking",
        "/describe?device=cobble&view=memory, Read again",
        "/describe?device=sluice&view=files, On paper",
        "/describe/plan?device=sluice&kind=NOTE&count=40, 40 found",
        "/map?mapping=m2, 47 mappings",
        "/map?mapping=m4, 47 mappings",
        "/map?mapping=gone, gone",
        "/map?mapping=m24&action=-1&stage=1, Wrap",
        "/map?mapping=m25&action=1&stage=0, Going down from",
        "/map?mapping=m29, wait 0.50 s",
        "/map/find?at=p/peat/sound.patch, Its values",
        "/map/find?at=c/cobble/knob1, What does this do?",
        "/map/pages?device=peat, Under your hands",
        "/map/presets, Keep how it is now",
        "/map/presets?at=preset1, What recalls this?",
        "/map/pairs, Nothing is picked yet",
        "/map/routes, what no sentence took",
        "/map/many, None ticked",
        "/map/text, 47 sentences",
        "/map/text?of=new, Nothing would change",
        "/guide/sentences, From the show",
        "/map/table?device=peat, A new parameter",
        "/map/table?device=variables&at=storm, Storm",
        "/layouts?layout=layout1&element=e2, Balcony tablet",
        "/rehearse, Wherry",
        "/monitor, Bytes",
        "/connect?edit=treadle, Take what it sends",
        "/connect/reach, How does my software hear me?",
        "/check, Two hands",
        "/perform, Harbour at Dusk",
        "/songs, Set list",
        "/play/layout1, The Tide Clock"
    })
    void isOpenToEverybodyInBothLights(String path, String words, Browser browser) {
        browser.light("daylight");
        browser.go(path);
        browser.see("main", words);
        assertThat(browser.fits()).as("%s fits 1280×800", path).isTrue();
        assertThat(browser.barriers()).as("%s in daylight", path).isEmpty();
        assertThat(browser.barriersIn("lamplight")).as("%s in lamplight", path).isEmpty();
        browser.size(1024, 700);
        assertThat(browser.fits()).as("%s fits 1024×700", path).isTrue();
        browser.size(1280, 800);
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void numbersLeadToThePagesAndKeysToEverythingElse(Browser browser) {
        browser.go("/connect");
        String[] pages = {"/connect", "/describe", "/map", "/layouts", "/rehearse", "/check", "/perform"};
        for (int i = 0; i < pages.length; i++) {
            String page = pages[i];
            browser.press(String.valueOf(i + 1));
            browser.until(() -> browser.ask("return location.pathname").equals(page)
                    && !browser.attribute("html", "data-ready").isEmpty());
        }
        browser.go("/map");
        browser.press("?");
        browser.see("#dialog", "Learn: move a control");
        assertThat(browser.barriers()).isEmpty();
        browser.press(Keys.ESCAPE);
        browser.until(() -> !browser.find("#dialog").isDisplayed());
        browser.press("t");
        browser.until(() -> browser.find("#tickerlist").isDisplayed());
        assertThat(browser.barriers()).isEmpty();
        browser.press("t");
        browser.press("d");
        assertThat(browser.attribute("html", "data-light")).isEqualTo("lamplight");
    }

    @Test
    void tabGoesFromPhraseToPhrase(Browser browser) {
        browser.go("/map?mapping=m2");
        browser.pressOn(".phrase[data-clause=when]", Keys.TAB);
        assertThat(browser.ask("return document.activeElement.dataset.clause")).isEqualTo("do");
        browser.press(Keys.TAB);
        assertThat(browser.ask("return document.activeElement.dataset.clause")).isEqualTo("shape");
        browser.press(Keys.ENTER);
        browser.until(() -> "low".equals(browser.ask("return document.activeElement.id")));
        browser.press(Keys.ESCAPE);
        browser.press(Keys.ESCAPE);
        browser.until(() -> !browser.find("form.clause[data-clause=shape]").isDisplayed());
    }

    @Test
    void searchFindsEverythingAndEnterGoesThere(Browser browser) {
        browser.go("/connect");
        browser.press("/");
        browser.until(() -> browser.find("#dialog input").isDisplayed());
        browser.type("#dialog input", "first light of lamp");
        browser.see("#dialogbody", "First light of Lamp Loft");
        browser.type("#dialog input", "narrator › filter");
        browser.see("#dialogbody", "Narrator › Filter › Cutoff in Wherry");
        browser.see("#dialogbody", "When Knob 1 of Cobble");
        browser.type("#dialog input", "squeeze of gull moves");
        browser.until(() -> browser.all("#dialogbody .hits a").size() == 1);
        browser.press(Keys.ENTER);
        browser.until(() -> browser.ask("return location.search").equals("?mapping=m1"));
    }

    @Test
    void theTickerTellsWhatASignalDidAndWhy(TestOrchard orchard, Browser browser) {
        browser.go("/check");
        orchard.standIn("cobble").play("crossfader", "move", 0.9);
        orchard.standIn("cobble").play("crossfader", "move", 0.25);
        browser.see("#tickernow", "CC 30 = 32, ch 1 Crossfader of Cobble → Rain › Volume");
        browser.press("w");
        browser.see("#dialogbody", "CC 30 = 32, ch 1 came from Cobble.");
        browser.see("#dialogbody", "When Crossfader of Cobble moves, set Rain › Volume over its whole range.");
        browser.press(Keys.ESCAPE);
        browser.until(() -> !browser.find("#dialog").isDisplayed());
        orchard.standIn("cobble").play("knob5", "turn", 3);
        browser.see("#tickernow", "Knob 5 of Cobble, nobody listens");
    }

    @Test
    void undoAndRedoAreOnKeysOnEveryPageButPerform(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m5");
        browser.press(Keys.DELETE);
        browser.see("#said", "Press Delete once more to delete this mapping");
        assertThat(orchard.keeper().rig().mapping("m5"))
                .as("one stray key deletes nothing")
                .isPresent();
        browser.press(Keys.DELETE);
        browser.see("#mappings", "46 mappings");
        browser.go("/perform");
        browser.chord(Keys.CONTROL, "z");
        browser.go("/rehearse");
        assertThat(orchard.keeper().rig().mapping("m5")).isEmpty();
        browser.chord(Keys.CONTROL, "z");
        browser.until(() -> orchard.keeper().rig().mapping("m5").isPresent());
        browser.see("#said", "Undone: Delete “Crossfader of Cobble → Rain › Volume”");
        browser.chord(Keys.CONTROL, "Z");
        browser.until(() -> orchard.keeper().rig().mapping("m5").isEmpty());
    }
}
