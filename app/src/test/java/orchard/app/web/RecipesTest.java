package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.gear.Takeover;
import orchard.mapping.Mapping;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** Whole ways to play something, from Learn on; every gesture is counted. What is typed into one field is one, with the keys that lead there. */
@ExtendWith(Orchard.class)
class RecipesTest {

    private static final String SENTENCE = ".sentence";
    private int gestures;

    @BeforeEach
    void nothingDoneYet() {
        gestures = 0;
    }

    private void learn(Browser browser, Runnable move, String words, Runnable touch) {
        browser.go("/map");
        browser.press("l");
        browser.see("#learnbar", "Move a control");
        move.run();
        browser.see("#learnbar", words);
        touch.run();
        browser.see("#learnbar", "done");
        browser.press(Keys.ESCAPE);
        gestures += 4;
        browser.see(SENTENCE, words);
    }

    private void press(Browser browser, CharSequence... keys) {
        browser.press(keys);
        gestures++;
    }

    private void report(String what, int most) {
        System.out.printf("%s: %d gestures%n", what, gestures);
        assertThat(gestures).isLessThanOrEqualTo(most);
    }

    private static Mapping last(TestOrchard orchard) {
        List<Mapping> all = orchard.keeper().rig().mappings();
        return all.get(all.size() - 1);
    }

    private static void set(TestOrchard orchard, String standIn, String part, double place) {
        orchard.standIn(standIn).play(part, "set", place);
    }

    @Test
    void aWandTurnsDegreesByLearnAlone(TestOrchard orchard, Browser browser) {
        orchard.standIn("gull").play("turn", "by", 0.1);
        learn(
                browser,
                () -> orchard.standIn("gull").play("turn", "by", 0.3),
                "Turn of Gull",
                () -> set(orchard, "loft", "/loft/lamp/4/hue", 0.9));
        browser.see(SENTENCE, "0° to 360° for every turn, wrapped 0° to 360°");
        report("A wand to degrees", 4);
        double turns = Double.parseDouble(orchard.shows("gull", "turn").replace(" turns", ""));
        orchard.standIn("gull").play("turn", "by", 1.25 - turns);
        browser.until(() -> orchard.shows("loft", "/loft/lamp/4/hue").equals("90 deg"));
        orchard.standIn("gull").play("turn", "by", -1.5);
        browser.until(() -> orchard.shows("loft", "/loft/lamp/4/hue").equals("270 deg"));
    }

    @Test
    void aFaderMovesThreeInStretches(TestOrchard orchard, Browser browser) {
        learn(
                browser,
                () -> orchard.standIn("cobble").play("crossfader", "move", 0.4),
                "Crossfader of Cobble",
                () -> set(orchard, "loft", "/loft/lamp/5/level", 0.9));
        press(browser, "a");
        browser.see("[data-recipe=stretches]", "Three stretches");
        browser.type("[data-recipe=stretches] [name=middle]", "Tower › Level");
        gestures++;
        // the third is touched in the software
        browser.click("[data-recipe=stretches] .stretch:nth-child(3) [data-touch]");
        gestures++;
        browser.see("#learnbar", "Touch a parameter");
        set(orchard, "loft", "/loft/lamp/12/level", 0.7);
        gestures++;
        browser.until(() -> browser.attribute("[data-recipe=stretches] [name=high]", "value")
                .startsWith("House › Level"));
        browser.click("[data-recipe=stretches] [type=submit]");
        gestures++;
        browser.see(SENTENCE, "between 33 % and 67 %");
        browser.until(() -> browser.all(".curve .line.other").size() == 3); // along one way
        report("Three stretches", 12);
        orchard.standIn("cobble").play("crossfader", "move", 0.0);
        orchard.standIn("cobble").play("crossfader", "move", 0.5);
        browser.until(() -> orchard.shows("loft", "/loft/lamp/3/level").equals("49 %")
                || orchard.shows("loft", "/loft/lamp/3/level").equals("50 %"));
        orchard.standIn("cobble").play("crossfader", "move", 1.0);
        browser.until(() -> orchard.shows("loft", "/loft/lamp/12/level").equals("100 %"));
        assertThat(last(orchard).targets()).hasSize(3);
        browser.chord(Keys.CONTROL, "z");
        browser.until(() -> last(orchard).targets().size() == 1);
    }

    @Test
    void aSwitchHasTwoValues(TestOrchard orchard, Browser browser) {
        browser.go("/map");
        browser.press("l");
        browser.see("#learnbar", "Move a control");
        orchard.standIn("cobble").play("side4", "hit", 1);
        orchard.standIn("cobble").play("side4", "release", 0);
        set(orchard, "wherry", "/wherry/track/4/device/1/cutoff", 0.3);
        gestures += 3;
        browser.see(SENTENCE, "Side 4 of Cobble");
        browser.click("[data-open=recipe]");
        gestures++;
        browser.type("[data-recipe=two-values] [name=high]", "1 kHz");
        gestures++;
        browser.type("[data-recipe=two-values] [name=low]", "400 Hz" + Keys.ENTER);
        gestures++;
        browser.see(SENTENCE, "400 Hz");
        report("A switch with two values", 6);
        browser.press(Keys.ESCAPE);
        for (String shown : List.of("1.00 kHz", "400 Hz", "1.00 kHz")) {
            orchard.standIn("cobble").play("side4", "hit", 1);
            orchard.standIn("cobble").play("side4", "release", 0);
            browser.until(() ->
                    orchard.shows("wherry", "/wherry/track/4/device/1/cutoff").equals(shown));
        }
    }

