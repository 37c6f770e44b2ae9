package orchard.shape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What formulas are for, and what they are not. */
class ExpressionLimitsTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "'a'.matches('((((((a{30}){30}){30}){30}){30}){30})') ? 1.0 : 0.0",
                "[1, 2, 3].all(i, i > 0) ? 1.0 : 0.0",
                "size('abc') > 2 ? 1.0 : 0.0",
                "{'a': 1.0}['a']",
                "[x, low][0]",
                "'abc' == 'abc' ? x : low",
                "timestamp('2000-01-01T00:00:00Z').getFullYear() > 1 ? 1.0 : 0.0",
                "string(x) == '1' ? x : low",
                "bytes('a') == b'a' ? x : low"
            })
    void whatIsNotAboutNumbersIsRefused(String text) {
        assertThatThrownBy(() -> Expression.of(text, 0, 1)).isInstanceOf(Expression.Unusable.class);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "x * x",
                "x > 0.5 && x < 0.7 || x == 1.0 ? high : low",
                "!(x > 0.5) ? -x : x",
                "math.greatest(x, low, high)",
                "math.sqrt(x) + math.abs(-x) + math.floor(x)",
                "wrap(x + 0.5, 0, 1) + clamp(x, 0.2, 0.4) + scale(x, 0, 1, 1, 0)",
                "double(int(x * 10)) / 10",
                "int(x * 10) % 2 == 0 ? x : 1.0 - x",
                "x != 0.1 ? 1 : 0"
            })
    void numbersComparisonsConditionsAndFunctionsAreTaken(String text) {
        assertThat(Expression.of(text, 0, 1).apply(0.3)).isFinite();
    }
}
