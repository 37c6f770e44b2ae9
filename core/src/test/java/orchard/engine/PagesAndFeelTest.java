package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import orchard.Gear;
import orchard.gear.Choices;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Feel;
import orchard.gear.PageGroup;
import orchard.gear.Profile;
import orchard.gear.Seat;
import orchard.gear.Selector;
import orchard.gear.SendMode;
import orchard.gear.Traits;
import orchard.gear.Wire;
import orchard.light.Led;
import orchard.light.Letters;
import orchard.light.Light;
import orchard.mapping.Mapping;
import orchard.mapping.Show;
import orchard.outcome.Considered;
import orchard.outcome.ControlMoved;
import orchard.outcome.NobodyListens;
import orchard.outcome.OfMemory;
import orchard.outcome.PageOpened;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;

/** Controls whose messages mean something else on another page, and how controls feel. */
class PagesAndFeelTest {

    private static final Control.Face FACE = new Control.Face(0, 0, 1, 1);

    private static Control pad(int page, int note) {
        return new Control(
                page == 1 ? "pad" : "pad@" + page,
                "Pad",
                "",
                Control.Kind.PAD,
                List.of(
                        new Dimension("velocity", new MessagePattern.NoteVelocity(1, note)),
                        new Dimension("gate", new MessagePattern.NoteGate(1, note))),
                FACE,
                new Control.Page("pads", page));
    }

    private static Control key(int number) {
        return new Control(
                "key" + number,
                "Key",
                Control.Kind.BUTTON,
                List.of(new Dimension("gate", new MessagePattern.NoteGate(1, 80 + number))),
                FACE);
    }

    private static Control fader(SendMode output) {
        return new Control(
                "fader",
                "Fader",
                Control.Kind.FADER,
                List.of(new Dimension("position", new MessagePattern.Controller(1, 7, Encoding.ABSOLUTE), output)),
                FACE);
    }

    private static Rig rig(Profile with, List<Control> controls, Mapping... mappings) {
        List<Light> lights = List.of(
                new Light("lamp", "Lamp", "pad", new Led(1, 36, 0, 5)),
                new Light("text", "Text", "fader", new Letters(new byte[] {0x7D}, 4)));
        Profile profile = with.withControls(controls).withLights(lights);
        List<Part> parts = new ArrayList<>(List.of(
                new Part.OfDevice(new Device("box", "Box", "", new Seat(Wire.MIDI, "Box", "Box"), profile)),
                new Part.OfDevice(Gear.desk())));
        List.of(mappings).forEach(mapping -> parts.add(new Part.OfMapping(mapping)));
        return Rig.of(parts);
    }

    private static Profile pages() {
        return Profile.BLANK.with(Traits.PLAIN.withPages(List.of(
                new PageGroup("pads", "Pads", PageGroup.Paging.KEYS, List.of("One", "Two"), List.of("key1", "key2")))));
    }

    private static MidiMessage on(int note) {
        return new MidiMessage.NoteOn(1, note, 127);
    }

    private static MidiMessage off(int note) {
        return new MidiMessage.NoteOff(1, note, 0);
    }

    @Test
    void whatIsSentOnTwoPagesIsTheOpenPages() {
        Bench bench = new Bench(rig(
                pages(),
                List.of(pad(1, 36), pad(2, 36), key(1), key(2)),
                Gear.mapping("m1", "pad", "gate", "volume"),
                Gear.mapping("m2", "pad@2", "gate", "cutoff")));
        bench.arrive("box", on(36));
        bench.arrive("box", off(36));
        bench.arrive("box", on(82));
        bench.arrive("box", off(82));
        bench.arrive("box", on(36));
        assertThat(bench.words("desk"))
                .containsExactly("/desk/volume 6.000", "/desk/volume -60.000", "/desk/cutoff 8000.000");
        assertThat(bench.traces.stream().flatMap(t -> t.all(PageOpened.class).stream()))
                .containsExactly(new PageOpened(Selector.Owner.controls("box", "pads"), 2));
    }

