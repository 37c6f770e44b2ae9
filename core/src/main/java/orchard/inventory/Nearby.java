package orchard.inventory;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.commons.text.similarity.LevenshteinDistance;

/**
 * An OSC address that is nearly another one, so that one of them may be a slip.
 *
 * @param how what differs
 * @param distance by how many letters, after what differs otherwise
 */
public record Nearby(String address, How how, int distance) {

    private static final int MOST = 3;
    private static final int LETTERS = 2;

    /** Shorter addresses are near to too many others. */
    private static final int SHORTEST = 5;

    private static final int LONGEST_NUMBER = 9;

    private static final LevenshteinDistance DISTANCE = new LevenshteinDistance(LETTERS);

    /** What differs, from what is a slip most likely. */
    public enum How {
        CASE("small and capital letters"),
        FIRST("its first part"),
        NUMBER("a number"),
        LETTER("a letter or two");

        private final String words;

        How(String words) {
            this.words = words;
        }

        /** It in words. */
        public String words() {
            return words;
        }
    }

    /** The nearest addresses to one, three at most, the nearest first; not itself. */
    public static List<Nearby> to(String address, Collection<String> others) {
        return others.stream()
                .filter(other -> !other.equals(address))
                .flatMap(other -> of(address, other).stream())
                .sorted(Comparator.comparing(Nearby::how)
                        .thenComparingInt(Nearby::distance)
                        .thenComparing(Nearby::address))
                .limit(MOST)
                .toList();
    }

    private static Optional<Nearby> of(String address, String other) {
        return Stream.of(How.values())
                .map(how -> new Nearby(other, how, distance(how, address, other)))
                .filter(near -> near.distance >= 0)
                .findFirst();
    }

    /** −1 where they do not differ in this way only. */
    private static int distance(How how, String one, String other) {
        return switch (how) {
            case CASE -> one.equalsIgnoreCase(other) ? 0 : -1;
            case FIRST -> isWithout(one, other) || isWithout(other, one) ? 0 : -1;
            case NUMBER -> numbersApart(one, other);
            case LETTER ->
                Math.min(one.length(), other.length()) < SHORTEST || Math.abs(one.length() - other.length()) > LETTERS
                        ? -1
                        : DISTANCE.apply(one, other);
        };
    }

    /** Whether one is the other without its first part. */
    private static boolean isWithout(String one, String other) {
        int second = other.length() - one.length();
        return second > 0 && other.endsWith(one) && other.indexOf('/', 1) == second;
    }

    /** How far the numbers in two addresses lie from each other that are the same otherwise; −1 if they are not. */
    private static int numbersApart(String one, String other) {
        int i = 0;
        int j = 0;
        long apart = 0;
        while (i < one.length() && j < other.length()) {
            int ends = numberEnds(one, i);
            int otherEnds = numberEnds(other, j);
            if (ends > i && otherEnds > j) {
                apart += Math.abs(number(one, i, ends) - number(other, j, otherEnds));
                i = ends;
                j = otherEnds;
            } else if (one.charAt(i++) != other.charAt(j++)) {
                return -1;
            }
        }
        boolean isWhole = i == one.length() && j == other.length();
        return isWhole && apart > 0 ? (int) Math.min(apart, Integer.MAX_VALUE) : -1;
    }

    private static int numberEnds(String address, int from) {
        int end = from;
        while (end < address.length() && Character.isDigit(address.charAt(end))) {
            end++;
        }
        return end;
    }

    private static long number(String address, int from, int to) {
        long number = 0;
        for (int i = from; i < Math.min(to, from + LONGEST_NUMBER); i++) {
            number = 10 * number + Character.digit(address.charAt(i), 10);
        }
        return number;
    }
}
