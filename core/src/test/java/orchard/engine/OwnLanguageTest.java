package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import orchard.Gear;
import orchard.action.SetParameter;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.outcome.ParameterTold;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.MidiMessage;
import orchard.signal.SysExTemplate;
import org.junit.jupiter.api.Test;

/** Parameters of gear that speaks only SysEx: said with their checksum, and heard where their number stands. */
class OwnLanguageTest {

    private static Parameter parameter(String id, String template) {
        return new Parameter(
                id, "", id, new Range(0, 100, "%"), new Law.Linear(), 0, new Binding.SysEx(template), true);
    }

    private static Bench bench() {
        Device synth = new Device(
                "synth",
                "Synth",
                "",
                new Seat(Wire.MIDI, "synth", "synth"),
                Profile.BLANK.withParameters(List.of(
                        parameter("level", "7D 04 10 05 vv"),
                        parameter("tune", "7D 04 30 vl vh cn1"),
                        parameter("pan", "7D 04 31 nh nl 00 cx0"))));
        Rig rig = Rig.of(new ArrayList<>(List.of(
                        new Part.OfDevice(synth), new Part.OfDevice(Gear.box()), new Part.OfDevice(Gear.desk()))))
                .apply(Edit.add(
                        "map",
                        new Part.OfMapping(Gear.mapping("m1", "k1", "turn", "volume")
                                .with(new Actions(List.of(new SetParameter(new Ref.ToParameter("synth", "tune"))))))));
        Bench bench = new Bench(rig);
        List.of("synth", "box", "desk").forEach(bench::present);
        bench.sent.clear();
        return bench;
    }

    /** Where a parameter stands as far as its device told. */
    private static double told(Bench bench, String parameter) {
        return bench.traces.stream()
                .flatMap(trace -> trace.all(ParameterTold.class).stream())
                .filter(told -> told.parameter().parameter().equals(parameter))
                .reduce((before, last) -> last)
                .orElseThrow()
                .position();
    }

    @Test
    void whatIsSetIsSaidWithItsChecksum() {
        Bench bench = bench();
        bench.arrive("box", new MidiMessage.ControlChange(1, 21, 127));
        assertThat(bench.words("synth")).containsExactly("SysEx 7D 04 30 7F 7F 4E");
        byte[] said = {0x04, 0x30, 0x7F, 0x7F, 0x4E};
        int sum = 0;
        for (byte one : said) {
            sum += one;
        }
        assertThat(sum & 0x7F).as("all after the first byte add up to 0").isZero();
    }

    @Test
    void whatItsPanelSaysIsHeardAndABrokenMessageIsNot() {
        Bench bench = bench();
        bench.arrive("synth", SysExTemplate.of("7D 04 31 nh nl 00 cx0").message(255));
        assertThat(told(bench, "pan")).isEqualTo(1);
        bench.arrive("synth", SysExTemplate.of("7D 04 10 05 vv").message(0));
        assertThat(told(bench, "level")).isZero();
        byte[] broken = SysExTemplate.of("7D 04 31 nh nl 00 cx0").message(3).data();
        broken[6] ^= 1;
        bench.arrive("synth", new MidiMessage.SysEx(broken));
        assertThat(told(bench, "pan")).as("the checksum is wrong").isEqualTo(1);
    }

    @Test
    void aParametersMessageIsGivenWhole() {
        assertThatThrownBy(() -> new Binding.SysEx("7D xx 10 vv")).hasMessageContaining("none is xx");
        assertThatThrownBy(() -> new Binding.SysEx("7D 10 vv vh")).hasMessageContaining("halves");
        assertThatThrownBy(() -> new Binding.SysEx("7D 10 vv cn7")).hasMessageContaining("stretch");
    }
}
