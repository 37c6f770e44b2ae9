package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.action.SayMessage;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.port.PortRoom;
import orchard.mapping.Mapping;
import orchard.trigger.MessageHeard;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** Messages with numbers in them, made on Map: their places stand in a row. */
@ExtendWith(Orchard.class)
class FormPageTest {

    @AfterEach
    void putBack(TestOrchard orchard) {
        orchard.reset();
    }

    private static Mapping mapping(TestOrchard orchard) {
        return orchard.keeper().rig().mapping("m47").orElseThrow();
    }

    private static String row(String clause) {
        return "form[data-clause=" + clause + "] .actionlines li:last-child .formrow";
    }

    /** As a hand does it: what stands there is marked, and gives way. */
    private static void write(Browser browser, String css, String text) {
        browser.chordOn(css, Keys.CONTROL, "a");
        browser.pressOn(css, text);
    }

    private static void pasted(Browser browser, String row, String text) {
        browser.click(row + " .paste summary");
        write(browser, row + " [name=pasted]", text);
        browser.click(row + " .cells .faint");
        settled(browser);
    }

    /** What was asked for has been drawn. */
    private static void settled(Browser browser) {
        browser.until(() ->
                browser.all(".htmx-request, .htmx-settling, .htmx-swapping").isEmpty());
        browser.rest();
        browser.until(() ->
                browser.all(".htmx-request, .htmx-settling, .htmx-swapping").isEmpty());
    }

    /** Opens a line for a message that sets the sentence off; returns where it is. */
    private static String whenAMessageComes(Browser browser) {
        browser.go("/map?mapping=m47");
        browser.click(".phrase[data-clause=when]");
        browser.click("form[data-clause=when] [hx-get$='/trigger']");
        String when = "form[data-clause=when] .actionlines li:last-child ";
        browser.click(when + "[data-field=what] option[value=MESSAGE]");
        settled(browser);
        return when;
    }

    @Test
    void aMessageOutOfAManualSetsOffWhatSaysItsNumbers(TestOrchard orchard, Browser browser) {
        browser.until(() -> orchard.bean(PortRoom.class).present().containsAll(List.of("peat", "wherrymidi", "loft")));
        String when = whenAMessageComes(browser);
        browser.see(row("when"), "controller");
        pasted(browser, row("when"), "F0 7D 04 10 <knob> vv F7");
        browser.see(row("when"), "{vv}");
        browser.click(row("when") + " .formcell.named:last-of-type");
        settled(browser);
        write(browser, row("when") + " [name=called]", "level");
        browser.click(row("when") + " .cells .faint");
        settled(browser);
        browser.see(row("when"), "{level}");
        browser.click(when + "[data-field=from0] option[value=peat]");
        settled(browser);
        browser.until(() -> !browser.all(when + "[data-field=from1]").isEmpty());
        assertThat(browser.barriers()).isEmpty();
        browser.click("form[data-clause=when] button[type=submit]");
        browser.until(() -> mapping(orchard).when().also().size() == 1);
        assertThat(mapping(orchard).when().also().get(0)).isInstanceOfSatisfying(MessageHeard.class, heard -> {
            assertThat(heard.form().text()).isEqualTo("SysEx 7D 04 10 {knob} {level}");
            assertThat(heard.devices()).containsExactly("peat");
        });
        browser.see(".sentence", "the message SysEx 7D 04 10 {knob} {level} comes from Peat");

        browser.click(".phrase[data-clause=do]");
        String then = "form[data-clause=do] .actionlines li:last-child ";
        browser.click(then + "[data-field=what] option[value=SAY]");
        settled(browser);
        browser.click(then + "[data-field=device] option[value=loft]");
        settled(browser);
        pasted(browser, row("do"), "/show/1 0.5 7");
        browser.see(row("do"), "argument 2");
        browser.click(row("do") + " .cells .formcell:nth-of-type(2)");
        settled(browser);
        browser.click(row("do") + " [name=what] option[value=NAMED]");
        settled(browser);
        write(browser, row("do") + " [name=called]", "knob");
        browser.click(row("do") + " .cells .faint");
        settled(browser);
        browser.see(row("do"), "{knob}");
        browser.click(row("do") + " .cells .formcell:nth-of-type(3)");
        settled(browser);
        browser.click(row("do") + " [name=what] option[value=NAMED]");
        settled(browser);
        write(browser, row("do") + " [name=called]", "level");
        browser.click(row("do") + " .cells .faint");
        settled(browser);
        browser.see(row("do"), "{level}");
        browser.type(then + "[data-field='by.level']", "scale(level, 0, 127, 0, 1) + missing");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.until(
                () -> mapping(orchard).branches().get(0).actions().onPress().get(0) instanceof SayMessage);
        browser.see("#page", "nothing is called “missing” here; there are x, knob, level");
        browser.click(".phrase[data-clause=do]");
        browser.type(then + "[data-field='by.level']", "scale(level, 0, 127, 0, 1)");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see(".sentence", "say /show/{knob} {level} 7 to Lamp Loft with level by scale(level, 0, 127, 0, 1)");
        browser.until(() -> browser.attribute("#page", "data-mounted") != null);
        browser.untilItTakes(
                () -> {
                    orchard.standIn("peat").play("decay2", "turn", 0.5);
                    orchard.standIn("peat").play("decay2", "turn", 0);
                },
                () -> browser.text(".sentence [data-live-raw]").matches("knob \\d+, level 0"));
        browser.see(".sentence [data-live-real]", " 0.000 7");
        browser.go("/monitor?device=loft");
        orchard.standIn("peat").play("decay2", "turn", 1);
        browser.see("#monitorscroll", "1.000 7");
    }

