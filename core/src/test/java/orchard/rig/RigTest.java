package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import orchard.Gear;
import orchard.Rigs;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Seat;
import orchard.gear.Wire;
import orchard.mapping.Mapping;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class RigTest {

    @Property
    void undoingEveryEditGivesTheRigBack(@ForAll("edits") List<Integer> seeds) {
        Rig rig = Gear.rig();
        List<Edit> done = new ArrayList<>();
        for (int seed : seeds) {
            Edit edit = Rigs.edit(rig, seed);
            rig = rig.apply(edit);
            done.add(0, edit);
        }
        for (Edit edit : done) {
            rig = rig.apply(edit.inverse());
        }
        assertThat(rig).isEqualTo(Gear.rig());
    }

    @Property
    void everyPartSurvivesItsJson(@ForAll("edits") List<Integer> seeds) {
        Rig rig = Gear.rig();
        for (int seed : seeds) {
            Edit edit = Rigs.edit(rig, seed);
            assertThat(PartJson.readChanges(PartJson.writeChanges(edit.changes())))
                    .isEqualTo(edit.changes());
            rig = rig.apply(edit);
        }
    }

    @Test
    void devicesSurviveTheirJson() {
        Edit edit = Edit.add("add", new Part.OfDevice(Gear.box()));
        assertThat(PartJson.readChanges(PartJson.writeChanges(edit.changes()))).isEqualTo(edit.changes());
    }

    @Test
    void refusesAnEditThatStartedFromSomethingOlder() {
        Rig rig = Gear.rig(Gear.mapping("m1", "k1", "turn", "volume"));
        Part before = rig.part("m1").orElseThrow();
        Mapping other = Gear.mapping("m1", "k1", "turn", "cutoff");
        Rig changed = rig.apply(Edit.change("one", before, new Part.OfMapping(other)));
        assertThatThrownBy(() -> changed.apply(Edit.remove("two", before)))
                .isInstanceOfSatisfying(
                        EditRefused.class, e -> assertThat(e.why()).isEqualTo(EditRefused.Cause.CHANGED_MEANWHILE));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "   ", "a\tb", "\u0000"})
    void refusesNamesThatCannotBeSeen(String name) {
        assertThatThrownBy(() -> rename(name)).isInstanceOf(EditRefused.class);
    }

    @Test
    void refusesNamesOfTenThousandLettersButNotOddOnes() {
        assertThatThrownBy(() -> rename("x".repeat(10_000))).hasMessageContaining("10,000 letters");
        assertThat(rename("<script>alert(1)</script>")
                        .device("box")
                        .orElseThrow()
                        .name())
                .isEqualTo("<script>alert(1)</script>");
    }

    private static Rig rename(String name) {
        Device box = Gear.box();
        return Gear.rig()
                .apply(Edit.change(
                        "rename",
                        new Part.OfDevice(box),
                        new Part.OfDevice(new Device(box.id(), name, box.role(), box.seat(), box.profile()))));
    }

    @Test
    void refusesAnOscSeatThatIsNoAddress() {
        Device desk = Gear.desk();
        Seat bad = new Seat(Wire.OSC, "desk", "");
        assertThatThrownBy(() -> Gear.rig()
                        .apply(Edit.change(
                                "move",
                                new Part.OfDevice(desk),
                                new Part.OfDevice(
                                        new Device(desk.id(), desk.name(), desk.role(), bad, desk.profile())))))
                .hasMessageContaining("like /wand");
    }

    @Test
    void idsInUseAreNotGivenAgainAndTenComesAfterNine() {
        Rig rig = Gear.rig(Gear.mapping("m9", "k1", "turn", "volume"), Gear.mapping("m10", "k2", "turn", "volume"));
        assertThat(rig.freeId("m")).isEqualTo("m11");
        assertThat(rig.mappings()).extracting(Mapping::id).containsExactly("m9", "m10");
    }

    @Property
    void idsStandInNaturalOrder(@ForAll("ids") List<String> ids) {
        Rig rig = Gear.rig(ids.stream()
                .distinct()
                .map(id -> Gear.mapping(id, "k1", "turn", "volume"))
                .toArray(Mapping[]::new));
        List<String> listed = rig.mappings().stream().map(Mapping::id).toList();
        assertThat(listed).isSortedAccordingTo((a, b) -> naturalOrder(a, b));
        assertThat(listed).allSatisfy(id -> assertThat(rig.mapping(id)).isPresent());
        assertThat(Rig.of(rig.parts())).isEqualTo(rig);
    }

    /** As the words of {@link Rig} have it, written in another way: letters first, then the number as a number. */
    private static int naturalOrder(String a, String b) {
        String[] left = a.split("(?=\\d+$)", 2);
        String[] right = b.split("(?=\\d+$)", 2);
        int byLetters = left[0].compareTo(right[0]);
        int length = Integer.compare(a.length(), b.length());
        return byLetters != 0 ? byLetters : length != 0 ? length : a.compareTo(b);
    }

    @Provide
    Arbitrary<List<String>> ids() {
        return Arbitraries.strings()
                .withChars("abm")
                .ofMinLength(1)
                .ofMaxLength(3)
                .flatMap(letters -> Arbitraries.integers().between(0, 1_200).map(number -> letters + number))
                .list()
                .ofMaxSize(30);
    }

    static Stream<Arguments> settings() {
        Settings standard = Settings.STANDARD;
        List<Integer> many = IntStream.rangeClosed(9_000, 9_016).boxed().toList();
        return Stream.of(
                Arguments.of(new Settings(2, List.of(), List.of(), List.of(), standard.takeover()), "C4 or C3"),
                Arguments.of(
                        new Settings(4, List.of(0), List.of(), List.of(), standard.takeover()),
                        "Port 0 is not in 1–65535"),
                Arguments.of(
                        new Settings(4, List.of(), List.of(70_000), List.of(), standard.takeover()),
                        "Port 70000 is not in 1–65535"),
                Arguments.of(new Settings(4, many, List.of(), List.of(), standard.takeover()), "At most 16 are kept"),
                Arguments.of(
                        new Settings(4, List.of(), List.of(), List.of("Stage left"), standard.takeover()),
                        "like Stage left = 10.0.0.7:5004"));
    }

    @ParameterizedTest
    @MethodSource("settings")
    void refusesSettingsThatCannotBe(Settings settings, String sentence) {
        assertThatThrownBy(() -> Gear.rig().apply(Edit.add("settings", new Part.OfSettings(settings))))
                .isInstanceOf(EditRefused.class)
                .hasMessageContaining(sentence);
        assertThat(Gear.rig().settings()).isEqualTo(Settings.STANDARD);
    }

    @Test
    void refusesTwoControlsWithOneId() {
        Device box = Gear.box();
        List<Control> twice = new ArrayList<>(box.profile().controls());
        twice.add(twice.get(0));
        assertThatThrownBy(() ->
                        Rig.of(List.of(new Part.OfDevice(box.with(box.profile().withControls(twice))))))
                .hasMessageContaining("two controls with the id “k1”");
    }

    @Test
    void findsWhatIsThereByIdAndNothingElse() {
        Rig rig = Gear.rig(Gear.mapping("m1", "k1", "turn", "volume"));
        assertThat(rig.ownDevice("box")).isPresent();
        assertThat(rig.ownDevice("m1")).as("a mapping is no device").isEmpty();
        assertThat(rig.mapping("box")).isEmpty();
        assertThat(rig.layout("box")).isEmpty();
        assertThat(rig.part("box")).isPresent();
        assertThat(rig.device("harp")).isEmpty();
        assertThat(rig.songs()).isEmpty();
        assertThat(rig.parts()).extracting(Part::id).containsExactly("box", "desk", "m1");
        assertThat(rig).hasSameHashCodeAs(Rig.of(rig.parts())).hasToString("Rig[box, desk, m1]");
    }

    @Provide
    Arbitrary<List<Integer>> edits() {
        return Arbitraries.integers().list().ofMaxSize(20);
    }
}
