package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import orchard.action.PlayNotes;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.EngineRoom;
import orchard.app.live.Values;
import orchard.condition.Always;
import orchard.condition.Compared;
import orchard.gear.Ref;
import orchard.light.Motion;
import orchard.mapping.Actions;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.shape.Shape;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;
import org.openqa.selenium.support.ui.Select;

/** The rules of a light, made and changed on its page, and seen on the panel of the pad box itself. */
@ExtendWith(Orchard.class)
class LightPageTest {

    private static final String PAD_6 = "/describe/light?light=cobble/pad6.light";
    private static final String PLAYING = "[data-parameter='song.playing']";

    @AfterEach
    void asItWas(TestOrchard orchard) {
        orchard.reset();
        orchard.putBack("wherry", "song.playing", "track6.mute", "track7.mute");
        Awaitility.await().until(() -> orchard.shows("cobble", "pad6").isEmpty());
    }

    private static void lamp(TestOrchard orchard, int pad, String words) {
        Awaitility.await().untilAsserted(() -> assertThat(shown(orchard, pad)).contains(words));
    }

    /** What a pad shows, its colour by the name it has in the pad box's own colour table. */
    private static String shown(TestOrchard orchard, int pad) {
        String shown = orchard.shows("cobble", "pad" + pad);
        return orchard.keeper().rig().ownDevice("cobble").orElseThrow().profile().traits().palette().stream()
                .filter(swatch -> shown.endsWith(swatch.colour()))
                .map(swatch -> shown.replace(swatch.colour(), swatch.name()))
                .findFirst()
                .orElse(shown);
    }

    private static void set(TestOrchard orchard, String parameter, double position) {
        orchard.bean(EngineRoom.class).set("wherry", parameter, position);
    }

    private static Show.Answer answer(TestOrchard orchard, String mapping) {
        return orchard.keeper()
                .rig()
                .mapping(mapping)
                .orElseThrow()
                .show()
                .answers()
                .get(0);
    }

    private static void choose(Browser browser, String css, String value) {
        new Select(browser.find(css)).selectByValue(value);
    }

    /** L, a pad, a parameter: the pad is green while it plays and red while it does not, at load and after the software was restarted. */
    @Test
    void aPadThatIsLearntForPlaybackShowsGreenAndRed(TestOrchard orchard, Browser browser) {
        browser.go("/map?group=wherry/song");
        browser.press("l");
        browser.see("#learnbar", "Move a control");
        orchard.standIn("cobble").play("pad3", "hit", 0.8);
        orchard.standIn("cobble").play("pad3", "release", 0);
        browser.see("#learnbar", "Pad 3 of Cobble");
        browser.click(PLAYING);
        browser.see("#learnbar", "done");
        browser.press(Keys.ESCAPE);
        lamp(orchard, 3, "lit red");
        set(orchard, "song.playing", 1);
        lamp(orchard, 3, "lit green");
        orchard.standIn("wherry").play("cable", "pull", 0);
        lamp(orchard, 3, "");
        orchard.standIn("wherry").play("cable", "plug", 0);
        lamp(orchard, 3, "lit");
        set(orchard, "song.playing", 0);
        lamp(orchard, 3, "lit red");
        orchard.standIn("cobble").play("cable", "pull", 0);
        orchard.standIn("cobble").play("cable", "plug", 0);
        lamp(orchard, 3, "lit red");
    }

