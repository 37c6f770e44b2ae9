package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.app.harness.Browser;
import orchard.app.harness.Fingers;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Keys;
import orchard.layout.Layout;
import orchard.rig.Edit;
import orchard.rig.Keyboards;
import orchard.rig.Part;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Keys over three octaves, played with several fingers; what sounds is read from Peat's own panel. */
@ExtendWith(Orchard.class)
class KeysTest {

    private static final String ID = "layout79";
    private static final String PATH = "/play/" + ID;

    private int faults;

    @BeforeEach
    void draw(TestOrchard orchard) {
        Element keys =
                new Element("e1", "Drone keys", new Box(0, 6, 32, 12), new Keys(48, 84, Keys.Strike.FRONT, true));
        Layout layout = new Layout(ID, "Keys", List.of(keys));
        orchard.keeper().commit(rig -> Edit.add("draw", new Part.OfLayout(layout)));
        orchard.keeper().commit(rig -> new Keyboards(rig).played(layout, keys, "plays", "peat"));
        faults = faults(orchard);
    }

    @AfterEach
    void erase(TestOrchard orchard) {
        while (orchard.keeper().rig().layout(ID).isPresent()) {
            orchard.keeper().undo();
        }
    }

    private static int faults(TestOrchard orchard) {
        return Integer.parseInt(orchard.shows("peat", "faults"));
    }

    private static String key(int note) {
        return "[data-note='" + note + "']";
    }

    private static void sounds(TestOrchard orchard, Browser browser, String notes) {
        browser.until(() -> orchard.shows("peat", "voices").equals(notes));
    }

    private void allIsLetGo(TestOrchard orchard, Browser browser) {
        sounds(orchard, browser, "silent");
        assertThat(faults(orchard))
                .as("nothing struck twice, nothing ended twice")
                .isEqualTo(faults);
    }

    @Test
    void keysAreLitByWhatSounds(TestOrchard orchard, Browser browser) {
        Layout layout = orchard.keeper().rig().layout(ID).orElseThrow();
        orchard.keeper()
                .commit(rig ->
                        new Keyboards(rig).played(layout, layout.element("e1").orElseThrow(), "lit", "sounding"));
        browser.go(PATH);
        Fingers fingers = browser.fingers().down(1, key(60), 0.5, 0.9);
        browser.until(() -> !browser.all(".key.lit" + key(60)).isEmpty());
        assertThat(browser.attribute(key(60), "data-tint")).isEqualTo("ruled");
        assertThat(browser.all(".key.lit")).hasSize(1);
        fingers.lift();
        browser.until(() -> browser.all(".key.lit").isEmpty());
        allIsLetGo(orchard, browser);
    }

    @Test
    void fiveFingersPlayFiveKeysEachInItsOctave(TestOrchard orchard, Browser browser) {
        browser.go(PATH);
        Fingers fingers = browser.fingers();
        int[] chord = {48, 55, 61, 64, 84};
        for (int i = 0; i < chord.length; i++) {
            fingers.down(i + 1, key(chord[i]), 0.5, 0.9);
        }
        sounds(orchard, browser, "C3 G3 C#4 E4 C6");
        fingers.up(3);
        sounds(orchard, browser, "C3 G3 E4 C6");
        fingers.lift();
        allIsLetGo(orchard, browser);
    }

    @Test
    void aFingerSlidesToTheNextKeyAndMayLeaveTheKeys(TestOrchard orchard, Browser browser) {
        browser.go(PATH);
        Fingers fingers = browser.fingers().down(1, key(60), 0.5, 0.9);
        sounds(orchard, browser, "C4");
        fingers.to(1, key(62), 0.5, 0.9);
        sounds(orchard, browser, "D4");
        fingers.to(1, key(61), 0.5, 0.5);
        sounds(orchard, browser, "C#4");
        fingers.by(1, 0, -400);
        sounds(orchard, browser, "C#4");
        fingers.lift();
        allIsLetGo(orchard, browser);
    }

    @Test
    void heldKeysSoundUntilTheyAreStruckAgainOrHoldIsLetGo(TestOrchard orchard, Browser browser) {
        browser.go(PATH);
        Fingers fingers = browser.fingers().tap(1, ".latch", 0.5, 0.5);
        browser.until(() -> browser.attribute(".latch", "aria-pressed").equals("true"));
        fingers.tap(1, key(60), 0.5, 0.9).tap(1, key(64), 0.5, 0.9).tap(1, key(67), 0.5, 0.9);
        sounds(orchard, browser, "C4 E4 G4");
        fingers.tap(1, key(64), 0.5, 0.9);
        sounds(orchard, browser, "C4 G4");
        fingers.down(2, key(72), 0.5, 0.9).tap(1, ".latch", 0.5, 0.5);
        sounds(orchard, browser, "C5");
        fingers.lift();
        allIsLetGo(orchard, browser);
    }

