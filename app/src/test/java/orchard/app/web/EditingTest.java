package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.OscPeer;
import orchard.app.harness.TestDatabase;
import orchard.app.harness.TestOrchard;
import orchard.gear.Device;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.shape.Scale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Edits as a person makes them: kept, refused beside the field, and never lost. */
@ExtendWith(Orchard.class)
class EditingTest {

    @Test
    void theRangeIsEditedInItsOwnUnit(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m2");
        browser.press("r");
        browser.type("#low", "1k");
        browser.type("#high", "300 Hz");
        browser.press(Keys.ENTER);
        browser.see(".sentence", "1.00 kHz to 300 Hz, logarithmic");
        browser.press("i");
        browser.see(".sentence", "1.00 kHz to 300 Hz, logarithmic, inverted");
        assertThat(orchard.keeper().rig().mapping("m2").orElseThrow().shape().scale())
                .contains(new Scale(0, 1, 1000, 300));
    }

    @Test
    void aRefusedRangeSaysWhyAndKeepsWhatWasTyped(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m2");
        long revision = orchard.keeper().revision();
        String[][] tries = {
            {"200 Hz", "200 Hz", "Both ends are 200 Hz"},
            {"20 Hz", "8 kHz", "Out of reach: this parameter goes from 200 Hz to 8.00 kHz"},
            {"−6 dB", "8 kHz", "“dB” is not this parameter's unit"},
            {"loud", "8 kHz", "Not a value: expected something like 200 Hz"},
            {"<script>alert(1)</script>", "8 kHz", "Not a value"}
        };
        browser.press("r");
        for (String[] tried : tries) {
            browser.type("#low", tried[0]);
            browser.type("#high", tried[1]);
            browser.press(Keys.ENTER);
            browser.see("form[data-clause=shape] .refusal", tried[2]);
            assertThat(browser.attribute("#low", "value")).isEqualTo(tried[0]);
            assertThat(browser.attribute("#high", "value")).isEqualTo(tried[1]);
        }
        assertThat(orchard.keeper().revision()).isEqualTo(revision);
        assertThat(browser.barriers()).isEmpty();
    }

    @Test
    void twoPeopleOnOneMappingAreToldAndTheSecondCanInsist(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m2");
        browser.press("r");
        browser.type("#low", "500 Hz");
        orchard.keeper().commit(rig -> {
            var before = rig.mapping("m2").orElseThrow();
            var after = new orchard.mapping.Mapping(
                    "m2", before.when(), before.during(), before.shape().invert(), before.actions(), before.show());
            return Edit.change("Somebody else", new Part.OfMapping(before), new Part.OfMapping(after));
        });
        browser.pressOn("#low", Keys.ENTER);
        browser.see("form[data-clause=shape] .refusal", "Someone changed this meanwhile");
        assertThat(browser.attribute("#low", "value")).isEqualTo("500 Hz");
        browser.pressOn("#low", Keys.ENTER);
        browser.see(".sentence", "500 Hz to 8.00 kHz, logarithmic, inverted");
    }

    @Test
    void anEditWithoutADatabaseIsRefusedBesideTheFieldAndWorksOnceItIsBack(
            TestOrchard orchard, TestDatabase database, Browser browser) {
        browser.go("/connect?edit=cobble");
        browser.type("#role", "both hands, slowly");
        database.stop();
        try {
            browser.press(Keys.ENTER);
            browser.see(".device .refusal", "the database is away");
            assertThat(browser.attribute("#role", "value")).isEqualTo("both hands, slowly");
        } finally {
            database.start();
        }
        browser.until(() -> orchard.bean(JdbcClient.class)
                        .sql("select 1")
                        .query(Integer.class)
                        .single()
                == 1);
        browser.pressOn("#role", Keys.ENTER);
        browser.see("#cobble .role", "both hands, slowly");
    }

    @Test
    void anEditThatCannotBeSentSaysSoBesideTheFieldAndCanBeSentAgain(Browser browser) {
        browser.go("/connect?edit=cobble");
        browser.type("#role", "one hand");
        browser.offline(true);
        try {
            browser.press(Keys.ENTER);
            browser.see(".device .refusal", "Orchard cannot be reached. What you typed is still here");
            assertThat(browser.attribute("#role", "value")).isEqualTo("one hand");
        } finally {
            browser.offline(false);
        }
        browser.pressOn("#role", Keys.ENTER);
        browser.see("#cobble .role", "one hand");
        browser.complaints();
    }

