package orchard.shape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.parameter.Typed;
import org.junit.jupiter.api.Test;

/** Every stage and law: inside its range, and back where it claims to go back. */
class StagesTest {

    private static final Parameter PAN = parameter(new Range(-270, 270, "°"), new Law.Linear());
    private static final Parameter WAVE =
            parameter(new Range(0, 4, ""), new Law.Named(List.of("Reed", "Horn", "Glass", "Moss", "Iron")));
    private static final List<Parameter> PARAMETERS = List.of(
            PAN,
            WAVE,
            parameter(new Range(20, 20_000, "Hz"), new Law.Logarithmic()),
            parameter(new Range(-60, 6, "dB"), new Law.DecibelTaper()),
            parameter(new Range(0, 100, "%"), new Law.Stepped(101)));

    private static Parameter parameter(Range range, Law law) {
        return new Parameter("p", "", "Parameter", range, law, range.low(), new Binding.Osc("/p"), true);
    }

    @Property(tries = 2000)
    void aShapedValueIsAlwaysInsideItsRange(@ForAll int seed) {
        Random random = new Random(seed);
        Parameter parameter = PARAMETERS.get(random.nextInt(PARAMETERS.size()));
        ShapeFunction function = ShapeFunction.of(shape(random, parameter), parameter);
        double[] memory = function.fresh();
        long nanos = 0;
        for (int i = 0; i < 40; i++) {
            nanos += random.nextInt(30_000_000);
            double in = random.nextInt(8) == 0 ? random.nextInt(2) : random.nextDouble() * 3 - 1;
            double position = function.forward(random.nextInt(4) == 0 ? Double.NaN : in, memory, 0, nanos, null);
            if (!Double.isNaN(position)) {
                assertThat(position).isBetween(0.0, 1.0);
                assertThat(parameter.real(position))
                        .isBetween(parameter.range().low(), parameter.range().high());
            }
        }
    }

    @Property(tries = 2000)
    void whatClaimsToInvertDoes(@ForAll int seed, @ForAll @DoubleRange(min = 0, max = 1) double place) {
        Random random = new Random(seed);
        Parameter parameter = PARAMETERS.get(random.nextInt(PARAMETERS.size()));
        Shape shape = shape(random, parameter);
        ShapeFunction function = ShapeFunction.of(shape, parameter);
        double reached = function.forward(place);
        if (function.inverts() && !Double.isNaN(reached)) {
            assertThat(parameter.real(function.forward(function.backward(reached))))
                    .as("%s over %s", shape, parameter.range())
                    .isCloseTo(
                            parameter.real(reached),
                            within(1e-6
                                    * (parameter.range().high()
                                            - parameter.range().low())));
        }
    }

    @Property
    void everyLawInverts(@ForAll @DoubleRange(min = 0, max = 1) double place, @ForAll @IntRange(max = 4) int which) {
        Parameter parameter = PARAMETERS.get(which);
        double real = parameter.real(place);
        assertThat(parameter.real(parameter.position(real))).isCloseTo(real, within(1e-6 * Math.abs(real) + 1e-9));
    }

    /** A shape of up to five stages, of any kind, in the order their sides ask for. */
    private static Shape shape(Random random, Parameter parameter) {
        Shape shape = Shape.WHOLE;
        for (int i = random.nextInt(6); i > 0; i--) {
            Stage stage = stage(random, parameter);
            boolean second = stage.side() == Stage.Side.CROSSING
                    && shape.stages().stream().anyMatch(s -> s.side() == Stage.Side.CROSSING);
            if (!second) {
                shape = shape.put(
                        random.nextInt(9) == 0 && stage.side() != Stage.Side.CROSSING ? new Bypassed(stage) : stage);
            }
        }
        return shape;
    }

