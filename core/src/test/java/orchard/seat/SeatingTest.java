package orchard.seat;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import orchard.Gear;
import orchard.gear.Device;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which device is behind which port. Ports are written {@code name/vendor/socket/identity}, {@code ?} for an answer that may still come. */
class SeatingTest {

    private static Seating.Claim claim(String id, String in, String known) {
        Device box = Gear.box();
        String[] k = (known + "////").split("/", -1);
        Recognition recognition = known.isEmpty()
                ? Recognition.NOTHING
                : new Recognition(in, k[3], VisiblePort.plain(k[0]), k[1], k[2], false);
        return new Seating.Claim(new Device(id, id, "", new Seat(Wire.MIDI, in, in), box.profile()), recognition);
    }

    private static VisiblePort port(String facts, Object... heard) {
        String[] f = (facts + "////").split("/", -1);
        boolean asked = f[3].equals("?");
        return new VisiblePort(Wire.MIDI, f[0], f[0], f[1], f[2], asked ? "" : f[3], asked, Set.of(heard));
    }

    private static Seating.Result seat(List<Seating.Claim> claims, Map<String, String> before, VisiblePort... ports) {
        Seating.Result result = Seating.seat(claims, List.of(ports), before);
        List<VisiblePort> turned = Arrays.asList(ports.clone());
        Collections.reverse(turned);
        assertThat(Seating.seat(claims, turned, before).ports())
                .as("the order of ports decides nothing")
                .isEqualTo(result.ports());
        return result;
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Box [hw:1,0,0] | Box",
                "Box (2) | Box",
                "Box #3 | Box",
                "2- Box | Box",
                "3- Box (2) [hw:4,0,0] | Box",
                "Box MIDI 1 | Box MIDI 1",
                "(2) | (2)"
            })
    void suffixesOfSystemsAreNotPartOfAName(String name, String plain) {
        assertThat(VisiblePort.plain(name)).isEqualTo(plain);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                // known of the device      | the port                  | is it?
                "''                         | Box                       | true",
                "''                         | Box (2)                   | true",
                "''                         | Other                     | false",
                "Box/Maker/s1/ID1           | Box [hw:2,0,0]/Maker/s2/  | true",
                "Box/Maker/s1/ID1           | Renamed/Maker/s2/ID1      | true",
                "Box/Maker/s1/ID1           | Box/Maker/s1/ID2          | false",
                "Box/Maker/s1/ID1           | Box/Another/s1/           | false",
                "Box/Maker/s1/ID1           | Box/Maker/s1/?            | true",
                "Box//s1/                   | Renamed//s1/              | false"
            })
    void oneDeviceAndOnePort(String known, String port, boolean is) {
        Seating.Result result = seat(List.of(claim("a", "Box", known)), Map.of(), port(port));
        assertThat(result.ports().containsKey("a")).isEqualTo(is);
        assertThat(result.questions()).isEmpty();
    }

    @Test
    void aDeviceThatAnswersLateAndIsAnotherGivesTheSeatBack() {
        Seating.Claim claim = claim("a", "Box", "Box/Maker/s1/ID1");
        Map<String, String> first =
                seat(List.of(claim), Map.of(), port("Box/Maker/s1/?")).ports();
        assertThat(first).containsEntry("a", "Box");
        assertThat(seat(List.of(claim), first, port("Box/Maker/s1/ID1")).ports())
                .containsEntry("a", "Box");
        assertThat(seat(List.of(claim), first, port("Box/Maker/s1/ID2")).ports())
                .isEmpty();
    }

    @Test
    void twinsAreToldApartByTheirSocket() {
        List<Seating.Claim> twins = List.of(claim("a", "Box", "Box//s1/ID"), claim("b", "Box (2)", "Box//s2/ID"));
        assertThat(seat(twins, Map.of(), port("Box//s2/ID"), port("Box (2)//s1/ID"))
                        .ports())
                .containsEntry("a", "Box (2)")
                .containsEntry("b", "Box");
        assertThat(seat(twins, Map.of(), port("Box//s2/ID")).ports())
                .as("one of them alone")
                .isEqualTo(Map.of("b", "Box"));
        assertThat(seat(twins, Map.of(), port("Box//s1/ID"), port("Box (2)//s9/ID"))
                        .ports())
                .as("one in its place, so the other is the one that moved")
                .containsEntry("a", "Box")
                .containsEntry("b", "Box (2)");
    }

    @Test
    void whatCannotBeDecidedIsAskedOnce() {
        List<Seating.Claim> twins = List.of(claim("a", "Box", "Box//s1/ID"), claim("b", "Box (2)", "Box//s2/ID"));
        Seating.Result moved = seat(twins, Map.of(), port("Box//s7/ID"), port("Box (2)//s8/ID"));
        assertThat(moved.ports()).isEmpty();
        assertThat(moved.questions())
                .containsExactly(new Seating.Question(Wire.MIDI, List.of("a", "b"), List.of("Box", "Box (2)")));
        Map<String, String> answered = new LinkedHashMap<>(Map.of("a", "Box (2)"));
        Seating.Result after = seat(twins, answered, port("Box//s7/ID"), port("Box (2)//s8/ID"));
        assertThat(after.ports()).containsEntry("a", "Box (2)").containsEntry("b", "Box");
        assertThat(after.questions()).isEmpty();
    }

    @Test
    void aNewTwinDoesNotTakeTheSeatOfTheOneThatIsThere() {
        Seating.Claim claim = claim("a", "Box", "Box//s1/ID");
        Seating.Result result = seat(List.of(claim), Map.of("a", "Box"), port("Box//s1/ID"), port("Box (2)//s2/ID"));
        assertThat(result.ports()).containsExactly(Map.entry("a", "Box"));
        assertThat(result.questions()).isEmpty();
    }

    @Test
    void withoutNameAndIdentityTheShapeOfItsTrafficTells() {
        Object[] own = {
            new MessagePattern.NoteGate(1, 36).key(),
            new MessagePattern.NoteGate(1, 37).key(),
            new MidiMessage.ControlChange(1, 21, 0).key()
        };
        Seating.Claim claim = claim("a", "Box", "Box//s1/");
        assertThat(seat(List.of(claim), Map.of(), port("Foot board", own)).ports())
                .containsEntry("a", "Foot board");
        assertThat(seat(List.of(claim), Map.of(), port("Foot board", own[0], own[1]))
                        .ports())
                .as("two messages say too little")
                .isEmpty();
        assertThat(seat(List.of(claim), Map.of(), port("Foot board", own[0], own[1], own[2], 5, 6))
                        .ports())
                .as("most of it is not this device's")
                .isEmpty();
        assertThat(seat(List.of(claim), Map.of(), port("Foot board//s3/?", own)).ports())
                .as("an answer may still come")
                .isEmpty();
    }

    @Test
    void portsOfAnotherWireAreNobodysHere() {
        VisiblePort browser = new VisiblePort(Wire.BROWSER, "Box", "Box", "", "", "", false, Set.of());
        assertThat(Seating.seat(List.of(claim("a", "Box", "")), List.of(browser), Map.of())
                        .ports())
                .isEmpty();
    }
}
