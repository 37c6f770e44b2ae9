package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import orchard.action.SetParameter;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Values;
import orchard.app.port.PortRoom;
import orchard.condition.Always;
import orchard.gear.Control;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.shape.Shape;
import orchard.standin.StandIn;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A control found from messages: heard three times, or pasted. */
@ExtendWith(Orchard.class)
class ExamplesPageTest {

    private static final Ref.ToParameter LEARNED = new Ref.ToParameter("wherrymidi", "learned1");

    @AfterEach
    void putBack(TestOrchard orchard) {
        orchard.standIn("peat").play("patch", "choose", 0);
        orchard.reset();
    }

    private static List<Control> controls(TestOrchard orchard) {
        return orchard.keeper().rig().ownDevice("peat").orElseThrow().profile().controls();
    }

    @Test
    void aKnobThatWasMovedThreeTimesMovesAController(TestOrchard orchard, Browser browser) {
        browser.until(() -> orchard.bean(PortRoom.class).present().containsAll(List.of("peat", "wherrymidi")));
        int before = controls(orchard).size();
        StandIn peat = orchard.standIn("peat");
        browser.go("/describe?device=peat&view=touch");
        for (double at : new double[] {0, 0.5, 1}) {
            peat.play("decay2", "turn", at);
        }
        browser.untilItTakes(
                () -> browser.click(".examples .quiet"),
                () -> browser.text("#examplesfound").contains("one number, 0 to 127"));
        assertThat(browser.barriers()).isEmpty();
        browser.type("#examplename", "Slow wave");
        browser.click("#examplesfound .strong");
        browser.until(() -> controls(orchard).size() == before + 1);
        Control made = controls(orchard).get(before);
        assertThat(made.name()).isEqualTo("Slow wave");
        orchard.keeper()
                .commit(rig -> Edit.add(
                        "Carry",
                        new Part.OfMapping(new Mapping(
                                "carried",
                                new When(List.of(new Ref.ToControl("peat", made.id(), "turn"))),
                                new Always(),
                                Shape.WHOLE,
                                new Actions(List.of(new SetParameter(LEARNED))),
                                new Show(List.of())))));
        Map<String, Values.OfParameter> values = orchard.bean(Values.class).parameters();
        browser.untilItTakes(
                () -> {
                    peat.play("decay2", "turn", 0.2);
                    peat.play("decay2", "turn", 0.25);
                },
                () -> values.containsKey(LEARNED.key())
                        && values.get(LEARNED.key()).text().equals("32"));
    }

    @Test
    void messagesOutOfAManualAreReadHoweverTheyAreWritten(TestOrchard orchard, Browser browser) {
        browser.go("/describe?device=peat&view=touch");
        browser.type("#examplemessages", "F0 7D 22 01 00 40 F7\n0x7D,0x22,0x01,0x01,0x12\nF07D22017F03F7");
        browser.click(".examples .pill");
        browser.see("#examplesfound", "one number, 0 to 16383");
        browser.type("#examplename", "Drift");
        browser.click("#examplesfound [name=parameter]");
        browser.until(() -> browser.url().contains("/map/find"));
        assertThat(orchard.keeper()
                        .rig()
                        .ownDevice("peat")
                        .orElseThrow()
                        .profile()
                        .parameters())
                .anyMatch(parameter -> parameter.name().equals("Drift")
                        && parameter.binding().words().equals("SysEx 7D 22 01 vv vv"));
        browser.go("/describe?device=peat&view=touch");
        browser.type("#examplemessages", "F0 7D 22 01 00 00 F7\nF0 7D 8F F7");
        browser.click(".examples .pill");
        browser.see("#examplesfound", "line 2 is no SysEx");
        browser.type("#examplemessages", "F0 7D 22 01 00 00 F7");
        browser.click(".examples .pill");
        browser.see("#examplesfound", "two other settings");
        String dump = "F0 7D" + "01".repeat(30_000) + "F7";
        assertThat(ExamplesActions.read(dump + "\n" + dump))
                .as("as long as it may be")
                .hasSize(2)
                .allMatch(message -> message.length() == 30_001);
    }

    @Test
    void aSheetBecomesControlsInOneEdit(TestOrchard orchard, Browser browser) {
        int before = controls(orchard).size();
        browser.go("/describe?device=peat&view=touch");
        browser.click("#sheetmore summary");
        browser.type("#sheettext", "Slow cutoff, F0 7D 40 01 vv F7\nBroken, F0 7D 99 vv F7\nSlow depth, Bn 55 vv\n");
        browser.ask("document.querySelector('#sheetchannel').value = '7'");
        browser.click("#sheetform [type=submit]");
        browser.see("#sheetfound", "CC 85, ch 7");
        browser.see("#sheetfound", "Line 2 (Broken): Byte 3: “99” is above 7F");
        assertThat(browser.barriers()).isEmpty();
        browser.click("#sheetmake button");
        browser.until(() -> controls(orchard).size() == before + 2);
        assertThat(controls(orchard).stream().skip(before).map(Control::name))
                .containsExactly("Slow cutoff", "Slow depth");
        browser.until(() -> browser.url().contains("view=face"));
        browser.go("/describe?device=peat&view=touch");
        browser.click("#sheetmore summary");
        browser.type("#sheettext", "Slow cutoff, F0 7D 40 01 vv F7");
        browser.click("#sheetform .quiet");
        browser.see("#sheetmake", "Make 1 parameter");
        browser.click("#sheetform [type=submit]");
        browser.see("#sheetfound", "“Slow cutoff” says the same");
        browser.see("#sheetfound", "None of these lines can be used");
        browser.type("#sheettext", "Slow cutoff and no message");
        browser.click("#sheetform [type=submit]");
        browser.see("#sheetfound", "Line 1: expected name and message");
    }
}
