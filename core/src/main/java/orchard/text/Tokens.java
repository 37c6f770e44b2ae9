package orchard.text;

import java.util.ArrayList;
import java.util.List;
import orchard.text.grammar.SentencesLexer;
import org.antlr.v4.runtime.CharStreams;
import org.antlr.v4.runtime.ParserRuleContext;
import org.antlr.v4.runtime.Token;

/** The words of a text. */
final class Tokens {

    private Tokens() {}

    /** All words of a text, the end last. */
    static List<Token> of(String text) {
        SentencesLexer lexer = new SentencesLexer(CharStreams.fromString(text));
        lexer.removeErrorListeners(); // what is no word is one that nobody expects
        List<Token> all = new ArrayList<>();
        Token token;
        do {
            token = lexer.nextToken();
            all.add(token);
        } while (token.getType() != Token.EOF);
        return all;
    }

    /** Whether a unit can stand behind its number as one word. */
    static boolean isUnit(String unit) {
        if (unit.isEmpty()) {
            return false;
        }
        List<Token> words = of(unit);
        return words.size() == 2
                && (words.get(0).getType() == SentencesLexer.WORD || unit.equals("%"))
                && words.get(0).getText().equals(unit);
    }

    /** Whether a word stands in a part of a sentence itself, and not in one of its parts. */
    static boolean says(ParserRuleContext part, String word) {
        return part.children != null
                && part.children.stream()
                        .anyMatch(child ->
                                child.getChildCount() == 0 && child.getText().equalsIgnoreCase(word));
    }

    /** An id before its sentence. */
    static String label(String id) {
        List<Token> words = of(id + ":");
        return words.size() == 2 && words.get(0).getType() == SentencesLexer.LABEL
                ? id + ":"
                : Spelling.quoted(id) + ":";
    }
}
