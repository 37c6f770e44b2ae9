package orchard.light;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import orchard.Gear;
import orchard.gear.Profile;
import orchard.signal.MidiMessage;
import orchard.signal.TouchMessage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LightKindTest {

    private static final LightKind DISPLAY = new Letters(new byte[] {0x7D, 1, 0x20, 2}, 12);

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            ignoreLeadingAndTrailingWhitespace = false,
            value = {
                "1.26 kHz|1.26 kHz    ",
                "−6.0 dB|-6.0 dB     ",
                "Narrator › Filter|Narrator > F",
                "Größe|Grosse      ",
                "日本|??          "
            })
    void displaysGetAsManyAsciiLettersAsTheyHave(String text, String letters) {
        byte[] data = ((MidiMessage.SysEx) DISPLAY.message(0, text)).data();
        assertThat(data).startsWith(0x7D, 1, 0x20, 2).hasSize(16);
        String shown = new String(data, 4, 12, StandardCharsets.US_ASCII);
        assertThat(shown).isEqualTo(letters);
    }

    @Test
    void lampsTakeWhatTheyCanShow() {
        assertThat(new Letters(new byte[] {1}, 12).message(0, "– Søs’ ß♯ ☂עב"))
                .isEqualTo(new Letters(new byte[] {1}, 12).message(0, "- Sos' ss# ???"));
        assertThat(new Led(2, 40, 0, 96).message(0.5, "on")).isEqualTo(new MidiMessage.NoteOn(2, 40, 96));
        assertThat(new Led(2, 40, 0, 96).message(0.49, "off")).isEqualTo(new MidiMessage.NoteOn(2, 40, 0));
        assertThat(new Ring(1, 21).message(1, "")).isEqualTo(new MidiMessage.ControlChange(1, 21, 127));
        assertThat(new Drawn("e1").message(0.5, "half")).isEqualTo(new TouchMessage("e1", 0.5, "half"));
        assertThat(new Drawn("e1").drawn(1, "on", "#d0402f", 0.5, Motion.BLINKING))
                .contains(new TouchMessage("e1", 1, "on", "#d0402f80 blinking"));
    }

    @Test
    void aProfileFindsItsPartsByTheirIds() {
        Profile profile = Gear.box().profile();
        assertThat(profile.control("k1").orElseThrow().name()).isEqualTo("Knob 1");
        assertThat(profile.control("nothing")).isEmpty();
        assertThat(profile.light("k1.ring")).isPresent();
        assertThat(profile.lightsOn("k1")).extracting(Light::id).containsExactly("k1.text", "k1.ring");
        assertThat(profile.lightsOn("p2")).isEqualTo(List.of());
        assertThat(Gear.desk().profile().group("track").orElseThrow().name()).isEqualTo("Surf");
    }
}
