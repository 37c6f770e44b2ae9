package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import orchard.action.Action;
import orchard.action.Nudge;
import orchard.action.SetTo;
import orchard.action.Value;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.OscPeer;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Values;
import orchard.condition.Always;
import orchard.gear.Ref;
import orchard.gear.Selector;
import orchard.layout.Element;
import orchard.layout.Kind;
import orchard.mapping.Actions;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.mapping.When;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.shape.Shape;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The bank of the lamp desk: one truth in five places, changed from each of them. */
@ExtendWith(Orchard.class)
class BankTest {

    private static final Ref.ToParameter BANK = new Ref.ToParameter("loft", "playback.bank");
    private static final Ref.ToParameter BY_MIDI = new Ref.ToParameter("loftmidi", "bank");

    @AfterEach
    void putBack(TestOrchard orchard) {
        orchard.reset();
        orchard.standIn("loft").play("/loft/bank", "set", 0);
    }

    @Test
    void aBankIsInStepInFivePlacesFromEachOfThem(TestOrchard orchard, Browser browser) {
        String layout = made(orchard, browser);
        orchard.keeper()
                .commit(rig -> new Edit(
                        "Banks",
                        List.of(
                                added("bank1", "treadle", "switch7", "press", set(2), List.of()),
                                added("bank2", "sluice", "key4", "gate", new Nudge(BANK, 1, false), List.of()),
                                added(
                                        "bank3",
                                        "sluice",
                                        "key3",
                                        "gate",
                                        new Nudge(BANK, -1, false),
                                        List.of(new Show.Answer(
                                                new Ref.ToLight("sluice", "fader8.text"),
                                                Show.Rule.VALUE,
                                                Look.USUAL.about(BANK),
                                                List.of(),
                                                0))))));
        browser.go("/play/" + layout);
        Element choices = orchard.keeper().rig().layout(layout).orElseThrow().elements().stream()
                .filter(one -> one.kind() == Kind.CHOICES && one.name().equals("Bank"))
                .findFirst()
                .orElseThrow();
        String bank = "[data-element=" + choices.id() + "]";
        browser.fingers().tap(1, ".turn:nth-child(2)", 0.5, 0.5);
        browser.until(() -> browser.find(bank).isDisplayed());

        orchard.standIn("loft").play("/loft/bank", "set", 1); // its own panel
        inStep(orchard, browser, bank, 4);
        try (OscPeer program = new OscPeer()) { // another program, on OSC
            program.say(((orchard.standin.LampLoft) orchard.standIn("loft")).port(), "/loft/bank", 3f);
            inStep(orchard, browser, bank, 3);
        }
        orchard.standIn("treadle").play("switch7", "hit", 1); // a foot, by way of the desk's MIDI
        inStep(orchard, browser, bank, 2);
        press(orchard, "sluice", "key4"); // a key of the board
        inStep(orchard, browser, bank, 3);
        press(orchard, "sluice", "key3");
        press(orchard, "sluice", "key3");
        inStep(orchard, browser, bank, 1);
        browser.fingers().tap(1, bank + " .option:nth-child(4)", 0.5, 0.5); // a finger on the layout
        inStep(orchard, browser, bank, 4);
        orchard.standIn("loft")
                .play("cable", "pull", 0); // and all are right again after a gap in which the desk was turned
        orchard.standIn("loft").play("/loft/bank", "set", 1 / 3.0);
        orchard.standIn("loft").play("cable", "plug", 0);
        inStep(orchard, browser, bank, 2);
        assertThat(orchard.standIn("sluice").violations()).isEmpty();
        orchard.reset();
        browser.until(() -> orchard.bean(Values.class).page(Selector.Owner.parameters(layout))
                == 1); // the next of this id begins there
    }

    private static void inStep(TestOrchard orchard, Browser browser, String bank, int at) {
        String number = Integer.toString(at);
        browser.until(() -> orchard.shows("loft", "/loft/bank").equals(number));
        browser.until(() -> orchard.shows("sluice", "lower8").equals(number));
        browser.until(() -> browser.text(bank + " [aria-checked=true]").equals(number));
        Map<String, Values.OfParameter> values = orchard.bean(Values.class).parameters();
        browser.until(() -> values.get(BANK.key()).text().equals(number));
        browser.until(() -> values.get(BY_MIDI.key()).text().equals(number));
    }

    private static Action set(int bank) {
        return new SetTo(BY_MIDI, new Value.Fixed(bank));
    }

    private static Edit.Change added(
            String id, String device, String control, String dimension, Action does, List<Show.Answer> answers) {
        return new Edit.Change(
                null,
                new Part.OfMapping(new Mapping(
                        id,
                        new When(List.of(new Ref.ToControl(device, control, dimension))),
                        new Always(),
                        Shape.WHOLE,
                        new Actions(List.of(does)),
                        new Show(answers))));
    }

    private static void press(TestOrchard orchard, String standIn, String part) {
        orchard.standIn(standIn).play(part, "hit", 1);
        orchard.standIn(standIn).play(part, "release", 0);
    }

    private static String made(TestOrchard orchard, Browser browser) {
        int before = orchard.keeper().rig().layouts().size();
        browser.size(1280, 800);
        browser.go("/layouts");
        browser.click(".layoutmenu summary");
        browser.ask("[...document.querySelectorAll('.readies button')].find((one) => one.textContent === "
                + "'Levels and positions of Lamp Loft').click()");
        browser.until(() -> orchard.keeper().rig().layouts().size() > before);
        return orchard.keeper().rig().layouts().get(before).id();
    }
}
