package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.gear.Control;
import orchard.gear.Profile;
import orchard.light.Light;
import orchard.standin.Cobble;
import orchard.standin.StandIn.PanelState;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The first evening, from a box with cables to something that moves: every gesture is counted, on the gear and on the screen. */
@ExtendWith(Orchard.class)
class FirstEveningTest {

    private int gestures;

    private void click(Browser browser, String selector) {
        browser.click(selector);
        gestures++;
    }

    private static String shown(Cobble box, String part) {
        return box.readings().stream()
                .filter(reading -> reading.part().equals(part))
                .map(PanelState::text)
                .findFirst()
                .orElse("");
    }

    @Test
    void aPadBoxThatNobodyKnowsIsDescribedWithItsLightsAndDisplays(TestOrchard orchard, Browser browser)
            throws InterruptedException {
        long begun = System.nanoTime();
        try (Cobble box = new Cobble("Foreign box")) {
            browser.go("/connect");
            browser.see("#strangerlist", "Foreign box");
            click(browser, "[data-port='midi:Foreign box'] form > button[type=submit]");
            browser.see("#page[data-sub=touch]", "Touch every control of Foreign box once");
            turn(box, 1);
            browser.see("#touched", "It speaks a language of its own (SysEx).");
            click(browser, "#trial button");
            Awaitility.await().until(() -> {
                box.play("knob1", "turn", 1);
                return !profile(orchard).greeting().isEmpty();
            });
            gestures++;
            browser.see("#touched", "Touch every control of Foreign box once");
            touchAll(box);
            browser.see("#touched", "35 controls");
            // messages do not tell a fader from a knob: the person does, for this one alone
            click(browser, ".recognised tbody tr:last-child option[value=FADER]");
            browser.see(".recognised tbody tr:last-child", "Fader 1");
            click(browser, "#keep");
            Awaitility.await().until(() -> profile(orchard).controls().size() == 35);
            lights(browser, box);
            Awaitility.await().until(() -> !profile(orchard).lights().isEmpty());
            check(profile(orchard));
        }
        assertThat(gestures).isLessThanOrEqualTo(50);
        System.out.printf(
                "A pad box nobody knows, from cable to lights and displays: %d gestures, %.0f s%n",
                gestures, (System.nanoTime() - begun) / 1e9);
    }

    private Profile profile(TestOrchard orchard) {
        return orchard.keeper().rig().device("foreignbox").orElseThrow().profile();
    }

    private void turn(Cobble box, int knob) throws InterruptedException {
        for (int step : new int[] {1, 2, 3, 5, 4, 2, -1, -3}) {
            box.play("knob" + knob, "turn", step);
            Thread.sleep(12);
        }
        gestures++;
    }

    private void touchAll(Cobble box) throws InterruptedException {
        for (int knob = 1; knob <= 8; knob++) {
            turn(box, knob);
        }
        for (int pad = 1; pad <= 16; pad++) {
            String name = "pad" + pad;
            box.play(name, "x", 0.3);
            box.play(name, "y", 0.7);
            box.play(name, "hit", 0.3 + 0.03 * pad);
            for (int i = 1; i < 4; i++) {
                Thread.sleep(10);
                box.play(name, "press", 0.2 * i);
                box.play(name, "x", 0.3 + 0.1 * i);
                box.play(name, "y", 0.7 - 0.1 * i);
            }
            Thread.sleep(20);
            box.play(name, "release", 0);
            Thread.sleep(120);
            gestures++;
        }
        for (String key :
                List.of("page1", "page2", "page3", "page4", "page5", "page6", "side1", "side2", "side3", "side4")) {
            box.play(key, "hit", 1);
            Thread.sleep(70);
            box.play(key, "release", 0);
            Thread.sleep(150);
            gestures++;
        }
        for (int i = 0; i <= 20; i++) {
            box.play("crossfader", "move", i / 20.0);
            Thread.sleep(15);
        }
        gestures++;
    }

    /** What a person does who sees the box: two patterns; whether there is more; three colours; the first of the displays. */
    private void lights(Browser browser, Cobble box) {
        click(browser, "#trylights");
        browser.see("#lights", "1 of 2");
        Awaitility.await()
                .until(() -> browser.all("#lights .control.lit").stream()
                        .map(control -> control.getAttribute("data-control"))
                        .filter(control -> control.startsWith("pad"))
                        .allMatch(pad -> shown(box, pad).startsWith("lit")));
        click(browser, "#lights [data-so]");
        browser.see("#lights", "2 of 2");
        click(browser, "#lights [data-so]");
        browser.see("#lights", "every note and every controller");
        click(browser, "#marked");
        for (String colour : List.of("red", "green", "blue")) {
            browser.see("#lights", "Click one that is " + colour);
            int pad = padOf(box, colour);
            click(browser, pad == 0 ? "#marked" : "#lights .control[data-control=pad" + pad + "]");
        }
        browser.see("#lights", "says “Say 1”");
        Awaitility.await().until(() -> shown(box, "knob1").contains("Say 1"));
        click(browser, "#lights .control[data-control=knob1]");
        browser.see("#lights", "16 lights");
        click(browser, "#keeplights");
    }

    /** The pad that shows a colour now, or 0. */
    private static int padOf(Cobble box, String colour) {
        for (int pad = 1; pad <= 16; pad++) {
            if (shown(box, "pad" + pad).contains(colour)) {
                return pad;
            }
        }
        return 0;
    }

    private static void check(Profile profile) {
        assertThat(profile.controls().stream().collect(Collectors.groupingBy(Control::kind, Collectors.counting())))
                .containsEntry(Control.Kind.PAD, 16L)
                .containsEntry(Control.Kind.BUTTON, 10L);
        Map<String, Long> lights = profile.lights().stream()
                .collect(Collectors.groupingBy(light -> light.kind().words(), Collectors.counting()));
        assertThat(lights).containsEntry("light", 16L).containsEntry("ring", 8L).containsEntry("display", 8L);
        assertThat(profile.lights())
                .extracting(Light::control)
                .allMatch(control -> profile.control(control).isPresent());
    }
}
