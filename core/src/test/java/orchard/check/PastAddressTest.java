package orchard.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Part;
import orchard.rig.Rig;
import org.junit.jupiter.api.Test;

/** Devices on OSC that speak past what is listened to, or are spoken to where they have nothing. */
class PastAddressTest {

    private static final List<String> ADDRESSES = List.of("/north/mix/3", "/north/mix/4", "/lamp/level");

    private static Rig rig() {
        List<Parameter> parameters = ADDRESSES.stream()
                .map(address -> new Parameter(
                        "p" + address.replace('/', '_'),
                        "",
                        address,
                        new Range(0, 1, ""),
                        new Law.Linear(),
                        0,
                        new Binding.Osc(address),
                        true))
                .toList();
        return Rig.of(List.of(new Part.OfDevice(new Device(
                "desk", "Desk", "", new Seat(Wire.OSC, "/desk", ""), Profile.BLANK.withParameters(parameters)))));
    }

    private static List<Finding> found(List<String> unheard, Set<String> said, Set<String> has) {
        return found(unheard, List.of(), said, has);
    }

    private static List<Finding> found(
            List<String> unheard, List<String> strangers, Set<String> said, Set<String> has) {
        Rig rig = rig();
        Scene scene = new Scene(
                rig,
                rig,
                Set.of(),
                Map.of(),
                Map.of(),
                Map.of(),
                Map.of(),
                Map.of("desk", new Scene.Spoken(unheard, strangers, said, has)),
                Set.of());
        return new PastAddress().look(scene);
    }

    @Test
    void itSpeaksWhereNobodyListensAndOnePressListensThere() {
        assertThat(found(List.of("/mix/3"), Set.of("/mix/3", "/north/mix/4"), Set.of()))
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.sentence()).isEqualTo("Desk speaks to /mix/3, and you listen to /north/mix/3.");
                    assertThat(finding.cause()).contains("its first part");
                    assertThat(finding.fix())
                            .contains(new Finding.Fix(
                                    "Listen to /mix/3", Finding.Remedy.ADDRESS, "desk", "/north/mix/3", "/mix/3"));
                });
    }

    @Test
    void whatIsInNoRigMayBeMeantForADevice() {
        assertThat(found(List.of(), List.of("/mix/4", "/far/away"), Set.of(), Set.of()))
                .singleElement()
                .satisfies(finding -> assertThat(finding.sentence())
                        .isEqualTo("Something that is not in the rig speaks to /mix/4, and you listen to /north/mix/4"
                                + " of Desk."));
    }

    @Test
    void whatIsHeardIsNoSlip() {
        assertThat(found(List.of("/north/mix/5"), Set.copyOf(ADDRESSES), Set.of()))
                .isEmpty();
        assertThat(found(List.of("/battery"), Set.of("/battery"), Set.of())).isEmpty();
        assertThat(found(List.of(), Set.of(), Set.copyOf(ADDRESSES))).isEmpty();
    }

    @Test
    void itIsSpokenToWhereItHasNothing() {
        assertThat(found(List.of(), Set.of(), Set.of("/North/mix/3", "/north/mix/4", "/lamp/level", "/lamp/hue")))
                .singleElement()
                .satisfies(finding -> {
                    assertThat(finding.sentence()).isEqualTo("You speak to /north/mix/3, and Desk has /North/mix/3.");
                    assertThat(finding.fix().orElseThrow().to()).isEqualTo("/North/mix/3");
                });
    }
}
