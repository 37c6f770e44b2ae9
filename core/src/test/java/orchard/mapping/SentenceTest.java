package orchard.mapping;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import orchard.Gear;
import orchard.rig.Rig;
import orchard.shape.Clamp;
import orchard.shape.Invert;
import orchard.shape.Scale;
import orchard.shape.Shape;
import org.junit.jupiter.api.Test;

class SentenceTest {

    @Test
    void readsAsOneSentence() {
        Mapping mapping = Gear.answering(
                Gear.mapping(
                        "m1", "k1", "turn", "cutoff", new Shape(List.of(new Invert(), new Scale(0, 1, 300, 2000)))),
                "k1.text",
                Show.Rule.VALUE);
        mapping = Gear.answering(mapping, "k1.ring", Show.Rule.VALUE);
        assertThat(Sentence.of(mapping, Gear.rig(mapping)).text())
                .isEqualTo("When Knob 1 of Box turns, set Surf › Cutoff, 300 Hz to 2.00 kHz, logarithmic, inverted, "
                        + "and show its value on Knob 1’s display and ring.");
    }

    @Test
    void namesWhatIsMissing() {
        Mapping mapping = Gear.mapping("m1", "k9", "turn", "reverb");
        assertThat(Sentence.of(mapping, Gear.rig()).text())
                .contains("a missing control (k9) of Box")
                .contains("a missing parameter (reverb of Desk)");
        assertThat(Sentence.of(mapping, Rig.EMPTY).text()).contains("a device that is not in the rig (box)");
    }

    @Test
    void namesADimensionOnlyWhereItIsNotTheControlsFirst() {
        assertThat(Sentence.of(Gear.mapping("m1", "p1", "pressure", "volume"), Gear.rig())
                        .text())
                .startsWith("When Pad 1 pressure of Box is hit");
        assertThat(Sentence.of(Gear.mapping("m1", "p1", "gate", "volume"), Gear.rig())
                        .text())
                .isEqualTo("When Pad 1 of Box is hit, set Surf › Volume over its whole range.");
    }

    @Test
    void shapeKeepsItsOrder() {
        Shape shape = Shape.WHOLE.with(new Scale(0, 1, 300, 2000)).invert();
        assertThat(shape.stages().get(0)).isInstanceOf(Invert.class);
        assertThat(shape.invert().inverted()).isFalse();
        assertThatThrownBy(() -> new Shape(List.of(new Clamp(0, 1), new Invert())))
                .hasMessageContaining("order");
        assertThatThrownBy(() -> new Scale(0, 1, 5, 5)).hasMessageContaining("same");
    }
}
