package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.NotEmpty;
import org.junit.jupiter.api.Test;

/** Packets in a stream, after RFC 1055. */
class SlipTest {

    private final List<byte[]> packets = new ArrayList<>();
    private final List<Malformed> bad = new ArrayList<>();
    private final Slip.Reader reader = new Slip.Reader(packets::add, bad::add);

    @Test
    void escapesEndAndEscape() {
        assertThat(HexFormat.of().formatHex(Slip.encode(new byte[] {1, (byte) 0xC0, (byte) 0xDB})))
                .isEqualTo("c001dbdcdbddc0");
    }

    @Property
    void readingUndoesWritingInPiecesOfAnySize(
            @ForAll @NotEmpty byte[] one, @ForAll @NotEmpty byte[] two, @ForAll @IntRange(min = 1, max = 9) int piece) {
        for (byte[] packet : List.of(one, two)) {
            byte[] stream = Slip.encode(packet);
            for (int from = 0; from < stream.length; from += piece) {
                byte[] part = Arrays.copyOfRange(stream, from, Math.min(stream.length, from + piece));
                reader.feed(part, part.length);
            }
        }
        assertThat(packets).hasSize(2);
        assertThat(packets.get(0)).isEqualTo(one);
        assertThat(packets.get(1)).isEqualTo(two);
        packets.clear();
    }

    @Test
    void aBadEscapeIsToldAndTheNextPacketIsWhole() {
        byte[] stream = {1, (byte) 0xDB, 5, 6, (byte) 0xC0, 7, (byte) 0xC0};
        reader.feed(stream, stream.length);
        assertThat(bad).singleElement().satisfies(b -> assertThat(b.reason()).contains("expected DC or DD"));
        assertThat(packets).singleElement().isEqualTo(new byte[] {7});
    }

    @Test
    void aStreamWithoutEndIsToldOnceAndToBeClosed() {
        byte[] piece = new byte[1 << 16];
        boolean goesOn = true;
        for (int i = 0; i < 20; i++) {
            goesOn = reader.feed(piece, piece.length);
        }
        assertThat(goesOn).isFalse();
        assertThat(bad).singleElement().satisfies(b -> assertThat(b.length()).isEqualTo(Slip.LONGEST_PACKET));
        assertThat(packets).isEmpty();
    }
}
