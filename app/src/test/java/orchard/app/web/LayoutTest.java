package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.SignalLog;
import orchard.app.live.Values;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.mapping.Mapping;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.standin.Wherry;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** Layouts: drawn on one browser, played on others. */
@ExtendWith(Orchard.class)
class LayoutTest {

    @Test
    void elementsAreAddedMovedSizedNamedAndDeleted(TestOrchard orchard, Browser browser) {
        browser.go("/layouts");
        browser.click(".layoutmenu summary");
        browser.type("#newname", "Lamps, left hand");
        browser.press(Keys.ENTER);
        browser.see(".head h1", "Lamps, left hand");
        browser.see(".board", "Empty. Drag something here");
        browser.click("#addfader");
        browser.see(".element.selected", "Fader 1");
        browser.pressOn(".element.selected", Keys.ARROW_RIGHT);
        browser.until(() -> element(orchard).box().x() == 1);
        browser.chordOn(".element.selected", Keys.SHIFT, Keys.ARROW_DOWN);
        browser.until(() -> element(orchard).box().height() == 9);
        browser.drag(".element.selected", 300, 60);
        browser.until(
                () -> element(orchard).box().x() > 8 && element(orchard).box().y() > 0);
        browser.type("#name", "Moon");
        browser.press(Keys.ENTER);
        browser.see(".element.selected", "Moon");
        browser.pressOn(".element.selected", Keys.DELETE);
        browser.see("#said", "Press Delete once more to delete this element");
        assertThat(browser.text(".board")).as("one stray key deletes nothing").contains("Moon");
        browser.pressOn(".element.selected", Keys.DELETE);
        browser.see(".board", "Empty. Drag something here");
        browser.click("#said button");
        browser.see(".board", "Moon");
        browser.click(".board .element");
        browser.pressOn(".element.selected", Keys.DELETE, Keys.DELETE);
        browser.see(".board", "Empty. Drag something here");
        browser.chordOn("#page", Keys.CONTROL, "z");
        browser.see(".board", "Moon");
    }

