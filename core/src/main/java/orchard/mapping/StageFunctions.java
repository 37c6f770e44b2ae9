package orchard.mapping;

import java.util.List;
import java.util.function.DoubleUnaryOperator;
import orchard.mapping.StageFunction.Inverse;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;

/** Makes stages ready. */
final class StageFunctions {

    private static final double NEAR = 1e-4;

    /** Keeps a position within 0..1. */
    static final StageFunction CUT = new Pure(StageFunctions::cut, y -> y, Inverse.WHOLE);

    private StageFunctions() {}

    /** A stage that remembers nothing. */
    private record Pure(DoubleUnaryOperator there, DoubleUnaryOperator back, Inverse inverse) implements StageFunction {
        @Override
        public double forward(double value, double[] memory, int at, long nanos) {
            return there.applyAsDouble(value);
        }

        @Override
        public double backward(double value) {
            return back.applyAsDouble(value);
        }
    }

    /** Position to real value. */
    static StageFunction real(Parameter parameter) {
        return new Pure(x -> Double.isNaN(x) ? x : parameter.real(x), parameter::position, conversion(parameter));
    }

    /** What has steps rounds on its way. */
    private static Inverse conversion(Parameter parameter) {
        return parameter.law() instanceof Law.Stepped || parameter.law() instanceof Law.Named
                ? Inverse.PART
                : Inverse.WHOLE;
    }

    /** Real value to position. */
    static StageFunction position(Parameter parameter) {
        return new Pure(x -> Double.isNaN(x) ? x : parameter.position(x), parameter::real, conversion(parameter));
    }

    /** @param real whether the value that comes in is a real one */
    static StageFunction of(Stage stage, Parameter parameter, boolean real) {
        Range range = parameter.range();
        if (stage instanceof Stage.Bypassed || stage instanceof Stage.Accumulate) {
            return new Pure(x -> x, y -> y, Inverse.WHOLE);
        } else if (stage instanceof Stage.Invert) {
            return new Pure(x -> 1 - x, y -> 1 - y, Inverse.WHOLE);
        } else if (stage instanceof Stage.Curve curve) {
            return curve(curve);
        } else if (stage instanceof Stage.DeadBand band) {
            return deadBand(band);
        } else if (stage instanceof Stage.Switch of) {
            return new Switching(of);
        } else if (stage instanceof Stage.Zone zone) {
            return new Zoning(zone);
        } else if (stage instanceof Stage.Scale scale) {
            return scale(scale, parameter);
        } else if (stage instanceof Stage.LookUp lookUp) {
            return lookUp(lookUp, parameter);
        } else if (stage instanceof Stage.Clamp clamp) {
            return new Pure(x -> Math.max(clamp.low(), Math.min(clamp.high(), x)), y -> y, Inverse.PART);
        } else if (stage instanceof Stage.Wrap wrap) {
            return new Pure(x -> Formula.wrap(x, wrap.low(), wrap.high()), y -> y, Inverse.PART);
        } else if (stage instanceof Stage.Fold fold) {
            double width = fold.high() - fold.low();
            return new Pure(
                    x -> {
                        double along = Formula.wrap(x, fold.low(), fold.low() + 2 * width) - fold.low();
                        return fold.low() + (along > width ? 2 * width - along : along);
                    },
                    y -> y,
                    Inverse.PART);
        } else if (stage instanceof Stage.Snap snap) {
            return new Snapping(snap, range);
        } else if (stage instanceof Stage.Smooth smooth) {
            return new Following(real ? range.high() - range.low() : 1, smooth.seconds(), true);
        } else if (stage instanceof Stage.Rate rate) {
            return new Following(real ? range.high() - range.low() : 1, rate.seconds(), false);
        } else if (stage instanceof Stage.Formula formula) {
            Formula ready = Formula.of(formula.text(), range.low(), range.high());
            return new Pure(x -> Double.isNaN(x) ? x : ready.apply(x), y -> y, Inverse.NONE);
        }
        throw new IllegalArgumentException("There is no such stage: " + stage);
    }

    private static StageFunction curve(Stage.Curve curve) {
        double bend = curve.bend();
        double grown = Math.expm1(bend);
        return switch (curve.form()) {
            case GAMMA -> new Pure(x -> Math.pow(cut(x), bend), y -> Math.pow(cut(y), 1 / bend), Inverse.WHOLE);
            case EXPONENTIAL ->
                new Pure(x -> Math.expm1(bend * cut(x)) / grown, y -> Math.log1p(cut(y) * grown) / bend, Inverse.WHOLE);
            case LOGARITHMIC ->
                new Pure(x -> Math.log1p(cut(x) * grown) / bend, y -> Math.expm1(bend * cut(y)) / grown, Inverse.WHOLE);
            case S -> new Pure(x -> s(cut(x), bend), y -> s(cut(y), 1 / bend), Inverse.WHOLE);
            case POINTS -> points(curve.points());
        };
    }

