package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import orchard.gear.Device;
import orchard.gear.Feel;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Route;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** What routes pass on to a wire that carries 31,250 bits a second: as much as it bears, and the last of everything. */
class SlowWireTest {

    private static final int BAUD = 31_250;
    private static final int STREAMS = Integer.getInteger("routes.streams", 3_000) / 60;

    private Bench bench;
    /** When the wire will have carried what it was given, in ms. */
    private double free;

    private static Device device(String id, int baud) {
        Profile profile = Profile.BLANK.with(Profile.BLANK.traits().withBaud(baud));
        return new Device(id, id, "", new Seat(Wire.MIDI, id, id), profile);
    }

    private void open(int baud, int apart) {
        List<Part> parts = new ArrayList<>();
        List.of("keys", "motion").forEach(id -> parts.add(new Part.OfDevice(device(id, 0))));
        parts.add(new Part.OfDevice(device("synth", baud)));
        parts.add(new Part.OfRoute(Route.all("r", "keys", "synth")));
        parts.add(new Part.OfRoute(
                Route.all("s", "motion", "synth").with(new Route.Changes(3, 0, Feel.Curve.EVEN, apart))));
        bench = new Bench(Rig.of(parts));
        List.of("keys", "motion", "synth").forEach(bench::present);
        bench.sent.clear();
        free = 0;
    }

    /** Puts what was sent on the wire, at a time in ms; returns how long it is behind then. */
    private double carry(List<MidiMessage> heard, double at) {
        for (Bench.Sent sent : bench.sent) {
            MidiMessage message = (MidiMessage) sent.message();
            free = Math.max(free, at) + message.wireBytes() * 10_000.0 / BAUD;
            heard.add(message);
        }
        bench.sent.clear();
        return Math.max(0, free - at);
    }

    private static MidiMessage.ControlChange value(int channel, int number, int value) {
        return new MidiMessage.ControlChange(channel, number, value);
    }

    /** Values from two devices, three times as many as the wire carries, with notes between: how far the wire is behind, and what it has carried in the end. */
    @Test
    void itIsNeverFarBehindAndTheLastOfEverythingArrives() {
        for (int stream = 0; stream < STREAMS; stream++) {
            Random random = new Random(stream);
            open(BAUD, random.nextInt(2) * 7);
            List<MidiMessage> heard = new ArrayList<>();
            Map<String, Integer> last = new TreeMap<>();
            List<MidiMessage> notes = new ArrayList<>();
            double behind = 0;
            for (int at = 0; at < 1_000; at++) {
                for (int i = random.nextInt(6); i > 0; i--) {
                    boolean isKeys = random.nextBoolean();
                    MidiMessage.ControlChange said =
                            value(isKeys ? 1 : 2, 70 + random.nextInt(20), random.nextInt(128));
                    bench.arrive(isKeys ? "keys" : "motion", said);
                    last.put((isKeys ? 1 : 3) + "/" + said.number(), said.value());
                }
                if (at % 50 == 0) {
                    notes.add(new MidiMessage.NoteOn(1, 40 + at / 50, 100));
                    bench.arrive("keys", notes.get(notes.size() - 1));
                }
                behind = Math.max(behind, carry(heard, at));
                bench.pass(1);
            }
            for (int at = 1_000; at < 1_100; at++) { // forty values and a little
                carry(heard, at);
                bench.pass(1);
            }
            Map<String, Integer> stands = new TreeMap<>();
            heard.stream()
                    .filter(MidiMessage.ControlChange.class::isInstance)
                    .map(MidiMessage.ControlChange.class::cast)
                    .forEach(cc -> stands.put(cc.channel() + "/" + cc.number(), cc.value()));
            assertThat(stands).as("stream %d", stream).isEqualTo(last);
            assertThat(heard).filteredOn(MidiMessage.NoteOn.class::isInstance).isEqualTo(notes);
            assertThat(behind).as("stream %d: ms behind", stream).isLessThan(8);
        }
    }

