package orchard.mapping;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The chain of stages between a control's position and a parameter's. The order is fixed by the stages' domains: any
 * number of stages on the control's side, at most one {@link Stage.Scale} that crosses over, then any number on the
 * parameter's side.
 */
public record Shape(List<Stage> stages) {

    /** The control's whole way over the parameter's whole range. */
    public static final Shape WHOLE = new Shape(List.of());

    public Shape {
        stages = List.copyOf(stages);
        int last = 0;
        for (Stage stage : stages) {
            int side = stage instanceof Stage.Invert ? 0 : stage instanceof Stage.Scale ? 1 : 2;
            if (side < last || side == 1 && last == 1) {
                throw new IllegalArgumentException(
                        "stages stand in the order invert, scale, clamp, with one scale at most");
            }
            last = side;
        }
    }

    /** The stage that crosses from control to parameter, if it is not the whole range. */
    public Optional<Stage.Scale> scale() {
        return stages.stream()
                .filter(Stage.Scale.class::isInstance)
                .map(Stage.Scale.class::cast)
                .findFirst();
    }

    /** Whether an odd number of stages turns the control round. */
    public boolean inverted() {
        return stages.stream().filter(Stage.Invert.class::isInstance).count() % 2 == 1;
    }

    /** The same shape with the control turned round. */
    public Shape invert() {
        return inverted()
                ? new Shape(stages.stream()
                        .filter(s -> !(s instanceof Stage.Invert))
                        .toList())
                : new Shape(concat(List.of(new Stage.Invert()), stages));
    }

    /** The same shape with another scale. */
    public Shape with(Stage.Scale scale) {
        List<Stage> before =
                stages.stream().filter(Stage.Invert.class::isInstance).toList();
        List<Stage> after =
                stages.stream().filter(Stage.Clamp.class::isInstance).toList();
        return new Shape(concat(concat(before, List.of(scale)), after));
    }

    private static List<Stage> concat(List<? extends Stage> a, List<? extends Stage> b) {
        return Stream.<Stage>concat(a.stream(), b.stream()).toList();
    }
}
