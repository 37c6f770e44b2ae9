package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.layout.Element;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** A row of strips over a focus: drawn as one element, played as a mixer that goes where the focus goes. */
@ExtendWith(Orchard.class)
class RowTest {

    private static final String LAYOUT = "layout2";
    private static final String ROW = "[data-element=e1]";

    private static String part(int strip, String part) {
        return "[data-element=e1-" + strip + "-" + part + "]";
    }

    private static String wherry(TestOrchard orchard, int track, String parameter) {
        return orchard.shows("wherry", "/wherry/track/" + track + "/" + parameter);
    }

    private static void bank(TestOrchard orchard, String key) {
        orchard.standIn("sluice").play(key, "hit", 1);
        orchard.standIn("sluice").play(key, "release", 0);
    }

    @AfterEach
    void asItWas(TestOrchard orchard) {
        bank(orchard, "key1");
        for (int track : new int[] {3, 11}) {
            orchard.putBack("wherry", "track" + track + ".volume", "track" + track + ".mute");
        }
    }

    /** Five gestures: a new layout, its name, Enter, the row, and play. */
    private static void draw(Browser browser) {
        browser.go("/layouts");
        browser.click(".layoutmenu summary");
        browser.type("#newname", "Mixer");
        browser.press(Keys.ENTER);
        browser.see(".head h1", "Mixer");
        browser.click("#addstrips");
        browser.until(() -> browser.all(".board .element.part.fader").size() == 8);
    }

    @Test
    void eightStripsAreOneElementAndGoWhereTheFocusGoes(TestOrchard orchard, Browser browser) {
        draw(browser);
        browser.see("#elementform", "each with its name");
        browser.go("/play/" + LAYOUT);
        String third = browser.text(part(3, "name"));
        assertThat(third).isNotEmpty();
        double way = ((Number) browser.ask("return document.querySelector('.slot').clientHeight")).doubleValue();
        browser.fingers()
                .down(1, part(3, "fader"), 0.5, 0.5)
                .by(1, 0, 0.2 * way)
                .lift();
        browser.until(() -> browser.text(part(3, "fader") + " .value").equals(wherry(orchard, 3, "volume")));
        browser.fingers().tap(1, part(3, "button"), 0.5, 0.5);
        browser.until(() -> wherry(orchard, 3, "mute").equals("on"));
        browser.until(() -> browser.all(part(3, "button") + ".lit").size() == 1);
        String before = wherry(orchard, 3, "volume");

        bank(orchard, "key2");
        browser.until(() -> !browser.text(part(3, "name")).equals(third));
        browser.until(() -> browser.text(part(3, "fader") + " .value").equals(wherry(orchard, 11, "volume")));
        browser.until(() -> browser.all(part(3, "button") + ".lit").isEmpty());
        browser.fingers()
                .down(1, part(3, "fader"), 0.5, 0.5)
                .by(1, 0, 0.3 * way)
                .lift();
        browser.until(() -> browser.text(part(3, "fader") + " .value").equals(wherry(orchard, 11, "volume")));
        assertThat(wherry(orchard, 3, "volume")).isEqualTo(before);
        bank(orchard, "key1");
        browser.see(part(3, "name"), third);
        browser.until(() -> browser.text(part(3, "fader") + " .value").equals(before));
    }

    @Test
    void theRowIsASentenceAndAStripOfItCanBeMadeDifferent(TestOrchard orchard, Browser browser) {
        draw(browser);
        browser.ask("const s = document.querySelector('select[name=fader]'); s.value = 'Send 1';"
                + "s.dispatchEvent(new Event('change', { bubbles: true }))");
        browser.until(() -> target(orchard, "e1-8-fader").equals("8:Send 1"));
        browser.untilItTakes(
                () -> browser.ask(
                        "document.querySelector('#lifted').value = '2'; document.querySelector('#lift').click()"),
                () -> orchard.keeper()
                        .rig()
                        .layout(LAYOUT)
                        .orElseThrow()
                        .element("e1-2-fader")
                        .isPresent());
        browser.until(() -> browser.all(".board .element:not(.part)[data-element=e1-2-fader]")
                        .size()
                == 1);
        browser.untilItTakes(
                () -> browser.click(ROW), () -> browser.all(ROW + ".selected").size() == 1);
        browser.pressOn(ROW, Keys.DELETE, Keys.DELETE);
        browser.until(() -> browser.all(ROW).isEmpty());
        assertThat(orchard.keeper().rig().layout(LAYOUT).orElseThrow().elements())
                .extracting(Element::id)
                .contains("e1-2-fader", "e1-2-button");
        assertThat(target(orchard, "e1-2-fader")).isEqualTo("2:Send 1");
        assertThat(target(orchard, "e1-3-fader"))
                .as("what the row made goes with it")
                .isEmpty();
        browser.chordOn("#page", Keys.CONTROL, "z");
        browser.until(() -> target(orchard, "e1-3-fader").equals("3:Send 1"));
    }

    private static String target(TestOrchard orchard, String control) {
        return orchard.keeper().rig().mappings().stream()
                .filter(m -> m.trigger() != null && m.trigger().control().equals(control))
                .flatMap(m -> m.target().stream())
                .map(ref -> ref.parameter())
                .findFirst()
                .orElse("");
    }
}
