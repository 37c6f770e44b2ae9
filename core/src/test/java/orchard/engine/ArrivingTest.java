package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import orchard.Gear;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Profile;
import orchard.gear.Reception;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.light.Light;
import orchard.light.Motor;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.outcome.Considered;
import orchard.outcome.ControlMoved;
import orchard.outcome.Filtered;
import orchard.outcome.Joined;
import orchard.outcome.Matched;
import orchard.outcome.NobodyListens;
import orchard.outcome.ParameterTold;
import orchard.outcome.Refused;
import orchard.outcome.Waits;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.Encoding;
import orchard.signal.Message;
import orchard.signal.MessagePattern;
import orchard.signal.MidiJoiner;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import org.junit.jupiter.api.Test;

/** How messages of every kind find the controls and parameters they are about. */
class ArrivingTest {

    private static Control control(String id, Control.Kind kind, MessagePattern pattern) {
        return new Control(id, id, kind, List.of(new Dimension("turn", pattern)), new Control.Face(0, 0, 1, 1));
    }

    private static Device box(Reception reception, Control... controls) {
        return new Device(
                "box",
                "Box",
                "",
                new Seat(Wire.MIDI, "Box", "Box").receiving(reception),
                new Profile(List.of(controls), List.of(), List.of(), List.of(), List.of(), List.of(), List.of()));
    }

    private static Bench bench(Device box, Mapping... mappings) {
        List<Part> parts = new ArrayList<>(List.of(new Part.OfDevice(box), new Part.OfDevice(Gear.desk())));
        List.of(mappings).forEach(mapping -> parts.add(new Part.OfMapping(mapping)));
        return new Bench(Rig.of(parts));
    }

    @Test
    void bothHalvesOfAFineControllerCount() {
        Control fine = control("f", Control.Kind.FADER, new MessagePattern.FineController(2, 7));
        Bench bench = bench(box(Reception.ALL, fine), Gear.mapping("m", "f", "turn", "cutoff"));
        bench.arrive("box", new MidiMessage.ControlChange(2, 7, 64));
        Trace trace = bench.arrive("box", new MidiMessage.ControlChange(2, 39, 100));
        assertThat(trace.first(Joined.class).message().words()).isEqualTo("CC 7 and 39 = 8292, ch 2");
        assertThat(trace.first(ControlMoved.class).number()).isEqualTo(8292);
        assertThat(bench.words("desk")).containsExactly("/desk/cutoff 1264.911", "/desk/cutoff 1293.717");
        assertThat(bench.arrive("box", new MidiMessage.ControlChange(1, 39, 100))
                        .first(NobodyListens.class))
                .isNotNull();
    }

    @Test
    void parameterNumbersMoveControls() {
        Control numbered = control("n", Control.Kind.KNOB, new MessagePattern.Numbered(1, false, 300, 14));
        Bench bench = bench(box(Reception.ALL, numbered), Gear.mapping("m", "n", "turn", "volume"));
        for (MidiMessage part : MidiJoiner.split(new MidiMessage.ParameterNumber(1, false, 300, 16383, 0))) {
            bench.arrive("box", part);
        }
        assertThat(bench.words("desk")).last().isEqualTo("/desk/volume 6.000");
        bench.arrive("box", new MidiMessage.ControlChange(1, 97, 0));
        assertThat(bench.last().first(ControlMoved.class).number()).isEqualTo(16382);
    }

    @Test
    void aPanelThatSpeaksSysExMovesControls() {
        Control own = control("s", Control.Kind.KNOB, new MessagePattern.SysExByte("7D 04 10 05"));
        Bench bench = bench(box(Reception.ALL, own), Gear.mapping("m", "s", "turn", "volume"));
        bench.arrive("box", new MidiMessage.SysEx(new byte[] {0x7D, 4, 0x10, 5, 127}));
        assertThat(bench.words("desk")).containsExactly("/desk/volume 6.000");
        assertThat(bench.arrive("box", new MidiMessage.SysEx(new byte[] {0x7D, 4, 0x10, 6, 127}))
                        .first(NobodyListens.class))
                .isNotNull();
    }

