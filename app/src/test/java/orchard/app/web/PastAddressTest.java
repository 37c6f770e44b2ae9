package orchard.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import orchard.app.harness.Browser;
import orchard.app.harness.Orchard;
import orchard.app.harness.OscPeer;
import orchard.app.harness.TestOrchard;
import orchard.app.live.Values;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** A device on OSC whose addresses were typed a little wrong. */
@ExtendWith(Orchard.class)
class PastAddressTest {

    private static void describe(TestOrchard orchard, String address) {
        Parameter level = new Parameter(
                "level", "", "Level", new Range(0, 1, ""), new Law.Linear(), 0, new Binding.Osc(address), true);
        Device device = new Device(
                "quay",
                "Quay",
                "",
                new Seat(Wire.OSC, "/northquay", Seat.SENDER),
                Profile.BLANK.withParameters(List.of(level)));
        orchard.keeper().commit(rig -> Edit.add("describe", new Part.OfDevice(device)));
    }

    @Test
    void itSpeaksWithoutTheFirstPartAndOnePressListensThere(TestOrchard orchard, Browser browser) {
        describe(orchard, "/northquay/bollard/3");
        try (OscPeer peer = new OscPeer()) {
            browser.untilItTakes(
                    () -> {
                        peer.say(orchard.oscPort(), "/bollard/3", 0.25f);
                        browser.go("/check");
                    },
                    () -> browser.text("#page")
                            .contains("Something that is not in the rig speaks to /bollard/3, and you listen to"
                                    + " /northquay/bollard/3 of Quay"));
            browser.click(".fixes .fix");
            browser.until(() -> !browser.text("#page").contains("/bollard/3"));
            assertThat(orchard.keeper()
                            .rig()
                            .device("quay")
                            .orElseThrow()
                            .seat()
                            .in())
                    .isEqualTo("/northquay /bollard");
            browser.until(() -> {
                peer.say(orchard.oscPort(), "/bollard/3", 0.75f);
                return Math.abs(orchard.bean(Values.class)
                                        .parameters()
                                        .get("quay/level")
                                        .position()
                                - 0.75)
                        < 0.001;
            });
        }
    }
}
