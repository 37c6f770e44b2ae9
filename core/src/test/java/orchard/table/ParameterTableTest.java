package orchard.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import orchard.Gear;
import orchard.gear.Profile;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import org.junit.jupiter.api.Test;

class ParameterTableTest {

    private static final String HEAD = "group,name,address,low,high,default,unit,law,tags\n";

    private static Profile read(String... lines) {
        return ParameterTable.read(Profile.BLANK, HEAD + String.join("\n", lines));
    }

    @Test
    void whatCanBeSetAndWhoIsToldOfFingersIsKept() {
        Profile before = ParameterTable.read(
                Profile.BLANK,
                "name,address,settable,touch\nMeter,/desk/meter,no,\nLevel,/desk/level,yes,/desk/level/touch\n");
        assertThat(before.parameters().get(0).settable()).isFalse();
        assertThat(before.parameters().get(1).binding()).isEqualTo(new Binding.Osc("/desk/level", "/desk/level/touch"));
        Profile after = ParameterTable.read(Profile.BLANK, ParameterTable.write(before));
        assertThat(after.parameters()).isEqualTo(before.parameters());
        assertThatThrownBy(() -> ParameterTable.read(Profile.BLANK, "name,address,settable\nA,/a,perhaps\n"))
                .hasMessageContaining("expected yes or no");
    }

    @Test
    void everyKindOfAddressAndLawIsReadAndWrittenBack() {
        Profile profile = read(
                "Filter,Cutoff,\"CC 74, ch 3\",20,20000,800,Hz,logarithmic,\"tone, dark\"",
                "Filter,Fine cutoff,CC 7 and 39 ch 1,0,100,,%,linear,",
                ",Bend range,RPN 0 ch 2,0,24,2,,25 steps,",
                "Voice,Detune,NRPN 301,-50,50,0,cents,,",
                "Voice,Patch,program ch 4,,,Moss,,Reed|Horn|Moss,",
                ",Wave,F0 7D 04 30 vl vh cn1 F7,0,16383,0,,linear,",
                ",Level,/desk/level,−60,6,-12,dB,fader taper,",
                ",Storm,kept,0,1,on,,off|on,");
        assertThat(profile.parameters())
                .extracting(Parameter::id)
                .containsExactly(
                        "filter.cutoff",
                        "filter.fine-cutoff",
                        "bend-range",
                        "voice.detune",
                        "voice.patch",
                        "wave",
                        "level",
                        "storm");
        Parameter cutoff = profile.parameters().get(0);
        assertThat(cutoff.binding()).isEqualTo(new Binding.Controller(3, 74));
        assertThat(cutoff.law()).isEqualTo(new Law.Logarithmic());
        assertThat(cutoff.marks().tags()).containsExactly("tone", "dark");
        assertThat(profile.parameters().get(1).binding()).isEqualTo(new Binding.FineController(1, 7));
        assertThat(profile.parameters().get(2).law()).isEqualTo(new Law.Stepped(25));
        assertThat(profile.parameters().get(3).binding()).isEqualTo(new Binding.Numbered(1, false, 301));
        assertThat(profile.parameters().get(4).standard()).isEqualTo(2);
        assertThat(profile.parameters().get(5).binding()).isEqualTo(new Binding.SysEx("7D 04 30 vl vh cn1"));
        assertThat(profile.parameters().get(6).range().low()).isEqualTo(-60);
        assertThat(profile.parameters().get(7).binding()).isEqualTo(new Binding.Kept(false));
        Profile again = ParameterTable.read(Profile.BLANK, ParameterTable.write(profile));
        assertThat(again).isEqualTo(profile);
        assertThat(ParameterTable.read(profile, ParameterTable.write(profile)))
                .as("what is there already is not there twice")
                .isEqualTo(profile);
    }

    @Test
    void whatHasTheSameAddressKeepsItsIdAndTheRestStays() {
        Profile before = Gear.desk().profile();
        Profile after = ParameterTable.read(
                before, "name,address,low,high,unit\nLoudness,/desk/volume,-90,0,dB\nWidth,/desk/width,0,100,%\n");
        assertThat(after.parameter("volume").orElseThrow().name()).isEqualTo("Loudness");
        assertThat(after.parameter("volume").orElseThrow().range().low()).isEqualTo(-90);
        assertThat(after.parameter("width")).isPresent();
        assertThat(after.parameter("cutoff")).isEqualTo(before.parameter("cutoff"));
    }

    @Test
    void everyLineThatCannotBeUsedIsNamedAndNothingIsTaken() {
        assertThatThrownBy(() -> read(
                        ",A,CC 200,0,1,,,,",
                        ",B,desk/volume,0,1,,,,",
                        ",C,/c,5,5,,,,",
                        ",D,/d,0,10,11,,,",
                        ",E,/e,0,10,,,log,",
                        ",F,/f,0,1,,,wobbly,",
                        ",,/g,0,1,,,,",
                        ",H,/h,low,1,,,,",
                        ",I,/i,,,blue,,red|green,",
                        ",J,CC 7 and 40,0,1,,,,"))
                .isInstanceOf(Csv.Bad.class)
                .extracting(e -> ((Csv.Bad) e).faults())
                .asInstanceOf(org.assertj.core.api.InstanceOfAssertFactories.list(String.class))
                .hasSize(10)
                .anySatisfy(s -> assertThat(s).startsWith("Line 2: a controller is 0–127, and 200 is not"))
                .anySatisfy(s -> assertThat(s).startsWith("Line 3: “desk/volume” is no address; expected one like"))
                .anySatisfy(s -> assertThat(s).startsWith("Line 4: the low end has to be below"))
                .anySatisfy(s -> assertThat(s).startsWith("Line 5: the default 11 is not between 0 and 10"))
                .anySatisfy(s -> assertThat(s).startsWith("Line 6: a logarithmic range begins above 0"))
                .anySatisfy(s -> assertThat(s).startsWith("Line 7: “wobbly” is no law"))
                .anySatisfy(s -> assertThat(s).startsWith("Line 8: a name is needed"))
                .anySatisfy(s -> assertThat(s).startsWith("Line 9: the low end “low” is no number"))
                .anySatisfy(s -> assertThat(s).startsWith("Line 10: the default “blue”"))
                .anySatisfy(s -> assertThat(s).contains("second half 32 above"));
        assertThatThrownBy(() -> read(",A,/a,0,1,,,,", ",B,/a,0,1,,,,"))
                .hasMessageContaining("Line 3: another line has the address /a");
        assertThatThrownBy(() -> ParameterTable.put(
                        Gear.desk().profile(),
                        "",
                        new ParameterTable.Row("", "Double", "/desk/volume", "0", "1", "", "", "", "")))
                .hasMessageContaining("another parameter has the address /desk/volume");
        assertThat(ParameterTable.remove(Gear.desk().profile(), "mute").parameters())
                .hasSize(3);
    }
}
