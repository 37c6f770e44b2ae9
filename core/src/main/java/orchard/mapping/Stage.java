package orchard.mapping;

import java.util.List;
import java.util.Objects;
import orchard.gear.Ref;

/**
 * One step of a {@link Shape}. Every stage states what it takes and what it gives. A <em>control position</em> is 0..1 over the
 * control's whole way; an endless control that is counted goes on beyond, 1 being one turn. A <em>real value</em> is in the
 * parameter's unit.
 */
public sealed interface Stage {

    /** Where a stage may stand. */
    enum Side {
        /** Before the value crosses over to the parameter. */
        CONTROL,
        /** Takes the value across. */
        CROSSING,
        /** After it has crossed over. */
        PARAMETER,
        /** On whichever side the value is. */
        EITHER
    }

    /** Where it may stand. */
    Side side();

    /**
     * Makes movement out of an endless control's steps: steps to control position 0..1. Stands first; an absolute control
     * passes through it unchanged, unless {@code slow} is held.
     *
     * @param sensitivity way for each step, as a multiple of the control's own; above 0
     * @param acceleration how many times further a fast turn goes than a slow one; 1 for none
     * @param around whether it goes round at the ends, rather than stopping there
     * @param slow while this control is held down, every movement is multiplied by {@code fine}, that of an absolute control too; or null
     * @param fine below 1 finer, above 1 coarser; 0.01..20
     */
    record Accumulate(double sensitivity, double acceleration, boolean around, Ref.ToControl slow, double fine)
            implements Stage {

        /** A tenth. */
        public static final double TENTH = 0.1;

        public Accumulate {
            fine = fine == 0 ? TENTH : fine; // as it was before it could be said
            within("fine", fine, 0.01, 20);
            within("sensitivity", sensitivity, 0.01, 100);
            within("acceleration", acceleration, 1, 20);
        }

        @Override
        public Side side() {
            return Side.CONTROL;
        }
    }

    /** Turns the control round: control position to control position. */
    record Invert() implements Stage {
        @Override
        public Side side() {
            return Side.CONTROL;
        }
    }

    /** A form of {@link Curve}. */
    enum Form {
        /** A power: above 1 slow at first, below 1 quick at first. */
        GAMMA,
        /** Quick at first. */
        LOGARITHMIC,
        /** Slow at first. */
        EXPONENTIAL,
        /** Slow at both ends. */
        S,
        /** Straight lines between points. */
        POINTS
    }

    /** A point of a {@link Curve}, both 0..1. */
    record Point(double x, double y) {
        public Point {
            within("x of a point", x, 0, 1);
            within("y of a point", y, 0, 1);
        }
    }

    /**
     * Bends the control's way: control position 0..1 to control position 0..1.
     *
     * @param bend how much, 0.1..10; 1 is straight for a power and an S. Not used by points
     * @param points for {@link Form#POINTS}: from x = 0 to x = 1, upwards in x; otherwise empty
     */
    record Curve(Form form, double bend, List<Point> points) implements Stage {
        public Curve {
            within("bend", bend, 0.1, 10);
            points = List.copyOf(points == null ? List.of() : points);
            if (form == Form.POINTS) {
                for (int i = 1; i < points.size(); i++) {
                    if (points.get(i).x() <= points.get(i - 1).x()) {
                        throw new IllegalArgumentException("the points of a curve stand from left to right");
                    }
                }
                if (points.size() < 2
                        || points.get(0).x() != 0
                        || points.get(points.size() - 1).x() != 1) {
                    throw new IllegalArgumentException("the points of a curve begin at 0 and end at 1");
                }
            }
        }

        @Override
        public Side side() {
            return Side.CONTROL;
        }
    }

    /**
     * Rests around a place: control position to control position. What is left of the way is stretched.
     *
     * @param centre where it rests, 0..1
     * @param width how wide the rest is, 0..0.9
     */
    record DeadBand(double centre, double width) implements Stage {
        public DeadBand {
            within("centre", centre, 0, 1);
            within("width", width, 0, 0.9);
        }

        @Override
        public Side side() {
            return Side.CONTROL;
        }
    }

    /**
     * Off or on: control position to 0 or 1; between its two thresholds it stays what it is.
     *
     * @param off at this or below it goes off
     * @param on at this or above it goes on; above {@code off}
     */
    record Switch(double off, double on) implements Stage {
        public Switch {
            within("off", off, 0, 1);
            within("on", on, 0, 1);
            if (off >= on) {
                throw new IllegalArgumentException("a switch goes off below where it goes on");
            }
        }

        @Override
        public Side side() {
            return Side.CONTROL;
        }
    }

    /**
     * One stretch of the control's way: control position to position 0..1 within the stretch. Outside it gives nothing, once it
     * has given the end over which it was left. The stretch may be another on the way down.
     *
     * @param low begin on the way up, 0..1
     * @param high end on the way up, above {@code low}
     * @param downLow begin on the way down
     * @param downHigh end on the way down, above {@code downLow}
     * @param switching gives 1 within and 0 outside, rather than how far it is
     */
    record Zone(double low, double high, double downLow, double downHigh, boolean switching) implements Stage {
        public Zone {
            within("low end", low, 0, 1);
            within("high end", high, 0, 1);
            within("low end on the way down", downLow, 0, 1);
            within("high end on the way down", downHigh, 0, 1);
            if (low >= high || downLow >= downHigh) {
                throw new IllegalArgumentException("a stretch has its low end below its high end");
            }
        }

