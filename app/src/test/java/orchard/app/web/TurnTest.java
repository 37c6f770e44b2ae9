package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.action.OpenPage;
import orchard.app.harness.Browser;
import orchard.app.harness.Fingers;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.condition.Always;
import orchard.gear.Ref;
import orchard.layout.Box;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Page;
import orchard.layout.Upright;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.rig.Edit;
import orchard.rig.MappingCopier;
import orchard.rig.Part;
import orchard.shape.Shape;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Pages of a layout, turned by fingers, by hardware and by whoever plays the same layout elsewhere. */
@ExtendWith(Orchard.class)
class TurnTest {

    private static final String ID = "layout78";
    private static final String PATH = "/play/" + ID;
    private static final Ref.ToParameter VOLUME = new Ref.ToParameter("wherry", "track2.volume");

    @BeforeEach
    void draw(TestOrchard orchard) {
        Layout layout = new Layout(
                ID,
                "Two pages",
                List.of(new Page("mix", "Mixer"), new Page("lamps", "Lamps")),
                List.of(
                        new Element("e1", "Surf", new Box(0, 2, 8, 14), Kind.FADER.plain()).on("mix"),
                        new Element("e2", "Moon", new Box(0, 2, 8, 14), Kind.FADER.plain()).on("lamps"),
                        new Element("e3", "Go", new Box(20, 2, 8, 6), Kind.BUTTON.plain())));
        orchard.keeper().commit(rig -> Edit.add("draw", new Part.OfLayout(layout)));
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "map",
                        new Part.OfMapping(new MappingCopier(rig)
                                .pair(rig.freeId("m"), new Ref.ToControl(ID, "e1", "position"), VOLUME))));
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "turn",
                        new Part.OfMapping(new Mapping(
                                rig.freeId("m"),
                                new When(List.of(new Ref.ToControl("cobble", "side1", "gate"))),
                                new Always(),
                                Shape.WHOLE,
                                new Actions(List.of(new OpenPage(ID, "", 1, ""))),
                                new Show(List.of())))));
        orchard.standIn("wherry").play("/wherry/track/2/volume", "set", 0.9);
    }

    @AfterEach
    void erase(TestOrchard orchard, Browser browser) {
        browser.ask("document.cookie = 'layouts-tall=; path=/; max-age=0'");
        while (orchard.keeper().rig().layout(ID).isPresent()) {
            orchard.keeper().undo();
        }
        orchard.putBack("wherry", VOLUME.parameter());
    }

    private static String seen(Browser browser) {
        return browser.ask("return [...document.querySelectorAll('.board .element:not([hidden])')]"
                        + ".map((one) => one.dataset.element).join(' ')")
                .toString();
    }

    private static double at(Browser browser) {
        return Double.parseDouble(browser.ask("return document.querySelector('[data-element=e1]').dataset.at")
                .toString());
    }

    private static void press(TestOrchard orchard) {
        orchard.standIn("cobble").play("side1", "hit", 1);
        orchard.standIn("cobble").play("side1", "release", 0);
    }

    @Test
    void aTabTurnsThePageOnEveryScreenAndHardwareTurnsItBack(TestOrchard orchard, Browser browser) {
        browser.go(PATH);
        assertThat(seen(browser)).isEqualTo("e1 e3");
        String first = browser.here();
        String second = browser.another(PATH);
        browser.fingers().tap(1, "[data-page=lamps].turn", 0.5, 0.5);
        browser.until(() -> seen(browser).equals("e2 e3"));
        browser.to(first);
        browser.until(() -> seen(browser).equals("e2 e3"));
        assertThat(browser.text(".turn[aria-current]")).isEqualTo("Lamps");
        press(orchard);
        browser.until(() -> seen(browser).equals("e1 e3"));
        browser.to(second);
        browser.until(() -> seen(browser).equals("e1 e3"));
        browser.again(PATH);
        assertThat(browser.text(".turn[aria-current]")).isEqualTo("Mixer");
        browser.closeAndGoTo(first);
    }

    /** What is under a finger when the page is turned stays there, and listens, until it is lifted. */
    @Test
    void whatAFingerHoldsStaysThoughThePageIsTurned(TestOrchard orchard, Browser browser) {
        browser.go(PATH);
        browser.until(() ->
                browser.text("[data-element=e1] .value").equals(orchard.shows("wherry", "/wherry/track/2/volume")));
        Fingers fingers =
                browser.fingers().down(1, "[data-element=e1]", 0.5, 0.4).by(1, 0, 30);
        double before = at(browser);
        press(orchard);
        browser.until(() -> seen(browser).equals("e1 e2 e3"));
        fingers.by(1, 0, 60);
        browser.until(() -> at(browser) < before - 0.05);
        browser.until(() ->
                browser.text("[data-element=e1] .value").equals(orchard.shows("wherry", "/wherry/track/2/volume")));
        fingers.lift();
        browser.until(() -> seen(browser).equals("e2 e3"));
        press(orchard);
        browser.until(() -> seen(browser).equals("e1 e3"));
    }

    @Test
    void pagesAreDrawnNamedAndDeletedAndUndoBringsThemBack(TestOrchard orchard, Browser browser) {
        browser.size(1280, 800);
        browser.go("/layouts?layout=" + ID);
        browser.click("#anotherpage");
        browser.see(".pagetab[aria-current]", "Page 3");
        browser.click("#addkeys");
        browser.see(".board .selected", "Hold");
        browser.click(".pagestrip summary");
        browser.type("#pagename", "Organ");
        browser.press(org.openqa.selenium.Keys.ENTER);
        browser.see(".pagetab[aria-current]", "Organ");
        Layout drawn = orchard.keeper().rig().layout(ID).orElseThrow();
        assertThat(drawn.pages()).extracting(Page::name).containsExactly("Mixer", "Lamps", "Organ");
        assertThat(drawn.element("e4").orElseThrow().page())
                .isEqualTo(drawn.pages().get(2).id());
        assertThat(seen(browser)).isEqualTo("e3 e4");
        assertThat(browser.barriers()).isEmpty();
        browser.click(".pagestrip summary");
        browser.click(".pagestrip [hx-post$='/delete']");
        browser.see(".pagetab[aria-current]", "Mixer");
        assertThat(orchard.keeper().rig().layout(ID).orElseThrow().elements()).hasSize(3);
        orchard.keeper().undo();
        assertThat(orchard.keeper().rig().layout(ID).orElseThrow()).isEqualTo(drawn);
    }

    @Test
    void anElementStandsOnOnePageOrOnAll(TestOrchard orchard, Browser browser) {
        browser.size(1280, 800);
        browser.go("/layouts?layout=" + ID + "&element=e1");
        browser.ask("const page = document.querySelector('#elementform [name=page]'); page.value = '';"
                + "page.dispatchEvent(new Event('change', {bubbles: true}))");
        browser.until(() -> orchard.keeper()
                .rig()
                .layout(ID)
                .orElseThrow()
                .element("e1")
                .orElseThrow()
                .page()
                .isEmpty());
        browser.go(PATH);
        assertThat(seen(browser)).isEqualTo("e1 e3");
        press(orchard);
        browser.until(() -> seen(browser).equals("e1 e2 e3"));
        press(orchard);
        browser.until(() -> seen(browser).equals("e1 e3"));
    }

    /** The tall arrangement comes by itself until somebody moves something in it; then it stays, and can be let go again. */
    @Test
    void theTallArrangementIsChangedByHandAndKept(TestOrchard orchard, Browser browser) {
        browser.size(1280, 800);
        browser.go("/layouts?layout=" + ID + "&page=mix");
        browser.click(".way [data-tall=yes]");
        browser.find(".board[data-tall]");
        browser.click(".board .element[data-element=e1]");
        browser.see("#elementform", "Fader");
        browser.drag(".board .element[data-element=e1]", 0, -60);
        browser.until(() -> orchard.keeper()
                        .rig()
                        .layout(ID)
                        .orElseThrow()
                        .element("e1")
                        .orElseThrow()
                        .tall()
                != null);
        Layout layout = orchard.keeper().rig().layout(ID).orElseThrow();
        assertThat(layout.element("e2").orElseThrow().tall())
                .as("what is on another page")
                .isNull();
        Upright put = layout.element("e1").orElseThrow().tall();
        browser.find("#untall"); // the page shows it, and knows how it was seen
        browser.chordOn(
                ".board .element[data-element=e1]", org.openqa.selenium.Keys.SHIFT, org.openqa.selenium.Keys.ARROW_UP);
        browser.until(() -> orchard.keeper()
                        .rig()
                        .layout(ID)
                        .orElseThrow()
                        .element("e1")
                        .orElseThrow()
                        .tall()
                        .height()
                == put.height() - 1);
        assertThat(browser.barriers()).isEmpty();
        browser.click("#untall");
        browser.until(() -> orchard.keeper().rig().layout(ID).orElseThrow().elements().stream()
                .allMatch(one -> one.tall() == null));
        browser.click(".way [data-tall='']");
        browser.until(() -> browser.all(".board[data-tall]").isEmpty());
    }
}
