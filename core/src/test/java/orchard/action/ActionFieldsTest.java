package orchard.action;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import orchard.Gear;
import orchard.form.MessageForm;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.ParameterPage;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Marks;
import orchard.parameter.Typed;
import orchard.shape.Curve;
import orchard.shape.Shape;
import orchard.signal.Keystrokes;
import orchard.signal.MidiMessage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What a person fills in for an action says all of it. */
class ActionFieldsTest {

    private static final Directory NAMES = Directory.of(List.of(Gear.box(), Gear.desk()));
    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");
    private static final Ref.ToParameter VOLUME = new Ref.ToParameter("desk", "volume");

    private static Map<String, String> typed(Action action) {
        Map<String, String> typed = new HashMap<>();
        for (Field field : action.fields(NAMES)) {
            typed.put(field.name(), field.value());
        }
        return typed;
    }

    static Stream<Action> actions() {
        return Stream.of(
                new SetParameter(CUTOFF),
                new SetTo(CUTOFF, new Value.Fixed(1000)),
                new SetTo(CUTOFF, new Value.Same(VOLUME)),
                new Hold(VOLUME, new Value.Fixed(-6)),
                new Ramp(VOLUME, new Value.Fixed(-6), 4),
                new GoToSong("", -1),
                new Toggle(VOLUME, -60, 0),
                new Nudge(VOLUME, -3, true),
                new Reset(CUTOFF),
                new ResetMoved(),
                new Choose(CUTOFF, List.of(), null),
                new Choose(CUTOFF, List.of(400.0, 8000.0), 200.0),
                new SetOfPage("desk"),
                new OpenPage("desk", "", -2, "storm"),
                new Recall("desk", "", 1, ""),
                new Tap(VOLUME),
                new RunClock(RunClock.Way.GO_ON),
                new HoldNotes("box", List.of(1, 16)),
                new PlayNotes("box", 16, 36),
                new SayMessage(
                        "box",
                        MessageForm.of("SysEx 7D {level 2 bytes} {pan}"),
                        List.of(new Filling("level", VOLUME, ""), new Filling("pan", CUTOFF, "x / 2.0"))),
                new TypeKeys(
                        "box",
                        Keystrokes.of("window “Tracks” or “Mixer”, “Surf \\”new\\””, value 1 to 16"),
                        3,
                        0.5,
                        true),
                new Send("box", new MidiMessage.ControlChange(1, 20, 64)),
                new Wait(0.25),
                new Wait(0, 3, Wait.Again.ANEW),
                new Ramp(CUTOFF, new Value.Fixed(400), 0, 8, new Curve(Curve.Form.EXPONENTIAL, 2, List.of())),
                new StopAll());
    }

    @ParameterizedTest
    @MethodSource("actions")
    void whatIsShownOfAnActionMeansThatAction(Action action) {
        assertThat(action.filled(new Typed(typed(action)), NAMES)).isEqualTo(action);
        Action fresh = action.kind().fresh(Ref.ToParameter.NONE, "", NAMES);
        assertThat(fresh.kind()).isEqualTo(action.kind());
        assertThat(fresh.filled(new Typed(typed(action)), NAMES).kind()).isEqualTo(action.kind());
    }

    @ParameterizedTest
    @EnumSource(Action.Kind.class)
    void everyKindCanBeShownBeforeAnythingIsChosen(Action.Kind kind) {
        Action fresh = kind.fresh(Ref.ToParameter.NONE, "", NAMES);
        assertThat(fresh.kind()).isEqualTo(kind);
        assertThat(fresh.fields(NAMES)).extracting(Field::name).doesNotHaveDuplicates();
        assertThat(kind.words()).isNotBlank();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            SET    | parameter= | choose a parameter
            SET    | parameter=desk/gone | the parameter is not there any more
            SET    | parameter=desk/cutoff;value=400 furlongs | “furlongs” is not this parameter's unit: it is measured in Hz
            SET    | parameter=desk/cutoff;other=nonsense | choose a parameter, or none
            TOGGLE | parameter=desk/volume;off=0 dB;on=0 dB | the two values are the same
            MOVE   | parameter=desk/volume;by=0 | a step is more or less than nothing
            PAGE   | device=gone | choose a device
            RECALL | device=desk;by=0 | expected +1 for the next, −1 for the one before, or as many as 99
            RECALL | device=desk;by=1.5 | expected +1 for the next, −1 for the one before, or as many as 99
            WAIT   | seconds=0 s | a wait lasts between 1 ms and 600 s
            CHOOSE | parameter=desk/cutoff;values=9 kHz | Out of reach: this parameter goes from 200 Hz to 8.00 kHz
            """)
    void whatCannotBeReadIsSaidBesideItsField(Action.Kind kind, String fields, String sentence) {
        Map<String, String> typed = new HashMap<>();
        for (String field : fields.split(";")) {
            String[] halves = field.split("=", 2);
            typed.put(halves[0], halves[1]);
        }
        assertThatThrownBy(() -> kind.fresh(Ref.ToParameter.NONE, "", NAMES).filled(new Typed(typed), NAMES))
                .isInstanceOf(Mistake.class)
                .hasMessage(sentence);
    }

    @Test
    void theOwnStagesOfWhatStaysAreKept() {
        SetParameter before = new SetParameter(CUTOFF, Shape.WHOLE.invert());
        assertThat(before.filled(new Typed(Map.of("parameter", CUTOFF.key())), NAMES))
                .isEqualTo(before);
        assertThat(before.filled(new Typed(Map.of("parameter", VOLUME.key())), NAMES))
                .isEqualTo(new SetParameter(VOLUME));
    }

    /** Another device was chosen, and one of its pages: that one is meant, whatever the action was about before. */
    @Test
    void anotherDevicesPlaceIsThatDevices() {
        Device desk = Gear.desk();
        List<ParameterPage> pages = List.of(new ParameterPage("tone", "Tone", Marks.NONE, List.of()));
        Directory names = Directory.of(List.of(
                Gear.box(),
                desk.with(desk.profile().with(desk.profile().choices().withParameterPages(pages)))));
        OpenPage before = new OpenPage("box", "", 1, "");
        assertThat(before.filled(new Typed(Map.of("device", "desk", "place", "tone")), names))
                .isEqualTo(new OpenPage("desk", "tone", 0, ""));
        assertThatThrownBy(() -> before.filled(new Typed(Map.of("device", "box", "place", "tone")), names))
                .isInstanceOf(Mistake.class)
                .hasMessage("Box does not have that one; choose another");
    }

    /** What points at something that is gone says so, and is not something else after a Keep. */
    @Test
    void aMissingPlaceIsShownAndHasToBeChosenAnew() {
        OpenPage gone = new OpenPage("desk", "gone", 0, "");
        assertThat(gone.fields(NAMES).get(1).choices()).containsEntry("gone", "one that is missing");
        assertThatThrownBy(() -> gone.filled(new Typed(typed(gone)), NAMES)).isInstanceOf(Mistake.class);
    }
}
