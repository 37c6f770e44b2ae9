package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import orchard.Gear;
import orchard.action.Choose;
import orchard.condition.AtDefault;
import orchard.condition.ChangedLast;
import orchard.condition.Compared;
import orchard.condition.DevicePresent;
import orchard.condition.Known;
import orchard.condition.LayerOn;
import orchard.condition.Not;
import orchard.gear.Device;
import orchard.gear.Profile;
import orchard.gear.Ref;
import orchard.gear.Swatch;
import orchard.gear.Traits;
import orchard.light.Led;
import orchard.light.Letters;
import orchard.light.Light;
import orchard.light.Mark;
import orchard.light.Motion;
import orchard.light.Ring;
import orchard.light.Sweep;
import orchard.mapping.Actions;
import orchard.mapping.Look;
import orchard.mapping.Mapping;
import orchard.mapping.Rung;
import orchard.mapping.Show;
import orchard.mapping.Show.Rule;
import orchard.mapping.When;
import orchard.parameter.Binding;
import orchard.parameter.Group;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Darkness;
import orchard.rig.Edit;
import orchard.rig.MappingCopier;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Settings;
import orchard.signal.Message;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import org.junit.jupiter.api.Test;

/** What a light shows: the first of its rules that holds, in the colours its device has. */
class LightRulesTest {

    private static final Ref.ToParameter MUTE = new Ref.ToParameter("desk", "mute");
    private static final Ref.ToParameter VOLUME = new Ref.ToParameter("desk", "volume");
    private static final Look RED = Look.in("red");
    private static final Look AMBER = Look.in("amber");

    private Rig rig;
    private Bench bench;

    /** A box whose lamps have four colours; the first blinks by itself, the second cannot. */
    private static Device box() {
        Device box = Gear.box();
        List<Light> lights = new ArrayList<>(box.profile().lights());
        lights.removeIf(light -> light.id().endsWith("led"));
        lights.add(new Light("p1.led", "Lamp 1", "p1", new Led(1, 36, 0, 5, 2, 3)));
        lights.add(new Light("p2.led", "Lamp 2", "p2", new Led(1, 37, 0, 5)));
        return box.with(box.profile()
                .withLights(lights)
                .with(Traits.PLAIN.withPalette(List.of(
                        new Swatch(5, "white", "#f0f0f0"),
                        new Swatch(7, "red", "#d0402f"),
                        new Swatch(9, "amber", "#e09828"),
                        new Swatch(11, "dim amber", "#5a3c10"),
                        new Swatch(8, "dim red", "#4a1710")))));
    }

    private void open(Settings settings, Mapping... mappings) {
        rig = Rig.of(List.of(new Part.OfDevice(box()), new Part.OfDevice(Gear.desk())));
        if (settings != null) {
            rig = rig.apply(Edit.add("settings", new Part.OfSettings(settings)));
        }
        for (Mapping mapping : mappings) {
            rig = rig.apply(Edit.add("mapping", new Part.OfMapping(mapping)));
        }
        bench = new Bench(rig);
    }

    private static Mapping pad(String id, int pad, String parameter, Show.Answer answer) {
        return Gear.mapping(id, "p" + pad, "gate", parameter).with(new Show(List.of(answer)));
    }

    private static Show.Answer on(String light, Rule rule, Look look, Rung... rungs) {
        return new Show.Answer(new Ref.ToLight("box", light), rule, look, List.of(rungs), 0);
    }

    private static Compared above(double decibels) {
        return new Compared(VOLUME, Compared.Is.ABOVE, decibels, 0);
    }

    private void tell(String parameter, double real) {
        bench.tell(parameter, (float) real, "");
        bench.pass(50);
    }

    private List<Message> shown() {
        List<Message> shown = bench.sent.stream()
                .filter(sent -> sent.device().equals("box"))
                .map(Bench.Sent::message)
                .toList();
        bench.sent.clear();
        return shown;
    }

    private static Message lit(int channel, int note, int colour) {
        return new MidiMessage.NoteOn(channel, note, colour);
    }

