package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.app.harness.Browser;
import orchard.app.harness.Fingers;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.layout.Layout;
import orchard.layout.Tall;
import orchard.mapping.Fault;
import orchard.rig.Ready;
import orchard.rig.Rig;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Layouts that are ready, made of the demo's rig and played. */
@ExtendWith(Orchard.class)
class ReadyTest {

    @AfterEach
    void erase(TestOrchard orchard) {
        orchard.reset();
        orchard.standIn("loft").play("/loft/bank", "set", 0);
        for (int bank = 0; bank < 4; bank++) {
            orchard.standIn("loft").play("/loft/bank", "set", bank / 3.0);
            for (int playback = 1; playback <= 8; playback++) {
                orchard.standIn("loft").play("/loft/playback/" + playback, "set", 0);
            }
        }
        orchard.standIn("loft").play("/loft/bank", "set", 0);
        orchard.putBack("loft", "lamp3.level", "mover1.pan", "mover1.tilt");
        orchard.putBack("wherry", "song.playing");
    }

    @Test
    void everyOfferIsALayoutInWhichNothingOverlapsAndEverythingWorks(TestOrchard orchard) {
        Rig rig = orchard.keeper().rig();
        List<Ready.Offer> offers = new Ready(rig).offers();
        assertThat(offers).extracting(Ready.Offer::sort).contains(Ready.Sort.values());
        for (Ready.Offer offer : offers) {
            Ready.Made made = new Ready(rig).make(offer.sort(), offer.of());
            Rig after = rig.apply(made.edit());
            Layout layout = after.layout(made.layout()).orElseThrow();
            for (Element one : layout.elements()) {
                assertThat(layout.on(one.page()).stream()
                                .filter(other -> other.box().overlaps(one.box())))
                        .as(offer.title() + ": " + one)
                        .containsExactly(one);
            }
            layout.played().stream()
                    .filter(one -> one.face().hand().isPresent())
                    .forEach(one -> assertThat(
                                    Math.min(one.box().width() * 32, one.box().height() * 42))
                            .as(offer.title() + ": " + one)
                            .isGreaterThanOrEqualTo(Tall.TARGET));
            after.mappings().stream()
                    .filter(mapping -> !rig.mappings().contains(mapping))
                    .forEach(mapping -> assertThat(Fault.of(mapping, after))
                            .as(offer.title())
                            .isEmpty());
            assertThat(after.apply(made.edit().inverse())).as(offer.title()).isEqualTo(rig);
        }
    }

    private static String made(TestOrchard orchard, Browser browser, String title) {
        int before = orchard.keeper().rig().layouts().size();
        browser.size(1280, 800);
        browser.go("/layouts");
        browser.click(".layoutmenu summary");
        browser.ask("[...document.querySelectorAll('.readies button')].find((one) => one.textContent === " + "'" + title
                + "').click()");
        browser.until(() -> orchard.keeper().rig().layouts().size() > before);
        return orchard.keeper().rig().layouts().get(before).id();
    }