    @Test
    void whenTheTabletDiesEveryNoteIsLetGo(TestOrchard orchard, Browser browser) {
        browser.go("/rehearse");
        String first = browser.here();
        browser.another(PATH);
        Fingers fingers = browser.fingers().tap(1, ".latch", 0.5, 0.5);
        browser.until(() -> browser.attribute(".latch", "aria-pressed").equals("true"));
        fingers.tap(1, key(60), 0.5, 0.9).down(2, key(64), 0.5, 0.9).down(3, key(67), 0.5, 0.9);
        sounds(orchard, browser, "C4 E4 G4");
        browser.closeAndGoTo(first);
        allIsLetGo(orchard, browser);
    }

    @Test
    void panicEndsWhatIsHeldAndTheNextStrikeIsHeard(TestOrchard orchard, Browser browser) {
        browser.go(PATH);
        Fingers fingers = browser.fingers().tap(1, ".latch", 0.5, 0.5);
        browser.until(() -> browser.attribute(".latch", "aria-pressed").equals("true"));
        fingers.tap(1, key(60), 0.5, 0.9).down(2, key(67), 0.5, 0.9);
        sounds(orchard, browser, "C4 G4");
        fingers.tap(1, "#stopall", 0.5, 0.5);
        sounds(orchard, browser, "silent");
        browser.until(() -> browser.all(".key.kept").isEmpty());
        fingers.lift();
        fingers.tap(1, key(60), 0.5, 0.9);
        sounds(orchard, browser, "C4");
        fingers.tap(1, ".latch", 0.5, 0.5);
        sounds(orchard, browser, "silent");
    }

    /** An edit waits for fingers, and for what is kept without one. */
    @Test
    void keysThatAreMadeFewerWhileOneIsHeldHangNothing(TestOrchard orchard, Browser browser) {
        browser.go(PATH);
        Fingers fingers = browser.fingers().down(1, key(60), 0.5, 0.9);
        sounds(orchard, browser, "C4");
        Layout layout = orchard.keeper().rig().layout(ID).orElseThrow();
        Element keys = layout.element("e1").orElseThrow();
        orchard.keeper()
                .commit(rig -> new orchard.rig.Rows(rig)
                        .edit("fewer", layout, layout.with(keys.as(((Keys) keys.face()).over(72, 84)))));
        fingers.lift();
        allIsLetGo(orchard, browser);
        browser.until(() -> browser.all(".key").size() == 13);
        browser.fingers().tap(1, key(72), 0.5, 0.9);
        allIsLetGo(orchard, browser);
    }

    @Test
    void onAPhoneKeysAreWideEnoughAndGoOnByOctaves(TestOrchard orchard, Browser browser) {
        browser.go(PATH);
        browser.size(360, 640);
        browser.until(() -> browser.all(".key:not(.black):not([hidden])").size() == 8);
        browser.fingers().tap(1, ".keysat [data-by='7']", 0.5, 0.5);
        browser.until(() ->
                browser.find(key(60)).isDisplayed() && !browser.find(key(48)).isDisplayed());
        double least = ((Number)
                        browser.ask(
                                "return Math.min(...[...document.querySelectorAll("
                                        + "'.key:not(.black):not([hidden]), .keysbar button')].map((one) => one.getBoundingClientRect().width))"))
                .doubleValue();
        assertThat(least).isGreaterThanOrEqualTo(44);
        browser.fingers().tap(1, key(60), 0.5, 0.9);
        allIsLetGo(orchard, browser);
        browser.size(1280, 800);
    }

    @Test
    void theKeyboardPlaysThemToo(TestOrchard orchard, Browser browser) {
        browser.go(PATH);
        browser.ask("document.querySelector('[data-element=e1]').focus()");
        browser.press(org.openqa.selenium.Keys.ARROW_RIGHT, org.openqa.selenium.Keys.ARROW_RIGHT, " ");
        browser.until(() -> Integer.parseInt(orchard.shows("peat", "struck")) > 0);
        allIsLetGo(orchard, browser);
        assertThat(browser.barriers()).isEmpty();
        assertThat(browser.barriersIn("daylight")).isEmpty();
    }
}
