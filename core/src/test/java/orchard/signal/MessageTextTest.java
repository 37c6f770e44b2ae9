package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Messages as people type them. */
class MessageTextTest {

    private static final NoteName NAMES = new NoteName(4);

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "CC 74 = 64, ch 2 | CC 74 = 64, ch 2",
                "cc 74 64         | CC 74 = 64, ch 1",
                "note C4 on       | note 60 on, velocity 100, ch 1",
                "note 60 on, velocity 5, ch 16 | note 60 on, velocity 5, ch 16",
                "note 60 on 7 channel 3 | note 60 on, velocity 7, ch 3",
                "note d#5 off     | note 75 off, ch 1",
                "program 5 ch 10  | program 5, ch 10",
                "pitch bend 8192  | pitch bend = 8192, ch 1",
                "nrpn 300 = 16383 | NRPN 300 = 16383, ch 1",
                "RPN 0 up         | RPN 0 up, ch 1",
                "CC 7 and 39 = 8197, ch 1 | CC 7 and 39 = 8197, ch 1",
                "B1 4A 40         | CC 74 = 64, ch 2",
                "b14a40           | CC 74 = 64, ch 2",
                "F0 7D 01 F7      | SysEx 7D 01",
                "sysex 7D 01      | SysEx 7D 01",
                "Start            | start",
                "song position 300 | song position 300",
                "/a/b             | /a/b",
                "/a 1 0.5 -2 x true nil | /a 1 0.500 -2 “x” true nil",
                "/a \"two words\" [1 [2.0]] | /a “two words” [1 [2.000]]"
            })
    void understandsWordsAndBytes(String typed, String words) throws Exception {
        assertThat(MessageText.parse(typed, NAMES).words().strip()).isEqualTo(words);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "''               | Expected words like",
                "hello            | Expected words like",
                "CC 128 = 5       | The controller is 0–127, not “128”",
                "CC 1 = x         | The value is 0–127, not “x”",
                "note H4 on       | “H4” is no note; expected 0–127 or a name from C-1 to G9",
                "note C4 on, ch 17 | The channel is 1–16, not “17”",
                "pitch bend 16384 | The bend is 0–16383",
                "B0 4A 4          | Byte 2: expected two hex digits",
                "B0 4A            | no whole message",
                "B0 4A 40 40      | the bytes of 2 messages",
                "F8 F8            | the bytes of 2 messages",
                "SysEx 7D 90      | Byte 1: expected 00–7F",
                "/a \"x           | Letter 4: a text begins and never ends",
                "/a ]             | Letter 4: “]” without “[”",
                "/a [1            | never ends"
            })
    void saysWhereItWentWrongAndWhatWasExpected(String typed, String message) {
        assertThatThrownBy(() -> MessageText.parse(typed, NAMES))
                .isInstanceOf(MessageText.NotUnderstood.class)
                .hasMessageContaining(message);
    }

    @Property
    void whatAMessageSaysIsUnderstood(@ForAll("messages") List<MidiMessage> messages) throws Exception {
        for (MidiMessage message : messages) {
            boolean tellsAll = !(message instanceof MidiMessage.NoteOff)
                    && !(message instanceof MidiMessage.SysEx sysEx && sysEx.length() > 16);
            if (tellsAll) {
                assertThat(MessageText.parse(message.words(), NAMES)).isEqualTo(message);
            }
        }
    }

    @Provide
    Arbitrary<List<MidiMessage>> messages() {
        return new MidiStreamTest().messages();
    }

    @Test
    void neverMoreThanItTakes() {
        assertThatThrownBy(() -> MessageText.parse("/a " + "[".repeat(500), NAMES))
                .hasMessageContaining("deeper than 16");
        assertThatThrownBy(() -> MessageText.parse("/a 99999999999999999999", NAMES))
                .hasMessageContaining("too large");
    }

    @Test
    void aTextInQuotesIsOfAnyLength() throws MessageText.NotUnderstood {
        String quotes = "\\\"".repeat(100_000);
        OscMessage message = (OscMessage) MessageText.parse("/a \"" + quotes + "\" 2 \"\" \"c\\\\\"", new NoteName(4));
        assertThat(message.arguments())
                .containsExactly(
                        new OscArgument.Text("\"".repeat(100_000)),
                        new OscArgument.Int32(2),
                        new OscArgument.Text(""),
                        new OscArgument.Text("c\\"));
        assertThatThrownBy(() -> MessageText.parse("/a \"b\\\"", new NoteName(4)))
                .hasMessage("Letter 4: a text begins and never ends");
    }
}
