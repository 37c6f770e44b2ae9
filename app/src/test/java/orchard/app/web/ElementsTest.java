package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import orchard.app.harness.Browser;
import orchard.app.harness.Fingers;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.EngineRoom;
import orchard.app.live.Learn;
import orchard.gear.Ref;
import orchard.layout.Box;
import orchard.layout.Button;
import orchard.layout.Clock;
import orchard.layout.Element;
import orchard.layout.Face;
import orchard.layout.Keys;
import orchard.layout.Kind;
import orchard.layout.Knob;
import orchard.layout.Layout;
import orchard.layout.Pad;
import orchard.layout.Tilt;
import orchard.layout.Tint;
import orchard.mapping.Mapping;
import orchard.rig.Edit;
import orchard.rig.MappingCopier;
import orchard.rig.Part;
import orchard.rig.Song;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Every kind of element: learned and played by fingers, answered by what came back over the wire. */
@ExtendWith(Orchard.class)
class ElementsTest {

    private static final String ID = "layout77";

    private static Element element(int number, Face face) {
        Box box = face.kind().usual(0, 0);
        return new Element("e" + number, face.kind().noun(), box, face);
    }

    private static String css(int number) {
        return "[data-element=e" + number + "]";
    }

    /** Each alone on a page of its own size, so that all are where fingers find them. */
    private static void draw(TestOrchard orchard, Browser browser, Element... elements) {
        orchard.keeper().commit(rig -> Edit.add("draw", new Part.OfLayout(new Layout(ID, "All", List.of(elements)))));
        browser.go("/play/" + ID);
    }

    @AfterEach
    void asItWas(TestOrchard orchard) {
        orchard.bean(Learn.class).on(false);
        for (int track = 1; track <= 4; track++) {
            String of = "track" + track;
            orchard.putBack("wherry", of + ".volume", of + ".pan", of + ".mute");
        }
        orchard.putBack("wherry", "song.automation");
        orchard.putBack("loft", "mover1.pan", "mover1.tilt");
    }

    /** Learn: a finger moves the element, and a hand moves the parameter in the software. */
    private static void learn(
            TestOrchard orchard, Browser browser, Runnable finger, String device, String part, double... ways) {
        Learn learn = orchard.bean(Learn.class);
        long before = mappings(orchard).count();
        learn.on(true);
        browser.untilItTakes(finger, () -> !learn.status().control().isEmpty());
        browser.ask("window.drawnBefore = true");
        int[] hand = {0};
        browser.until(() -> {
            orchard.standIn(device).play(part, "set", ways[hand[0]++ % ways.length]);
            return mappings(orchard).count() == before + 1;
        });
        orchard.standIn(device).play(part, "set", ways[ways.length - 1]);
        learn.on(false);
        browser.until(() -> browser.ask("return String(window.drawnBefore) + document.documentElement.dataset.ready")
                .equals("undefinedyes"));
    }

    private static Stream<Mapping> mappings(TestOrchard orchard) {
        return orchard.keeper().rig().mappings().stream()
                .filter(m ->
                        m.when().triggers().stream().anyMatch(t -> t.device().equals(ID)));
    }

    private static String wherry(TestOrchard orchard, String part) {
        return orchard.shows("wherry", part);
    }

    @Test
    void faderKnobAndWheelAreTurned(TestOrchard orchard, Browser browser) {
        draw(
                orchard,
                browser,
                element(1, Kind.FADER.plain()).at(new Box(0, 0, 4, 12)),
                element(2, new Knob(false)).at(new Box(5, 0, 6, 6)),
                element(3, new Knob(true)).at(new Box(12, 0, 6, 6)),
                element(4, Kind.WHEEL.plain()).at(new Box(20, 0, 8, 8)));
        for (int i = 1; i <= 4; i++) {
            int number = i;
            String pan = "/wherry/track/" + i + "/pan";
            Fingers fingers = browser.fingers();
            learn(
                    orchard,
                    browser,
                    () -> fingers.down(1, css(number), 0.5, 0.2).by(1, 50, -30).up(1),
                    "wherry",
                    pan,
                    0.2,
                    0.5);
            browser.see(css(i) + " .value", "0 %");
            browser.until(() -> wherry(orchard, pan).equals("0 %"));
            fingers.down(1, css(i), 0.8, 0.5);
            if (i == 4) {
                fingers.to(1, css(i), 0.5, 0.9).to(1, css(i), 0.2, 0.5); // half a round, to the right below
            } else {
                fingers.by(1, 0, -60);
            }
            fingers.up(1);
            browser.until(() -> !wherry(orchard, pan).equals("0 %"));
            browser.until(() -> browser.text(css(number) + " .value").equals(wherry(orchard, pan)));
            assertThat(wherry(orchard, pan)).doesNotStartWith("−").doesNotStartWith("-");
            orchard.standIn("wherry").play(pan, "set", 0.25);
            browser.see(css(i) + " .value", "50 %");
        }
    }