    @Test
    void aProgramChangeIsAPressThatHoldsNothing() {
        Control program = control("p", Control.Kind.BUTTON, new MessagePattern.Program(1, 3));
        Bench bench = bench(box(Reception.ALL, program), Gear.mapping("m", "p", "turn", "mute"));
        bench.tell("mute", 0, "off");
        bench.pass(100);
        bench.arrive("box", new MidiMessage.ProgramChange(1, 3));
        bench.edit(Rig.of(List.of(
                new Part.OfDevice(box(Reception.ALL, program)),
                new Part.OfDevice(Gear.desk()),
                new Part.OfMapping(Gear.mapping("m2", "p", "turn", "volume")))));
        bench.arrive("box", new MidiMessage.ProgramChange(1, 3));
        assertThat(bench.words("desk")).containsExactly("/desk/mute 1.000", "/desk/volume 6.000");
    }

    @Test
    void aPatternReachesEveryAddressItMatches() {
        Bench bench = new Bench(Gear.rig());
        Trace trace = bench.arrive("desk", OscMessage.of("/desk/[vm]*", 0f));
        assertThat(trace.all(Matched.class).stream()
                        .map(m -> m.message().subject())
                        .collect(Collectors.toList()))
                .containsExactly("/desk/meter", "/desk/mute", "/desk/volume");
        assertThat(trace.all(ParameterTold.class)).hasSize(3);
        assertThat(bench.arrive("desk", OscMessage.of("/desk/x*", 0f)).first(NobodyListens.class))
                .isNotNull();
    }

    @Test
    void datedMessagesWaitForTheirTimeAndKeepTheirOrder() {
        Bench bench = new Bench(Gear.rig(Gear.mapping("m", "k1", "turn", "volume")));
        later(bench, 30, new MidiMessage.ControlChange(1, 21, 127));
        later(bench, 10, new MidiMessage.ControlChange(1, 21, 0));
        later(bench, 30, new MidiMessage.ControlChange(1, 21, 64));
        assertThat(bench.traces.get(0).first(Waits.class).nanos()).isEqualTo(30_000_000);
        assertThat(bench.words("desk")).isEmpty();
        bench.pass(10);
        assertThat(bench.words("desk")).containsExactly("/desk/volume -60.000");
        bench.pass(20);
        assertThat(bench.words("desk")).hasSize(3).element(1).isEqualTo("/desk/volume 6.000");
        later(bench, -5, new MidiMessage.ControlChange(1, 21, 0));
        assertThat(bench.words("desk")).as("what is late is due at once").hasSize(4);
    }

    @Test
    void panicForgetsWhatWaitsAndNothingWaitsWithoutEnd() {
        Bench bench = new Bench(Gear.rig(Gear.mapping("m", "k1", "turn", "volume")));
        for (int i = 0; i < 4097; i++) {
            later(bench, 1000 + i, new MidiMessage.ControlChange(1, 21, 127));
        }
        assertThat(bench.last().first(Refused.class).why()).contains("are waiting already");
        bench.engine.handle(new Event.Panic(bench.nanos));
        bench.sent.clear();
        bench.pass(10_000);
        assertThat(bench.words("desk")).doesNotContain("/desk/volume 6.000");
    }

    private static void later(Bench bench, long millis, Message message) {
        bench.engine.handle(new Event.Dated(bench.nanos, bench.nanos + millis * 1_000_000, "box", message));
    }

    @Test
    void whatIsNotToBeTakenIsToldAndDoesNothing() {
        Control knob = control("k1", Control.Kind.KNOB, new MessagePattern.Controller(1, 21, Encoding.ABSOLUTE));
        Mapping mapping = Gear.mapping("m", "k1", "turn", "volume");
        Bench off = bench(box(new Reception(false, List.of()), knob), mapping);
        assertThat(off.knob(21, 127).first(Filtered.class).why()).isEqualTo("The input of Box is switched off");
        Bench others = bench(box(new Reception(true, List.of(3, 2)), knob), mapping);
        assertThat(others.knob(21, 127).first(Filtered.class).why())
                .isEqualTo("The input of Box takes channel 2, 3 only, and this came on channel 1");
        assertThat(others.arrive("box", new MidiMessage.SystemMessage(0xF8, 0, 0))
                        .first(Filtered.class))
                .isNull();
        assertThat(off.words("desk")).isEmpty();
        assertThat(others.words("desk")).isEmpty();
        Bench on = bench(box(new Reception(true, List.of(1)), knob), mapping);
        on.knob(21, 127);
        assertThat(on.words("desk")).hasSize(1);
    }

