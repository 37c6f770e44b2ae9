package orchard.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeSet;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Tall arrangements of whatever was drawn. */
class TallTest {

    private static List<Element> drawn(long seed) {
        Random random = new Random(seed);
        boolean tidy = random.nextBoolean();
        int most = random.nextInt(70);
        Layout layout = new Layout("layout1", "Any", List.of());
        for (int i = 0; i < most; i++) {
            Kind kind = Kind.values()[random.nextInt(Kind.values().length)];
            int width = 1 + random.nextInt(random.nextInt(8) == 0 ? Layout.COLUMNS : 6);
            int height = 1 + random.nextInt(random.nextInt(8) == 0 ? Layout.ROWS : 6);
            Box size = new Box(0, 0, width, height);
            Box box = tidy
                    ? layout.room(size, "")
                    : size.at(random.nextInt(Layout.COLUMNS - width + 1), random.nextInt(Layout.ROWS - height + 1));
            layout = layout.with(new Element("e" + i, "E " + i, box, kind.plain()));
        }
        return layout.elements();
    }

    /** What was put somewhere is there, everything else where it was, and what comes later comes after it. */
    @Property(tries = 200)
    void whatIsPutByHandStaysAndNothingElseMoves(@ForAll Random random) {
        Layout layout = new Layout("layout1", "Any", drawn(random.nextLong()));
        if (layout.elements().isEmpty()) {
            return;
        }
        Element moved = layout.elements().get(random.nextInt(layout.elements().size()));
        if (moved.face() instanceof Strips) {
            return;
        }
        Tall before = Tall.of(layout.played()).inCells();
        Upright to = new Upright(2, random.nextInt(4), random.nextInt(6), 4, 4);
        Layout after = layout.upright("", moved.id(), to);
        Tall tall = Tall.of(after.played());
        assertThat(tall.upright(moved.id())).contains(to);
        after.elements().stream()
                .filter(one -> !one.id().equals(moved.id()) && !(one.face() instanceof Strips))
                .forEach(one -> assertThat(tall.upright(one.id())).isEqualTo(before.upright(one.id())));
        Layout more = after.with(new Element("new", "New", new Box(0, 0, 3, 3), Kind.PAD.plain()));
        assertThat(Tall.of(more.played()).upright("new").orElseThrow().screen())
                .isGreaterThan(tall.upright(moved.id()).orElseThrow().screen());
        assertThat(after.byItself("")).isEqualTo(layout);
    }

    @Property(tries = 500)
    void nothingOverlapsNothingIsLeftOutAndEveryTargetIsLargeEnough(@ForAll long seed) {
        List<Element> elements = drawn(seed);
        Tall tall = Tall.of(elements);
        List<String> placed = new ArrayList<>();
        for (Tall.Screen screen : tall.screens()) {
            assertThat((double) Tall.LEAST_WIDTH / screen.columns()).isGreaterThanOrEqualTo(Tall.TARGET);
            assertThat((double) Tall.LEAST_HEIGHT / screen.rows()).isGreaterThanOrEqualTo(Tall.TARGET);
            List<Box> boxes = List.copyOf(screen.boxes().values());
            for (Box box : boxes) {
                box.within("it", screen.columns(), screen.rows());
                assertThat(boxes.stream().filter(box::overlaps)).hasSize(1);
            }
            placed.addAll(screen.boxes().keySet());
        }
        assertThat(placed).doesNotHaveDuplicates();
        assertThat(new TreeSet<>(placed))
                .isEqualTo(new TreeSet<>(elements.stream().map(Element::id).toList()));
    }

    @Test
    void whatStandsAboveEachOtherStaysTogether() {
        List<Element> strips = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            strips.add(new Element("name" + i, "Name", new Box(4 * i, 0, 4, 1), Kind.LABEL.plain()));
            strips.add(new Element("fader" + i, "Fader", new Box(4 * i, 1, 4, 12), Kind.FADER.plain()));
            strips.add(new Element("mute" + i, "Mute", new Box(4 * i, 13, 4, 3), Kind.BUTTON.plain()));
        }
        for (Tall.Screen screen : Tall.of(strips).screens()) {
            Map<String, Box> boxes = screen.boxes();
            boxes.forEach((id, box) -> {
                if (id.startsWith("fader")) {
                    Box mute = boxes.get("mute" + id.substring(5));
                    Box name = boxes.get("name" + id.substring(5));
                    assertThat(mute.x()).isEqualTo(box.x()).isEqualTo(name.x());
                    assertThat(name.bottom()).isEqualTo(box.y());
                    assertThat(mute.y()).isEqualTo(box.bottom());
                }
            });
        }
    }

    @Test
    void aRowOfEightStripsStandsOnTwoScreensFourBesideEachOther() {
        Strips strips = Strips.of(
                "focus1",
                8,
                Map.of(Strips.Part.FADER, "Volume", Strips.Part.BUTTON, "Mute", Strips.Part.METER, "Meter"),
                List.of());
        List<Element> played =
                new Layout("l", "L", List.of(new Element("e1", "Row", new Box(0, 0, 32, 16), strips))).played();
        Tall tall = Tall.of(played);
        assertThat(tall.screens()).hasSize(2);
        Map<String, Box> first = tall.screens().get(0).boxes();
        assertThat(first).hasSize(16);
        assertThat(first.get("e1-1-name").width()).isEqualTo(2);
        assertThat(first.get("e1-4-fader").right())
                .isEqualTo(first.get("e1-4-meter").x());
    }

    @Test
    void anEmptyLayoutIsOneEmptyScreen() {
        assertThat(Tall.of(List.of()).screens()).containsExactly(new Tall.Screen(1, 1, Map.of()));
    }
}
