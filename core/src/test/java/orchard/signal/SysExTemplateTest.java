package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where numbers stand in SysEx messages. */
class SysExTemplateTest {

    @Test
    void numbersStandWhereverTheTemplateSays() {
        SysExTemplate fine = SysExTemplate.of("F0 7d 04 vv vv 01 F7");
        assertThat(fine.text()).isEqualTo("7D 04 vv vv 01");
        MidiMessage.SysEx message = fine.message(8192);
        assertThat(message.words()).isEqualTo("SysEx 7D 04 40 00 01");
        assertThat(fine.matches(message)).isTrue();
        assertThat(new MessagePattern.SysExByte("7D 04 vv vv 01").number(message))
                .isEqualTo(8192);
        assertThat(fine.matches(SysExTemplate.of("7D 04 vv vv 02").message(8192)))
                .isFalse();
        assertThat(SysExTemplate.of("7D 04 10").text())
                .as("at the end if nowhere else")
                .isEqualTo("7D 04 10 vv");
    }

    @Test
    void aReleaseSaidInAnotherWayIsZero() {
        MessagePattern.SysExByte pad =
                new MessagePattern.SysExByte("7D 01 10 10 24 vv", Encoding.ABSOLUTE, "7D 01 10 00 24 vv");
        assertThat(pad.number(SysExTemplate.of("7D 01 10 10 24 vv").message(99)))
                .isEqualTo(99);
        assertThat(pad.number(SysExTemplate.of("7D 01 10 00 24 vv").message(64)))
                .isZero();
        assertThat(pad.keys()).hasSize(2);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            7D 04 8F vv | Byte 3: 8F is above 7F; the bytes inside a SysEx are 00–7F
            7D 4 vv     | Byte 2: “4” is no byte; expected two hex digits 00–7F, or vv for the number
            7D vv 01 vv | Byte 4: the number takes one vv, or two that stand together, and there is one already
            F0 F7       | A SysEx needs bytes, like 7D 04 10 05 vv
            """)
    void badTemplatesAreNamedByByteAndExpectation(String text, String words) {
        assertThatThrownBy(() -> SysExTemplate.of(text)).hasMessage(words);
    }
}
