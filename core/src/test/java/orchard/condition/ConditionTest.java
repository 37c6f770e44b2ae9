package orchard.condition;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import orchard.Gear;
import orchard.condition.Compared.Is;
import orchard.gear.Device;
import orchard.gear.Focus;
import orchard.gear.Layer;
import orchard.gear.ParameterPage;
import orchard.gear.Preset;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Field;
import orchard.parameter.Marks;
import orchard.parameter.Typed;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.rig.Song;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What conditions say, and what is filled in for them. */
class ConditionTest {

    private static final Ref.ToParameter CUTOFF = new Ref.ToParameter("desk", "cutoff");
    private static final Condition STORM = new LayerOn("storm");

    private static Rig rig() {
        Device desk = Gear.desk();
        ParameterPage tone = new ParameterPage("page1", "Tone", Marks.NONE, List.of());
        List<Part> parts = new ArrayList<>(Gear.rig().parts());
        parts.removeIf(part -> part.id().equals("desk"));
        parts.add(new Part.OfDevice(
                desk.with(desk.profile().with(desk.profile().choices().withParameterPages(List.of(tone))))));
        parts.add(new Part.OfPreset(new Preset("preset1", "desk", "Low tide", "drone", "", Marks.NONE, List.of())));
        parts.add(new Part.OfLayer(new Layer("storm", "Storm", Layer.Sign.WAVES)));
        parts.add(new Part.OfFocus(
                new Focus("bank", "Bank", "track", "desk", List.of("track"), 1, Focus.Ends.STOP, null, null, "")));
        parts.add(new Part.OfSong(new Song("song1", 1, "Low Water", "")));
        return Rig.of(parts);
    }

    static Stream<Arguments> conditions() {
        return Stream.of(
                Arguments.of(STORM, "layer Storm is on", "layer Storm is off"),
                Arguments.of(
                        new Compared(CUTOFF, Is.ABOVE, 1000, 1000),
                        "Surf › Cutoff is above 1.00 kHz",
                        "Surf › Cutoff is not above 1.00 kHz"),
                Arguments.of(
                        new Compared(CUTOFF, Is.BETWEEN, 400, 800),
                        "Surf › Cutoff is between 400 Hz and 800 Hz",
                        "Surf › Cutoff is not between 400 Hz and 800 Hz"),
                Arguments.of(new Known(CUTOFF), "Surf › Cutoff is known", "Surf › Cutoff is not known"),
                Arguments.of(
                        new AtDefault(CUTOFF),
                        "Surf › Cutoff is at its default",
                        "Surf › Cutoff is not at its default"),
                Arguments.of(
                        new ChangedLast(CUTOFF),
                        "Surf › Cutoff was changed last",
                        "Surf › Cutoff was not changed last"),
                Arguments.of(new Struck(Is.ABOVE, 100, 100), "its number is above 100", "its number is not above 100"),
                Arguments.of(
                        new PageOpen("desk", "", "page1"),
                        "page “Tone” of Desk is open",
                        "page “Tone” of Desk is not open"),
                Arguments.of(
                        new PresetRecalled("desk", "preset1"),
                        "“Low tide” of Desk was recalled last",
                        "“Low tide” of Desk was not recalled last"),
                Arguments.of(
                        new SongIs("song1"), "the song “Low Water” is current", "the song “Low Water” is not current"),
                Arguments.of(new FocusAt("bank", "track"), "Surf lies under Bank", "Surf does not lie under Bank"),
                Arguments.of(new DevicePresent("desk"), "Desk is there", "Desk is not there"),
                Arguments.of(
                        new NoteInScale(CUTOFF, CUTOFF),
                        "its note is in Surf › Cutoff on Surf › Cutoff",
                        "its note is not in Surf › Cutoff on Surf › Cutoff"),
                Arguments.of(
                        new NoteInScale(CUTOFF, Ref.ToParameter.NONE),
                        "its note is the root Surf › Cutoff",
                        "its note is not the root Surf › Cutoff"),
                Arguments.of(new IsOn(), "it is on", "it is not on"),
                Arguments.of(new NoteSounds(), "its note sounds", "its note does not sound"));
    }

