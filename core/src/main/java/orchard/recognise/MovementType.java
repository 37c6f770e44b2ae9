package orchard.recognise;

import java.util.ArrayList;
import java.util.List;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.stream.IntStream;
import orchard.gear.SendMode;
import orchard.signal.Encoding;

/**
 * What the numbers of one {@link ValueHistory} say about the thing that sends them.
 *
 * @param sure 0..1
 * @param gesture what to do with it to be surer, or ""
 * @param numbers of a button: for pressed and let go, or all steps
 * @param noise by how much it trembles at rest, in its own numbers
 */
record MovementType(Type type, Encoding encoding, double sure, String gesture, List<Integer> numbers, double noise) {

    /** The sorts of movement. */
    enum Type {
        /** Down and up. */
        PRESS,
        /** A press is on, the next is off. */
        TOGGLE,
        /** Every press the next number. */
        STEPS,
        /** A press without an end. */
        STRIKE,
        /** Stands somewhere between two ends. */
        ABSOLUTE,
        /** The same, and goes back to its middle by itself. */
        SPRING,
        /** Says how far it went. */
        RELATIVE,
        /** Counts without end. */
        COUNTING,
        /** Says something now and then, but was not moved. */
        STILL
    }

    static final String FURTHER = "Move it all the way, to both ends.";
    static final String OTHER_WAY = "Turn it the other way.";
    static final String HOLD = "Hold it for a moment, then let go.";
    static final String AGAIN = "Do it once more.";
    static final String LET_GO = "Move it and let go, once more.";
    static final String ALONE = "Touch it once more, and nothing else.";
    static final String SOFTER = "Hit it softer, then harder.";

    private static final double TAP = 0.3;
    private static final double QUICK_TAP = 0.2;
    private static final double REFLEX = 0.12;
    private static final double SPIN = 0.13;

    private static MovementType of(Type type, double sure, String gesture) {
        return new MovementType(type, Encoding.ABSOLUTE, sure, gesture, List.of(), 0);
    }

    private static MovementType button(Type type, double sure, String gesture, int... numbers) {
        return new MovementType(
                type,
                Encoding.ABSOLUTE,
                sure,
                gesture,
                IntStream.of(numbers).boxed().toList(),
                0);
    }

    /** Of notes, whose number is a velocity or 0 for let go. */
    static MovementType ofNote(ValueHistory trail) {
        MovementType pressed = pressed(trail, 0);
        return pressed == null ? of(Type.PRESS, 0.5, HOLD) : pressed;
    }

    /** Of 7 and 14 bit numbers. */
    static MovementType ofNumbers(ValueHistory trail) {
        SortedSet<Double> distinct = trail.distinct();
        if (distinct.size() == 1) {
            return ofOne(trail, distinct.first());
        }
        if (distinct.size() == 2 && alternates(trail) && !looksRelative(distinct)) {
            double on = trail.number(0);
            double off = on == distinct.first() ? distinct.last() : distinct.first();
            // a button that stood at on when Orchard first heard it says off first
            boolean upside = on == 0;
            MovementType pressed = pressed(trail, upside ? on : off);
            int high = (int) (upside ? off : on);
            int low = (int) (upside ? on : off);
            // two numbers that are no ends may as well be two clicks of an endless knob
            boolean isUsual = distinct.first() == 0 || distinct.last() == 127 && distinct.first() < 96;
            double most = isUsual || trail.count() >= 6 ? 1 : 0.6;
            return pressed == null
                    ? button(Type.TOGGLE, 0.5, HOLD, high, low)
                    : button(pressed.type, Math.min(pressed.sure, most), most < 1 ? AGAIN : pressed.gesture, high, low);
        }
        if (trail.bits == 7) {
            MovementType steps = steps(trail, distinct);
            if (steps != null) {
                return steps;
            }
            MovementType relative = relative(trail, distinct);
            if (relative != null) {
                return relative;
            }
        }
        double highest = trail.bits == 14 ? 16_383 : 127;
        return absolute(trail, 0, highest, trail.bits == 14 ? 8_192 : 64);
    }