    @Test
    void whatCannotBeReadIsSaidAtItsPlaceAndNothingIsLost(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m47");
        browser.click(".phrase[data-clause=do]");
        String then = "form[data-clause=do] .actionlines li:last-child ";
        browser.click(then + "[data-field=what] option[value=SAY]");
        settled(browser);
        pasted(browser, row("do"), "F0 7D 99 F7");
        browser.see(row("do") + " .refused", "00–7F");
        browser.see(row("do"), "{level}");
        browser.click(row("do") + " .cells .formcell:nth-of-type(1)");
        settled(browser);
        write(browser, row("do") + " [name=value]", "200");
        browser.click(row("do") + " .cells .faint");
        settled(browser);
        browser.see(row("do") + " .refused", "controller is a whole number from 0 to 127");
        browser.click(row("do") + " [name=what] option[value=ANY]");
        settled(browser);
        browser.see(row("do"), "any");
        browser.click(then + "[data-field=device] option[value=wherrymidi]");
        settled(browser);
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see("form[data-clause=do] .refusal", "in place of “any” stands a number");
    }

    @Test
    void whatCameThreeTimesMakesTheRow(TestOrchard orchard, Browser browser) {
        browser.until(() -> orchard.bean(PortRoom.class).present().contains("peat"));
        for (double at : new double[] {0, 0.5, 1}) {
            orchard.standIn("peat").play("decay2", "turn", at);
        }
        String when = whenAMessageComes(browser);
        browser.click(when + "[data-field=from0] option[value=peat]");
        settled(browser);
        browser.untilItTakes(
                () -> {
                    browser.click(row("when") + " > .btn.quiet");
                    settled(browser);
                },
                () -> browser.text(row("when")).contains("{value}"));
        browser.until(() ->
                browser.attribute(row("when") + " [data-field=form]", "value").matches("SysEx 7D 04 .*\\{value}.*"));
        pasted(browser, row("when"), "F0 7D 01 00 01 01 F7\nF0 7D 01 3F 7E 3D F7\nF0 7D 01 7F 02 01 F7");
        browser.see(row("when"), "2 bytes");
        assertThat(browser.attribute(row("when") + " [data-field=form]", "value"))
                .contains("{value 2 bytes}");
        pasted(browser, row("when"), "F0 7D 12 <level> cs F7");
        browser.see(row("when"), "“cs” looks like a checksum");
        browser.click(when + "[data-field=from0] option[value=peat]");
        settled(browser);
        browser.see(row("when"), "“cs” looks like a checksum");
        browser.click(row("when") + " .formcell.any");
        settled(browser);
        browser.click(row("when") + " [name=what] option[value=SUM]");
        settled(browser);
        browser.click(row("when") + " [name=sum] option[value='exclusive or']");
        settled(browser);
        browser.see(row("when"), "exclusive or, from 1");
        write(browser, row("when") + " [name=to]", "2");
        browser.click(row("when") + " .cells .faint");
        settled(browser);
        browser.see(row("when"), "exclusive or, 1–2");
        pasted(browser, row("when"), "F0 7D 01 00 F7\nF0 7D 01 02 03 F7");
        browser.see(row("when"), "they are not of one kind");
    }
}