    @Test
    void aReleaseAfterThePageChangedGoesWhereItsPressWent() {
        Bench bench = new Bench(rig(
                pages(),
                List.of(pad(1, 36), pad(2, 36), key(1), key(2)),
                Gear.mapping("m1", "pad", "gate", "volume"),
                Gear.mapping("m2", "pad@2", "gate", "cutoff")));
        bench.arrive("box", on(36));
        bench.arrive("box", on(82));
        bench.arrive("box", off(36));
        assertThat(bench.words("desk")).containsExactly("/desk/volume 6.000", "/desk/volume -60.000");
    }

    @Test
    void aNameReachesItsDisplayAtOnceAlsoOfWhatIsNotMappedAndOnEveryPage() {
        List<Control> controls = new ArrayList<>(List.of(pad(1, 36), pad(2, 36), key(1), key(2)));
        Bench bench = new Bench(named(controls, "", ""));
        bench.edit(named(controls, "Ümläut", ""));
        bench.pass(100);
        assertThat(bench.sent).extracting(sent -> sent.message().words()).containsExactly(letters("Umla"));
        bench.edit(named(controls, "Tide", "Gull"));
        bench.pass(100);
        bench.arrive("box", on(82));
        bench.pass(100);
        assertThat(bench.sent)
                .extracting(sent -> sent.message().words())
                .containsExactly(letters("Umla"), letters("Tide"), letters("Gull"));
    }

    private static Rig named(List<Control> controls, String first, String second) {
        List<Control> named = new ArrayList<>(controls);
        named.set(0, controls.get(0).named("Pad", first));
        named.set(1, controls.get(1).named("Pad", second));
        Profile profile = pages().withControls(named)
                .withLights(List.of(new Light("text", "Text", "pad", new Letters(new byte[] {0x7D}, 4))));
        return Rig.of(List.of(
                new Part.OfDevice(new Device("box", "Box", "", new Seat(Wire.MIDI, "Box", "Box"), profile)),
                new Part.OfDevice(Gear.desk())));
    }

    private static String letters(String text) {
        return new Letters(new byte[] {0x7D}, 4).message(0, text).words();
    }

    @Test
    void numbersOfTheirOwnTellThePage() {
        Bench bench = new Bench(rig(
                pages(),
                List.of(pad(1, 36), pad(2, 52), key(1), key(2)),
                Gear.mapping("m2", "pad@2", "gate", "cutoff")));
        assertThat(bench.arrive("box", on(52)).first(PageOpened.class))
                .isEqualTo(new PageOpened(Selector.Owner.controls("box", "pads"), 2));
        assertThat(bench.words("desk")).containsExactly("/desk/cutoff 8000.000");
    }

    @Test
    void oneLampShowsWhatIsOnTheOpenPage() {
        Bench bench = new Bench(rig(
                pages(),
                List.of(pad(1, 36), pad(2, 36), key(1), key(2)),
                Gear.answering(Gear.mapping("m1", "pad", "gate", "mute"), "lamp", Show.Rule.ON_OFF),
                Gear.answering(Gear.mapping("m2", "pad@2", "gate", "volume"), "lamp", Show.Rule.ON_OFF)));
        bench.tell("mute", 1, "on");
        bench.tell("volume", -60, "-60 dB");
        bench.pass(100);
        assertThat(bench.words("box")).last().isEqualTo("note 36 on, velocity 5, ch 1");
        bench.arrive("box", on(82));
        bench.pass(100);
        assertThat(bench.words("box")).last().isEqualTo("note 36 on, velocity 0, ch 1");
        bench.arrive("box", on(81));
        bench.pass(100);
        assertThat(bench.words("box")).last().isEqualTo("note 36 on, velocity 5, ch 1");
    }

