package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MessagePatternTest {

    @Test
    void everyKindChannelAndNumberHasAKeyOfItsOwn() {
        Set<Object> keys = new HashSet<>();
        for (int channel = 1; channel <= 16; channel++) {
            for (int number = 0; number < 128; number++) {
                assertThat(keys.add(new MessagePattern.NoteGate(channel, number).key()))
                        .isTrue();
                assertThat(keys.add(new MessagePattern.KeyPressure(channel, number).key()))
                        .isTrue();
                assertThat(keys.add(new MessagePattern.Controller(channel, number, Encoding.ABSOLUTE).key()))
                        .isTrue();
                assertThat(keys.add(new MessagePattern.Program(channel, number).key()))
                        .isTrue();
            }
            for (int number = 0; number < 32; number++) {
                assertThat(keys.add(new MessagePattern.FineController(channel, number).key()))
                        .isTrue();
            }
            assertThat(keys.add(new MessagePattern.Aftertouch(channel).key())).isTrue();
            assertThat(keys.add(new MessagePattern.Wheel(channel).key())).isTrue();
        }
        assertThat(keys).allSatisfy(key -> assertThat((Integer) key).isBetween(0, MidiKeys.COUNT - 1));
    }

    @Test
    void aPatternIsFoundByTheKeyOfItsMessages() {
        assertThat(new MessagePattern.NoteVelocity(3, 60).key())
                .isEqualTo(new MidiMessage.NoteOn(3, 60, 1).key())
                .isEqualTo(new MidiMessage.NoteOff(3, 60, 1).key());
        assertThat(new MessagePattern.Controller(16, 127, Encoding.OFFSET_64).key())
                .isEqualTo(new MidiMessage.ControlChange(16, 127, 5).key());
        assertThat(new MessagePattern.KeyPressure(1, 0).key()).isEqualTo(new MidiMessage.PolyPressure(1, 0, 5).key());
        assertThat(new MessagePattern.Aftertouch(2).key()).isEqualTo(new MidiMessage.ChannelPressure(2, 5).key());
        assertThat(new MessagePattern.Wheel(9).key()).isEqualTo(new MidiMessage.PitchBend(9, 5).key());
        assertThat(new MessagePattern.Program(4, 7).key()).isEqualTo(new MidiMessage.ProgramChange(4, 7).key());
        assertThat(new MessagePattern.FineController(4, 7).key())
                .isEqualTo(new MidiMessage.FineControlChange(4, 7, 5).key());
        assertThat(new MessagePattern.Numbered(2, true, 300, 14).key())
                .isEqualTo(new MidiMessage.ParameterNumber(2, true, 300, 5, 0).otherKey())
                .isNotEqualTo(new MidiMessage.ParameterNumber(2, false, 300, 5, 0).otherKey());
        assertThat(new MessagePattern.SysExByte("7D 04 10 05").key())
                .isEqualTo(new MidiMessage.SysEx(new byte[] {0x7D, 4, 0x10, 5, 99}).otherKey());
        assertThat(new MidiMessage.SysEx(new byte[0]).key()).isNegative();
    }

    @Test
    void readsTheNumberOfItsKindAndNoneOfAnother() {
        assertThat(new MessagePattern.NoteVelocity(1, 60).number(new MidiMessage.NoteOn(1, 60, 99)))
                .isEqualTo(99);
        assertThat(new MessagePattern.NoteVelocity(1, 60).number(new MidiMessage.NoteOff(1, 60, 99)))
                .isZero();
        assertThat(new MessagePattern.NoteGate(1, 60).number(new MidiMessage.NoteOn(1, 60, 1)))
                .isEqualTo(127);
        assertThat(new MessagePattern.Wheel(1).number(new MidiMessage.PitchBend(1, 16383)))
                .isEqualTo(16383);
        assertThat(new MessagePattern.OscNumber("/a", 1, 0, 1, Encoding.ABSOLUTE)
                        .number(OscMessage.of("/a", 0.1f, 0.5f)))
                .isEqualTo(0.5);
        assertThat(new MessagePattern.OscNumber("/a", 2, 0, 1, Encoding.ABSOLUTE).number(OscMessage.of("/a", 0.1f)))
                .isNaN();
        assertThat(new MessagePattern.OscNumber("/a", 0, 0, 1, Encoding.ABSOLUTE).number(OscMessage.of("/a", "x")))
                .isNaN();
        assertThat(new MessagePattern.Touch("e1").number(new TouchMessage("e1", 0.25, "")))
                .isEqualTo(0.25);
        for (MessagePattern pattern : List.of(
                new MessagePattern.Controller(1, 1, Encoding.ABSOLUTE),
                new MessagePattern.KeyPressure(1, 1),
                new MessagePattern.Aftertouch(1),
                new MessagePattern.Wheel(1),
                new MessagePattern.Touch("a"))) {
            assertThat(pattern.number(OscMessage.of("/a", 1))).isNaN();
        }
    }

    @ParameterizedTest
    @CsvSource({"T, true, 1", "F, false, 0", "N, nil, NaN", "I, impulse, 1"})
    void argumentsThatAreOnlyATagHaveWordsAndNumbers(char tag, String words, double number) {
        OscArgument argument = List.of(OscArgument.Plain.values()).stream()
                .filter(plain -> plain.tag() == tag)
                .findFirst()
                .orElseThrow();
        assertThat(argument.words()).isEqualTo(words);
        assertThat(Double.valueOf(argument.number())).isEqualTo(Double.valueOf(number));
    }

    @Test
    void wordsAreShortEnoughForOneLine() {
        Message[] lengthy = {
            new MidiMessage.SysEx(new byte[5_000]),
            Malformed.of(new byte[60_000], "too long"),
            OscMessage.of("/a", 1e30f, Float.NaN, 5L, 0.25, true),
            OscMessage.of("/" + "a".repeat(60_000), 1),
            OscMessage.of("/a", "x".repeat(60_000)),
            OscMessage.of("/a", java.util.Collections.nCopies(9_000, 1).toArray())
        };
        for (Message message : lengthy) {
            assertThat(message.words().length()).isLessThan(160);
            assertThat(message.subject()).isNotBlank();
        }
    }
}