        @Override
        public Side side() {
            return Side.CONTROL;
        }
    }

    /**
     * Lays part of the control's way over part of the parameter's: control position to real value. Between the ends the
     * parameter's own law rules. {@code low} may be above {@code high}.
     *
     * @param from control position that gives {@code low}, 0..1
     * @param to control position that gives {@code high}, 0..1, above {@code from}
     * @param low real value in the parameter's unit
     * @param high real value in the parameter's unit, not equal to {@code low}
     * @param open whether it goes on beyond both ends, evenly, for a control that is counted
     */
    record Scale(double from, double to, double low, double high, boolean open) implements Stage {
        public Scale {
            if (!(from >= 0 && to <= 1 && from < to)) {
                throw new IllegalArgumentException("the control's part runs upwards within 0..1");
            }
            if (low == high || !Double.isFinite(low) || !Double.isFinite(high)) {
                throw new IllegalArgumentException("the two ends of the range are the same");
            }
        }

        /** A scale that stops at its ends. */
        public Scale(double from, double to, double low, double high) {
            this(from, to, low, high, false);
        }

        @Override
        public Side side() {
            return Side.CROSSING;
        }
    }

    /**
     * Chooses one of some names: control position, in equal parts, to the real value that has the name.
     *
     * @param names in the order of the control's way; at least one
     */
    record LookUp(List<String> names) implements Stage {
        public LookUp {
            names = List.copyOf(names);
            if (names.isEmpty()) {
                throw new IllegalArgumentException("a look-up has at least one name");
            }
        }

        @Override
        public Side side() {
            return Side.CROSSING;
        }
    }

    /**
     * Keeps the parameter between two values: real value to real value.
     *
     * @param low real value in the parameter's unit
     * @param high real value in the parameter's unit, above {@code low}
     */
    record Clamp(double low, double high) implements Stage {
        public Clamp {
            upwards("clamp", low, high);
        }

        @Override
        public Side side() {
            return Side.PARAMETER;
        }
    }

    /**
     * Goes on at the low end where it leaves the high one: any real value to {@code low} ≤ value &lt; {@code high}; the high end
     * itself stays.
     */
    record Wrap(double low, double high) implements Stage {
        public Wrap {
            upwards("wrap", low, high);
        }

        @Override
        public Side side() {
            return Side.PARAMETER;
        }
    }

    /** Turns back at both ends: any real value to {@code low} ≤ value ≤ {@code high}. */
    record Fold(double low, double high) implements Stage {
        public Fold {
            upwards("fold", low, high);
        }

        @Override
        public Side side() {
            return Side.PARAMETER;
        }
    }

    /**
     * Whole steps only: real value to the nearest whole number of steps from the parameter's low end.
     *
     * @param size of a step, in the parameter's unit; above 0
     * @param hysteresis how far beyond the middle between two steps it has to go to change, as a share of a step, 0..0.4
     */
    record Snap(double size, double hysteresis) implements Stage {
        public Snap {
            if (!(size > 0) || Double.isInfinite(size)) {
                throw new IllegalArgumentException("a step is larger than nothing");
            }
            within("hysteresis", hysteresis, 0, 0.4);
        }

        @Override
        public Side side() {
            return Side.PARAMETER;
        }
    }

    /**
     * Follows with a delay: a value to a value on the same side.
     *
     * @param seconds time constant: after it, 63 % of a jump are done; 0.001..60
     */
    record Smooth(double seconds) implements Stage {
        public Smooth {
            within("time", seconds, 0.001, 60);
        }

        @Override
        public Side side() {
            return Side.EITHER;
        }
    }

    /**
     * Never moves faster than this: a value to a value on the same side.
     *
     * @param seconds the least time for the whole way, 0.001..600
     */
    record Rate(double seconds) implements Stage {
        public Rate {
            within("time", seconds, 0.001, 600);
        }

        @Override
        public Side side() {
            return Side.EITHER;
        }
    }

    /** A {@link orchard.mapping.Formula}: a value {@code x} to a value on the same side. */
    record Formula(String text) implements Stage {
        public Formula {
            Objects.requireNonNull(text);
        }

        @Override
        public Side side() {
            return Side.EITHER;
        }
    }

    /** A stage that is there, and does nothing for the moment. */
    record Bypassed(Stage stage) implements Stage {
        public Bypassed {
            if (stage instanceof Bypassed) {
                throw new IllegalArgumentException("it is bypassed already");
            }
        }

        @Override
        public Side side() {
            return stage.side() == Side.CROSSING ? Side.EITHER : stage.side();
        }
    }

    private static void within(String what, double value, double low, double high) {
        if (!(value >= low && value <= high)) {
            throw new IllegalArgumentException("%s lies between %s and %s".formatted(what, plain(low), plain(high)));
        }
    }

    private static String plain(double value) {
        return value == Math.rint(value) ? String.valueOf((long) value) : String.valueOf(value);
    }

    private static void upwards(String what, double low, double high) {
        if (!(low < high) || !Double.isFinite(low) || !Double.isFinite(high)) {
            throw new IllegalArgumentException("a " + what + "'s low end is below its high end");
        }
    }
}
