package orchard.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import orchard.Gear;
import orchard.Rigs;
import orchard.gear.Device;
import orchard.gear.Seat;
import orchard.mapping.Mapping;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
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
        Seat bad = new Seat(Seat.Wire.OSC, "desk", "");
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

    @Provide
    Arbitrary<List<Integer>> edits() {
        return Arbitraries.integers().list().ofMaxSize(20);
    }
}
