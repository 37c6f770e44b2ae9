package orchard.standin;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiSystem;
import orchard.signal.Message;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Cobble, met through the machine's MIDI ports like any other device. */
class CobbleTest {

    private final List<Message> heard = new ArrayList<>();
    private Cobble cobble;
    private Plug plug;

    @BeforeEach
    void plugIn() {
        cobble = new Cobble("Cobble test");
        plug = new Plug("Cobble test", heard::add);
    }

    @AfterEach
    void unplug() {
        plug.close();
        cobble.close();
        assertThat(Arrays.stream(MidiSystem.getMidiDeviceInfo()).map(MidiDevice.Info::getName))
                .doesNotContain("Cobble test");
    }

    @Test
    void speaksItsOwnLanguageUntilToldToSpeakPlainly() throws Exception {
        cobble.play("knob2", "turn", 5);
        plug.tell(0x7D, 1, 1, 1);
        cobble.play("knob2", "turn", 1);
        assertThat(words()).containsExactly("SysEx 7D 01 10 30 16 05", "CC 22 = 6, ch 1");
    }

    @Test
    void knobsSendAllFourEncodings() throws Exception {
        plug.tell(0x7D, 1, 1, 1);
        for (int encoding = 0; encoding < 4; encoding++) {
            plug.tell(0x7D, 1, 2, 1, encoding);
            cobble.play("knob1", "turn", encoding == 0 ? 10 : -2);
        }
        assertThat(words())
                .containsExactly("CC 21 = 10, ch 1", "CC 21 = 126, ch 1", "CC 21 = 62, ch 1", "CC 21 = 66, ch 1");
    }

    @Test
    void padsSendNoteVelocityAndPressure() throws Exception {
        plug.tell(0x7D, 1, 1, 1);
        cobble.play("pad16", "hit", 0.5);
        cobble.play("pad16", "press", 1);
        cobble.play("pad16", "release", 0);
        assertThat(words())
                .containsExactly(
                        "note 51 on, velocity 64, ch 1", "pressure of note 51 = 127, ch 1", "note 51 off, ch 1");
    }

    @Test
    void showsLightsAndTextAndFollowsTheHost() throws Exception {
        plug.send(new javax.sound.midi.ShortMessage(0x91, 36, 127));
        plug.send(new javax.sound.midi.ShortMessage(0xB0, 23, 127));
        plug.tell(0x7D, 1, 0x20, 3, '1', '.', '2', ' ', 'k', 'H', 'z');
        assertThat(cobble.readings())
                .contains(
                        new StandIn.PanelState(
                                "pad1",
                                1,
                                "blinking " + new OwnProfile("cobble").colours().get(127)),
                        new StandIn.PanelState("knob3", 1, "1.2 kHz"));
    }

    @Test
    void answersTheIdentityRequest() throws Exception {
        plug.tell(0x7E, 0x7F, 6, 1);
        assertThat(words()).singleElement().asString().startsWith("SysEx 7E 00 06 02 7D 01");
    }

    private List<String> words() {
        return heard.stream().map(Message::words).toList();
    }
}
