package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import orchard.action.Recall;
import orchard.action.SetParameter;
import orchard.app.harness.Browser;
import orchard.app.harness.Client;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.gear.Control;
import orchard.gear.Ref;
import orchard.mapping.Mapping;
import orchard.mapping.Sentence;
import orchard.shape.Formula;
import orchard.shape.Stage;
import orchard.shape.Zone;
import orchard.standin.StandIn;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;
import org.springframework.web.util.HtmlUtils;

/** The journeys of mapping, with real wires: what a performer does on Map, and what comes out at the other end. */
@ExtendWith(Orchard.class)
class MapTest {

    /** The sentence without the live values between its phrases. */
    private static final String SENTENCE = "#sentences [aria-current]";

    private static final List<String> OF_THE_NARRATOR = List.of(
            "/wherry/track/4/volume",
            "/wherry/track/4/pan",
            "/wherry/track/4/send1",
            "/wherry/track/4/send2",
            "/wherry/track/4/device/1/drive",
            "/wherry/track/4/device/1/mix",
            "/wherry/track/4/device/1/cutoff",
            "/wherry/track/4/device/1/resonance");

    @Test
    void eightKnobsGoToEightParametersByTouchAlone(TestOrchard orchard, Browser browser) {
        StandIn wherry = orchard.standIn("wherry");
        OF_THE_NARRATOR.forEach(address -> wherry.play(address, "set", 0.5));
        browser.go("/map");
        int gestures = 0;
        browser.press("l");
        gestures++;
        browser.see("#learnbar", "Move a control");
        int mappings = orchard.keeper().rig().mappings().size();
        for (int i = 0; i < OF_THE_NARRATOR.size(); i++) {
            orchard.standIn("cobble").play("knob" + (i + 1), "turn", 20);
            orchard.standIn("cobble").play("knob" + (i + 1), "turn", 20);
            browser.see("#learnbar", "Knob " + (i + 1) + " of Cobble");
            wherry.play(OF_THE_NARRATOR.get(i), "set", 0.9);
            browser.see("#learnbar", "Map Knob " + (i + 1) + " of Cobble to Narrator › ");
            browser.see("#learnbar", "done");
            gestures += 2;
        }
        browser.press(Keys.ESCAPE);
        gestures++;
        assertThat(gestures).isLessThan(20);
        assertThat(orchard.keeper().rig().mappings()).hasSize(mappings + 8);
        browser.chord(Keys.CONTROL, "z");
        browser.see("#said", "Undone: Map Knob 8 of Cobble");
        assertThat(orchard.keeper().rig().mappings()).hasSize(mappings + 7);
    }

    @Test
    void anEndlessTurnBecomesAPanWithEveryValueOnScreen(TestOrchard orchard, Browser browser) {
        learn(orchard, browser, () -> turn(orchard, 0.3), () -> hand(orchard, "loft", "/loft/mover/2/pan", 0.9));
        browser.see(SENTENCE, "set Mover 2 › Pan, 0° to 360° for every turn, wrapped −270° to 270°");
        double turns = turns(orchard);
        turn(orchard, 1.2 - turns);
        browser.see(".stage[data-stage='0'] .stagelive", "432°");
        browser.see(".stage[data-stage='1'] .stagelive", "−108°");
        browser.see("[data-live-raw]", "1.2");
        turn(orchard, -2.2);
        browser.see(".stage[data-stage='0'] .stagelive", "−360°");
        browser.see(".stage[data-stage='1'] .stagelive", "180°");
        browser.until(() -> orchard.shows("loft", "/loft/mover/2/pan").equals("180 deg"));
        assertThat(browser.complaints()).isEmpty();
        assertThat(browser.barriers()).isEmpty();
    }

