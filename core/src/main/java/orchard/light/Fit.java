package orchard.light;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a parameter is called and where it stands, in few letters: shortened by meaning, never cut within a number. A value keeps its unit as long as it can, then loses decimals, then the unit; a name gives
 * way to its value by whole words, then by its vowels, and a number at its end stays, for that tells it from its neighbours.
 */
public final class Fit {

    /** Fewer letters of a name say nothing. */
    private static final int LEAST_NAME = 3;

    private static final Pattern NUMBER = Pattern.compile("([−+-]?\\d+)(\\.\\d+)?(\\s*)(\\D*)");
    private static final Pattern NUMBERED = Pattern.compile("(.*?)\\s*(\\d+)");
    private static final String WITHIN = " › ";

    private Fit() {}

    /** A name and a value in so many letters at most; either may be "". */
    public static String of(String name, String value, int letters) {
        String whole = joined(name, value);
        if (whole.length() <= letters || letters <= 0) {
            return whole;
        }
        if (value.isEmpty()) {
            return shorter(name, letters);
        }
        List<String> values = shorter(value);
        if (!name.isEmpty()) {
            for (String one :
                    values.subList(0, Math.min(2, values.size()))) { // whole: how exact it is tells more than its name
                String beside = shorter(name, letters - one.length() - 1);
                if (beside.length() >= Math.min(LEAST_NAME, name.length())) {
                    return joined(beside, one);
                }
            }
        }
        for (String one : values) {
            if (one.length() <= letters) {
                return one;
            }
        }
        return NUMBER.matcher(value).matches() ? shorter(name, letters) : shorter(value, letters);
    }

    private static String joined(String name, String value) {
        return name.isEmpty() || value.isEmpty() ? name + value : name + " " + value;
    }

    /** A value, longest first; what is no number is only itself. */
    private static List<String> shorter(String value) {
        List<String> all = new ArrayList<>(List.of(value));
        Matcher number = NUMBER.matcher(value);
        if (number.matches()) {
            String unit = number.group(4);
            int decimals = number.group(2) == null ? 0 : number.group(2).length() - 1;
            String digits = number.group(1) + (number.group(2) == null ? "" : number.group(2));
            for (String after : unit.isEmpty() ? List.of("") : List.of(unit, "")) {
                for (int left = decimals; left >= 0; left--) {
                    all.add(rounded(digits, left) + after);
                }
            }
        }
        return all;
    }

    private static String rounded(String digits, int decimals) {
        String sign = digits.startsWith("−") ? "−" : "";
        String plain = digits.substring(sign.length());
        return sign
                + new BigDecimal(plain)
                        .setScale(decimals, RoundingMode.HALF_EVEN)
                        .toPlainString();
    }

    /** A name in so many letters at most. */
    private static String shorter(String name, int letters) {
        if (letters <= 0) {
            return "";
        }
        String last = name.substring(name.lastIndexOf(WITHIN) < 0 ? 0 : name.lastIndexOf(WITHIN) + WITHIN.length());
        if (name.length() <= letters || last.length() <= letters) {
            return name.length() <= letters ? name : last;
        }
        Matcher numbered = NUMBERED.matcher(last);
        if (numbered.matches() && numbered.group(2).length() < letters) {
            String number = numbered.group(2);
            String rest = shorter(numbered.group(1), letters - number.length() - 1);
            return rest.length() >= LEAST_NAME
                    ? rest + " " + number
                    : shorter(numbered.group(1), letters - number.length()) + number;
        }
        StringBuilder squeezed = new StringBuilder(last);
        for (int i = last.length() - 1; i > 0 && squeezed.length() > letters; i--) {
            boolean begins = last.charAt(i - 1) == ' ';
            if (!begins && "aeiouAEIOU ".indexOf(last.charAt(i)) >= 0 && last.charAt(i) != ' ') {
                squeezed.deleteCharAt(i);
            }
        }
        String out = squeezed.toString();
        if (out.length() > letters) {
            out = out.replace(" ", "");
        }
        return out.length() <= letters ? out : out.substring(0, letters);
    }
}