    @Test
    void buttonsSwitchAndAreLitByTheTruth(TestOrchard orchard, Browser browser) {
        draw(
                orchard,
                browser,
                element(1, Kind.BUTTON.plain()).at(new Box(0, 0, 6, 4)),
                element(2, new Button(true, Button.Sign.LEFT)).at(new Box(8, 0, 6, 4)),
                element(3, Kind.TAP.plain()).at(new Box(16, 0, 6, 4)));
        for (int i = 1; i <= 3; i++) {
            int number = i;
            String mute = "/wherry/track/" + i + "/mute";
            Fingers fingers = browser.fingers();
            learn(orchard, browser, () -> fingers.tap(1, css(number), 0.5, 0.5), "wherry", mute, 1, 0);
            browser.until(() -> wherry(orchard, mute).equals("off"));
            browser.until(() -> browser.all(css(number) + ".lit").isEmpty());
            fingers.down(1, css(i), 0.5, 0.5);
            browser.until(() -> wherry(orchard, mute).equals("on"));
            browser.until(() -> !browser.all(css(number) + ".lit").isEmpty());
            fingers.up(1);
            orchard.standIn("wherry").play(mute, "set", 0);
            browser.until(() -> browser.all(css(number) + ".lit").isEmpty());
            orchard.standIn("wherry").play(mute, "set", 1);
            browser.until(() -> !browser.all(css(number) + ".lit").isEmpty());
            orchard.standIn("wherry").play(mute, "set", 0);
        }
    }

    @Test
    void aPadTellsHowHardAndWhereItIsHitAndAFieldWhereItsFingersAre(TestOrchard orchard, Browser browser) {
        draw(
                orchard,
                browser,
                element(1, new Pad(Pad.Velocity.HEIGHT, false, true)).at(new Box(0, 0, 8, 8)),
                element(2, Kind.FIELD.plain()).at(new Box(12, 0, 16, 16)));
        Fingers fingers = browser.fingers();
        learn(
                orchard,
                browser,
                () -> fingers.down(1, css(1), 0.5, 0.3).up(1),
                "wherry",
                "/wherry/track/1/pan",
                0.1,
                0.9);
        fingers.down(1, css(1), 0.5, 0.25);
        browser.until(() -> wherry(orchard, "/wherry/track/1/pan").matches("(4[5-9]|5[0-5]) %"));
        fingers.up(1);
        String pan = "/loft/mover/1/pan";
        learn(
                orchard,
                browser,
                () -> fingers.down(1, css(2), 0.3, 0.5).by(1, 200, 0).up(1),
                "loft",
                pan,
                0.1,
                0.6);
        assertThat(mappings(orchard).map(Mapping::trigger)).contains(new Ref.ToControl(ID, "e2", "x"));
        fingers.down(1, css(2), 0.5, 0.5).to(1, css(2), 0.75, 0.5).up(1);
        browser.until(() -> browser.text(css(2) + " .value").equals(orchard.shows("loft", pan)));
        browser.until(() -> orchard.shows("loft", pan).matches("1[234]\\d deg"));
        orchard.standIn("loft").play(pan, "set", 0.5);
        browser.see(css(2) + " .value", "0");
        browser.until(
                () -> browser.ask("return document.querySelector('" + css(2) + " .dot').style.getPropertyValue('--x')")
                        .equals("0.5000"));
    }

