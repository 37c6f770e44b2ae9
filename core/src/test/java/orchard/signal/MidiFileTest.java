package orchard.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.SysexMessage;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import orchard.signal.MidiFile.Content;
import orchard.signal.MidiFile.Division;
import orchard.signal.MidiFile.Entry;
import orchard.signal.MidiFile.Track;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Standard MIDI Files, after RP-001, with the specification's own two examples. */
class MidiFileTest {

    private static final String FORMAT_0 = "4D546864 00000006 0000 0001 0060 4D54726B 0000003B"
            + "00 FF58 04 04021808 00 FF51 03 07A120 00 C005 00 C12E 00 C246 00 923060 00 3C60 60 914340 60 904C20"
            + "8140 823040 00 3C40 00 814340 00 804C40 00 FF2F 00";
    private static final String FORMAT_1 = "4D546864 00000006 0001 0004 0060"
            + "4D54726B 00000014 00 FF58 04 04021808 00 FF51 03 07A120 8300 FF2F 00"
            + "4D54726B 00000010 00 C005 8140 904C20 8140 4C00 00 FF2F 00"
            + "4D54726B 0000000F 00 C12E 60 914340 8220 4300 00 FF2F 00"
            + "4D54726B 00000015 00 C246 00 923060 00 3C60 8300 3000 00 3C00 00 FF2F 00";

    @Test
    void readsTheSpecificationsExampleInBothFormats() throws BadFile {
        List<MidiFile.Timed> zero = read(FORMAT_0).timed();
        assertThat(zero)
                .extracting(t -> t.message().words())
                .startsWith(
                        "program 5, ch 1",
                        "program 46, ch 2",
                        "program 70, ch 3",
                        "note 48 on, velocity 96, ch 3",
                        "note 60 on, velocity 96, ch 3",
                        "note 67 on, velocity 64, ch 2");
        assertThat(zero.get(5).micros()).isEqualTo(500_000);
        List<MidiFile.Timed> one = read(FORMAT_1).timed();
        assertThat(one).hasSameSizeAs(zero);
        assertThat(one)
                .filteredOn(t -> t.message() instanceof MidiMessage.NoteOn on && on.velocity() > 0)
                .extracting(MidiFile.Timed::micros)
                .containsExactly(0L, 0L, 500_000L, 1_000_000L);
    }

    @Test
    void tempoAndTimeCodeGiveTimes() throws BadFile {
        String body = "00 903C40 60 FF51 03 0F4240 60 803C00 00 FF2F00";
        assertThat(read(file("0060", body)).timed())
                .last()
                .extracting(MidiFile.Timed::micros)
                .isEqualTo(1_500_000L);
        String frames = "00 903C40 64 803C00 00 FF2F00";
        assertThat(read(file("E728", frames)).timed())
                .last()
                .extracting(MidiFile.Timed::micros)
                .isEqualTo(100_000L);
        assertThat(read(file("E350", "00 903C40 9260 803C00 00 FF2F00")).timed())
                .last()
                .extracting(MidiFile.Timed::micros)
                .isEqualTo(1_001_000L);
    }