    @Test
    void rulesAreMadeChangedMovedAndTakenAway(TestOrchard orchard, Browser browser) {
        browser.go(PAD_6);
        browser.see("[data-verdict]", "it says what is shown");
        choose(browser, "[name=set]", "MUTE");
        browser.see(".rungs", "it is on");
        lamp(orchard, 6, "lit");
        String dim = shown(orchard, 6);
        set(orchard, "track6.mute", 1);
        browser.see(".rung.wins", "lit in amber");
        browser.see("[data-now-words]", "lit");
        lamp(orchard, 6, "lit amber");
        assertThat(dim).isNotEqualTo(shown(orchard, 6));
        browser.see(".rung.not [data-why]", "no: Seabirds › Mute is known");

        browser.click("a.btn[href*='/new']");
        browser.see(".ruleform", "then it is");
        browser.until(() -> browser.find(".ruleform [data-field=what]").isDisplayed());
        choose(browser, ".ruleform [data-field=what]", "DEVICE");
        browser.until(() -> !browser.all(".ruleform [data-field=device]").isEmpty());
        choose(browser, ".ruleform [data-field=device]", "peat");
        choose(browser, ".ruleform [name=motion]", "BLINKING");
        browser.click(".ruleform [name=colour][value=violet]");
        browser.click(".ruleform [type=submit]");
        browser.see(".rung.wins", "Peat is there");
        lamp(orchard, 6, "blinking violet");
        assertThat(browser.barriers()).isEmpty();

        browser.click(".rung.wins .rungline");
        browser.see(".ruleform", "Take it away");
        browser.click(".ruleform button[hx-post*='/try']");
        lamp(orchard, 6, "lit violet"); // still, for two seconds
        lamp(orchard, 6, "blinking violet");
        assertThat(browser.barriers()).isEmpty();
        browser.click(".ruleform button[hx-post$='by=1']");
        browser.see(".rung:nth-child(2)", "Peat is there");
        lamp(orchard, 6, "blinking violet");
        browser.click(".rung:nth-child(2) .rungline");
        browser.click(".ruleform .wrong");
        browser.until(() -> answer(orchard, "m4").rungs().size() == 2);
        lamp(orchard, 6, "lit amber");
        browser.chord(Keys.CONTROL, "z");
        lamp(orchard, 6, "blinking violet");
    }

    /** The demo's row of pads that chooses Peat's patches gets lights: the chosen one is lit, also when it is chosen at Peat. */
    @Test
    void ofTheRowThatChoosesASoundTheChosenOneIsLit(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m28");
        browser.press("z");
        browser.click(".showlist [name=light]");
        browser.click("[data-clause=show] [type=submit]");
        browser.see(".sentence", "Pad 7’s light");
        browser.press("z");
        browser.click("[data-clause=show] .btn.pill[href]");
        choose(browser, "[name=set]", "CHOSEN");
        browser.until(() -> orchard.keeper()
                        .rig()
                        .mapping("m28")
                        .orElseThrow()
                        .show()
                        .answers()
                        .size()
                == 10);
        orchard.standIn("cobble").play("pad9", "hit", 0.8);
        orchard.standIn("cobble").play("pad9", "release", 0);
        lamp(orchard, 9, "lit cyan");
        lamp(orchard, 8, "lit sky");
        orchard.standIn("peat").play("patch", "choose", 0);
        lamp(orchard, 8, "lit cyan");
        lamp(orchard, 9, "lit sky");
        orchard.standIn("peat").play("cable", "pull", 0);
        orchard.standIn("peat").play("cable", "plug", 0);
        lamp(orchard, 8, "lit cyan");
        assertThat(orchard.standIn("cobble").violations()).isEmpty();
    }

    /** What is drawn takes any colour, as its rules say, and has its own again where none holds. */
    @Test
    void anElementOfALayoutIsColouredByItsRules(TestOrchard orchard, Browser browser) {
        orchard.keeper().commit(rig -> {
            Mapping fader = rig.mapping("m6").orElseThrow();
            Ref.ToParameter volume = fader.target().orElseThrow();
            return Edit.change(
                    "Loud is red",
                    new Part.OfMapping(fader),
                    new Part.OfMapping(fader.with(new Show(List.of(fader.show()
                            .answers()
                            .get(0)
                            .with(List.of(new Rung(
                                    new Compared(volume, Compared.Is.ABOVE, 0, 0),
                                    Show.Rule.VALUE,
                                    Look.in("red").with(Motion.BLINKING)))))))));
        });
        browser.go("/play/layout1");
        String element = "[data-element=e2]";
        Ref.ToParameter volume =
                orchard.keeper().rig().mapping("m6").orElseThrow().target().orElseThrow();
        orchard.bean(EngineRoom.class).set(volume.device(), volume.parameter(), 1);
        browser.until(() -> "ruled".equals(browser.attribute(element, "data-tint")));
        assertThat(browser.attribute(element, "style")).contains("--tint: #");
        assertThat(browser.attribute(element, "data-how")).isEqualTo("blinking");
        orchard.bean(EngineRoom.class).set(volume.device(), volume.parameter(), 0.2);
        browser.until(() -> !"ruled".equals(browser.attribute(element, "data-tint")));
        browser.go("/describe/light?light=layout1/e2");
        browser.see(".rungs", "its value in red");
        assertThat(browser.barriers()).isEmpty();
        orchard.putBack(volume.device(), volume.parameter());
    }

