package orchard.shape;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Parameter;

/**
 * A {@link Shape} made ready to be used on one parameter. What stages remember stands in an array that is handed in; with a formula
 * among them it is not for several threads at once.
 * Allocates nothing in {@link #forward} and {@link #backward}, but for a formula. A value that is not there is NaN.
 */
public final class ShapeFunction {

    private static final double[] NO_MEMORY = {};

    private final Shape shape;
    private final boolean counts;
    private final StageFunction[] stages;
    private final int[] shown;
    private final Medium[] media;
    private final Parameter parameter;
    private final int memory;

    private ShapeFunction(
            Shape shape,
            boolean counts,
            List<StageFunction> stages,
            List<Integer> shown,
            List<Medium> media,
            Parameter parameter) {
        this.shape = shape;
        this.counts = counts;
        this.stages = stages.toArray(new StageFunction[0]);
        this.shown = shown.stream().mapToInt(i -> i).toArray();
        this.media = media.toArray(new Medium[0]);
        this.parameter = parameter;
        this.memory = stages.stream().mapToInt(StageFunction::memory).sum();
    }

    /**
     * The function of a shape over a parameter's range and law.
     *
     * @throws Mistake if a stage does not fit the parameter
     * @throws Expression.Unusable if a formula cannot be understood
     */
    public static ShapeFunction of(Shape shape, Parameter parameter) {
        return of(shape, parameter, false);
    }

    /**
     * The same for a control without ends: where a later stage goes round or turns back at its ends, the scale before it does not stop
     * at its own.
     */
    public static ShapeFunction endless(Shape shape, Parameter parameter) {
        return of(shape, parameter, true);
    }

    private static ShapeFunction of(Shape shape, Parameter parameter, boolean endless) {
        boolean goesOn = endless && shape.goesRound();
        boolean counts = shape.counts();
        List<StageFunction> stages = new ArrayList<>();
        List<Integer> shown = new ArrayList<>();
        List<Medium> media = new ArrayList<>();
        Medium medium = Medium.CONTROL;
        for (Stage stage : shape.stages()) {
            Medium taken = stage.takes(medium);
            if (taken == Medium.REAL && medium != Medium.REAL) {
                stages.add(shape.counts() ? Pure.beyond(parameter) : Pure.real(parameter));
            }
            if (goesOn && stage instanceof Scale scale && !scale.open()) {
                stages.add(scale.goingOn(parameter));
                medium = Medium.REAL;
                counts = true;
            } else {
                stages.add(stage.on(parameter, taken));
                medium = stage.gives(taken);
            }
            shown.add(stages.size() - 1);
            media.add(medium);
        }
        stages.add(medium == Medium.REAL ? Pure.position(parameter) : Pure.CUT);
        return new ShapeFunction(shape, counts, stages, shown, media, parameter);
    }

    /** Whether it was made of the same shape and the same parameter as another, so that what its stages remember means the same. */
    public boolean isLike(ShapeFunction other) {
        return counts == other.counts && shape.equals(other.shape) && parameter.equals(other.parameter);
    }

    /** Whether an endless control is counted, on and on, instead of moved between two ends. */
    public boolean counts() {
        return counts;
    }

    /** How many numbers its stages remember. */
    public int memory() {
        return memory;
    }

    /**
     * The parameter's position for a control's.
     *
     * @param position the control's, or NaN if only time went by
     * @param memory what the stages remember, NaN at first
     * @param at where this function's part of the memory begins
     * @param nanos the moment
     * @param values takes the value after each stage of the shape, if it is not null
     * @return 0..1, or NaN for nothing
     */
    public double forward(double position, double[] memory, int at, long nanos, double[] values) {
        double value = position;
        int mine = at;
        int next = 0;
        for (int i = 0; i < stages.length; i++) {
            value = stages[i].forward(value, memory, mine, nanos);
            mine += stages[i].memory();
            if (values != null && next < shown.length && shown[next] == i) {
                values[next++] = value;
            }
        }
        return value;
    }

    /** The parameter's position for a control's, as if nothing had been before. */
    public double forward(double position) {
        return forward(position, fresh(), 0, 0, null);
    }

    /** The values after each stage for a control's position, as if nothing had been before. */
    public List<Double> values(double position) {
        double[] values = new double[shown.length];
        double last = forward(position, fresh(), 0, 0, values);
        List<Double> all = new ArrayList<>();
        all.add(position);
        for (double value : values) {
            all.add(value);
        }
        all.add(last);
        return all;
    }

    /** An empty memory for this function alone. */
    public double[] fresh() {
        if (memory == 0) {
            return NO_MEMORY;
        }
        double[] empty = new double[memory];
        Arrays.fill(empty, Double.NaN);
        return empty;
    }

    /** How many stages the shape has. */
    public int stages() {
        return shown.length;
    }

    /** Whether time alone will change the value. */
    public boolean isMoving(double[] memory, int at) {
        if (this.memory == 0) {
            return false; // what remembers nothing does not move by itself
        }
        int mine = at;
        for (StageFunction stage : stages) {
            if (stage.isMoving(memory, mine)) {
                return true;
            }
            mine += stage.memory();
        }
        return false;
    }

    /** The control's position for a parameter's; where several would do, one of them. */
    public double backward(double position) {
        double value = position;
        for (int i = stages.length - 1; i >= 0; i--) {
            value = stages[i].backward(value);
        }
        return value;
    }

    /**
     * Whether {@link #forward} gives back what {@link #backward} was given, for every position it can reach. After one stage that
     * gives only part of its side's values no second one can be undone for sure.
     */
    public boolean inverts() {
        int parts = 0;
        for (StageFunction stage : stages) {
            if (stage.inverse() == StageFunction.Inverse.NONE) {
                return false;
            }
            parts += stage.inverse() == StageFunction.Inverse.PART ? 1 : 0;
        }
        return parts <= 1;
    }

    /** The value after a stage, as people read it: a share of the control's way, or the parameter's own words. */
    public String text(int stage, double value) {
        if (Double.isNaN(value)) {
            return "nothing";
        }
        return switch (media[stage]) {
            case CONTROL -> Display.text(100 * value, "%");
            case POSITION -> parameter.text(value);
            case REAL -> parameter.textOfReal(value);
        };
    }
}