    @Test
    void whatIsHeldWhenAnInputIsSwitchedOffComesUp() {
        Mapping mapping = Gear.mapping("m1", "p1", "gate", "mute");
        Bench bench = new Bench(Gear.rig(mapping));
        bench.tell("mute", 0, "off");
        bench.pass(100);
        bench.arrive("box", new MidiMessage.NoteOn(1, 36, 90));
        Device box = Gear.box();
        Device off = new Device("box", "Box", "", box.seat().receiving(new Reception(false, List.of())), box.profile());
        bench.edit(
                Rig.of(List.of(new Part.OfDevice(off), new Part.OfDevice(Gear.desk()), new Part.OfMapping(mapping))));
        bench.arrive("box", new MidiMessage.NoteOff(1, 36, 0));
        assertThat(bench.words("desk")).containsExactly("/desk/mute 1.000", "/desk/mute 0.000");
    }

    @Test
    void whatIsHeldWhenACableIsPulledComesUp() {
        Bench bench = new Bench(Gear.rig(Gear.mapping("m1", "p1", "gate", "mute")));
        bench.tell("mute", 0, "off");
        bench.pass(100);
        bench.arrive("box", new MidiMessage.NoteOn(1, 36, 90));
        bench.gone("box");
        bench.gone("box");
        assertThat(bench.words("desk")).containsExactly("/desk/mute 1.000", "/desk/mute 0.000");
    }

    @Test
    void aSynthThatWasUnpluggedIsToldItsValuesAgain() {
        Parameter level = new Parameter(
                "level",
                "",
                "Level",
                new Range(0, 127, ""),
                new Law.Linear(),
                0,
                new Binding.Numbered(1, false, 9),
                true);
        Device synth = new Device(
                "desk",
                "Desk",
                "",
                new Seat(Wire.MIDI, "Desk", "Desk"),
                new Profile(List.of(), List.of(), List.of(level), List.of(), List.of(), List.of(), List.of()));
        Bench bench = new Bench(Rig.of(List.of(
                new Part.OfDevice(Gear.box()),
                new Part.OfDevice(synth),
                new Part.OfMapping(Gear.mapping("m", "k1", "turn", "level")))));
        bench.knob(21, 127);
        bench.gone("desk");
        bench.sent.clear();
        bench.present("desk");
        assertThat(bench.words("desk")).containsExactly("NRPN 9 = 16383, ch 1");
    }

    private static Bench motorFader() {
        Control fader = new Control(
                "f",
                "Fader",
                Control.Kind.FADER,
                List.of(
                        new Dimension("position", new MessagePattern.Wheel(1)),
                        new Dimension(Dimension.TOUCH, new MessagePattern.NoteGate(16, 104))),
                new Control.Face(0, 0, 1, 1));
        Device board = new Device(
                "box",
                "Box",
                "",
                new Seat(Wire.MIDI, "Box", "Box"),
                new Profile(
                        List.of(fader),
                        List.of(),
                        List.of(),
                        List.of(new Light("f.motor", "motor", "f", new Motor(1))),
                        List.of(),
                        List.of(),
                        List.of()));
        return bench(board, Gear.answering(Gear.mapping("m", "f", "position", "volume"), "f.motor", Show.Rule.VALUE));
    }

    @Test
    void whatAMotorReportsOnItsWayIsNoMoveOfAHand() {
        Bench bench = motorFader();
        bench.tell("volume", 6, "6.0 dB");
        bench.pass(50);
        assertThat(bench.words("box")).containsExactly("pitch bend = 16383, ch 1");
        Trace trace = bench.arrive("box", new MidiMessage.PitchBend(1, 9000));
        assertThat(trace.first(Considered.class).why()).isEqualTo("heard, but its motor moved it");
        assertThat(bench.words("desk")).isEmpty();
    }

    @Test
    void aMotorWaitsForTheFingerAndThenShowsTheTruth() {
        Bench bench = motorFader();
        bench.arrive("box", new MidiMessage.NoteOn(16, 104, 127));
        bench.arrive("box", new MidiMessage.PitchBend(1, 16383));
        assertThat(bench.words("desk")).containsExactly("/desk/volume 6.000");
        bench.pass(100);
        bench.tell("volume", -60, "-60 dB");
        bench.pass(100);
        assertThat(bench.words("box")).as("never against a finger").isEmpty();
        bench.arrive("box", new MidiMessage.NoteOff(16, 104, 0));
        bench.pass(50);
        assertThat(bench.words("box")).containsExactly("pitch bend = 0, ch 1");
    }

    @Test
    void afterALongSleepAKeepAliveIsSaidOnce() {
        Bench bench = new Bench(Gear.rig());
        bench.pass(3_600_000);
        assertThat(bench.words("desk")).containsExactly("/desk/subscribe ");
        bench.pass(5_000);
        assertThat(bench.words("desk")).hasSize(2);
    }
}
