package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The MIDI 1.0 byte stream, after the tables of the standard. */
class MidiStreamTest {

    @ParameterizedTest
    @CsvSource({
        "80 3C 40, 'note 60 off, ch 1'",
        "93 3C 64, 'note 60 on, velocity 100, ch 4'",
        "9F 3C 00, 'note 60 off, ch 16'",
        "A0 24 50, 'pressure of note 36 = 80, ch 1'",
        "B0 4A 40, 'CC 74 = 64, ch 1'",
        "C9 05, 'program 5, ch 10'",
        "D1 7F, 'channel pressure = 127, ch 2'",
        "E0 00 40, 'pitch bend = 8192, ch 1'",
        "F0 7E 7F 06 01 F7, 'SysEx 7E 7F 06 01'",
        "F2 01 02, 'song position 257'",
        "F1 35, 'time code quarter frame 3:5'",
        "F3 07, 'song 7'",
        "F6, 'tune request'",
        "F8, 'clock'",
        "FA, 'start'",
        "FB, 'continue'",
        "FC, 'stop'",
        "FE, 'active sensing'",
        "FF, 'reset'",
        "F4, 'undefined system F4'"
    })
    void readsEveryKind(String bytes, String words) {
        assertThat(decode(bytes)).singleElement().extracting(Message::words).isEqualTo(words);
    }

    @Test
    void keepsRunningStatusAlsoAcrossRealTime() {
        assertThat(words("B0 15 01 15 F8 02 16 03"))
                .containsExactly("CC 21 = 1, ch 1", "clock", "CC 21 = 2, ch 1", "CC 22 = 3, ch 1");
    }

    @Test
    void realTimeMayStandInsideSysEx() {
        assertThat(words("F0 7D 01 FE 02 F7")).containsExactly("active sensing", "SysEx 7D 01 02");
    }

    @Test
    void systemCommonEndsRunningStatus() {
        List<Message> messages = decode("B0 15 01 F6 15 02");
        assertThat(messages.get(1).words()).isEqualTo("tune request");
        assertThat(messages.subList(2, 4)).hasOnlyElementsOfType(Malformed.class);
    }

    @Test
    void sysExOfAMebibyteIsWholeAndALongerOneIsToldAndPassedOver() {
        List<Message> messages = new ArrayList<>();
        MidiDecoder decoder = new MidiDecoder(messages::add);
        for (int length : new int[] {MidiDecoder.LONGEST_SYSEX, MidiDecoder.LONGEST_SYSEX + 1}) {
            decoder.feed(new byte[] {(byte) 0xF0});
            for (int sent = 0; sent < length; sent += 1000) {
                decoder.feed(new byte[Math.min(1000, length - sent)]);
            }
            decoder.feed(new byte[] {(byte) 0xF7});
        }
        decoder.feed(new MidiMessage.NoteOn(1, 60, 64).bytes());
        assertThat(messages).hasSize(3);
        assertThat(((MidiMessage.SysEx) messages.get(0)).length()).isEqualTo(MidiDecoder.LONGEST_SYSEX);
        assertThat(messages.get(1)).isInstanceOf(Malformed.class);
        assertThat(messages.get(2)).isEqualTo(new MidiMessage.NoteOn(1, 60, 64));
    }

    @Test
    void statusEndsAnUnfinishedSysExAndIsReadItself() {
        List<Message> messages = decode("F0 7D 01 90 3C 40");
        assertThat(messages).hasSize(2);
        assertThat(messages.get(0)).isInstanceOf(Malformed.class);
        assertThat(messages.get(1)).isEqualTo(new MidiMessage.NoteOn(1, 60, 64));
    }

    @Test
    void truncatedMessageIsToldWhenTheNextBegins() {
        List<Message> messages = decode("B0 15 90 3C 40");
        assertThat(messages.get(0)).isInstanceOf(Malformed.class);
        assertThat(messages.get(1)).isEqualTo(new MidiMessage.NoteOn(1, 60, 64));
    }

    @Test
    void refusesToEncodeWhatDoesNotFit() {
        assertThatThrownBy(() -> new MidiMessage.NoteOn(17, 0, 0).bytes()).hasMessageContaining("channel 17");
        assertThatThrownBy(() -> new MidiMessage.ControlChange(1, 128, 0).bytes())
                .hasMessageContaining("128");
    }

    @Property
    void decodingUndoesEncodingInPiecesOfAnySize(
            @ForAll("messages") @Size(max = 8) List<MidiMessage> messages, @ForAll byte cut) {
        List<Message> decoded = new ArrayList<>();
        MidiDecoder decoder = new MidiDecoder(decoded::add);
        int piece = (cut & 7) + 1;
        for (MidiMessage message : messages) {
            byte[] bytes = message.bytes();
            for (int from = 0; from < bytes.length; from += piece) {
                decoder.feed(java.util.Arrays.copyOfRange(bytes, from, Math.min(bytes.length, from + piece)));
            }
        }
        assertThat(decoded).isEqualTo(new ArrayList<Message>(messages));
    }

    @Property
    void isBackInStepAfterAnyRubbish(@ForAll byte[] rubbish) {
        List<Message> decoded = new ArrayList<>();
        MidiDecoder decoder = new MidiDecoder(decoded::add);
        decoder.feed(rubbish);
        decoder.feed(new MidiMessage.ControlChange(3, 7, 99).bytes());
        assertThat(decoded.get(decoded.size() - 1)).isEqualTo(new MidiMessage.ControlChange(3, 7, 99));
    }

    @Provide
    Arbitrary<List<MidiMessage>> messages() {
        Arbitrary<Integer> channel = Arbitraries.integers().between(1, 16);
        Arbitrary<Integer> seven = Arbitraries.integers().between(0, 127);
        Arbitrary<MidiMessage> any = Arbitraries.oneOf(
                Combinators.combine(channel, seven, seven.filter(v -> v > 0)).as(MidiMessage.NoteOn::new),
                Combinators.combine(channel, seven, seven).as(MidiMessage.NoteOff::new),
                Combinators.combine(channel, seven, seven).as(MidiMessage.PolyPressure::new),
                Combinators.combine(channel, seven, seven).as(MidiMessage.ControlChange::new),
                Combinators.combine(channel, seven).as(MidiMessage.ProgramChange::new),
                Combinators.combine(channel, seven).as(MidiMessage.ChannelPressure::new),
                Combinators.combine(channel, Arbitraries.integers().between(0, 16383))
                        .as(MidiMessage.PitchBend::new),
                Combinators.combine(seven, seven).as((a, b) -> new MidiMessage.SystemMessage(0xF2, a, b)),
                Arbitraries.bytes()
                        .between((byte) 0, (byte) 127)
                        .array(byte[].class)
                        .ofMaxSize(40)
                        .map(MidiMessage.SysEx::new));
        return any.list();
    }

    private static List<String> words(String hex) {
        return decode(hex).stream().map(Message::words).toList();
    }

    private static List<Message> decode(String hex) {
        List<Message> messages = new ArrayList<>();
        new MidiDecoder(messages::add).feed(HexFormat.ofDelimiter(" ").parseHex(hex));
        return messages;
    }
}
