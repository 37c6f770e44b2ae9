package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.app.demo.StandInHouse;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestDatabase;
import orchard.app.harness.TestOrchard;
import orchard.rig.Edit;
import orchard.rig.Part;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** The guide says what stands on the screen. */
@ExtendWith(Orchard.class)
class GuideTest {

    @Test
    void standsUnderMoreWithItsTenStepsAndItsPictures(TestOrchard orchard, Browser browser) {
        browser.go("/connect");
        browser.click("[title='Undo, redo, light, keys']");
        browser.click("a[href='/guide/first-evening']");
        browser.see(".guide h1", "The first evening");
        assertThat(browser.all(".guide ol > li")).hasSize(10);
        browser.until(() -> (boolean) browser.ask("return document.querySelector('.guide img').naturalWidth > 600"));
        assertThat(browser.barriers()).isEmpty();
    }

    @Test
    void everyWordThatIsToBePressedStandsOnAPage() throws IOException {
        String guide = Files.readString(Path.of("../docs/guide/first-evening.md"));
        List<String> bold = Pattern.compile("\\*\\*(.+?)\\*\\*")
                .matcher(guide.replaceAll("\\s+", " "))
                .results()
                .map((MatchResult found) -> found.group(1))
                .filter(words -> !words.endsWith("."))
                .toList();
        String pages;
        try (Stream<Path> files = Files.walk(Path.of("src/main/resources/templates"))) {
            pages = files.filter(Files::isRegularFile).map(GuideTest::words).collect(Collectors.joining(" "));
        }
        assertThat(bold)
                .hasSizeGreaterThan(12)
                .allSatisfy(words -> assertThat(pages).contains(words));
    }

    /** From an empty rig, by nothing but the words that stand there, and hands on the panels. */
    @Test
    void theGuideIsFollowedFromAnEmptyRig(TestOrchard shared, TestDatabase database, Browser browser)
            throws InterruptedException {
        StandInHouse house = shared.bean(StandInHouse.class);
        house.switchOff("cobble");
        // the one beside it would greet the box, so that it spoke plainly at once
        shared.keeper()
                .commit(rig -> Edit.remove(
                        "Take Cobble away",
                        new Part.OfDevice(rig.ownDevice("cobble").orElseThrow())));
        try (TestOrchard own = TestOrchard.on(database.schema("guide"))) {
            browser.enter(own.url("/enter/" + own.key()));
            browser.go("/connect");
            press(browser, "Rehearse");
            press(browser, "Cobble");
            browser.see("[data-standin=cobble]", "Cobble");
            press(browser, "Wherry");
            browser.see("[data-standin=wherry]", "Wherry");
            press(browser, "Connect");
            browser.see("#page", "New ports");
            String port = "[data-port='midi:Cobble'] ";
            browser.until(() -> {
                browser.all(port + "select[name=profile] option").stream()
                        .filter(option -> option.getText().startsWith("none yet: describe it by touching it"))
                        .findFirst()
                        .orElseThrow()
                        .click();
                return true;
            });
            browser.click(port + "[type=submit]");
            browser.see("#touched", "Touch every control of Cobble once");
            turn(own, "knob1");
            browser.see("#touched", "a language of its own");
            press(browser, "Try the common ones");
            browser.until(() -> {
                own.standIn("cobble").play("knob1", "turn", 1);
                return own.keeper().rig().devices().stream()
                        .anyMatch(device -> !device.profile().greeting().isEmpty());
            });
            // the last of these turns may have been told plainly already
            browser.until(() -> !browser.text("#touched").contains("a language of its own"));
            // what is turned while it is greeted may be lost, as it is for a person
            browser.untilItTakes(
                    () -> {
                        turn(own, "knob1");
                        turn(own, "knob2");
                    },
                    () -> browser.text("#touched").contains("2 controls"));
            press(browser, "Keep all");
            press(browser, "Try the lights");
            browser.see("#lights", "lit");
            press(browser, "Stop trying");
            press(browser, "Connect");
            browser.see("#page", "Wherry");
            browser.until(() -> {
                browser.all("form[hx-post='/connect/add-osc']").stream()
                        .filter(form ->
                                form.findElement(By.xpath("..")).getText().startsWith("○ Wherry"))
                        .findFirst()
                        .orElseThrow()
                        .findElement(By.cssSelector("[type=submit]"))
                        .click();
                return true;
            });
            browser.until(() -> own.keeper().rig().devices().stream()
                    .anyMatch(device -> !device.profile().parameters().isEmpty()));
            press(browser, "Map");
            browser.press("l");
            browser.see("#learnbar", "Move a control");
            turn(own, "knob2");
            browser.see("#learnbar", "Knob 2");
            for (double place : new double[] {0.6, 0.7, 0.8, 0.9}) {
                own.standIn("wherry").play("/wherry/track/1/volume", "set", place);
                Thread.sleep(20);
            }
            browser.see("#learnbar", "done");
            browser.press(Keys.ESCAPE);
            turn(own, "knob2");
            browser.until(() -> !own.shows("wherry", "/wherry/track/1/volume").equals("-12.0 dB"));
            press(browser, "why?");
            browser.see(".modal.show", "Knob 2");
            browser.press(Keys.ESCAPE);
            press(browser, "Check");
            browser.see("#findings", "Check");
            press(browser, "Panic");
            browser.see("#said", "everything was told to stop");
        } finally {
            shared.reset();
            house.switchOn("cobble");
            browser.enter(shared.url("/enter/" + shared.key()));
        }
    }

    private static void turn(TestOrchard orchard, String knob) {
        for (int step : new int[] {1, 2, 3, 5, 4, 2, -1, -3}) {
            orchard.standIn("cobble").play(knob, "turn", step);
            LockSupport.parkNanos(12_000_000);
        }
    }

    /** Presses what is called so. */
    private static void press(Browser browser, String words) {
        browser.until(() -> {
            WebElement named = browser.all("a, button, summary").stream()
                    .filter(one -> one.isDisplayed() && one.getText().strip().startsWith(words))
                    .findFirst()
                    .orElseThrow();
            named.click();
            return true;
        });
    }

    private static String words(Path file) {
        try {
            return Files.readString(file).replaceAll("\\s+", " ") + " "
                    + Files.readString(file).replaceAll("<[^>]*>", " ").replaceAll("\\s+", " ");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
