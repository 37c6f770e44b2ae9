package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Whoever doubts what a device has tells it all again, and asks it. */
@ExtendWith(Orchard.class)
class AgainTest {

    private static final String ROWS = "#monitorbody";

    @Test
    void oneDeviceIsToldAgainAndAsked(TestOrchard orchard, Browser browser) {
        browser.go("/connect?edit=peat");
        browser.click("#tellagain");
        browser.go("/monitor?device=peat");
        browser.see(ROWS, "SysEx 7D 04 40");
        browser.see(ROWS, "SysEx 7D 04 41");
        browser.go("/connect?edit=cobble");
        browser.click("#tellagain");
        browser.go("/monitor?device=cobble");
        browser.see(ROWS, "SysEx 7D 01 01 01");
    }

    @Test
    void everybodyIsToldAgainFromAnyPage(TestOrchard orchard, Browser browser) {
        browser.go("/map");
        browser.click("[title='Undo, redo, light, keys']");
        browser.click("#again");
        browser.go("/monitor?device=peat");
        browser.see(ROWS, "SysEx 7D 04 41");
    }

    @Test
    void nobodyThereIsASentence(TestOrchard orchard) throws Exception {
        Client client = new Client(orchard);
        assertThat(client.post("/again", "device=nobody").body()).contains("Nothing that could be told is there");
    }
}
