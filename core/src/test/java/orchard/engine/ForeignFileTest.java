package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import orchard.gear.Device;
import orchard.gear.Feel;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Route;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.BadFile;
import orchard.signal.Message;
import orchard.signal.MidiFile;
import orchard.signal.MidiFileCodec;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/**
 * A Standard MIDI File that another program wrote (abc2midi made {@code tunes/low-water.mid} of the text beside it: chords, a trill, grace notes, triplets, a
 * pedal, three channels, running status), read by the JDK as well, and played through routes.
 */
class ForeignFileTest {

    private static final int SPLIT = 60;

    private static byte[] file() throws IOException {
        try (InputStream in = ForeignFileTest.class.getResourceAsStream("/tunes/low-water.mid")) {
            return in.readAllBytes();
        }
    }

    /** What the JDK reads, in the order of the tracks. */
    private static List<MidiEvent> jdk() throws IOException, InvalidMidiDataException {
        Sequence sequence = MidiSystem.getSequence(new ByteArrayInputStream(file()));
        List<MidiEvent> events = new ArrayList<>();
        for (Track track : sequence.getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                if (track.get(i).getMessage() instanceof ShortMessage) {
                    events.add(track.get(i));
                }
            }
        }
        return events;
    }

    private static String hex(byte[] bytes, int length) {
        return Arrays.toString(Arrays.copyOf(bytes, length));
    }

    @Test
    void itIsReadAsTheJdkReadsIt() throws IOException, InvalidMidiDataException, BadFile {
        List<String> ours = MidiFileCodec.read(file()).tracks().stream()
                .flatMap(track -> track.entries().stream())
                .filter(entry -> entry.content() instanceof MidiFile.Content.Said)
                .map(entry -> {
                    byte[] bytes =
                            ((MidiFile.Content.Said) entry.content()).message().bytes();
                    return entry.tick() + " " + hex(bytes, bytes.length);
                })
                .toList();
        List<String> theirs = jdk().stream()
                .map(event -> event.getTick() + " "
                        + hex(
                                event.getMessage().getMessage(),
                                event.getMessage().getLength()))
                .toList();
        assertThat(ours).hasSizeGreaterThan(100).containsExactlyInAnyOrderElementsOf(theirs);
    }

    private static Device device(String id) {
        return new Device(id, id, "", new Seat(Wire.MIDI, id, id), Profile.BLANK);
    }

    private static Route route(String to, int lowest, int highest, int channel, int transpose) {
        return new Route(
                "r-" + to,
                "keys",
                to,
                new Route.Passes(List.of(Route.Kind.values()), List.of(), lowest, highest),
                new Route.Changes(channel, transpose, Feel.Curve.EVEN, 0),
                false);
    }

    /** What each instrument has to hear of notes, as the JDK's reading says: {@code channel note velocity}, velocity 0 for an end. */
    private static Map<String, List<String>> expected() throws IOException, InvalidMidiDataException {
        List<MidiEvent> events = new ArrayList<>(jdk());
        events.sort((one, other) -> Long.compare(one.getTick(), other.getTick())); // the order within a tick is kept
        Map<String, List<String>> expected =
                new TreeMap<>(Map.of("deep", new ArrayList<>(), "harp", new ArrayList<>()));
        for (MidiEvent event : events) {
            ShortMessage message = (ShortMessage) event.getMessage();
            boolean isOn = message.getCommand() == ShortMessage.NOTE_ON && message.getData2() > 0;
            boolean isOff = message.getCommand() == ShortMessage.NOTE_OFF
                    || message.getCommand() == ShortMessage.NOTE_ON && message.getData2() == 0;
            if (isOn || isOff) {
                boolean isLow = message.getData1() < SPLIT;
                int velocity = isOn ? message.getData2() : 0;
                expected.get(isLow ? "deep" : "harp")
                        .add(
                                isLow
                                        ? "7 " + (message.getData1() + 12) + " " + velocity
                                        : (message.getChannel() + 1) + " " + message.getData1() + " " + velocity);
            }
        }
        return expected;
    }

    private static String words(Message message) {
        if (message instanceof MidiMessage.NoteOn on) {
            return on.channel() + " " + on.note() + " " + on.velocity();
        }
        return message instanceof MidiMessage.NoteOff off ? off.channel() + " " + off.note() + " 0" : "";
    }

    @Test
    void itIsSplitByRoutesAndEveryNoteIsHeardOnItsSide() throws IOException, InvalidMidiDataException, BadFile {
        Bench bench = new Bench(Rig.of(List.of(
                new Part.OfDevice(device("keys")),
                new Part.OfDevice(device("deep")),
                new Part.OfDevice(device("harp")),
                new Part.OfRoute(route("deep", 0, SPLIT - 1, 7, 12)),
                new Part.OfRoute(route("harp", SPLIT, 127, 0, 0)))));
        List.of("keys", "deep", "harp").forEach(bench::present);
        bench.sent.clear();
        for (MidiFile.Timed timed : MidiFileCodec.read(file()).timed()) {
            bench.arrive("keys", timed.message());
        }
        for (Map.Entry<String, List<String>> of : expected().entrySet()) {
            List<String> heard = bench.sent.stream()
                    .filter(sent -> sent.device().equals(of.getKey()))
                    .map(sent -> words(sent.message()))
                    .filter(words -> !words.isEmpty())
                    .toList();
            assertThat(heard).as(of.getKey()).hasSizeGreaterThan(20);
            assertThat(heard.stream().filter(words -> !words.endsWith(" 0")))
                    .as("what begins on " + of.getKey())
                    .containsExactlyElementsOf(of.getValue().stream()
                            .filter(words -> !words.endsWith(" 0"))
                            .toList());
            assertThat(heard.stream().filter(words -> words.endsWith(" 0")).count())
                    .as("what ends on " + of.getKey())
                    .isEqualTo(heard.stream()
                            .filter(words -> !words.endsWith(" 0"))
                            .count());
        }
        assertThat(bench.words("harp")).contains(new MidiMessage.ControlChange(1, 64, 127).words());
        assertThat(bench.words("deep")).contains(new MidiMessage.ControlChange(7, 64, 127).words());
    }
}
