package orchard.text;

import com.vmware.antlr4c3.CodeCompletionCore;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import orchard.text.grammar.SentencesLexer;
import orchard.text.grammar.SentencesParser;
import org.antlr.v4.runtime.CommonTokenStream;
import org.antlr.v4.runtime.ListTokenSource;
import org.antlr.v4.runtime.Token;
import org.antlr.v4.runtime.Vocabulary;

/**
 * What may stand at a place in a sentence.
 *
 * @param keywords words that are always the same, as “while”, and kinds of others, as “a number”
 * @param rules of the grammar for names, such as that of a layer
 */
record Expected(List<String> keywords, Set<Integer> rules) {

    /** What any word in quotes is called. */
    static final String QUOTED = "something in quotes";

    /** What a rule of the grammar stands for. */
    private static final Map<Integer, String> NAMES = names();

    private static final Map<Integer, String> KINDS = Map.of(
            SentencesLexer.NUMBER, "a number",
            SentencesLexer.ORDINAL, "“1st” of a focus",
            SentencesLexer.STRING, QUOTED);

    private static Map<Integer, String> names() {
        Map<Integer, String> names = new TreeMap<>();
        names.put(SentencesParser.RULE_controlName, "a control");
        names.put(SentencesParser.RULE_dimension, "a control");
        names.put(SentencesParser.RULE_parameterName, "a parameter");
        names.put(SentencesParser.RULE_lightName, "a light");
        names.put(SentencesParser.RULE_layer, "a layer");
        names.put(SentencesParser.RULE_device, "a device");
        names.put(SentencesParser.RULE_song, "a song");
        names.put(SentencesParser.RULE_focus, "a focus");
        names.put(SentencesParser.RULE_pageName, "a page");
        names.put(SentencesParser.RULE_presetName, "a preset");
        names.put(SentencesParser.RULE_localName, "a parameter of the place");
        names.put(SentencesParser.RULE_place, "a place of a focus");
        names.put(SentencesParser.RULE_group, "a group of layers");
        return names;
    }

    /** What may stand at the place of a word. One at a time: what is found out of the grammar is kept for all threads, and not guarded. */
    static synchronized Expected at(List<Token> words, int place) {
        CommonTokenStream stream = new CommonTokenStream(new ListTokenSource(words));
        stream.fill();
        SentencesParser parser = new SentencesParser(stream);
        CodeCompletionCore core = new CodeCompletionCore(parser, NAMES.keySet(), Set.of());
        CodeCompletionCore.CandidatesCollection found = core.collectCandidates(place, null);
        Set<String> keywords = new LinkedHashSet<>();
        new TreeMap<>(found.tokens).forEach((type, after) -> {
            String literal = literal(parser.getVocabulary(), type);
            if (literal != null) {
                keywords.add(phrase(parser.getVocabulary(), literal, after));
            } else if (KINDS.containsKey(type)) {
                keywords.add(KINDS.get(type));
            }
        });
        return new Expected(List.copyOf(keywords), Set.copyOf(found.rules.keySet()));
    }

    private static String literal(Vocabulary vocabulary, int type) {
        String literal = vocabulary.getLiteralName(type);
        return literal == null
                ? null
                : literal.substring(1, literal.length() - 1).toLowerCase(Locale.ROOT);
    }

    /** A word with those that always come behind it. */
    private static String phrase(Vocabulary vocabulary, String first, List<Integer> after) {
        StringBuilder phrase = new StringBuilder(first);
        for (int type : after) {
            String next = literal(vocabulary, type);
            if (next == null) {
                break;
            }
            phrase.append(next.equals(",") || next.equals(")") ? "" : " ").append(next);
        }
        return phrase.toString();
    }

    /** The words among them that can be written as they are. */
    List<String> literal() {
        return keywords.stream().filter(word -> !KINDS.containsValue(word)).toList();
    }

    /** It in words. */
    String words() {
        List<String> all = new ArrayList<>();
        rules.stream().sorted().map(NAMES::get).distinct().forEach(all::add);
        keywords.forEach(word -> all.add(KINDS.containsValue(word) ? word : "“" + word + "”"));
        int last = all.size() - 1;
        return all.isEmpty()
                ? "nothing more"
                : last == 0 ? all.get(0) : String.join(", ", all.subList(0, last)) + " or " + all.get(last);
    }
}
