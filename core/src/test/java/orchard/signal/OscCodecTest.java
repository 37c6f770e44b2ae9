package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
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
    void takesBundlesApartInOrderEachMessageWithItsTime() {
        OscBundle inner = new OscBundle(7L << 32, List.of(OscMessage.of("/b", 2), OscMessage.of("/c", 3)));
        OscBundle bundle =
                new OscBundle(OscTime.IMMEDIATELY, List.of(OscMessage.of("/a", 1), inner, OscMessage.of("/d", 4)));
        byte[] packet = OscCodec.encode(bundle);
        assertThat(packet).startsWith("#bundle\0\0\0\0\0\0\0\0\1".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
        List<String> taken = new ArrayList<>();
        OscCodec.decode(packet, packet.length, (message, time) -> taken.add(message.words() + " @" + time));
        long later = 7L << 32;
        assertThat(taken).containsExactly("/a 1 @1", "/b 2 @" + later, "/c 3 @" + later, "/d 4 @1");
    }

    @Test
    void readsEveryTypeByItsWords() {
        OscMessage message = new OscMessage(
                "/a",
                List.of(
                        new OscArgument.Character('x'),
                        new OscArgument.Colour(0x11223344),
                        new OscArgument.Midi(0x00903C40),
                        new OscArgument.Time(1),
                        new OscArgument.Symbol("name"),
                        new OscArgument.Array(List.of(
                                new OscArgument.Int32(1), new OscArgument.Array(List.of(OscArgument.Plain.TRUE))))));
        byte[] packet = OscCodec.encode(message);
        assertThat(new String(packet, 4, 11, java.nio.charset.StandardCharsets.US_ASCII))
                .isEqualTo(",crmtS[i[T]]".substring(0, 11));
        assertThat(OscCodec.decode(packet, packet.length)).containsExactly(message);
        assertThat(message.words()).isEqualTo("/a ‘x’ #11223344 MIDI 00903C40 at once “name” [1 [true]]");
    }

    @Test
    void timeTagsAreMomentsAndLateOnesAreDueAtOnce() {
        java.time.Instant now = java.time.Instant.parse("2026-11-23T10:00:00.25Z");
        assertThat(OscTime.instant(OscTime.of(now))).isEqualTo(now);
        assertThat(OscTime.of(java.time.Instant.parse("1970-01-01T00:00:00Z")) >>> 32)
                .isEqualTo(2_208_988_800L);
        assertThat(OscTime.delayNanos(OscTime.of(now.plusMillis(500)), now)).isEqualTo(500_000_000);
        assertThat(OscTime.delayNanos(OscTime.of(now.minusMillis(500)), now)).isZero();
        assertThat(OscTime.delayNanos(OscTime.IMMEDIATELY, now)).isZero();
    }

    @Test
    void badPacketsNameTheByteAndWhatWasExpected() {
        assertThat(reason("hello!!!")).contains("byte 0").contains("expected “/”");
        assertThat(reason("/abc")).contains("closing zero");
        assertThat(reason("/ab\0,x\0\0")).contains("unknown type tag “x”");
        assertThat(reason("/ab\0,f\0\0\1\2")).contains("ends too early");
        assertThat(reason("/ab\0,[i\0\0\0\0\1")).contains("array begins");
        assertThat(reason("/ab\0,]\0\0")).contains("never began");
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
                Arbitraries.strings().alpha().ofMaxLength(9).map(OscArgument.Symbol::new),
                Arbitraries.chars().range(' ', '~').map(OscArgument.Character::new),
                Arbitraries.integers().map(OscArgument.Colour::new),
                Arbitraries.integers().map(OscArgument.Midi::new),
                Arbitraries.longs().map(OscArgument.Time::new),
                Arbitraries.of(OscArgument.Plain.values()));
        Arbitrary<OscArgument> nested = Arbitraries.recursive(
                () -> argument, inner -> inner.list().ofMaxSize(3).map(OscArgument.Array::new), 0, 3);
        Arbitrary<String> address =
                Arbitraries.strings().alpha().numeric().ofMaxLength(12).map(s -> "/" + s);
        return Combinators.combine(address, nested.list().ofMaxSize(6)).as(OscMessage::new);
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