    private static MovementType ofOne(ValueHistory trail, double number) {
        if (trail.count() == 1) {
            boolean end = number == 127 && trail.bits == 7;
            return end ? button(Type.TOGGLE, 0.35, AGAIN, 127, 0) : of(Type.ABSOLUTE, 0.2, FURTHER);
        }
        boolean quick = IntStream.range(1, trail.count())
                        .mapToDouble(trail::gap)
                        .sorted()
                        .skip((trail.count() - 1) / 2)
                        .findFirst()
                        .orElse(1)
                < SPIN;
        boolean atItsEnd = number == 0 || quick && number == (trail.bits == 14 ? 16_383 : 127);
        if (atItsEnd) {
            return of(Type.ABSOLUTE, 0.2, FURTHER); // it is turned on against its stop, and says so again and again
        }
        if (trail.bits == 7 && (quick || number == 1 || number == 65 || number == 63)) {
            MovementType relative = relative(trail, trail.distinct());
            if (relative != null) {
                return relative;
            }
        }
        return button(Type.STRIKE, trail.count() > 2 ? 0.8 : 0.6, HOLD, (int) number);
    }

    private static boolean alternates(ValueHistory trail) {
        for (int i = 1; i < trail.count(); i++) {
            if (trail.number(i) == trail.number(i - 1)) {
                return false;
            }
        }
        return true;
    }

    private static boolean looksRelative(SortedSet<Double> two) {
        double low = two.first();
        double high = two.last();
        return low == 1 && (high == 127 || high == 65 || high == 2)
                || low >= 62 && high <= 66 && low != 64 && high != 64
                || low == 126 && high == 127;
    }

    /** A thing with two states: pressed and let go, or pressed and pressed again; null if time does not tell. */
    private static MovementType pressed(ValueHistory trail, double off) {
        List<Double> held = new ArrayList<>();
        List<Double> between = new ArrayList<>();
        for (int i = 1; i < trail.count(); i++) {
            if (trail.number(i) == off && trail.number(i - 1) != off) {
                held.add(trail.gap(i));
            } else if (trail.number(i) != off && trail.number(i - 1) == off) {
                between.add(trail.gap(i));
            }
        }
        if (held.isEmpty()) {
            return trail.count() == 1 ? null : of(Type.STRIKE, 0.6, HOLD);
        }
        double shortest = held.stream().mapToDouble(d -> d).min().orElse(1);
        double typical = median(held);
        if (shortest < REFLEX) {
            return of(Type.PRESS, 0.97, ""); // nobody presses twice so fast
        } else if (typical < TAP) {
            // a thing that is pressed again to go off is off about as long as it is on
            boolean tapped = between.isEmpty() ? typical < QUICK_TAP : typical < 0.6 * median(between);
            return of(Type.PRESS, tapped ? between.isEmpty() ? 0.8 : 0.9 : 0.6, tapped ? "" : HOLD);
        } else if (!between.isEmpty() && typical < 0.6 * median(between)) {
            return of(Type.PRESS, 0.75, HOLD);
        } else if (held.size() == 1) {
            return of(Type.PRESS, 0.55, HOLD);
        }
        return of(Type.TOGGLE, between.isEmpty() ? 0.5 : 0.7, "Press it twice, quickly.");
    }

    private static double median(List<Double> numbers) {
        return numbers.stream()
                .sorted()
                .skip((numbers.size() - 1) / 2)
                .findFirst()
                .orElseThrow();
    }

    /** The same few numbers in the same order, press by press. */
    private static MovementType steps(ValueHistory trail, SortedSet<Double> distinct) {
        int period = distinct.size();
        if (period < 3 || period > SendMode.MOST_STEPS || trail.count() <= period) {
            return null;
        }
        for (int i = 0; i < trail.count(); i++) {
            boolean slow = i == 0 || trail.gap(i) >= REFLEX;
            boolean same = i < period || trail.number(i) == trail.number(i - period);
            if (!slow || !same) {
                return null;
            }
        }
        int start = IntStream.range(0, period)
                .filter(i -> trail.number(i) == distinct.first())
                .findFirst()
                .orElse(0);
        int[] order = IntStream.range(0, period)
                .map(i -> (int) trail.number((start + i) % period))
                .toArray();
        if (IntStream.of(order).distinct().count() < period) {
            return null;
        }
        return button(Type.STEPS, trail.count() >= 2 * period ? 0.9 : 0.7, AGAIN, order);
    }

