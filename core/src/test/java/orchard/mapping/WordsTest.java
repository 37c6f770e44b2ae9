package orchard.mapping;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.Gear;
import orchard.action.Action;
import orchard.action.Choose;
import orchard.action.Filling;
import orchard.action.ForEach;
import orchard.action.GoToSong;
import orchard.action.Hold;
import orchard.action.HoldNotes;
import orchard.action.MoveFocus;
import orchard.action.NextLayer;
import orchard.action.Nudge;
import orchard.action.OpenPage;
import orchard.action.PickPlace;
import orchard.action.PinFocus;
import orchard.action.PlayNotes;
import orchard.action.Ramp;
import orchard.action.Recall;
import orchard.action.Reset;
import orchard.action.ResetMoved;
import orchard.action.RunClock;
import orchard.action.SayMessage;
import orchard.action.Send;
import orchard.action.SetOfPage;
import orchard.action.SetParameter;
import orchard.action.SetTo;
import orchard.action.StopAll;
import orchard.action.SwitchLayer;
import orchard.action.Tap;
import orchard.action.Toggle;
import orchard.action.TypeKeys;
import orchard.action.Value;
import orchard.action.Wait;
import orchard.condition.Always;
import orchard.form.MessageForm;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.ParameterPage;
import orchard.gear.Preset;
import orchard.gear.Ref;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Accumulate;
import orchard.shape.Bypassed;
import orchard.shape.Clamp;
import orchard.shape.Curve;
import orchard.shape.DeadBand;
import orchard.shape.Fold;
import orchard.shape.Formula;
import orchard.shape.Invert;
import orchard.shape.LookUp;
import orchard.shape.Rate;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.Smooth;
import orchard.shape.Snap;
import orchard.shape.Stage;
import orchard.shape.Switch;
import orchard.shape.Wrap;
import orchard.shape.Zone;
import orchard.signal.Keystrokes;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Every stage and every action can be read aloud. */
class WordsTest {

    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");
    private static final Ref.ToParameter VOLUME = new Ref.ToParameter("desk", "volume");
    private static final Ref.ToParameter MUTE = new Ref.ToParameter("desk", "mute");

    /** The small rig with a page “Tone” and a preset “Low tide”. */
    private static Rig rig() {
        Device desk = Gear.desk();
        ParameterPage tone = new ParameterPage("page1", "Tone", Marks.NONE, List.of());
        List<Part> parts = new ArrayList<>(Gear.rig().parts());
        parts.removeIf(part -> part.id().equals("desk"));
        parts.add(new Part.OfDevice(
                desk.with(desk.profile().with(desk.profile().choices().withParameterPages(List.of(tone))))));
        parts.add(new Part.OfPreset(new Preset("preset1", "desk", "Low tide", "drone", "", Marks.NONE, List.of())));
        parts.add(new Part.OfFocus(
                new Focus("bank", "Bank", "track", "desk", List.of("track"), 8, Focus.Ends.STOP, null, null, "")));
        parts.add(new Part.OfLayer(new Layer("storm", "Storm", Layer.Sign.WAVES)));
        return Rig.of(parts);
    }

    private static Arguments stage(Stage stage, String name, String words) {
        return Arguments.of(stage, name, words);
    }

    static Stream<Arguments> stages() {
        return Stream.of(
                stage(new Accumulate(0.5, 1, false, null, 0.1), "accumulate", "0.50× each step"),
                stage(
                        new Accumulate(1, 4, true, null, 0.1),
                        "accumulate",
                        "1× each step, up to 4× when turned fast, round at the ends"),
                stage(
                        new Accumulate(1, 1, false, new Ref.ToControl("box", "p1", "gate"), 0.1),
                        "accumulate",
                        "1× each step, 0.10× while another is held"),
                stage(new Invert(), "invert", "inverted"),
                stage(new Curve(Curve.Form.GAMMA, 2, List.of()), "curve", "bent by a power of 2"),
                stage(new Curve(Curve.Form.LOGARITHMIC, 2, List.of()), "curve", "quick at first"),
                stage(new Curve(Curve.Form.EXPONENTIAL, 2, List.of()), "curve", "slow at first"),
                stage(new Curve(Curve.Form.S, 2, List.of()), "curve", "slow at both ends"),
                stage(
                        new Curve(Curve.Form.POINTS, 1, List.of(new Curve.Point(0, 0), new Curve.Point(1, 0.5))),
                        "curve",
                        "along a curve of 2 points"),
                stage(new DeadBand(0.5, 0.1), "dead band", "resting at 50 %"),
                stage(new Switch(0.4, 0.6), "switch", "on from 60 %, off from 40 %"),
                stage(new Zone(0, 0.4, 0, 0.4, false), "zone", "between 0 % and 40 %"),
                stage(new Zone(0.5, 1, 0.4, 0.9, true), "zone", "on between 50 % and 100 %, going down 40 % and 90 %"),
                stage(new Scale(0, 1, 300, 2000), "scale", "300 Hz to 2.00 kHz, logarithmic"),
                stage(new Scale(0, 1, 300, 2000, true), "scale", "300 Hz to 2.00 kHz for every turn"),
                stage(new LookUp(List.of("a", "b", "c", "d", "e")), "look-up", "one of a, b, c and 2 more"),
                stage(new Clamp(400, 1000), "clamp", "kept within 400 Hz and 1.00 kHz"),
                stage(new Wrap(400, 1000), "wrap", "wrapped 400 Hz to 1.00 kHz"),
                stage(new Fold(400, 1000), "fold", "folded 400 Hz to 1.00 kHz"),
                stage(new Snap(250, 0), "snap", "in steps of 250 Hz"),
                stage(new Smooth(0.25), "smooth", "smoothed over 0.25 s"),
                stage(new Rate(4), "rate", "no faster than 4 s for the whole way"),
                stage(new Formula("x * x"), "formula", "by x * x"),
                stage(new Bypassed(new Invert()), "invert", "(not now: inverted)"));
    }

