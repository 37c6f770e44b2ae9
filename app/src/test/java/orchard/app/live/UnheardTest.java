package orchard.app.live;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.engine.Event;
import orchard.engine.Trace;
import orchard.outcome.NobodyListens;
import orchard.rig.Rig;
import orchard.signal.OscMessage;
import org.junit.jupiter.api.Test;

/** What nobody listens to is kept as far as it helps, however many say however much. */
class UnheardTest {

    private static void say(Unheard unheard, String device, String address) {
        OscMessage message = OscMessage.of(address, 1f);
        unheard.take(new Trace(1, 0, new Event.Arrived(0, device, message), Rig.EMPTY, List.of(new NobodyListens())));
    }

    @Test
    void aFloodOfStrangersIsForgottenAndWhatDevicesOfTheRigSaidIsNot() {
        Unheard unheard = new Unheard();
        say(unheard, "quay", "/quay/bell");
        for (int i = 0; i < 20_000; i++) {
            say(unheard, "osc:" + i, "/" + i + "/level");
        }
        assertThat(unheard.ofStrangers()).hasSize(16).contains("/19999/level").doesNotContain("/1/level");
        assertThat(unheard.of("quay")).extracting(Unheard.Heard::address).containsExactly("/quay/bell");
        assertThat(unheard.said("quay")).containsExactly("/quay/bell");
        assertThat(unheard.said("osc:19999")).isEmpty();
    }
}