    @Test
    void namedValuesAreChosenByOneTapAndTheChosenOneIsInView(TestOrchard orchard, Browser browser) {
        draw(
                orchard,
                browser,
                element(1, Kind.CHOICES.plain()).at(new Box(0, 0, 30, 4)),
                element(2, Kind.LIST.plain()).at(new Box(0, 5, 12, 12)));
        List<Ref.ToParameter> set = List.of(
                new Ref.ToParameter("wherry", "song.automation"), new Ref.ToParameter("peat", "oscillator1.waveform"));
        for (int i = 1; i <= 2; i++) {
            int number = i;
            orchard.keeper()
                    .commit(rig -> Edit.add(
                            "map",
                            new Part.OfMapping(new orchard.rig.MappingCopier(rig)
                                    .pair(
                                            rig.freeId("m"),
                                            new Ref.ToControl(ID, "e" + number, "choice"),
                                            set.get(number - 1)))));
        }
        browser.go("/play/" + ID);
        browser.until(() -> browser.all(css(1) + " .option").size() == 5);
        assertThat(browser.all(css(2) + " .option")).hasSize(96);
        browser.click(css(1) + " .option:nth-child(3)");
        String third = browser.text(css(1) + " .option:nth-child(3)");
        browser.until(() -> wherry(orchard, "/wherry/automation").equals(third));
        browser.until(() -> browser.text(css(1) + " [aria-checked=true]").equals(third));
        orchard.standIn("wherry").play("/wherry/automation", "set", 0);
        browser.until(() ->
                browser.text(css(1) + " [aria-checked=true]").equals(browser.text(css(1) + " .option:nth-child(1)")));
        browser.type(css(2) + " .seek", "gla");
        browser.until(() -> browser.all(css(2) + " .option:not([hidden])").size() < 20);
    }

    @Test
    void whatOnlyShowsFollowsTheSoftware(TestOrchard orchard, Browser browser) {
        draw(
                orchard,
                browser,
                element(1, Kind.LABEL.plain()).following(new Ref.ToParameter("wherry", "track1.volume")),
                element(2, Kind.VALUE.plain()).following(new Ref.ToParameter("wherry", "track1.pan")),
                element(3, Kind.METER.plain()).following(new Ref.ToParameter("wherry", "track1.volume")),
                element(4, Kind.LAMP.plain()).following(new Ref.ToParameter("wherry", "track1.mute")),
                element(5, Kind.CLOCK.plain()));
        browser.see(css(1), "Harp");
        for (double pan : new double[] {0.1, 0.75}) {
            orchard.standIn("wherry").play("/wherry/track/1/pan", "set", pan);
            browser.until(() -> browser.text(css(2) + " .value").equals(wherry(orchard, "/wherry/track/1/pan")));
        }
        orchard.standIn("wherry").play("/wherry/track/1/volume", "set", 1);
        browser.until(() -> browser.attribute(css(3), "aria-valuenow").equals("100"));
        orchard.standIn("wherry").play("/wherry/track/1/mute", "set", 1);
        browser.until(() -> !browser.all(css(4) + ".lit").isEmpty());
        orchard.standIn("wherry").play("/wherry/track/1/mute", "set", 0);
        browser.until(() -> browser.all(css(4) + ".lit").isEmpty());
        assertThat(browser.text(css(5))).matches("\\d\\d:\\d\\d");
    }

    /** A clock begins anew with each song; what is left of it goes on beyond its end. */
    @Test
    void clocksTellTheTimeOfDayTheSongsAndWhatIsLeftOfIt(TestOrchard orchard, Browser browser) {
        String before = orchard.keeper().currentSong();
        draw(
                orchard,
                browser,
                element(1, new Clock(Clock.Shows.DAY, 0)).at(new Box(0, 0, 8, 4)),
                element(2, new Clock(Clock.Shows.SONG, 0)).at(new Box(0, 4, 8, 4)),
                element(3, new Clock(Clock.Shows.LEFT, 2)).at(new Box(0, 8, 8, 4)));
        browser.until(() -> browser.text(css(1) + " .value").matches("\\d\\d:\\d\\d"));
        List<Song> songs = orchard.keeper().rig().songs();
        String other = songs.stream()
                .map(Song::id)
                .filter(id -> !id.equals(before))
                .skip(1)
                .findFirst()
                .orElseThrow();
        orchard.bean(EngineRoom.class).reach(other);
        browser.until(() -> browser.text(css(2) + " .value").matches("0:0\\d"));
        browser.until(() -> browser.text(css(3) + " .value").matches("2:00|1:5\\d"));
        browser.again("/play/" + ID);
        browser.until(() -> browser.text(css(2) + " .value").matches("0:\\d\\d"));
        orchard.bean(EngineRoom.class).reach(before.isEmpty() ? songs.get(0).id() : before);
        orchard.keeper().currentSong(before);
    }

