package orchard.mapping;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import orchard.action.Action;
import orchard.condition.Condition;
import orchard.gear.Dimension;
import orchard.gear.Directory;
import orchard.gear.Ref;
import orchard.gear.Takeover;
import orchard.light.Light;
import orchard.mistake.Mistake;
import orchard.parameter.Marks;
import orchard.parameter.Parameter;
import orchard.shape.Shape;
import orchard.shape.ShapeFunction;

/**
 * One sentence: when something is moved, while a condition holds, shape the value, do something with it, show the answer.
 *
 * @param layers ids of the layers it lives in; none if it lives below them all
 * @param during when its first case holds
 * @param shape stages of the first case
 * @param actions of the first case
 * @param takeover what an absolute control does that stands elsewhere; null for what the rig says
 * @param cases the other ones; the first one that holds acts, or every one
 */
public record Mapping(
        String id,
        When when,
        List<String> layers,
        Condition during,
        Shape shape,
        @JsonProperty("then") Actions actions,
        Show show,
        Takeover takeover,
        Marks marks,
        Cases cases) {

    /** The most layers a mapping lives in. */
    public static final int MOST_LAYERS = 16;

    public Mapping {
        layers = layers == null ? List.of() : List.copyOf(layers);
        marks = marks == null ? Marks.NONE : marks;
        cases = cases == null ? Cases.NONE : cases;
        if (layers.size() > MOST_LAYERS || layers.stream().distinct().count() < layers.size()) {
            throw new Mistake("layers", "a mapping lives in at most " + MOST_LAYERS + " layers, each named once");
        }
    }

    /** A mapping with one case. */
    public Mapping(
            String id,
            When when,
            List<String> layers,
            Condition during,
            Shape shape,
            Actions actions,
            Show show,
            Takeover takeover,
            Marks marks) {
        this(id, when, layers, during, shape, actions, show, takeover, marks, Cases.NONE);
    }

    /** A mapping that takes over as the rig says, and is not marked. */
    public Mapping(String id, When when, Condition during, Shape shape, Actions actions, Show show) {
        this(id, when, List.of(), during, shape, actions, show, null, Marks.NONE, Cases.NONE);
    }

    /** The first control that sets it off; {@link Ref.ToControl#NONE} where none does. */
    public Ref.ToControl trigger() {
        return when.triggers().isEmpty() ? Ref.ToControl.NONE : when.triggers().get(0);
    }

    /** What sets it off first, in words. */
    public String cause(Directory names) {
        return when.triggers().isEmpty() ? when.also().get(0).words(names) : names.words(trigger());
    }

    /** All cases, the first one first. */
    public List<Branch> branches() {
        List<Branch> all = new ArrayList<>(1 + cases.others().size());
        all.add(new Branch(during, shape, actions));
        all.addAll(cases.others());
        return all;
    }

    /** All it does, case by case, first on a press and then on the release. */
    public Stream<Action> everyAction() {
        return branches().stream()
                .flatMap(branch ->
                        Stream.concat(branch.actions().onPress().stream(), branch.actions().onRelease().stream()));
    }

    /** Which of the controls that set it off a light sits on, the first one 0; −1 for none of them. */
    public int placeOf(Ref.ToLight light, Directory directory) {
        String control = directory
                .device(light.device())
                .flatMap(device -> device.profile().light(light.light()))
                .map(Light::control)
                .orElse("");
        List<Ref.ToControl> triggers = when.triggers();
        for (int i = 0; i < triggers.size(); i++) {
            if (triggers.get(i).device().equals(light.device())
                    && triggers.get(i).control().equals(control)) {
                return i;
            }
        }
        return -1;
    }

    /** Every condition in it: of its cases, and of the rules of its lights. */
    public Stream<Condition> everyCondition() {
        return Stream.concat(
                branches().stream().map(Branch::during),
                show.answers().stream()
                        .flatMap(answer -> answer.rungs().stream())
                        .map(Rung::during));
    }

    /** How many actions on a press stand in the cases before one: by that number more they are counted in it. */
    public int actionsBefore(int branch) {
        return branches().stream()
                .limit(branch)
                .mapToInt(one -> one.actions().onPress().size())
                .sum();
    }

    /** The case in which an action stands, by its number among those of all cases. */
    public int branchOf(int action) {
        int branch = 0;
        int last = cases.others().size();
        while (branch < last && actionsBefore(branch + 1) <= action) {
            branch++;
        }
        return branch;
    }

    /** What it would be with one of its cases alone. */
    public Mapping only(int branch) {
        Branch one = branches().get(branch);
        return new Mapping(
                id, when, layers, one.during(), one.shape(), one.actions(), show, takeover, marks, Cases.NONE);
    }

    /** The same with other cases, the first one first. */
    public Mapping with(List<Branch> branches) {
        Branch first = branches.get(0);
        return new Mapping(
                id,
                when,
                layers,
                first.during(),
                first.shape(),
                first.actions(),
                show,
                takeover,
                marks,
                new Cases(cases.every(), branches.subList(1, branches.size())));
    }

    /** What it becomes when a mapping that was made of one of its cases ({@link #only}) is put in that one's place. */
    public Mapping with(int branch, Mapping one) {
        List<Branch> all = branches();
        all.set(branch, new Branch(one.during, one.shape, one.actions));
        return new Mapping(id, one.when, one.layers, during, shape, actions, one.show, one.takeover, one.marks, cases)
                .with(all);
    }

    /** The same, acting in the first case that holds, or in every one. */
    public Mapping every(boolean each) {
        return new Mapping(
                id, when, layers, during, shape, actions, show, takeover, marks, new Cases(each, cases.others()));
    }

    /** The parameters it is about, each once, in order. */
    public List<Ref.ToParameter> targets() {
        return everyAction()
                .map(Action::parameter)
                .filter(parameter -> parameter != null)
                .distinct()
                .toList();
    }

    /** The first parameter it is about. */
    public Optional<Ref.ToParameter> target() {
        return targets().stream().findFirst();
    }

    /**
     * What the stages of its first case, and then those of one of its actions, do on a parameter.
     *
     * @throws orchard.mistake.Mistake if a stage does not fit the parameter
     */
    public ShapeFunction function(Shape own, Parameter parameter, Directory directory) {
        return functionOf(shape.then(own), parameter, directory);
    }

    /** What stages do on a parameter between its control and that. */
    public ShapeFunction functionOf(Shape whole, Parameter parameter, Directory directory) {
        return isEndless(directory) ? ShapeFunction.endless(whole, parameter) : ShapeFunction.of(whole, parameter);
    }

    /** Whether its control has no ends. */
    public boolean isEndless(Directory directory) {
        return when.gesture().kind() == Gesture.Kind.CIRCLE
                || directory.dimension(trigger()).filter(Dimension::relative).isPresent();
    }

    /** Whether its control is put where its parameter stands, by a motor, a ring or on a layout, so that nothing jumps when it is touched. */
    public boolean putsControl(Directory directory) {
        return show.answers().stream()
                .filter(Show.Answer::follows)
                .map(Show.Answer::light)
                .anyMatch(light -> directory
                        .device(light.device())
                        .flatMap(device -> device.profile().light(light.light()))
                        .filter(l -> l.kind().putsControl())
                        .isPresent());
    }

    /** The same mapping with another trigger. */
    public Mapping with(When other) {
        return new Mapping(id, other, layers, during, shape, actions, show, takeover, marks, cases);
    }

    /** The same mapping in other layers; none for below them all. */
    public Mapping in(List<String> others) {
        return new Mapping(id, when, others, during, shape, actions, show, takeover, marks, cases);
    }

    /** The same mapping with another shape. */
    public Mapping with(Shape other) {
        return new Mapping(id, when, layers, during, other, actions, show, takeover, marks, cases);
    }

    /** The same mapping that does something else. */
    public Mapping with(Actions other) {
        return new Mapping(id, when, layers, during, shape, other, show, takeover, marks, cases);
    }

    /** The same mapping that answers in another way. */
    public Mapping with(Show other) {
        return new Mapping(id, when, layers, during, shape, actions, other, takeover, marks, cases);
    }

    /** The same mapping that takes over in another way. */
    public Mapping with(Takeover other) {
        return new Mapping(id, when, layers, during, shape, actions, show, other, marks, cases);
    }

    /** The same mapping with other marks. */
    public Mapping with(Marks other) {
        return new Mapping(id, when, layers, during, shape, actions, show, takeover, other, cases);
    }

    /** The same mapping under another id. */
    public Mapping as(String other) {
        return new Mapping(other, when, layers, during, shape, actions, show, takeover, marks, cases);
    }
}