    @Test
    void oneFaderHasThreeStretchesWithOtherWaysDown(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m5");
        browser.press("e");
        addLine(browser, 2, "follow", "Tower › Level", "");
        addLine(browser, 3, "follow", "House › Level", "");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see(SENTENCE, "set Rain › Volume and Tower › Level and House › Level");
        String[][] zones = {
            {"0 %", "30 %", "0 %", "30 %"}, {"40 %", "80 %", "30 %", "70 %"}, {"90 %", "100 %", "80 %", "100 %"}
        };
        for (int i = 0; i < zones.length; i++) {
            String chain = ".chain[data-live-action='" + i + "']:not(:first-child)";
            addStage(browser, chain, "zone", ".stageform[data-kind=zone] input[name=action][value='" + i + "']");
            String[] names = {"low", "high", "downLow", "downHigh"};
            for (int n = 0; n < names.length; n++) {
                fill(browser, names[n], zones[i][n]);
            }
            if (i == 2) {
                browser.click(".stageform input[name=switching]");
            }
            keepStage(browser);
            int at = i;
            browser.until(() -> stage(orchard, at) instanceof Zone zone && zone.downHigh() == percent(zones[at][3]));
        }
        hand(orchard, "wherry", "/wherry/track/8/volume", 0);
        hand(orchard, "loft", "/loft/lamp/3/level", 0);
        crossfader(orchard, 0.2);
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/8/volume").equals("-60.0 dB"));
        assertThat(orchard.shows("loft", "/loft/lamp/3/level")).isEqualTo("0 %");
        crossfader(orchard, 0.6);
        browser.until(() -> orchard.shows("loft", "/loft/lamp/3/level").equals("49 %"));
        assertThat(orchard.shows("wherry", "/wherry/track/8/volume")).isEqualTo("6.0 dB");
        crossfader(orchard, 0.95);
        browser.until(() -> orchard.shows("loft", "/loft/lamp/12/level").equals("100 %"));
        crossfader(orchard, 0.85);
        crossfader(orchard, 0.75);
        browser.until(() -> orchard.shows("loft", "/loft/lamp/12/level").equals("0 %"));
        crossfader(orchard, 0.5);
        browser.until(() -> orchard.shows("loft", "/loft/lamp/3/level").equals("50 %"));
    }

    @Test
    void aSwitchSetsOneValueOnPressAndAnotherOnReleaseInHertz(TestOrchard orchard, Browser browser) {
        hand(orchard, "wherry", "/wherry/track/4/device/1/cutoff", 1);
        learn(
                orchard,
                browser,
                () -> {
                    orchard.standIn("cobble").play("side4", "hit", 1);
                    orchard.standIn("cobble").play("side4", "release", 0);
                },
                () -> hand(orchard, "wherry", "/wherry/track/4/device/1/cutoff", 0.3));
        browser.press("e");
        browser.click("[data-clause=do] .actionlines li:nth-child(1) [data-field=what] option[value=SET]");
        browser.until(() -> !browser.all("[data-clause=do] .actionlines li:nth-child(1) [data-field=value]")
                .isEmpty());
        browser.type("[data-clause=do] .actionlines li:nth-child(1) [data-field=value]", "1 kHz");
        addLine(browser, 2, "set", "Narrator › Filter › Cutoff", "400 furlongs");
        choose(browser, 2, "when", "on release");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see("form[data-clause=do] .refusal", "Line 2: “furlongs” is not this parameter's unit");
        browser.type("[data-clause=do] .actionlines li:nth-child(2) [data-field=value]", "400 Hz");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see(SENTENCE, "When Side 4 of Cobble is pressed, set Narrator › Filter › Cutoff to 1.00 kHz");
        browser.see(SENTENCE, "and when it is let go, set Narrator › Filter › Cutoff to 400 Hz");
        orchard.standIn("cobble").play("side4", "hit", 1);
        browser.until(
                () -> orchard.shows("wherry", "/wherry/track/4/device/1/cutoff").equals("1.00 kHz"));
        orchard.standIn("cobble").play("side4", "release", 0);
        browser.until(
                () -> orchard.shows("wherry", "/wherry/track/4/device/1/cutoff").equals("400 Hz"));
    }

    @Test
    void aPresetIsChosenFromThoseOfTheDeviceThatIsChosen(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m31");
        browser.press("e");
        String line = "[data-clause=do] .actionlines li:nth-child(1) ";
        browser.click(line + "[data-field=place] option[value=preset2]");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see(SENTENCE, "When Key 1 of Gull is pressed, recall “Storm” on Lamp Loft");
        browser.press("e");
        browser.click(line + "[data-field=device] option[value=peat]");
        browser.until(() ->
                !browser.all(line + "[data-field=place] option[value=preset4]").isEmpty());
        browser.click(line + "[data-field=place] option[value=preset4]");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see(SENTENCE, "When Key 1 of Gull is pressed, recall “Ebb” on Peat");
        assertThat(mapping(orchard, "m31").actions().onPress()).containsExactly(new Recall("peat", "preset4", 0, ""));
    }

