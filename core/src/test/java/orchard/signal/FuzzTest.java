package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * Random and damaged input for every parser: nothing is thrown, nothing grows, and the next good message is read. A run of the
 * tests tries {@code fuzz.inputs} of each; {@code mvn -pl core -Pfuzz test} tries millions. The seed of a failure is in its
 * message.
 */
class FuzzTest {

    private static final int INPUTS = Integer.getInteger("fuzz.inputs", 150_000);

    /** Damages or makes up inputs; the same seed gives the same input. */
    private interface Parser {
        void parse(byte[] input) throws Exception;
    }

    private static void fuzz(List<byte[]> samples, Parser parser) {
        long start = System.nanoTime();
        for (int i = 0; i < INPUTS; i++) {
            long seed = start + i;
            byte[] input = input(new Random(seed), samples);
            try {
                parser.parse(input);
            } catch (Exception | AssertionError | StackOverflowError e) {
                throw new AssertionError(
                        "seed " + seed + ", input " + HexFormat.of().formatHex(input), e);
            }
        }
    }

    private static byte[] input(Random random, List<byte[]> samples) {
        if (random.nextInt(4) == 0) {
            byte[] rubbish = new byte[random.nextInt(64)];
            random.nextBytes(rubbish);
            return rubbish;
        }
        byte[] input = samples.get(random.nextInt(samples.size())).clone();
        for (int changes = 1 + random.nextInt(4); changes > 0 && input.length > 0; changes--) {
            int at = random.nextInt(input.length);
            switch (random.nextInt(4)) {
                case 0 -> input[at] = (byte) random.nextInt(256);
                case 1 -> input[at] ^= (byte) (1 << random.nextInt(8));
                case 2 -> input = Arrays.copyOf(input, at);
                default -> {
                    byte[] other = samples.get(random.nextInt(samples.size()));
                    int length = Math.min(random.nextInt(8), Math.min(other.length, input.length - at));
                    System.arraycopy(other, 0, input, at, length);
                }
            }
        }
        return input;
    }

    @Test
    void midiStream() {
        List<Message> messages = new ArrayList<>();
        MidiDecoder decoder = new MidiDecoder(messages::add);
        MidiMessage good = new MidiMessage.ControlChange(3, 7, 99);
        fuzz(hex("903C40", "B007403C", "F07D0102F7", "F0F8FEF7", "E00040C105D203", "F1 35 F2 01 02 F6"), input -> {
            messages.clear();
            decoder.feed(input);
            decoder.feed(good.bytes());
            assertThat(messages.get(messages.size() - 1)).isEqualTo(good);
            for (Message message : messages) {
                message.words();
                if (message instanceof MidiMessage midi) {
                    midi.bytes();
                    Identity.of(midi);
                }
            }
        });
    }

    @Test
    void halvesOfMidiMessages() {
        MidiJoiner joiner = new MidiJoiner();
        MidiDecoder decoder = new MidiDecoder(message -> {
            if (message instanceof MidiMessage.ControlChange change) {
                MidiMessage.ParameterNumber numbered = joiner.numbered(change);
                assertThat(numbered == null || numbered.value() <= 16383).isTrue();
                joiner.fine(change);
            }
        });
        fuzz(hex("B06301B06202B00603B02604", "B00740B02705", "B06000", "B06500B06400B00602"), decoder::feed);
    }

    @Test
    void oscPackets() {
        OscMessage all = new OscMessage(
                "/a/b",
                List.of(
                        new OscArgument.Int32(1),
                        new OscArgument.Text("text"),
                        new OscArgument.Blob(List.of((byte) 1)),
                        new OscArgument.Array(List.of(new OscArgument.Time(5), OscArgument.Plain.NIL))));
        OscBundle nested = new OscBundle(1, List.of(all, new OscBundle(2, List.of(OscMessage.of("/c", 1f)))));
        fuzz(List.of(OscCodec.encode(all), OscCodec.encode(nested), OscCodec.encode(OscMessage.of("/x", 2))), input -> {
            List<Message> messages = OscCodec.decode(input, input.length);
            assertThat(messages.isEmpty() && !isEmptyBundle(input)).isFalse();
            for (Message message : messages) {
                message.words();
                if (message instanceof OscMessage osc) {
                    assertThat(OscCodec.decode(OscCodec.encode(osc), OscCodec.encode(osc).length))
                            .hasSize(1);
                    OscAddress.of(osc.address()).matches("/a/b");
                }
            }
        });
    }

    /** A bundle may be empty, and may hold nothing but empty bundles. */
    private static boolean isEmptyBundle(byte[] input) {
        return input.length >= 16 && input[0] == '#';
    }

    @Test
    void slipStream() {
        List<byte[]> packets = new ArrayList<>();
        Slip.Reader reader = new Slip.Reader(packets::add, Malformed::words);
        byte[] good = {1, (byte) 0xC0, 2};
        fuzz(List.of(Slip.encode(good), Slip.encode(new byte[] {(byte) 0xDB, 9})), input -> {
            packets.clear();
            reader.feed(input, input.length);
            byte[] stream = Slip.encode(good);
            reader.feed(stream, stream.length);
            assertThat(packets.get(packets.size() - 1)).isEqualTo(good);
        });
    }

    @Test
    void files() {
        MidiFile file = MidiFile.of(List.of(
                new MidiFile.Timed(0, new MidiMessage.NoteOn(1, 60, 64)),
                new MidiFile.Timed(500_000, new MidiMessage.SysEx(new byte[] {0x7D, 1})),
                new MidiFile.Timed(700_000, new MidiMessage.SystemMessage(0xFA, 0, 0))));
        fuzz(List.of(MidiFileCodec.write(file)), input -> {
            try {
                MidiFileCodec.write(MidiFileCodec.read(input));
                MidiFileCodec.read(input).timed();
            } catch (BadFile e) {
                assertThat(e.getMessage()).startsWith("Byte ");
            }
            try {
                SysExFile.read(input);
            } catch (BadFile e) {
                assertThat(e.getMessage()).startsWith("Byte ");
            }
        });
    }

    @Test
    void typedText() {
        NoteName names = new NoteName(4);
        List<byte[]> typed = List.of(
                "note C4 on, velocity 5, ch 3".getBytes(),
                "NRPN 300 = 64".getBytes(),
                "F0 7D 01 F7".getBytes(),
                "/a 1 0.5 \"x\" [true nil]".getBytes());
        fuzz(typed, input -> {
            try {
                MessageText.parse(new String(input, StandardCharsets.ISO_8859_1), names)
                        .words();
            } catch (MessageText.NotUnderstood e) {
                assertThat(e.getMessage()).isNotBlank();
            }
        });
        fuzz(List.of("C#4".getBytes(), "/a/{b,c}/[!d-f]*".getBytes(), "60".getBytes()), input -> {
            String text = new String(input, StandardCharsets.ISO_8859_1);
            names.note(text);
            OscAddress.of(text).matches("/a/b/x");
            OscAddress.of(text).mayMatchBelow("/a");
        });
    }

    private static List<byte[]> hex(String... samples) {
        return Arrays.stream(samples)
                .map(sample -> HexFormat.of().parseHex(sample.replace(" ", "")))
                .toList();
    }
}
