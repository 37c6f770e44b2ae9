package orchard.text;

import java.math.BigDecimal;
import orchard.parameter.Span;

/** How numbers and names are spelled: as short as they can be without becoming another. */
final class Spelling {

    private Spelling() {}

    /** A number without an exponent. */
    static String number(double value) {
        if (value == 0) {
            return 1 / value < 0 ? "-0" : "0";
        }
        BigDecimal decimal = new BigDecimal(Double.toString(value)).stripTrailingZeros();
        return decimal.toPlainString();
    }

    /** The number that is spelled so. */
    static double number(String text) {
        return Double.parseDouble(text.replace('−', '-'));
    }

    /** A share 0..1 of the way, in percent. */
    static String percent(double share) {
        return share == 0
                ? number(share) + " %"
                : new BigDecimal(Double.toString(share))
                                .movePointRight(2)
                                .stripTrailingZeros()
                                .toPlainString()
                        + " %";
    }

    /** The share that is spelled so, in percent. */
    static double share(String text) {
        return text.startsWith("-0") ? number(text) / 100 : thousandth(text, 2);
    }

    /** What is spelled so, moved down by some powers of ten. */
    static double thousandth(String text, int powers) {
        return new BigDecimal(text.replace('−', '-')).movePointLeft(powers).doubleValue();
    }

    /** A time in seconds. */
    static String seconds(double seconds) {
        return number(seconds) + " s";
    }

    /** A time in seconds or in beats. */
    static String span(Span span) {
        return span.inBeats()
                ? number(span.beats()) + (span.beats() == 1 ? " beat" : " beats")
                : seconds(span.seconds());
    }

    /** A name in quotes. */
    static String quoted(String name) {
        return '"'
                + name.replace("\\", "\\\\")
                        .replace("\"", "\\\"")
                        .replace("\n", "\\n")
                        .replace("\r", "\\r")
                + '"';
    }

    /** What stands in quotes, in straight or in curly ones. */
    static String unquoted(String text) {
        String within = text.substring(1, text.length() - 1);
        if (text.charAt(0) == '“') {
            return within;
        }
        StringBuilder name = new StringBuilder();
        for (int i = 0; i < within.length(); i++) {
            char letter = within.charAt(i);
            if (letter == '\\') {
                i++;
                char after = within.charAt(i);
                letter = after == 'n' ? '\n' : after == 'r' ? '\r' : after;
            }
            name.append(letter);
        }
        return name.toString();
    }
}