    @Test
    void aRunOfTenPadsChoosesADroneFavouritesFirst(TestOrchard orchard, Browser browser) {
        browser.go("/map/find?at=p/peat/sound.patch");
        browser.see("#detail", "choose a value for Sound › Patch, favourites first");
        browser.click(".choices button[value='8.0']");
        browser.until(() -> browser.all(".choices [aria-pressed=true]").size() == 4);
        String[] expected = {"11 Undertow", "1 Low tide", "16 First light", "9 Moth light", "2 Fog bank"};
        for (int i = 0; i < expected.length; i++) {
            String pad = "pad" + (7 + i);
            orchard.standIn("cobble").play(pad, "hit", 0.7);
            orchard.standIn("cobble").play(pad, "release", 0);
            String sound = expected[i];
            browser.until(() -> orchard.shows("peat", "patch").equals(sound));
        }
        orchard.standIn("cobble").play("pad11", "hit", 0.7);
        orchard.standIn("cobble").play("pad11", "release", 0);
        browser.until(() -> orchard.shows("peat", "patch").equals("1 Low tide"));
    }

    @Test
    void afterATrackChangeTheFaderIsPickedUp(TestOrchard orchard, Browser browser) {
        hand(orchard, "wherry", "/wherry/track/7/volume", 0.9);
        crossfader(orchard, 0.1);
        browser.go("/map?mapping=m5");
        browser.press("c");
        browser.find("form[data-clause=when] [name=takeover]").sendKeys("the value is picked up");
        browser.click("form[data-clause=when] button[type=submit]");
        browser.until(() -> mapping(orchard, "m5").takeover() != null);
        browser.until(() -> !browser.find("form[data-clause=when]").isDisplayed());
        browser.press("e");
        browser.type("[data-clause=do] .actionlines [data-field=parameter]", "Undertow › Volume");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see(SENTENCE, "Undertow › Volume");
        String before = orchard.shows("wherry", "/wherry/track/7/volume");
        crossfader(orchard, 0.2);
        browser.see("[data-live-why]", "waits to be picked up at " + before + ": move it up");
        assertThat(orchard.shows("wherry", "/wherry/track/7/volume")).isEqualTo(before);
        assertThat(Double.parseDouble(browser.attribute(".curve circle.ghost", "cx")))
                .isPositive();
        for (int step = 3; step <= 9; step++) {
            crossfader(orchard, step / 10.0);
        }
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/7/volume").equals(before));
        browser.until(() -> browser.text("[data-live-why]").isEmpty());
    }

