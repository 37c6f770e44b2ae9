package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HexFormat;
import org.junit.jupiter.api.Test;

/** Device inquiry, after MIDI 1.0 “Universal System Exclusive Messages”. */
class IdentityTest {

    @Test
    void readsShortAndLongMakers() {
        assertThat(Identity.of(sysEx("7E 00 06 02 7D 01 00 02 00 00 00 01 05")))
                .contains(new Identity("7D", "01000200", "00000105"));
        assertThat(Identity.of(sysEx("7E 7F 06 02 00 20 7A 01 00 02 00 00 00 01 05")))
                .contains(new Identity("00207A", "01000200", "00000105"));
        assertThat(Identity.of(sysEx("7E 00 06 02 7D 01 00 02 00 00 00 01 05"))
                        .orElseThrow()
                        .model())
                .isEqualTo("7D 01000200");
    }

    @Test
    void whatIsNoReplyIsNone() {
        for (String other : new String[] {
            "7E 7F 06 01",
            "7E 00 06 02 7D",
            "7F 00 06 02 7D 01 00 02 00 00 00 01 05",
            "7E 00 06 02 00 20 7A 01 00 02 00 00 00"
        }) {
            assertThat(Identity.of(sysEx(other))).as(other).isEmpty();
        }
        assertThat(Identity.of(new MidiMessage.NoteOn(1, 1, 1))).isEmpty();
    }

    @Test
    void knowsTheQuestion() {
        assertThat(Identity.isRequest(Identity.REQUEST)).isTrue();
        assertThat(Identity.isRequest(sysEx("7E 00 06 01"))).isTrue();
        assertThat(Identity.isRequest(sysEx("7E 00 06 02"))).isFalse();
    }

    private static MidiMessage.SysEx sysEx(String hex) {
        return new MidiMessage.SysEx(HexFormat.ofDelimiter(" ").parseHex(hex));
    }
}