    private static Stage stage(Random random, Parameter parameter) {
        double a = random.nextDouble();
        double b = a + 0.01 + random.nextDouble() * (1 - a);
        double high = Math.min(1, b);
        double low = Math.max(0, high - Math.max(0.01, high - a));
        Range range = parameter.range();
        double from = range.at(low);
        double to = range.at(high);
        return switch (random.nextInt(15)) {
            case 0 -> new Invert();
            case 1 -> new Curve(Curve.Form.values()[random.nextInt(4)], 0.2 + random.nextDouble() * 4, List.of());
            case 2 ->
                new Curve(
                        Curve.Form.POINTS,
                        1,
                        List.of(
                                new Curve.Point(0, random.nextDouble()),
                                new Curve.Point(0.4, random.nextDouble()),
                                new Curve.Point(1, random.nextDouble())));
            case 3 -> new DeadBand(random.nextDouble(), random.nextDouble() * 0.5);
            case 4 -> new Switch(low * 0.9, high);
            case 5 -> new Zone(low, high, low, high, false);
            case 6 -> new Zone(low, high, low / 2, high, random.nextBoolean());
            case 7 -> new Scale(low, high, to, from);
            case 8 -> new Scale(0, 1, from, to, true);
            case 9 -> new Clamp(from, to);
            case 10 -> new Wrap(from, to);
            case 11 -> new Fold(from, to);
            case 12 -> new Snap((range.high() - range.low()) / (2 + random.nextInt(9)), random.nextDouble() * 0.4);
            case 13 -> random.nextBoolean() ? new Smooth(0.05) : new Rate(0.3);
            default -> new Formula("x * 1.5 - low / 7");
        };
    }

    @Test
    void snapReachesBothEndsOfARangeThatIsNoMultipleOfItsSteps() {
        Parameter parameter =
                new Parameter("p", "", "P", new Range(0, 10, ""), new Law.Linear(), 0, new Binding.Osc("/p"), true);
        ShapeFunction snap = ShapeFunction.of(new Shape(List.of(new Snap(3, 0))), parameter);
        assertThat(snap.forward(0)).isZero();
        assertThat(snap.forward(1)).isEqualTo(1);
        assertThat(snap.forward(0.92)).isEqualTo(0.9);
        assertThat(snap.forward(0.96)).isEqualTo(1);
    }

    @Test
    void anEndlessTurnBecomesAnAngleThatWraps() {
        Shape shape = new Shape(List.of(new Scale(0, 1, 0, 360, true), new Wrap(-270, 270)));
        ShapeFunction function = ShapeFunction.of(shape, PAN);
        assertThat(shape.counts()).isTrue();
        assertThat(PAN.real(function.forward(0.5))).isCloseTo(180, within(1e-9));
        assertThat(PAN.real(function.forward(0.75))).isCloseTo(270, within(1e-9));
        assertThat(PAN.real(function.forward(1.2))).isCloseTo(-108, within(1e-9));
        assertThat(PAN.real(function.forward(-1.2))).isCloseTo(108, within(1e-9));
        assertThat(function.values(1.2)).hasSize(4);
        assertThat(function.text(0, 432)).isEqualTo("432°");
        assertThat(function.text(1, -108)).isEqualTo("−108°");
    }

    @Test
    void aStretchDrivesOnlyWhileTheControlIsInItAndLeavesItsEndBehind() {
        ShapeFunction function = ShapeFunction.of(new Shape(List.of(new Zone(0.3, 0.6, 0.2, 0.5, false))), PAN);
        double[] memory = function.fresh();
        double[] up = {0.0, 0.3, 0.45, 0.6, 0.7, 0.9};
        double[] given = Arrays.stream(up)
                .map(x -> function.forward(x, memory, 0, 0, null))
                .toArray();
        assertThat(given[0]).isNaN();
        assertThat(given[1]).isZero();
        assertThat(given[2]).isCloseTo(0.5, within(1e-9));
        assertThat(given[3]).isEqualTo(1);
        assertThat(given[4]).as("its end was given already").isNaN();
        assertThat(given[5]).isNaN();
        assertThat(function.forward(0.55, memory, 0, 0, null))
                .as("downwards it begins at 0.5")
                .isNaN();
        assertThat(function.forward(0.35, memory, 0, 0, null)).isCloseTo(0.5, within(1e-9));
        assertThat(function.forward(0.1, memory, 0, 0, null)).isZero();
        assertThat(function.forward(0.9, memory, 0, 0, null))
                .as("passed at one go")
                .isEqualTo(1);
    }

