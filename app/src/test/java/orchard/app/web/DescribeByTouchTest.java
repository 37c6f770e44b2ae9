package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import orchard.app.harness.Browser;
import orchard.app.harness.ChildOrchard;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestDatabase;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.WebElement;

/** A new user with an empty rig and gear that Orchard has never seen: from the cable to a drawn profile without a number typed. */
@ExtendWith(Orchard.class)
class DescribeByTouchTest {

    @Test
    void aNewUserDescribesThreeDevicesByTouchingThem(TestDatabase database, Browser browser) {
        try (ChildOrchard orchard = new ChildOrchard(database.schema("newcomer"), false)) {
            browser.enter(orchard.ready());
            browser.go("/rehearse");
            for (String id : List.of("cobble", "sluice", "gull")) {
                browser.click("button[hx-post='/rehearse/" + id + "/on']");
                browser.find(".standin[data-standin=" + id + "]");
            }
            long began = System.nanoTime();
            add(browser, "midi:Cobble", "cobble");
            touchCobble(new Hand(browser, "cobble"));
            keep(browser, 35);
            System.out.printf("Cobble was added, touched and kept in %.0f s%n", (System.nanoTime() - began) / 1e9);
            assertThat(kinds(browser)).isEqualTo("8 knob, 16 pad, 10 button, 1 knob");
            browser.click(".face .control[data-control=pad3]");
            browser.see(".side h2", "Pad, row 1, 3rd");
            browser.see(".sendslist", "SysEx 7D 01 10 10 26 vv");

            add(browser, "midi:Sluice", "sluice");
            touchSluice(new Hand(browser, "sluice"));
            keep(browser, 31);
            assertThat(kinds(browser)).startsWith("8 fader, ");
            browser.click(".face .control[data-control=fader2]");
            browser.see(".sendslist", "pitch bend, ch 2, 14 bit");
            browser.see(".sendslist", "touch");

            new Hand(browser, "gull")
                    .play("key1", "hit", 1, 60)
                    .play("key1", "release", 0, 60)
                    .move();
            add(browser, "osc:/gull", "gull");
            touchGull(new Hand(browser, "gull"));
            keep(browser, 8);
            assertThat(browser.text(".facepanel")).contains("Tilt", "Turn", "Squeeze", "Key 4", "Shake");
            browser.go("/check");
            browser.see("main", "Nothing found");
        }
    }

    private static void add(Browser browser, String port, String id) {
        browser.go("/connect");
        browser.click("[data-port='" + port + "'] select[name=profile] option[value='']");
        String name = id.substring(0, 1).toUpperCase(Locale.ROOT) + id.substring(1);
        browser.untilItTakes(
                () -> browser.click("[data-port='" + port + "'] form > button[type=submit]"),
                () -> browser.text("h1").contains(name));
        browser.see("#touched", "Touch every control of");
    }

    private static void keep(Browser browser, int controls) {
        browser.see("#touched", controls + " controls");
        browser.until(() -> browser.all("#touched .control").size() == controls);
        assertThat(browser.barriers()).isEmpty();
        browser.click("#keep");
        browser.find(".facepanel .face");
        assertThat(browser.all(".facepanel .control")).hasSize(controls);
        assertThat(browser.all(".facepanel .clash")).as("clashes").isEmpty();
    }

    /** The kinds of controls on the face, in stretches. */
    private static String kinds(Browser browser) {
        List<String> words = new ArrayList<>();
        String last = "";
        int count = 0;
        for (WebElement control : browser.all(".facepanel .control")) {
            String kind = control.getAttribute("class")
                    .replaceAll("control|selected", "")
                    .strip();
            if (!kind.equals(last) && count > 0) {
                words.add(count + " " + last);
                count = 0;
            }
            last = kind;
            count++;
        }
        words.add(count + " " + last);
        return String.join(", ", words);
    }

    /** A hand at a stand-in's panel, moving in the time of a hand while the page is open. */
    private static final class Hand {
        private final Browser browser;
        private final String standIn;
        private final StringBuilder moves = new StringBuilder();

        Hand(Browser browser, String standIn) {
            this.browser = browser;
            this.standIn = standIn;
        }

        Hand play(String part, String gesture, double amount, int millis) {
            moves.append(moves.length() == 0 ? "" : ",")
                    .append("['%s','%s',%s,%d]".formatted(part, gesture, amount, millis));
            return this;
        }

        void move() {
            browser.ask(
                    "window.moving = true; import('" + browser.module("socket.js")
                            + "').then(async ({ send }) => { for (const [part, gesture, amount, wait] of ["
                            + moves + "]) { send({ type: 'play', standin: '" + standIn
                            + "', part, gesture, amount }); await new Promise((done) => setTimeout(done, wait)); } window.moving = false; });");
            Awaitility.await()
                    .atMost(Duration.ofSeconds(60))
                    .until(() -> Boolean.FALSE.equals(browser.ask("return window.moving")));
        }
    }

    private static void touchCobble(Hand cobble) {
        for (int i = 1; i <= 8; i++) {
            for (int step : new int[] {2, 5, 12, 20, 12, 4, -3, -9, -4}) {
                cobble.play("knob" + i, "turn", step, 18);
            }
        }
        for (int i = 1; i <= 16; i++) {
            cobble.play("pad" + i, "hit", 0.4 + 0.02 * i, 25);
            cobble.play("pad" + i, "press", 0.6, 15);
            cobble.play("pad" + i, "release", 0, 40);
        }
        for (String key :
                List.of("page1", "page2", "page3", "page4", "page5", "page6", "side1", "side2", "side3", "side4")) {
            cobble.play(key, "hit", 1, 60);
            cobble.play(key, "release", 0, 60);
        }
        for (int i = 0; i <= 20; i++) {
            cobble.play("crossfader", "move", i / 20.0, 12);
        }
        cobble.move();
    }

    private static void touchSluice(Hand sluice) {
        for (int i = 1; i <= 8; i++) {
            for (int step = 0; step <= 12; step++) {
                sluice.play("fader" + i, "move", step / 12.0, 12);
            }
            sluice.play("fader" + i, "leave", 0, 30);
        }
        for (int i = 1; i <= 8; i++) {
            for (int step : new int[] {1, 1, 2, 1, -1, -1}) {
                sluice.play("encoder" + i, "turn", step, 20);
            }
            sluice.play("encoder" + i, "hit", 1, 60);
            sluice.play("encoder" + i, "release", 0, 40);
        }
        for (int i = 1; i <= 7; i++) {
            sluice.play("key" + i, "hit", 1, 60);
            sluice.play("key" + i, "release", 0, 60);
        }
        sluice.move();
    }

    private static void touchGull(Hand gull) {
        for (String axis : List.of("tiltX", "tiltY", "tiltZ")) {
            for (int i = 0; i <= 40; i++) {
                gull.play(axis, "move", Math.sin(i / 40.0 * Math.PI * 2), 10);
            }
        }
        for (int i = 0; i < 40; i++) {
            gull.play("turn", "by", 0.1, 10);
        }
        for (int i = 0; i <= 40; i++) {
            gull.play("squeeze", "move", 1 - Math.abs(i - 20) / 20.0, 10);
        }
        for (int key = 1; key <= 4; key++) {
            gull.play("key" + key, "hit", 1, 250);
            gull.play("key" + key, "release", 0, 300);
        }
        for (double hard : new double[] {0.8, 0.5, 0.9}) {
            gull.play("shake", "hit", hard, 300);
        }
        gull.move();
    }
}