    /** The three encodings of 7 bit; they look alike until it was turned both ways. */
    private static MovementType relative(ValueHistory trail, SortedSet<Double> distinct) {
        boolean up = zone(distinct, 1, 31);
        boolean below = zone(distinct, 33, 63);
        boolean above = zone(distinct, 65, 95);
        boolean down = zone(distinct, 97, 127);
        int zones = (up ? 1 : 0) + (below ? 1 : 0) + (above ? 1 : 0) + (down ? 1 : 0);
        boolean outside = distinct.stream().anyMatch(n -> n == 0 || n == 32 || n == 64 || n == 96);
        if (outside || zones > 2 || up && below || below && down || above && down) {
            return null;
        }
        int again = 0;
        int leaps = 0;
        for (int i = 1; i < trail.count(); i++) {
            double way = Math.abs(trail.number(i) - trail.number(i - 1));
            again += way == 0 ? 1 : 0;
            leaps += way > 30 ? 1 : 0;
        }
        boolean acrossTheMiddle = below && above;
        // a thing that stands somewhere does not say so twice, does not leap, and passes its middle on the way
        boolean saysAgain = again >= 1 + trail.count() / 25;
        boolean skipsTheMiddle = acrossTheMiddle && distinct.first() > 40 && distinct.last() < 88 && trail.count() >= 8;
        boolean moves =
                saysAgain || skipsTheMiddle || leaps > 0 && !acrossTheMiddle || !walks(trail) && trail.count() > 2;
        if (!moves || trail.count() < 3) {
            boolean tiny =
                    distinct.last() <= 3 || distinct.first() >= 61 && distinct.last() <= 67 || distinct.first() >= 125;
            return tiny && trail.count() < 3 ? turn(Encoding.TWOS_COMPLEMENT, 0.3, OTHER_WAY) : null;
        }
        if (up && down || down) {
            return turn(Encoding.TWOS_COMPLEMENT, up ? 0.97 : 0.85, up ? "" : OTHER_WAY);
        } else if (acrossTheMiddle || below) {
            return turn(Encoding.OFFSET_64, above ? 0.95 : 0.85, above ? "" : OTHER_WAY);
        } else if (up && above) {
            return turn(Encoding.SIGN_AND_MAGNITUDE, 0.95, "");
        }
        return above ? turn(Encoding.OFFSET_64, 0.5, OTHER_WAY) : turn(Encoding.TWOS_COMPLEMENT, 0.5, OTHER_WAY);
    }

    private static MovementType turn(Encoding encoding, double sure, String gesture) {
        return new MovementType(Type.RELATIVE, encoding, sure, gesture, List.of(), 0);
    }

    private static boolean zone(SortedSet<Double> distinct, double from, double to) {
        return !new TreeSet<>(distinct).subSet(from, true, to, true).isEmpty();
    }

    /** Whether the numbers go from one to the next like something that is moved: never the same twice, in stretches one way. */
    private static boolean walks(ValueHistory trail) {
        int turns = 0;
        for (int i = 2; i < trail.count(); i++) {
            double before = trail.number(i - 1) - trail.number(i - 2);
            double after = trail.number(i) - trail.number(i - 1);
            turns += before * after < 0 ? 1 : 0;
        }
        return trail.high() - trail.low() >= 12 && turns <= 2 + trail.count() / 6;
    }

    private static MovementType absolute(ValueHistory trail, double low, double high, double middle) {
        double noise = noise(trail, (high - low) / 64);
        if (springs(trail, low, high, middle)) {
            boolean twice = excursions(trail, middle, high - low) > 1;
            return new MovementType(
                    Type.SPRING, Encoding.ABSOLUTE, twice ? 0.95 : 0.8, twice ? "" : LET_GO, List.of(), noise);
        }
        boolean complete = trail.low() <= low && trail.high() >= high;
        double reached = (trail.high() - trail.low()) / (high - low);
        return new MovementType(
                Type.ABSOLUTE,
                Encoding.ABSOLUTE,
                complete ? 0.95 : reached > 0.3 ? 0.8 : 0.6,
                complete ? "" : FURTHER,
                List.of(),
                noise);
    }