    @Test
    void whatIsSwitchedOffIsNotHeard() {
        Bench bench = new Bench(rig(
                Profile.BLANK,
                List.of(fader(SendMode.PLAYED.switchedOff(true))),
                Gear.mapping("m", "fader", "position", "volume")));
        assertThat(bench.arrive("box", new MidiMessage.ControlChange(1, 7, 99)).first(NobodyListens.class))
                .isNotNull();
    }

    @Test
    void aButtonsOwnValuesArePressedAndLetGo() {
        Control button = new Control(
                "b",
                "B",
                Control.Kind.BUTTON,
                List.of(new Dimension(
                        "gate",
                        new MessagePattern.Controller(1, 9, Encoding.ABSOLUTE),
                        SendMode.of(SendMode.Press.MOMENTARY, 100, 20))),
                FACE);
        Bench bench = new Bench(rig(Profile.BLANK, List.of(button), Gear.mapping("m", "b", "gate", "volume")));
        bench.arrive("box", new MidiMessage.ControlChange(1, 9, 100));
        bench.arrive("box", new MidiMessage.ControlChange(1, 9, 20));
        assertThat(bench.words("desk")).containsExactly("/desk/volume 6.000", "/desk/volume -60.000");
    }

    @Test
    void deadZonesAreTheEndsAndJitterIsPassedOver() {
        Feel feel = new Feel(Control.Kind.FADER, Feel.Curve.EVEN, 100, 10, 10, 2, false);
        Bench bench = new Bench(rig(
                Profile.BLANK.with(Choices.NONE.with(feel)),
                List.of(fader(SendMode.PLAYED)),
                Gear.mapping("m", "fader", "position", "volume")));
        bench.arrive("box", new MidiMessage.ControlChange(1, 7, 120));
        assertThat(bench.last().first(ControlMoved.class).position()).isEqualTo(1);
        bench.arrive("box", new MidiMessage.ControlChange(1, 7, 64));
        double middle = bench.last().first(ControlMoved.class).position();
        assertThat(middle).isEqualTo(0.5);
        Considered jitter =
                bench.arrive("box", new MidiMessage.ControlChange(1, 7, 65)).first(Considered.class);
        assertThat(jitter.why()).contains("jitter");
        bench.arrive("box", new MidiMessage.ControlChange(1, 7, 5));
        assertThat(bench.last().first(ControlMoved.class).position()).isZero();
    }

    @Test
    void aDeviceWithAMemoryBendsVelocitiesItself() {
        Feel firm = new Feel(Control.Kind.PAD, Feel.Curve.NAMED.get(2), 100, 0, 0, 0, false);
        Control plain = new Control("pad", "Pad", Control.Kind.PAD, pad(1, 36).dimensions(), FACE);
        Bench byOrchard = new Bench(rig(Profile.BLANK.with(Choices.NONE.with(firm)), List.of(plain)));
        byOrchard.arrive("box", new MidiMessage.NoteOn(1, 36, 64));
        assertThat(byOrchard.last().first(ControlMoved.class).position())
                .isLessThan(0.3)
                .isPositive();
        Profile own = Profile.BLANK
                .with(Choices.NONE.with(firm))
                .with(new Traits(List.of(), List.of(), "made up", false, List.of(), 0));
        Bench byItself = new Bench(rig(own, List.of(plain)));
        byItself.arrive("box", new MidiMessage.NoteOn(1, 36, 64));
        assertThat(byItself.last().first(ControlMoved.class).position()).isGreaterThan(0.5);
        assertThat(byItself.arrive("box", new MidiMessage.SysEx(new byte[] {0x7D, 0x55, 0}))
                        .first(OfMemory.class))
                .isNotNull();
    }

    @Test
    void aDisplayThatAnswersNothingShowsTheLabel() {
        Control named = fader(SendMode.PLAYED).named("Fader", "SURF");
        Bench bench = new Bench(rig(Profile.BLANK, List.of(named)));
        bench.gone("box");
        bench.present("box");
        bench.pass(50);
        assertThat(bench.words("box")).contains("SysEx 7D 53 55 52 46");
    }
}