    /** A key is learned like anything that is pressed: what it was learned to is on while it is down. */
    @Test
    void aKeyIsLearnedToAParameter(TestOrchard orchard, Browser browser) {
        draw(orchard, browser, element(1, new Keys(60, 72, Keys.Strike.FULL, true)));
        String key = css(1) + " [data-note='64']";
        learn(orchard, browser, () -> browser.fingers().tap(1, key, 0.5, 0.9), "wherry", "/wherry/track/2/mute", 1, 0);
        Fingers fingers = browser.fingers().tap(1, css(1) + " [data-note='65']", 0.5, 0.9);
        fingers.down(1, key, 0.5, 0.9);
        browser.until(() -> orchard.shows("wherry", "/wherry/track/2/mute").equals("on"));
        fingers.lift();
        browser.until(() -> orchard.shows("wherry", "/wherry/track/2/mute").equals("off"));
    }

    /** A device lends how it is held, once it is asked to, and no longer than that. */
    @Test
    void aDeviceLendsItsTilt(TestOrchard orchard, Browser browser) {
        draw(orchard, browser, element(1, new Tilt()));
        Ref.ToParameter pan = new Ref.ToParameter("wherry", "track1.pan");
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "map",
                        new Part.OfMapping(
                                new MappingCopier(rig).plain(rig.freeId("m"), new Ref.ToControl(ID, "e1", "x"), pan))));
        browser.again("/play/" + ID);
        browser.hold(0, 0, 20);
        browser.fingers().tap(1, css(1) + " .lend", 0.5, 0.5);
        browser.hold(0, 0, 45);
        browser.see(css(1) + " .state", "Lent");
        browser.until(() -> orchard.shows("wherry", "/wherry/track/1/pan").startsWith("100"));
        browser.hold(0, 0, 0);
        browser.until(() -> orchard.shows("wherry", "/wherry/track/1/pan").startsWith("0"));
        browser.fingers().tap(1, css(1) + " .lend", 0.5, 0.5);
        browser.see(css(1) + " .state", "Lend it");
        browser.hold(0, 0, -45);
        browser.rest();
        assertThat(orchard.shows("wherry", "/wherry/track/1/pan")).startsWith("0");
    }

    /** A colour is chosen in a phrase; that of a lamp follows the lamp, and both are told apart in both lights. */
    @Test
    void elementsAreColouredAlsoAsWhatTheySet(TestOrchard orchard, Browser browser) {
        draw(
                orchard,
                browser,
                element(1, Kind.METER.plain())
                        .following(new Ref.ToParameter("loft", "lamp3.level"))
                        .in(Tint.OWN),
                element(2, Kind.FADER.plain()).at(new Box(10, 0, 4, 12)));
        for (double turn : List.of(0.25, 0.5)) {
            orchard.bean(EngineRoom.class).set("loft", "lamp3.hue", turn);
            browser.until(() -> String.valueOf(Math.round(360 * turn)).equals(hue(browser)));
        }
        browser.again("/play/" + ID);
        browser.until(() -> "180".equals(hue(browser)));
        browser.go("/layouts?layout=" + ID);
        browser.click(".element" + css(2));
        browser.click("#elementform select[name=tint] option[value=TEAL]");
        browser.until(() -> !browser.all(css(2) + "[data-tint=teal]").isEmpty());
        assertThat(orchard.keeper()
                        .rig()
                        .layout(ID)
                        .orElseThrow()
                        .element("e2")
                        .orElseThrow()
                        .tint())
                .isEqualTo(Tint.TEAL);
        orchard.putBack("loft", "lamp3.hue");
    }

    private static Object hue(Browser browser) {
        return browser.ask("return document.querySelector('" + css(1) + "').style.getPropertyValue('--hue')");
    }
}