    private static double s(double x, double bend) {
        double up = Math.pow(x, bend);
        return up / (up + Math.pow(1 - x, bend));
    }

    private static StageFunction points(List<Stage.Point> points) {
        double[] x = points.stream().mapToDouble(Stage.Point::x).toArray();
        double[] y = points.stream().mapToDouble(Stage.Point::y).toArray();
        return new Pure(at -> along(x, y, cut(at)), at -> back(x, y, at), Inverse.PART);
    }

    private static double along(double[] x, double[] y, double at) {
        int i = 1;
        while (i < x.length - 1 && at > x[i]) {
            i++;
        }
        return y[i - 1] + (at - x[i - 1]) / (x[i] - x[i - 1]) * (y[i] - y[i - 1]);
    }

    /** The first place at which the lines have this height, or come nearest to it. */
    private static double back(double[] x, double[] y, double height) {
        double nearest = 0;
        double way = Double.MAX_VALUE;
        for (int i = 1; i < x.length; i++) {
            double low = Math.min(y[i - 1], y[i]);
            double held = Math.max(low, Math.min(Math.max(y[i - 1], y[i]), height));
            if (Math.abs(held - height) < way) {
                way = Math.abs(held - height);
                double share = y[i] == y[i - 1] ? 0 : (held - y[i - 1]) / (y[i] - y[i - 1]);
                nearest = x[i - 1] + share * (x[i] - x[i - 1]);
            }
        }
        return nearest;
    }

    private static StageFunction deadBand(Stage.DeadBand band) {
        double low = Math.max(0, band.centre() - band.width() / 2);
        double high = Math.min(1, band.centre() + band.width() / 2);
        double centre = band.centre();
        return new Pure(
                at -> {
                    double x = cut(at);
                    return x < low
                            ? x / low * centre
                            : x > high ? centre + (x - high) / (1 - high) * (1 - centre) : Double.isNaN(x) ? x : centre;
                },
                y -> y < centre
                        ? y / centre * low
                        : y > centre ? high + (y - centre) / (1 - centre) * (1 - high) : centre,
                Inverse.PART);
    }

    private static StageFunction scale(Stage.Scale scale, Parameter parameter) {
        double from = scale.from();
        double width = scale.to() - from;
        if (scale.open()) {
            double low = scale.low();
            double height = scale.high() - low;
            return new Pure(
                    x -> low + (x - from) / width * height, y -> from + (y - low) / height * width, Inverse.PART);
        }
        double low = parameter.position(scale.low());
        double high = parameter.position(scale.high());
        return new Pure(
                x -> low + cut((x - from) / width) * (high - low),
                low == high ? y -> from : y -> from + cut((y - low) / (high - low)) * width,
                Inverse.PART);
    }

    private static StageFunction lookUp(Stage.LookUp lookUp, Parameter parameter) {
        if (!(parameter.law() instanceof Law.Named named)) {
            throw new IllegalArgumentException(parameter.name() + " has no names to look up");
        }
        double[] values = lookUp.names().stream()
                .mapToDouble(name -> {
                    int place = named.labels().indexOf(name);
                    if (place < 0) {
                        throw new IllegalArgumentException(parameter.name() + " has no value called “" + name + "”");
                    }
                    return place;
                })
                .toArray();
        return new Pure(
                x -> Double.isNaN(x) ? x : values[(int) Math.min(values.length - 1, cut(x) * values.length)],
                y -> {
                    for (int i = 0; i < values.length; i++) {
                        if (values[i] == Math.rint(y)) {
                            return (i + 0.5) / values.length;
                        }
                    }
                    return 0;
                },
                Inverse.PART);
    }

    /** Off and on with two thresholds. Remembers which it is. */
    private record Switching(Stage.Switch of) implements StageFunction {
        @Override
        public double forward(double value, double[] memory, int at, long nanos) {
            if (Double.isNaN(value)) {
                return value;
            }
            if (value >= of.on()) {
                memory[at] = 1;
            } else if (value <= of.off() || Double.isNaN(memory[at])) {
                memory[at] = 0;
            }
            return memory[at];
        }