    @Test
    void aFormulaThatComesToNoNumberAnywhereIsRefused() {
        assertThatThrownBy(() -> new Formula("x").filled(Typed.of("text", "1/0"), PAN))
                .isInstanceOf(Mistake.class)
                .hasMessageContaining("“1/0”");
        assertThat(new Formula("x").filled(Typed.of("text", "1/x"), PAN))
                .as("one that fails at one place only is of use at the others")
                .isEqualTo(new Formula("1/x"));
    }

    @Test
    void aTrembleDoesNotTurnAStretchRound() {
        ShapeFunction function = ShapeFunction.of(new Shape(List.of(new Zone(0.3, 0.6, 0.2, 0.5, false))), PAN);
        double[] memory = function.fresh();
        double step = 1.0 / 127;
        function.forward(0.3, memory, 0, 0, null);
        for (double x : new double[] {0.45, 0.45 - step, 0.45, 0.45 - step, 0.45}) {
            assertThat(function.forward(x, memory, 0, 0, null))
                    .as("going up, trembling at %s", x)
                    .isCloseTo((x - 0.3) / 0.3, within(1e-9));
        }
        double down = 0.45 - 3 * step;
        assertThat(function.forward(down, memory, 0, 0, null))
                .as("this is the way down")
                .isCloseTo((down - 0.2) / 0.3, within(1e-9));
        assertThat(function.forward(down + step, memory, 0, 0, null))
                .as("and a tremble on it is none up")
                .isCloseTo((down + step - 0.2) / 0.3, within(1e-9));
    }

    @Test
    void aStretchSwitchesOnAndOff() {
        ShapeFunction function = ShapeFunction.of(new Shape(List.of(new Zone(0.3, 0.6, 0.3, 0.6, true))), PAN);
        double[] memory = function.fresh();
        List<Double> given = new ArrayList<>();
        for (double x : new double[] {0.1, 0.4, 0.5, 0.7, 0.8}) {
            given.add(function.forward(x, memory, 0, 0, null));
        }
        assertThat(given).containsExactly(Double.NaN, 1.0, 1.0, 0.0, Double.NaN);
    }

    @Test
    void twoThresholdsAndHysteresisDoNotFlutter() {
        ShapeFunction pedal = ShapeFunction.of(new Shape(List.of(new Switch(0.4, 0.6))), PAN);
        double[] memory = pedal.fresh();
        assertThat(pedal.forward(0.5, memory, 0, 0, null)).isZero();
        assertThat(pedal.forward(0.61, memory, 0, 0, null)).isEqualTo(1);
        assertThat(pedal.forward(0.41, memory, 0, 0, null)).isEqualTo(1);
        assertThat(pedal.forward(0.4, memory, 0, 0, null)).isZero();
        ShapeFunction steps = ShapeFunction.of(new Shape(List.of(new Snap(90, 0.2))), PAN);
        double[] rests = steps.fresh();
        assertThat(PAN.real(steps.forward(0.5, rests, 0, 0, null))).isCloseTo(0, within(1e-9));
        assertThat(PAN.real(steps.forward(0.6, rests, 0, 0, null))).isCloseTo(0, within(1e-9));
        assertThat(PAN.real(steps.forward(0.64, rests, 0, 0, null))).isCloseTo(90, within(1e-9));
        assertThat(PAN.real(steps.forward(0.58, rests, 0, 0, null))).isCloseTo(90, within(1e-9));
    }

