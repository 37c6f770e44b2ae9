package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Names;
import orchard.app.live.Values;
import orchard.mapping.Mapping;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.text.Sheet;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** Sentences as text in the browser; those of the show are taken out of their description, made, and played over the wires. */
@ExtendWith(Orchard.class)
class TextTest {

    private static final String AREA = "#sentencetext";
    private static final String MAKE = "#maketext";
    private static final String ECHO = "focus6";
    private static final String PLAYING = "/wherry/playing";
    private static final Pattern BLOCK = Pattern.compile("### ([^\n]+)\n(?:(?!###).)*?```\n(.*?)```", Pattern.DOTALL);

    @AfterEach
    void nothingIsOn(TestOrchard orchard, Browser browser) {
        orchard.standIn("wherry").play("stop", "hit", 1);
        browser.go("/map/layers");
        orchard.keeper().rig().layers().forEach(layer -> turnOff(browser, layer.id()));
        browser.until(() -> orchard.bean(Values.class).stack().isEmpty());
    }

    private static void turnOff(Browser browser, String layer) {
        browser.ask("return fetch('/layers/" + layer + "/turn', {method: 'POST', body: 'on=false', headers: {"
                + "'Content-Type': 'application/x-www-form-urlencoded', "
                + "...JSON.parse(document.body.getAttribute('hx-headers'))}}).then(answer => answer.status)");
    }

    /** The sentences under a heading of the description. */
    private static String described(String heading) {
        Matcher blocks = BLOCK.matcher(description());
        while (blocks.find()) {
            if (blocks.group(1).equals(heading)) {
                return blocks.group(2);
            }
        }
        throw new AssertionError("nothing is described under " + heading);
    }

