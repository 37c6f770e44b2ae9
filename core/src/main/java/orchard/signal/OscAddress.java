package orchard.signal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import orchard.light.Letters;

/**
 * An OSC address that may be a pattern, as a receiver matches it against its own addresses: {@code ?} any character,
 * {@code *} any characters of one part, {@code [a-f]} and {@code [!a-f]} one of or none of them, <code>{one,two}</code> one of
 * the words (OSC 1.0, “OSC Message Dispatching and Pattern Matching”), and {@code //} any parts (OSC 1.1).
 *
 * <p>Matching follows all readings at once, so its time grows with pattern times address and never explodes.
 */
public final class OscAddress {

    private sealed interface Token {}

    private record Literal(char letter) implements Token {}

    private enum Wild implements Token {
        ANY_ONE,
        ANY_MANY,
        /** {@code //}: stands for one slash, or for a slash, any parts and another slash. */
        ANY_PARTS
    }

    private record Letters(String from, String to, boolean not) implements Token {}

    private record Words(List<String> words) implements Token {}

    private final List<Token> tokens = new ArrayList<>();

    private OscAddress(String pattern) {
        int i = 0;
        while (i < pattern.length()) {
            i = token(pattern, i);
        }
    }

    /** Reads a pattern. One with a bracket that is never closed means the bracket itself. */
    public static OscAddress of(String pattern) {
        return new OscAddress(pattern);
    }

    /** Whether an address has to be matched rather than looked up. */
    public static boolean isPattern(String address) {
        for (int i = 0; i < address.length(); i++) {
            switch (address.charAt(i)) {
                case '?', '*', '[', '{' -> {
                    return true;
                }
                case '/' -> {
                    if (i + 1 < address.length() && address.charAt(i + 1) == '/') {
                        return true;
                    }
                }
                default -> {
                    // an ordinary letter
                }
            }
        }
        return false;
    }

    private int token(String pattern, int at) {
        char letter = pattern.charAt(at);
        int close = letter == '[' ? pattern.indexOf(']', at) : letter == '{' ? pattern.indexOf('}', at) : -1;
        if (letter == '?') {
            tokens.add(Wild.ANY_ONE);
        } else if (letter == '*') {
            tokens.add(Wild.ANY_MANY);
        } else if (letter == '/' && at + 1 < pattern.length() && pattern.charAt(at + 1) == '/') {
            tokens.add(Wild.ANY_PARTS);
            return at + 2;
        } else if (letter == '[' && close > 0) {
            tokens.add(letters(pattern.substring(at + 1, close)));
            return close + 1;
        } else if (letter == '{' && close > 0) {
            tokens.add(new Words(Arrays.asList(pattern.substring(at + 1, close).split(",", -1))));
            return close + 1;
        } else {
            tokens.add(new Literal(letter));
        }
        return at + 1;
    }

    private static Letters letters(String inside) {
        boolean not = inside.startsWith("!");
        String letters = not ? inside.substring(1) : inside;
        StringBuilder from = new StringBuilder();
        StringBuilder to = new StringBuilder();
        for (int i = 0; i < letters.length(); i++) {
            boolean range = i + 2 < letters.length() && letters.charAt(i + 1) == '-';
            from.append(letters.charAt(i));
            to.append(letters.charAt(range ? i + 2 : i));
            i += range ? 2 : 0;
        }
        return new Letters(from.toString(), to.toString(), not);
    }

    /** The first part of an address: {@code /gull} of {@code /gull/tilt}. */
    public static String firstPart(String address) {
        int slash = address.indexOf('/', 1);
        return slash < 0 ? address : address.substring(0, slash);
    }

    /** Whether this may match an address that begins with these whole parts: {@code /gull} or {@code /gull/tilt}. */
    public boolean mayMatchBelow(String beginning) {
        BitSet places = new BitSet();
        places.set(0);
        for (Token token : tokens) {
            if (places.get(beginning.length()) && (token == Wild.ANY_PARTS || token.equals(new Literal('/')))) {
                return true;
            }
            places = next(places, token, beginning);
            if (token == Wild.ANY_PARTS) {
                return true; // whatever follows may be found further down
            }
        }
        return places.get(beginning.length());
    }

    /** Whether this matches an address, or the beginning of it up to a slash. */
    public boolean matchesBeginning(String address) {
        BitSet places = matched(address);
        for (int at = places.nextSetBit(0); at >= 0; at = places.nextSetBit(at + 1)) {
            if (at == address.length() || address.charAt(at) == '/') {
                return true;
            }
        }
        return false;
    }

    /** Whether this matches a whole address. */
    public boolean matches(String address) {
        return matched(address).get(address.length());
    }

    /** How far in an address this may have come when all of it is matched. */
    private BitSet matched(String address) {
        BitSet places = new BitSet();
        places.set(0);
        for (int i = 0; i < tokens.size() && !places.isEmpty(); i++) {
            places = next(places, tokens.get(i), address);
        }
        return places;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof OscAddress that && tokens.equals(that.tokens);
    }

    @Override
    public int hashCode() {
        return tokens.hashCode();
    }

    /** Where in the text one may stand after a token, given where one may stand before it. */
    private static BitSet next(BitSet places, Token token, String text) {
        BitSet next = new BitSet();
        for (int at = places.nextSetBit(0); at >= 0; at = places.nextSetBit(at + 1)) {
            if (token instanceof Words words) {
                for (String word : words.words()) {
                    if (text.startsWith(word, at)) {
                        next.set(at + word.length());
                    }
                }
            } else if (token == Wild.ANY_MANY) {
                int end = text.indexOf('/', at);
                next.set(at, (end < 0 ? text.length() : end) + 1);
            } else if (token == Wild.ANY_PARTS) {
                for (int slash = at; slash >= 0 && slash < text.length(); slash = text.indexOf('/', slash + 1)) {
                    if (text.charAt(slash) == '/') {
                        next.set(slash + 1);
                    }
                }
            } else if (at < text.length() && one(token, text.charAt(at))) {
                next.set(at + 1);
            }
        }
        return next;
    }

    private static boolean one(Token token, char letter) {
        if (token instanceof Literal literal) {
            return literal.letter() == letter;
        } else if (token instanceof Letters letters) {
            return letter != '/' && letters.not() != within(letters, letter);
        }
        return token == Wild.ANY_ONE && letter != '/';
    }

    private static boolean within(Letters letters, char letter) {
        for (int i = 0; i < letters.from().length(); i++) {
            if (letter >= letters.from().charAt(i) && letter <= letters.to().charAt(i)) {
                return true;
            }
        }
        return false;
    }
}