    @Test
    void theFirstRuleThatHoldsWinsAndTheDefaultWhereNoneDoes() {
        open(
                null,
                pad(
                        "m1",
                        1,
                        "mute",
                        on(
                                "p1.led",
                                Rule.ON_OFF,
                                AMBER.at(15),
                                new Rung(above(0), Rule.ON, RED.with(Motion.BLINKING)),
                                new Rung(above(-20), Rule.ON, RED.with(Motion.BREATHING)),
                                new Rung(new Not(new Known(VOLUME)), Rule.OFF, Look.USUAL))));
        tell("mute", 1);
        assertThat(shown()).as("dark: nobody knows the volume").isEmpty();
        tell("volume", -40);
        assertThat(shown()).as("the default: muted").containsExactly(lit(1, 36, 11));
        tell("volume", -10);
        assertThat(shown()).containsExactly(lit(3, 36, 7));
        tell("volume", 3);
        assertThat(shown()).containsExactly(lit(2, 36, 7));
        tell("mute", 0);
        assertThat(shown()).as("what is over it holds").isEmpty();
        tell("volume", -40);
        assertThat(shown()).containsExactly(lit(1, 36, 0));
    }

    @Test
    void whatARuleAsksAboutMayComeAndGo() {
        open(
                null,
                pad(
                        "m1",
                        1,
                        "mute",
                        on(
                                "p1.led",
                                Rule.OFF,
                                Look.USUAL,
                                new Rung(new DevicePresent("desk"), Rule.ON, AMBER),
                                new Rung(new LayerOn("gone"), Rule.ON, RED))));
        bench.pass(50);
        bench.engine.handle(new Event.Doubted(bench.nanos, "box", "to be told everything"));
        bench.pass(50);
        assertThat(shown()).contains(lit(1, 36, 9));
        bench.gone("desk");
        bench.pass(50);
        assertThat(shown()).as("a layer that is gone is never on").containsExactly(lit(1, 36, 0));
        bench.present("desk");
        bench.pass(50);
        assertThat(shown()).containsExactly(lit(1, 36, 9));
    }