    @ParameterizedTest
    @MethodSource("conditions")
    void aConditionReadsAsItIsMeantAndSoDoesItsOpposite(Condition condition, String words, String opposite) {
        assertThat(condition.words(rig())).isEqualTo(words);
        assertThat(new Not(condition).words(rig())).isEqualTo(opposite);
        assertThat(new Not(new Not(condition)).words(rig())).isEqualTo(words);
        assertThat(condition.fault(rig())).isEmpty();
        assertThat(condition.words(Rig.EMPTY)).as("of gear that is gone").isNotBlank();
    }

    @ParameterizedTest
    @MethodSource("conditions")
    void whatIsShownOfAConditionMeansThatCondition(Condition condition) {
        Map<String, String> typed = new HashMap<>();
        for (Field field : condition.fields(rig())) {
            typed.put(field.name(), field.value());
        }
        assertThat(condition.filled(new Typed(typed), rig())).isEqualTo(condition);
        Condition fresh = condition.kind().orElseThrow().fresh(rig());
        assertThat(fresh.filled(new Typed(typed), rig())).isEqualTo(condition);
    }

    @ParameterizedTest
    @EnumSource(Condition.Kind.class)
    void everyKindCanBeShownBeforeAnythingIsChosen(Condition.Kind kind) {
        Condition fresh = kind.fresh(rig());
        assertThat(fresh.kind()).contains(kind);
        assertThat(fresh.fields(rig())).extracting(Field::name).doesNotHaveDuplicates();
        assertThat(conditions()
                        .map(arguments ->
                                ((Condition) arguments.get()[0]).kind().orElseThrow()))
                .contains(kind);
    }

    @Test
    void whatIsMissingIsSaid() {
        conditions()
                .map(arguments -> (Condition) arguments.get()[0])
                .filter(condition ->
                        !(condition instanceof Struck || condition instanceof NoteSounds || condition instanceof IsOn))
                .forEach(condition -> assertThat(condition.fault(Rig.EMPTY))
                        .as("%s", condition)
                        .isPresent());
        assertThat(new All(List.of(new SongIs("song1"), STORM)).fault(Rig.EMPTY))
                .isPresent();
        assertThat(new Any(List.of(new Struck(Is.AT, 1, 1), STORM)).fault(Rig.EMPTY))
                .as("the other one may hold")
                .isEmpty();
    }

    @Test
    void thoseThatAreMadeOfOthersReadInBrackets() {
        Condition either = new Any(List.of(STORM, new SongIs("song1")));
        Condition all = new All(List.of(either, new DevicePresent("desk")));
        assertThat(all.words(rig()))
                .isEqualTo("(layer Storm is on or the song “Low Water” is current) and Desk is there");
        assertThat(new Not(either).words(rig()))
                .isEqualTo("layer Storm is off and the song “Low Water” is not current");
    }

    @Test
    void conditionsEnd() {
        Condition deep = STORM;
        for (int i = 1; i < Condition.MOST_DEEP; i++) {
            deep = new Not(deep);
        }
        Condition deepest = deep;
        assertThatThrownBy(() -> new Not(deepest)).isInstanceOf(Mistake.class).hasMessageContaining("4 deep");
        assertThatThrownBy(() -> new All(List.of())).isInstanceOf(Mistake.class).hasMessageContaining("1 to 16");
        assertThatThrownBy(() -> new Compared(CUTOFF, Is.BETWEEN, 900, 300))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining("the lower one comes first");
    }

    @Test
    void aValueInAnotherUnitIsRefusedAtItsPlace() {
        Typed typed = new Typed(Map.of("parameter", CUTOFF.key(), "is", "ABOVE", "value", "3 dB", "to", ""));
        assertThatThrownBy(() -> Condition.Kind.VALUE.fresh(rig()).filled(typed, rig()))
                .isInstanceOfSatisfying(
                        Mistake.class, mistake -> assertThat(mistake.field()).isEqualTo("value"));
    }
}
