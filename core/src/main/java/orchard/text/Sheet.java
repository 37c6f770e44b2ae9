package orchard.text;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import orchard.gear.Device;
import orchard.gear.Directory;
import orchard.mapping.Mapping;
import orchard.text.grammar.SentencesLexer;
import orchard.text.grammar.SentencesParser;
import org.antlr.v4.runtime.BaseErrorListener;
import org.antlr.v4.runtime.CommonToken;
import org.antlr.v4.runtime.CommonTokenStream;
import org.antlr.v4.runtime.ListTokenSource;
import org.antlr.v4.runtime.RecognitionException;
import org.antlr.v4.runtime.Recognizer;
import org.antlr.v4.runtime.Token;

/**
 * A text of sentences as it was read.
 *
 * @param lines all sentences that could be read, in their order
 * @param problems what could not be, one a sentence at most, in their order
 */
public record Sheet(List<Line> lines, List<Problem> problems) {

    /** The most letters of a text. */
    public static final int LONGEST = 8_000_000;

    /** Deeper than this nothing lies in brackets that means anything. */
    private static final int DEEPEST = 64;

    /**
     * One sentence.
     *
     * @param id as it stands before it, or "" for a new one
     * @param mapping what it says; its id is that of the line
     * @param text as it was typed
     * @param line where it begins, from 1
     */
    public record Line(String id, Mapping mapping, String text, int line) {}

    /**
     * Reads a text.
     *
     * @param devices all there are, those of layouts among them
     */
    public static Sheet of(String text, Directory names, List<Device> devices) {
        if (text.length() > LONGEST) {
            return new Sheet(
                    List.of(),
                    List.of(new Problem(
                            1,
                            1,
                            "the text is too long: %,d letters, and %,d can be read"
                                    .formatted(text.length(), LONGEST))));
        }
        NameReader read = new NameReader(new Rolls(names, devices));
        List<Line> lines = new ArrayList<>();
        List<Problem> problems = new ArrayList<>();
        Set<String> ids = new HashSet<>();
        for (List<Token> words : sentences(Tokens.of(text))) {
            try {
                Line line = line(words, read, text);
                if (!line.id().isEmpty() && !ids.add(line.id())) {
                    throw new Unread(words.get(0), "there are two sentences " + line.id() + " in this text");
                }
                lines.add(line);
            } catch (Unread e) {
                problems.add(problem(e.at(), e.getMessage()));
            }
        }
        return new Sheet(List.copyOf(lines), List.copyOf(problems));
    }

    /** The words of each sentence, with its full stop and an end. */
    private static List<List<Token>> sentences(List<Token> words) {
        List<List<Token>> all = new ArrayList<>();
        List<Token> one = new ArrayList<>();
        for (Token word : words) {
            if (word.getType() == Token.EOF) {
                if (!one.isEmpty()) {
                    one.add(end(one.get(one.size() - 1)));
                    all.add(one);
                }
                return all;
            }
            one.add(word);
            if (word.getText().equals(".")) {
                one.add(end(word));
                all.add(one);
                one = new ArrayList<>();
            }
        }
        return all;
    }

    private static Token end(Token after) {
        CommonToken end = new CommonToken(Token.EOF, "");
        end.setLine(after.getLine());
        end.setCharPositionInLine(
                after.getCharPositionInLine() + after.getText().length());
        return end;
    }

    private static Line line(List<Token> words, NameReader read, String text) {
        notTooDeep(words);
        SentencesParser parser = parser(words);
        SentencesParser.SentenceContext sentence = parser.sentence();
        String id = "";
        if (sentence.label() != null) {
            id = sentence.label().STRING() != null
                    ? read.text(sentence.label().STRING())
                    : sentence.label().LABEL().getText().replaceAll(":$", "");
        }
        int from = words.get(0).getStartIndex();
        int to = words.get(words.size() - 2).getStopIndex();
        Token first = words.get(0);
        return new Line(
                id,
                new SentenceReader(read).mapping(id, sentence),
                text.substring(text.offsetByCodePoints(0, from), text.offsetByCodePoints(0, to + 1)),
                first.getLine());
    }

    private static void notTooDeep(List<Token> words) {
        int open = 0;
        int denied = 0;
        for (Token word : words) {
            String said = word.getText();
            open += said.equals("(") ? 1 : said.equals(")") ? -1 : 0;
            denied = said.equalsIgnoreCase("not") ? denied + 1 : said.equals("(") ? denied : 0;
            if (open + denied > DEEPEST) {
                throw new Unread(word, "brackets lie too deep in one another here");
            }
        }
    }

    /** A parser that gives up at the first word that does not fit. */
    static SentencesParser parser(List<Token> words) {
        SentencesParser parser = new SentencesParser(new CommonTokenStream(new ListTokenSource(words)));
        parser.removeErrorListeners();
        parser.addErrorListener(new BaseErrorListener() {
            @Override
            public void syntaxError(
                    Recognizer<?, ?> recognizer,
                    Object offending,
                    int line,
                    int column,
                    String message,
                    RecognitionException cause) {
                throw unexpected(words, (Token) offending);
            }
        });
        return parser;
    }

    private static Unread unexpected(List<Token> words, Token at) {
        int place = Math.min(at.getTokenIndex(), words.size() - 1);
        String found =
                at.getType() == Token.EOF ? "the sentence ends here" : "“" + at.getText() + "” does not fit here";
        boolean isOpen = at.getType() == SentencesLexer.UNKNOWN && at.getText().matches("[\"“]");
        return new Unread(
                at,
                isOpen
                        ? "a name begins here with a quote and does not end on its line"
                        : found + "; expected " + Expected.at(words, place).words());
    }

    private static Problem problem(Token at, String message) {
        return new Problem(at.getLine(), at.getCharPositionInLine() + 1, message);
    }
}
