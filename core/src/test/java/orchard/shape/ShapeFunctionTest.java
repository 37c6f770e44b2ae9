package orchard.shape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import orchard.Gear;
import orchard.parameter.Parameter;
import org.junit.jupiter.api.Test;

class ShapeFunctionTest {

    private static final Parameter CUTOFF =
            Gear.desk().profile().parameter("cutoff").orElseThrow();

    @Property
    void backwardUndoesForward(
            @ForAll @DoubleRange(min = 0, max = 1) double position,
            @ForAll boolean inverted,
            @ForAll @DoubleRange(min = 200, max = 3000) double low,
            @ForAll @DoubleRange(min = 3100, max = 8000) double high,
            @ForAll boolean downwards) {
        Shape shape = Shape.WHOLE.with(new Scale(0, 1, downwards ? high : low, downwards ? low : high));
        ShapeFunction function = ShapeFunction.of(inverted ? shape.invert() : shape, CUTOFF);
        assertThat(function.forward(position)).isBetween(0.0, 1.0);
        assertThat(function.backward(function.forward(position))).isCloseTo(position, within(1e-9));
    }

    @Test
    void theEndsAreTheEndsThatWereTyped() {
        ShapeFunction function = ShapeFunction.of(new Shape(List.of(new Scale(0, 1, 500, 2000))), CUTOFF);
        assertThat(CUTOFF.real(function.forward(0))).isCloseTo(500, within(1e-6));
        assertThat(CUTOFF.real(function.forward(1))).isCloseTo(2000, within(1e-6));
        assertThat(CUTOFF.real(function.forward(0.5))).isCloseTo(1000, within(1e-6));
    }

    @Test
    void onlyPartOfTheWayMayBeUsedAndClampsHold() {
        ShapeFunction function =
                ShapeFunction.of(new Shape(List.of(new Scale(0.5, 1, 200, 8000), new Clamp(400, 4000))), CUTOFF);
        assertThat(CUTOFF.real(function.forward(0.2))).isCloseTo(400, within(1e-6));
        assertThat(CUTOFF.real(function.forward(1))).isCloseTo(4000, within(1e-6));
        assertThat(CUTOFF.real(function.forward(0.75))).isCloseTo(Math.sqrt(200.0 * 8000), within(1e-6));
        assertThat(function.values(0.75)).hasSize(4).startsWith(0.75);
    }

    @Test
    void aRangeThatFallsOnOneStepOfASwitchIsNoDivisionByZero() {
        Parameter mute = Gear.desk().profile().parameter("mute").orElseThrow();
        ShapeFunction function = ShapeFunction.of(new Shape(List.of(new Scale(0, 1, 0.1, 0.2))), mute);
        assertThat(function.forward(0.7)).isZero();
        assertThat(function.backward(1)).isFinite();
    }
}