    /** How far it trembles while nobody moves it: to and fro by very little, slowly, several times. */
    private static double noise(ValueHistory trail, double most) {
        double widest = 0;
        int trembles = 0;
        for (int i = 2; i < trail.count(); i++) {
            double before = trail.number(i - 1) - trail.number(i - 2);
            double after = trail.number(i) - trail.number(i - 1);
            boolean slow = trail.gap(i) > 0.06 && trail.gap(i - 1) > 0.06;
            if (slow && before * after <= 0 && Math.abs(after) <= most && Math.abs(before) <= most) {
                trembles++;
                widest = Math.max(widest, Math.max(Math.abs(after), Math.abs(before)));
            }
        }
        return trembles >= 3 ? widest : 0;
    }

    private static boolean springs(ValueHistory trail, double low, double high, double middle) {
        int last = trail.count() - 1;
        double range = high - low;
        if (trail.number(last) != middle || excursions(trail, middle, range) == 0) {
            return false;
        }
        // how long the last way home took
        int i = last;
        while (i > 0 && Math.abs(trail.number(i) - middle) < 0.2 * range) {
            i--;
        }
        double home = (trail.at(last) - trail.at(i)) / 1e9;
        return home < 0.15 || excursions(trail, middle, range) > 1;
    }

    /** How often it went far from its middle and came back to it exactly, to stay there. */
    private static int excursions(ValueHistory trail, double middle, double range) {
        int count = 0;
        boolean away = false;
        for (int i = 0; i < trail.count(); i++) {
            away |= Math.abs(trail.number(i) - middle) > 0.2 * range;
            boolean stays = i == trail.count() - 1 || trail.gap(i + 1) > 0.25;
            if (trail.number(i) == middle && stays && away) {
                count++;
                away = false;
            }
        }
        return count;
    }

    private static boolean isOnOff(SortedSet<Double> distinct) {
        return distinct.size() == 2 && distinct.first() == 0 && distinct.last() == 1;
    }

    /** Of numbers without bits: OSC arguments, and the moves of game controllers. */
    static MovementType ofFree(ValueHistory trail) {
        ValueHistory calm = trail.steadied(0.045);
        // what says on and off and nothing else is pressed that fast; anything else that is so restless only trembles
        ValueHistory steadied = calm.distinct().size() == 1 && isOnOff(trail.distinct()) ? trail : calm;
        SortedSet<Double> distinct = steadied.distinct();
        if (distinct.size() == 1) {
            boolean struck = distinct.first() > 0 && distinct.first() <= 1 && trail.last() - trail.first() < 1e9;
            return struck ? button(Type.STRIKE, 0.4, AGAIN) : of(Type.STILL, 0.6, "Move it, if it is a control.");
        }
        if (isOnOff(distinct)) {
            MovementType pressed = pressed(steadied, 0);
            return pressed == null
                    ? button(Type.TOGGLE, 0.5, HOLD, 1, 0)
                    : button(pressed.type, pressed.sure, pressed.gesture, 1, 0);
        }
        double sparse = IntStream.range(1, trail.count())
                .mapToDouble(trail::gap)
                .sorted()
                .skip((trail.count() - 1) / 2)
                .findFirst()
                .orElse(1);
        if (sparse > 0.2 && trail.low() > 0 && trail.high() <= 1 && trail.count() < 40) {
            return of(Type.STRIKE, trail.count() > 2 ? 0.85 : 0.6, trail.count() > 2 ? "" : AGAIN);
        }
        if (sparse > 1 && distinct.size() < 4) {
            return of(Type.STILL, 0.5, "Move it, if it is a control.");
        }
        double high = trail.high();
        double low = trail.low();
        if (high > 1 || low < -1) {
            return new MovementType(
                    Type.COUNTING,
                    Encoding.COUNTING,
                    high - low > 1.5 && !trail.wholeNumbers() ? 0.85 : 0.5,
                    high - low > 1.5 ? "" : "Turn it on, several turns the same way.",
                    List.of(),
                    0);
        }
        MovementType absolute = absolute(trail, low < 0 ? -1 : 0, 1, low < 0 ? 0 : 0.5);
        return absolute.sure > 0.9
                ? absolute
                : new MovementType(
                        absolute.type,
                        Encoding.ABSOLUTE,
                        Math.min(absolute.sure, 0.6),
                        FURTHER,
                        List.of(),
                        absolute.noise);
    }
}
