package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import orchard.Gear;
import orchard.action.RunClock;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Actions;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Route;
import orchard.mapping.Show;
import orchard.rig.Edit;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The clock that is made here: who is told, how often, and from where (MIDI 1.0, system real time). */
class ClockOutTest {

    private static final String TICK = new MidiMessage.SystemMessage(0xF8, 0, 0).words();
    private static final String START = new MidiMessage.SystemMessage(0xFA, 0, 0).words();
    private static final String GO_ON = new MidiMessage.SystemMessage(0xFB, 0, 0).words();
    private static final String STOP = new MidiMessage.SystemMessage(0xFC, 0, 0).words();

    private Rig rig;
    private Bench bench;

    private static Device drum(String id) {
        return new Device(id, id, "", new Seat(Wire.MIDI, id, id), Profile.BLANK);
    }

    private static Mapping on(String pad, RunClock.Way way) {
        Ref.ToControl trigger = new Ref.ToControl("box", pad, "velocity");
        Mapping made = Gear.mapping("m" + pad, pad, trigger.dimension(), "volume");
        return made.with(new Actions(List.of(new RunClock(way))));
    }

    @BeforeEach
    void open() {
        rig = Rig.of(new ArrayList<>(List.of(
                new Part.OfDevice(Gear.box()),
                new Part.OfDevice(Gear.desk()),
                new Part.OfDevice(drum("drum")),
                new Part.OfDevice(drum("late")),
                new Part.OfRoute(Route.all("r", Route.CLOCK_MADE_HERE, "drum")),
                new Part.OfMapping(on("p1", RunClock.Way.TURN)),
                new Part.OfMapping(on("p2", RunClock.Way.GO_ON)))));
        bench = new Bench(rig);
        List.of("box", "desk", "drum").forEach(bench::present);
        bench.pass(1);
        bench.sent.clear();
    }

    private void hit(int note) {
        bench.arrive("box", new MidiMessage.NoteOn(1, note, 100));
        bench.arrive("box", new MidiMessage.NoteOff(1, note, 64));
    }

    private List<String> to(String device) {
        List<String> words = bench.words(device);
        bench.sent.removeIf(sent -> sent.device().equals(device));
        return words;
    }

    /** In small steps, as time passes. */
    private void pass(int millis) {
        for (int i = 0; i < millis; i++) {
            bench.pass(1);
        }
    }

    @Test
    void twentyFourTicksABeatAndNoneMoreOrLessInAnHour() {
        pass(1_000);
        assertThat(to("drum")).hasSize(48).containsOnly(TICK); // 120 a minute, as long as nobody says otherwise
        for (int i = 0; i < 36_000; i++) {
            bench.pass(100);
        }
        assertThat(to("drum")).as("no time is lost in roundings").hasSizeBetween(48 * 3_600 - 1, 48 * 3_600 + 1);
    }

    @Test
    void aMachineThatSleptDoesNotTickForWhatIsOver() {
        to("drum");
        bench.pass(3_600_000);
        assertThat(to("drum")).hasSizeLessThan(5);
    }

    @Test
    void itStartsStopsAndGoesOnFromWhereItWas() {
        hit(36);
        pass(500 + 130); // a beat and a sixteenth, and a little
        hit(36);
        List<String> first = to("drum");
        assertThat(first).startsWith(START, TICK).endsWith(STOP);
        int ticks = first.size() - 2;
        hit(37);
        pass(30);
        assertThat(to("drum")).startsWith(new MidiMessage.SystemMessage(0xF2, ticks / 6, 0).words(), GO_ON, TICK);
    }

    @Test
    void whoComesLaterGoesOnWithTheOthers() {
        rig = rig.apply(Edit.add("late", new Part.OfRoute(Route.all("r2", Route.CLOCK_MADE_HERE, "late"))));
        bench.edit(rig);
        hit(36);
        pass(1_000);
        bench.present("late");
        to("late");
        pass(130);
        List<String> late =
                to("late").stream().filter(words -> !words.equals(TICK)).toList();
        assertThat(late).hasSize(2).last().isEqualTo(GO_ON);
        rig = rig.apply(Edit.remove("gone", new Part.OfRoute(Route.all("r", Route.CLOCK_MADE_HERE, "drum"))));
        to("drum");
        bench.edit(rig);
        assertThat(to("drum")).as("whom no route leads it to any more stops").containsExactly(STOP);
        pass(100);
        assertThat(to("drum")).isEmpty();
    }

    @Test
    void aPanicAndTheEndStopIt() {
        hit(36);
        pass(10);
        bench.engine.handle(new Event.Panic(bench.nanos, ""));
        assertThat(to("drum")).contains(STOP);
        hit(36);
        bench.engine.letGo();
        assertThat(to("drum")).endsWith(STOP);
    }

    @Test
    void aLightTellsWhetherItRuns() {
        Mapping pad = on("p1", RunClock.Way.TURN);
        rig = rig.apply(Edit.change(
                "lit",
                new Part.OfMapping(pad),
                new Part.OfMapping(pad.with(new Show(List.of(new Show.Answer(
                        new Ref.ToLight("box", "p1.led"), Show.Rule.ON_OFF, Look.USUAL, List.of(), 0)))))));
        bench.edit(rig);
        to("box");
        hit(36);
        pass(50);
        assertThat(to("box")).last().isEqualTo(new MidiMessage.NoteOn(1, 36, 5).words());
        hit(36);
        pass(50);
        assertThat(to("box")).last().isEqualTo(new MidiMessage.NoteOn(1, 36, 0).words());
    }
}