    @ParameterizedTest
    @MethodSource("stages")
    void aStageHasANameAndWords(Stage stage, String name, String words) {
        Optional<Parameter> cutoff = rig().parameter(CUTOFF);
        assertThat(stage.kind().words()).isEqualTo(name);
        assertThat(stage.words(cutoff)).isEqualTo(words);
        assertThat(stage.words(Optional.empty())).as("without a parameter").isNotBlank();
    }

    @Test
    void everyStageThereIsHasWords() {
        assertThat(stages().map(a -> a.get()[0].getClass().getName())).containsAll(names(Stage.class));
    }

    static Stream<Arguments> actions() {
        Value kilohertz = new Value.Fixed(1000);
        return Stream.of(
                Arguments.of(new SetParameter(CUTOFF), "set Surf › Cutoff"),
                Arguments.of(
                        new SetParameter(CUTOFF, new Shape(List.of(new Invert(), new Clamp(400, 1000)))),
                        "set Surf › Cutoff, inverted, kept within 400 Hz and 1.00 kHz"),
                Arguments.of(new SetTo(CUTOFF, kilohertz), "set Surf › Cutoff to 1.00 kHz"),
                Arguments.of(
                        new SetTo(CUTOFF, new Value.Same(VOLUME)), "set Surf › Cutoff to what Surf › Volume is at"),
                Arguments.of(new Nudge(VOLUME, -3, false), "move Surf › Volume down by 3.0 dB"),
                Arguments.of(new Nudge(MUTE, 1, true), "move Surf › Mute up by 1, and round"),
                Arguments.of(new Toggle(MUTE, 0, 1), "switch Surf › Mute between off and on"),
                Arguments.of(new Reset(CUTOFF), "set Surf › Cutoff to its default, 8.00 kHz"),
                Arguments.of(new ResetMoved(), "set to its default whatever is moved meanwhile"),
                Arguments.of(new Tap(CUTOFF), "tap Surf › Cutoff"),
                Arguments.of(new Hold(CUTOFF, kilohertz), "hold Surf › Cutoff at 1.00 kHz, then return"),
                Arguments.of(new Choose(CUTOFF, List.of(), null), "choose a value for Surf › Cutoff, favourites first"),
                Arguments.of(new Choose(CUTOFF, List.of(400.0, 800.0), null), "choose one of 2 for Surf › Cutoff"),
                Arguments.of(new SetOfPage("desk"), "set what is on the open page of Desk"),
                Arguments.of(new OpenPage("desk", "page1", 0, ""), "open page “Tone” of Desk"),
                Arguments.of(new OpenPage("desk", "page7", 0, ""), "open page a missing page of Desk"),
                Arguments.of(new OpenPage("desk", "", 1, ""), "go to the next page of Desk"),
                Arguments.of(new OpenPage("desk", "", -1, "storm"), "go to the “storm” page before of Desk"),
                Arguments.of(new OpenPage("desk", "", -3, ""), "go back 3 pages of Desk"),
                Arguments.of(new Recall("desk", "preset1", 0, ""), "recall “Low tide” on Desk"),
                Arguments.of(new Recall("desk", "preset9", 0, ""), "recall a missing preset on Desk"),
                Arguments.of(new Recall("desk", "", 2, "drone"), "go on 2 “drone” presets of Desk"),
                Arguments.of(new RunClock(RunClock.Way.TURN), "start or stop the clock"),
                Arguments.of(new HoldNotes("box", List.of()), "keep notes sounding on Box until pressed again"),
                Arguments.of(
                        new HoldNotes("box", List.of(3, 2)), "keep notes sounding on Box, ch 2, 3 until pressed again"),
                Arguments.of(
                        new TypeKeys("box", Keystrokes.of("window “Tracks”, ctrl+t"), 10, 2, true),
                        "type window “Tracks”, ctrl+t on Box, 10 times"),
                Arguments.of(
                        new SayMessage(
                                "box",
                                MessageForm.of("CC 20 = {level}, ch {c}"),
                                List.of(new Filling("c", Ref.ToParameter.NONE, "c + 1"))),
                        "say CC 20 = {level}, ch {c} to Box with c by c + 1"),
                Arguments.of(new PlayNotes("box", 2, 48), "play notes from C3 on, one for each, on Box, ch 2"),
                Arguments.of(new Send("box", new MidiMessage.ProgramChange(2, 4)), "send program 4, ch 2 to Box"),
                Arguments.of(new NextLayer("pads", 1), "go to the next layer of pads"),
                Arguments.of(new NextLayer("pads", -2), "go back 2 layers of pads"),
                Arguments.of(new SwitchLayer("storm", SwitchLayer.Way.HELD), "hold layer Storm on"),
                Arguments.of(new SwitchLayer("storm", SwitchLayer.Way.TURN), "turn layer Storm on or off"),
                Arguments.of(new SwitchLayer("storm", SwitchLayer.Way.ON), "turn layer Storm on"),
                Arguments.of(new SwitchLayer("storm", SwitchLayer.Way.OFF), "turn layer Storm off"),
                Arguments.of(new SwitchLayer("storm", SwitchLayer.Way.ONCE), "turn layer Storm on for the next press"),
                Arguments.of(new MoveFocus("bank", "", 1, false), "move Bank on by 1"),
                Arguments.of(new MoveFocus("bank", "", -1, true), "move Bank back by 8"),
                Arguments.of(new MoveFocus("bank", "track", 0, false), "move Bank to Surf"),
                Arguments.of(new MoveFocus("bank", "gone", 0, false), "move Bank to a missing place"),
                Arguments.of(new PinFocus("bank", PinFocus.Way.TURN), "pin Bank or let it go"),
                Arguments.of(new PinFocus("bank", PinFocus.Way.ON), "pin Bank"),
                Arguments.of(new PinFocus("bank", PinFocus.Way.OFF), "let Bank go"),
                Arguments.of(new PickPlace("bank", "track", PickPlace.Way.TURN), "pick or drop Surf of Bank"),
                Arguments.of(new PickPlace("bank", "track", PickPlace.Way.ON), "pick Surf of Bank"),
                Arguments.of(new PickPlace("bank", "gone", PickPlace.Way.OFF), "drop a missing place of Bank"),
                Arguments.of(
                        new Ramp(CUTOFF, kilohertz, 2, 0, new Curve(Curve.Form.S, 2, List.of())),
                        "bring Surf › Cutoff to 1.00 kHz over 2 s, slow at both ends"),
                Arguments.of(new Ramp(CUTOFF, kilohertz, 2), "bring Surf › Cutoff to 1.00 kHz over 2 s"),
                Arguments.of(new GoToSong("", 1), "go to the next song"),
                Arguments.of(new GoToSong("", -1), "go to the song before"),
                Arguments.of(new GoToSong("song9", 0), "go to the song that is missing (song9)"),
                Arguments.of(
                        new ForEach("bank", 3, new Always(), new Reset(ForEach.its("bank", "mute"))),
                        "for every 3rd track of Bank, set its mute to its default"),
                Arguments.of(new Wait(0.5), "wait 0.50 s"),
                Arguments.of(new Wait(0.5, Wait.Again.ANEW), "wait 0.50 s while a new one begins anew"),
                Arguments.of(new StopAll(), "stop everything"));
    }

    @ParameterizedTest
    @MethodSource("actions")
    void anActionHasWords(Action action, String words) {
        assertThat(action.words(rig())).isEqualTo(words);
        assertThat(action.words(Rig.EMPTY)).as("of gear that is gone").isNotBlank();
    }

    @Test
    void everyActionThereIsHasWords() {
        assertThat(actions().map(a -> a.get()[0].getClass().getName())).containsAll(names(Action.class));
    }

    private static List<String> names(Class<?> sealed) {
        return Arrays.stream(sealed.getPermittedSubclasses())
                .map(Class::getName)
                .toList();
    }
}
