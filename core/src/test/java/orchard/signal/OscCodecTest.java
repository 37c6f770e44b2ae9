package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.util.HexFormat;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

/** OSC packets, after the examples of the OSC 1.0 specification. */
class OscCodecTest {

    @Test
    void writesTheSpecificationsExamples() {
        assertThat(hex(OscMessage.of("/oscillator/4/frequency", 440.0f)))
                .isEqualTo("2f6f7363696c6c61746f722f342f6672657175656e6379002c66000043dc0000");
        assertThat(hex(OscMessage.of("/foo", 1000, -1, "hello", 1.234f, 5.678f)))
                .isEqualTo("2f666f6f000000002c69697366660000000003e8ffffffff68656c6c6f0000003f9df3b640b5b22d");
    }

    @Test
    void takesBundlesApartInOrder() {
        byte[] a = OscCodec.encode(OscMessage.of("/a", 1));
        byte[] b = OscCodec.encode(OscMessage.of("/b", 2));
        ByteBuffer bundle = ByteBuffer.allocate(16 + 8 + a.length + b.length);
        bundle.put("#bundle\0".getBytes()).putLong(1);
        bundle.putInt(a.length).put(a).putInt(b.length).put(b);
        assertThat(OscCodec.decode(bundle.array(), bundle.capacity()))
                .containsExactly(OscMessage.of("/a", 1), OscMessage.of("/b", 2));
    }

    @Test
    void badPacketsNameTheByteAndWhatWasExpected() {
        assertThat(reason("hello!!!")).contains("byte 0").contains("expected “/”");
        assertThat(reason("/abc")).contains("closing zero");
        assertThat(reason("/ab\0,x\0\0")).contains("unknown type tag “x”");
        assertThat(reason("/ab\0,f\0\0\1\2")).contains("ends too early");
        assertThat(reason("/ab\0,b\0\0\177\0\0\0")).contains("blob of");
    }

    @Property
    void decodingUndoesEncoding(@ForAll("messages") OscMessage message) {
        byte[] packet = OscCodec.encode(message);
        assertThat(packet.length % 4).isZero();
        assertThat(OscCodec.decode(packet, packet.length)).isEqualTo(List.of(message));
    }

    @Property
    void rubbishIsToldNotThrown(@ForAll byte[] rubbish) {
        assertThat(OscCodec.decode(rubbish, rubbish.length)).isNotEmpty();
    }

    @Property
    void damagedPacketsAreToldNotThrown(@ForAll("messages") OscMessage message, @ForAll int where, @ForAll byte what) {
        byte[] packet = OscCodec.encode(message);
        packet[Math.floorMod(where, packet.length)] = what;
        int length = packet.length - Math.floorMod(where, 5);
        assertThat(OscCodec.decode(packet, length)).isNotEmpty();
    }

    @Provide
    Arbitrary<OscMessage> messages() {
        Arbitrary<OscArgument> argument = Arbitraries.oneOf(
                Arbitraries.integers().map(OscArgument.Int32::new),
                Arbitraries.longs().map(OscArgument.Int64::new),
                Arbitraries.floats().map(OscArgument.Float32::new),
                Arbitraries.doubles().map(OscArgument.Float64::new),
                Arbitraries.strings()
                        .withCharRange('\1', '\u02ff')
                        .ofMaxLength(20)
                        .map(OscArgument.Text::new),
                Arbitraries.bytes().list().ofMaxSize(9).map(OscArgument.Blob::new),
                Arbitraries.of(OscArgument.Plain.values()));
        Arbitrary<String> address =
                Arbitraries.strings().alpha().numeric().ofMaxLength(12).map(s -> "/" + s);
        return Combinators.combine(address, argument.list().ofMaxSize(6)).as(OscMessage::new);
    }

    private static String hex(OscMessage message) {
        return HexFormat.of().formatHex(OscCodec.encode(message));
    }

    private static String reason(String packet) {
        byte[] bytes = packet.getBytes(java.nio.charset.StandardCharsets.ISO_8859_1);
        List<Message> messages = OscCodec.decode(bytes, bytes.length);
        assertThat(messages).singleElement().isInstanceOf(Malformed.class);
        return ((Malformed) messages.get(0)).reason();
    }
}
