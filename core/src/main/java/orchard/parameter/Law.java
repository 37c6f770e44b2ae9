package orchard.parameter;

import java.util.List;
import java.util.stream.IntStream;

/** How a position 0..1 becomes a real value between the ends of a range, and back. */
public sealed interface Law {

    /**
     * The real value at a position.
     *
     * @param position 0..1; more is cut off
     */
    double real(double position, Range range);

    /** The position 0..1 of a real value; a value outside the range gives the nearer end. */
    double position(double real, Range range);

    /** The law's name in a sentence. */
    String words();

    /** How many values there are, or 0 if they are not counted. */
    int count();

    /** Whether the values have names. */
    default boolean hasNames() {
        return false;
    }

    /** The name of one of the values as it is shown and typed; "" where they have none. */
    default String label(int index) {
        return "";
    }

    /** All names as they are shown and typed, none of them twice; empty where there are none. */
    default List<String> labels() {
        return hasNames() ? IntStream.range(0, count()).mapToObj(this::label).toList() : List.of();
    }

    /** Whether it needs a range that begins above 0. */
    default boolean aboveZero() {
        return false;
    }

    /** Equal steps of position are equal steps of value. */
    record Linear() implements Law {
        @Override
        public double real(double position, Range range) {
            return range.low() + cut(position) * (range.high() - range.low());
        }

        @Override
        public double position(double real, Range range) {
            return (range.clamp(real) - range.low()) / (range.high() - range.low());
        }

        @Override
        public int count() {
            return 0;
        }

        @Override
        public String words() {
            return "linear";
        }
    }

    /** Equal steps of position are equal ratios of value. The low end must be above 0. */
    record Logarithmic() implements Law {
        @Override
        public double real(double position, Range range) {
            return range.low() * Math.pow(range.high() / range.low(), cut(position));
        }

        @Override
        public double position(double real, Range range) {
            return Math.log(range.clamp(real) / range.low()) / Math.log(range.high() / range.low());
        }

        @Override
        public int count() {
            return 0;
        }

        @Override
        public boolean aboveZero() {
            return true;
        }

        @Override
        public String words() {
            return "logarithmic";
        }
    }

    /**
     * A fader's taper over decibels: the square root of the gain runs straight, so the upper half of the way has the
     * levels that matter. {@code dB = 40·log10(a + position·(b − a))} with {@code a}, {@code b} the square roots of the
     * gains at the ends.
     */
    record DecibelTaper() implements Law {
        @Override
        public double real(double position, Range range) {
            double a = root(range.low());
            double b = root(range.high());
            return range.clamp(40 * Math.log10(a + cut(position) * (b - a)));
        }

        @Override
        public double position(double real, Range range) {
            double a = root(range.low());
            double b = root(range.high());
            return (root(range.clamp(real)) - a) / (b - a);
        }

        private static double root(double decibels) {
            return Math.pow(10, decibels / 40);
        }

        @Override
        public int count() {
            return 0;
        }

        @Override
        public String words() {
            return "fader taper";
        }
    }

    /**
     * A number of equal steps, both ends included.
     *
     * @param count how many values there are, at least 2
     */
    record Stepped(int count) implements Law {
        @Override
        public double real(double position, Range range) {
            return range.low() + Math.rint(cut(position) * (count - 1)) * (range.high() - range.low()) / (count - 1);
        }

        @Override
        public double position(double real, Range range) {
            double place = (range.clamp(real) - range.low()) / (range.high() - range.low());
            return Math.rint(place * (count - 1)) / (count - 1);
        }

        @Override
        public String words() {
            return "in " + count + " steps";
        }
    }

    /**
     * Values that have names; the real value is the name's index, so the range is 0 to one less than there are names.
     *
     * @param names at least two
     */
    record Named(List<String> names) implements Law {
        public Named {
            names = List.copyOf(names);
        }

        /** The second of a name that stands twice is told apart by a number. */
        @Override
        public String label(int index) {
            String name = names.get(index);
            int times = 1;
            for (int i = 0; i < index; i++) {
                times += names.get(i).equals(name) ? 1 : 0;
            }
            return times == 1 ? name : name + " (" + times + ")";
        }

        @Override
        public boolean hasNames() {
            return true;
        }

        @Override
        public double real(double position, Range range) {
            return Math.rint(cut(position) * (names.size() - 1));
        }

        @Override
        public double position(double real, Range range) {
            return Math.rint(range.clamp(real)) / (names.size() - 1);
        }

        @Override
        public int count() {
            return names.size();
        }

        @Override
        public String words() {
            return "by name";
        }
    }

    private static double cut(double position) {
        return Math.max(0, Math.min(1, position));
    }
}
