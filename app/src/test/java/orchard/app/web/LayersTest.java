package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.action.SetParameter;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Values;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.shape.Shape;
import orchard.standin.StandIn;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** Few controls with many jobs: layers, cases and foci, made in the browser and played over the wires. */
@ExtendWith(Orchard.class)
class LayersTest {

    private static final String SENTENCE = ".sentence";
    private static final String CUTOFF = "/wherry/track/4/device/1/cutoff";

    @AfterEach
    void nothingIsOnAndNothingSilent(TestOrchard orchard, Browser browser) {
        orchard.standIn("cobble").play("channel", "set", 1);
        orchard.keeper()
                .rig()
                .layers()
                .forEach(layer -> browser.ask(post("/layers/" + layer.id() + "/turn", "on=false")));
        browser.ask(post("/silence", "id="));
        browser.until(() -> orchard.bean(Values.class).stack().isEmpty());
    }

    /** A request as the page makes it. */
    private static String post(String path, String body) {
        return "return fetch('" + path + "', {method: 'POST', body: '" + body + "', headers: {"
                + "'Content-Type': 'application/x-www-form-urlencoded', "
                + "...JSON.parse(document.body.getAttribute('hx-headers'))}}).then(answer => answer.status)";
    }

    private static Mapping last(TestOrchard orchard) {
        List<Mapping> all = orchard.keeper().rig().mappings();
        return all.get(all.size() - 1);
    }

    private static void hit(TestOrchard orchard, String pad) {
        orchard.standIn("cobble").play(pad, "hit", 0.7);
    }

    private static void letGo(TestOrchard orchard, String pad) {
        orchard.standIn("cobble").play(pad, "release", 0);
    }

    private static void press(Browser browser, String selector, String words) {
        browser.until(() -> browser.all(selector).stream()
                .filter(one -> one.getText().strip().equals(words))
                .peek(WebElement::click)
                .findFirst()
                .isPresent());
    }

    /** A layer is made, a pad holds it, and another pad that lives in it too does two things: everything by hand. */
    @Test
    void aPadMeansOneThingAndWithAShiftAnother(TestOrchard orchard, Browser browser) {
        browser.go("/map/layers");
        browser.type("#newlayer", "Shift" + Keys.ENTER);
        browser.see("#layershead", "5 layers");
        Layer shift = orchard.keeper().rig().layers().stream()
                .filter(layer -> layer.name().equals("Shift"))
                .findFirst()
                .orElseThrow();

        learn(orchard, browser, "pad1", 0.2);
        browser.press("e");
        browser.click("[data-clause=do] .actionlines [data-field=what] option[value=LAYER]");
        browser.see("[data-clause=do] .actionlines", "switched");
        browser.click("[data-clause=do] .actionlines [data-field=layer] option[value=" + shift.id() + "]");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see(SENTENCE, "hold layer Shift on, and show on or off on Pad 1’s light.");

        hit(orchard, "pad1");
        browser.see("#stack .laid.on", "Shift");
        browser.press("l");
        browser.see("#learnbar", "Move a control");
        hit(orchard, "pad2");
        letGo(orchard, "pad2");
        orchard.standIn("wherry").play("/wherry/track/2/mute", "set", 1);
        browser.see(SENTENCE, "is hit, in Shift, set Bellows › Mute");
        browser.press(Keys.ESCAPE);
        assertThat(last(orchard).layers()).containsExactly(shift.id());
        letGo(orchard, "pad1");
        browser.until(() -> browser.all("#stack .laid.on").isEmpty());

        learn(orchard, browser, "pad2", 0.6);
        hit(orchard, "pad2");
        letGo(orchard, "pad2");
        browser.until(() -> !orchard.shows("wherry", CUTOFF).equals("8.00 kHz"));
        orchard.standIn("wherry").play("/wherry/track/2/mute", "set", 0);
        browser.until(() -> orchard.shows("wherry", "/wherry/track/2/mute").equals("off"));
        hit(orchard, "pad1");
        hit(orchard, "pad2");
        browser.until(() -> orchard.shows("wherry", "/wherry/track/2/mute").equals("on"));
        letGo(orchard, "pad1");
        letGo(orchard, "pad2");
        browser.until(() -> orchard.shows("wherry", "/wherry/track/2/mute").equals("off"));
        assertThat(browser.barriers()).isEmpty();
        browser.go("/map/layers");
        assertThat(browser.barriers()).isEmpty();
        assertThat(browser.complaints()).isEmpty();
    }

