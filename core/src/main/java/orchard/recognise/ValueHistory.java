package orchard.recognise;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.TreeSet;
import orchard.signal.MessageId;
import orchard.signal.MessagePattern;

/**
 * The numbers that came from one place of a wire, in the order of time. Long trails keep their beginning and their end.
 */
final class ValueHistory {

    private static final int MOST = 1_200;
    private static final int KEPT_OF_BEGINNING = 400;

    final MessageId slot;
    /** The message without its number; what it says about encodings and outputs is found out later. */
    final MessagePattern pattern;
    /** 7 or 14; 0 where numbers are not counted in bits. */
    final int bits;

    private long[] nanos = new long[16];
    private double[] numbers = new double[16];
    private int[] orders = new int[16];
    private int count;
    private int heard;
    private boolean whole = true;

    ValueHistory(MessageId slot, MessagePattern pattern, int bits) {
        this.slot = slot;
        this.pattern = pattern;
        this.bits = bits;
    }

    /**
     * Adds a number.
     *
     * @param order how many messages came before it, over all trails: on a busy machine messages get the same time that did not
     *     come together
     */
    void add(long at, double number, int order) {
        heard++;
        whole &= number == Math.rint(number);
        if (count == MOST) {
            int drop = (MOST - KEPT_OF_BEGINNING) / 2;
            int from = KEPT_OF_BEGINNING + drop;
            System.arraycopy(nanos, from, nanos, KEPT_OF_BEGINNING, count - from);
            System.arraycopy(numbers, from, numbers, KEPT_OF_BEGINNING, count - from);
            System.arraycopy(orders, from, orders, KEPT_OF_BEGINNING, count - from);
            count -= drop;
        }
        if (count == nanos.length) {
            nanos = Arrays.copyOf(nanos, count * 2);
            numbers = Arrays.copyOf(numbers, count * 2);
            orders = Arrays.copyOf(orders, count * 2);
        }
        nanos[count] = at;
        orders[count] = order;
        numbers[count++] = number;
    }

    /** Puts another number in place of the last. */
    void correct(double number) {
        numbers[count - 1] = number;
    }

    int count() {
        return count;
    }

    int heard() {
        return heard;
    }

    boolean wholeNumbers() {
        return whole;
    }

    long at(int i) {
        return nanos[i];
    }

    int order(int i) {
        return orders[i];
    }

    double number(int i) {
        return numbers[i];
    }

    long first() {
        return nanos[0];
    }

    long last() {
        return nanos[count - 1];
    }

    double low() {
        return Arrays.stream(numbers, 0, count).min().orElse(0);
    }

    double high() {
        return Arrays.stream(numbers, 0, count).max().orElse(0);
    }

    /** The different numbers, rising. */
    TreeSet<Double> distinct() {
        TreeSet<Double> distinct = new TreeSet<>();
        for (int i = 0; i < count; i++) {
            distinct.add(numbers[i]);
        }
        return distinct;
    }

    /** Seconds between a number and the one before. */
    double gap(int i) {
        return (nanos[i] - nanos[i - 1]) / 1e9;
    }

    /**
     * What is left of it when the same number said again and moments shorter than what a hand can do are taken out, as UDP brings them:
     * packets come twice, late, and out of order.
     */
    ValueHistory steadied(double shortestSeconds) {
        List<double[]> runs = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            if (runs.isEmpty() || runs.get(runs.size() - 1)[1] != numbers[i]) {
                runs.add(new double[] {nanos[i], numbers[i], orders[i]});
            }
        }
        boolean changed = true;
        while (changed) {
            changed = false;
            for (int i = 1; i < runs.size() - 1; i++) {
                boolean brief = (runs.get(i + 1)[0] - runs.get(i)[0]) / 1e9 < shortestSeconds;
                if (brief && runs.get(i - 1)[1] == runs.get(i + 1)[1]) {
                    runs.remove(i + 1);
                    runs.remove(i);
                    changed = true;
                    break;
                }
            }
        }
        ValueHistory steadied = new ValueHistory(slot, pattern, bits);
        runs.forEach(run -> steadied.add((long) run[0], run[1], (int) run[2]));
        return steadied;
    }

    /** Whether something came from it beside a message of another: within so many seconds, and with at most one message between. */
    boolean speaksBeside(ValueHistory other, int i, double seconds) {
        int order = other.orders[i];
        int found = Arrays.binarySearch(orders, 0, count, order);
        int after = found >= 0 ? found : -found - 1;
        for (int j = Math.max(0, after - 1); j < Math.min(count, after + 1); j++) {
            if (Math.abs(orders[j] - order) <= 2 && Math.abs(nanos[j] - other.nanos[i]) <= seconds * 1e9) {
                return true;
            }
        }
        return false;
    }
}
