package orchard.shape;

import java.util.List;
import java.util.Optional;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Field;
import orchard.parameter.Parameter;
import orchard.parameter.Typed;

/**
 * One stretch of the control's way: control position to position 0..1 within the stretch. Outside it gives nothing, once it
 * has given the end over which it was left. The stretch may be another on the way down; a hand that trembles by one step in 127 does not turn round.
 *
 * @param low begin on the way up, 0..1
 * @param high end on the way up, above {@code low}
 * @param downLow begin on the way down
 * @param downHigh end on the way down, above {@code downLow}
 * @param switching gives 1 within and 0 outside, rather than how far it is
 */
public record Zone(double low, double high, double downLow, double downHigh, boolean switching) implements Stage {

    public Zone {
        Bounds.within("low end", low, 0, 1);
        Bounds.within("high end", high, 0, 1);
        Bounds.within("low end on the way down", downLow, 0, 1);
        Bounds.within("high end on the way down", downHigh, 0, 1);
        if (low >= high || downLow >= downHigh) {
            throw new Mistake("a stretch has its low end below its high end");
        }
    }

    @Override
    public Kind kind() {
        return Kind.ZONE;
    }

    @Override
    public Side side() {
        return Side.CONTROL;
    }

    @Override
    public Medium gives(Medium taken) {
        return taken;
    }

    @Override
    public String words(Optional<Parameter> parameter) {
        boolean same = low == downLow && high == downHigh;
        return (switching ? "on between %s and %s" : "between %s and %s")
                        .formatted(Display.percent(low), Display.percent(high))
                + (same ? "" : ", going down %s and %s".formatted(Display.percent(downLow), Display.percent(downHigh)));
    }

    @Override
    public List<Field> fields(Parameter parameter) {
        return List.of(
                Field.percent("low", "Going up from", low, 0),
                Field.percent("high", "to", high, 1),
                Field.percent("downLow", "Going down from", downLow, low),
                Field.percent("downHigh", "to", downHigh, high),
                Field.check("switching", "only on within, off outside", switching));
    }

    @Override
    public Stage filled(Typed typed, Parameter parameter) {
        return new Zone(
                typed.percent("low"),
                typed.percent("high"),
                typed.percent("downLow"),
                typed.percent("downHigh"),
                typed.check("switching"));
    }

    @Override
    public StageFunction on(Parameter parameter, Medium taken) {
        return new Zoning(this);
    }

    @Override
    public <R> R accept(Visitor<R> visitor) {
        return visitor.zone(this);
    }

    /** Remembers where the control was, which way it went and how far, and what was given last. */
    private record Zoning(Zone zone) implements StageFunction {

        private static final int BEFORE = 0;
        private static final int DOWNWARDS = 1;
        private static final int GIVEN = 2;
        private static final int FARTHEST = 3;

        /** So far it has to come back to have turned round: more than one step of 7 bits, less than two. */
        private static final double TURN = 1.5 / 127;

        @Override
        public double forward(double value, double[] memory, int at, long nanos) {
            if (Double.isNaN(value)) {
                return value;
            }
            double before = memory[at + BEFORE];
            memory[at + BEFORE] = value;
            boolean downwards = !Double.isNaN(before) && value != before
                    ? goesDown(value, before, memory, at)
                    : memory[at + DOWNWARDS] == 1;
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

        private static boolean goesDown(double value, double before, double[] memory, int at) {
            boolean went = Double.isNaN(memory[at + DOWNWARDS]) ? value < before : memory[at + DOWNWARDS] == 1;
            double farthest = Double.isNaN(memory[at + FARTHEST]) ? before : memory[at + FARTHEST];
            boolean turns = went ? value > farthest + TURN : value < farthest - TURN;
            boolean now = went != turns;
            memory[at + DOWNWARDS] = now ? 1 : 0;
            memory[at + FARTHEST] = turns ? value : now ? Math.min(farthest, value) : Math.max(farthest, value);
            return now;
        }

        @Override
        public double backward(double value) {
            return zone.low() + Bounds.cut(value) * (zone.high() - zone.low());
        }

        @Override
        public Inverse inverse() {
            return zone.switching() ? Inverse.NONE : Inverse.PART;
        }

        @Override
        public int memory() {
            return 4;
        }
    }
}