    @Test
    void smoothingTakesItsTimeAndArrives() {
        ShapeFunction function = ShapeFunction.of(new Shape(List.of(new Smooth(0.1))), PAN);
        double[] memory = function.fresh();
        function.forward(0, memory, 0, 0, null);
        function.forward(1, memory, 0, 1_000_000, null);
        assertThat(function.isMoving(memory, 0)).isTrue();
        assertThat(function.forward(Double.NaN, memory, 0, 101_000_000, null)).isCloseTo(0.632, within(0.005));
        assertThat(function.forward(Double.NaN, memory, 0, 2_000_000_000L, null))
                .isEqualTo(1);
        assertThat(function.isMoving(memory, 0)).isFalse();
    }

    @Test
    void aRateIsNeverExceeded() {
        ShapeFunction function = ShapeFunction.of(new Shape(List.of(new Rate(2))), PAN);
        double[] memory = function.fresh();
        function.forward(0, memory, 0, 0, null);
        function.forward(1, memory, 0, 0, null);
        assertThat(function.forward(Double.NaN, memory, 0, 500_000_000, null)).isCloseTo(0.25, within(1e-9));
        assertThat(function.forward(Double.NaN, memory, 0, 1_000_000_000, null)).isCloseTo(0.5, within(1e-9));
    }

    @Test
    void namesAreLookedUpInTheOrderGiven() {
        ShapeFunction function = ShapeFunction.of(new Shape(List.of(new LookUp(List.of("Moss", "Reed")))), WAVE);
        assertThat(WAVE.text(function.forward(0.2))).isEqualTo("Moss");
        assertThat(WAVE.text(function.forward(0.9))).isEqualTo("Reed");
        assertThatThrownBy(() -> ShapeFunction.of(new Shape(List.of(new LookUp(List.of("Tin")))), WAVE))
                .hasMessageContaining("no value called “Tin”");
    }

    @Test
    void whatIsBypassedIsThereAndDoesNothing() {
        Shape shape = new Shape(List.of(new Invert(), new Clamp(-90, 90)));
        ShapeFunction function = ShapeFunction.of(shape.bypass(1), PAN);
        assertThat(PAN.real(function.forward(0))).isCloseTo(270, within(1e-9));
        assertThat(shape.bypass(1).bypass(1)).isEqualTo(shape);
    }

    @Test
    void stagesFindTheirPlaceBySide() {
        Shape shape = new Shape(List.of(new Scale(0, 1, 0, 90)))
                .put(new Clamp(0, 45))
                .put(new Invert())
                .put(new Accumulate(2, 1, false, null, 0.1));
        assertThat(shape.stages())
                .extracting(stage -> stage.getClass().getSimpleName())
                .containsExactly("Accumulate", "Invert", "Scale", "Clamp");
        assertThatThrownBy(() -> shape.move(3, 0)).hasMessageContaining("order");
        assertThatThrownBy(() -> new Accumulate(0, 1, false, new Ref.ToControl("a", "b", "c"), 0.1))
                .hasMessageContaining("sensitivity lies between");
    }

    @Test
    void emptyAndReversedRangesAreRefusedBySentence() {
        assertThatThrownBy(() -> new Wrap(90, -90)).hasMessageContaining("low end is below its high end");
        assertThatThrownBy(() -> new Zone(0.6, 0.3, 0, 1, false)).hasMessageContaining("stretch");
        assertThatThrownBy(() -> new Switch(0.6, 0.3)).hasMessageContaining("goes off below");
        assertThatThrownBy(() -> new Snap(0, 0)).hasMessageContaining("larger than nothing");
        assertThatThrownBy(() -> new Curve(Curve.Form.POINTS, 1, List.of(new Curve.Point(0, 0))))
                .hasMessageContaining("begin at 0");
    }
}
