package orchard.gear;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import orchard.gear.Control.Face;
import orchard.gear.Control.Kind;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import org.junit.jupiter.api.Test;

/** Controls that are added by touch find a place on their face. */
class ArrangementTest {

    private static final Face NOWHERE = new Face(0, 0, 1, 1);

    private static Control control(int number, Kind kind) {
        MessagePattern pattern = kind == Kind.KEY
                ? new MessagePattern.NoteVelocity(1, number)
                : new MessagePattern.Controller(1, number, Encoding.ABSOLUTE);
        String dimension = kind == Kind.KEY ? "velocity" : "turn";
        return new Control("c" + number, "C" + number, kind, List.of(new Dimension(dimension, pattern)), NOWHERE);
    }

    private static List<Control> row(Kind kind, int from, int count) {
        List<Control> row = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            row.add(control(from + i, kind));
        }
        return row;
    }

    private static List<Double> lefts(List<Control> placed) {
        return placed.stream().map(c -> c.face().x()).distinct().sorted().toList();
    }

    private static List<Double> tops(List<Control> placed) {
        return placed.stream().map(c -> c.face().y()).distinct().sorted().toList();
    }

    private static boolean overlap(Face a, Face b) {
        return a.x() < b.x() + b.width()
                && b.x() < a.x() + a.width()
                && a.y() < b.y() + b.height()
                && b.y() < a.y() + a.height();
    }

    @Test
    void eightKnobsStandInARow() {
        List<Control> placed = Arrangement.place(List.of(), row(Kind.KNOB, 1, 8));
        assertThat(tops(placed)).hasSize(1);
        assertThat(lefts(placed)).hasSize(8);
        assertThat(placed).extracting(Control::id).first().isEqualTo("c1");
    }

    @Test
    void sixteenPadsStandInASquareAndFourteenKnobsInTwoRows() {
        List<Control> pads = Arrangement.place(List.of(), row(Kind.PAD, 1, 16));
        assertThat(lefts(pads)).hasSize(4);
        assertThat(tops(pads)).hasSize(4);
        List<Control> knobs = Arrangement.place(List.of(), row(Kind.KNOB, 1, 14));
        assertThat(lefts(knobs)).hasSize(8);
        assertThat(tops(knobs)).hasSize(2);
    }

    @Test
    void padsInAFieldAreNamedByTheirPlaceAndNoNameIsThereTwice() {
        List<Control> pads = Arrangement.place(List.of(), row(Kind.PAD, 1, 16));
        List<Control> numbered = new ArrayList<>();
        for (int i = 0; i < pads.size(); i++) {
            numbered.add(pads.get(i).named("Pad " + (i + 1), ""));
        }
        assertThat(Arrangement.named(Set.of("Pad, row 1, 2nd"), numbered))
                .extracting(Control::name)
                .startsWith(
                        "Pad, row 1, 1st", "Pad, row 1, 2nd 2", "Pad, row 1, 3rd", "Pad, row 1, 4th", "Pad, row 2, 1st")
                .doesNotHaveDuplicates();
        Control knob = row(Kind.KNOB, 1, 1).get(0).named("Knob 1", "");
        assertThat(Arrangement.named(Set.of("Knob 1"), List.of(knob)))
                .extracting(Control::name)
                .containsExactly("Knob 2");
    }

    @Test
    void handsThatWentToAndFroBetweenTwoKindsGetEachKindTogether() {
        List<Control> touched = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            touched.add(control(2 * i, Kind.FADER));
            touched.add(control(2 * i + 1, Kind.KNOB));
        }
        List<Control> placed = Arrangement.place(List.of(), touched);
        assertThat(placed)
                .extracting(Control::id)
                .as("they stay in the order of touch")
                .isEqualTo(touched.stream().map(Control::id).toList());
        List<Control> faders =
                placed.stream().filter(c -> c.kind() == Kind.FADER).toList();
        double right = faders.stream().mapToDouble(c -> c.face().x()).max().orElseThrow();
        assertThat(placed.stream().filter(c -> c.kind() == Kind.KNOB))
                .allSatisfy(knob -> assertThat(knob.face().x()).isGreaterThan(right));
    }

    @Test
    void whatIsAddedStandsBelowWhatIsThere() {
        List<Control> there = Arrangement.place(List.of(), row(Kind.PAD, 1, 16));
        double bottom = there.stream()
                .mapToDouble(c -> c.face().y() + c.face().height())
                .max()
                .orElseThrow();
        assertThat(Arrangement.place(there, row(Kind.BUTTON, 40, 3)))
                .allSatisfy(c -> assertThat(c.face().y()).isGreaterThan(bottom));
    }

    @Test
    void keysLieAsOnAKeyboard() {
        List<Control> keys = Arrangement.place(List.of(), row(Kind.KEY, 60, 13)); // C to C
        assertThat(keys)
                .filteredOn(key -> key.face().height() < 14)
                .as("five black ones")
                .hasSize(5);
        assertThat(keys).filteredOn(key -> key.face().height() == 14).hasSize(8);
        Face c = keys.get(0).face();
        Face cSharp = keys.get(1).face();
        Face d = keys.get(2).face();
        assertThat(cSharp.x() + cSharp.width() / 2).as("between its neighbours").isBetween(c.x(), d.x() + d.width());
        assertThat(keys.get(12).face().x() - c.x())
                .as("an octave is seven white keys")
                .isEqualTo(21);
    }

    @Property(tries = 200)
    void nothingLiesOverAnythingElse(@ForAll("kinds") List<Kind> kinds) {
        List<Control> touched = new ArrayList<>();
        for (int i = 0; i < kinds.size(); i++) {
            touched.add(control(i, kinds.get(i)));
        }
        List<Control> placed = Arrangement.place(List.of(), touched);
        assertThat(placed).hasSameSizeAs(touched);
        for (int i = 0; i < placed.size(); i++) {
            for (int j = i + 1; j < placed.size(); j++) {
                assertThat(overlap(placed.get(i).face(), placed.get(j).face()))
                        .as(placed.get(i).id() + " and " + placed.get(j).id() + " of " + kinds)
                        .isFalse();
            }
        }
    }

    @Provide
    Arbitrary<List<Kind>> kinds() {
        return Arbitraries.of(Kind.PAD, Kind.KNOB, Kind.FADER, Kind.BUTTON, Kind.XY, Kind.WHEEL)
                .list()
                .ofMinSize(1)
                .ofMaxSize(60);
    }
}
