package orchard.text;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.text.grammar.SentencesLexer;
import orchard.text.grammar.SentencesParser;
import org.antlr.v4.runtime.CommonToken;
import org.antlr.v4.runtime.Token;

/**
 * How a text may go on at a place.
 *
 * @param from where what is being written begins, in characters
 * @param offers what may stand there instead, the likeliest first; a name with all that belongs to it
 */
public record Completion(int from, List<String> offers) {

    /** The most that is offered at once. */
    public static final int MOST = 40;

    private static final String ID = "id";

    /** How much of a text is looked at before the place. */
    private static final int LOOKED_BACK = 20_000;

    /**
     * What may stand at a place.
     *
     * @param caret characters from the beginning
     * @param devices all there are, those of layouts among them
     */
    public static Completion at(String text, int caret, Directory names, List<Device> devices) {
        int begin = Math.max(0, caret - LOOKED_BACK);
        String before = text.substring(begin, Math.min(caret, text.length()));
        List<Token> words = new ArrayList<>();
        for (Token word : Tokens.of(before)) {
            if (word.getText().equals(".")) {
                words.clear();
            } else if (word.getType() != Token.EOF) {
                words.add(word);
            }
        }
        int from = from(words, before);
        words.removeIf(word -> before.offsetByCodePoints(0, word.getStartIndex()) >= from);
        words.add(new CommonToken(Token.EOF, ""));
        Rolls rolls = new Rolls(names, devices);
        String begun = before.substring(from).toLowerCase(Locale.ROOT);
        Expected expected = Expected.at(words, words.size() - 1);
        boolean isName = begun.startsWith("\"") || begun.startsWith("“");
        String[] parts = begun.replaceAll("[\"“”]", "").split("\\s+");
        Stream<String> named = names(expected, words, rolls).filter(name -> {
            String small = name.toLowerCase(Locale.ROOT);
            return Arrays.stream(parts).allMatch(small::contains);
        });
        Stream<String> literal = expected.literal().stream()
                .filter(word -> !isName && word.startsWith(begun) && !(word.equals(ID) && begun.isEmpty()));
        return new Completion(
                begin + from,
                Stream.concat(literal, named).distinct().limit(MOST).toList());
    }

    /** Where the word begins that is being written; a name goes from its quote on. */
    private static int from(List<Token> words, String before) {
        for (Token word : words) {
            if (word.getType() == SentencesLexer.UNKNOWN && word.getText().matches("[\"“]")) {
                return before.offsetByCodePoints(0, word.getStartIndex());
            }
        }
        Token last = words.isEmpty() ? null : words.get(words.size() - 1);
        boolean isTouched = last != null
                && before.offsetByCodePoints(0, last.getStopIndex() + 1) == before.length()
                && Character.isLetter(last.getText().charAt(0))
                && last.getType() != SentencesLexer.LABEL;
        return isTouched ? before.offsetByCodePoints(0, last.getStartIndex()) : before.length();
    }

    private static Stream<String> names(Expected expected, List<Token> words, Rolls rolls) {
        Stream<String> all = expected.rules().stream().sorted().flatMap(rule -> ofRule(rule, words, rolls));
        Token last = words.size() < 2 ? null : words.get(words.size() - 2);
        boolean isLocal = last != null && last.getType() == SentencesLexer.WITHIN && words.size() >= 3;
        return isLocal
                ? rolls.foci().ids(name(words.get(words.size() - 3))).stream()
                        .flatMap(focus -> rolls.locals(focus).written().stream())
                : all;
    }

    private static Stream<String> ofRule(int rule, List<Token> words, Rolls rolls) {
        return switch (rule) {
            case SentencesParser.RULE_layer -> rolls.layers().written().stream();
            case SentencesParser.RULE_song -> rolls.songs().written().stream();
            case SentencesParser.RULE_focus -> rolls.foci().written().stream();
            case SentencesParser.RULE_group -> rolls.groups().written().stream();
            case SentencesParser.RULE_device -> devices(words, rolls);
            case SentencesParser.RULE_control ->
                of(
                        rolls,
                        device -> rolls.controls(device).ids().stream()
                                .map(id -> rolls.written(new Ref.ToControl(
                                        device, id, rolls.usual(device, id).orElse("")))));
            case SentencesParser.RULE_light ->
                of(
                        rolls,
                        device -> rolls.lights(device).ids().stream()
                                .map(id -> rolls.written(new Ref.ToLight(device, id))));
            case SentencesParser.RULE_page ->
                of(
                        rolls,
                        device -> rolls.pages(device).written().stream()
                                .map(page -> page + " of " + rolls.devices().written(device)));
            case SentencesParser.RULE_preset ->
                of(
                        rolls,
                        device -> rolls.presets(device).written().stream()
                                .map(preset -> preset + " of " + rolls.devices().written(device)));
            case SentencesParser.RULE_parameter ->
                Stream.concat(
                        through(rolls),
                        of(
                                rolls,
                                device -> rolls.parameters(device).ids().stream()
                                        .map(id -> rolls.written(new Ref.ToParameter(device, id)))));
            default -> Stream.empty();
        };
    }

    /** The devices that have what is named before; all of them where that is nothing. */
    private static Stream<String> devices(List<Token> words, Rolls rolls) {
        boolean isNamed = words.size() >= 3
                && words.get(words.size() - 2).getText().equalsIgnoreCase("of")
                && words.get(words.size() - 3).getType() == SentencesLexer.STRING;
        if (!isNamed) {
            return rolls.devices().written().stream();
        }
        String name = name(words.get(words.size() - 3));
        List<String> having = rolls.devices().ids().stream()
                .filter(device -> Stream.of(
                                rolls.controls(device),
                                rolls.parameters(device),
                                rolls.lights(device),
                                rolls.pages(device),
                                rolls.presets(device))
                        .anyMatch(roll -> !roll.ids(name).isEmpty()))
                .toList();
        return (having.isEmpty() ? rolls.devices().ids() : having).stream().map(rolls.devices()::written);
    }

    private static Stream<String> through(Rolls rolls) {
        return rolls.foci().ids().stream()
                .flatMap(focus -> rolls.locals(focus).ids().stream()
                        .map(local -> rolls.written(new Ref.ToParameter(focus, "1:" + local))));
    }

    private static Stream<String> of(Rolls rolls, java.util.function.Function<String, Stream<String>> each) {
        return rolls.devices().ids().stream().flatMap(each);
    }

    private static String name(Token string) {
        return string.getType() == SentencesLexer.STRING ? Spelling.unquoted(string.getText()) : "";
    }
}
