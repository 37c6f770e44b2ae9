package orchard.text;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
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
import org.antlr.v4.runtime.misc.ParseCancellationException;

/**
 * A text of sentences as it was read.
 *
 * @param lines all sentences that could be read, in their order
 * @param problems what could not be, one a sentence at most, in their order
 * @param left ids of the sentences that stand word for word as they stood when the text was begun: nobody asks what they say
 */
public record Sheet(List<Line> lines, List<Problem> problems, Set<String> left) {

    /** The most letters of a text. */
    public static final int LONGEST = 8_000_000;

    /** So many mistakes are told what was expected instead; working that out takes time. */
    private static final int MOST_EXPLAINED = 60;

    /** Deeper than this nothing lies in brackets that means anything. */
    private static final int DEEPEST = 64;

    /**
     * One sentence.
     *
     * @param id as it stands before it, or "" for a new one
     * @param mapping what it says; its id is that of the line
     * @param line where it begins, from 1
     */
    public record Line(String id, Mapping mapping, int line) {}

    /**
     * Reads a text.
     *
     * @param devices all there are, those of layouts among them
     */
    public static Sheet of(String text, Directory names, List<Device> devices) {
        return of(text, "", names, devices);
    }

    /**
     * Reads what is another in a text than it was.
     *
     * @param begun the text as it was
     */
    static Sheet of(String text, String begun, Directory names, List<Device> devices) {
        if (text.length() > LONGEST) {
            return new Sheet(
                    List.of(),
                    List.of(new Problem(
                            1,
                            1,
                            "the text is too long: %,d letters, and %,d can be read"
                                    .formatted(text.length(), LONGEST))),
                    Set.of());
        }
        Set<List<String>> before = begun.isEmpty() || begun.length() > LONGEST
                ? Set.of()
                : sentences(Tokens.of(begun)).stream().map(Sheet::said).collect(Collectors.toSet());
        Set<String> left = new HashSet<>();
        NameReader read = new NameReader(new Rolls(names, devices));
        List<Line> lines = new ArrayList<>();
        List<Problem> problems = new ArrayList<>();
        Set<String> ids = new HashSet<>();
        String[] typed = text.split("\n", -1);
        for (List<Token> words : sentences(Tokens.of(text))) {
            try {
                Optional<String> id = label(words);
                if (id.isPresent() && before.contains(said(words)) && ids.add(id.get())) {
                    left.add(id.get());
                    continue;
                }
                Line line = line(words, read, problems.size() < MOST_EXPLAINED);
                if (!line.id().isEmpty() && !ids.add(line.id())) {
                    throw new Unread(words.get(0), "there are two sentences " + line.id() + " in this text");
                }
                lines.add(line);
            } catch (Unread e) {
                problems.add(problem(e.at(), e.getMessage(), typed));
            }
        }
        return new Sheet(List.copyOf(lines), List.copyOf(problems), Set.copyOf(left));
    }

    /** A sentence word by word. */
    private static List<String> said(List<Token> words) {
        return words.stream().map(Token::getText).toList();
    }

    /** The id before a sentence, if it has one. */
    private static Optional<String> label(List<Token> words) {
        Token first = words.get(0);
        if (first.getType() == SentencesLexer.LABEL) {
            return Optional.of(first.getText().replaceAll(":$", ""));
        }
        boolean isQuoted = first.getType() == SentencesLexer.STRING
                && words.size() > 1
                && words.get(1).getText().equals(":");
        return isQuoted ? Optional.of(Spelling.unquoted(first.getText())) : Optional.empty();
    }

    /** The words of each sentence, with its full stop and an end; an id begins the next one, whether the one before has ended or not. */
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
            if (word.getType() == SentencesLexer.LABEL && !one.isEmpty()) {
                one.add(end(one.get(one.size() - 1)));
                all.add(one);
                one = new ArrayList<>();
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

    private static Line line(List<Token> words, NameReader read, boolean explains) {
        tooDeep(words).ifPresent(word -> {
            throw new Unread(word, "brackets lie too deep in one another here");
        });
        SentencesParser parser = parser(words, explains);
        SentencesParser.SentenceContext sentence = parser.sentence();
        String id = label(words).orElse("");
        return new Line(
                id, new SentenceReader(read).mapping(id, sentence), words.get(0).getLine());
    }

    /** The first word that lies too deep in brackets for anybody, if there is one; a parser would go as deep as that. */
    static Optional<Token> tooDeep(List<Token> words) {
        int open = 0;
        int denied = 0;
        for (Token word : words) {
            String said = word.getText();
            open += said.equals("(") ? 1 : said.equals(")") ? -1 : 0;
            denied = said.equalsIgnoreCase("not") ? denied + 1 : said.equals("(") ? denied : 0;
            if (open + denied > DEEPEST) {
                return Optional.of(word);
            }
        }
        return Optional.empty();
    }

    /** A sentence as a tree; null if it cannot be read. */
    static SentencesParser.SentenceContext tree(String text) {
        List<Token> words = Tokens.of(text);
        if (tooDeep(words).isPresent()) {
            return null;
        }
        try {
            return parser(words, false).sentence();
        } catch (Unread | ParseCancellationException e) {
            return null;
        }
    }

    /** A parser that gives up at the first word that does not fit. */
    private static SentencesParser parser(List<Token> words, boolean explains) {
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
                throw unexpected(words, (Token) offending, explains);
            }
        });
        return parser;
    }

    private static Unread unexpected(List<Token> words, Token at, boolean explains) {
        int place = Math.min(at.getTokenIndex(), words.size() - 1);
        String found =
                at.getType() == Token.EOF ? "the sentence ends here" : "“" + at.getText() + "” does not fit here";
        boolean isOpen = at.getType() == SentencesLexer.UNKNOWN && at.getText().matches("[\"“]");
        return new Unread(
                at,
                isOpen
                        ? "a name begins here with a quote and does not end on its line"
                        : found
                                + (explains
                                        ? "; expected "
                                                + Expected.at(words, place).words()
                                        : ""));
    }

    /** Columns are counted as a text field counts them: letters beyond the first plane are two. */
    private static Problem problem(Token at, String message, String[] typed) {
        String line = typed[Math.min(at.getLine(), typed.length) - 1];
        int letters = Math.min(at.getCharPositionInLine(), line.codePointCount(0, line.length()));
        return new Problem(at.getLine(), line.offsetByCodePoints(0, letters) + 1, message);
    }
}