    private static String description() {
        try {
            return Files.readString(Path.of("../docs/sentences.md"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Puts a text in, as one pastes it. */
    private static void paste(Browser browser, String text) {
        browser.ask("const area = document.querySelector('" + AREA + "'); area.value = "
                + new tools.jackson.databind.json.JsonMapper().writeValueAsString(text)
                + "; area.dispatchEvent(new Event('input', {bubbles: true})); return 1");
    }

    /** Makes the sentences under a heading, in the browser. */
    private static void make(TestOrchard orchard, Browser browser, String heading) {
        long before = orchard.keeper().revision();
        browser.go("/map/text?of=new");
        paste(browser, described(heading));
        browser.until(() -> browser.find(MAKE).isEnabled());
        browser.click(MAKE);
        browser.until(() -> orchard.keeper().revision() > before);
        browser.see("#textcount", "Nothing would change");
    }

    private static void press(TestOrchard orchard, String device, String control) {
        orchard.standIn(device).play(control, "hit", 1);
        orchard.standIn(device).play(control, "release", 0);
    }

    private static boolean isLit(TestOrchard orchard, String pad) {
        return !orchard.shows("cobble", pad).isEmpty()
                && !orchard.shows("cobble", pad).equals("off");
    }

    @Test
    void everyExampleOfTheDescriptionIsUnderstood(TestOrchard orchard) {
        Rig rig = orchard.keeper().rig();
        Matcher blocks = Pattern.compile("```\n(.*?)```", Pattern.DOTALL).matcher(description());
        int count = 0;
        while (blocks.find()) {
            Sheet sheet = Sheet.of(blocks.group(1), orchard.bean(Names.class), rig.gear());
            assertThat(sheet.problems()).as(blocks.group(1)).isEmpty();
            count += sheet.lines().size();
        }
        assertThat(count).isGreaterThan(25);
    }

    @Test
    void aSentenceIsWrittenWithTheHandOnTheKeys(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m2");
        browser.press("+");
        browser.see("h1", "As text");
        browser.type(AREA, "When \"pad 1\" of \"cob");
        browser.until(() -> browser.find("#offers").isDisplayed());
        browser.press(Keys.TAB);
        browser.until(() -> browser.attribute(AREA, "value").equals("When \"pad 1\" of \"Cobble\" "));
        browser.press("is hit, ho");
        browser.until(() ->
                browser.find("#offers").isDisplayed() && browser.text("#offers").contains("hold"));
        browser.press(Keys.ARROW_DOWN, Keys.ENTER);
        browser.press("layer \"Cle");
        browser.until(() -> browser.text("#offers").equals("\"Clear\""));
        assertThat(browser.barriers()).isEmpty();
        browser.press(Keys.TAB);
        browser.press("on.");
        browser.see("#textlook", "When Pad 1 of Cobble is hit, hold layer Clear on.");
        assertThat(browser.barriers()).isEmpty();
        browser.chord(Keys.CONTROL, Keys.ENTER);
        browser.until(() -> orchard.keeper().rig().mapping("m48").isPresent());
        browser.see("#textlook", "Nothing would change");
        orchard.standIn("cobble").play("pad1", "hit", 1);
        browser.until(() -> !orchard.bean(Values.class).stack().isEmpty());
        orchard.standIn("cobble").play("pad1", "release", 0);
        browser.until(() -> orchard.bean(Values.class).stack().isEmpty());
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void aSentenceIsRewrittenWhereItStands(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m19");
        browser.press("q");
        browser.until(() -> browser.find(AREA).isDisplayed());
        browser.chordOn(AREA, Keys.CONTROL, Keys.END);
        browser.press(Keys.BACK_SPACE, Keys.BACK_SPACE);
        browser.press(", tap \"Tempo\" of \"Wherry\".");
        browser.until(() -> browser.attribute(AREA, "value").endsWith("of \"Wherry\", tap \"Tempo\" of \"Wherry\"."));
        browser.see("#textlook", "1 sentence would change");
        assertThat(browser.barriers()).isEmpty();
        browser.chord(Keys.CONTROL, Keys.ENTER);
        browser.see(".sentence", "tap Song › Tempo");
        browser.until(() -> browser.all("#sentencetext:focus").isEmpty());
        browser.press("q");
        browser.press(Keys.ESCAPE);
        browser.until(() -> !browser.find(AREA).isDisplayed());
        assertThat(browser.complaints()).isEmpty();
    }

    /** A phrase is gone to with Tab, and chosen anew where it stands: what may stand there is offered, and found as one types. */
    @Test
    void aPhraseIsChosenAnewWhereItStands(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m5");
        browser.ask("document.querySelector('.phrase[data-clause=do]').focus(); return 1");
        browser.press("q");
        browser.until(() -> browser.find("#offers").isDisplayed());
        assertThat(browser.ask("const area = document.querySelector('" + AREA + "');"
                        + "return area.value.slice(area.selectionStart, area.selectionEnd)"))
                .isEqualTo("\"Rain › Volume\" of \"Wherry\"");
        browser.press("\"resonance");
        browser.until(() -> browser.text("#offers").contains("Narrator › Filter › Resonance"));
        browser.press(Keys.TAB);
        browser.see("#textlook", "Resonance over its whole range");
        assertThat(browser.barriers()).isEmpty();
        browser.press(Keys.ESCAPE, Keys.ESCAPE);
        browser.until(() -> !browser.find(AREA).isDisplayed());
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void tenChangedSentencesAreOneEditThatIsSeenFirst(TestOrchard orchard, Browser browser) {
        Rig before = orchard.keeper().rig();
        browser.go("/map/text?of=device:sluice");
        String text = browser.attribute(AREA, "value");
        paste(browser, text.replace("of \"Wherry\",\n    show its value", "of \"Wherry\",\n    show on or off"));
        browser.see(MAKE, "Make these 8 changes");
        browser.see("#textlook", "m11");
        assertThat(orchard.keeper().rig()).isSameAs(before);
        browser.click(MAKE);
        browser.until(() -> orchard.keeper().rig() != before);
        browser.go("/map");
        browser.chord(Keys.CONTROL, "z");
        browser.until(() -> orchard.keeper().rig().mappings().equals(before.mappings()));
    }

    @Test
    void whatCannotBeReadIsSaidAtItsPlaceAndNothingIsLost(TestOrchard orchard, Browser browser) {
        Rig before = orchard.keeper().rig();
        browser.go("/map/text?of=m2");
        String typed = "m2: When \"Knob 1\" of \"Cobble\" turns,\n    set \"Cutof\" of \"Wherry\".";
        paste(browser, typed);
        browser.see(
                "#textlook",
                "there is no parameter “Cutof” of \"Wherry\"; did you mean \"Narrator › Filter › Cutoff\"?");
        assertThat(browser.find(MAKE).isEnabled()).isFalse();
        assertThat(browser.barriers()).isEmpty();
        browser.click("#textlook [data-line]");
        assertThat(browser.ask("return document.querySelector('" + AREA + "').selectionStart"))
                .isEqualTo((long) typed.indexOf("\"Cutof\""));
        browser.chord(Keys.CONTROL, Keys.ENTER);
        browser.see(".refusal", "Line 2, letter 9: there is no parameter");
        assertThat(browser.attribute(AREA, "value")).isEqualTo(typed);
        assertThat(orchard.keeper().rig()).isSameAs(before);
    }

    @Test
    void whatSomebodyElseChangedMeanwhileIsNotOverwritten(TestOrchard orchard, Browser browser) {
        browser.go("/map/text?of=m2,m3");
        String text = browser.attribute(AREA, "value");
        orchard.keeper()
                .commit(rig ->
                        Edit.remove("less", new Part.OfMapping(rig.mapping("m5").orElseThrow())));
        paste(browser, text.replace("0 % to 60 %", "0 % to 70 %"));
        browser.see(MAKE, "Make this change");
        browser.click(MAKE);
        browser.until(() ->
                orchard.keeper().rig().mapping("m3").orElseThrow().toString().contains("high=70"));
        browser.go("/map/text?of=m2,m3");
        orchard.keeper().commit(rig -> {
            Mapping before = rig.mapping("m3").orElseThrow();
            return Edit.change("other", new Part.OfMapping(before), new Part.OfMapping(before.in(List.of("layer1"))));
        });
        String now = browser.attribute(AREA, "value");
        paste(browser, now.replace("0 % to 70 %", "0 % to 80 %"));
        browser.see(MAKE, "Make this change");
        browser.click(MAKE);
        browser.see(".refusal", "Someone changed m3 meanwhile");
        assertThat(orchard.keeper().rig().mapping("m3").orElseThrow().layers()).containsExactly("layer1");
        paste(browser, now.replace("200 Hz", "300 Hz"));
        browser.see(MAKE, "Make this change");
        browser.click(MAKE);
        browser.until(() ->
                orchard.keeper().rig().mapping("m2").orElseThrow().toString().contains("low=300"));
        assertThat(orchard.keeper().rig().mapping("m3").orElseThrow().layers())
                .as("this text left it alone")
                .containsExactly("layer1");
    }

    @Test
    void aPadPlaysAndWithOneShiftRecordsAndWithTwoClears(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "One pad, three jobs");
        press(orchard, "cobble", "pad1");
        browser.until(() -> orchard.shows("wherry", PLAYING).equals("playing"));
        orchard.standIn("cobble").play("side1", "hit", 1);
        press(orchard, "cobble", "pad1");
        browser.until(() -> orchard.shows("wherry", "/wherry/recording").equals("on"));
        orchard.standIn("cobble").play("side2", "hit", 1);
        browser.until(() -> orchard.bean(Values.class).stack().size() == 2);
        orchard.standIn("cobble").play("pad1", "hit", 1);
        browser.until(() -> orchard.shows("wherry", PLAYING).equals("stopped")
                && orchard.shows("wherry", "/wherry/recording").equals("off")
                && orchard.shows("wherry", "/wherry/position").equals("0 beats"));
        orchard.standIn("cobble").play("side1", "release", 0);
        orchard.standIn("cobble").play("pad1", "release", 0);
        orchard.standIn("cobble").play("side2", "release", 0);
        browser.until(() -> orchard.bean(Values.class).stack().isEmpty());
    }

    @Test
    void heldAndLatchedLayersComeOffInAnyOrder(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "Held and latched");
        press(orchard, "sluice", "key5");
        browser.until(() -> on(orchard).equals(List.of("layer1")));
        moves(orchard, browser, 2);
        orchard.standIn("cobble").play("side4", "hit", 1);
        browser.until(() -> on(orchard).size() == 2);
        moves(orchard, browser, 3);
        orchard.standIn("cobble").play("side1", "hit", 1);
        browser.until(() -> on(orchard).size() == 3);
        moves(orchard, browser, 4);
        orchard.standIn("cobble").play("side4", "release", 0);
        press(orchard, "sluice", "key5");
        browser.until(() -> on(orchard).equals(List.of("layer3")));
        moves(orchard, browser, 4);
        press(orchard, "sluice", "key5");
        browser.until(() -> on(orchard).size() == 2);
        moves(orchard, browser, 4);
        orchard.standIn("cobble").play("side1", "release", 0);
        browser.until(() -> on(orchard).equals(List.of("layer1")));
        moves(orchard, browser, 2);
    }

    private static List<String> on(TestOrchard orchard) {
        return orchard.bean(Values.class).stack();
    }

    /** Knob 2 is turned, and moves the send of this track and of no other. */
    private static void moves(TestOrchard orchard, Browser browser, int track) {
        List<String> before = sends(orchard);
        turn(orchard, 7);
        browser.until(() -> !sends(orchard).get(track - 1).equals(before.get(track - 1)));
        for (int other = 1; other <= 4; other++) {
            if (other != track) {
                assertThat(sends(orchard).get(other - 1)).isEqualTo(before.get(other - 1));
            }
        }
    }

    /** Knob 2 is turned by some steps, to the side on which it has room for them. */
    private static void turn(TestOrchard orchard, int steps) {
        boolean isHigh = orchard.standIn("cobble").readings().stream()
                .anyMatch(reading -> reading.part().equals("knob2") && reading.value() > 0.5);
        orchard.standIn("cobble").play("knob2", "turn", isHigh ? -steps : steps);
    }

    private static List<String> sends(TestOrchard orchard) {
        return IntStream.rangeClosed(1, 4)
                .mapToObj(track -> orchard.shows("wherry", "/wherry/track/" + track + "/send2"))
                .toList();
    }

    /** Picked by pads and on the page; they stay picked when Orchard begins again. */
    @Test
    void oneKnobReachesTheTracksThatArePicked(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "One effect into any of four tracks");
        browser.go("/map/foci");
        press(orchard, "cobble", "pad11");
        press(orchard, "cobble", "pad13");
        browser.until(() -> under(browser, ECHO, "track1") && under(browser, ECHO, "track3"));
        browser.until(() -> isLit(orchard, "pad11") && isLit(orchard, "pad13") && !isLit(orchard, "pad12"));
        List<String> before = sends(orchard);
        turn(orchard, 7);
        browser.until(() -> !sends(orchard).get(0).equals(before.get(0))
                && !sends(orchard).get(2).equals(before.get(2)));
        assertThat(sends(orchard).get(1)).isEqualTo(before.get(1));
        assertThat(sends(orchard).get(3)).isEqualTo(before.get(3));
        browser.click(".focusstrip[data-focus=" + ECHO + "] [data-place=track3]");
        browser.until(() -> !isLit(orchard, "pad13") && !under(browser, ECHO, "track3"));
        browser.until(() -> orchard.keeper().foci().get(ECHO).picked().equals(List.of("track1")));
        moves(orchard, browser, 1);
        press(orchard, "cobble", "pad11");
        browser.until(() -> !isLit(orchard, "pad11"));
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void bothHalvesOfTheBoardGoTheirOwnWay(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "Two halves of a fader board");
        press(orchard, "sluice", "key3");
        orchard.standIn("wherry").play("/wherry/track/5/volume", "set", 1);
        browser.until(() -> orchard.shows("sluice", "lower1").contains("6.0 dB"));
        browser.until(() -> place(orchard, "fader1") > 0.99);
        orchard.standIn("sluice").play("encoder1", "turn", -64);
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/5/pan").equals("0 %"));
        assertThat(orchard.shows("wherry", "/wherry/track/1/pan")).isEqualTo("0 %");
        press(orchard, "sluice", "key4");
        orchard.standIn("wherry").play("/wherry/track/13/volume", "set", 0);
        browser.until(() -> orchard.shows("sluice", "lower5").contains("60"));
        press(orchard, "sluice", "key3");
        browser.until(
                () -> orchard.shows("sluice", "lower1").contains(orchard.shows("wherry", "/wherry/track/1/volume")));
        press(orchard, "sluice", "key4");
    }

    private static double place(TestOrchard orchard, String part) {
        return orchard.standIn("sluice").readings().stream()
                .filter(reading -> reading.part().equals(part))
                .mapToDouble(reading -> reading.value())
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aMarkerPadSetsJumpsAndClears(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "Marker pads");
        press(orchard, "sluice", "key6");
        browser.until(() -> !orchard.bean(Values.class).stack().isEmpty());
        orchard.standIn("wherry").play("/wherry/position", "set", 0.5);
        press(orchard, "cobble", "pad9");
        browser.until(() -> orchard.shows("wherry", "/wherry/markers/1").equals("set") && isLit(orchard, "pad9"));
        orchard.standIn("wherry").play("/wherry/position", "set", 0);
        browser.until(() -> orchard.shows("wherry", "/wherry/position").equals("0 beats"));
        press(orchard, "cobble", "pad9");
        browser.until(() -> orchard.shows("wherry", "/wherry/position").equals("256 beats"));
        orchard.standIn("cobble").play("side4", "hit", 1);
        press(orchard, "cobble", "pad9");
        orchard.standIn("cobble").play("side4", "release", 0);
        browser.until(() -> orchard.shows("wherry", "/wherry/markers/1").equals("empty") && !isLit(orchard, "pad9"));
    }

    @Test
    void oneButtonGoesThroughFourEffectsEachWithItsLight(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "Four storm effects");
        List<String> pads = List.of("pad1", "pad2", "pad3", "pad4");
        browser.until(() -> isLit(orchard, "pad1"));
        for (int turn = 1; turn <= 4; turn++) {
            press(orchard, "sluice", "key5");
            int now = turn % 4;
            browser.until(() -> pads.stream().allMatch(pad -> isLit(orchard, pad) == (pads.indexOf(pad) == now)));
        }
        press(orchard, "cobble", "pad3");
        browser.until(() -> isLit(orchard, "pad3") && !isLit(orchard, "pad1"));
        browser.until(() -> orchard.shows("wherry", "/wherry/track/17/volume").equals("0.0 dB"));
        press(orchard, "cobble", "pad1");
        browser.until(() -> orchard.shows("wherry", "/wherry/track/17/volume").equals("-40.0 dB"));
    }

    @Test
    void theThunderPadIsArmedFirstAndFiredSecond(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "The thunder pad");
        press(orchard, "cobble", "pad16");
        browser.until(() -> isLit(orchard, "pad16"));
        assertThat(orchard.shows("wherry", "/wherry/row")).isEqualTo("none");
        press(orchard, "cobble", "pad16");
        browser.until(() -> orchard.shows("wherry", "/wherry/row").equals("Row 8") && !isLit(orchard, "pad16"));
    }

    @Test
    void aPadGlowsWhileThePieceRunsWhoeverStartedIt(TestOrchard orchard, Browser browser) {
        orchard.standIn("wherry").play("play", "hit", 1);
        make(orchard, browser, "A pad that glows while the piece runs");
        browser.until(() -> isLit(orchard, "pad10"));
        press(orchard, "cobble", "pad10");
        browser.until(() -> orchard.shows("wherry", PLAYING).equals("stopped") && !isLit(orchard, "pad10"));
        orchard.standIn("wherry").play("play", "hit", 1);
        browser.until(() -> isLit(orchard, "pad10"));
        orchard.standIn("cobble").play("cable", "pull", 1);
        orchard.standIn("wherry").play("stop", "hit", 1);
        browser.until(() -> orchard.shows("wherry", PLAYING).equals("stopped"));
        orchard.standIn("cobble").play("cable", "plug", 1);
        browser.until(() -> !isLit(orchard, "pad10"));
    }

    @Test
    void aBankGoesByOneAndByEight(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "A bank by one and by eight");
        browser.go("/map/foci");
        press(orchard, "sluice", "key4");
        press(orchard, "sluice", "key4");
        browser.until(() -> under(browser, "focus1", "track3") && !under(browser, "focus1", "track2"));
        press(orchard, "sluice", "key2");
        browser.until(() -> under(browser, "focus1", "track11") && !under(browser, "focus1", "track10"));
        orchard.standIn("sluice").play("encoder5", "turn", 64);
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/15/send1").equals("-60.0 dB"));
        press(orchard, "sluice", "key3");
        browser.until(() -> under(browser, "focus1", "track10"));
        browser.go("/rehearse?show=wherry");
        assertThat(framed(browser))
                .as("the tracks of the panel that lie under it")
                .isZero();
        for (int i = 0; i < 3; i++) {
            press(orchard, "sluice", "key3");
        }
        browser.until(() -> framed(browser) == 2);
    }

