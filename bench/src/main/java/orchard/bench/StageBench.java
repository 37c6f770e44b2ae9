package orchard.bench;

import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import orchard.parameter.Binding;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.shape.Clamp;
import orchard.shape.Curve;
import orchard.shape.DeadBand;
import orchard.shape.Fold;
import orchard.shape.Formula;
import orchard.shape.Invert;
import orchard.shape.Rate;
import orchard.shape.Scale;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;
import orchard.shape.Smooth;
import orchard.shape.Snap;
import orchard.shape.Stage;
import orchard.shape.Switch;
import orchard.shape.Wrap;
import orchard.shape.Zone;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** What each stage costs for one value; {@code none} is the reference: a shape without stages. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Warmup(iterations = 2, time = 1)
@Measurement(iterations = 3, time = 1)
@Fork(1)
public class StageBench {

    private static final Map<String, Stage> STAGES = Map.ofEntries(
            Map.entry("invert", new Invert()),
            Map.entry("gamma", new Curve(Curve.Form.GAMMA, 2, List.of())),
            Map.entry("s", new Curve(Curve.Form.S, 2, List.of())),
            Map.entry(
                    "points",
                    new Curve(
                            Curve.Form.POINTS,
                            1,
                            List.of(new Curve.Point(0, 0), new Curve.Point(0.3, 0.6), new Curve.Point(1, 1)))),
            Map.entry("deadBand", new DeadBand(0.5, 0.1)),
            Map.entry("switch", new Switch(0.4, 0.6)),
            Map.entry("zone", new Zone(0.2, 0.8, 0.1, 0.7, false)),
            Map.entry("scale", new Scale(0, 1, 200, 8000)),
            Map.entry("openScale", new Scale(0, 1, 200, 8000, true)),
            Map.entry("clamp", new Clamp(300, 5000)),
            Map.entry("wrap", new Wrap(300, 5000)),
            Map.entry("fold", new Fold(300, 5000)),
            Map.entry("snap", new Snap(100, 0.1)),
            Map.entry("smooth", new Smooth(0.1)),
            Map.entry("rate", new Rate(1)),
            Map.entry("formula", new Formula("x * x + 0.1")));

    /** Which stage. */
    @Param({
        "none",
        "invert",
        "gamma",
        "s",
        "points",
        "deadBand",
        "switch",
        "zone",
        "scale",
        "openScale",
        "clamp",
        "wrap",
        "fold",
        "snap",
        "smooth",
        "rate",
        "formula"
    })
    public String stage;

    private ShapeFunction function;
    private double[] memory;
    private long nanos;
    private int next;

    /** Makes the shape ready. */
    @Setup
    public void prepare() {
        Parameter cutoff = new Parameter(
                "cutoff",
                "",
                "Cutoff",
                new Range(20, 20_000, "Hz"),
                new Law.Logarithmic(),
                1000,
                new Binding.Osc("/cutoff"),
                true);
        Shape shape = stage.equals("none") ? Shape.WHOLE : new Shape(List.of(STAGES.get(stage)));
        function = ShapeFunction.of(shape, cutoff);
        memory = function.fresh();
    }

    /** One value through. */
    @Benchmark
    public double forward() {
        nanos += 1_000_000;
        next = next + 37 & 255;
        return function.forward(next / 255.0, memory, 0, nanos, null);
    }
}
