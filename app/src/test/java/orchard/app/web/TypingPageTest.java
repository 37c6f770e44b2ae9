package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.action.TypeKeys;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.EngineRoom;
import orchard.app.port.PortRoom;
import orchard.app.store.MachineTable;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.signal.Keystrokes;
import orchard.standin.ScriptWindow;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** Keys that are typed into programs which hear nothing else. */
@ExtendWith(Orchard.class)
class TypingPageTest {

    private ScriptWindow script;

    @BeforeEach
    void open(TestOrchard orchard, Browser browser) {
        script = (ScriptWindow) orchard.standIn("script");
        browser.until(() -> orchard.bean(PortRoom.class).present().containsAll(List.of("cobble", "script")));
        orchard.bean(EngineRoom.class).panic("script"); // other tests hit the pad too
        script.play("program", "reset", 0);
    }

    @AfterEach
    void putBack(TestOrchard orchard) {
        orchard.standIn("cobble").play("pad4", "release", 0);
        script.play("program", "reset", 0);
        orchard.bean(PortRoom.class).allowKeys(false);
        orchard.bean(MachineTable.class).typesKeys(false);
        orchard.reset();
    }

    private static void hit(TestOrchard orchard) {
        orchard.standIn("cobble").play("pad4", "hit", 0.8);
        orchard.standIn("cobble").play("pad4", "release", 0);
    }

    @Test
    void onePadAddsTenTracks(TestOrchard orchard, Browser browser) {
        browser.go("/rehearse?show=script");
        hit(orchard);
        browser.see("#ticker", "typed 70 keys into “Tracks – Script” and “New track – Script”");
        assertThat(script.tracks()).hasSize(13).endsWith("Swell", "Swell");
        assertThat(script.astray()).isZero();
        browser.see(".script", "13 tracks");
        browser.until(() -> script.front().orElseThrow().title().startsWith("Notes"));
        browser.see("#ticker", "type window “Tracks”");
    }

    @Test
    void whereAnotherWindowStaysInFrontNothingIsTypedAndItIsSaid(TestOrchard orchard, Browser browser) {
        browser.go("/rehearse?show=script");
        browser.click("[data-toggle=stays]");
        browser.until(() -> "true".equals(browser.attribute("[data-toggle=stays]", "aria-pressed")));
        hit(orchard);
        browser.see(
                "#ticker",
                "nothing was typed: “Tracks – Script” did not come to the front; “Notes – Script” is in front");
        assertThat(script.tracks()).hasSize(3);
        assertThat(script.notes()).isEmpty();
    }

    @Test
    void aWindowThatIsClickedHalfWayGetsNoKey(TestOrchard orchard, Browser browser) {
        Keystrokes text = Keystrokes.of("window “Notes”, “" + "a".repeat(900) + "”");
        orchard.keeper().commit(rig -> {
            Mapping before = rig.mapping("m47").orElseThrow();
            Mapping after = before.with(new Actions(List.of(new TypeKeys("script", text, 1, 2, false))));
            return Edit.change("Write", new Part.OfMapping(before), new Part.OfMapping(after));
        });
        browser.go("/rehearse?show=script");
        hit(orchard);
        browser.until(() -> !script.notes().isEmpty());
        browser.click("[data-hit=window2]");
        browser.see("#ticker", "“Mixer – Script” came to the front");
        assertThat(script.notes()).matches("a+").hasSizeLessThan(900);
        assertThat(script.field("volume")).isEqualTo("0");
        assertThat(script.astray()).isZero();
    }

    @Test
    void aPanicStopsItAndSoDoesAnotherPress(TestOrchard orchard, Browser browser) {
        browser.go("/rehearse?show=script");
        hit(orchard);
        browser.until(() -> script.tracks().size() > 3);
        browser.chord(Keys.SHIFT, Keys.ESCAPE);
        browser.see("#ticker", "everything was stopped");
        int tracks = script.tracks().size();
        script.play("program", "reset", 0);
        hit(orchard);
        browser.until(() -> script.tracks().size() > 3);
        hit(orchard);
        browser.see("#ticker", "it was pressed again");
        assertThat(tracks).isLessThan(13);
        assertThat(script.tracks().size()).isLessThan(13);
    }

    @Test
    void keysAreTypedByTouchAndStandInTheSentence(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m47");
        browser.click(".phrase[data-clause=do]");
        browser.type("[data-clause=do] [data-field=keys]", "window “Notes”, entre");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see("form[data-clause=do] .refusal", "There is no key “entre”");
        browser.type("[data-clause=do] [data-field=keys]", "window “Notes”");
        browser.click("[data-listen]");
        browser.press("hi");
        browser.press(Keys.ENTER);
        browser.press(Keys.ARROW_DOWN, Keys.ARROW_DOWN);
        browser.see("[data-listen]", "Listening: 5");
        browser.click("[data-listen]");
        browser.until(() -> browser.find("[data-clause=do] [data-field=keys]")
                .getDomProperty("value")
                .equals("window “Notes”, “hi”, enter, down 2 times"));
        assertThat(browser.barriers()).isEmpty();
        browser.type("[data-clause=do] [data-field=times]", "2");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.until(() -> keys(orchard).times() == 2);
        browser.see(".sentence", "type window “Notes”, “hi”, enter, down 2 times on Script window, 2 times");
        hit(orchard);
        browser.until(() -> script.notes().equals("hi\nhi\n"));
        browser.go("/map/text");
        browser.see(
                "main",
                "type \"window “Notes”, “hi”, enter, down 2 times\" on \"Script window\" 2 times putting the window back");
    }

    private static TypeKeys keys(TestOrchard orchard) {
        return (TypeKeys) orchard.keeper()
                .rig()
                .mapping("m47")
                .orElseThrow()
                .branches()
                .get(0)
                .actions()
                .onPress()
                .get(0);
    }

    @Test
    void thisMachineIsTypedOnOnlyOnceItIsAllowed(TestOrchard orchard, Browser browser) {
        browser.go("/connect/reach");
        browser.see("#heard", "Typing on this machine is not allowed");
        browser.see("#heard", "/wherry");
        browser.click("#allowkeys");
        browser.see("#heard", "DISPLAY is not set");
        assertThat(orchard.bean(MachineTable.class).typesKeys()).isTrue();
        assertThat(browser.barriers()).isEmpty();
        browser.click("#allowkeys");
        browser.see("#heard", "Typing on this machine is not allowed");
        assertThat(orchard.bean(MachineTable.class).typesKeys()).isFalse();
    }
}
