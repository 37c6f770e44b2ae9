package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.Callable;
import orchard.action.SetParameter;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.OscPeer;
import orchard.app.harness.TestOrchard;
import orchard.app.store.RigKeeper;
import orchard.condition.Always;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Shape;
import orchard.standin.StandIn;
import orchard.standin.Wherry;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** What comes back, and what keeps hold: presets, parameter pages, variables, tracks that are moved. */
@ExtendWith(Orchard.class)
class PresetsTest {

    private static final String LEVEL = "/loft/lamp/1/level";

    /** Presses something, and lets it go once that has come through: the wand's packets pass over what lasts no time. */
    private static void press(
            TestOrchard orchard, Browser browser, String device, String part, Callable<Boolean> done) {
        orchard.standIn(device).play(part, "hit", 1);
        browser.until(done);
        orchard.standIn(device).play(part, "release", 0);
    }

    @Test
    void aLookIsKeptFoundAndRecalledByHandByAPadAndByGoingOn(TestOrchard orchard, Browser browser) {
        StandIn loft = orchard.standIn("loft");
        loft.play(LEVEL, "set", 0.2);
        browser.go("/map/presets");
        browser.until(() -> orchard.shows("loft", LEVEL).equals("20 %"));
        browser.click("#newof option[value='loft/group/lamp1']");
        browser.type("#newname", "Tide out");
        browser.type("#newtype", "look");
        browser.type("#newtags", "deep");
        browser.press(Keys.ENTER);
        browser.see("#detail h2", "Tide out");
        browser.see(".settings", "Harbour left › Level");
        loft.play(LEVEL, "set", 0.9);
        browser.see(".settings tbody tr:first-child td:last-child", "90 %");
        browser.type("#find", "deep");
        browser.see("#count", "1 of 6 presets");
        browser.press(Keys.ESCAPE);
        browser.press(Keys.ENTER);
        browser.until(() -> orchard.shows("loft", LEVEL).equals("20 %"));
        browser.see("tr[aria-current] .lately", "last");
        browser.click("#lay option[value='cobble/pad1/gate']");
        browser.click("form[hx-post$='/lay'] button");
        browser.see(".reasons", "When Pad 1 of Cobble is hit, recall “Tide out” on Lamp Loft.");
        loft.play(LEVEL, "set", 0.9);
        browser.until(() -> orchard.shows("loft", LEVEL).equals("90 %"));
        press(
                orchard,
                browser,
                "cobble",
                "pad1",
                () -> orchard.shows("loft", LEVEL).equals("20 %"));
        orchard.standIn("gull").play("key1", "hit", 1);
        browser.until(() -> orchard.shows("loft", LEVEL).equals("60 %"));
        browser.type("#find", "look");
        browser.see("tr[data-at=preset1] .lately", "last");
        loft.play(LEVEL, "set", 0.7);
        browser.see(".settings tbody tr:first-child td:last-child", "70 %");
        browser.click("form[hx-post$='/values'] button");
        browser.see(".settings tbody tr:first-child td", "70 %");
        browser.click("form .wrong");
        browser.until(() -> browser.all("tr[data-at=preset6]").isEmpty());
        browser.chord(Keys.CONTROL, "z");
        browser.see("#found", "Tide out");
        // not before: a packet of the wand that comes after its release is another press
        orchard.standIn("gull").play("key1", "release", 0);
        assertThat(browser.barriers()).isEmpty();
        assertThat(browser.complaints()).isEmpty();
    }

    @Test
    void aPageIsLaidUnderTheControlsFromHere(TestOrchard orchard, Browser browser) {
        browser.go("/map/pages?device=peat&page=page2");
        assertThat(browser.all("#opennow")).isEmpty(); // no row of controls: nothing lies under one
        browser.click("form[hx-post='/map/pages/peat/lay'] button");
        browser.until(() -> !browser.all("#opennow").isEmpty());
        browser.go("/map/pages?device=peat&page=page2");
        browser.see("#opennow", "Page 1 is under them.");
        browser.click(".under button");
        browser.see("#opennow", "It is under them.");
        browser.click(".spot:nth-child(2) [aria-label='One place to the left']");
        browser.see(".spot:first-child", "LFO 1 › Depth");
        browser.go("/map/pages?device=peat&page=page1");
        browser.see("#opennow", "Page 2 is under them.");
        browser.click(".under button");
        browser.see("#opennow", "It is under them.");
    }

