package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import orchard.app.harness.Browser;
import orchard.app.harness.Fingers;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Values;
import orchard.gear.Ref;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Guard;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.mapping.Mapping;
import orchard.rig.Edit;
import orchard.rig.MappingCopier;
import orchard.rig.Part;
import orchard.shape.Accumulate;
import orchard.shape.Shape;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** Fingers on a layout, as many as there are, through the browser to the wire and back. */
@ExtendWith(Orchard.class)
class PlayTest {

    private static final String ID = "layout77";
    private static final String PATH = "/play/" + ID;

    /** A connection that stands and brings nothing while it is frozen. */
    private static final String FREEZES = """
            const Real = window.WebSocket;
            const fetched = window.fetch;
            window.frozen = false;
            window.fetch = (...all) => (window.frozen ? Promise.reject(new TypeError("frozen")) : fetched(...all));
            window.WebSocket = class extends Real {
              send(what) { if (!window.frozen) super.send(what); }
              set onmessage(heard) { super.onmessage = (event) => { if (!window.frozen) heard(event); }; }
            };
            """;

    /** Eight faders over the volumes of Wherry's first eight tracks. */
    @BeforeEach
    void draw(TestOrchard orchard) {
        List<Element> faders = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            faders.add(new Element("e" + (i + 1), "Fader " + (i + 1), new Box(4 * i, 1, 4, 17), Kind.FADER.plain()));
        }
        Layout layout = new Layout(ID, "Eight", faders);
        orchard.keeper().commit(rig -> Edit.add("draw", new Part.OfLayout(layout)));
        for (int i = 1; i <= 8; i++) {
            int track = i;
            orchard.keeper().commit(rig -> {
                Mapping mapping = new MappingCopier(rig)
                        .pair(rig.freeId("m"), new Ref.ToControl(ID, "e" + track, "position"), volume(track));
                return Edit.add("map", new Part.OfMapping(mapping));
            });
        }
        level(orchard);
    }

    /** All tracks are as loud as the others. */
    private static void level(TestOrchard orchard) {
        for (int track = 1; track <= 8; track++) {
            orchard.standIn("wherry").play("/wherry/track/" + track + "/volume", "set", 0.9);
        }
    }

    @AfterEach
    void erase(TestOrchard orchard) {
        while (orchard.keeper().rig().layout(ID).isPresent()) {
            orchard.keeper().undo();
        }
        for (int track = 1; track <= 8; track++) {
            orchard.putBack("wherry", volume(track).parameter());
        }
    }

    private static Ref.ToParameter volume(int track) {
        return new Ref.ToParameter("wherry", "track" + track + ".volume");
    }

    private static String fader(int number) {
        return "[data-element=e" + number + "]";
    }

    private static double at(Browser browser, int number) {
        return Double.parseDouble(browser.ask("return document.querySelector('" + fader(number) + "').dataset.at")
                .toString());
    }

    /** What the software itself shows, on its own panel. */
    private static String software(TestOrchard orchard, int track) {
        return orchard.shows("wherry", "/wherry/track/" + track + "/volume");
    }

    private static void agree(TestOrchard orchard, Browser browser, int track) {
        browser.until(() -> browser.text(fader(track) + " .value").equals(software(orchard, track)));
        browser.until(() -> Math.abs(at(browser, track)
                        - orchard.bean(Values.class)
                                .parameters()
                                .get(volume(track).key())
                                .position())
                < 0.002);
    }

    private static double way(Browser browser) {
        return ((Number) browser.ask("return document.querySelector('.element:not([hidden]) .slot').clientHeight"))
                .doubleValue();
    }

    private static void open(TestOrchard orchard, Browser browser) {
        browser.go(PATH);
        for (int i = 1; i <= 8; i++) {
            agree(orchard, browser, i);
        }
    }

    @Test
    void aSecondFingerMakesItFineAndNothingJumps(TestOrchard orchard, Browser browser) {
        open(orchard, browser);
        double from = at(browser, 3);
        double way = way(browser);
        Fingers fingers = browser.fingers().down(1, fader(3), 0.5, 0.1).by(1, 0, 0.2 * way);
        browser.until(() -> Math.abs(at(browser, 3) - (from - 0.2)) < 0.003);
        double coarse = at(browser, 3);
        fingers.down(2, fader(3), 0.4, 0.9);
        assertThat(at(browser, 3)).as("the second finger moves nothing").isEqualTo(coarse, within(0.001));
        fingers.by(1, 0, 0.4 * way);
        browser.until(() -> Math.abs(at(browser, 3) - (coarse - 0.05)) < 0.002);
        fingers.by(2, 0, -0.5 * way);
        assertThat(at(browser, 3)).as("the first finger leads").isEqualTo(coarse - 0.05, within(0.002));
        double fine = at(browser, 3);
        fingers.up(1).by(2, 0, 0.1 * way);
        browser.until(() -> Math.abs(at(browser, 3) - (fine - 0.1)) < 0.02);
        fingers.lift();
        agree(orchard, browser, 3);
    }

    @Test
    void whatAFingerMovesStandsLargeOverTheLayout(TestOrchard orchard, Browser browser) {
        open(orchard, browser);
        Fingers fingers = browser.fingers().down(1, fader(2), 0.5, 0.5).by(1, 0, -40);
        browser.until(() -> browser.text("#brief").contains(software(orchard, 2)));
        fingers.lift();
        browser.until(() -> !browser.find("#brief").isDisplayed());
        browser.click("#large");
        fingers = browser.fingers().down(1, fader(2), 0.5, 0.5).by(1, 0, -40);
        agree(orchard, browser, 2);
        assertThat(browser.find("#brief").isDisplayed()).isFalse();
        fingers.lift();
        browser.ask("localStorage.removeItem('large-values-touched')");
    }

    @Test
    void everyFingerHasItsOwnElementAlsoWhenItLeavesIt(TestOrchard orchard, Browser browser) {
        browser.untilItTakes( // what a busy machine sees much too late it does not play
                () -> {
                    level(orchard);
                    open(orchard, browser);
                    double way = way(browser);
                    Fingers fingers = browser.fingers();
                    for (int i = 1; i <= 8; i++) {
                        fingers.down(i, fader(i), 0.5, 0.5);
                    }
                    for (int i = 1; i <= 8; i++) {
                        fingers.by(i, i % 2 == 0 ? 90 : -30, (i - 4) * 0.08 * way);
                    }
                    fingers.lift();
                },
                () -> IntStream.rangeClosed(1, 8)
                        .allMatch(i -> Math.abs(at(browser, i) - at(browser, 4) + (i - 4) * 0.08) < 0.02));
        for (int i = 1; i <= 8; i++) {
            agree(orchard, browser, i);
        }
    }

    @Test
    void aPalmIsNoFingerAndTwoTapsGoToTheDefault(TestOrchard orchard, Browser browser) {
        open(orchard, browser);
        double before = at(browser, 2);
        Fingers fingers = browser.fingers();
        fingers.down(1, fader(2), 0.5, 0.5, 95).by(1, 0, -60).up(1);
        assertThat(at(browser, 2)).isEqualTo(before);
        browser.untilItTakes( // two taps that a busy machine sees too far apart are two single ones
                () -> fingers.tap(1, fader(2), 0.5, 0.5).tap(1, fader(2), 0.5, 0.5),
                () -> software(orchard, 2).equals("-12.0 dB"));
        agree(orchard, browser, 2);
    }

    @Test
    void whoTouchedLastHoldsItAndTheOtherFollows(TestOrchard orchard, Browser browser) {
        open(orchard, browser);
        String first = browser.here();
        double way = way(browser);
        double from = at(browser, 1);
        Fingers here = browser.fingers().down(1, fader(1), 0.5, 0.5).by(1, 0, 0.1 * way);
        browser.until(() -> Math.abs(at(browser, 1) - (from - 0.1)) < 0.003);
        double mine = at(browser, 1);
        String second = browser.another(PATH);
        browser.until(() -> Math.abs(at(browser, 1) - mine) < 0.01);
        Fingers there = browser.fingers().down(1, fader(1), 0.5, 0.5).by(1, 0, 0.3 * way);
        browser.until(() -> Math.abs(at(browser, 1) - (mine - 0.3)) < 0.003);
        double theirs = at(browser, 1);
        browser.to(first);
        browser.until(() -> Math.abs(at(browser, 1) - theirs) < 0.01);
        here.by(1, 0, -0.2 * way);
        browser.to(second);
        there.by(1, 0, 0.02 * way);
        browser.until(() -> Math.abs(at(browser, 1) - (theirs - 0.02)) < 0.01);
        there.lift();
        agree(orchard, browser, 1);
        browser.closeAndGoTo(first);
        agree(orchard, browser, 1);
        here.lift();
    }

    @Test
    void aPhoneHasItTallAndTurnsItWithTwoFingers(TestOrchard orchard, Browser browser) {
        List<Element> all =
                new ArrayList<>(orchard.keeper().rig().layout(ID).orElseThrow().elements());
        all.replaceAll(e -> e.at(new Box(e.box().x(), 3, 4, 12)));
        for (int i = 0; i < 8; i++) {
            all.add(new Element("n" + i, "Name " + i, new Box(4 * i, 1, 4, 2), Kind.LABEL.plain()));
            all.add(new Element("b" + i, "Button " + i, new Box(4 * i, 15, 4, 3), Kind.BUTTON.plain()));
        }
        all.add(new Element("title", "Eight of them", new Box(0, 0, 32, 1), Kind.LABEL.plain()));
        orchard.keeper()
                .commit(rig -> Edit.change(
                        "more", rig.part(ID).orElseThrow(), new Part.OfLayout(new Layout(ID, "Eight", all))));
        browser.size(360, 640);
        try {
            browser.go(PATH);
            browser.see("#screenat", "1/2");
            assertThat(crowded(browser)).isEqualTo("");
            Fingers fingers = browser.fingers().down(1, "#page", 0.4, 0.02).down(2, "#page", 0.9, 0.02);
            fingers.by(1, -50, 0).by(2, -50, 0).by(1, -50, 0).by(2, -50, 0).lift();
            browser.see("#screenat", "2/2");
            assertThat(crowded(browser)).isEqualTo("");
            double way = way(browser);
            double before = at(browser, 8);
            browser.fingers().down(1, fader(8), 0.5, 0.5).by(1, 0, 0.2 * way).lift();
            browser.until(() -> Math.abs(at(browser, 8) - (before - 0.2)) < 0.03);
            agree(orchard, browser, 8);
            browser.click("#screens [data-by='-1']");
            browser.see("#screenat", "1/2");
        } finally {
            browser.size(1280, 800);
        }
    }

    /** What is seen and lies on something else, out of the screen, or is too small for a finger. */
    private static String crowded(Browser browser) {
        return browser.ask("""
                const boxes = [...document.querySelectorAll(".element:not([hidden])")].map((e) => [e, e.getBoundingClientRect()]);
                const wrong = boxes.filter(([e, b]) =>
                  (e.hasAttribute("role") && (b.width < 44 || b.height < 44)) || b.left < -1 || b.right > innerWidth + 1 ||
                  b.bottom > innerHeight + 1 || boxes.some(([o, c]) => o !== e && c.left < b.right - 1 && b.left < c.right - 1 &&
                    c.top < b.bottom - 1 && b.top < c.bottom - 1));
                return boxes.length ? wrong.map(([e]) => e.dataset.element).join() : "nothing is seen";
                """).toString();
    }

    @Test
    void aFingerGoesOnWhenTheConnectionIsBackAndNothingOfTheGapIsPlayed(TestOrchard orchard, Browser browser) {
        Runnable restore = browser.beforeEveryPage(FREEZES);
        try {
            open(orchard, browser);
            double way = way(browser);
            double from = at(browser, 6);
            Fingers fingers = browser.fingers().down(1, fader(6), 0.5, 0.5).by(1, 0, -0.05 * way);
            browser.until(() -> Math.abs(at(browser, 6) - (from + 0.05)) < 0.002);
            double before = at(browser, 6);
            browser.ask("window.frozen = true");
            browser.until(() -> browser.find("#lost").isDisplayed());
            fingers.by(1, 0, -0.3 * way);
            assertThat(at(browser, 6)).as("what nobody hears moves nothing").isEqualTo(before);
            orchard.standIn("wherry").play("/wherry/track/6/volume", "set", 0.2);
            browser.ask("window.frozen = false");
            browser.until(() -> !browser.find("#lost").isDisplayed());
            agree(orchard, browser, 6);
            double told = at(browser, 6);
            fingers.by(1, 0, -0.1 * way);
            browser.until(() -> Math.abs(at(browser, 6) - (told + 0.1)) < 0.02);
            fingers.lift();
            agree(orchard, browser, 6);
        } finally {
            restore.run();
        }
    }

    @Test
    void whoLocksWhileCutOffLocksAlsoFingersThatWereThereBefore(TestOrchard orchard, Browser browser) {
        Runnable restore = browser.beforeEveryPage(FREEZES);
        try {
            open(orchard, browser);
            double way = way(browser);
            double from = at(browser, 6);
            Fingers fingers = browser.fingers().down(1, fader(6), 0.5, 0.5).by(1, 0, -0.05 * way);
            browser.until(() -> Math.abs(at(browser, 6) - (from + 0.05)) < 0.002);
            browser.ask("window.frozen = true");
            browser.until(() -> browser.find("#lost").isDisplayed());
            browser.pressOn("#lock", Keys.ENTER); // what is said of the cut lies over it
            browser.see("#lock", "Hold to unlock");
            browser.ask("window.frozen = false");
            browser.until(() -> !browser.find("#lost").isDisplayed());
            agree(orchard, browser, 6);
            double told = at(browser, 6);
            fingers.by(1, 0, 0.3 * way).lift();
            fingers.down(1, "#lock", 0.5, 0.5);
            browser.until(() -> browser.text("#lock").equals("Lock"));
            fingers.lift();
            assertThat(at(browser, 6)).isEqualTo(told);
            browser.pressOn("#lock", Keys.ENTER);
            browser.see("#lock", "Hold to unlock"); // the press after the one that unlocked locks again
            fingers.down(1, "#lock", 0.5, 0.5);
            browser.until(() -> browser.text("#lock").equals("Lock"));
            fingers.lift();
        } finally {
            restore.run();
        }
    }

    /** What makes a knob fine while it is held makes fingers fine too, and no longer than that. */
    @Test
    void theRigsFineControlMakesFingersFine(TestOrchard orchard, Browser browser) {
        Ref.ToControl slow = new Ref.ToControl("gull", "key1", "gate");
        orchard.keeper().commit(rig -> {
            Mapping knob = new MappingCopier(rig)
                    .plain(rig.freeId("m"), new Ref.ToControl("cobble", "knob6", "turn"), volume(8));
            return Edit.add(
                    "fine",
                    new Part.OfMapping(
                            knob.with(new Shape(List.of(new Accumulate(1, 1, false, slow, Accumulate.TENTH))))));
        });
        open(orchard, browser);
        double way = way(browser);
        orchard.standIn("gull").play("key1", "hit", 1);
        double from = at(browser, 2);
        Fingers fingers = browser.fingers().down(1, fader(2), 0.5, 0.2);
        browser.rest();
        fingers.by(1, 0, 0.4 * way);
        browser.until(() -> Math.abs(at(browser, 2) - (from - 0.05)) < 0.003);
        orchard.standIn("gull").play("key1", "release", 0);
        browser.rest();
        double fine = at(browser, 2);
        fingers.by(1, 0, 0.2 * way);
        browser.until(() -> Math.abs(at(browser, 2) - (fine - 0.2)) < 0.003);
        fingers.lift();
    }

    @Test
    void whatIsGuardedAndWhatIsLockedListensToNoStrayFinger(TestOrchard orchard, Browser browser) {
        orchard.keeper().commit(rig -> {
            Layout before = rig.layout(ID).orElseThrow();
            Layout after = before.with(before.element("e1").orElseThrow().guarded(Guard.HELD))
                    .with(before.element("e2").orElseThrow().guarded(Guard.SLID));
            return Edit.change("guard", new Part.OfLayout(before), new Part.OfLayout(after));
        });
        open(orchard, browser);
        double way = way(browser);
        double first = at(browser, 1);
        double second = at(browser, 2);
        double third = at(browser, 3);
        Fingers fingers = browser.fingers();
        fingers.down(1, fader(1), 0.5, 0.5).by(1, 0, 0.3 * way).up(1);
        fingers.down(1, fader(2), 0.2, 0.5).by(1, 0, 0.3 * way).up(1);
        fingers.down(1, fader(1), 0.5, 0.5);
        browser.until(() -> browser.all(fader(1) + ".held").size() == 1);
        fingers.by(1, 0, 0.1 * way).up(1);
        fingers.down(1, fader(2), 0.1, 0.5).by(1, 0.9 * width(browser), 0);
        browser.until(() -> browser.all(fader(2) + ".held").size() == 1);
        fingers.by(1, 0, 0.1 * way).up(1);
        browser.until(() -> Math.abs(at(browser, 1) - (first - 0.1)) < 0.003);
        browser.until(() -> Math.abs(at(browser, 2) - (second - 0.1)) < 0.003);
        agree(orchard, browser, 1);
        agree(orchard, browser, 2);

        browser.click("#lock");
        browser.see("#lock", "Hold to unlock");
        fingers.down(1, fader(3), 0.5, 0.5).by(1, 0, 0.3 * way).up(1);
        browser.go(PATH);
        browser.see("#lock", "Hold to unlock");
        fingers = browser.fingers();
        fingers.down(1, fader(3), 0.5, 0.5).by(1, 0, 0.3 * way).up(1);
        fingers.tap(1, "#lock", 0.5, 0.5);
        browser.see("#lock", "Hold to unlock");
        assertThat(at(browser, 3)).isEqualTo(third);
        fingers.down(1, "#lock", 0.5, 0.5);
        browser.until(() -> browser.text("#lock").equals("Lock"));
        fingers.up(1);
        fingers.down(1, fader(3), 0.5, 0.5).by(1, 0, 0.1 * way).up(1);
        browser.until(() -> Math.abs(at(browser, 3) - (third - 0.1)) < 0.003);
        assertThat(browser.text("#lock")).isEqualTo("Lock");
    }

    private static double width(Browser browser) {
        return ((Number) browser.ask("return document.querySelector('" + fader(2) + "').clientWidth")).doubleValue();
    }
}
