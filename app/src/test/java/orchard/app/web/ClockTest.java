package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Values;
import orchard.gear.Ref;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

/** Beats by a MIDI clock that comes in. */
@ExtendWith(Orchard.class)
class ClockTest {

    private static final Ref.ToParameter CLOCK = new Ref.ToParameter("loftmidi", "clock");

    @AfterEach
    void theClockStands(TestOrchard orchard) {
        orchard.standIn("loft").play("clock", "set", 0);
    }

    @Test
    void aClockIsChosenAndToldByItsTicks(TestOrchard orchard, Browser browser) {
        browser.go("/connect");
        browser.ask("document.querySelector('#s-tempo').closest('details').open = true; return 1");
        browser.click("#s-tempo option[value='clock:loftmidi']");
        browser.ask("document.querySelector('#s-tempo').closest('form').requestSubmit(); return 1");
        browser.until(() -> CLOCK.equals(orchard.keeper().rig().settings().tempo()));
        orchard.standIn("loft").play("clock", "set", 1);
        double tempo = Double.parseDouble(orchard.shows("loft", "/loft/tempo").replaceAll("[^0-9.]", ""));
        browser.until(() -> Math.abs(told(orchard) - tempo) < tempo / 20);
        browser.go("/map/table?device=loftmidi");
        browser.see("tbody", "MIDI clock");
        browser.chord(Keys.CONTROL, "z");
        browser.until(() -> orchard.keeper().rig().settings().tempo() == null
                || !CLOCK.equals(orchard.keeper().rig().settings().tempo()));
        assertThat(orchard.keeper().rig().parameter(CLOCK)).isEmpty();
        assertThat(browser.complaints()).isEmpty();
    }

    /** Beats a minute, 0 before any were told. */
    private static double told(TestOrchard orchard) {
        Values.OfParameter value = orchard.bean(Values.class).parameters().get(CLOCK.key());
        return value == null
                ? 0
                : orchard.keeper().rig().parameter(CLOCK).orElseThrow().real(value.position());
    }
}