    @Test
    void padsInARowChooseAndAPedalIsPickedUp(TestOrchard orchard, Browser browser) {
        learn(
                browser,
                () -> {
                    orchard.standIn("cobble").play("pad1", "hit", 0.7);
                    orchard.standIn("cobble").play("pad1", "release", 0);
                },
                "Pad 1 of Cobble",
                () -> set(orchard, "loft", "/loft/lamp/6/hue", 0.9));
        press(browser, "a");
        browser.type("[data-recipe=row] [name=values]", "0°\n120°\n240°");
        gestures++;
        browser.click("[data-recipe=row] [type=submit]");
        gestures++;
        browser.see(SENTENCE, "choose one of 3");
        report("A row of pads that chooses", 7);
        orchard.standIn("cobble").play("pad3", "hit", 0.7);
        orchard.standIn("cobble").play("pad3", "release", 0);
        browser.until(() -> orchard.shows("loft", "/loft/lamp/6/hue").equals("240 deg"));

        browser.go("/map?mapping=m30");
        browser.press("a");
        browser.click("[data-recipe=picked-up] [type=submit]");
        browser.see(SENTENCE, "Pedal 2 of Treadle");
        browser.until(() -> orchard.keeper().rig().mapping("m30").orElseThrow().takeover() == Takeover.PICK_UP);
        browser.until(() -> !browser.find(".recipes").isDisplayed()); // the page as it is after the edit
        browser.press("a");
        browser.type("[data-recipe=picked-up] [name=high]", "12 furlongs");
        browser.click("[data-recipe=picked-up] [type=submit]");
        browser.see("[data-recipe=picked-up] .refusal", "furlongs");
        assertThat(browser.complaints()).isEmpty();
        assertThat(browser.barriers()).isEmpty();
    }

    @Test
    void aParameterIsPickedInATree(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m5");
        browser.press("e");
        browser.click("[data-clause=do] .actionlines [data-tree]");
        click(browser, ".tree > details > summary", "Lamp Loft");
        click(browser, ".tree details details summary", "Tower");
        click(browser, ".tree [data-leaf]", "Hue");
        browser.until(() -> browser.attribute("[data-clause=do] .actionlines [data-field=parameter]", "value")
                .equals("Tower › Hue · Lamp Loft"));
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see(SENTENCE, "set Tower › Hue");
        browser.press("e");
        browser.type("[data-clause=do] .actionlines [data-field=parameter]", "Volume");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see("form[data-clause=do] .refusal", "no parameter is called “Volume”");
        browser.type("[data-clause=do] .actionlines [data-field=parameter]", "Narrator › Meter");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see("form[data-clause=do] .refusal", "is only told and cannot be set");
    }

    private static void click(Browser browser, String selector, String words) {
        browser.until(() -> browser.all(selector).stream()
                .filter(one -> one.getText().equals(words))
                .peek(WebElement::click)
                .findFirst()
                .isPresent());
    }

    /** At both sizes, for many mappings of the demo: the tools are in view, and no branch runs through words. */
    @Test
    void branchesTouchNoWords(TestOrchard orchard, Browser browser) {
        List<Mapping> mappings = orchard.keeper().rig().mappings();
        for (int[] size : new int[][] {{1280, 800}, {1024, 700}}) {
            browser.size(size[0], size[1]);
            for (int i = size[0] % 3; i < mappings.size(); i += 2) {
                Mapping mapping = mappings.get(i);
                browser.go("/map?mapping=" + mapping.id());
                browser.until(() -> !String.valueOf(browser.ask("return document.fonts.status"))
                        .equals("loading"));
                Object touched = browser.ask(TOUCHED);
                assertThat(touched)
                        .as(mapping.id() + " at " + size[0] + " × " + size[1])
                        .isEqualTo("");
            }
        }
    }

    private static final String TOUCHED = """
            const fall = document.querySelector(".fall");
            const origin = fall.getBoundingClientRect();
            const rects = [];
            const walk = document.createTreeWalker(fall, NodeFilter.SHOW_TEXT);
            const range = document.createRange();
            while (walk.nextNode()) {
              const parent = walk.currentNode.parentElement;
              if (!walk.currentNode.textContent.trim() || parent.closest("title, option, .visually-hidden")) continue;
              if (!parent.checkVisibility()) continue;
              range.selectNodeContents(walk.currentNode);
              // text of a display is squeezed into it, which a range does not see
              if (parent.hasAttribute("textLength")) rects.push([parent.getBoundingClientRect(), walk.currentNode.textContent.trim()]);
              else for (const rect of range.getClientRects()) rects.push([rect, walk.currentNode.textContent.trim()]);
            }
            const middle = fall.querySelector(".middle").getBoundingClientRect();
            const tools = fall.querySelector(".tools").getBoundingClientRect();
            const wrong = new Set();
            if (tools.bottom > middle.bottom + 1) wrong.add("tools out of view");
            for (const path of fall.querySelectorAll(".branches path")) {
              if (!path.getAttribute("d")) continue;
              for (let at = 0; at < path.getTotalLength(); at += 3) {
                const point = path.getPointAtLength(at);
                const [x, y] = [point.x + origin.left, point.y + origin.top];
                for (const [rect, words] of rects) {
                  const seen = !fall.querySelector(".middle").contains(document.elementFromPoint(x, y)) || y < middle.bottom;
                  if (seen && x > rect.left && x < rect.right && y > rect.top && y < rect.bottom)
                    wrong.add(path.className.baseVal + ": " + words);
                }
              }
            }
            return [...wrong].join("; ");
            """;
}
