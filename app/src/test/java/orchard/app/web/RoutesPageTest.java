package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.port.PortRoom;
import orchard.mapping.Route;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.standin.StandIn;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** What is passed on from device to device: drawn, changed as a sentence, and heard on the stand-ins. */
@ExtendWith(Orchard.class)
class RoutesPageTest {

    @BeforeEach
    void there(TestOrchard orchard, Browser browser) {
        browser.until(
                () -> orchard.bean(PortRoom.class).present().containsAll(List.of("fathom", "peat", "wherrymidi")));
    }

    @AfterEach
    void putBack(TestOrchard orchard, Browser browser) {
        StandIn keys = orchard.standIn("fathom");
        for (String key : List.of("key40", "key48", "key67", "key72")) {
            keys.play(key, "release", 0);
        }
        keys.play("sustain", "move", 0);
        keys.play("mode", "set", 0);
        orchard.reset();
        browser.until(() -> orchard.shows("peat", "voices").equals("silent"));
    }

    private static List<Route> routes(TestOrchard orchard) {
        return orchard.keeper().rig().routes();
    }

    @Test
    void keysAreSplitAndStackedAndNothingHangsWhenARouteIsChanged(TestOrchard orchard, Browser browser) {
        int faults = Integer.parseInt(orchard.shows("peat", "faults"));
        int others = Integer.parseInt(orchard.shows("wherry", "faults"));
        Route upper = routes(orchard).get(1);
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "Stack",
                        new Part.OfRoute(new Route(
                                "stacked",
                                "fathom",
                                "wherrymidi",
                                new Route.Passes(List.of(Route.Kind.values()), List.of(), 48, 127),
                                new Route.Changes(3, 0, null, 0),
                                false))));
        StandIn keys = orchard.standIn("fathom");
        browser.untilItTakes(
                () -> {
                    keys.play("key72", "release", 0);
                    keys.play("key72", "hit", 0.5);
                },
                () -> orchard.shows("wherry", "sounds").equals("72 on 1, 72 on 3"));
        keys.play("key40", "hit", 0.8);
        browser.until(() -> orchard.shows("peat", "voices").equals("E3"));
        keys.play("sustain", "move", 1);
        orchard.keeper()
                .commit(rig -> Edit.change(
                        "Elsewhere",
                        new Part.OfRoute(upper),
                        new Part.OfRoute(
                                upper.with(new Route.Passes(upper.passes().kinds(), List.of(), 90, 127)))));
        browser.until(() -> orchard.shows("wherry", "sounds").equals("72 on 3"));
        assertThat(orchard.shows("peat", "voices"))
                .as("what was not changed sounds on")
                .isEqualTo("E3");
        keys.play("key72", "release", 0.2);
        keys.play("key40", "release", 0.2);
        browser.until(() -> orchard.shows("wherry", "sounds").equals("silent")
                && orchard.shows("peat", "voices").equals("silent"));
        assertThat(orchard.shows("peat", "faults")).isEqualTo(String.valueOf(faults));
        assertThat(orchard.shows("wherry", "faults")).isEqualTo(String.valueOf(others));
    }

    @Test
    void expressionGoesWithItsNoteAndACableThatIsPulledLeavesNothingSounding(TestOrchard orchard, Browser browser) {
        StandIn keys = orchard.standIn("fathom");
        keys.play("mode", "set", 5);
        keys.play("key67", "hit", 0.5);
        keys.play("key72", "hit", 0.5);
        keys.play("key72", "bend", 0.4);
        browser.until(() -> orchard.shows("wherry", "sounds").equals("67 on 2, 72 on 3"));
        keys.play("cable", "pull", 0);
        browser.until(() -> orchard.shows("wherry", "sounds").equals("silent"));
        keys.play("cable", "plug", 0);
        browser.until(() -> orchard.bean(PortRoom.class).present().contains("fathom"));
    }

    @Test
    void aLineThatIsPulledMakesARouteThatReadsAndChangesAsASentence(TestOrchard orchard, Browser browser) {
        browser.go("/map/routes");
        assertThat(browser.text(".ways")).contains("notes C2–B3, up an octave").contains("clock");
        int before = routes(orchard).size();
        int[] way = centre(browser, "[data-from=cobble]", "[data-to=peat]");
        browser.drag("[data-from=cobble]", way[0], way[1]);
        browser.until(() -> routes(orchard).size() == before + 1);
        Route made = routes(orchard).get(before);
        assertThat(List.of(made.from(), made.to())).containsExactly("cobble", "peat");
        browser.until(
                () -> browser.find("#routeform [name=to]").getAttribute("value").equals("peat"));

        browser.type("#routeform [name=lowest]", "C3" + Keys.TAB);
        browser.until(() -> route(orchard, made.id()).passes().lowest() == 48);
        browser.until(
                () -> browser.attribute("#routeform [name=lowest]", "value").equals("C3"));
        browser.type("#routeform [name=transpose]", "-12" + Keys.TAB);
        browser.until(() -> route(orchard, made.id()).changes().transpose() == -12);
        browser.until(() -> browser.text(".ways").contains("notes C3 and up, down an octave"));
        browser.type("#routeform [name=highest]", "tenth" + Keys.TAB);
        browser.see("#routeform .refusal", "expected a note, such as C4 or 60");
        assertThat(browser.barriers()).isEmpty();

        browser.go("/map/routes?route=" + made.id());
        browser.click("#routeform #delete");
        browser.until(() -> routes(orchard).size() == before);
        browser.click(".takeback, #said button");
        browser.until(() -> routes(orchard).size() == before + 1);
    }

    @Test
    void whatAWandSaysBecomesControllersAndNotesInOneStepAndBack(TestOrchard orchard, Browser browser) {
        browser.go("/map/routes");
        int before = orchard.keeper().rig().mappings().size();
        browser.click("[data-from=gull]");
        browser.click("[data-to=peat]");
        browser.until(() -> browser.url().contains("/map?mapping="));
        int carried = orchard.keeper().rig().mappings().size() - before;
        assertThat(carried)
                .as("three of tilt, turn, squeeze, shake, four keys, battery")
                .isEqualTo(11);
        int struck = Integer.parseInt(orchard.shows("peat", "struck"));
        browser.untilItTakes(
                () -> orchard.standIn("gull").play("key1", "hit", 1),
                () -> Integer.parseInt(orchard.shows("peat", "struck")) > struck);
        orchard.standIn("gull").play("key1", "release", 0);
        browser.until(() -> orchard.shows("peat", "voices").equals("silent"));
        browser.go("/map/routes");
        browser.click("[data-from=gull]");
        browser.click("[data-to=peat]");
        browser.see("#makeroute .refusal", "already");
        browser.click("[data-from=treadle]");
        browser.click("[data-to=loft]");
        browser.until(() -> browser.url().contains("/map?mapping="));
        assertThat(orchard.keeper()
                        .rig()
                        .ownDevice("loft")
                        .orElseThrow()
                        .profile()
                        .parameters())
                .anyMatch(parameter -> parameter.name().equals("Pedal 1")
                        && parameter.binding().words().contains("/treadle/pedal1/position"));
    }

    @Test
    void theClockMadeHereIsLedByALineAndStartedByASentence(TestOrchard orchard, Browser browser) {
        browser.go("/map/routes");
        String clock = "[data-from='" + Route.CLOCK_MADE_HERE + "']";
        browser.click(clock);
        browser.click("[data-to=wherrymidi]");
        browser.see("#routeform", "24 ticks a beat");
        assertThat(routes(orchard))
                .anyMatch(route -> route.isClockMadeHere() && route.to().equals("wherrymidi"));
        browser.until(() -> ((String) browser.ask(
                        "return document.querySelector('.way.chosen').classList.contains('flows') ? 'yes' : 'no'"))
                .equals("yes"));
        assertThat(browser.barriers()).isEmpty();
        browser.go("/connect");
        browser.see("#wherrymidi [data-clock]", "Clock out at ");
        browser.see("#wherrymidi [data-clock]", " BPM, ticks up to ");
    }

    private static Route route(TestOrchard orchard, String id) {
        return routes(orchard).stream()
                .filter(one -> one.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    /** How far it is from the middle of one to the middle of another. */
    private static int[] centre(Browser browser, String from, String to) {
        String script = """
                const box = (css) => document.querySelector(css).getBoundingClientRect();
                const a = box('%s'), b = box('%s');
                return [b.x + b.width / 2 - a.x - a.width / 2, b.y + b.height / 2 - a.y - a.height / 2].map(Math.round);
                """.formatted(from, to);
        List<?> way = (List<?>) browser.ask(script);
        return new int[] {((Number) way.get(0)).intValue(), ((Number) way.get(1)).intValue()};
    }

    @Test
    void whatPassesIsShownWhileItDoes(TestOrchard orchard, Browser browser) {
        browser.go("/map/routes");
        browser.until(() -> browser.attribute("#page", "data-mounted") != null);
        browser.untilItTakes(
                () -> {
                    orchard.standIn("fathom").play("key48", "release", 0);
                    orchard.standIn("fathom").play("key48", "hit", 0.5);
                },
                () -> browser.text("#passing").contains("to Peat"));
        assertThat(browser.text("#passing")).contains("note 48 (C3) on, velocity 64", "→ note 60 (C4) on, velocity 64");
        browser.until(
                () -> browser.attribute(".claves [data-note='48']", "class").contains("down"));
    }
}
