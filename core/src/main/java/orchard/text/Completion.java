package orchard.text;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.stream.Stream;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.gear.Focus;
import orchard.gear.Ref;
import orchard.gear.Through;
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
            boolean isStop = word.getText().equals(".");
            if (isStop || word.getType() == SentencesLexer.LABEL) {
                words.clear();
            }
            if (!isStop && word.getType() != Token.EOF) {
                words.add(word);
            }
        }
        int from = from(words, before);
        words.removeIf(word -> before.offsetByCodePoints(0, word.getStartIndex()) >= from);
        if (Sheet.tooDeep(words).isPresent()) {
            return new Completion(begin + from, List.of());
        }
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
        return expected.rules().stream().sorted().flatMap(rule -> ofRule(rule, words, rolls));
    }

    private static Stream<String> ofRule(int rule, List<Token> words, Rolls rolls) {
        return switch (rule) {
            case SentencesParser.RULE_layer -> rolls.layers().written().stream();
            case SentencesParser.RULE_song -> rolls.songs().written().stream();
            case SentencesParser.RULE_focus -> rolls.foci().written().stream();
            case SentencesParser.RULE_group -> rolls.groups().written().stream();
            case SentencesParser.RULE_place ->
                rolls.foci().ids().stream().flatMap(focus -> rolls.places(focus).written().stream());
            case SentencesParser.RULE_localName -> locals(words, rolls);
            case SentencesParser.RULE_device -> devices(words, rolls);
            case SentencesParser.RULE_dimension, SentencesParser.RULE_controlName -> controls(words, rolls);
            case SentencesParser.RULE_lightName ->
                of(
                        rolls,
                        device -> rolls.lights(device).ids().stream()
                                .map(id -> rolls.written(new Ref.ToLight(device, id))));
            case SentencesParser.RULE_pageName ->
                of(
                        rolls,
                        device -> rolls.pages(device).written().stream()
                                .map(page -> page + " of " + rolls.devices().written(device)));
            case SentencesParser.RULE_presetName ->
                of(
                        rolls,
                        device -> rolls.presets(device).written().stream()
                                .map(preset -> preset + " of " + rolls.devices().written(device)));
            case SentencesParser.RULE_parameterName ->
                Stream.concat(
                        of(
                                rolls,
                                device -> rolls.parameters(device).ids().stream()
                                        .map(id -> rolls.written(new Ref.ToParameter(device, id)))),
                        through(rolls));
            default -> Stream.empty();
        };
    }

    /** What the places of the focus have that is named before. */
    private static Stream<String> locals(List<Token> words, Rolls rolls) {
        return words.stream()
                .filter(word -> word.getType() == SentencesLexer.STRING)
                .reduce((first, second) -> second)
                .stream()
                .flatMap(focus -> rolls.foci().ids(name(focus)).stream())
                .flatMap(focus -> rolls.locals(focus).written().stream());
    }

    /** All controls; behind “"pressure" of” those that send it. */
    private static Stream<String> controls(List<Token> words, Rolls rolls) {
        String dimension = isBehindOf(words) ? name(words.get(words.size() - 3)) : "";
        return of(
                rolls,
                device -> rolls.controls(device).ids().stream()
                        .filter(id -> dimension.isEmpty()
                                || rolls.names()
                                        .dimension(new Ref.ToControl(device, id, dimension))
                                        .isPresent())
                        .map(id -> dimension.isEmpty()
                                ? rolls.written(new Ref.ToControl(
                                        device, id, rolls.usual(device, id).orElse("")))
                                : rolls.controls(device).written(id) + " of "
                                        + rolls.devices().written(device)));
    }

    private static boolean isBehindOf(List<Token> words) {
        return words.size() >= 3
                && words.get(words.size() - 2).getText().equalsIgnoreCase("of")
                && words.get(words.size() - 3).getType() == SentencesLexer.STRING;
    }

    /** The devices that have what is named before; all of them where that is nothing. */
    private static Stream<String> devices(List<Token> words, Rolls rolls) {
        if (!isBehindOf(words)) {
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
                        .map(local -> rolls.written(new Ref.ToParameter(focus, offset(focus, rolls) + ":" + local))));
    }

    /** The first place, or each of those that are picked. */
    private static int offset(String focus, Rolls rolls) {
        return rolls.names().focus(focus).filter(Focus::several).isPresent() ? Through.EACH : 1;
    }

    private static Stream<String> of(Rolls rolls, Function<String, Stream<String>> each) {
        return rolls.devices().ids().stream().flatMap(each);
    }

    private static String name(Token string) {
        return string.getType() == SentencesLexer.STRING ? Spelling.unquoted(string.getText()) : "";
    }
}
