package orchard.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.stream.IntStream;
import orchard.text.grammar.SentencesLexer;
import org.antlr.v4.runtime.Vocabulary;
import org.junit.jupiter.api.Test;

/** What the grammar has, {@code docs/sentences.md} tells. */
class DocumentedTest {

    @Test
    void everyWordOfTheGrammarStandsInItsDescription() throws IOException {
        String described = Files.readString(Path.of("../docs/sentences.md")).toLowerCase(Locale.ROOT);
        Vocabulary vocabulary = SentencesLexer.VOCABULARY;
        assertThat(IntStream.rangeClosed(1, vocabulary.getMaxTokenType())
                        .mapToObj(vocabulary::getLiteralName)
                        .filter(word -> word != null && word.matches("'[a-z]+'"))
                        .map(word -> word.substring(1, word.length() - 1)))
                .isNotEmpty()
                .allSatisfy(word -> assertThat(described).containsPattern("\\b" + word + "\\b"));
    }
}