        @Override
        public double backward(double value) {
            return value >= 0.5 ? 1 : 0;
        }

        @Override
        public int memory() {
            return 1;
        }
    }

    /** One stretch. Remembers where the control was, which way it went, and what was given last. */
    private record Zoning(Stage.Zone zone) implements StageFunction {

        private static final int BEFORE = 0;
        private static final int DOWNWARDS = 1;
        private static final int GIVEN = 2;

        @Override
        public double forward(double value, double[] memory, int at, long nanos) {
            if (Double.isNaN(value)) {
                return value;
            }
            double before = memory[at + BEFORE];
            if (!Double.isNaN(before) && value != before) {
                memory[at + DOWNWARDS] = value < before ? 1 : 0;
            }
            memory[at + BEFORE] = value;
            boolean downwards = memory[at + DOWNWARDS] == 1;
            double low = downwards ? zone.downLow() : zone.low();
            double high = downwards ? zone.downHigh() : zone.high();
            boolean inside = value >= low && value <= high;
            double end = zone.switching() || value < low ? 0 : 1;
            double next = inside ? zone.switching() ? 1 : (value - low) / (high - low) : end;
            // passed at one go, it still was in there: then the end over which it left is news
            boolean passed = !Double.isNaN(before)
                    && Math.min(before, value) <= low
                    && Math.max(before, value) >= high
                    && !zone.switching();
            double given = memory[at + GIVEN];
            boolean left = !Double.isNaN(given) && given != next;
            if (inside || passed && given != next || left) {
                memory[at + GIVEN] = next;
                return next;
            }
            return Double.NaN;
        }

        @Override
        public double backward(double value) {
            return zone.low() + cut(value) * (zone.high() - zone.low());
        }

        @Override
        public Inverse inverse() {
            return zone.switching() ? Inverse.NONE : Inverse.PART;
        }

        @Override
        public int memory() {
            return 3;
        }
    }

    /** Steps with hysteresis. Remembers on which it is. */
    private record Snapping(Stage.Snap snap, Range range) implements StageFunction {
        @Override
        public double forward(double value, double[] memory, int at, long nanos) {
            if (Double.isNaN(value)) {
                return value;
            }
            double steps = steps(value);
            if (Double.isNaN(memory[at]) || Math.abs(steps - memory[at]) > 0.5 + snap.hysteresis()) {
                memory[at] = Math.rint(steps);
            }
            return memory[at] > last() ? range.high() : range.low() + memory[at] * snap.size();
        }

        /** The last whole step; the end of the range may lie beyond it, and is one more. */
        private double last() {
            return Math.floor((range.high() - range.low()) / snap.size() + 1e-9);
        }

        private double steps(double value) {
            double last = last();
            double lastValue = range.low() + last * snap.size();
            double rest = range.high() - lastValue;
            return value <= lastValue || rest < 1e-9 * snap.size()
                    ? (value - range.low()) / snap.size()
                    : last + (value - lastValue) / rest;
        }

        @Override
        public int memory() {
            return 1;
        }
    }

    /** Follows what comes in over time. Remembers where it is, where it goes and since when. */
    private record Following(double width, double seconds, boolean smooth) implements StageFunction {

        private static final int IS = 0;
        private static final int GOES = 1;
        private static final int SINCE = 2;

        @Override
        public double forward(double value, double[] memory, int at, long nanos) {
            double is = memory[at + IS];
            double elapsed = (nanos - memory[at + SINCE]) / 1e9;
            memory[at + SINCE] = nanos;
            if (Double.isNaN(is)) {
                memory[at + IS] = value;
                memory[at + GOES] = value;
                return value;
            }
            // until now it went to where it was told before
            double goes = memory[at + GOES];
            double next = smooth
                    ? goes + (is - goes) * Math.exp(-elapsed / seconds)
                    : is + Math.max(-width * elapsed / seconds, Math.min(width * elapsed / seconds, goes - is));
            memory[at + GOES] = Double.isNaN(value) ? goes : value;
            memory[at + IS] = Math.abs(memory[at + GOES] - next) < NEAR * width ? memory[at + GOES] : next;
            return memory[at + IS];
        }

        @Override
        public Inverse inverse() {
            return Inverse.NONE;
        }

        @Override
        public int memory() {
            return 3;
        }

        @Override
        public boolean isMoving(double[] memory, int at) {
            return !Double.isNaN(memory[at + IS]) && memory[at + IS] != memory[at + GOES];
        }
    }

    private static double cut(double position) {
        return Math.max(0, Math.min(1, position));
    }
}