    @Test
    void severalAreChosenMovedPutInOrderCopiedAndPastedOnAnotherLayout(TestOrchard orchard, Browser browser) {
        browser.go("/layouts?layout=layout1");
        browser.click(".board .element[data-element=e2]");
        browser.until(() -> chosen(browser).equals("e2"));
        browser.untilItTakes(
                () -> browser.clickWith(Keys.SHIFT, ".board .element[data-element=e4]"),
                () -> chosen(browser).equals("e2,e4"));
        browser.see("#severalform", "2 elements");
        browser.pressOn(".element[data-element=e2]", Keys.ARROW_DOWN);
        browser.until(() -> box(orchard, "layout1", "e2").y() == 4
                && box(orchard, "layout1", "e4").y() == 4);
        browser.chordOn(".element[data-element=e2]", Keys.SHIFT, Keys.ARROW_UP);
        browser.until(() -> box(orchard, "layout1", "e4").height() == 13);
        browser.click("#severalform [data-how=LEFT]");
        browser.until(() -> box(orchard, "layout1", "e4").x() == 1);
        browser.chordOn("#page", Keys.CONTROL, "z");
        browser.until(() -> box(orchard, "layout1", "e4").x() == 13);
        browser.until(() -> chosen(browser).equals("e2,e4"));
        browser.chordOn(".element[data-element=e2]", Keys.CONTROL, "c");
        browser.until(() -> browser.ask("return localStorage.getItem('orchard-elements') || ''")
                .toString()
                .contains("e4"));

        browser.click(".layoutmenu summary");
        browser.type("#newname", "Second");
        browser.press(Keys.ENTER);
        browser.see(".head h1", "Second");
        browser.chordOn("#page", Keys.CONTROL, "v");
        browser.until(() -> chosen(browser).equals("e1,e2"));
        assertThat(box(orchard, "layout2", "e1")).isEqualTo(box(orchard, "layout1", "e2"));
        browser.chordOn("#page", Keys.CONTROL, "a");
        browser.pressOn(".element[data-element=e1]", Keys.DELETE, Keys.DELETE);
        browser.see(".board", "Empty. Drag something here");
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void aGroupIsChosenAsOneAndWhatIsFixedStays(TestOrchard orchard, Browser browser) {
        browser.go("/layouts?layout=layout1&element=e2,e4");
        browser.see("#severalform", "2 elements");
        browser.chordOn("#page", Keys.CONTROL, "g");
        browser.until(() -> browser.all(".board .element[data-group]").size() == 2);
        browser.click(".board .element[data-element=e3]");
        browser.until(() -> chosen(browser).equals("e3"));
        browser.click(".board .element[data-element=e4]");
        browser.until(() -> chosen(browser).equals("e2,e4"));
        browser.click("#severalform [data-how=FIX]");
        browser.until(() -> browser.all(".board .element[data-fixed]").size() == 2);
        int before = box(orchard, "layout1", "e2").x();
        browser.drag(".board .element[data-element=e2]", 120, 0);
        browser.rest();
        assertThat(box(orchard, "layout1", "e2").x()).isEqualTo(before);
        browser.click("#severalform [data-how=FREE]");
        browser.until(() -> browser.all(".board .element[data-fixed]").isEmpty());
        browser.drag(".board .element[data-element=e2]", 120, 0);
        browser.until(() -> box(orchard, "layout1", "e2").x() > before);
    }

    private static String chosen(Browser browser) {
        return browser.ask(
                        "return [...document.querySelectorAll('.board .element.selected')].map((e) => e.dataset.element)"
                                + ".join()")
                .toString();
    }

    private static Box box(TestOrchard orchard, String layout, String element) {
        return orchard.keeper()
                .rig()
                .layout(layout)
                .flatMap(l -> l.element(element))
                .map(Element::box)
                .orElse(new Box(0, 0, 1, 1));
    }

    /** Several drawn around with a box, moved together by hand. */
    @Test
    void aBoxDrawnAroundSomeChoosesThemAndTheyAreDraggedTogether(TestOrchard orchard, Browser browser) {
        browser.go("/layouts?layout=layout1");
        browser.dragFrom(".board", 4, 4, 260, 200);
        browser.until(() -> chosen(browser).equals("e1,e2,e3"));
        int before = box(orchard, "layout1", "e2").x();
        browser.drag(".board .element[data-element=e2]", 90, 0);
        browser.until(() -> box(orchard, "layout1", "e2").x() > before + 1);
        assertThat(box(orchard, "layout1", "e3").x())
                .isEqualTo(box(orchard, "layout1", "e2").x() + 6);
        assertThat(box(orchard, "layout1", "e4").x()).isEqualTo(13);
    }

    @Test
    void aWholePanelIsMadeInOnePressAndFollowsTheSynth(TestOrchard orchard, Browser browser) {
        browser.go("/layouts");
        browser.type("#whole", "Peat › Nothing");
        browser.press(Keys.ENTER);
        browser.see(".whole .refusal", "Nothing is called “Peat › Nothing”");
        browser.type("#whole", "Peat");
        browser.press(Keys.ENTER);
        browser.see(".head h1", "Peat panel");
        assertThat(browser.all(".board .element.list"))
                .as("four waveforms and the patch")
                .hasSize(5);
        browser.until(() -> browser.go("/play/layout2").all(".element.list").size() == 5);
        String list = "[aria-label='Waveform']";
        String second = browser.text(list + " .option:nth-child(2) span");
        long before = orchard.bean(SignalLog.class).last();
        browser.click(list + " .option:nth-child(2)");
        browser.until(() -> orchard.bean(SignalLog.class).after(before).stream()
                .anyMatch(entry -> entry.device().equals("peat") && entry.direction() == SignalLog.Direction.OUT));
        browser.until(() -> orchard.bean(Values.class)
                .parameters()
                .get("peat/oscillator1.waveform")
                .text()
                .equals(second));
    }

    @BeforeEach
    void wide(Browser browser) {
        browser.size(1280, 800);
    }

    @AfterEach
    void asItWas(TestOrchard orchard) {
        orchard.putBack("wherry", "track2.volume", "track4.volume");
        orchard.putBack("peat", "oscillator1.waveform");
    }

    private static Element element(TestOrchard orchard) {
        return orchard.keeper().rig().layout("layout2").orElseThrow().elements().get(0);
    }

    @Test
    void twoBrowsersAndTheSoftwareStayInStep(TestOrchard orchard, Browser browser) {
        browser.go("/play/layout1");
        String first = browser.here();
        String second = browser.another("/play/layout1");
        browser.drag("[data-element=e5]", 0, -150);
        String value = browser.attribute("[data-element=e5]", "aria-valuenow");
        browser.to(first);
        browser.until(
                () -> browser.attribute("[data-element=e5]", "aria-valuenow").equals(value));
        browser.until(() -> browser.text("[data-element=e5] .value").equals(software(orchard)));
        orchard.standIn("wherry").play("/wherry/track/4/volume", "set", 1);
        browser.see("[data-element=e5] .value", "6.0 dB");
        browser.to(second);
        browser.see("[data-element=e5] .value", "6.0 dB");
        browser.pressOn("[data-element=e5]", Keys.ARROW_DOWN);
        browser.until(() -> !software(orchard).equals("6.0 dB"));
        browser.closeAndGoTo(first);
    }

    @Test
    void aFaderStandsWhereItsInvertedMappingPutsIt(TestOrchard orchard, Browser browser) {
        orchard.standIn("wherry").play("/wherry/track/2/volume", "set", 1);
        orchard.keeper().commit(rig -> {
            Mapping before = rig.mapping("m7").orElseThrow();
            Mapping after = new Mapping(
                    "m7", before.when(), before.during(), before.shape().invert(), before.actions(), before.show());
            return Edit.change("Invert", new Part.OfMapping(before), new Part.OfMapping(after));
        });
        browser.until(() -> browser.go("/play/layout1")
                .attribute("[data-element=e3]", "aria-valuenow")
                .equals("0"));
        browser.see("[data-element=e3] .value", "6.0 dB");
    }

    private static String software(TestOrchard orchard) {
        return orchard.standIn("wherry").readings().stream()
                .filter(reading -> reading.part().equals("/wherry/track/4/volume"))
                .findFirst()
                .orElseThrow()
                .text();
    }

    @Test
    void labelsFollowTheSoftwaresNames(TestOrchard orchard, Browser browser) {
        browser.go("/play/layout1");
        browser.see("[data-element=e6]", "Narrator");
        ((Wherry) orchard.standIn("wherry")).rename(4, "Storyteller");
        browser.see("[data-element=e6]", "Storyteller");
        browser.see("[data-element=e5] .cap", "Storyteller › Volume");
        ((Wherry) orchard.standIn("wherry")).rename(4, "Narrator");
        browser.see("[data-element=e6]", "Narrator");
    }
}
