package orchard.standin;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Receiver;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.SysexMessage;
import orchard.signal.Malformed;
import orchard.signal.Message;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** The other MIDI stand-ins and their habits, met through the machine's MIDI ports. */
class MidiStandInsTest {

    private final List<Message> heard = new CopyOnWriteArrayList<>();
    private StandIn device;
    private Receiver to;

    private void plugged(StandIn standIn, String port) throws Exception {
        device = standIn;
        open(port);
    }

    private void open(String port) throws Exception {
        MidiDecoder decoder = new MidiDecoder(heard::add);
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            if (info.getName().equals(port)) {
                MidiDevice end = MidiSystem.getMidiDevice(info);
                end.open();
                if (end.getMaxTransmitters() == 0) {
                    to = end.getReceiver();
                } else {
                    end.getTransmitter().setReceiver(new Receiver() {
                        @Override
                        public void send(javax.sound.midi.MidiMessage message, long time) {
                            int from = message.getStatus() == SysexMessage.SPECIAL_SYSTEM_EXCLUSIVE ? 1 : 0;
                            decoder.feed(Arrays.copyOfRange(message.getMessage(), from, message.getLength()));
                        }

                        @Override
                        public void close() {}
                    });
                }
            }
        }
    }

    @AfterEach
    void unplug() {
        device.close();
    }

    private void say(MidiMessage message) throws Exception {
        for (MidiMessage part : MidiJoiner.split(message)) {
            byte[] bytes = part.bytes();
            to.send(
                    part instanceof MidiMessage.SysEx
                            ? new SysexMessage(bytes, bytes.length)
                            : new ShortMessage(bytes[0] & 0xFF, bytes[1], bytes.length > 2 ? bytes[2] : 0),
                    -1);
        }
    }

    private String reading(String part) {
        return device.readings().stream()
                .filter(r -> r.part().equals(part))
                .map(r -> "%.2f %s".formatted(r.value(), r.text()).strip())
                .findFirst()
                .orElse("");
    }

    private List<String> words() {
        return heard.stream().map(Message::words).toList();
    }

    private static MidiMessage.SysEx sysEx(String hex) {
        return new MidiMessage.SysEx(HexFormat.ofDelimiter(" ").parseHex(hex));
    }

    @Test
    void sluiceMovesItsMotorsAndReportsTheWay() throws Exception {
        plugged(new Sluice("Sluice test"), "Sluice test");
        say(new MidiMessage.PitchBend(3, 16383));
        Awaitility.await()
                .atMost(Duration.ofSeconds(2))
                .untilAsserted(() -> assertThat(reading("fader3")).isEqualTo("1.00"));
        assertThat(heard)
                .hasSizeBetween(4, 10)
                .allMatch(m -> m instanceof MidiMessage.PitchBend bend && bend.channel() == 3);
        assertThat(words()).last().isEqualTo("pitch bend = 16383, ch 3");
    }

    @Test
    void sluiceMovesNoMotorAgainstAFinger() throws Exception {
        plugged(new Sluice("Sluice test"), "Sluice test");
        device.play("fader1", "move", 0.25);
        say(new MidiMessage.PitchBend(1, 16383));
        say(sysEx("7D 02 20 01 02 53 75 72 66"));
        Awaitility.await()
                .atMost(Duration.ofSeconds(3))
                .untilAsserted(() -> assertThat(reading("lower3")).isEqualTo("0.00 Surf")); // its wire is slow
        assertThat(reading("fader1")).isEqualTo("0.25");
        device.play("fader1", "leave", 0);
        assertThat(words())
                .containsExactly("note 104 on, velocity 127, ch 16", "pitch bend = 4096, ch 1", "note 104 off, ch 16");
        device.play("encoder2", "turn", -2);
        device.play("cable", "pull", 0);
        assertThat(reading("lower3")).as("it forgets everything").isEqualTo("0.00");
        assertThat(words()).last().isEqualTo("CC 17 = 62, ch 1");
    }

    @Test
    void sluiceLosesWhatItsWireCannotCarryAndSaysWhatItCannotBear() throws Exception {
        plugged(new Sluice("Sluice test"), "Sluice test");
        for (int i = 0; i < 400; i++) {
            say(new MidiMessage.ControlChange(1, 48 + i % 8, i % 128));
        }
        assertThat(device.violations()).isNotEmpty().allMatch(what -> what.contains("overflowed"));
        assertThat(reading("limits")).contains("more than it bears");
        device.forgive();
        assertThat(device.violations()).isEmpty();
        Awaitility.await()
                .atMost(Duration.ofSeconds(3))
                .until(() -> device.violations().stream()
                        .anyMatch(what -> what.contains("flickers"))); // the rings it could still be told
        say(sysEx("7D 02 20 01 02 41 41 41 41 41 41 41 41 41 41 41 41"));
        Awaitility.await()
                .atMost(Duration.ofSeconds(3))
                .untilAsserted(() ->
                        assertThat(device.violations()).anyMatch(what -> what.contains("12 letters for a row of 10")));
    }

    @Test
    void treadleTremblesRepeatsItsProgramAndComesBackUnderAnotherName() throws Exception {
        plugged(new Treadle("Treadle test"), "Treadle test");
        assertThat(to).as("it has no ears").isNull();
        device.play("switch4", "hit", 1);
        device.play("pedal1", "move", 0.5);
        Awaitility.await()
                .atMost(Duration.ofSeconds(3))
                .untilAsserted(() -> assertThat(words())
                        .startsWith("program 3, ch 1", "CC 11 = 64, ch 1")
                        .contains("CC 11 = 65, ch 1", "CC 11 = 63, ch 1"));
        device.play("pedal1", "move", 0);
        device.play("cable", "pull", 0);
        heard.clear();
        device.play("cable", "plug", 0);
        open("Treadle test (2)");
        Awaitility.await()
                .atMost(Duration.ofSeconds(4))
                .untilAsserted(() -> assertThat(words()).containsExactly("program 3, ch 1"));
    }

    @Test
    void peatIsSetByControllersAndNumbersAndItsPanelSpeaksSysEx() throws Exception {
        plugged(new Peat("Peat test"), "Peat test");
        say(new MidiMessage.ParameterNumber(1, false, 12, 16383, 0));
        say(new MidiMessage.ControlChange(1, 20, 127));
        assertThat(reading("cutoff")).isEqualTo("1.00 16383");
        assertThat(reading("waveform1")).isEqualTo("1.00 Rope far");
        device.play("resonance", "turn", 0.5);
        assertThat(words()).containsExactly("SysEx 7D 04 10 0D 40");
        assertThat(new OwnProfile("peat").values("oscillator1.waveform"))
                .hasSize(96)
                .doesNotHaveDuplicates();
    }

    @Test
    void peatTellsItsPatchWhenAskedWithAChecksum() throws Exception {
        plugged(new Peat("Peat test"), "Peat test");
        say(new MidiMessage.ProgramChange(1, 5));
        assertThat(heard).as("it says nothing by itself").isEmpty();
        say(sysEx("7D 04 40"));
        MidiMessage.SysEx dump = (MidiMessage.SysEx) heard.get(0);
        byte[] data = dump.data();
        int sum = 0;
        for (int i = 3; i < data.length; i++) {
            sum += data[i];
        }
        assertThat(data).hasSize(2 + 1 + 1 + 60 + 1).startsWith(0x7D, 0x04, 0x41, 5);
        assertThat(sum & 0x7F).isZero();
    }

    @Test
    void everyCableCanBePulledRenamedPutToSleepAndSendRubbish() throws Exception {
        plugged(new Peat("Peat test"), "Peat test");
        say(sysEx("7E 7F 06 01"));
        assertThat(words()).containsExactly("SysEx 7E 00 06 02 7D 04 00 01 00 00 00 01 00");
        device.play("cable", "rubbish", 0);
        assertThat(heard).hasAtLeastOneElementOfType(Malformed.class);
        device.play("cable", "sleep", 0);
        heard.clear();
        device.play("level1", "turn", 1);
        say(sysEx("7E 7F 06 01"));
        assertThat(heard).as("asleep").isEmpty();
        device.play("cable", "wake", 0);
        device.play("level1", "turn", 1);
        assertThat(words()).last().isEqualTo("SysEx 7D 04 10 08 7F");
        device.play("cable", "rename", 0);
        assertThat(Arrays.stream(MidiSystem.getMidiDeviceInfo()).map(MidiDevice.Info::getName))
                .contains("Peat test (2)")
                .doesNotContain("Peat test");
    }
}