    private static Element named(TestOrchard orchard, String layout, Kind kind, String name) {
        return orchard.keeper().rig().layout(layout).orElseThrow().elements().stream()
                .filter(one -> one.kind() == kind && one.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static String at(Element element) {
        return "[data-element=" + element.id() + "]";
    }

    /** Twelve levels, a field in degrees, and banks that are in step with the desk's own panel and say which has something up. */
    @Test
    void lampsAndPositionsAreInStepWithTheDesk(TestOrchard orchard, Browser browser) {
        String id = made(orchard, browser, "Levels and positions of Lamp Loft");
        Layout layout = orchard.keeper().rig().layout(id).orElseThrow();
        assertThat(layout.on(layout.pages().get(0).id()).stream().filter(one -> one.kind() == Kind.FADER))
                .hasSizeGreaterThanOrEqualTo(12);
        browser.go("/play/" + id);
        Element tower = named(orchard, id, Kind.FADER, "Tower");
        Fingers fingers = browser.fingers().down(1, at(tower), 0.5, 0.7).by(1, 0, -80);
        Element mover = named(orchard, id, Kind.FIELD, "Mover 1");
        fingers.down(2, at(mover) + " .plane", 0.75, 0.25);
        browser.until(() -> orchard.shows("loft", "/loft/mover/1/pan").startsWith("13"));
        browser.until(() -> orchard.shows("loft", "/loft/mover/1/tilt").startsWith("6"));
        browser.until(() -> browser.text(at(tower) + " .value").equals(orchard.shows("loft", "/loft/lamp/3/level")));
        assertThat(orchard.shows("loft", "/loft/lamp/3/level")).isNotEqualTo("0 %");
        fingers.lift();
        assertThat(browser.all(at(mover) + " .end").stream().map(one -> one.getText()))
                .containsExactly("−270°", "270°", "−135°", "135°");

        browser.fingers().tap(1, ".turn:nth-child(2)", 0.5, 0.5);
        Element bank = named(orchard, id, Kind.CHOICES, "Bank");
        browser.until(() -> browser.find(at(bank)).isDisplayed());
        browser.fingers().tap(1, at(bank) + " .option:nth-child(3)", 0.5, 0.5);
        browser.until(() -> orchard.shows("loft", "/loft/bank").startsWith("3"));
        orchard.standIn("loft").play("/loft/playback/2", "set", 0.5);
        Element mark = named(orchard, id, Kind.LAMP, "Bank 3");
        browser.until(() -> browser.find(at(mark)).getAttribute("class").contains("lit"));
        orchard.standIn("loft").play("/loft/bank", "set", 1);
        browser.until(() -> browser.text(at(bank) + " [aria-checked=true]").equals("4"));
        assertThat(browser.find(at(mark)).getAttribute("class"))
                .as("bank 3 still has something up")
                .contains("lit");
        orchard.standIn("loft").play("/loft/bank", "set", 2 / 3.0);
        orchard.standIn("loft").play("/loft/playback/2", "set", 0);
        browser.until(() -> !browser.find(at(mark)).getAttribute("class").contains("lit"));
        assertThat(browser.barriers()).isEmpty();
    }

    /** All of a synth in one press: its waveforms are lists with favourites first, and a patch that is changed elsewhere is followed. */
    @Test
    void anEditorForPeatIsMadeInOnePress(TestOrchard orchard, Browser browser) {
        String id = made(orchard, browser, "An editor for Peat");
        browser.go("/play/" + id);
        Layout layout = orchard.keeper().rig().layout(id).orElseThrow();
        List<Element> waves = layout.elements().stream()
                .filter(one -> one.kind() == Kind.LIST && one.name().equals("Waveform"))
                .toList();
        assertThat(waves).hasSize(4);
        assertThat(browser.all(at(waves.get(3)) + " .option")).hasSize(96);
        browser.ask("document.querySelector('" + at(waves.get(1))
                + " .option:nth-child(3)').scrollIntoView({block: 'center'})");
        browser.fingers().tap(1, at(waves.get(1)) + " .option:nth-child(3)", 0.5, 0.5);
        String chosen = browser.text(at(waves.get(1)) + " .option:nth-child(3)");
        browser.until(() -> chosen.startsWith(orchard.shows("peat", "waveform2")));
        List<Element> levels = layout.elements().stream()
                .filter(one -> one.kind() == Kind.KNOB && one.name().equals("Level"))
                .toList();
        for (int patch : List.of(5, 9, 0)) {
            orchard.standIn("peat").play("patch", "choose", patch);
            for (int i = 0; i < 4; i++) {
                String wave = at(waves.get(i)) + " .option[aria-selected=true]";
                String shown = "waveform" + (i + 1);
                browser.until(() ->
                        browser.all(wave).size() == 1 && browser.text(wave).startsWith(orchard.shows("peat", shown)));
                browser.until(() -> isInView(browser, wave));
                String level = "level" + (i + 1);
                String value = at(levels.get(i)) + " .value";
                browser.until(() -> browser.text(value).equals(orchard.shows("peat", level)));
            }
            browser.until(
                    () -> orchard.shows("cobble", "knob8").contains(firstWord(orchard.shows("peat", "waveform1"))));
        }
    }

    private static boolean isInView(Browser browser, String option) {
        return Boolean.TRUE.equals(browser.ask("const option = document.querySelector('" + option
                + "'), o = option.getBoundingClientRect(), b = option.closest('.options').getBoundingClientRect();"
                + "return o.top >= b.top - 1 && o.bottom <= b.bottom + 1"));
    }

    private static String firstWord(String text) {
        return text.split(" ")[0];
    }

    @Test
    void transportIsPlayedAndAnswers(TestOrchard orchard, Browser browser) {
        String id = made(orchard, browser, "Transport of Wherry");
        browser.go("/play/" + id);
        Element play = named(orchard, id, Kind.BUTTON, "Transport");
        browser.fingers().tap(1, at(play), 0.5, 0.5);
        browser.until(() -> orchard.shows("wherry", "/wherry/playing").equals("playing"));
        browser.until(() -> browser.find(at(play)).getAttribute("class").contains("lit"));
        browser.fingers().tap(1, at(play), 0.5, 0.5);
        browser.until(() -> orchard.shows("wherry", "/wherry/playing").equals("stopped"));
    }

    /** What hands find on Sluice is drawn where it sits and does what it does there; one key leads from drawing to playing and back. */
    @Test
    void theFaceOfADeviceIsPlayable(TestOrchard orchard, Browser browser) {
        String id = made(orchard, browser, "The face of Sluice");
        browser.see(".head h1", "Sluice face");
        browser.pressOn("body", "u");
        browser.until(() -> browser.url().contains("/play/" + id));
        Element fader = named(orchard, id, Kind.FADER, "Fader 1");
        browser.until(
                () -> browser.text(at(fader) + " .value").equals(orchard.shows("wherry", "/wherry/track/1/volume")));
        String stood = orchard.shows("wherry", "/wherry/track/1/volume");
        browser.fingers().down(1, at(fader), 0.5, 0.5).by(1, 0, -50).lift();
        browser.until(() -> !orchard.shows("wherry", "/wherry/track/1/volume").equals(stood));
        orchard.putBack("wherry", "track1.volume");
        browser.pressOn("body", "u");
        browser.until(() -> browser.url().contains("/layouts?layout=" + id));
    }

    @Test
    void sixteenPadsPlayNotes(TestOrchard orchard, Browser browser) {
        String id = made(orchard, browser, "Sixteen pads for Peat");
        browser.go("/play/" + id);
        browser.fingers()
                .down(1, at(named(orchard, id, Kind.PAD, "Pad 1")), 0.5, 0.2)
                .down(2, at(named(orchard, id, Kind.PAD, "Pad 16")), 0.5, 0.2);
        browser.until(() -> orchard.shows("peat", "voices").equals("C2 D#3"));
        browser.fingers().lift();
        browser.go("/rehearse");
        browser.until(() -> orchard.shows("peat", "voices").equals("silent"));
    }
}
