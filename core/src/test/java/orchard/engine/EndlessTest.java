package orchard.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import orchard.Gear;
import orchard.action.SetParameter;
import orchard.gear.Control;
import orchard.gear.Device;
import orchard.gear.Dimension;
import orchard.gear.Ref;
import orchard.mapping.Actions;
import orchard.mapping.Mapping;
import orchard.outcome.ParameterSet;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.rig.Edit;
import orchard.rig.MappingCopier;
import orchard.rig.Part;
import orchard.rig.Rig;
import orchard.shape.Accumulate;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.Wrap;
import orchard.signal.Encoding;
import orchard.signal.MessagePattern;
import orchard.signal.MidiMessage;
import orchard.signal.OscMessage;
import orchard.signal.TouchMessage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A control without ends, learned onto anything: it counts, goes round or stops by the parameter's kind, and is never stuck. */
class EndlessTest {

    private static final Ref.ToParameter TARGET = new Ref.ToParameter("desk", "any");
    private static final double TOLD =
            1e-4; // what a parameter is told goes out as a float, and its place is counted from it

    /** A box with one endless control, software with one parameter, and a hand that turns. */
    private static final class Turning {
        final Bench bench;
        final Encoding encoding;
        final Parameter parameter;
        double number;
        double position;

        Turning(Encoding encoding, Parameter parameter, Shape shape) {
            this.encoding = encoding;
            this.parameter = parameter;
            MessagePattern pattern = encoding == Encoding.COUNTING
                    ? new MessagePattern.OscNumber("/box/any", 0, 0, 1, encoding)
                    : encoding == Encoding.STEPPING
                            ? new MessagePattern.Turned("any")
                            : new MessagePattern.Controller(1, 70, encoding);
            Control control = new Control(
                    "any",
                    "Any",
                    Control.Kind.ENDLESS_KNOB,
                    List.of(new Dimension("turn", pattern)),
                    new Control.Face(0, 0, 1, 1));
            Device box = Gear.box();
            Device desk = Gear.desk();
            List<Control> controls = new ArrayList<>(box.profile().controls());
            controls.add(control);
            List<Parameter> parameters = new ArrayList<>(desk.profile().parameters());
            parameters.add(parameter);
            Rig rig = Rig.of(List.of(
                    new Part.OfDevice(box.with(box.profile().withControls(controls))),
                    new Part.OfDevice(desk.with(desk.profile().withParameters(parameters)))));
            Mapping mapping = new MappingCopier(rig).pair("m1", new Ref.ToControl("box", "any", "turn"), TARGET);
            Mapping played = shape == null ? mapping : mapping.with(shape);
            bench = new Bench(rig.apply(Edit.add("map", new Part.OfMapping(played))));
            if (encoding == Encoding.COUNTING) {
                turn(0);
            }
        }

        void stand(double real) {
            bench.pass(1_000); // what it says so shortly after it was set may be an old answer
            bench.tell("any", (float) real, "");
            position = parameter.position(real);
        }

        void turn(int steps) {
            number += steps / 24.0;
            Trace trace = bench.arrive(
                    "box",
                    encoding == Encoding.COUNTING
                            ? OscMessage.of("/box/any", (float) number)
                            : encoding == Encoding.STEPPING
                                    ? new TouchMessage("any", steps / 24.0, "")
                                    : new MidiMessage.ControlChange(1, 70, encoding.number(steps)));
            trace.all(ParameterSet.class).forEach(set -> position = set.position());
            bench.pass(30);
        }

        double real() {
            return parameter.real(position);
        }
    }

    private static Parameter parameter(double low, double high, String unit, Law law) {
        return new Parameter(
                "any", "track", "Any", new Range(low, high, unit), law, low, new Binding.Osc("/desk/any"), true);
    }