    private static void learn(TestOrchard orchard, Browser browser, String pad, double place) {
        orchard.standIn("wherry").play(CUTOFF, "set", place < 0.5 ? 0.9 : 0.1); // a move has to go some way
        browser.go("/map");
        browser.press("l");
        browser.see("#learnbar", "Move a control");
        hit(orchard, pad);
        letGo(orchard, pad);
        orchard.standIn("wherry").play(CUTOFF, "set", place);
        browser.see("#learnbar", "done");
        browser.press(Keys.ESCAPE);
        browser.see(SENTENCE, "of Cobble");
    }

    /** Whoever turns a layer, every page shows what controls do now; a preview touches nothing. */
    @Test
    void theFaceShowsWhatControlsDoNow(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m2");
        assertThat(browser.all(".face [data-control=knob7] .over")).isEmpty();
        orchard.standIn("treadle").play("switch8", "hit", 1);
        browser.see("#stack .laid.on", "Storm");
        browser.until(() -> browser.all(".face [data-control=knob7] .over").size() == 1);
        browser.see(".face [data-control=knob7] .caption", "Master");
        browser.click("[data-asif=layer1]");
        browser.until(() -> browser.attribute("#faceroom", "data-as").equals("layer1"));
        browser.click("#stack [data-turn=layer1]");
        browser.until(() -> orchard.bean(Values.class).stack().isEmpty());
        assertThat(browser.all(".face [data-control=knob7] .over"))
                .as("as if it were on")
                .hasSize(1);
        browser.go("/perform");
        browser.click("#stack [data-turn=layer1]");
        browser.see("#stack .laid.on", "Storm");
    }

    /** A knob that lives in a layer too goes back to its own work, and its display and ring with it. */
    @Test
    void aKnobAndItsDisplayGoWithTheLayer(TestOrchard orchard, Browser browser) {
        browser.go("/map");
        orchard.standIn("treadle").play("switch8", "hit", 1);
        browser.see("#stack .laid.on", "Storm");
        orchard.standIn("cobble").play("knob7", "turn", -200);
        browser.until(() -> orchard.shows("loft", "/loft/master").equals("0 %"));
        browser.until(() -> orchard.shows("cobble", "knob7").contains("0 %"));
        orchard.standIn("treadle").play("switch9", "hit", 1);
        browser.until(() -> orchard.bean(Values.class).stack().isEmpty());
        browser.until(() -> !orchard.shows("cobble", "knob7").contains("0 %"));
    }