    /** Roots, scale and what sounds on the lamps of pads that play; the chord that is held, named on a display. */
    @Test
    void aScaleIsLitAndAChordIsNamedWhileItIsHeld(TestOrchard orchard, Browser browser) {
        browser.go("/map/text?of=new");
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "Play",
                        new Part.OfMapping(new Mapping(
                                "m99",
                                new When(IntStream.rangeClosed(1, 5)
                                        .mapToObj(i -> new Ref.ToControl("cobble", "pad" + i, "gate"))
                                        .toList()),
                                new Always(),
                                Shape.WHOLE,
                                new Actions(List.of(new PlayNotes("peat", 1, 60))),
                                new Show(List.of(new Show.Answer(
                                        new Ref.ToLight("cobble", "pad1.light"), Show.Rule.ON_OFF)))))));
        browser.go("/describe/light?light=cobble/pad1.light");
        choose(browser, "[name=set]", "SCALE");
        browser.see(".rungs", "its note sounds");
        lamp(orchard, 1, "lit sky");
        lamp(orchard, 2, "");
        lamp(orchard, 3, "lit");
        Awaitility.await().until(() -> orchard.shows("cobble", "pad2").isEmpty());
        orchard.bean(EngineRoom.class).set("variables", "root", 1 / 11.0);
        lamp(orchard, 2, "lit sky");

        browser.go("/connect?edit=peat");
        browser.click("[name=chord]");
        browser.click("form.edit [type=submit]");
        browser.until(() -> orchard.keeper()
                .rig()
                .parameter(new Ref.ToParameter("peat", "chord"))
                .isPresent());
        orchard.keeper().commit(rig -> {
            Mapping knob = rig.mapping("m2").orElseThrow();
            return Edit.change(
                    "Chord on a display",
                    new Part.OfMapping(knob),
                    new Part.OfMapping(knob.with(new Show(List.of(new Show.Answer(
                                    new Ref.ToLight("cobble", "knob1.display"), Show.Rule.VALUE)
                            .otherwise(Show.Rule.VALUE, Look.USUAL.about(new Ref.ToParameter("peat", "chord"))))))));
        });
        for (int pad : new int[] {1, 4, 5}) {
            orchard.standIn("cobble").play("pad" + pad, "hit", 0.8);
        }
        Awaitility.await()
                .untilAsserted(
                        () -> assertThat(orchard.shows("cobble", "knob1")).isEqualTo("C4 D#4 E4"));
        orchard.standIn("cobble").play("pad5", "release", 0);
        lamp(orchard, 1, "lit green");
        orchard.standIn("cobble").play("pad1", "release", 0);
        orchard.standIn("cobble").play("pad4", "release", 0);
        Awaitility.await()
                .untilAsserted(
                        () -> assertThat(orchard.shows("cobble", "knob1")).isEqualTo("-"));
    }

    @Test
    void whatCannotBeIsSaidAtItsPlace(TestOrchard orchard, Browser browser) {
        browser.go(PAD_6 + "&edit=m4/last");
        browser.type(".ruleform [name=brightness]", "much");
        browser.click(".ruleform [type=submit]");
        browser.see(".ruleform .refusal", "1–100 %");
        browser.go(PAD_6 + "&edit=m4/new");
        browser.until(() -> !browser.all(".ruleform [data-out]").isEmpty());
        browser.click(".ruleform [data-out]");
        browser.click(".ruleform [type=submit]");
        browser.see(".ruleform .refusal", "Say while what it holds");
        assertThat(answer(orchard, "m4").rungs()).isEmpty();
    }

    @Test
    void whyALightIsAsItIsIsSaidWhileItChanges(TestOrchard orchard, Browser browser) {
        browser.go(PAD_6);
        choose(browser, "[name=set]", "MUTE");
        browser.see(".rung.wins", "since ");
        browser.see(".rung.not:nth-child(2) [data-why]", "no: it is at off");
        set(orchard, "track6.mute", 1);
        browser.see(".rung:nth-child(2).wins [data-why]", "since ");
        browser.see(".rung:nth-child(3) [data-why]", "would win next");
    }

    @Test
    void aColourOfTheDeviceIsChosenInPlaceOfTheNearest(TestOrchard orchard, Browser browser) {
        browser.go(PAD_6);
        choose(browser, "[name=set]", "SOLO");
        browser.see(".usedcolours", "yellow");
        set(orchard, "track6.mute", 1);
        browser.type(".usedcolour:has([value=yellow]) [name=value]", "11");
        browser.press(Keys.ENTER);
        browser.see(".usedcolours", "chosen");
        lamp(orchard, 6, "lit blue");
        assertThat(orchard.keeper()
                        .rig()
                        .ownDevice("cobble")
                        .orElseThrow()
                        .profile()
                        .choices()
                        .colours())
                .containsEntry("yellow", 11);
    }

    @Test
    void allLampsAreDimmedAndSwitchedOffByVariables(TestOrchard orchard, Browser browser) {
        browser.go(PAD_6);
        choose(browser, "[name=set]", "ARM");
        browser.see(".rungs", "red");
        set(orchard, "track6.mute", 1);
        lamp(orchard, 6, "lit red");
        String bright = shown(orchard, 6);
        choose(browser, "#dim", "make");
        choose(browser, "#black", "make");
        browser.click(".darkform [type=submit]");
        browser.until(() -> orchard.keeper().rig().settings().darkness().black() != null);
        browser.until(() -> orchard.bean(Values.class).parameters().containsKey("variables/black"));
        EngineRoom engine = orchard.bean(EngineRoom.class);
        engine.set("variables", "lamps", 0.1);
        Awaitility.await().until(() -> !shown(orchard, 6).equals(bright));
        lamp(orchard, 6, "lit");
        engine.set("variables", "black", 1);
        Awaitility.await().until(() -> orchard.shows("cobble", "pad6").isEmpty());
        browser.see("[data-verdict]", "all lamps are switched off");
        engine.set("variables", "black", 0);
        engine.set("variables", "lamps", 1);
        lamp(orchard, 6, bright);
    }

    @Test
    void lightsAreChosenInTheSentenceAndKeepTheirRules(TestOrchard orchard, Browser browser) {
        browser.go(PAD_6);
        choose(browser, "[name=set]", "MUTE");
        browser.see(".rungs", "amber");
        browser.go("/map?mapping=m4");
        browser.press("z");
        browser.type("#alsolight", "light of Pad 5 · Cobble");
        browser.press(Keys.ENTER);
        browser.see(".sentence", "Pad 5’s light");
        Mapping now = orchard.keeper().rig().mapping("m4").orElseThrow();
        assertThat(now.show().answers()).hasSize(2);
        assertThat(now.show().answers().get(0).rungs())
                .hasSize(2)
                .extracting(Rung::rule)
                .containsOnly(Show.Rule.ON);
        lamp(orchard, 5, "lit");
        assertThat(browser.barriers()).isEmpty();
        browser.press("z");
        browser.click("[data-clause=show] .btn.pill[href]");
        browser.see("h1", "Light of Pad 6");
        assertThat(List.of(orchard.bean(Values.class).light("cobble/pad5.light")))
                .isNotEmpty();
    }
}
