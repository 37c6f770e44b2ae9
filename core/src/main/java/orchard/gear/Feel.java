package orchard.gear;

import java.util.List;
import orchard.mistake.Mistake;

/**
 * How controls of one kind feel. On a device with a memory, curve and sensitivity are the device's to apply; everything else, and
 * all of it on other devices, is done by Orchard when a message comes in.
 *
 * @param curve from how hard a hit was to the velocity
 * @param sensitivity 25–400 %: of hits and pressure, and of the steps of endless knobs
 * @param deadLow how much of the way at the low end is the end, 0–40 %
 * @param deadHigh the same at the high end
 * @param jitter moves of at most so many of 127 steps are passed over, 0–8
 * @param ownLights whether the device switches the lights itself, so that Orchard leaves them alone
 */
public record Feel(
        Control.Kind kind, Curve curve, int sensitivity, int deadLow, int deadHigh, int jitter, boolean ownLights) {

    public Feel {
        curve = curve == null ? Curve.EVEN : curve;
        within("Sensitivity", sensitivity, 25, 400, "%");
        within("The dead zone at the low end", deadLow, 0, 40, "%");
        within("The dead zone at the high end", deadHigh, 0, 40, "%");
        within("Jitter", jitter, 0, 8, "steps");
    }

    private static void within(String what, int number, int low, int high, String unit) {
        if (number < low || number > high) {
            throw new Mistake("%s is %d–%d %s, and %d is not".formatted(what, low, high, unit, number));
        }
    }

    /** As it comes. */
    public static Feel plain(Control.Kind kind) {
        return new Feel(kind, Curve.EVEN, 100, 0, 0, 0, false);
    }

    /** Whether it changes nothing that is played. */
    public boolean isPlain() {
        return equals(new Feel(kind, Curve.EVEN, 100, 0, 0, 0, ownLights));
    }

    /** A moved control's position 0..1 after the dead zones at its ends. */
    public double move(double position) {
        double low = deadLow / 100.0;
        double high = deadHigh / 100.0;
        return low + high == 0 ? position : Math.max(0, Math.min(1, (position - low) / (1 - low - high)));
    }

    /** A hit's strength 0..1 after curve and sensitivity; what was hit stays hit. */
    public double hit(double strength) {
        if (strength <= 0) {
            return 0;
        }
        return Math.max(1 / 127.0, Math.min(1, curve.at(strength) * sensitivity / 100));
    }

    /** A press's strength 0..1 after sensitivity. */
    public double press(double strength) {
        return Math.min(1, strength * sensitivity / 100);
    }

    /**
     * A velocity curve.
     *
     * @param name {@code even} and so on, or {@code own}
     * @param points the velocity (0–127) for a hit of 0, 32, 64, 96 and 127; between them it runs straight
     */
    public record Curve(String name, List<Integer> points) {

        /** The hits for which points are given. */
        public static final List<Integer> HITS = List.of(0, 32, 64, 96, 127);

        /** As it was hit. */
        public static final Curve EVEN = new Curve("even", HITS);

        /** The curves with names. */
        public static final List<Curve> NAMED = List.of(
                EVEN,
                new Curve("gentle", List.of(0, 56, 88, 110, 127)),
                new Curve("firm", List.of(0, 14, 36, 72, 127)),
                new Curve("level", List.of(0, 78, 84, 90, 96)),
                new Curve("full", List.of(127, 127, 127, 127, 127)));

        public Curve {
            points = List.copyOf(points);
            boolean inside = points.size() == HITS.size() && points.stream().allMatch(p -> p >= 0 && p <= 127);
            boolean rising = true;
            for (int i = 1; inside && i < points.size(); i++) {
                rising &= points.get(i) >= points.get(i - 1);
            }
            if (!inside || !rising) {
                throw new Mistake("A velocity curve has five velocities of 0–127, none lower than the one before");
            }
        }

        /** A curve of these points: the named one if there is one. */
        public static Curve of(List<Integer> points) {
            return NAMED.stream()
                    .filter(named -> named.points().equals(points))
                    .findFirst()
                    .orElseGet(() -> new Curve("own", points));
        }

        /** Velocity 0..1 for a hit of 0..1. */
        public double at(double hit) {
            double at = hit * 127;
            int i = 1;
            while (i < HITS.size() - 1 && at > HITS.get(i)) {
                i++;
            }
            double from = HITS.get(i - 1);
            double share = (at - from) / (HITS.get(i) - from);
            return (points.get(i - 1) + share * (points.get(i) - points.get(i - 1))) / 127;
        }
    }
}
