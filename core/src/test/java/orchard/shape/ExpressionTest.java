package orchard.shape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ExpressionTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    x * x                           | 0.25
                    2 * x + 1                       | 2
                    x / 2                           | 0.25
                    x > 0.4 ? high : low            | 8000
                    x >= 1 ? 1 : 0                  | 0
                    wrap(x * 720, -270, 270)        | -180
                    clamp(x, 0, 0.3)                | 0.3
                    scale(x, 0, 1, -10, 10)         | 0
                    math.greatest(x, 0.75)          | 0.75
                    math.abs(-x)                    | 0.5
                    7                               | 7
                    x == 0.5                        | 1
                    x > 0.4 ? 60 : x                | 60
                    """)
    void computes(String text, double expected) {
        assertThat(Expression.of(text, 200, 8000).apply(0.5)).isCloseTo(expected, within(1e-9));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    volume * 2      | At letter 1: nothing is called “volume” here
                    x +             | At letter
                    'abc'           | It gives no number
                    x + 'abc'       | these do not go together
                    ''              | A formula is needed
                    """, quoteCharacter = '"')
    void saysWhereAndWhyItCannotBeUnderstood(String text, String reason) {
        assertThatThrownBy(() -> Expression.of(text.equals("''") ? "" : text, 0, 1))
                .isInstanceOf(Expression.Unusable.class)
                .hasMessageContaining(reason);
    }

    @Test
    void whatComesToNoNumberIsSaid() {
        assertThatThrownBy(() -> Expression.of("1 / (x - x)", 0, 1).apply(0.5))
                .hasMessageContaining("divided by nothing");
        assertThatThrownBy(() -> Expression.of("x * 1e308 * 1e308", 0, 1).apply(0.5))
                .hasMessageContaining("grows without end");
        assertThatThrownBy(() -> Expression.of("1 / int(x)", 0, 1).apply(0.5))
                .hasMessageContaining("failed for x = 0.5");
        assertThatThrownBy(() -> Expression.of("x".repeat(500), 0, 1)).hasMessageContaining("Too long");
    }
}