    @Test
    void oneSentenceDoesOneThingOrAnother(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m26");
        browser.see(SENTENCE, "When Side 1 of Cobble");
        browser.press("h");
        browser.click("#addcase");
        browser.see(SENTENCE, "otherwise");
        browser.see(".line.looked", "otherwise");
        browser.press("e");
        browser.type("[data-clause=do] .actionlines [data-field=value]", "300 Hz");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see(SENTENCE, "to 300 Hz");
        press(
                browser,
                ".line .phrase[data-case='0'][data-clause=do]",
                browser.text(".line .phrase[data-case='0'][data-clause=do]"));
        browser.until(() -> browser.attribute("#page", "data-case").equals("0"));
        browser.press(Keys.ESCAPE);
        browser.press("h");
        press(browser, "form[data-clause=while] [data-add-line]", "Add a condition");
        browser.until(() -> browser.all("form[data-clause=while] .actionline").size() == 1);
        browser.click("form[data-clause=while] [data-field=layer] option[value=layer1]");
        browser.click("form[data-clause=while] button[type=submit]");
        browser.see(SENTENCE, "while layer Storm is on");
        orchard.standIn("cobble").play("side1", "hit", 1);
        browser.until(() -> orchard.shows("wherry", CUTOFF).equals("300 Hz"));
        orchard.standIn("cobble").play("side1", "release", 0);
        browser.until(() -> orchard.shows("wherry", CUTOFF).equals("400 Hz"));
        browser.until(() -> browser.all(".line.taken").size() == 1
                && browser.text(".line.taken").contains("300 Hz"));
        orchard.standIn("treadle").play("switch8", "hit", 1);
        browser.see("#stack .laid.on", "Storm");
        orchard.standIn("cobble").play("side1", "hit", 1);
        orchard.standIn("cobble").play("side1", "release", 0);
        browser.until(() -> browser.text(".line.taken").contains("Storm"));
        browser.press("h");
        assertThat(browser.barriers()).isEmpty();
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void whatIsSilencedDoesNothingAndIsSeen(TestOrchard orchard, Browser browser) {
        orchard.standIn("cobble").play("knob1", "turn", -200);
        browser.go("/map?mapping=m2");
        browser.until(() -> orchard.shows("wherry", CUTOFF).equals("200 Hz"));
        browser.press("x");
        browser.see("#silence", "Let it act");
        orchard.standIn("cobble").play("knob1", "turn", 64);
        browser.see("[data-live-why]", "silenced");
        assertThat(orchard.shows("wherry", CUTOFF)).isEqualTo("200 Hz");
        browser.go("/perform");
        browser.see("#hush", "1 silenced");
        browser.click("#hush");
        browser.until(() -> !browser.find("#hush").isDisplayed());
        browser.go("/map?mapping=m2");
        browser.see("#silence", "Silence");
    }

    /** A bank that is moved by a key of the board, and in the browser, in step; what was learned for one track can be had for the bank. */
    @Test
    void aBankMovesOnTheBoardAndInTheBrowserInStep(TestOrchard orchard, Browser browser) {
        browser.go("/map/foci");
        browser.see("#focihead", "6 foci");
        press(browser, ".focussteps button", "8 ▸");
        browser.until(() ->
                browser.attribute(".place[data-place=track9]", "aria-pressed").equals("true"));
        orchard.standIn("sluice").play("key2", "hit", 1);
        orchard.standIn("sluice").play("key2", "release", 0);
        browser.until(() ->
                browser.attribute(".place[data-place=track17]", "aria-pressed").equals("true"));
        orchard.standIn("sluice").play("encoder3", "turn", 64);
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/19/send1").equals("-60.0 dB"));
        browser.click(".place[data-place=track1]");
        browser.until(() ->
                browser.attribute(".place[data-place=track1]", "aria-pressed").equals("true"));
        assertThat(browser.barriers()).isEmpty();

        browser.go("/map");
        browser.press("l");
        browser.see("#learnbar", "Move a control");
        orchard.standIn("cobble").play("knob2", "turn", 10);
        orchard.standIn("wherry").play("/wherry/track/2/pan", "set", 0.8);
        browser.see("#learnbar", "done");
        press(browser, "#learnwrong button", "2nd track of Bank › Pan");
        browser.press(Keys.ESCAPE);
        browser.see(SENTENCE, "set 2nd track of Bank › Pan");
        Focus bank = orchard.keeper().rig().focus("focus1").orElseThrow();
        assertThat(last(orchard).targets().get(0).device()).isEqualTo(bank.id());
        browser.press("n");
        browser.type("#times", "6" + Keys.ENTER);
        browser.until(() -> last(orchard).targets().get(0).parameter().equals("8:Pan"));
        assertThat(browser.complaints()).isEmpty();
    }

    /** Cobble is switched to another channel: nothing has to be typed, its knob is the same knob, and it does what it does in that layer. */
    @Test
    void aSpareChannelStandsForALayer(TestOrchard orchard, Browser browser) {
        StandIn cobble = orchard.standIn("cobble");
        cobble.play("channel", "set", 5);
        cobble.play("knob1", "turn", 3);
        browser.until(() -> {
            browser.go("/map/layers");
            return !browser.all(".notice").isEmpty();
        });
        browser.see(".notice", "Cobble speaks on channel 5 too");
        assertThat(browser.barriers()).isEmpty();
        browser.click(".notice button");
        browser.see("#layershead", "5 layers");
        browser.see("#layerlist", "while Cobble speaks on channel 5");
        Layer made = orchard.keeper().rig().layers().stream()
                .filter(layer -> layer.channel() != null)
                .findFirst()
                .orElseThrow();
        orchard.keeper().commit(rig -> {
            Ref.ToParameter send = new Ref.ToParameter("wherry", "track1.send2");
            Mapping below = rig.mapping("m2").orElseThrow();
            return Edit.add(
                    "In the layer",
                    new Part.OfMapping(below.as("m99")
                            .in(List.of(made.id()))
                            .with(Shape.WHOLE)
                            .with(new Actions(List.of(new SetParameter(send))))));
        });
        String cutoff = orchard.shows("wherry", CUTOFF);
        String send = orchard.shows("wherry", "/wherry/track/1/send2");
        cobble.play("knob1", "turn", 20);
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/1/send2").equals(send));
        assertThat(orchard.shows("wherry", CUTOFF)).isEqualTo(cutoff);
        browser.until(() -> orchard.bean(Values.class).stack().equals(List.of(made.id())));
        cobble.play("channel", "set", 1);
        browser.until(() -> {
            cobble.play("knob1", "turn", -7);
            return !orchard.shows("wherry", CUTOFF).equals(cutoff);
        });
        browser.until(() -> orchard.bean(Values.class).stack().isEmpty());
        assertThat(browser.complaints()).isEmpty();
    }
}