    @Test
    void aLampThatCannotBlinkIsLetBlink() {
        open(null, pad("m1", 2, "mute", on("p2.led", Rule.ON_OFF, RED.with(Motion.BLINKING))));
        bench.pass(200 - bench.nanos / 1_000_000 % 500);
        tell("mute", 1);
        shown();
        List<Message> seen = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            bench.pass(10);
            seen.addAll(shown());
        }
        assertThat(seen).hasSize(8).contains(lit(1, 37, 0), lit(1, 37, 7));
        tell("mute", 0);
        bench.pass(600);
        shown();
        bench.pass(2_000);
        assertThat(shown()).as("a lamp that is dark rests").isEmpty();
    }

    @Test
    void theSentenceOfTheLowestRankIsAskedFirst() {
        Show.Answer later = on("p1.led", Rule.ON, AMBER).ranked(2);
        Show.Answer first = on("p1.led", Rule.ON, RED).ranked(1);
        open(null, pad("m1", 1, "mute", later), pad("m2", 2, "volume", first));
        bench.engine.handle(new Event.Doubted(bench.nanos, "box", "to be told everything"));
        bench.pass(50);
        assertThat(shown()).contains(lit(1, 36, 7)).doesNotContain(lit(1, 36, 9));
    }

    @Test
    void allAreDimmedOrSwitchedOffAtOnce() {
        open(
                Settings.STANDARD.with(new Darkness(new Ref.ToParameter("desk", "cutoff"), MUTE)),
                pad("m1", 1, "volume", on("p1.led", Rule.ON, AMBER)),
                pad("m2", 2, "volume", on("p2.led", Rule.ON, Look.USUAL)));
        tell("volume", 0);
        bench.engine.handle(new Event.Doubted(bench.nanos, "box", "to be told everything"));
        bench.pass(50);
        assertThat(shown()).contains(lit(1, 36, 9), lit(1, 37, 5));
        tell("cutoff", 350);
        assertThat(shown()).as("dimmed to a seventh").contains(lit(1, 36, 11));
        tell("mute", 1);
        assertThat(shown()).containsExactlyInAnyOrder(lit(1, 36, 0), lit(1, 37, 0));
        tell("mute", 0);
        tell("cutoff", 8000);
        assertThat(shown()).endsWith(lit(1, 36, 9), lit(1, 37, 5));
    }

    /** What makes lamps darker is chosen while it is on already, and taken away while it still is. */
    @Test
    void whatDarkensIsFollowedFromTheEditOn() {
        open(Settings.STANDARD, pad("m1", 1, "volume", on("p1.led", Rule.ON, AMBER)));
        tell("volume", 0);
        tell("mute", 1);
        bench.engine.handle(new Event.Doubted(bench.nanos, "box", "to be told everything"));
        bench.pass(50);
        shown();
        Part before = rig.part(Settings.ID).orElseThrow();
        Part dark = new Part.OfSettings(Settings.STANDARD.with(new Darkness(null, MUTE)));
        bench.edit(rig.apply(Edit.change("black", before, dark)));
        bench.pass(50);
        assertThat(shown()).containsExactly(lit(1, 36, 0));
        bench.edit(rig);
        bench.pass(50);
        assertThat(shown()).containsExactly(lit(1, 36, 9));
    }

    @Test
    void aDisplayShowsTheNameAndTheValueWhileItIsMoved() {
        open(null, pad("m1", 1, "volume", on("k1.text", Rule.NAME, Look.USUAL)));
        bench.engine.handle(new Event.Doubted(bench.nanos, "box", "to be told everything"));
        bench.pass(50);
        assertThat(words()).endsWith("Volume");
        bench.tell("volume", -12, "-12.0 dB");
        bench.pass(50);
        assertThat(words()).endsWith("-12.0 dB");
        bench.pass(1_000);
        bench.tell("volume", -13, "-13.0 dB");
        bench.pass(1_000);
        assertThat(words()).endsWith("-13.0 dB");
        bench.pass(600);
        assertThat(words()).endsWith("Volume");
        bench.sent.clear();
        bench.pass(5_000);
        assertThat(words()).isEmpty();
    }

    private List<String> words() {
        return shown().stream()
                .filter(MidiMessage.SysEx.class::isInstance)
                .map(MidiMessage.SysEx.class::cast)
                .filter(sysEx -> sysEx.length() > 8)
                .map(sysEx -> new String(sysEx.data(), 4, sysEx.length() - 4).strip())
                .toList();
    }

    /** A ring that may show something else does not say where its knob stands. */
    @Test
    void aRingWithRulesPutsNoControl() {
        Mapping plain = Gear.answering(Gear.mapping("m1", "k1", "turn", "volume"), "k1.ring", Rule.VALUE);
        open(null, plain);
        assertThat(plain.putsControl(rig)).isTrue();
        Show.Answer answer = plain.show().answers().get(0);
        assertThat(plain.with(new Show(List.of(answer.with(List.of(new Rung(above(0), Rule.ON, RED))))))
                        .putsControl(rig))
                .isFalse();
        assertThat(plain.with(new Show(List.of(answer.otherwise(Rule.VALUE, Look.USUAL.about(MUTE)))))
                        .putsControl(rig))
                .isFalse();
    }

    /** Two pads that choose: the lamp of the one whose value stands is lit, whoever put it there. */
    @Test
    void ofARowThatChoosesTheChosenOneIsLit() {
        Mapping row = Gear.mapping("m1", "p1", "gate", "mute")
                .with(new When(List.of(new Ref.ToControl("box", "p1", "gate"), new Ref.ToControl("box", "p2", "gate"))))
                .with(new Actions(List.of(new Choose(MUTE, List.of(0.0, 1.0), null))));
        Rig gear = Rig.of(List.of(new Part.OfDevice(box()), new Part.OfDevice(Gear.desk())));
        open(null, row.with(new Show(new MappingCopier(gear).lamps(row))));
        tell("mute", 0);
        assertThat(shown())
                .as("white for the one, a dim other")
                .containsExactlyInAnyOrder(lit(1, 36, 5), lit(1, 37, 8));
        tell("mute", 1);
        assertThat(shown()).containsExactlyInAnyOrder(lit(1, 36, 8), lit(1, 37, 5));
        bench.arrive("box", new MidiMessage.NoteOn(1, 36, 100));
        bench.pass(50);
        assertThat(shown()).contains(lit(1, 36, 5), lit(1, 37, 8));
    }

    @Test
    void aColourThatThePerformerChoseIsSent() {
        open(null, pad("m1", 1, "mute", on("p1.led", Rule.ON_OFF, AMBER)));
        Device box = rig.ownDevice("box").orElseThrow();
        Rig other = rig.apply(Edit.change(
                "colour",
                new Part.OfDevice(box),
                new Part.OfDevice(
                        box.with(box.profile().with(box.profile().choices().withColour("amber", 99))))));
        bench.edit(other);
        tell("mute", 1);
        assertThat(shown()).endsWith(lit(1, 36, 99));
    }

    @Test
    void wordsStandInPlaceOfTheValue() {
        open(
                null,
                pad(
                        "m1",
                        1,
                        "mute",
                        on(
                                "k1.text",
                                Rule.VALUE,
                                Look.USUAL,
                                new Rung(
                                        new Compared(MUTE, Compared.Is.ABOVE, 0.5, 0),
                                        Rule.ON,
                                        new Look(null, "", 100, Motion.STILL, "Quiet now")))));
        tell("mute", 1);
        assertThat(words()).endsWith("Quiet now");
        tell("mute", 0);
        assertThat(words()).endsWith("off");
    }

    private static Message ring(int sweep, int value) {
        return new MidiMessage.ControlChange(1, 48 + 8 * sweep, value);
    }

    private static Device boxWithRing() {
        Device box = box();
        List<Light> lights = new ArrayList<>(box.profile().lights());
        lights.removeIf(light -> light.id().equals("k1.ring"));
        lights.add(new Light("k1.ring", "Ring 1", "k1", new Ring(1, 48, 8)));
        lights.add(new Light("k1.mark", "Mark 1", "k1", new Mark(1, 80)));
        return box.with(box.profile().withLights(lights));
    }

    private void openRing(Show.Answer... answers) {
        rig = Rig.of(List.of(new Part.OfDevice(boxWithRing()), new Part.OfDevice(Gear.desk())));
        rig = rig.apply(Edit.add(
                "mapping",
                new Part.OfMapping(Gear.mapping("m1", "k1", "turn", "volume").with(new Show(List.of(answers))))));
        bench = new Bench(rig);
    }

    /** The device draws what it was told, also after a hand turned its ring: what is believed of it keeps the way it is drawn. */
    @Test
    void aRingIsDrawnAsItsRuleSaysAlsoAfterAHandTurnedIt() {
        openRing(on(
                "k1.ring",
                Rule.VALUE,
                Look.USUAL,
                new Rung(above(0), Rule.VALUE, Look.USUAL.drawn(Sweep.FILL)),
                new Rung(new LayerOn("none"), Rule.VALUE, Look.USUAL)));
        tell("volume", 3);
        Message filled = shown().get(0);
        assertThat(((MidiMessage.ControlChange) filled).number()).as("filled").isEqualTo(56);
        int at = ((MidiMessage.ControlChange) filled).value();
        tell("volume", -10);
        Message dot = shown().get(0);
        assertThat(((MidiMessage.ControlChange) dot).number()).as("a dot").isEqualTo(48);
        tell("volume", 3);
        assertThat(shown()).containsExactly(ring(1, at));
    }

    @Test
    void whatGoesAsFarBelowZeroAsAboveIsDrawnFromTheMiddle() {
        assertThat(Look.USUAL.sweepOf(parameter(-100, 100))).isEqualTo(Sweep.MIDDLE);
        assertThat(Look.USUAL.sweepOf(parameter(-60, 6))).isEqualTo(Sweep.DOT);
        assertThat(Look.USUAL.drawn(Sweep.BOTH).sweepOf(parameter(-100, 100))).isEqualTo(Sweep.BOTH);
    }

    private static Parameter parameter(double low, double high) {
        return new Parameter(
                "x", "", "X", new Range(low, high, "%"), new Law.Linear(), low, new Binding.Kept(false), true);
    }

    @Test
    void aMarkIsTakenOffWhereNobodyKnowsItsPlaceOrItsRuleSaysDark() {
        openRing(on(
                "k1.mark",
                Rule.VALUE,
                Look.USUAL.about(VOLUME),
                new Rung(new Compared(MUTE, Compared.Is.AT, 1, 0), Rule.OFF, Look.USUAL)));
        assertThat(shown()).isEmpty();
        tell("volume", 6);
        assertThat(shown()).containsExactly(new MidiMessage.ControlChange(1, 80, 127));
        tell("mute", 1);
        assertThat(shown()).containsExactly(new MidiMessage.ControlChange(1, 80, 0));
        tell("mute", 0);
        assertThat(shown()).containsExactly(new MidiMessage.ControlChange(1, 80, 127));
        rig = rig.apply(Edit.remove("gone", new Part.OfMapping(rig.mappings().get(0))));
        bench.edit(rig);
        bench.pass(50);
        assertThat(shown())
                .as("nothing is shown by it any more")
                .containsExactly(new MidiMessage.ControlChange(1, 80, 0));
    }

    /** On the beat: bright in its first half; a new tempo goes on from where the beat is. */
    @Test
    void aLampBlinksOnTheBeatOfTheRig() {
        open(null, pad("m1", 2, "mute", on("p2.led", Rule.ON_OFF, RED.with(Motion.IN_TIME))));
        tell("mute", 1);
        shown();
        for (int i = 0; i < 1_000; i++) {
            bench.pass(5);
        } // at 120 beats a minute, for none is chosen
        List<Message> blinks = shown();
        assertThat(blinks).hasSizeBetween(19, 21);
        for (int i = 1; i < blinks.size(); i++) {
            assertThat(blinks.get(i)).as("in turns").isNotEqualTo(blinks.get(i - 1));
        }
    }

    @Test
    void theOneThatWasChangedLastAndWhatStandsAtItsDefaultAreLit() {
        open(
                null,
                Gear.mapping("k", "k1", "turn", "volume"),
                pad(
                        "m1",
                        1,
                        "mute",
                        on("p1.led", Rule.OFF, Look.USUAL, new Rung(new ChangedLast(VOLUME), Rule.ON, RED))),
                pad(
                        "m2",
                        2,
                        "mute",
                        on("p2.led", Rule.OFF, Look.USUAL, new Rung(new AtDefault(VOLUME), Rule.ON, AMBER))));
        tell("volume", 0);
        assertThat(shown()).as("its desk said so, nobody changed it").containsExactly(lit(1, 37, 9));
        bench.knob(21, 10);
        bench.pass(50);
        assertThat(shown()).contains(lit(1, 36, 7), lit(1, 37, 0));
        bench.arrive("box", new MidiMessage.NoteOn(1, 36, 100));
        bench.pass(50);
        assertThat(shown()).as("muted was the last").contains(lit(1, 36, 0));
    }

    /** Two displays that show names of one sort show what these are of, also when that is called otherwise. */
    @Test
    void namesOnOneDeviceAreKeptApart() {
        Device box = box();
        List<Light> lights = new ArrayList<>(box.profile().lights());
        lights.add(new Light("k2.text", "Display 2", "k2", new Letters(new byte[] {0x7D, 1, 0x20, 2}, 12)));
        Device desk = Gear.desk();
        List<Group> groups =
                List.of(new Group("t1", "", "Surf", "/desk/1/name"), new Group("t2", "", "Harp", "/desk/2/name"));
        List<Parameter> levels = List.of(level("t1"), level("t2"));
        rig = Rig.of(List.of(
                new Part.OfDevice(box.with(box.profile().withLights(lights))),
                new Part.OfDevice(desk.with(
                        new Profile(List.of(), groups, levels, List.of(), List.of(), List.of(), List.of())))));
        Mapping first = named("m1", "k1", "t1");
        Mapping second = named("m2", "k2", "t2");
        rig = rig.apply(Edit.add("first", new Part.OfMapping(first)));
        bench = new Bench(rig);
        rig = rig.apply(Edit.add("second", new Part.OfMapping(second)));
        bench.edit(rig);
        bench.pass(50);
        assertThat(said()).containsExactlyInAnyOrder("Surf", "Harp");
        bench.arrive("desk", OscMessage.of("/desk/1/name", "Low tide"));
        bench.pass(50);
        assertThat(said()).containsExactly("Low tide");
        rig = rig.apply(Edit.remove("second", new Part.OfMapping(second)));
        bench.edit(rig);
        bench.pass(50);
        assertThat(said()).containsExactlyInAnyOrder("Level", "");
    }

    private static Parameter level(String group) {
        return new Parameter(
                group + ".level",
                group,
                "Level",
                new Range(0, 100, "%"),
                new Law.Linear(),
                0,
                new Binding.Osc("/desk/" + group + "/level", ""),
                true);
    }

    private static Mapping named(String id, String knob, String group) {
        return Gear.mapping(id, knob, "turn", group + ".level")
                .with(new Show(List.of(on(knob + ".text", Rule.NAME, Look.USUAL))));
    }

    private List<String> said() {
        return shown().stream()
                .map(message ->
                        new String(((MidiMessage.SysEx) message).data(), 4, 12, StandardCharsets.US_ASCII).strip())
                .toList();
    }

    /** A row that chooses names on the displays beside its controls what each chooses, and marks the one that is chosen. */
    @Test
    void displaysNameWhatCanBeChosenAndMarkWhatIs() {
        Mapping row = Gear.mapping("m1", "k1", "turn", "cutoff")
                .with(new When(List.of(new Ref.ToControl("box", "k1", "turn"), new Ref.ToControl("box", "p1", "gate"))))
                .with(new Actions(
                        List.of(new Choose(new Ref.ToParameter("desk", "cutoff"), List.of(200.0, 1000.0), null))))
                .with(new Show(List.of(on("k1.text", Rule.CHOICE, Look.USUAL))));
        assertThat(new MappingCopier(Gear.rig(row)).choices(row))
                .anySatisfy(answer -> assertThat(answer.rule()).isEqualTo(Rule.CHOICE));
        open(null, row);
        tell("cutoff", 1000);
        assertThat(said()).as("it names its own from the beginning").isEmpty();
        tell("cutoff", 200);
        assertThat(said()).containsExactly(">200 Hz");
        tell("cutoff", 1000);
        assertThat(said()).containsExactly("200 Hz");
    }

    /** What is left alone is told nothing when it comes, then what changes; after a gap it is told everything, as all are. */
    @Test
    void aDeviceThatIsLeftAloneIsToldOnlyWhatChanges() {
        Device box = box();
        Mapping first = pad("m1", 1, "mute", on("p1.led", Rule.ON_OFF, RED));
        Mapping second = pad("m2", 2, "volume", on("p2.led", Rule.ON, AMBER));
        rig = Rig.of(List.of(
                new Part.OfDevice(
                        box.with(box.profile().with(box.profile().choices().leftAlone(true)))),
                new Part.OfDevice(Gear.desk()),
                new Part.OfMapping(first),
                new Part.OfMapping(second)));
        bench = new Bench(rig);
        bench.gone("box");
        Engine fresh = new Engine(
                new Compiler().compile(rig),
                (device, message) -> bench.sent.add(new Bench.Sent(device, message)),
                null);
        bench.sent.clear();
        fresh.handle(new Event.Presence(1, "desk", true));
        fresh.handle(new Event.Presence(2, "box", true));
        fresh.advance(500_000_000);
        assertThat(shown()).isEmpty();
        fresh.handle(new Event.Arrived(600_000_000, "desk", OscMessage.of("/desk/mute", 1f, "on")));
        fresh.advance(700_000_000);
        assertThat(shown()).containsExactly(lit(1, 36, 7));
        fresh.handle(new Event.Presence(800_000_000, "box", false));
        fresh.handle(new Event.Presence(900_000_000, "box", true));
        fresh.advance(1_500_000_000);
        assertThat(shown()).contains(lit(1, 36, 7), lit(1, 37, 9));
    }
}