    private static Law names(int count) {
        List<String> names = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            names.add("Value " + i);
        }
        return new Law.Named(names);
    }

    @ParameterizedTest
    @EnumSource(names = "ABSOLUTE", mode = EnumSource.Mode.EXCLUDE)
    void valuesThatAreCountedComeOneByOneAndStopAtTheirEnds(Encoding encoding) {
        for (int count : !encoding.inSteps() ? new int[] {2, 3, 7, 24} : new int[] {2, 3, 4, 7, 24, 100, 127}) {
            for (Law law : List.of(names(count), new Law.Stepped(count))) {
                Turning turning = new Turning(encoding, parameter(0, count - 1, "", law), null);
                turning.stand(0);
                List<Double> up = new ArrayList<>(List.of(turning.real()));
                for (int i = 0; i < 130; i++) {
                    turning.turn(1);
                    if (turning.real() != up.get(up.size() - 1)) {
                        up.add(turning.real());
                    }
                }
                assertThat(up)
                        .as("%s onto %d values", encoding, count)
                        .hasSize(count)
                        .isSorted();
                int back = 0;
                while (turning.real() == count - 1 && back < 130) {
                    turning.turn(-1);
                    back++;
                }
                int asked = !encoding.inSteps() ? 24 : 127 / count + 2;
                assertThat(back).as("the end holds nothing back").isLessThanOrEqualTo(asked);
            }
        }
    }

    @ParameterizedTest
    @EnumSource(names = "ABSOLUTE", mode = EnumSource.Mode.EXCLUDE)
    void aFullCircleOfDegreesGoesRoundTurnForTurn(Encoding encoding) {
        for (Range range : List.of(new Range(0, 360, "°"), new Range(-270, 270, "°"), new Range(-180, 180, "°"))) {
            Turning turning = new Turning(encoding, parameter(range.low(), range.high(), "°", new Law.Linear()), null);
            turning.stand(range.low() + 10);
            turning.turn(1);
            double width = range.high() - range.low();
            for (int i = 0; i < 400; i++) {
                double before = turning.real();
                turning.turn(i < 200 ? 1 : -1);
                double moved = Math.abs(turning.real() - before);
                double step = 360.0 / (!encoding.inSteps() ? 24 : 127);
                assertThat(Math.min(moved, width - moved))
                        .as("%s from %s at %s", encoding, before, range)
                        .isCloseTo(step, within(0.01));
            }
        }
    }

    @ParameterizedTest
    @EnumSource(names = "ABSOLUTE", mode = EnumSource.Mode.EXCLUDE)
    void allElseBeginsWhereItStandsStopsAtItsEndsAndComesBackAtOnce(Encoding encoding) {
        Random random = new Random(11);
        List<Parameter> parameters = List.of(
                parameter(-60, 6, "dB", new Law.DecibelTaper()),
                parameter(20, 20_000, "Hz", new Law.Logarithmic()),
                parameter(-135, 135, "°", new Law.Linear()),
                parameter(0, 1, "", new Law.Linear()));
        for (Parameter parameter : parameters) {
            Turning turning = new Turning(encoding, parameter, null);
            for (int i = 0; i < 200; i++) {
                if (random.nextInt(10) == 0) {
                    turning.stand(parameter.real(random.nextDouble()));
                }
                double before = turning.position;
                int steps = random.nextInt(13) - 6;
                turning.turn(steps);
                double way = steps / (!encoding.inSteps() ? 24.0 : 127);
                assertThat(turning.position)
                        .as("%s onto %s from %s by %s", encoding, parameter.range(), before, way)
                        .isCloseTo(Math.max(0, Math.min(1, before + way)), within(TOLD));
            }
        }
    }

    @ParameterizedTest
    @EnumSource(names = "ABSOLUTE", mode = EnumSource.Mode.EXCLUDE)
    void wrapAloneIsEnough(Encoding encoding) {
        Parameter linear = parameter(-10, 10, "", new Law.Linear());
        Parameter logarithmic = parameter(20, 20_000, "Hz", new Law.Logarithmic());
        Parameter named = parameter(0, 4, "", names(5));
        for (Parameter parameter : List.of(linear, logarithmic, named)) {
            Range range = parameter.range();
            Shape wrap = new Shape(List.of(new Wrap(range.low(), range.high())));
            Shape scaled = new Shape(
                    List.of(new Scale(0, 1, range.low(), range.high(), false), new Wrap(range.low(), range.high())));
            for (Shape shape : List.of(wrap, scaled)) {
                Turning turning = new Turning(encoding, parameter, shape);
                turning.stand(range.low());
                boolean highSeen = false;
                boolean cameRound = false;
                for (int i = 0; i < 300; i++) {
                    turning.turn(1);
                    highSeen |= turning.position > 0.8;
                    cameRound |= highSeen && turning.position < 0.2;
                }
                assertThat(cameRound).as("%s with %s", encoding, shape).isTrue();
            }
        }
    }

    @Test
    void ofValuesThatAreCountedTheLastIsReachedBeforeTheFirstComesAgain() {
        Turning turning = new Turning(Encoding.OFFSET_64, parameter(0, 3, "", names(4)), null);
        Mapping before = turning.bench.engine.plan().rig().mapping("m1").orElseThrow();
        assertThat(before.actions()).isEqualTo(new Actions(List.of(new SetParameter(TARGET))));
        Shape round = new Shape(List.of(new Accumulate(127 / 3.0, 1, true, null, 0.1)));
        for (Shape shape :
                List.of(round, new Shape(List.of(new Accumulate(127 / 3.0, 1, false, null, 0.1), new Wrap(0, 3))))) {
            Turning again = new Turning(Encoding.OFFSET_64, parameter(0, 3, "", names(4)), shape);
            again.stand(0);
            List<Double> seen = new ArrayList<>();
            for (int i = 0; i < 9; i++) {
                again.turn(1);
                seen.add(again.real());
            }
            for (int i = 0; i < 5; i++) {
                again.turn(-1);
                seen.add(again.real());
            }
            assertThat(seen).containsExactly(1.0, 2.0, 3.0, 0.0, 1.0, 2.0, 3.0, 0.0, 1.0, 0.0, 3.0, 2.0, 1.0, 0.0);
        }
    }
}