    @Test
    void aVariableIsTypedSteppedAndGivenToALamp(TestOrchard orchard, Browser browser) {
        browser.go("/map/table?device=variables");
        browser.type("#name", "Fog");
        browser.type("[name=high]", "10");
        browser.type("#standard", "11");
        browser.press(Keys.ENTER);
        browser.see("#detail .refusal", "The default 11 is not between 0 and 10");
        browser.type("#standard", "3");
        browser.press(Keys.ENTER);
        browser.see("#found", "Fog");
        browser.see("tr[data-at=fog] .val", "3");
        press(
                orchard,
                browser,
                "gull",
                "key4",
                () -> browser.text("tr[data-at=storm] .val").equals("40 %"));
        press(
                orchard,
                browser,
                "gull",
                "key3",
                () -> orchard.shows("loft", "/loft/lamp/9/level").equals("40 %"));
    }

    @Test
    void aTrackThatIsMovedInTheSoftwareTakesItsMappingsAlong(TestOrchard orchard, Browser browser) {
        Wherry wherry = (Wherry) orchard.standIn("wherry");
        Rig before = orchard.keeper().rig();
        Ref.ToParameter surf = new Ref.ToParameter("wherry", "track3.volume");
        browser.go("/map?mapping=m1");
        browser.until(() -> {
            wherry.play("/wherry/master", "set", Math.random());
            return !browser.text("#tickernow").contains("Nothing");
        });
        wherry.move(3, 7);
        try {
            browser.until(() -> address(orchard, surf).equals("/wherry/track/7/volume"));
            browser.until(() -> {
                orchard.standIn("gull").play("squeeze", "move", Math.random() / 2);
                orchard.standIn("gull").play("squeeze", "move", 1);
                return orchard.shows("wherry", "/wherry/track/7/volume").equals("6.0 dB");
            });
            browser.see("#sentences [aria-current]", "When Squeeze of Gull moves, set Surf › Volume");
            assertThat(address(orchard, new Ref.ToParameter("wherry", "filter.cutoff")))
                    .as("what is on a track that made room moves, too")
                    .isEqualTo("/wherry/track/3/device/1/cutoff");
            assertThat(orchard.keeper().undoable().map(RigKeeper.Step::label))
                    .contains("Wherry moved what it has: mappings go along");
        } finally {
            wherry.move(7, 3);
        }
        browser.until(() -> orchard.keeper().rig().equals(before));
        assertThat(browser.complaints()).isEmpty();
    }

    private static String address(TestOrchard orchard, Ref.ToParameter parameter) {
        return orchard.keeper()
                .rig()
                .parameter(parameter)
                .orElseThrow()
                .binding()
                .words();
    }

    private static Device desk(String out) {
        List<Group> groups =
                List.of(new Group("one", "", "Harp", "/desk/1/name"), new Group("two", "", "Surf", "/desk/2/name"));
        List<Parameter> parameters = groups.stream()
                .map(group -> new Parameter(
                        group.id() + ".volume",
                        group.id(),
                        "Volume",
                        new Range(0, 1, ""),
                        new Law.Linear(),
                        0,
                        new Binding.Osc(group.path() + "/volume"),
                        true))
                .toList();
        return new Device(
                "desk", "Desk", "", new Seat(Wire.OSC, "/desk", out), Profile.BLANK.withParameters(groups, parameters));
    }

    @Test
    void whereATrackHasNoIdentityItIsAskedWhetherItWasMovedOrRenamed(TestOrchard orchard, Browser browser) {
        try (OscPeer peer = new OscPeer()) {
            Ref.ToParameter harp = new Ref.ToParameter("desk", "one.volume");
            orchard.keeper().commit(rig -> Edit.add("Desk", new Part.OfDevice(desk(""))));
            orchard.keeper()
                    .commit(rig -> Edit.add(
                            "Harp",
                            new Part.OfMapping(new Mapping(
                                    "m99",
                                    new When(List.of(new Ref.ToControl("cobble", "knob4", "turn"))),
                                    new Always(),
                                    Shape.WHOLE,
                                    new Actions(List.of(new SetParameter(harp))),
                                    new Show(List.of())))));
            peer.say(orchard.oscPort(), "/desk/1/name", "Surf");
            peer.say(orchard.oscPort(), "/desk/2/name", "Harp");
            browser.untilItTakes(
                    () -> browser.go("/map?mapping=m99"),
                    () -> !browser.all(".says .notice").isEmpty());
            browser.see(".says .notice", "Unsure: where Desk had Harp it has Surf now, and Harp elsewhere.");
            assertThat(browser.barriers()).isEmpty();
            browser.go("/map/find");
            browser.see(".notice[data-device=desk]", "and so for 1 more. Mappings still move the old places.");
            browser.go("/map?mapping=m99");
            browser.untilItTakes(
                    () -> browser.click(".says .notice button"),
                    () -> address(orchard, harp).equals("/desk/2/volume"));
            browser.until(() -> browser.all(".says .notice").isEmpty());
            peer.say(orchard.oscPort(), "/desk/2/name", "Harp of old");
            browser.see("#sentences [aria-current]", "When Knob 4 of Cobble turns, set Harp");
        }
    }
}