    @Test
    void whatMovesFastestAndWhatMovesSlowestBothGetThrough() {
        open(BAUD, 0);
        List<MidiMessage> heard = new ArrayList<>();
        for (int at = 0; at < 2_000; at++) {
            bench.arrive("keys", value(1, 70, at % 128));
            bench.arrive("keys", value(1, 71 + at % 2, at % 128));
            bench.arrive("motion", value(1, 80 + at % 8, at % 128));
            carry(heard, at);
            bench.pass(1);
        }
        Map<String, Integer> times = new HashMap<>();
        heard.forEach(message -> times.merge(message.subject(), 1, Integer::sum));
        assertThat(times).hasSize(11);
        assertThat(times.values()).allSatisfy(count -> assertThat(count).isGreaterThan(60));
    }

    @Test
    void aWireThatTakesWhatComesIsGivenAllInItsOrder() {
        open(0, 0);
        List<String> said = new ArrayList<>();
        for (int i = 0; i < 500; i++) {
            MidiMessage message = i % 9 == 0 ? new MidiMessage.PitchBend(1, i) : value(1, 70 + i % 20, i % 128);
            bench.arrive("keys", message);
            said.add(message.words());
        }
        assertThat(bench.words("synth")).isEqualTo(said);
    }

    @Test
    void aNoteWaitsForNoValueButForTheBendOfItsOwn() {
        open(BAUD, 0);
        for (int i = 0; i < 200; i++) {
            bench.arrive("keys", value(1, 70 + i % 20, i % 128));
            bench.arrive("keys", new MidiMessage.PitchBend(2, 8_000 + i));
            bench.arrive("keys", new MidiMessage.PitchBend(3, 8_000 + i));
        }
        bench.sent.clear();
        bench.arrive("keys", new MidiMessage.NoteOn(2, 60, 100));
        assertThat(bench.words("synth"))
                .containsExactly(
                        new MidiMessage.PitchBend(2, 8_199).words(), new MidiMessage.NoteOn(2, 60, 100).words());
        bench.sent.clear();
        bench.arrive("keys", new MidiMessage.NoteOff(2, 60, 64));
        assertThat(bench.words("synth")).containsExactly(new MidiMessage.NoteOff(2, 60, 64).words());
    }

    @Test
    void aFineHalfNeverArrivesBeforeItsCoarseOne() {
        open(BAUD, 0);
        Random random = new Random(7);
        List<MidiMessage> heard = new ArrayList<>();
        int[] stands = new int[2];
        for (int at = 0; at < 3_000; at++) {
            stands[0] = random.nextInt(128);
            stands[1] = random.nextInt(128);
            bench.arrive("keys", value(1, 7, stands[0]));
            bench.arrive("keys", value(1, 39, stands[1]));
            bench.arrive("keys", value(1, 70 + random.nextInt(9), random.nextInt(128)));
            carry(heard, at);
            bench.pass(1);
        }
        bench.pass(100);
        carry(heard, 4_000);
        int coarse = -1;
        int fine = -1;
        for (MidiMessage message : heard) {
            MidiMessage.ControlChange cc = (MidiMessage.ControlChange) message;
            coarse = cc.number() == 7 ? cc.value() : coarse;
            fine = cc.number() == 7 ? 0 : cc.number() == 39 ? cc.value() : fine; // as the standard has it
        }
        assertThat(new int[] {coarse, fine}).isEqualTo(stands);
    }

    @Test
    void whatWaitsGoesWithItsRouteAndItsCable() {
        open(BAUD, 0);
        for (int i = 0; i < 100; i++) {
            bench.arrive("keys", value(1, 70 + i % 20, i));
        }
        bench.gone("synth");
        bench.sent.clear();
        bench.pass(1_000);
        assertThat(bench.sent).as("nobody is there to be told").isEmpty();
        bench.present("synth");
        bench.sent.clear();
        bench.arrive("keys", value(1, 70, 99));
        assertThat(bench.words("synth")).containsExactly(value(1, 70, 99).words());
    }
}