    @Test
    void theFinderAnswersForEverythingInTheRig(TestOrchard orchard, Browser browser) {
        Client client = new Client(orchard);
        for (Mapping mapping : orchard.keeper().rig().mappings()) {
            String sentence = HtmlUtils.htmlEscape(
                    Sentence.of(mapping, orchard.bean(Names.class)).text(), "UTF-8");
            for (Ref.ToParameter one : mapping.targets()) {
                Ref.ToParameter target = orchard.bean(Values.class)
                        .now(one, orchard.keeper().rig())
                        .orElseThrow();
                assertThat(client.get("/map/find?at=p/" + target.device() + "/" + target.parameter())
                                .body())
                        .contains("What moves this?", sentence);
            }
            for (Ref.ToControl trigger : mapping.when().triggers()) {
                assertThat(client.get("/map/find?at=c/" + trigger.device() + "/" + trigger.control())
                                .body())
                        .contains("What does this do?", sentence);
            }
        }
        browser.go("/map/find");
        long all = orchard.keeper().rig().gear().stream()
                .mapToLong(d ->
                        d.profile().parameters().size() + d.profile().controls().size())
                .sum();
        browser.see("#count", all + " in the rig");
        browser.press("/");
        browser.type("#find", "narrator hz");
        browser.see("#count", "1 of " + all);
        browser.press(Keys.ESCAPE);
        browser.press("j");
        browser.see("#detail h2", "Narrator › Filter › Cutoff");
        browser.see("#detail", "200 Hz to 8.00 kHz, logarithmic");
        browser.type("#tags", "tone, voice");
        browser.press(Keys.ENTER);
        browser.find("tr[data-words$='tone voice']");
        browser.type("#find", "voice");
        browser.see("#count", "1 of " + all);
        browser.type("#find", "nothing like it");
        browser.see("#nothing", "Nothing in the rig is called that");
        browser.click("[data-clear]");
        browser.click("[data-show=unmapped]");
        browser.click("[data-show=control]");
        long unmapped = orchard.keeper().rig().gear().stream()
                .flatMap(d -> d.profile().controls().stream().filter(c -> isFree(orchard, d.id(), c)))
                .count();
        browser.see("#count", unmapped + " of " + all);
        assertThat(browser.barriers()).isEmpty();
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void aDeviceThatIsReplacedTellsWhatIsNewAndWhatIsGone(TestOrchard orchard, Browser browser) {
        browser.go("/map/find");
        assertThat(browser.all(".notice")).as("rig and stand-ins agree").isEmpty();
        orchard.standIn("wherry").play("device", "replace", 1);
        try {
            Client client = new Client(orchard);
            client.post("/map/find/wherry/ask", "");
            browser.see(".notice", "Time, Feedback are new; Cutoff, Resonance, Drive are gone; Mix is changed.");
            browser.click(".notice button");
            browser.until(() -> browser.all(".notice").isEmpty());
            browser.type("#find", "feedback");
            browser.see("tbody tr:not([hidden])", "Narrator › Echo");
            browser.go("/map?mapping=m2");
            browser.see(".says .refused", "Wherry has no parameter “filter.cutoff”.");
        } finally {
            orchard.standIn("wherry").play("device", "replace", 1);
        }
        browser.chord(Keys.CONTROL, "z");
        browser.until(() -> browser.text(".says .refused").isEmpty());
        new Client(orchard).post("/map/find/wherry/ask", "");
        browser.untilItTakes(
                () -> browser.go("/map/find"), () -> browser.all(".notice").isEmpty());
    }

    @Test
    void aMappingIsRepeatedForTheNextControlsAndTracks(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m18");
        browser.press("n");
        browser.type("#times", "30");
        browser.press(Keys.ENTER);
        browser.see("form[data-clause=repeat] .refusal", "From Encoder 1 on there are only 8 endless knobs");
        browser.type("#times", "7");
        browser.press(Keys.ENTER);
        browser.see("#mappings", "54 mappings");
        browser.see("#sentences", "When Encoder 8 of Sluice turns, set Rain › Pan over its whole range");
        orchard.standIn("sluice").play("encoder3", "turn", 20);
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/3/pan").equals("0 %"));
        browser.chord(Keys.CONTROL, "z");
        browser.see("#mappings", "47 mappings");
        hand(orchard, "wherry", "/wherry/track/3/pan", 0.5);
    }

    @Test
    void aPageIsFilledByTouchLaidUnderTheKnobsAndTurnedFromTheHardware(TestOrchard orchard, Browser browser) {
        StandIn loft = orchard.standIn("loft");
        browser.go("/map/pages?device=loft");
        browser.see("main", "No page yet.");
        for (String name : List.of("Harbour", "Movers")) {
            browser.type("#newname", name);
            browser.press(Keys.ENTER);
            browser.see(".pagetabs", name);
        }
        browser.click(".pagetabs a[href$='page1']");
        browser.until(() -> browser.attribute("#pagename", "value").equals("Harbour"));
        browser.click("#listen");
        browser.see("#learnbar", "each goes on page “Harbour”");
        touch(browser, loft, "/loft/lamp/1/level", "Harbour left › Level");
        touch(browser, loft, "/loft/lamp/2/hue", "Harbour right › Hue");
        browser.press(Keys.ESCAPE);
        browser.until(() -> !browser.find("#learnbar").isDisplayed());
        browser.click(".pagetabs a[href$='page2']");
        browser.until(() -> browser.attribute("#pagename", "value").equals("Movers"));
        browser.find("#put").sendKeys("Mover 1 › Tilt");
        browser.click("form[hx-post$='/put'] button");
        browser.see(".spots", "Mover 1 › Tilt");
        browser.type(".spot [name=label]", "Tilt");
        browser.press(Keys.ENTER);
        browser.until(() -> orchard.keeper()
                .rig()
                .ownDevice("loft")
                .orElseThrow()
                .profile()
                .choices()
                .parameterPages()
                .get(1)
                .entries()
                .get(0)
                .label()
                .equals("Tilt"));
        browser.until(
                () -> { // the page may be drawn anew before that
                    browser.find("#lay").sendKeys("Knob 4 of Cobble");
                    return true;
                });
        browser.type("#laycount", "2");
        browser.click("form[hx-post$='/lay'] button");
        browser.see(".reasons", "set what is on the open page of Lamp Loft");
        browser.find("#turn").sendKeys("Page 2 of Cobble");
        browser.click("form[hx-post$='/turn'] button[value='1']");
        browser.see(".reasons", "When Page 2 of Cobble is pressed, go to the next page of Lamp Loft");
        StandIn cobble = orchard.standIn("cobble");
        cobble.play("knob4", "turn", -300);
        cobble.play("knob4", "turn", 300);
        browser.until(() -> orchard.shows("loft", "/loft/lamp/1/level").equals("100 %"));
        cobble.play("page2", "hit", 1);
        cobble.play("page2", "release", 0);
        browser.until(() -> knobDisplay(orchard).startsWith("Tilt "));
        cobble.play("knob4", "turn", -300);
        browser.until(() -> orchard.shows("loft", "/loft/mover/1/tilt").equals("-135 deg"));
        assertThat(orchard.shows("loft", "/loft/lamp/1/level")).isEqualTo("100 %");
        assertThat(browser.complaints()).isEmpty();
        assertThat(browser.barriers()).isEmpty();
    }

    @Test
    void whatElseTheControlsUnderAPageDoIsListedAndTakenAway(TestOrchard orchard, Browser browser) {
        browser.go("/map/pages?device=peat");
        browser.find("#lay").sendKeys("Knob 7 of Cobble");
        browser.type("#laycount", "2");
        browser.click("form[hx-post$='/lay'] button");
        browser.see("#under", "When Knob 7 of Cobble turns, set Filter › Cutoff");
        browser.see("#under", "When Knob 8 of Cobble turns");
        int before = orchard.keeper().rig().mappings().size();
        browser.click("#under label:nth-of-type(2) input");
        browser.click("#under [type=submit]");
        browser.until(() -> orchard.keeper().rig().mappings().size() == before - 1);
        browser.see("#under", "When Knob 8 of Cobble turns");
        browser.see("#said", "Take back");
        browser.click("#said button");
        browser.see("#under", "When Knob 7 of Cobble turns, set Filter › Cutoff");
    }

    private static void touch(Browser browser, StandIn desk, String part, String title) {
        desk.play(part, "set", 0.2);
        browser.until(() -> {
            desk.play(part, "set", 0.3 + 0.6 * Math.random());
            return browser.text(".spots").contains(title);
        });
    }

    private static String knobDisplay(TestOrchard orchard) {
        return orchard.shows("cobble", "knob4");
    }

    private static boolean isFree(TestOrchard orchard, String device, Control control) {
        return orchard.keeper().rig().mappings().stream()
                .flatMap(m -> m.when().triggers().stream())
                .noneMatch(t -> t.device().equals(device) && t.control().equals(control.id()));
    }

    @Test
    void aRangeThatIsMeantInPercentIsSaidAtOnceAndPutRightByOnePress(Browser browser) {
        browser.go("/map?mapping=m2");
        browser.press("r");
        browser.type("#low", "0");
        browser.type("#high", "0.5");
        browser.see(".advice", "The numbers look like shares of the whole");
        browser.click("[data-fill]");
        browser.see(SENTENCE, "200 Hz to 1.26 kHz");
        browser.press("r");
        browser.type("#low", "25 %");
        browser.type("#high", "75 %");
        browser.press(Keys.ENTER);
        browser.see(SENTENCE, "503 Hz to 3.18 kHz");
    }

    @Test
    void aFormulaIsCheckedWhileItIsTypedAndTheOldMappingStays(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m3");
        addStage(browser, "formula");
        fill(browser, "text", "x * volume");
        browser.see(".stageform .advice", "nothing is called “volume” here");
        keepStage(browser);
        browser.see(".stageform .refusal", "At letter 5");
        assertThat(stages(orchard, "m3")).last().isEqualTo(new Formula("x"));
        fill(browser, "text", "x > 30 ? 60 : x");
        browser.see(".stageform .advice", "100 % → 60 %");
        keepStage(browser);
        browser.until(() -> stages(orchard, "m3").contains(new Formula("x > 30 ? 60 : x")));
        browser.see(".stage[data-stage='1'] .stagewords", "by x > 30");
        browser.click(".stageform button[hx-post$='/bypass']");
        browser.find(".stage.bypassed");
        browser.click(".stageform button[hx-post$='/remove']");
        browser.until(() -> stages(orchard, "m3").size() == 1);
        browser.chord(Keys.CONTROL, "z");
        browser.find(".stage.bypassed");
    }

    private static void learn(TestOrchard orchard, Browser browser, Runnable move, Runnable touch) {
        move.run();
        browser.go("/map");
        browser.press("l");
        browser.see("#learnbar", "Move a control");
        int before = orchard.keeper().rig().mappings().size();
        move.run();
        browser.until(() -> browser.text("#learnbar").contains("now touch"));
        touch.run();
        browser.until(() -> orchard.keeper().rig().mappings().size() == before + 1);
        browser.press(Keys.ESCAPE);
        List<Mapping> all = orchard.keeper().rig().mappings();
        browser.go("/map?mapping=" + all.get(all.size() - 1).id());
    }

    private static void addStage(Browser browser, String kind) {
        addStage(browser, ".chain:first-child", kind, ".stageform[data-kind='" + kind + "']");
    }

    private static void addStage(Browser browser, String chain, String kind, String form) {
        browser.untilItTakes(
                () -> {
                    if (browser.all(chain + " .addstage[open]").isEmpty()) {
                        browser.click(chain + " .addstage summary");
                    }
                    browser.click(chain + " button[value='" + kind + "']");
                },
                () -> !browser.all(form).isEmpty());
    }

    private static void fill(Browser browser, String field, String value) {
        browser.type(".stageform [name=" + field + "]", value);
    }

    private static void keepStage(Browser browser) {
        browser.click(".stageform button[type=submit]");
    }

    private static void addLine(Browser browser, int line, String what, String parameter, String value) {
        browser.click("[data-clause=do] [data-add-line]");
        String at = "[data-clause=do] .actionlines li:nth-child(" + line + ") ";
        browser.until(() -> !browser.all(at + "[data-field=what]").isEmpty());
        browser.click(at + "[data-field=what] option[value=" + what.toUpperCase(Locale.ROOT) + "]");
        browser.until(() ->
                what.equals("follow") || !browser.all(at + "[data-field=value]").isEmpty());
        browser.type(at + "[data-field=parameter]", parameter);
        if (!value.isEmpty()) {
            browser.type(at + "[data-field=value]", value);
        }
    }

    private static void choose(Browser browser, int line, String field, String words) {
        browser.find("[data-clause=do] .actionlines li:nth-child(" + line + ") [data-field=" + field + "]")
                .sendKeys(words);
    }

    private static Stage stage(TestOrchard orchard, int action) {
        return ((SetParameter) mapping(orchard, "m5").actions().onPress().get(action))
                .own().stages().stream().findFirst().orElse(null);
    }

    private static double percent(String text) {
        return Double.parseDouble(text.replace(" %", "")) / 100;
    }

    private static List<Stage> stages(TestOrchard orchard, String id) {
        return mapping(orchard, id).shape().stages();
    }

    private static Mapping mapping(TestOrchard orchard, String id) {
        return orchard.keeper().rig().mapping(id).orElseThrow();
    }

    private static void turn(TestOrchard orchard, double by) {
        orchard.standIn("gull").play("turn", "by", by);
    }

    private static double turns(TestOrchard orchard) {
        return Double.parseDouble(orchard.shows("gull", "turn").replace(" turns", ""));
    }

    private static void crossfader(TestOrchard orchard, double place) {
        orchard.standIn("cobble").play("crossfader", "move", place);
    }

    private static void hand(TestOrchard orchard, String standIn, String part, double place) {
        orchard.standIn(standIn).play(part, "set", place);
    }
}
