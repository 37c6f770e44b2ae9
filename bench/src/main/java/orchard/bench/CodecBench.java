package orchard.bench;

import com.illposed.osc.OSCPacket;
import com.illposed.osc.OSCParseException;
import com.illposed.osc.OSCParser;
import com.illposed.osc.OSCSerializerAndParserBuilder;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.ShortMessage;
import orchard.session.Participant;
import orchard.signal.MidiDecoder;
import orchard.signal.MidiMessage;
import orchard.signal.OscCodec;
import orchard.signal.OscMessage;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.infra.Blackhole;

/**
 * Messages a second through each codec, beside well-known libraries that do the same: the JDK's MIDI messages, and an OSC library from the
 * registry.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.Throughput)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 2, time = 1)
@Measurement(iterations = 3, time = 1)
@Fork(1)
public class CodecBench {

    private final byte[] note = {(byte) 0x90, 60, 100};
    private final byte[] controllers = {(byte) 0xB0, 7, 1, 7, 2, 7, 3, 7, 4};
    private final byte[] sysEx = sysEx();
    private final MidiMessage noteOn = new MidiMessage.NoteOn(1, 60, 100);
    private final MidiMessage numbered = new MidiMessage.ParameterNumber(1, false, 300, 5000, 0);
    private final OscMessage fader = OscMessage.of("/wherry/track/3/volume", 0.5f);
    private final OscMessage wide = OscMessage.of("/a/longer/address", 1, 2f, "text", true, 5L, 0.25, "more text", 8);
    private final byte[] faderBytes = OscCodec.encode(fader);
    private final byte[] wideBytes = OscCodec.encode(wide);
    private final OSCParser parser = new OSCSerializerAndParserBuilder().buildParser();
    private final Participant participant = new Participant(1, 0, message -> {});
    private final Blackhole[] hole = new Blackhole[1];
    private final MidiDecoder decoder = new MidiDecoder(message -> hole[0].consume(message));

    private static byte[] sysEx() {
        byte[] bytes = new byte[1_026];
        Arrays.fill(bytes, (byte) 0x55);
        bytes[0] = (byte) 0xF0;
        bytes[bytes.length - 1] = (byte) 0xF7;
        return bytes;
    }

    /** One note-on. */
    @Benchmark
    public void decodeNote(Blackhole blackhole) {
        hole[0] = blackhole;
        decoder.feed(note);
    }

    /** Four controllers with running status. */
    @Benchmark
    public void decodeFourControllers(Blackhole blackhole) {
        hole[0] = blackhole;
        decoder.feed(controllers);
    }

    /** A SysEx of 1 KiB. */
    @Benchmark
    public void decodeSysEx(Blackhole blackhole) {
        hole[0] = blackhole;
        decoder.feed(sysEx);
    }

    /** One note-on. */
    @Benchmark
    public byte[] encodeNote() {
        return noteOn.bytes();
    }

    /** An NRPN: four control changes. */
    @Benchmark
    public byte[] encodeNrpn() {
        return numbered.bytes();
    }

    /** Reference: the JDK's note-on. */
    @Benchmark
    public Object referenceNote() throws InvalidMidiDataException {
        return new ShortMessage(note[0] & 0xFF, note[1], note[2]);
    }

    /** An address and a number. */
    @Benchmark
    public Object decodeOsc() {
        return OscCodec.decode(faderBytes, faderBytes.length);
    }

    /** Eight arguments. */
    @Benchmark
    public Object decodeWideOsc() {
        return OscCodec.decode(wideBytes, wideBytes.length);
    }

    /** An address and a number. */
    @Benchmark
    public byte[] encodeOsc() {
        return OscCodec.encode(fader);
    }

    /** Reference: the same packet read by the library. */
    @Benchmark
    public OSCPacket referenceOsc() throws OSCParseException {
        return parser.convert(ByteBuffer.wrap(faderBytes));
    }

    /** Reference: the eight arguments read by the library. */
    @Benchmark
    public OSCPacket referenceWideOsc() throws OSCParseException {
        return parser.convert(ByteBuffer.wrap(wideBytes));
    }

    /** A note as a network MIDI packet with its journal. */
    @Benchmark
    public List<byte[]> encodeSessionPacket() {
        List<byte[]> packets = participant.packets(noteOn, 0);
        participant.acknowledged((packets.get(0)[2] & 0xFF) << 8 | packets.get(0)[3] & 0xFF);
        return packets;
    }
}
