package orchard.layout;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import orchard.mistake.Mistake;
import orchard.rig.Copied;
import org.junit.jupiter.api.Test;

/** Several elements put in order, moved, sized, copied and pasted. */
class ArrangeTest {

    private static Element element(int number, int x, int y, int width, int height) {
        return new Element("e" + number, "Fader", new Box(x, y, width, height), Kind.FADER.plain());
    }

    private static final Layout THREE = new Layout(
            "l", "Three", List.of(element(1, 10, 2, 4, 6), element(2, 0, 5, 2, 2), element(3, 28, 12, 4, 6)));

    private static List<Box> boxes(Layout layout) {
        return layout.elements().stream().map(Element::box).toList();
    }

    private static Layout arranged(Arrange how, String... ids) {
        return how.of(THREE, List.of(ids));
    }

    @Test
    void theFirstOneChosenStaysAndTheOthersGoToIt() {
        assertThat(boxes(arranged(Arrange.LEFT, "e1", "e2", "e3")))
                .containsExactly(new Box(10, 2, 4, 6), new Box(10, 5, 2, 2), new Box(10, 12, 4, 6));
        assertThat(boxes(arranged(Arrange.RIGHT, "e3", "e2")))
                .containsExactly(new Box(10, 2, 4, 6), new Box(30, 5, 2, 2), new Box(28, 12, 4, 6));
        assertThat(boxes(arranged(Arrange.BOTTOM, "e1", "e2")).get(1)).isEqualTo(new Box(0, 6, 2, 2));
        assertThat(boxes(arranged(Arrange.SIZE, "e1", "e2")).get(1)).isEqualTo(new Box(0, 5, 4, 6));
        assertThat(boxes(arranged(Arrange.ACROSS, "e1", "e2", "e3")))
                .as("the outermost stay, the gaps are alike")
                .containsExactly(new Box(13, 2, 4, 6), new Box(0, 5, 2, 2), new Box(28, 12, 4, 6));
        assertThat(arranged(Arrange.FRONT, "e1").elements())
                .extracting(Element::id)
                .containsExactly("e2", "e3", "e1");
        assertThatThrownBy(() -> arranged(Arrange.TOP, "e9")).isInstanceOf(Mistake.class);
    }

    @Test
    void allGoTogetherAndNoFurtherThanTheFirstThatMeetsTheEdge() {
        Layout moved = Arrange.moved(THREE, List.of("e1", "e2"), new Box(-3, 30, 0, 0));
        assertThat(boxes(moved)).containsExactly(new Box(10, 12, 4, 6), new Box(0, 15, 2, 2), new Box(28, 12, 4, 6));
        assertThat(boxes(Arrange.moved(THREE, List.of("e1", "e2"), new Box(0, 0, -9, 1))))
                .containsExactly(new Box(10, 2, 3, 7), new Box(0, 5, 1, 3), new Box(28, 12, 4, 6));
    }

    @Test
    void whatIsPastedHasIdsOfItsOwnAndLiesOnNothingItWasCopiedFrom() {
        Copied.Pasted here = Copied.into(THREE, Copied.text(THREE, List.of("e1", "e3")), "");
        assertThat(here.ids()).containsExactly("e4", "e5");
        assertThat(here.layout().elements()).hasSize(5);
        assertThat(here.layout().element("e4").orElseThrow().box()).isNotEqualTo(new Box(10, 2, 4, 6));
        Copied.Pasted there = Copied.into(new Layout("m", "Other", List.of()), Copied.text(THREE, List.of("e1")), "");
        assertThat(boxes(there.layout())).containsExactly(new Box(10, 2, 4, 6));
        for (String wrong :
                List.of("", "[]", "{}", "[null]", "[{\"id\":\"e1\"}]", "[{\"id\":\"e1\",\"kind\":\"NO\"}]")) {
            assertThatThrownBy(() -> Copied.into(THREE, wrong, "")).as(wrong).isInstanceOf(Mistake.class);
        }
    }

    @Test
    void whatIsFixedStaysAndWhatIsOneGroupIsPastedAsAnother() {
        Layout grouped = Arrange.GROUP.of(THREE, List.of("e1", "e2"));
        assertThat(grouped.elements()).extracting(e -> e.place().group()).containsExactly("g1", "g1", "");
        Layout fixed = Arrange.FIX.of(grouped, List.of("e1"));
        Layout moved = Arrange.moved(fixed, List.of("e1", "e2"), new Box(0, 1, 0, 0));
        assertThat(moved.element("e1").orElseThrow().box())
                .isEqualTo(THREE.elements().get(0).box());
        assertThat(moved.element("e2").orElseThrow().box())
                .isNotEqualTo(THREE.elements().get(1).box());
        Layout pasted =
                Copied.into(fixed, Copied.text(fixed, List.of("e1", "e2")), "").layout();
        assertThat(pasted.elements()).extracting(e -> e.place().group()).containsExactly("g1", "g1", "", "g2", "g2");
        assertThat(pasted.elements().get(3).place().fixed()).isFalse();
        assertThat(Arrange.APART
                        .of(grouped, List.of("e1"))
                        .element("e1")
                        .orElseThrow()
                        .place()
                        .group())
                .isEmpty();
        assertThat(Arrange.FREE.of(fixed, List.of("e1"))).isEqualTo(grouped);
    }

    /** Whatever is put in order however: nobody is lost, nothing leaves the layout, and what was not chosen stays. */
    @Property(tries = 300)
    void nothingIsLostAndNothingLeavesTheLayout(@ForAll Random random) {
        List<Element> elements = new ArrayList<>();
        for (int i = 0; i < 2 + random.nextInt(12); i++) {
            int width = 1 + random.nextInt(12);
            int height = 1 + random.nextInt(10);
            elements.add(element(
                    i,
                    random.nextInt(Layout.COLUMNS - width + 1),
                    random.nextInt(Layout.ROWS - height + 1),
                    width,
                    height));
        }
        Layout layout = new Layout("l", "Any", elements);
        List<Element> chosen = new ArrayList<>(elements);
        Collections.shuffle(chosen, random);
        List<String> ids = chosen.subList(0, 1 + random.nextInt(chosen.size())).stream()
                .map(Element::id)
                .toList();
        Arrange how = Arrange.values()[random.nextInt(Arrange.values().length)];
        Layout after = how.of(layout, ids);
        assertThat(after.elements())
                .extracting(Element::id)
                .containsExactlyInAnyOrderElementsOf(
                        elements.stream().map(Element::id).toList());
        for (Element element : elements) {
            if (!ids.contains(element.id())) {
                assertThat(after.element(element.id())).contains(element);
            }
        }
        Box by = new Box(
                random.nextInt(80) - 40, random.nextInt(80) - 40, random.nextInt(80) - 40, random.nextInt(80) - 40);
        Layout moved = Arrange.moved(layout, ids, by);
        assertThat(moved.elements()).hasSameSizeAs(elements);
    }
}
