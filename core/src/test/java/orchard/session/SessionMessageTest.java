package orchard.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Test;

class SessionMessageTest {

    @Test
    void packetsAreReadBack() {
        for (SessionMessage message : List.of(
                new SessionMessage.Invitation(1, 2, "Stage left"),
                new SessionMessage.Accepted(-1, 0x80000000, "ä"),
                new SessionMessage.Rejected(1, 2),
                new SessionMessage.Bye(1, 2),
                new SessionMessage.Clock(5, 2, 1, 1L << 40, 3),
                new SessionMessage.Feedback(5, 65_535))) {
            byte[] packet = message.packet();
            assertThat(SessionMessage.read(packet, packet.length)).contains(message);
            for (int length = 0; length < packet.length; length++) {
                SessionMessage.read(packet, length);
            }
        }
    }

    @Test
    void theInvitationIsAsOthersSendIt() {
        assertThat(HexFormat.of().formatHex(new SessionMessage.Invitation(0x0A0B0C0D, 0x01020304, "Tide").packet()))
                .isEqualTo("ffff494e" + "00000002" + "0a0b0c0d" + "01020304" + "5469646500");
    }

    @Test
    void threeTimesGiveTheOffset() {
        // sent at 1000, arrived when the other's clock said 5010, answer back at 1020
        SessionMessage.Clock clock = new SessionMessage.Clock(1, 2, 1000, 5010, 1020);
        assertThat(clock.offset()).isEqualTo(4000);
        assertThat(clock.roundTrip()).isEqualTo(20);
    }
}
