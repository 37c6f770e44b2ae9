package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Values;
import orchard.app.port.PortRoom;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Laptops and tablets that lend their MIDI ports and game controllers; the browser's own interfaces are stood in for. */
@ExtendWith(Orchard.class)
class LendingTest {

    private static final String MIDI = """
            window.sent = [];
            const port = (id, name, more) => ({ id, name, manufacturer: "Workshop", state: "connected", ...more });
            const input = port("i1", "Tin box", {});
            const output = port("o1", "Tin box", { send: (bytes) => window.sent.push([...bytes].map((b) => b.toString(16).padStart(2, "0")).join(" ")) });
            const access = { sysexEnabled: true, inputs: new Map([["i1", input]]), outputs: new Map([["o1", output]]) };
            navigator.requestMIDIAccess = async () => access;
            window.hear = (...bytes) => input.onmidimessage({ data: new Uint8Array(bytes) });
            window.pull = () => { access.inputs.clear(); access.outputs.clear(); access.onstatechange(); };
            """;

    private Runnable restore = () -> {};

    @AfterEach
    void noMoreLending(Browser browser) {
        restore.run();
        browser.go("/connect");
        browser.ask("localStorage.clear()");
    }

    private void lend(Browser browser, String script) {
        restore = browser.beforeEveryPage(script);
        browser.go("/connect");
        browser.click("#lend");
    }

    @Test
    void aLentPortIsAPortLikeAnyOther(TestOrchard orchard, Browser browser) {
        lend(browser, MIDI);
        browser.see("#lent", "Lending 1 MIDI port of this computer.");
        browser.see("#strangerlist", "Tin box");
        browser.until(() -> browser.ask("return window.sent.join()").toString().contains("f0 7e 7f 06 01 f7"));
        browser.click("[data-port='browser:Tin box'] form > button[type=submit]");
        browser.see("#touched", "Touch every control of Tin box once");
        browser.until(() -> browser.ask("return typeof window.hear").equals("function")
                && orchard.bean(PortRoom.class).present().contains("tinbox"));
        browser.until(() -> {
            browser.ask("window.hear(0xB0, 7, 99)");
            return browser.text("#page").contains("CC 7, ch 1");
        });
        browser.go("/monitor?device=tinbox");
        browser.type("#sendtext", "F0 7D 01 02 F7");
        browser.click("#sendbar button");
        browser.until(() -> browser.ask("return window.sent.join()").toString().contains("f0 7d 01 02 f7"));
        assertThat(orchard.bean(PortRoom.class).present())
                .as("going from page to page")
                .contains("tinbox");
        browser.ask("window.pull()");
        browser.until(() -> !orchard.bean(PortRoom.class).present().contains("tinbox"));
        browser.go("/connect");
        browser.see("#tinbox", "present");
    }

    @Test
    void twoBoxesOfOneNameAreBothLent(TestOrchard orchard, Browser browser) {
        lend(browser, MIDI + """
                access.inputs.set("i2", port("i2", "Tin box", {}));
                access.outputs.set("o2", port("o2", "Tin box", { send: () => {} }));
                """);
        browser.see("#lent", "Lending 2 MIDI ports of this computer.");
        browser.see("#strangerlist", "Tin box (2)");
    }

    @Test
    void refusalAndAbsenceAreSaidWithWhatToDo(Browser browser) {
        lend(browser, "navigator.requestMIDIAccess = async () => { throw new DOMException('no', 'SecurityError'); };");
        browser.see("#lent", "was not allowed to lend its MIDI ports. Allow MIDI for this page");
        browser.see("#lent", "Game controllers are lent.");
        browser.click("#lend");
        restore.run();
        restore = browser.beforeEveryPage(
                "navigator.requestMIDIAccess = async () => { throw new DOMException('no sound system', 'InvalidStateError'); };");
        browser.go("/connect");
        browser.click("#lend");
        browser.see("#lent", "This computer has no MIDI system a browser could use (no sound system)");
        browser.click("#lend");
        restore.run();
        restore = browser.beforeEveryPage("navigator.requestMIDIAccess = undefined;");
        browser.go("/connect");
        browser.click("#lend");
        browser.see("#lent", "This browser cannot lend MIDI ports.");
    }

    @Test
    void gameControllersAreDevicesToo(TestOrchard orchard, Browser browser) {
        lend(browser, MIDI + """
                window.pad = { index: 0, id: "Arcade stick (Vendor: 1)", buttons: [{ value: 0 }, { value: 0 }], axes: [0] };
                navigator.getGamepads = () => [window.pad, null];
                setInterval(() => (window.pad.buttons[0].value = 1 - window.pad.buttons[0].value), 150);
                """);
        browser.see("#strangerlist", "Arcade stick");
        assertThat(browser.text("[data-port='pad:Arcade stick'] option:checked"))
                .as("a game controller is taken for one")
                .isEqualTo("Game controller");
        browser.click("[data-port='pad:Arcade stick'] option[value='']");
        browser.click("[data-port='pad:Arcade stick'] form > button[type=submit]");
        browser.until(() -> orchard.bean(PortRoom.class).present().contains("arcadestick"));
        browser.until(() -> browser.text(".recognised").contains("Button 1")
                && browser.text(".recognised option:checked").equals("button"));
        browser.click("#keep");
        browser.see(".side h2", "Button 1");
        browser.until(() -> orchard.bean(Values.class).controls().containsKey("arcadestick/button1/gate"));
    }
}
