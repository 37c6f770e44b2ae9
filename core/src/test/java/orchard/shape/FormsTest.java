package orchard.shape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import orchard.gear.Ref;
import orchard.mistake.Mistake;
import orchard.parameter.Binding;
import orchard.parameter.Field;
import orchard.parameter.Law;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.parameter.Typed;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What a person fills in of a stage, and what comes of it. */
class FormsTest {

    private static final Parameter CUTOFF = parameter(new Range(200, 8000, "Hz"), new Law.Logarithmic());
    private static final Parameter WAVE =
            parameter(new Range(0, 2, ""), new Law.Named(List.of("sine", "saw", "square")));

    private static Parameter parameter(Range range, Law law) {
        return new Parameter("p", "", "P", range, law, range.low(), new Binding.Kept(), true);
    }

    private static Parameter fitting(Stage.Kind kind) {
        return kind == Stage.Kind.LOOK_UP ? WAVE : CUTOFF;
    }

    private static Map<String, String> asShown(Stage stage, Parameter parameter) {
        Map<String, String> typed = new HashMap<>();
        stage.fields(parameter).forEach(field -> typed.put(field.name(), field.value()));
        return typed;
    }

    @ParameterizedTest
    @EnumSource
    void aNewOneIsOfItsKindAndDoesSomethingOnItsParameter(Stage.Kind kind) {
        Stage fresh = kind.fresh(fitting(kind));
        assertThat(fresh.kind()).isEqualTo(kind);
        assertThat(Stage.Kind.named(kind.words())).contains(kind);
        assertThat(ShapeFunction.of(new Shape(List.of(fresh)), fitting(kind)).forward(0.3))
                .isBetween(0.0, 1.0);
    }

    @Test
    void everyStageThereIsCanBeAdded() {
        assertThat(Arrays.stream(Stage.Kind.values())
                        .map(kind -> kind.fresh(fitting(kind)).getClass())
                        .collect(Collectors.toSet()))
                .isEqualTo(Arrays.stream(Stage.class.getPermittedSubclasses())
                        .filter(type -> type != Bypassed.class)
                        .collect(Collectors.toSet()));
    }

    static Stream<Stage> filled() {
        return Stream.concat(
                Arrays.stream(Stage.Kind.values()).map(kind -> kind.fresh(fitting(kind))),
                Stream.of(
                        new Accumulate(2, 3, true, new Ref.ToControl("box", "pad1", "gate"), 0.25),
                        new Bypassed(new Smooth(0.5)),
                        new Curve(
                                Curve.Form.POINTS,
                                1,
                                List.of(new Curve.Point(0, 1), new Curve.Point(0.5, 0.25), new Curve.Point(1, 0))),
                        new Scale(0.25, 1, 300, 20, true),
                        new Zone(0.1, 0.5, 0, 0.4, true)));
    }

    @ParameterizedTest
    @MethodSource("filled")
    void whatIsShownCanBeKeptAsItIs(Stage stage) {
        Parameter parameter = fitting(stage.kind());
        assertThat(stage.filled(new Typed(asShown(stage, parameter)), parameter))
                .isEqualTo(stage);
        assertThat(stage.fields(parameter))
                .allSatisfy(field -> assertThat(field.label()).isNotBlank())
                .filteredOn(field -> field.input() == Field.Input.CHOICE)
                .allSatisfy(field -> assertThat(field.choices()).containsKey(field.value()));
    }

    @ParameterizedTest
    @CsvSource({
        "ACCUMULATE, sensitivity, much",
        "CURVE, form, bent",
        "CURVE, points, 50",
        "SCALE, low, 3 dB",
        "SCALE, high, 20 kHz",
        "LOOK_UP, names, pulse",
        "SMOOTH, seconds, soon",
        "FORMULA, text, x +"
    })
    void whatCannotBeIsSaidBesideItsField(Stage.Kind kind, String field, String wrong) {
        Stage stage = kind.fresh(fitting(kind));
        Map<String, String> typed = asShown(stage, fitting(kind));
        if (field.equals("points")) {
            typed.put("form", "POINTS");
        }
        typed.put(field, wrong);
        assertThatThrownBy(() -> stage.filled(new Typed(typed), fitting(kind)))
                .isInstanceOfSatisfying(
                        Mistake.class, mistake -> assertThat(mistake.field()).isEqualTo(field))
                .message()
                .isNotBlank();
    }
}