    @Test
    void sysExInPiecesIsJoinedAndForeignChunksArePassedOver() throws BadFile {
        String body = "00 F0 03 7D 01 02 10 F7 02 03 F7 00 F7 01 FA 00 F7 02 41 42 00 FF2F00";
        MidiFile file = read("4D546864 00000006 0000 0001 0060 58585858 00000002 AABB" + chunk(body));
        assertThat(file.timed()).extracting(t -> t.message().words()).containsExactly("SysEx 7D 01 02 03", "start");
        assertThat(file.tracks().get(0).entries())
                .last()
                .extracting(Entry::content)
                .isEqualTo(new Content.Raw(List.of((byte) 0x41, (byte) 0x42)));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "52494646 | Byte 0: expected “MThd”",
                "4D546864 0000 | the file ends within its header",
                "4D546864 00000006 0002 0001 0060 | Byte 8: expected format 0 or 1, found 2",
                "4D546864 00000006 0000 0001 0000 | Byte 12: a division of 0000",
                "4D546864 00000006 0000 0001 0060 | expected 1 tracks, found 0",
                "4D546864 00000006 0000 0001 0060 4D54726B 00000009 00 90 | a track of 9 bytes where 2 are left",
                "4D546864 00000006 0000 0001 0060 4D54726B 00000003 00 3C 40 | Byte 23: expected a status byte, found 3C",
                "4D546864 00000006 0000 0001 0060 4D54726B 00000003 00 90 3C | the track ends within an event",
                "4D546864 00000006 0000 0001 0060 4D54726B 00000004 00 90 90 40 | Byte 24: expected a data byte (00–7F), found 90",
                "4D546864 00000006 0000 0001 0060 4D54726B 00000005 80 80 80 80 00 | more than 4 bytes",
                "4D546864 00000006 0000 0001 0060 4D54726B 00000005 00 F0 02 90 F7 | a byte above 7F"
            })
    void badFilesNameTheByteAndWhatWasExpected(String hex, String message) {
        assertThatThrownBy(() -> read(hex)).isInstanceOf(BadFile.class).hasMessageContaining(message);
    }

    @Property
    void readingUndoesWriting(@ForAll("files") MidiFile file) throws BadFile {
        assertThat(MidiFileCodec.read(MidiFileCodec.write(file))).isEqualTo(file);
    }

    @Property
    void messagesKeepTheirMilliseconds(@ForAll("tracks") Track track) throws BadFile {
        List<MidiFile.Timed> timed = new ArrayList<>();
        for (Entry entry : track.entries()) {
            if (entry.content() instanceof Content.Said said) {
                timed.add(new MidiFile.Timed(entry.tick() * 1000, said.message()));
            }
        }
        assertThat(MidiFileCodec.read(MidiFileCodec.write(MidiFile.of(timed))).timed())
                .isEqualTo(timed);
    }

    /** The JDK writes and reads files of its own making. */
    @Test
    void filesFromElsewhereWorkAsTheyAre() throws Exception {
        Sequence sequence = new Sequence(Sequence.PPQ, 480, 2);
        javax.sound.midi.Track track = sequence.getTracks()[1];
        track.add(new MidiEvent(new ShortMessage(0x90, 0, 60, 100), 480));
        track.add(new MidiEvent(new ShortMessage(0x80, 0, 60, 0), 960));
        byte[] sysEx = {(byte) 0xF0, 0x7D, 1, (byte) 0xF7};
        track.add(new MidiEvent(new SysexMessage(sysEx, sysEx.length), 960));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        MidiSystem.write(sequence, 1, out);
        assertThat(MidiFileCodec.read(out.toByteArray()).timed())
                .containsExactly(
                        new MidiFile.Timed(500_000, new MidiMessage.NoteOn(1, 60, 100)),
                        new MidiFile.Timed(1_000_000, new MidiMessage.NoteOff(1, 60, 0)),
                        new MidiFile.Timed(1_000_000, new MidiMessage.SysEx(new byte[] {0x7D, 1})));
        byte[] ours = MidiFileCodec.write(
                MidiFile.of(List.of(new MidiFile.Timed(250_000, new MidiMessage.NoteOn(1, 60, 100)))));
        Sequence read = MidiSystem.getSequence(new ByteArrayInputStream(ours));
        assertThat(read.getTracks()[0].get(1).getMessage().getMessage()).containsExactly(0x90, 60, 100);
        assertThat(read.getMicrosecondLength()).isEqualTo(250_000);
    }

    @Test
    void theEndOfATrackAndHowAKeyWasLetGoAreKept() throws BadFile {
        Track track = new Track(
                List.of(
                        new Entry(0, new Content.Said(new MidiMessage.NoteOn(1, 60, 90))),
                        new Entry(10, new Content.Said(new MidiMessage.NoteOn(1, 60, 0)))),
                4_000);
        MidiFile file = new MidiFile(0, new Division.Quarter(96), List.of(track));
        assertThat(MidiFileCodec.read(MidiFileCodec.write(file))).isEqualTo(file);
    }

    @Test
    void timesAreKeptToATenthOfAMillisecond() throws BadFile {
        List<MidiFile.Timed> played = List.of(
                new MidiFile.Timed(0, new MidiMessage.NoteOn(1, 60, 90)),
                new MidiFile.Timed(5_100, new MidiMessage.NoteOff(1, 60, 64)),
                new MidiFile.Timed(1_000_300, new MidiMessage.NoteOn(1, 61, 90)));
        assertThat(MidiFileCodec.read(MidiFileCodec.write(MidiFile.of(played))).timed())
                .isEqualTo(played);
    }

    @Test
    void sysExFilesAreReadAndWritten() throws BadFile {
        List<MidiMessage.SysEx> messages =
                List.of(new MidiMessage.SysEx(new byte[] {0x7D, 1}), new MidiMessage.SysEx(new byte[0]));
        assertThat(SysExFile.read(SysExFile.write(messages))).isEqualTo(messages);
        assertThatThrownBy(() -> SysExFile.read(bytes("F07DF7 41")))
                .hasMessage("Byte 3: expected F0, the beginning of a SysEx, found 41.");
        assertThatThrownBy(() -> SysExFile.read(bytes("F07D")))
                .hasMessage("Byte 2: the file ends within a SysEx; expected F7.");
        assertThatThrownBy(() -> SysExFile.read(bytes("F07D90F7")))
                .hasMessage("Byte 2: expected 00–7F or F7, found 90.");
    }

    @Provide
    Arbitrary<MidiFile> files() {
        Arbitrary<Division> division = Arbitraries.oneOf(
                Arbitraries.integers().between(1, 32767).map(Division.Quarter::new),
                Combinators.combine(
                                Arbitraries.of(24, 25, 29, 30),
                                Arbitraries.integers().between(1, 255))
                        .as(Division.Frame::new));
        return Combinators.combine(division, tracks().list().ofMinSize(1).ofMaxSize(3))
                .as((d, tracks) -> new MidiFile(tracks.size() == 1 ? 0 : 1, d, tracks));
    }

    @Provide
    Arbitrary<Track> tracks() {
        Arbitrary<Content> content = Arbitraries.oneOf(
                new MidiStreamTest()
                        .messages()
                        .filter(list -> !list.isEmpty())
                        .map(list -> new Content.Said(list.get(0))),
                Combinators.combine(
                                Arbitraries.of(1, 3, 0x58),
                                Arbitraries.bytes().list().ofMaxSize(200))
                        .as(Content.Meta::new));
        return Combinators.combine(
                        content.list().ofMaxSize(12), Arbitraries.integers().between(0, 40_000))
                .as((contents, gap) -> {
                    List<Entry> entries = new ArrayList<>();
                    for (int i = 0; i < contents.size(); i++) {
                        entries.add(new Entry((long) i * gap, contents.get(i)));
                    }
                    return new Track(entries);
                });
    }

    private static String file(String division, String body) {
        return "4D546864 00000006 0000 0001" + division + chunk(body);
    }

    private static String chunk(String body) {
        return "4D54726B %08X".formatted(bytes(body).length) + body;
    }

    private static MidiFile read(String hex) throws BadFile {
        return MidiFileCodec.read(bytes(hex));
    }

    private static byte[] bytes(String hex) {
        return HexFormat.of().parseHex(hex.replace(" ", ""));
    }
}
