package orchard.shape;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import orchard.mistake.Mistake;
import orchard.parameter.Display;
import orchard.parameter.Parameter;
import orchard.parameter.Range;
import orchard.signal.Encoding;

/**
 * The chain of stages between a control's position and a parameter's. Its order follows from the stages' sides: any number on
 * the control's side, at most one that crosses over, then any number on the parameter's side. Without one that crosses over,
 * the control's whole way lies over the parameter's whole range.
 */
public record Shape(List<Stage> stages) {

    /** The control's whole way over the parameter's whole range. */
    public static final Shape WHOLE = new Shape(List.of());

    /** The most stages there can be. */
    public static final int MOST = 16;

    private static final double CIRCLE = 360;

    public Shape {
        stages = List.copyOf(stages);
        boolean crossed = false;
        boolean beyond = false;
        for (Stage stage : stages) {
            boolean crossing = stage.side() == Stage.Side.CROSSING;
            if (beyond && stage.side() == Stage.Side.CONTROL || crossing && (beyond || crossed)) {
                throw new Mistake(
                        "stages stand in the order of their sides: the control's, at most one that crosses over, the parameter's");
            }
            crossed |= crossing;
            beyond |= crossing || stage.side() == Stage.Side.PARAMETER;
        }
        if (stages.stream().skip(1).anyMatch(s -> bare(s) instanceof Accumulate)) {
            throw new Mistake("the stage that makes movement out of steps stands first");
        }
        if (stages.size() > MOST) {
            throw new Mistake("a shape has at most " + MOST + " stages");
        }
    }

    /** The stage that crosses from control to parameter, if it is not the whole range. */
    public Optional<Scale> scale() {
        return first(Scale.class);
    }

    /** How steps become movement, if it is said. */
    public Optional<Accumulate> accumulate() {
        return first(Accumulate.class);
    }

    private <T extends Stage> Optional<T> first(Class<T> kind) {
        return stages.stream().filter(kind::isInstance).map(kind::cast).findFirst();
    }

    /**
     * What a control does with a parameter as long as nobody says otherwise: its whole way over the whole range. One without ends goes
     * round where the parameter does, which is in a full circle of degrees, a turn for a turn; steps through counted values one by one;
     * and stops at the ends of all others.
     */
    public static Shape usual(Encoding encoding, Parameter parameter) {
        Range range = parameter.range();
        if (encoding.relative() && range.unit().equals(Display.DEGREES) && range.high() - range.low() >= CIRCLE) {
            return new Shape(List.of(new Scale(0, 1, 0, CIRCLE, true), new Wrap(range.low(), range.high())));
        }
        boolean isStepped = encoding.inSteps() && parameter.count() > 0;
        double sensitivity = isStepped ? Math.min(100, (double) Encoding.WAY / (parameter.count() - 1)) : 1;
        return sensitivity > 1
                ? new Shape(List.of(new Accumulate(sensitivity, 1, false, null, Accumulate.TENTH)))
                : WHOLE;
    }

    /** Whether an endless control is counted, on and on, instead of moved between two ends. */
    public boolean counts() {
        Optional<Stage> crossing = stages.stream()
                .filter(stage -> stage.side() == Stage.Side.CROSSING)
                .findFirst();
        return crossing.isEmpty() ? goesRound() : scale().filter(Scale::open).isPresent();
    }

    /** Whether a stage goes round, or turns back, at its ends. */
    boolean goesRound() {
        return stages.stream().anyMatch(stage -> stage instanceof Wrap || stage instanceof Fold);
    }

    /** Whether an odd number of stages turns the control round. */
    public boolean inverted() {
        return stages.stream().filter(Invert.class::isInstance).count() % 2 == 1;
    }

    /** The same shape with the control turned round. */
    public Shape invert() {
        List<Stage> next = new ArrayList<>(stages);
        if (inverted()) {
            next.removeIf(Invert.class::isInstance);
        } else {
            next.add(accumulate().isPresent() ? 1 : 0, new Invert());
        }
        return new Shape(next);
    }

    /** The same shape with another scale. */
    public Shape with(Scale scale) {
        List<Stage> next = new ArrayList<>(stages);
        for (int i = 0; i < next.size(); i++) {
            if (next.get(i).side() == Stage.Side.CROSSING) {
                next.set(i, scale);
                return new Shape(next);
            }
        }
        return put(scale);
    }

    /** The same shape with one stage more, as far back as its side allows. */
    public Shape put(Stage stage) {
        List<Stage> next = new ArrayList<>(stages);
        next.add(placeFor(stage), stage);
        return new Shape(next);
    }

    /** The same shape without any stage of a kind, bypassed ones too. */
    public Shape without(Class<? extends Stage> kind) {
        return new Shape(
                stages.stream().filter(stage -> !kind.isInstance(bare(stage))).toList());
    }

    /** The same shape with one stage more where it belongs; null adds none. */
    public Shape and(Stage stage) {
        return stage == null ? this : put(stage);
    }

    /** Where {@link #put} puts a stage. */
    public int placeFor(Stage stage) {
        int at = stages.size();
        if (stage instanceof Accumulate) {
            at = 0;
        } else if (stage.side() == Stage.Side.CONTROL) {
            at = 0;
            while (at < stages.size() && !isBeyond(stages.get(at))) {
                at++;
            }
        } else if (stage.side() == Stage.Side.CROSSING) {
            while (at > 0 && stages.get(at - 1).side() != Stage.Side.CONTROL) {
                at--;
            }
        }
        return at;
    }

    private static boolean isBeyond(Stage stage) {
        return stage.side() == Stage.Side.PARAMETER || stage.side() == Stage.Side.CROSSING;
    }

    /** The same shape with another stage at a place. */
    public Shape set(int place, Stage stage) {
        List<Stage> next = new ArrayList<>(stages);
        next.set(place, stage);
        return new Shape(next);
    }

    /** The same shape without the stage at a place. */
    public Shape remove(int place) {
        List<Stage> next = new ArrayList<>(stages);
        next.remove(place);
        return new Shape(next);
    }

    /** The same shape with the stage at a place moved to another. */
    public Shape move(int place, int to) {
        List<Stage> next = new ArrayList<>(stages);
        next.add(to, next.remove(place));
        return new Shape(next);
    }

    /** The same shape with the stage at a place switched off, or on again. */
    public Shape bypass(int place) {
        Stage stage = stages.get(place);
        return set(place, stage instanceof Bypassed bypassed ? bypassed.stage() : new Bypassed(stage));
    }

    /** These stages, then those of another. */
    public Shape then(Shape own) {
        if (own.stages.isEmpty()) {
            return this;
        }
        List<Stage> all = new ArrayList<>(stages);
        all.addAll(own.stages);
        return new Shape(all);
    }

    private static Stage bare(Stage stage) {
        return stage instanceof Bypassed bypassed ? bypassed.stage() : stage;
    }
}