    @Test
    void namesAreShownAsTheyWereTypedWhateverTheyAre(TestOrchard orchard, Browser browser) {
        browser.go("/connect?edit=gull");
        browser.type("#name", "<script>alert(1)</script>");
        browser.press(Keys.ENTER);
        browser.see("#gull h2", "<script>alert(1)</script>");
        for (String page : new String[] {"/describe?device=gull", "/map?mapping=m1", "/check", "/rehearse"}) {
            browser.go(page);
            assertThat(browser.complaints()).isEmpty();
        }
        browser.go("/connect?edit=gull");
        browser.ask("document.getElementById('name').value = 'x'.repeat(10000)");
        browser.pressOn("#name", Keys.ENTER);
        browser.see("#gull .refusal", "Too long: 10,000 letters, and 60 fit");
        assertThat(browser.attribute("#name", "value")).hasSize(10_000);
        Device gull = orchard.keeper().rig().device("gull").orElseThrow();
        assertThat(gull.name()).isEqualTo("<script>alert(1)</script>");
    }

    @Test
    void aPortThatWasNeverSeenBecomesADeviceThatIsDescribedByTouchingIt(TestOrchard orchard, Browser browser) {
        browser.go("/connect");
        try (OscPeer peer = new OscPeer()) {
            peer.say(orchard.oscPort(), "/lantern/knob", 0.1f);
            browser.see("#strangerlist", "/lantern");
            browser.type("[data-port='osc:/lantern'] input[name=name]", "Lantern");
            browser.click("[data-port='osc:/lantern'] form > button[type=submit]");
            browser.see("main", "Touch every control of Lantern once");
            for (float at : new float[] {0, 0.25f, 0.5f, 0.75f, 1, 0.75f}) {
                peer.say(orchard.oscPort(), "/lantern/knob", at);
            }
            browser.see(".recognised", "/lantern/knob, 0 to 1");
            browser.press(Keys.ENTER);
            browser.see(".side h2", "Knob");
            peer.say(orchard.oscPort(), "/lantern/knob", 0.75f);
            browser.see(".sendslist .live", "/lantern/knob 0.750");
        }
        browser.type(".side #name", "Wick");
        browser.press(Keys.ENTER);
        browser.see(".side h2", "Wick");
    }

    @Test
    void aRefusalThatHasNoRoomIsSaidAndThePageStays(TestOrchard orchard, Browser browser) {
        browser.go("/describe?device=cobble&view=lights");
        browser.see("#trylights", "Try the lights");
        browser.ask("""
                const button = document.querySelector("#trylights").cloneNode(true);
                button.setAttribute("hx-post", "/describe/nobody/lights/begin");
                document.querySelector("#trylights").replaceWith(button);
                htmx.process(button);
                button.click();
                """);
        browser.see("#said", "is not in the rig any more");
        browser.see("main", "Try the lights");
    }

    @Test
    void clausesAreChosenFromLists(TestOrchard orchard, Browser browser) {
        browser.go("/map?mapping=m5");
        browser.click(".phrase[data-clause=do]");
        browser.type("[data-clause=do] .actionlines [data-field=parameter]", "Undertow › Pan");
        browser.click("form[data-clause=do] button[type=submit]");
        browser.see(".sentence", "set Undertow › Pan");
        browser.click(".phrase[data-clause=when]");
        browser.find("#control").sendKeys("Knob 4 of Cobble");
        browser.click("form[data-clause=when] button[type=submit]");
        browser.see(".sentence", "When Knob 4 of Cobble");
        assertThat(browser.text(".sentence")).contains("show its value on Knob 4’s display and ring");
    }

    @Test
    void findingsLeadToTheirPlace(TestOrchard orchard, Browser browser) {
        orchard.keeper().commit(rig -> {
            Device wherry = rig.ownDevice("wherry").orElseThrow();
            return Edit.remove("Lose Wherry", new Part.OfDevice(wherry));
        });
        browser.go("/check");
        browser.see("main", "It sets a parameter of a device that is not in the rig (wherry).");
        assertThat(browser.text(".tab[href='/map'] .count")).startsWith("29");
        browser.click(".finding");
        browser.see(".says .refused", "It sets a parameter of a device that is not in the rig");
        browser.chord(Keys.CONTROL, "z");
        browser.until(() -> browser.text(".says .refused").isEmpty());
    }
}