    private static int framed(Browser browser) {
        return browser.all(".framebar[data-frame=focus1][data-under=true]").size();
    }

    private static boolean under(Browser browser, String focus, String place) {
        return "true"
                .equals(browser.attribute(
                        ".focusstrip[data-focus=" + focus + "] [data-place=" + place + "]", "aria-pressed"));
    }

    @Test
    void theSelectedTrackIsFollowedUntilItIsPinned(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "The selected track, and pinned");
        browser.go("/map/foci");
        orchard.standIn("wherry").play("/wherry/selected", "set", 1);
        browser.until(() -> under(browser, "focus2", "track24"));
        turn(orchard, 20);
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/24/pan").equals("0 %"));
        press(orchard, "cobble", "side1");
        browser.until(() -> "true".equals(browser.attribute(".focusstrip[data-focus=focus2]", "data-pinned")));
        orchard.standIn("wherry").play("/wherry/selected", "set", 0);
        browser.until(() -> orchard.shows("wherry", "/wherry/selected").equals("1"));
        browser.rest();
        assertThat(under(browser, "focus2", "track24")).isTrue();
        press(orchard, "cobble", "side1");
        browser.until(() -> under(browser, "focus2", "track1"));
    }

    @Test
    void oneSwitchDecidesWhatTheCrossfaderDrives(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "One crossfader for two pieces of software");
        orchard.standIn("cobble").play("crossfader", "move", 1);
        orchard.standIn("cobble").play("crossfader", "move", 0);
        browser.until(() -> orchard.shows("wherry", "/wherry/master").equals("-60.0 dB"));
        press(orchard, "cobble", "side2");
        orchard.standIn("cobble").play("crossfader", "move", 1);
        orchard.standIn("cobble").play("crossfader", "move", 0.5);
        browser.until(() -> orchard.shows("loft", "/loft/master").startsWith("50")
                || orchard.shows("loft", "/loft/master").startsWith("49"));
        assertThat(orchard.shows("wherry", "/wherry/master")).isEqualTo("-60.0 dB");
        press(orchard, "cobble", "side2");
    }

    @Test
    void oneKeyIsForManyTracks(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "Every other track, and all that are armed");
        press(orchard, "sluice", "key5");
        browser.until(() -> orchard.shows("wherry", "/wherry/track/23/mute").equals("on"));
        assertThat(orchard.shows("wherry", "/wherry/track/1/mute")).isEqualTo("on");
        assertThat(orchard.shows("wherry", "/wherry/track/2/mute")).isEqualTo("off");
        orchard.standIn("wherry").play("/wherry/track/9/arm", "set", 1);
        browser.until(() -> orchard.shows("wherry", "/wherry/track/9/arm").equals("on"));
        browser.rest();
        press(orchard, "sluice", "key7");
        browser.until(() -> orchard.shows("wherry", "/wherry/track/9/volume").equals("-6.0 dB"));
        assertThat(orchard.shows("wherry", "/wherry/track/10/volume")).isEqualTo("-12.0 dB");
        press(orchard, "sluice", "key5");
        browser.until(() -> orchard.shows("wherry", "/wherry/track/23/mute").equals("off"));
    }

    @Test
    void aPressAndItsReleaseAreTwoListsInOneLine(TestOrchard orchard, Browser browser) {
        make(orchard, browser, "A switch with two lists");
        orchard.standIn("sluice").play("key3", "hit", 1);
        browser.until(() -> orchard.shows("wherry", "/wherry/row").equals("Row 2")
                && orchard.shows("loft", "/loft/lamp/3/level").equals("60 %"));
        orchard.standIn("sluice").play("key3", "release", 0);
        browser.until(() -> orchard.shows("wherry", "/wherry/row").equals("none")
                && orchard.shows("loft", "/loft/lamp/3/level").equals("0 %"));
    }
}
